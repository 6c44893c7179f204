"""Words in a CSV: written so that no spreadsheet takes them for a formula, read as they were; and which way a file is written.

A cell that begins with ``=``, ``+``, ``-`` or ``@`` is run by many spreadsheets; an apostrophe before it keeps it words (common
practice). Where columns are parted by semicolons or tabs, numbers may have a decimal comma.
"""

import re

RUN = ("=", "+", "-", "@", "\t", "\r")
_NUMBER = re.compile(r"^[+-]?\d+,\d+$")


def as_words(said: object) -> str:
    """Words that no spreadsheet takes for a formula.

    >>> as_words("=1+1"), as_words("two-piece")
    ("'=1+1", 'two-piece')
    """
    text = str(said)
    return f"'{text}" if text.startswith(RUN) or (text[:1] == "'" and text[1:2] in RUN) else text


def words_of(cell: str) -> str:
    """The words :func:`as_words` wrote.

    >>> words_of("'=1+1"), words_of("'tis")
    ('=1+1', "'tis")
    """
    return cell[1:] if cell[:1] == "'" and cell[1:2] and cell[1:].startswith((*RUN, "'")) else cell


def parted_by(header: str) -> str:
    """What parts the columns of a file, by its first line.

    >>> parted_by("name;small_mm;large_mm"), parted_by("name,stock")
    (';', ',')
    """
    return max((",", ";", "\t"), key=header.count)


def with_point(number: str) -> str:
    """A number with its decimal comma made a point.

    >>> with_point("12,5"), with_point("1,2,3")
    ('12.5', '1,2,3')
    """
    return number.replace(",", ".") if _NUMBER.match(number) else number
