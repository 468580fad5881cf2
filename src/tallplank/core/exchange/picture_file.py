"""Pictures read from files that come from outside, by Pillow: held to a size, made smaller, and written anew."""

from io import BytesIO
from pathlib import Path
from warnings import catch_warnings

from PIL import Image, UnidentifiedImageError

from tallplank.core.disk import DiskError, read_file
from tallplank.core.error import PlankError

LARGEST_FILE = 40 * 1024 * 1024
MOST_PIXELS = 40_000_000
KEPT_PIXELS = 1024
"""The longer side of a picture as the job keeps it."""
FORMATS = ("PNG", "JPEG", "WEBP", "BMP", "TIFF")


class PictureError(PlankError):
    """The file is no picture that can be read."""


def read_picture(path: Path) -> tuple[bytes, tuple[int, int]]:
    """The picture in a file as the bytes of a JPEG no larger than a job keeps, and its width and height in pixels.

    Raises:
        PictureError: missing, too large, damaged or no picture.
    """
    try:
        data = read_file(path, LARGEST_FILE)
        with catch_warnings(action="ignore"), Image.open(BytesIO(data), formats=FORMATS) as picture:
            width, height = picture.size
            _check_size(path.name, width, height)
            picture.draft("RGB", (KEPT_PIXELS, KEPT_PIXELS))
            picture.thumbnail((KEPT_PIXELS, KEPT_PIXELS))
            out = BytesIO()
            picture.convert("RGB").save(out, "JPEG", quality=88)
    except PictureError:
        raise
    except DiskError as problem:
        raise PictureError(str(problem)) from None
    except UnidentifiedImageError:
        raise PictureError(f"{path.name} is no picture: choose a PNG, JPEG, WebP, BMP or TIFF file.") from None
    except (OSError, ValueError, SyntaxError, Image.DecompressionBombError):
        raise PictureError(f"{path.name} is damaged: it cannot be read to its end.") from None
    return out.getvalue(), (width, height)


def _check_size(name: str, width: int, height: int) -> None:
    if width * height > MOST_PIXELS:
        raise PictureError(f"{name} has {width} by {height} pixels; a picture has at most {MOST_PIXELS // 1_000_000} million.")
