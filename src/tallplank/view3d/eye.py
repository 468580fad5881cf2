"""The eye that looks at a scene: it turns about what is shown, shifts, comes nearer, or walks through the room at a person's height."""

from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from math import cos, radians, sin, tan
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from vtkmodules.vtkRenderingCore import vtkRenderer

from tallplank.view3d.contact import Lens

Place = tuple[float, float, float]
FILLED = 0.9
"""How much of the picture the units fill when all is shown."""
ANGLE, WALKING_ANGLE = 32.0, 62.0
"""Of the picture from its lower to its upper edge, in degrees: from outside, and at eye height in the room."""
EYE = 1600.0
"""How high the eye of someone standing is; common practice, no source."""
STEEPEST = 80.0
SQUARE = 0.9999
"""A look that is within a degree of it is square."""


@dataclass(frozen=True, slots=True)
class Sight:
    """Where the eye is and what it looks at."""

    place: Place
    focus: Place
    up: Place
    angle: float
    walking: bool


class Cut(NamedTuple):
    """A plane that a square look begins at: a point of it, and the way from it towards the eye, of length 1."""

    at: Place
    way: Place


class Eye:
    """The camera of a renderer, in millimetres; `size` is the picture's in pixels."""

    def __init__(self, renderer: vtkRenderer) -> None:
        self._renderer = renderer
        renderer.GetActiveCamera()  # points are asked through it even where nothing is shown
        self.size = (400, 300)
        self.is_walking = False

    @property
    def place(self) -> Place:
        """Where it is."""
        place: Place = self._renderer.GetActiveCamera().GetPosition()
        return place

    def set_range(self, cut: Cut | None) -> None:
        """Show all there is, from the nearest to the farthest; from a cut on, while it is looked at squarely."""
        self._renderer.ResetCameraClippingRange()
        camera = self._renderer.GetActiveCamera()
        if cut is None or float(np.dot(camera.GetDirectionOfProjection(), cut.way)) > -SQUARE:
            return
        reach, (near, far) = float(np.dot(np.subtract(camera.GetPosition(), cut.at), cut.way)), camera.GetClippingRange()
        if near < reach < far:
            camera.SetClippingRange(reach, far)

    @property
    def lens(self) -> Lens:
        """How depths are to be read."""
        camera = self._renderer.GetActiveCamera()
        return Lens(tan(radians(camera.GetViewAngle() / 2)), *camera.GetClippingRange())

    @contextmanager
    def shifted(self, aside: float, up: float) -> Iterator[None]:
        """While it lasts the picture is shifted by parts of a pixel."""
        camera, (width, height) = self._renderer.GetActiveCamera(), self.size
        camera.SetWindowCenter(2 * aside / width, 2 * up / height)
        try:
            yield
        finally:
            camera.SetWindowCenter(0.0, 0.0)

    def sight(self) -> Sight:
        """Where it is and what it looks at, to come back to."""
        camera = self._renderer.GetActiveCamera()
        return Sight(camera.GetPosition(), camera.GetFocalPoint(), camera.GetViewUp(), camera.GetViewAngle(), self.is_walking)

    def take(self, sight: Sight) -> None:
        """Look as it did once."""
        camera = self._renderer.GetActiveCamera()
        camera.SetPosition(*sight.place)
        camera.SetFocalPoint(*sight.focus)
        camera.SetViewUp(*sight.up)
        camera.SetViewAngle(sight.angle)
        self.is_walking = sight.walking

    def stand(self, at: tuple[float, float], way: tuple[float, float]) -> None:
        """Stand at a point of the plan at eye height and look along a way on it."""
        self.take(Sight((*at, EYE), (at[0] + way[0] * 1000, at[1] + way[1] * 1000, EYE - 120.0), (0.0, 0.0, 1.0), WALKING_ANGLE, True))

    def walk(self, ahead: float, aside: float = 0.0) -> None:
        """Step ahead and to the right, by millimetres, on the level."""
        camera = self._renderer.GetActiveCamera()
        forward = np.array(camera.GetDirectionOfProjection())
        forward[2] = 0.0
        forward /= max(float(np.linalg.norm(forward)), 1e-9)
        shift = forward * ahead + np.array((forward[1], -forward[0], 0.0)) * aside
        camera.SetPosition(*(np.array(camera.GetPosition()) + shift))
        camera.SetFocalPoint(*(np.array(camera.GetFocalPoint()) + shift))

    def look_round(self, right: float, up: float) -> None:
        """Turn the head, by degrees."""
        camera = self._renderer.GetActiveCamera()
        x, y, z = camera.GetDirectionOfProjection()
        steep = float(np.degrees(np.arcsin(np.clip(z, -1.0, 1.0))))
        steep = radians(float(np.clip(steep + up, -STEEPEST, STEEPEST)))
        turn = float(np.arctan2(y, x)) - radians(right)
        px, py, pz = camera.GetPosition()
        way = (cos(turn) * cos(steep), sin(turn) * cos(steep), sin(steep))
        camera.SetFocalPoint(px + way[0] * 1000, py + way[1] * 1000, pz + way[2] * 1000)
        camera.SetViewUp(0, 0, 1)

    def orbit(self, dx: float, dy: float) -> None:
        """Turn about the middle of what is shown, by pixels dragged."""
        camera = self._renderer.GetActiveCamera()
        camera.Azimuth(-dx * 0.4)
        steepness = camera.GetPosition()[2] - camera.GetFocalPoint()[2]
        if not (dy > 0 and steepness > 0.985 * camera.GetDistance()) and not (dy < 0 and steepness < -0.3 * camera.GetDistance()):
            camera.Elevation(dy * 0.4)
        camera.SetViewUp(0, 0, 1)

    def pan(self, dx: float, dy: float) -> None:
        """Shift the picture by pixels dragged (y up)."""
        camera = self._renderer.GetActiveCamera()
        right, up = self._axes()
        step = self._world_per_pixel()
        shift = -(right * dx + up * dy) * step
        camera.SetPosition(*(np.array(camera.GetPosition()) + shift))
        camera.SetFocalPoint(*(np.array(camera.GetFocalPoint()) + shift))

    def zoom(self, factor: float, x: float, y: float) -> None:
        """Come nearer (factor above 1) about a point of the picture, from its middle in pixels (y up)."""
        camera = self._renderer.GetActiveCamera()
        distance = camera.GetDistance() / factor
        if not 200 < distance < 60_000:
            return
        before = self._world_per_pixel()
        camera.Dolly(factor)
        right, up = self._axes()
        shift = (right * x + up * y) * (before - self._world_per_pixel())
        camera.SetPosition(*(np.array(camera.GetPosition()) + shift))
        camera.SetFocalPoint(*(np.array(camera.GetFocalPoint()) + shift))

    def look_from(self, direction: Place, extent: tuple[Place, Place], shown: Sequence[Place]) -> None:
        """Look at the middle of a box from a direction and fit what is shown into the picture."""
        self.is_walking = False
        camera = self._renderer.GetActiveCamera()
        camera.SetViewAngle(ANGLE)
        low, high = map(np.array, extent)
        centre = low + (high - low) * (0.5, 0.5, 0.45)
        camera.SetFocalPoint(*centre)
        camera.SetPosition(*(centre + np.array(direction) * 1000))
        straight = abs(direction[0]) + abs(direction[1]) < 1e-6
        camera.SetViewUp(*((0, 1, 0) if straight else (0, 0, 1)))
        self.fit(shown or extent)

    def fit(self, shown: Sequence[Place]) -> None:
        """Bring all these points wholly into the picture."""
        corners = np.array(shown)
        low, high = corners.min(axis=0), corners.max(axis=0)
        self._renderer.ResetCamera(low[0], high[0], low[1], high[1], low[2], high[2])
        box = np.array([(x, y, z) for x in (low[0], high[0]) for y in (low[1], high[1]) for z in (low[2], high[2])])
        for _ in range(4):
            self._renderer.GetActiveCamera().Dolly(FILLED / max(self._spread(box), 1e-3))

    def _spread(self, points: NDArray[np.float64]) -> float:
        """How far the points reach from the middle of the picture: 1 is its edge."""
        width, height = self.size
        matrix = self._renderer.GetActiveCamera().GetCompositeProjectionTransformMatrix(width / height, 1.0, 1e5)
        flat = np.array([matrix.MultiplyPoint((*p, 1.0)) for p in points])
        return float(np.abs(flat[:, :2] / np.abs(flat[:, 3:])).max())

    def _axes(self) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        camera = self._renderer.GetActiveCamera()
        forward, up = np.array(camera.GetDirectionOfProjection()), np.array(camera.GetViewUp())
        right = np.cross(forward, up)
        right /= np.linalg.norm(right)
        return right, np.cross(right, forward)

    def _world_per_pixel(self) -> float:
        camera = self._renderer.GetActiveCamera()
        return float(2 * camera.GetDistance() * np.tan(np.radians(camera.GetViewAngle() / 2)) / self.size[1])
