"""What is written on the elevation of a paneled wall, and what of it can be pointed at: its regions, and how they were solved."""

from collections.abc import Iterator
from dataclasses import replace
from itertools import pairwise

from tallplank.core.draw.primitive import Chain, Drawing, DrawingSide, Target
from tallplank.core.job.measure import GAP, Measure, OfRegion, OfStile
from tallplank.core.job.scheme import Scheme
from tallplank.core.joinery.made import Made
from tallplank.core.joinery.paneling.area import Area
from tallplank.core.joinery.paneling.block import Field
from tallplank.core.joinery.paneling.build import solved_at
from tallplank.core.joinery.paneling.solve import Solved
from tallplank.core.joinery.part.part import BuildError
from tallplank.core.joinery.workshop import site_of

LEAST = 1.0
"""Spaces that are narrower are none."""


def region_targets(made: Made, room_id: str, face_id: str) -> Iterator[Target]:
    """The regions of the schemes on a face, those within others on top."""
    for scheme, solved in schemes_at(made, room_id, face_id):
        for field in solved.fields:
            area = field.area
            subject = OfRegion(room_id, scheme.id, field.path)
            if field.clip is not None:
                yield Target(subject, field.clip)
            else:
                yield Target.upright(subject, (area.x, area.z), (area.right, area.top))


def schemes_at(made: Made, room_id: str, face_id: str) -> Iterator[tuple[Scheme, Solved]]:
    """The schemes on a face that can be solved, each as it is solved."""
    site = site_of(made, room_id)
    for scheme in site.room.schemes:
        if scheme.face == face_id:
            try:
                yield scheme, solved_at(scheme, site)
            except BuildError:
                continue


def solve_chains(made: Made, room_id: str, face_id: str, of: OfRegion) -> Iterator[Chain]:
    """The sums that were solved round a region: the widths along the innermost division across that it is in, and the heights likewise.

    Where it is in none, those of the first such division of its scheme.
    """
    for scheme, solved in schemes_at(made, room_id, face_id):
        for split in ("across", "up") if scheme.id == of.scheme else ():
            divided = [f for f in solved.fields if f.region.parts and f.region.split == split]
            around = [f for f in divided if of.path[: len(f.path)] == f.path]
            if divided:
                yield _chain(room_id, scheme, solved, max(around, key=lambda f: len(f.path), default=divided[0]))


def paper_chains(made: Made, room_id: str, face_id: str, drawing: Drawing) -> Iterator[Chain]:
    """The same of all schemes on a face, outside of its drawing: what a shop sets out from."""
    seen: set[tuple[str, tuple[float, ...]]] = set()
    for scheme in made.job.room(room_id).schemes:
        for chain in solve_chains(made, room_id, face_id, OfRegion(room_id, scheme.id, ())):
            key = (chain.side.name, tuple(round(tick, 1) for tick in chain.ticks))
            if key in seen:
                continue
            seen.add(key)
            below = chain.side.name == "below"
            side = DrawingSide.of("below", drawing.low[1]) if below else DrawingSide.of("left", drawing.low[0])
            yield replace(chain, side=side, lane="", on_side=False)


def _chain(room_id: str, scheme: Scheme, solved: Solved, field: Field) -> Chain:
    across = field.region.split == "across"
    parts = [f for f in solved.fields if f.path[:-1] == field.path and f.path]
    spans = [(_span(f.nominal, across), OfRegion(room_id, scheme.id, f.path)) for f in parts]
    ticks = sorted({edge for span, _ in spans for edge in span} | set(_span(field.nominal, across)))
    known: dict[tuple[float, float], Measure] = dict(spans)
    stile = OfStile(room_id, scheme.id, field.path)
    measures = tuple(known.get(pair, stile if pair[1] - pair[0] > LEAST else GAP) for pair in pairwise(ticks))
    side = DrawingSide.of("below", field.area.z) if across else DrawingSide.of("left", field.area.x)
    return Chain(side, tuple(ticks), measures, lane=scheme.id, name=f"{scheme.id} {field.region.split}", on_side=True)


def _span(area: Area, across: bool) -> tuple[float, float]:
    return (area.x, area.right) if across else (area.z, area.top)
