"""Casings: moldings round doors and windows, mitred at their upper corners and where they go right round."""

from collections.abc import Iterator

from tallplank.core.catalog.hardware import Molding
from tallplank.core.job.wall import WallOpening
from tallplank.core.joinery.paneling.board import Making
from tallplank.core.joinery.paneling.covered import cased
from tallplank.core.joinery.paneling.filling.mold import add_straight
from tallplank.core.joinery.part.part import BuildError, Tag
from tallplank.core.space.curve import Straight
from tallplank.core.space.outline import Point


def add_casings(making: Making) -> None:
    """The casings of all openings that lie within a scheme's ends; they stand on the wall."""
    scheme, whole = making.solved.scheme, making.solved.whole
    molding = making.catalog.hardware.get(scheme.casing or "")
    if not isinstance(molding, Molding):
        return
    if scheme.box is not None:
        raise BuildError("Casings lie on the wall: a boxing has none.")
    for opening in making.face.openings:
        around = cased(opening, molding.rise)
        if opening.kind == "niche" or around.x < whole.x or around.right > whole.right:
            continue
        for side, out, into in _pieces(opening, molding.rise):
            add_straight(making, Tag("casing", side), out, into, molding, making.finish(scheme.finish), 0.0)


def _pieces(opening: WallOpening, rise: float) -> Iterator[tuple[str, Straight, Straight]]:
    """Each piece by its outer edge, counter-clockwise round the opening, and its inner one."""
    around = cased(opening, rise)
    x0, x1, z0, z1 = opening.x, opening.x + opening.width, opening.sill, opening.sill + opening.height
    outer: list[Point] = [(around.x, around.z), (around.right, around.z), (around.right, around.top), (around.x, around.top)]
    inner: list[Point] = [(x0, z0), (x1, z0), (x1, z1), (x0, z1)]
    for number, side in enumerate(("lower", "right", "upper", "left")):
        after = (number + 1) % 4
        if side != "lower" or around.z < z0:
            yield side, Straight(outer[number], outer[after]), Straight(inner[number], inner[after])
