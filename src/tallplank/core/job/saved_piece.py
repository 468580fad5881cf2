"""A saved piece: units of one face, a group with all that stands in it, or a paneled wall, kept for other jobs; its file is JSON."""

import base64
import binascii
import json
from pathlib import Path
from typing import Annotated, Any, Self

from pydantic import Field, ValidationError, model_validator

from tallplank.core.disk import read_file
from tallplank.core.error import PlankError
from tallplank.core.job.base import Line, Name, Record, complaint
from tallplank.core.job.job import Pinned, check_entries
from tallplank.core.job.room import Group
from tallplank.core.job.scheme import Scheme
from tallplank.core.job.standard import MOST_CONSTRUCTIONS, SavedConstruction
from tallplank.core.job.unit import Unit

FORMAT, VERSION, SUFFIX = "tall-plank-piece", 2, ".piece.json"
LARGEST_BYTES = 8 * 1024 * 1024
MOST_UNITS, MOST_TAGS, LARGEST_PICTURE = 200, 20, 600_000
PNG = b"\x89PNG\r\n\x1a\n"


class PieceError(PlankError):
    """A file is no saved piece; the text names it and the place."""


class SavedPiece(Record):
    """Units, or a paneled wall, with what they need of a catalogue. Units of a group stand at its faces, others side by side."""

    name: Name
    tags: Annotated[tuple[Annotated[Line, Field(min_length=1, max_length=40)], ...], Field(max_length=MOST_TAGS)] = ()
    units: Annotated[tuple[Unit, ...], Field(max_length=MOST_UNITS)] = ()
    group: Group | None = None
    scheme: Scheme | None = None
    """A paneled wall; then it has no units."""
    constructions: Annotated[tuple[SavedConstruction, ...], Field(max_length=MOST_CONSTRUCTIONS)] = ()
    catalog: Pinned = Field(default_factory=dict)
    """The entries that its units use, by the name of their list and their id."""
    picture: Annotated[str, Field(max_length=LARGEST_PICTURE)] = ""
    """A PNG in base64."""

    @model_validator(mode="after")
    def _is_sound(self) -> Self:
        check_entries(self.catalog)
        if bool(self.units) == (self.scheme is not None):
            raise ValueError("a piece holds units, or a paneled wall")
        faces = {f.id for f in self.group.faces} if self.group is not None else {u.face for u in self.units[:1]}
        if any(u.face not in faces for u in self.units):
            raise ValueError("a unit of the piece stands at a face that the piece does not have")
        if self.picture and not png_of(self.picture):
            raise ValueError("the picture of the piece is no PNG")
        return self

    def matches(self, words: str) -> bool:
        """Whether all words are found in its name or its tags."""
        text = " ".join((self.name, *self.tags)).lower()
        return all(word in text for word in words.lower().split())


def png_of(picture: str) -> bytes:
    """The bytes of a picture; nothing where they are no PNG."""
    try:
        data = base64.b64decode(picture, validate=True)
    except (binascii.Error, ValueError):
        return b""
    return data if data.startswith(PNG) else b""


def dumps(piece: SavedPiece) -> str:
    """The piece as the text of its file."""
    version = 1 if piece.scheme is None else VERSION
    document = {"format": FORMAT, "version": version, "piece": piece.model_dump(mode="json", exclude_defaults=True)}
    return json.dumps(document, indent=1, ensure_ascii=False, allow_nan=False) + "\n"


def loads(text: str, name: str = "the file") -> SavedPiece:
    """The piece that a text holds.

    Raises:
        PieceError: no JSON, no piece, of a newer version, or holding a value that is not allowed.
    """
    try:
        document: Any = json.loads(text)
    except (ValueError, RecursionError):
        raise PieceError(f"{name} is no saved piece: it is no JSON.") from None
    if not isinstance(document, dict) or document.get("format") != FORMAT:
        raise PieceError(f"{name} is no saved piece.")
    version = document.get("version")
    if not isinstance(version, int) or version < 1:
        raise PieceError(f"{name} does not say which version of the format it is.")
    if version > VERSION:
        raise PieceError(f"{name} was written by a newer Tall Plank (format {version}; this one reads up to {VERSION}).")
    try:
        return SavedPiece.model_validate_json(json.dumps(document.get("piece")))
    except ValidationError as problem:
        raise PieceError(f"{name} is no saved piece: {complaint(problem)}") from None
    except (ValueError, RecursionError):
        raise PieceError(f"{name} is no saved piece.") from None


def load(path: Path) -> SavedPiece:
    """The piece in a file.

    Raises:
        PieceError: it is none, or the file is larger than a piece can be.
        PlankError: it cannot be read.
    """
    try:
        return loads(read_file(path, LARGEST_BYTES).decode("utf-8"), path.name)
    except UnicodeDecodeError:
        raise PieceError(f"{path.name} is no saved piece: it is no text.") from None
