"""Pulls: one to a door or a flap, near the free edge; one to a drawer, or two where it is wide. Source: common practice."""

from dataclasses import dataclass

from tallplank.core.catalog.door_style import DoorStyle
from tallplank.core.catalog.hardware import Pull
from tallplank.core.job.front import SHAPES
from tallplank.core.joinery.front.leaf import Leaf, front_thickness
from tallplank.core.joinery.part.part import Piece
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.collector import FORWARD, Bore, Collector
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec
from tallplank.core.space.motion import Motion


@dataclass(frozen=True, slots=True)
class Place:
    """Where one pull sits: the middle of it on the face of its front, and whether it lies level."""

    x: float
    z: float
    level: bool


def add_pulls(choice: Choice, leaf: Leaf, style: DoorStyle | None, out: Collector) -> None:
    """Add the pulls of a front, bored through where their screws go; on the middle of the stile of a framed `style`."""
    pull = choice.hardware("pull")
    count, places = pull_places(choice, leaf, pull, style)
    out.fit(pull, count, leaf.tag.name)
    face = leaf.y - front_thickness(choice).value
    for place in places:
        half = (pull.length / 2, pull.thick / 2)
        wide, high = half if place.level else half[::-1]
        _add_bar(pull, (place.x - wide, place.x + wide), (place.z - high, place.z + high), face, leaf.motion, out)
        for off in (-pull.centres / 2, pull.centres / 2) if pull.centres else (0.0,):
            x, z = (place.x + off, place.z) if place.level else (place.x, place.z + off)
            _bore_through(out, x, z, pull.screw)


def _bore_through(out: Collector, x: float, z: float, diameter: float) -> None:
    """Bore whatever part of the front, which is the newest, covers this point: a board, a rail or its panel."""
    number = len(out.fronts)
    for index in range(len(out.parts) - 1, -1, -1):
        part = out.parts[index]
        if part.front != number:
            return
        low, high = part.box
        at = part.frame.inside(Vec(x, high.y, z))
        if low.x < x < high.x and low.z < z < high.z and part.covers(at.x, at.y):
            out.bore(index, Vec(x, high.y, z), FORWARD, Bore("pull", diameter, high.y - low.y))
            return


def pull_places(choice: Choice, leaf: Leaf, pull: Pull, style: DoorStyle | None = None) -> tuple[Size, tuple[Place, ...]]:
    """How many pulls a front takes, and where."""
    corner, middle, top = choice.rules.pull_corner, leaf.x + leaf.width.value / 2, leaf.z + leaf.height.value
    if SHAPES[leaf.kind].slides:
        count, z = Size.of(1, "pull to a drawer", Decided("hardware", "pull")), leaf.z + leaf.height.value / 2
        if leaf.width.value < choice.rules.pull_wide:
            return count, (Place(middle, z, level=True),)
        more = Size.of(1, f"more, from {choice.rules.pull_wide:g} wide", Decided("rule", "pull_wide"))
        return count + more, tuple(Place(leaf.x + leaf.width.value * share, z, level=True) for share in (0.25, 0.75))
    count = Size.of(1, f"pull to a {'door' if leaf.kind == 'door' else 'flap'}", Decided("hardware", "pull"))
    if SHAPES[leaf.kind].is_flap:
        inset = min(corner, leaf.height.value / 2)
        return count, (Place(middle, leaf.z + inset if SHAPES[leaf.kind].hung == "above" else top - inset, level=True),)
    inset = style.stile / 2 if style else min(corner, leaf.width.value / 2)
    if style and style.corner == "mitred":
        corner = max(corner, style.rail)
    if leaf.height.value < pull.length <= leaf.width.value:
        by = min(inset, leaf.width.value - pull.length) + pull.length / 2  # too low for it to stand: it lies
        return count, (Place(_from_free(leaf, by), leaf.z + leaf.height.value / 2, level=True),)
    x = _from_free(leaf, inset)
    return count, (Place(x, _door_pull_height(choice, leaf, pull.length, corner, top) + pull.length / 2, level=False),)


def _from_free(leaf: Leaf, by: float) -> float:
    """So far from the edge of a door that comes out."""
    return leaf.x + leaf.width.value - by if leaf.hand == "left" else leaf.x + by


def _door_pull_height(choice: Choice, leaf: Leaf, length: float, corner: float, top: float) -> float:
    """Near the lower corner of doors that hang high, near the upper corner of those that stand low; in the middle of a low one."""
    if corner + length > leaf.height.value:
        return leaf.z + (leaf.height.value - length) / 2
    hangs = choice.kind.mount == "wall" or leaf.z > 1000.0
    return leaf.z + corner if hangs else min(top - corner - length, 1050.0)


def _add_bar(pull: Pull, x: tuple[float, float], z: tuple[float, float], face: float, motion: Motion | None, out: Collector) -> None:
    out_y = face - pull.projection
    bar_y = (out_y, min(out_y + pull.thick, face))
    boxes = [(x, bar_y, z)]
    long_x = x[1] - x[0] > z[1] - z[0]
    start, end = x if long_x else z
    post, inset = min(pull.thick, 10.0), min(24.0, (end - start) / 4)
    for place in {start + inset, end - inset - post} if end - start > 2 * post else {(start + end - post) / 2}:
        span = (place, place + post)
        boxes.append((span if long_x else x, (bar_y[1], face), z if long_x else span))
    for (x0, x1), (y0, y1), (z0, z1) in boxes:
        if y1 > y0:
            out.pieces.append(Piece("pull", pull.colour, Vec(x0, y0, z0), Vec(x1, y1, z1), motion))
