"""The job. All records are immutable; an edit makes a new job that shares every untouched piece."""

from collections.abc import Iterator, Mapping
from string import Formatter
from typing import Annotated, Literal, Self, TypeVar, get_args

from pydantic import AfterValidator, Field, JsonValue, model_validator

from tallplank.core.error import PlankError, told
from tallplank.core.job.base import Line, Name, NotNegative, Positive, Record, Share
from tallplank.core.job.dimension import MOST_DIMENSIONS, MOST_HIDDEN, OF_UNITS, Dimension
from tallplank.core.job.face import Face, face_of
from tallplank.core.job.picture import MOST_PICTURES, Picture
from tallplank.core.job.room import Room
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.measure.cut import CutSizes
from tallplank.core.measure.display import LengthStyle, format_length
from tallplank.core.measure.length import parse_length

_T = TypeVar("_T")
MOST_ENTRIES = 2000
Pinned = Mapping[str, Mapping[str, Mapping[str, JsonValue]]]
"""Entries of a catalogue as they are written, by the name of their list and by their id."""
MOST_UNITS, MOST_ROOMS = 1000, 200
"""More than any house has. They keep a job small enough to be read again: what they allow fits into the largest file."""


class MissingError(PlankError, KeyError):
    """The job has no room, face or unit of this id."""

    __str__ = PlankError.__str__  # a KeyError would show the text in quotes


class Rates(Record):
    """What turns quantities into money. Shares are of one: 0.12 is twelve per cent."""

    boards: Literal["area", "sheets"] = "area"
    """Whether boards are charged by their area with waste, or by whole sheets for the job."""
    waste: Share = 0.15
    """Of boards."""
    solid_waste: Share = 0.35
    """Of solid wood, which is bought rough and charged by volume."""
    bands: Literal["metres", "rolls"] = "metres"
    packs: Literal["pieces", "whole"] = "pieces"
    """Whether fittings are charged by the piece, or by whole packs for the job."""
    sundries: Share = 0.03
    """Glue, screws, abrasives and wrapping, as a share of materials."""
    overhead: Share = 0.12
    adds: Literal["margin", "markup"] = "margin"
    """Whether the shop's own share is one of the price, or one added to the cost."""
    margin: Share = 0.28
    bought_markup: Share = 0.12
    """On appliances and other things that are bought in and handed on."""
    discount: Share = 0.0
    tax: Share = 0.2
    labour_hour: NotNegative = 46.0
    design_hour: NotNegative = 52.0
    install_hour: NotNegative = 44.0
    machine_hour: NotNegative = 14.0
    delivery_trip: NotNegative = 120.0
    van_m3: Annotated[float, Field(allow_inf_nan=False, ge=0.5, le=200)] = 10.0
    """What one trip of the van takes, in cubic metres."""
    currency: Annotated[str, Field(pattern=r"^[A-Z]{3}$")] = "EUR"


USUAL_LABEL = "{mark} {kind}"
LABEL_FIELDS = ("mark", "kind", "width", "height", "depth", "inside", "note")
"""What a pattern for labels may name."""


def _a_label(text: str) -> str:
    try:
        fields = [(name, spec, conversion) for _, name, spec, conversion in Formatter().parse(text) if name is not None]
    except ValueError:
        raise ValueError("has a brace without its partner") from None
    for name, spec, conversion in fields:
        if name not in LABEL_FIELDS or spec or conversion:
            known = ", ".join(f"{{{field}}}" for field in LABEL_FIELDS)
            raise ValueError(f"has {{{name}}}, which no unit has; use {known}")
    if "{mark}" not in text:
        raise ValueError("needs the unit's number, {mark}, by which labels are told apart")
    return text


DimensionLevel = Literal["overall", "units", "fronts"]
DIMENSION_LEVELS: tuple[DimensionLevel, ...] = get_args(DimensionLevel)


class Display(Record):
    """How lengths are shown, the unit of bare numbers, and what units are called."""

    style: LengthStyle = LengthStyle.MM
    denominator: Literal[8, 16, 32, 64] = 16
    papers: Literal["mm", "inches", "both"] = "mm"
    """The unit of the lists for the shop."""
    step: Annotated[Positive, Field(le=1000)] = 10.0
    """How far an arrow key moves what is selected; with Shift a tenth of it."""
    label: Annotated[Line, Field(max_length=120), AfterValidator(_a_label)] = USUAL_LABEL
    """The pattern of what units are called, of the values named in `LABEL_FIELDS`."""
    dimensions: Annotated[tuple[DimensionLevel, ...], Field(max_length=3)] = ("overall", "units")
    """Which chains drawings have: of whole walls; of units and openings; of fronts, and of the middles of sinks and hobs."""

    def shown(self, length: float, *, suffix: bool = True) -> str:
        """A length in millimetres as the job shows it, with its unit unless `suffix` is False."""
        return format_length(length, self.style, denominator=self.denominator, suffix=suffix)

    def cut_to(self, step: float) -> CutSizes:
        """How sizes of what is made are told, where the shop cuts to a step."""
        return CutSizes(self.style, step)

    def retyped(self, text: str, value: float | None) -> float:
        """The length that a text gives in a list or a form that stood filled; the very value where it still reads as it stood.

        Raises:
            LengthError: it is none.
        """
        if value is not None and text.strip() == self.shown(value, suffix=False):
            return value
        return parse_length(text, self.style.unit)

    def told(self, text: str) -> str:
        """A text whose lengths are not shown yet, as the job shows its lengths."""
        return told(text, self.shown)


