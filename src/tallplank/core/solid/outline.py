"""The edges of parts that are drawn as lines."""

from functools import lru_cache

import numpy as np
from shapely import box, union_all

from tallplank.core.joinery.paneling.box.boxing import INSIDE
from tallplank.core.joinery.paneling.filling.section import is_slat
from tallplank.core.joinery.part.form.form import SHEET, Form
from tallplank.core.joinery.part.form.sheet import prism_lines
from tallplank.core.joinery.part.part import Part
from tallplank.core.space.frame import Floats

NONE = np.zeros((0, 2, 3), np.float32)


def outline(part: Part) -> Floats:
    """The edges of what is seen of a part, in its unit."""
    return part.form.standing(part.frame).all_out(bare_outline(part))


def is_lined(part: Part) -> bool:
    """Whether its edges are drawn: not those of a panel in grooves, of what is in a boxing, and of slats."""
    if is_slat(part) or part.tag.role in INSIDE:
        return False
    thin = part.surface == "front" and part.kind == "front" and part.thickness.value < part.finish.thickness
    return not (thin and part.form.is_square)


def bare_outline(part: Part) -> Floats:
    """The same where it stands: without its tongues."""
    if not is_lined(part):
        return NONE
    notches = tuple([(p.low.x, p.low.y, p.high.x, p.high.y) for p in part.pockets if p.what == "notch"])
    if notches and part.form == SHEET:
        return _notched_lines(part.size, notches)
    tongue = max((p.high.x - p.low.x for p in part.pockets if p.what == "tongue" and p.high.x - p.low.x < part.size[0] / 2), default=0.0)
    return _lines(part.form, part.size, tongue)


@lru_cache(maxsize=500)
def _notched_lines(size: tuple[float, float, float], notches: tuple[tuple[float, float, float, float], ...]) -> Floats:
    """The edges of a rectangular board whose corners or ends are notched."""
    left = box(0.0, 0.0, size[0], size[1]).difference(union_all([box(*notch) for notch in notches]))
    rings = [tuple(piece.exterior.coords)[:-1] for piece in getattr(left, "geoms", (left,))]
    return np.concatenate([prism_lines(ring, size[2], ring) for ring in rings])


@lru_cache(maxsize=5000)
def _lines(form: Form, size: tuple[float, float, float], tongue: float) -> Floats:
    """The edges of a form of a size: alike parts share them."""
    return form.lines(size, tongue)
