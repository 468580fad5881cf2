"""Pictures that the user brings along for walls, floors and ceilings, kept in the job itself."""

from base64 import b64decode
from typing import Annotated

from pydantic import AfterValidator, Field

from tallplank.core.job.base import Id, Name, Record

MOST_PICTURES, LARGEST_PICTURE = 20, 4_000_000
"""Of a job; and the letters that one takes at most."""


def _decodes(text: str) -> str:
    b64decode(text, validate=True)
    return text


RealSize = Annotated[float, Field(allow_inf_nan=False, ge=10, le=20_000)]


class Picture(Record):
    """A picture that repeats over a surface at its real size, as a PNG or JPEG file."""

    id: Id
    name: Name
    width: RealSize
    """Millimetres that one repeat takes."""
    height: RealSize
    data: Annotated[str, Field(max_length=LARGEST_PICTURE), AfterValidator(_decodes)]
    """The file in base64."""

    @property
    def file(self) -> bytes:
        """The PNG or JPEG file."""
        return b64decode(self.data)