class Carried(Record):
    """Entries of a catalogue that go with a job."""

    catalog: Pinned

    @model_validator(mode="after")
    def _is_not_too_large(self) -> Self:
        check_entries(self.catalog)
        return self


def check_entries(entries: Pinned) -> None:
    """Raise ValueError where there are more than a job carries."""
    if sum(map(len, entries.values())) > MOST_ENTRIES:
        raise ValueError(f"a job carries at most {MOST_ENTRIES} entries of a catalogue")


class Job(Record):
    """One customer's project."""

    name: Name
    customer: Annotated[Line, Field(max_length=200)] = ""
    number: Annotated[Line, Field(max_length=40)] = ""
    display: Display = Display()
    standard: Standard = Standard()
    rates: Rates = Rates()
    rooms: Annotated[tuple[Room, ...], Field(max_length=MOST_ROOMS)] = ()
    units: Annotated[tuple[Unit, ...], Field(max_length=MOST_UNITS)] = ()
    pictures: Annotated[tuple[Picture, ...], Field(max_length=MOST_PICTURES)] = ()
    dimensions: Annotated[tuple[Dimension, ...], Field(max_length=MOST_DIMENSIONS)] = ()
    """Those that were added by hand; all others make themselves."""
    hidden_chains: Annotated[tuple[Annotated[str, Field(max_length=300)], ...], Field(max_length=MOST_HIDDEN)] = ()
    """The names of chains of dimensions that are not drawn."""
    pinned: Pinned = Field(default_factory=dict)
    """Entries that the job keeps as they were, because the catalogue has them otherwise now or not at all."""

    @model_validator(mode="after")
    def _holds_together(self) -> Self:
        check_entries(self.pinned)
        faces = {(room.id, face) for room in self.rooms for face in room.face_ids}
        ids = [room.id for room in self.rooms] + [unit.id for unit in self.units] + [picture.id for picture in self.pictures]
        ids += [dimension.id for dimension in self.dimensions]
        if len(set(ids)) != len(ids):
            raise ValueError("two rooms, units, pictures or dimensions have the same id")
        for unit in self.units:
            if (unit.room, unit.face) not in faces:
                raise ValueError(f"unit {unit.mark} stands at face '{unit.face}' of room '{unit.room}', which does not exist")
        return self

    def room(self, room_id: str) -> Room:
        """The room with this id; MissingError if there is none."""
        return _first((r for r in self.rooms if r.id == room_id), f"room '{room_id}'")

    def face(self, room_id: str, face_id: str) -> Face:
        """The face with this id of a room; MissingError if there is none."""
        found = face_of(self.room(room_id), face_id)
        if found is None:
            raise MissingError(f"The job has no wall or face '{face_id}' in room '{room_id}'.")
        return found

    def unit(self, unit_id: str) -> Unit:
        """The unit with this id; MissingError if there is none."""
        return _first((u for u in self.units if u.id == unit_id), f"unit '{unit_id}'")

    def without_lost_dimensions(self) -> Self:
        """The same without dimensions of what is no longer there."""
        if not self.dimensions:
            return self
        units = {(u.room, u.id) for u in self.units}
        things = {(room.id, thing) for room in self.rooms for thing in (*room.things, *room.face_ids)}

        def holds(dimension: Dimension) -> bool:
            ends = (dimension.first, dimension.second)
            return all((dimension.room, end.thing) in (units if end.holds in OF_UNITS else things) for end in ends)

        left = tuple(d for d in self.dimensions if (d.room, d.face) in things and holds(d))
        return self.replaced(dimensions=left) if len(left) < len(self.dimensions) else self

    def replaced(self, **pieces: object) -> Self:
        """A copy with pieces that are valid already, without checking the whole job again."""
        return self.model_copy(update=pieces)


def _first(items: Iterator[_T], wanted: str) -> _T:
    for item in items:
        return item
    raise MissingError(f"The job has no {wanted}.")
