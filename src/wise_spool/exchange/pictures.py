"""Pictures from the bench: turned upright, stripped of where and when, made small enough to keep.

Whatever a camera wrote beside the picture (place, time, maker, a thumbnail of its own) is left out: only
pixels are kept.
"""

import hashlib
import io
from dataclasses import dataclass

from PIL import Image, ImageOps, UnidentifiedImageError

from wise_spool.core.ground.refusals import RefusedError

LARGEST_BYTES = 40_000_000
MOST_PIXELS = 120_000_000
LONGEST_PX = 2560
THUMB_PX = 360
QUALITY = 86
TOO_MANY = (
    f"That picture has more than {MOST_PIXELS / 1e6:.0f} million pixels: too many to open here."
)
FORMATS = ("JPEG", "PNG", "WEBP", "GIF", "BMP", "TIFF")


@dataclass(frozen=True)
class MadePicture:
    """A picture as it is kept: JPEG, its small copy, and the name its bytes give it."""

    file: str
    content: bytes
    thumb: bytes
    width_px: int
    height_px: int


def made_picture(raw: bytes) -> MadePicture:
    """Make a kept picture of what a camera gave. Raises :class:`RefusedError` in the builder's words."""
    if len(raw) > LARGEST_BYTES:
        raise RefusedError(f"That picture is {len(raw) / 1e6:.0f} MB; up to {LARGEST_BYTES / 1e6:.0f} MB is taken. Let the phone make it smaller first.")  # fmt: skip
    try:
        with Image.open(io.BytesIO(raw), formats=FORMATS) as found:
            wide, high = found.size
            if wide * high > MOST_PIXELS:
                raise RefusedError(TOO_MANY)
            # A camera's JPEG is opened at the size that is kept, not at its own.
            found.draft("RGB", (LONGEST_PX, LONGEST_PX))
            upright = ImageOps.exif_transpose(found)
            image = _on_white(upright)
    except Image.DecompressionBombError as error:
        raise RefusedError(TOO_MANY) from error
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError) as error:
        raise RefusedError(
            "That is no picture that can be read here: a JPEG, PNG or WebP is."
        ) from error
    image.thumbnail((LONGEST_PX, LONGEST_PX), Image.Resampling.LANCZOS)
    return _named(image, _jpeg(image))


def kept_picture(content: bytes) -> MadePicture:
    """A picture that was made here before, byte for byte. Raises :class:`RefusedError` when it was not: it
    is no JPEG, is larger than those made here, or says where and when it was taken."""
    try:
        with Image.open(io.BytesIO(content), formats=("JPEG",)) as found:
            made_here = max(found.size) <= LONGEST_PX and not found.getexif()
            image = found.convert("RGB")
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError) as error:  # fmt: skip
        raise RefusedError("A picture in it cannot be read.") from error
    if not made_here:
        raise RefusedError("A picture in it was not made here: add it at the bench instead.")
    return _named(image, content)


def _named(image: Image.Image, content: bytes) -> MadePicture:
    small = image.copy()
    small.thumbnail((THUMB_PX, THUMB_PX), Image.Resampling.LANCZOS)
    return MadePicture(hashlib.sha256(content).hexdigest(), content, _jpeg(small), *image.size)


def _on_white(image: Image.Image) -> Image.Image:
    if image.mode in ("RGBA", "LA", "PA") or "transparency" in image.info:
        clear = image.convert("RGBA")
        ground = Image.new("RGBA", clear.size, "white")
        return Image.alpha_composite(ground, clear).convert("RGB")
    return image.convert("RGB")


def _jpeg(image: Image.Image) -> bytes:
    """Only the pixels: nothing of what the camera wrote is handed on."""
    out = io.BytesIO()
    bare = Image.frombytes("RGB", image.size, image.tobytes())
    bare.save(out, "JPEG", quality=QUALITY, optimize=True)
    return out.getvalue()
