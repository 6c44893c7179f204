"""The rules of the job: pure functions over the build document.

Inside: mm, g, mL, minutes, degrees C and clock degrees. Nothing here knows of
the web, the database or files.
"""
