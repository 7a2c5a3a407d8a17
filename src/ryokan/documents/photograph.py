"""A photograph as it is kept: upright, of a bounded size, and without what the camera wrote about place and person."""

from __future__ import annotations

import io
import warnings
from dataclasses import dataclass
from typing import TYPE_CHECKING

from ryokan.core.errors import DomainError

if TYPE_CHECKING:
    from PIL import Image

MAX_BYTES = 12_000_000
LONGEST_PX = 2000
SMALL_PX = 320
MOST_PIXELS = 120_000_000
MOST_DECODED_BYTES = 138_000_000
FORMATS = ("JPEG", "PNG", "WEBP")
# Bytes that a pixel takes while a picture is read and made smaller, measured with Pillow 13. A JPEG of one scan is read small
# at once; one of several keeps all its coefficients, WebP a canvas beside each frame, transparency a copy to blend.
_BYTES_BY_MODE = {"1": 6, "L": 6, "P": 6, "RGB": 5, "I;16": 7, "I": 9, "F": 9}
_BYTES_OF_OTHER_MODES = 11
_BYTES_OF_WEBP = {"RGB": 15, "RGBA": 20}
_BYTES_OF_SCANS = 6


class UnreadablePhotograph(DomainError):
    """A file is no photograph that can be kept; the message says why."""

    code = "photograph.unreadable"


@dataclass(frozen=True, slots=True)
class Photograph:
    """JPEG of the whole and of a small copy."""

    jpeg: bytes
    small_jpeg: bytes
    width_px: int
    height_px: int


def read_photograph(content: bytes) -> Photograph:
    """Read an uploaded picture and write it anew, so that nothing but its pixels is kept.

    Raises
    ------
    UnreadablePhotograph
        It is no JPEG, PNG or WebP, it is cut off, or reading it would take more memory than there is for it.
    """
    from PIL import Image, ImageOps, UnidentifiedImageError  # here: few requests bring a picture

    try:
        with warnings.catch_warnings():
            warnings.simplefilter("ignore", Image.DecompressionBombWarning)  # the bound here is its own
            picture: Image.Image = Image.open(io.BytesIO(content), formats=FORMATS)
            _require_size(picture, content)
            picture.draft("RGB", (LONGEST_PX, LONGEST_PX))
            # Made smaller first: turning and converting then copy little.
            if picture.mode not in ("RGB", "RGBA", "CMYK"):
                picture = picture.convert("RGBA" if "transparency" in picture.info or picture.mode.endswith("A") else "RGB")
            picture.thumbnail((LONGEST_PX, LONGEST_PX))
            upright = ImageOps.exif_transpose(picture).convert("RGB")
    except UnidentifiedImageError as error:
        raise UnreadablePhotograph("This is no JPEG, PNG or WebP picture.") from error
    except (OSError, SyntaxError, ValueError, OverflowError, Image.DecompressionBombError) as error:
        raise UnreadablePhotograph("The picture cannot be read to its end. Take it again, or save it as JPEG.") from error
    small = upright.copy()
    small.thumbnail((SMALL_PX, SMALL_PX))
    return Photograph(_jpeg(upright), _jpeg(small), upright.width, upright.height)


def _require_size(picture: Image.Image, content: bytes) -> None:
    """Refuse by its head what would take too much memory or time; nothing is decoded yet."""
    pixels = picture.width * picture.height
    if picture.format == "JPEG" and _scans(content) < 2:
        most = MOST_PIXELS
    elif picture.format == "JPEG":
        most = MOST_DECODED_BYTES // _BYTES_OF_SCANS
    elif picture.format == "WEBP":
        most = MOST_DECODED_BYTES // _BYTES_OF_WEBP.get(picture.mode, 20)
    else:
        most = MOST_DECODED_BYTES // _BYTES_BY_MODE.get(picture.mode, _BYTES_OF_OTHER_MODES)
    if pixels > most:
        raise UnreadablePhotograph(
            f"The picture has {pixels / 1e6:.0f} million pixels; of its kind at most {most / 1e6:.0f} million are taken. "
            "Save it smaller, or as plain JPEG."
        )


def _scans(content: bytes) -> int:
    """How many passes a JPEG is written in; its segments are walked to the first, since a preview among them has its own."""
    at = 2
    while content[at : at + 1] == b"\xff" and content[at + 1 : at + 2] != b"\xda":
        at += 2 + int.from_bytes(content[at + 2 : at + 4], "big")
    end = content.find(b"\xff\xd9", at)
    return content.count(b"\xff\xda", at, end if end >= 0 else len(content))


def _jpeg(picture: Image.Image) -> bytes:
    out = io.BytesIO()
    picture.save(out, "JPEG", quality=82, optimize=True)
    return out.getvalue()
