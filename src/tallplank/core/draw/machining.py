"""What is cut and bored in a part, gathered by kind: each kind has a letter, on the drawing and in its list."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from string import ascii_uppercase

from tallplank.core.joinery.part.hole import HOLE_NAMES, Hole, Pocket
from tallplank.core.joinery.part.part import EdgeName, Part
from tallplank.core.measure.cut import CutSizes

TINY = 1e-6
FACE = 0.5
"""From this share of the direction on, a hole goes into a face, else into an edge."""


@dataclass(slots=True)
class SetUp:
    """The holes or the cuts of a part that one set-up of one tool makes."""

    words: Callable[[CutSizes], str]
    holes: list[Hole] = field(default_factory=list)
    pockets: list[Pocket] = field(default_factory=list)

    @property
    def count(self) -> int:
        """How many there are."""
        return len(self.holes) + len(self.pockets)


def bored_edge(hole: Hole) -> EdgeName | None:
    """The edge that a hole enters, or None for one in a face."""
    x, y, z = hole.into
    if abs(z) > FACE:
        return None
    if abs(x) > abs(y):
        return "w1" if x > 0 else "w2"
    return "l1" if y > 0 else "l2"


def lettered(part: Part) -> Iterator[tuple[str, SetUp]]:
    """The lots of a part with their letters: cuts first, then holes, each in the order in which they were made."""
    lots: dict[tuple[object, ...], SetUp] = {}
    for pocket in part.pockets:
        key: tuple[object, ...] = (pocket.what, _round(pocket.high.z - pocket.low.z), _round(_wide(pocket)))
        lots.setdefault(key, SetUp(lambda sizes, p=pocket: _cut_words(p, sizes))).pockets.append(pocket)  # type: ignore[misc]
    for hole in part.holes:
        key = (hole.what, _round(hole.diameter), _round(hole.depth), _side(hole, part))
        lots.setdefault(key, SetUp(lambda sizes, h=hole: _hole_words(h, part, sizes))).holes.append(hole)  # type: ignore[misc]
    for index, lot in enumerate(lots.values()):
        yield _letter(index), lot


def _letter(index: int) -> str:
    """A to Z, then A2 to Z2 and so on."""
    turn, place = divmod(index, len(ascii_uppercase))
    return ascii_uppercase[place] + (str(turn + 1) if turn else "")


def _round(value: float) -> float:
    return round(value, 6)


def _wide(pocket: Pocket) -> float:
    return min(pocket.high.x - pocket.low.x, pocket.high.y - pocket.low.y)


def _cut_words(pocket: Pocket, sizes: CutSizes) -> str:
    return f"{pocket.what} {sizes.shown(_wide(pocket))} wide, {sizes.shown(pocket.high.z - pocket.low.z)} deep · {pocket.tool}"


def _hole_words(hole: Hole, part: Part, sizes: CutSizes) -> str:
    return f"⌀{sizes.bit(hole.diameter)}, {sizes.shown(hole.depth)} deep, {HOLE_NAMES[hole.what]}, {_side(hole, part)} · {hole.tool}"


def machining_lines(part: Part, sizes: CutSizes) -> tuple[tuple[str, str], ...]:
    """Letter and words of each lot: `B`, `10 × ⌀5, 12 deep, shelf pin, upper face · dowel bit 5`."""
    return tuple((letter, f"{lot.count} × {lot.words(sizes)}") for letter, lot in lettered(part))


def machining_at(part: Part, at: tuple[float, float], reach: float, sizes: CutSizes) -> str:
    """What is bored or cut at a point of the part's own face, the nearest within `reach`; empty for nothing."""
    near = [
        (gap, letter, lot, hole)
        for letter, lot in lettered(part)
        for hole in lot.holes
        if (gap := max(abs(hole.at.x - at[0]), abs(hole.at.y - at[1])) - hole.diameter / 2) <= reach
    ]
    if near:
        _, letter, lot, hole = min(near, key=lambda n: n[0])
        return f"{letter}  {lot.words(sizes)}\n{sizes.shown(hole.at.x)} along, {sizes.shown(hole.at.y)} across"
    for letter, lot in lettered(part):
        for pocket in lot.pockets:
            if pocket.low.x <= at[0] <= pocket.high.x and pocket.low.y <= at[1] <= pocket.high.y:
                return f"{letter}  {lot.words(sizes)}"
    return ""


def _side(hole: Hole, part: Part) -> str:
    if hole.into.z < -FACE:
        return "through" if hole.depth > part.thickness.value - TINY else "upper face"
    if hole.into.z > FACE:
        return "through" if hole.depth > part.thickness.value - TINY else "lower face"
    return "end" if abs(hole.into.x) > FACE else "edge"
