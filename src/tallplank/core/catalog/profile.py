"""Profiles of moldings, drawn as SVG: one closed path, in millimetres, x outwards from what it stands at, y downwards from its top.

The path is read with fontTools; curves become chords of at most a tenth of a millimetre's error. Files from outside are read
defensively: no document type, one path, a bounded size.
"""

import re
from itertools import pairwise
from math import ceil, hypot
from typing import Any
from xml.etree import ElementTree

from fontTools.pens.basePen import BasePen
from fontTools.svgLib.path import parse_path

from tallplank.core.error import PlankError
from tallplank.core.space.outline import Ring, area, bounds, is_simple

LARGEST, MOST_POINTS = 200_000, 400
MOST_READ = 20 * MOST_POINTS
"""Points of a path before those that lie on one another are one."""
SMALLEST_SIDE, LARGEST_SIDE = 3.0, 400.0
ERROR = 0.1
LARGEST_NUMBER = 1e6
"""Nothing in the path of a profile is larger, wherever it lies on its sheet."""
_NUMBER = re.compile(r"\d+\.?\d*(?:[eE][-+]?\d+)?|\.\d+(?:[eE][-+]?\d+)?")
SAME = 1e-6


class ProfileError(PlankError):
    """A profile cannot be read; the text says why."""


class _Chords(BasePen):  # type: ignore[misc]
    """Follows a path and keeps the corners of its chords."""

    def __init__(self) -> None:
        super().__init__({})
        self.rings: list[list[tuple[float, float]]] = []

    def _moveTo(self, pt: tuple[float, float]) -> None:
        self.rings.append([pt])

    def _lineTo(self, pt: tuple[float, float]) -> None:
        self.rings[-1].append(pt)

    def _curveToOne(self, pt1: tuple[float, float], pt2: tuple[float, float], pt3: tuple[float, float]) -> None:
        start = self.rings[-1][-1]
        bulge = max(
            hypot(start[0] - 2 * pt1[0] + pt2[0], start[1] - 2 * pt1[1] + pt2[1]),
            hypot(pt1[0] - 2 * pt2[0] + pt3[0], pt1[1] - 2 * pt2[1] + pt3[1]),
        )
        count = max(min(ceil((0.75 * bulge / ERROR) ** 0.5), MOST_POINTS), 1)
        for i in range(1, count + 1):
            t, u = i / count, 1 - i / count
            weights = (u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t)
            x, y = (sum(w * p[axis] for w, p in zip(weights, (start, pt1, pt2, pt3), strict=True)) for axis in (0, 1))
            self.rings[-1].append((x, y))

    def _closePath(self) -> None:
        pass

    def _endPath(self) -> None:
        pass


def read_profile(text: str, name: str) -> Ring:
    """The outline in a drawing, counter-clockwise in (up, outwards), beginning at 0 in both.

    Raises:
        ProfileError: it is no such drawing; the text names the file.
    """
    if len(text) > LARGEST:
        raise ProfileError(f"{name}: a profile has at most {LARGEST // 1000} kB.")
    if "<!" in text.replace("<!--", ""):
        raise ProfileError(f"{name}: a profile has no document type and no entities.")
    try:
        paths = [e for e in ElementTree.fromstring(text).iter() if e.tag.rsplit("}", 1)[-1] == "path"]
    except (ElementTree.ParseError, ValueError) as problem:
        raise ProfileError(f"{name}: this is no SVG drawing: {problem}.") from None
    if len(paths) != 1:
        raise ProfileError(f"{name}: a profile is one path; there are {len(paths)}.")
    return _outline(paths[0].get("d", ""), name)


def _outline(d: str, name: str) -> Ring:
    pen: Any = _Chords()
    if not all(abs(float(number)) < LARGEST_NUMBER for number in _NUMBER.findall(d)):
        raise ProfileError(f"{name}: a number in the path of the profile is larger than any profile.")
    try:
        parse_path(d, pen)
    except (ValueError, IndexError, TypeError, AssertionError, ArithmeticError):
        raise ProfileError(f"{name}: the path of the profile cannot be read.") from None
    if len(pen.rings) != 1:
        raise ProfileError(f"{name}: a profile is one closed outline.")
    (points,) = pen.rings
    if len(points) > MOST_READ:
        raise ProfileError(f"{name}: the outline of a profile has at most {MOST_POINTS} corners.")
    (left, top), (right, low) = bounds(points)
    ring = _without_doubles([(round(low - y, 6), round(x - left, 6)) for x, y in points])
    if not all(SMALLEST_SIDE <= side <= LARGEST_SIDE for side in (right - left, low - top)):
        raise ProfileError(f"{name}: a profile is {SMALLEST_SIDE:g} to {LARGEST_SIDE:g} mm wide and high.")
    if not 3 <= len(ring) <= MOST_POINTS or not is_simple(ring):
        raise ProfileError(f"{name}: the outline of a profile does not cross itself, and has at most {MOST_POINTS} corners.")
    return ring if _runs_left(ring) else tuple(reversed(ring))


def _without_doubles(points: list[tuple[float, float]]) -> Ring:
    kept = [a for a, b in pairwise([*points, points[0]]) if hypot(a[0] - b[0], a[1] - b[1]) > SAME]
    return tuple(kept)


def _runs_left(ring: Ring) -> bool:
    assert area(ring) != 0
    return sum(a[0] * b[1] - a[1] * b[0] for a, b in pairwise([*ring, ring[0]])) > 0
