"""Photographs as they are kept: upright, without where they were taken, whole and small."""

from dataclasses import dataclass
from io import BytesIO

from ambitus.core.problems import Problem, SpecProblems

#: Bytes of a photograph that is taken over.
LARGEST = 15_000_000
#: px along the longer side, of the whole and of the small one
WHOLE, SMALL = 2400, 480
#: px of a picture that is opened at all: more would fill the memory
MOST_PX = 60_000_000
_KINDS = ("JPEG", "PNG", "WEBP")


@dataclass(frozen=True, slots=True)
class Photo:
    """A photograph as JPEG, whole and small."""

    whole: bytes
    small: bytes


def photo_from(body: bytes) -> Photo:
    """
    Return a JPEG, PNG or WebP as it is kept: nothing of it but the picture.

    Raises:
        SpecProblems: If it is no such picture, or too large a one.
    """
    # loaded when a photograph comes: starting waits for none of it
    from PIL import Image, ImageOps, UnidentifiedImageError

    fix = "Choose a JPEG, PNG or WebP of at most 15 MB."
    if len(body) > LARGEST:
        why = f"The photograph has {len(body) / 1e6:.1f} MB."
        raise SpecProblems((Problem("photo", "photo", "", why, fix),))
    try:
        with Image.open(BytesIO(body), formats=_KINDS) as found:
            if found.width * found.height > MOST_PX:
                why = f"The photograph has {found.width} × {found.height} px."
                raise SpecProblems((Problem("photo", "photo", "", why, "Choose a smaller one."),))
            # turned as the camera was held; what a camera noted beside the picture is left behind
            upright = ImageOps.exif_transpose(found).convert("RGB")
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError) as bad:
        why = "This is no picture that can be shown."
        raise SpecProblems((Problem("photo", "photo", "", why, fix),)) from bad
    return Photo(_jpeg(upright, WHOLE), _jpeg(upright, SMALL))


def _jpeg(picture: "object", side: int) -> bytes:
    from PIL import Image

    assert isinstance(picture, Image.Image)
    smaller = picture.copy()
    smaller.thumbnail((side, side))
    out = BytesIO()
    smaller.save(out, "JPEG", quality=88)
    return out.getvalue()
