"""The upper edge of a boxing that is arched, and the outline of its face under it.

Source: plain geometry; see `Bow`, which is seen here from the front: its y is 0 at the floor and less above it.
"""

from dataclasses import replace
from itertools import pairwise

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.error import mm
from tallplank.core.job.scheme import Scheme
from tallplank.core.joinery.paneling.area import Area
from tallplank.core.joinery.part.part import BuildError
from tallplank.core.space.bow import Bow
from tallplank.core.space.curve import ArcOf, Straight
from tallplank.core.space.offset import ring_of
from tallplank.core.space.outline import Ring

SAME = 1e-6


def arch_of(catalog: Catalog, scheme: Scheme, inner: Area, free: tuple[bool, bool]) -> Bow | None:
    """The lid of a boxing that is arched, between the boards at those of its sides that are free; None for all else.

    Raises:
        BuildError: it would be more than half a circle, or there is nothing below it.
    """
    if scheme.box is None or not scheme.box.arch:
        return None
    left, right = inner.x + scheme.side * free[0], inner.right - scheme.side * free[1]
    rise, room = scheme.box.arch, inner.height - scheme.box.batten
    if rise > min((right - left) / 2, room) + SAME:
        raise BuildError(
            f"A boxing is arched by at most half of what is between its sides, and so that its frame has room below: "
            f"{mm(max(min((right - left) / 2, room), 0.0))}."
        )
    arch = Bow(left, right, inner.top - rise, rise, scheme.side)
    arch = replace(arch, thick=_thickest(catalog, scheme, arch.radius))
    if arch.inner <= 0.0:
        raise BuildError(f"A lid {mm(arch.thick)} thick does not bend so far.")
    return arch


def _thickest(catalog: Catalog, scheme: Scheme, radius: float) -> float:
    """How thick the lid is: as the boards at the sides, or as thick as the board that is bent bends so far, else its thinnest."""
    skin = catalog.boards.get((scheme.box and scheme.box.skin) or "")
    bends = {float(thick): least for thick, least in skin.bends.items()} if skin is not None else {}
    return max((t for t, least in bends.items() if radius - t >= least), default=min(bends, default=scheme.side))


def face_below(arch: Bow, inner: Area) -> Ring:
    """The outline of the face under it, counter-clockwise: level over the boards at its sides."""
    spring, centre = arch.deep, ((arch.left + arch.right) / 2, arch.deep + arch.rise - arch.radius)
    left, right = [(arch.left, spring), (inner.x, spring), (inner.x, inner.z)], [(inner.right, inner.z), (inner.right, spring)]
    corners = [*left, *right, (arch.right, spring)]
    sides = [Straight(a, b) for a, b in pairwise(corners) if a != b]
    return ring_of([*sides, ArcOf((arch.right, spring), (arch.left, spring), centre, arch.radius, True)])
