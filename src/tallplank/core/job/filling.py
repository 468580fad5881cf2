"""What fills a region of a paneled wall."""

from typing import Annotated, Literal, NamedTuple

from pydantic import Field, SerializerFunctionWrapHandler, model_serializer

from tallplank.core.job.base import Id, NotNegative, Positive, Record

Way = Literal["upright", "level"]
Table = Literal["finish", "hardware"]


class Uses(NamedTuple):
    """Marks a field that names an entry of the catalogue, which travels with a job."""

    table: Table


OfFinish = Annotated[Id | None, Uses("finish")]
OfHardware = Annotated[Id | None, Uses("hardware")]


class Filling(Record):
    """What fills a region; its kind is always written, since it says what else is there."""

    def used(self, table: Table) -> list[str]:
        """What it uses of a table of the catalogue, by the ids of entries."""
        named = [getattr(self, name) for name, field in type(self).model_fields.items() if Uses(table) in field.metadata]
        return [key for key in named if key is not None]

    @model_serializer(mode="wrap")
    def _with_kind(self, rest: SerializerFunctionWrapHandler) -> dict[str, object]:
        return {"kind": getattr(self, "kind", ""), **rest(self)}


class Plain(Filling):
    """Nothing but the backing, or the wall; painted, or as it is."""

    kind: Literal["plain"] = "plain"
    paint: OfHardware = None
    coats: Annotated[int, Field(ge=1, le=6)] = 2


class Panel(Filling):
    """A panel so far within the stiles and rails around it: a board that is raised, or only what lies behind it, with a molding round."""

    kind: Literal["panel"] = "panel"
    border: NotNegative = 0.0
    raised: NotNegative = 0.0
    """How thick the board is that is planted on; 0 for none."""
    mold: OfHardware = None
    """The molding round it, inside the border."""


class Slats(Filling):
    """Strips side by side, the first and the last flush with the ends; the gap takes up what is left."""

    kind: Literal["slats"] = "slats"
    width: Positive = 19.0
    gap: NotNegative = 19.0
    """About so much; solved again for each length."""
    deep: Positive = 40.0
    way: Way = "upright"
    lean: Annotated[float, Field(ge=-85, le=85, allow_inf_nan=False)] = 0.0
    """By how many degrees they lean to the right of upright, or down from level; then the gap is as wide as it says."""


class Grooves(Filling):
    """A board with grooves, evenly spaced and as far from both ends."""

    kind: Literal["grooves"] = "grooves"
    pitch: Positive = 100.0
    """About so far apart; solved again for each length."""
    width: Positive = 4.0
    deep: Positive = 4.0
    way: Way = "upright"


class FrameFill(Record):
    """One of several frames in one another: how far within the one around it, how wide its boards are and how thick."""

    inset: NotNegative = 0.0
    width: Positive = 60.0
    thick: Positive = 12.0


class Frames(Filling):
    """Frames in frames, from the outermost inwards."""

    kind: Literal["frames"] = "frames"
    frames: Annotated[tuple[FrameFill, ...], Field(min_length=1, max_length=8)] = (FrameFill(),)


class Cover(Filling):
    """A sheet of glass or mirror, so far within what is around it."""

    kind: Literal["cover"] = "cover"
    border: NotNegative = 0.0
    finish: OfFinish = None


class Tiles(Filling):
    """Boards alike side by side and one above the other: whole ones centred and cut at the edges, or all scaled to fit."""

    kind: Literal["tiles"] = "tiles"
    width: Annotated[float, Field(ge=20, le=5000, allow_inf_nan=False)] = 300.0
    height: Annotated[float, Field(ge=20, le=5000, allow_inf_nan=False)] = 300.0
    gap: NotNegative = 5.0
    raised: Positive = 12.0
    """How thick the boards are."""
    fit: Literal["cut", "scaled"] = "scaled"
    motif: Literal["none", "round", "slant", "step"] = "none"
    """What is set into one corner of each, turned from one to the next so that four make a whole."""
    share: Annotated[float, Field(ge=0.1, le=0.9)] = 0.6
    """How much of the width and the height of each the motif takes up."""
    motif_raised: Positive = 18.0
    motif_finish: OfFinish = None


class Shelves(Filling):
    """Shelves that stand out so far, at equal distances; in a box of their own, or between what is around them."""

    kind: Literal["shelves"] = "shelves"
    count: Annotated[int, Field(ge=0, le=40)] = 2
    deep: Annotated[float, Field(ge=20, le=1500, allow_inf_nan=False)] = 220.0
    boxed: bool = True
    """Whether boards close it at its sides, above and below."""
    recessed: bool = False
    """Whether it reaches back into a boxing instead: a niche, with a back of its own."""
    lamps: Literal["none", "top", "all"] = "none"
    """Where strips of light lie at the front: under the top, or under the shelves too."""


class Upholstery(Filling):
    """Pads side by side and one above the other, all scaled to fit: boards with foam, covered with a fabric."""

    kind: Literal["upholstery"] = "upholstery"
    width: Annotated[float, Field(ge=50, le=3000, allow_inf_nan=False)] = 400.0
    height: Annotated[float, Field(ge=50, le=3000, allow_inf_nan=False)] = 300.0
    board: Annotated[float, Field(ge=3, le=40, allow_inf_nan=False)] = 9.0
    foam: Annotated[float, Field(ge=5, le=150, allow_inf_nan=False)] = 40.0
    fabric: OfHardware = None


class Peak(Record):
    """A point that stands out: where it is, as shares of a pattern's width and height, and how far it stands out."""

    across: Annotated[float, Field(ge=0, le=1)] = 0.5
    up: Annotated[float, Field(ge=0, le=1)] = 0.5
    out: Annotated[float, Field(ge=0, le=500, allow_inf_nan=False)] = 60.0


class Facets(Filling):
    """A relief of flat boards over peaks; the pattern repeats so many times across and up, every second one mirrored or not."""

    kind: Literal["facets"] = "facets"
    peaks: Annotated[tuple[Peak, ...], Field(min_length=1, max_length=12)] = (Peak(),)
    across: Annotated[int, Field(ge=1, le=40)] = 1
    up: Annotated[int, Field(ge=1, le=40)] = 1
    mirrored: bool = False
    thick: Annotated[float, Field(ge=1, le=40, allow_inf_nan=False)] = 6.0
    """How thick the boards are."""


class KeptFree(Filling):
    """An opening that is kept free, for a screen."""

    kind: Literal["open"] = "open"


Planted = Panel | Slats | Grooves | Frames | Tiles | Facets | Shelves | Upholstery
Fill = Annotated[Plain | Planted | Cover | KeptFree, Field(discriminator="kind")]
PLAIN = Plain()
