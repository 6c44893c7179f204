"""Files as they are handed to a browser."""

import re

from fastapi.responses import Response


def file_name(name: str) -> str:
    """A rod's name as a file name: letters and digits, joined by dashes.

    >>> file_name("A/B\\\\é rod"), file_name("  ")
    ('a-b-rod', 'build')
    """
    return "-".join(re.findall(r"[a-z0-9]+", name.lower())) or "build"


def attached(content: bytes, media_type: str, name: str) -> Response:
    """A response that the browser saves under ``name``."""
    return Response(
        content,
        media_type=media_type,
        headers={"Content-Disposition": f'attachment; filename="{name}"'},
    )
