"""A photograph as it is kept: upright, of a bounded size, and without what the camera wrote about place and person."""

from __future__ import annotations

import io
import warnings
from dataclasses import dataclass
from typing import TYPE_CHECKING

from ryokan.core.errors import DomainError

if TYPE_CHECKING:
    from PIL.Image import Image

MAX_BYTES = 12_000_000
LONGEST_PX = 2000
SMALL_PX = 320
MOST_PIXELS = 60_000_000
FORMATS = ("JPEG", "PNG", "WEBP")


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
        It is no JPEG, PNG or WebP, it is cut off, or it has more pixels than any camera here.
    """
    from PIL import Image, ImageOps, UnidentifiedImageError  # here: few requests bring a picture

    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            picture = Image.open(io.BytesIO(content), formats=FORMATS)
            if picture.width * picture.height > MOST_PIXELS:
                raise UnreadablePhotograph(
                    f"The picture has over {MOST_PIXELS // 1_000_000} million pixels. Take a smaller one."
                )
            upright = ImageOps.exif_transpose(picture).convert("RGB")
    except UnidentifiedImageError as error:
        raise UnreadablePhotograph("This is no JPEG, PNG or WebP picture.") from error
    except (OSError, SyntaxError, ValueError, Image.DecompressionBombWarning, Image.DecompressionBombError) as error:
        raise UnreadablePhotograph("The picture cannot be read to its end. Take it again, or save it as JPEG.") from error
    upright.thumbnail((LONGEST_PX, LONGEST_PX))
    small = upright.copy()
    small.thumbnail((SMALL_PX, SMALL_PX))
    return Photograph(_jpeg(upright), _jpeg(small), upright.width, upright.height)


def _jpeg(picture: Image) -> bytes:
    out = io.BytesIO()
    picture.save(out, "JPEG", quality=82, optimize=True)
    return out.getvalue()
