"""A photo made small and plain: any usual picture becomes a JPEG without what a camera writes into it."""

from __future__ import annotations

import io
import warnings

from PIL import Image, ImageOps, UnidentifiedImageError

from yorvek.core.errors import InputError

LARGEST_BYTES = 20_000_000
MOST_PIXELS = 60_000_000
SIDE = 1280
FORMATS = ("JPEG", "PNG", "WEBP", "BMP", "TIFF")


def photo_jpeg(data: bytes, *, name: str = "photo") -> bytes:
    """The picture as a JPEG of at most 1280 pixels a side, turned as the camera held it.

    Raises:
        InputError: no picture, damaged, or too large.
    """
    small, _ = opened(data, "RGB", SIDE, name=name)
    out = io.BytesIO()
    small.save(out, "JPEG", quality=80)
    return out.getvalue()


def opened(data: bytes, mode: str, side: int, *, name: str = "photo") -> tuple[Image.Image, float]:
    """A picture of at most so many pixels a side, turned as the camera held it, and how many of its pixels stand for
    one of the file's.

    Raises:
        InputError: no picture, damaged, or too large.
    """
    if len(data) > LARGEST_BYTES:
        raise InputError(
            field=name, got=f"{len(data)} bytes", needs=f"a picture of at most {LARGEST_BYTES // 10**6} MB"
        )
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            picture = Image.open(io.BytesIO(data), formats=FORMATS)
            if picture.width * picture.height > MOST_PIXELS:
                raise InputError(
                    field=name,
                    got=f"{picture.width} × {picture.height}",
                    needs=f"at most {MOST_PIXELS // 10**6} million pixels",
                )
            whole = max(picture.size)
            picture.draft(mode, (side, side))  # of a large JPEG no more is read than is wanted
            small = ImageOps.exif_transpose(picture).convert(mode)
            small.thumbnail((side, side))
    except InputError:
        raise
    except UnidentifiedImageError:
        raise InputError(field=name, got=f"{len(data)} bytes", needs="a JPEG, PNG, WebP, BMP or TIFF picture") from None
    except (OSError, ValueError, SyntaxError, TypeError, KeyError, IndexError, OverflowError, EOFError, MemoryError,
        AttributeError,
            ZeroDivisionError, Image.DecompressionBombError, Image.DecompressionBombWarning) as error:  # fmt: skip
        # what a damaged file raises depends on its format; all of it means one thing
        raise InputError(
            field=name, got=type(error).__name__, needs="a picture that is whole: this one is damaged"
        ) from None
    return small, max(small.size) / whole
