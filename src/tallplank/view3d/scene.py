"""A room rendered off screen into an array of pixels."""

import os
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
import vtkmodules.vtkRenderingOpenGL2  # noqa: F401  registers the renderer
from numpy.typing import NDArray
from vtkmodules.util.numpy_support import numpy_to_vtk, numpy_to_vtkIdTypeArray, vtk_to_numpy
from vtkmodules.vtkCommonCore import vtkPoints, vtkUnsignedCharArray
from vtkmodules.vtkCommonDataModel import vtkCellArray, vtkImageData, vtkPolyData
from vtkmodules.vtkRenderingCore import (
    vtkActor,
    vtkPolyDataMapper,
    vtkProperty,
    vtkRenderer,
    vtkRenderWindow,
    vtkTexture,
)

from tallplank.core.catalog.look import Look
from tallplank.core.solid.mesh import Faces
from tallplank.core.solid.scene import Block, Solids
from tallplank.core.solid.texture import pixels
from tallplank.core.space.frame import Vec
from tallplank.core.space.outline import edges, holds

Colour = tuple[float, float, float]
FLAT = 1e-9


@dataclass(frozen=True, slots=True)
class Tones:
    """Colours of what is no material: the ground, the walls, the lines and what is selected."""

    ground: Colour
    shell: Mapping[str, Colour]
    """Of wall, floor, glass and door."""
    line: Colour
    selected: Colour


if not os.environ.get("DISPLAY"):
    os.environ.setdefault("VTK_DEFAULT_OPENGL_WINDOW", "vtkEGLRenderWindow")


FILLED = 0.9
"""How much of the picture the units fill when all is shown."""


@dataclass(frozen=True, slots=True)
class Light:
    """Even light with a fixed fall: how bright a side is that faces up, down, along x and along y.

    It is worked into the colours once, so that turning the camera costs no more than showing the triangles.
    """

    up: float
    down: float
    x: float
    y: float

    def of(self, normals: NDArray[np.float32]) -> NDArray[np.float64]:
        """The brightness of each side."""
        weight = normals.astype(np.float64) ** 2
        upright = np.where(normals[:, 2] > 0, self.up, self.down)
        brightness: NDArray[np.float64] = weight[:, 2] * upright + weight[:, 0] * self.x + weight[:, 1] * self.y
        return brightness


NEARER = 0.9996
"""Lines are drawn this much nearer to the eye than they are: in the same place of the picture, but before their faces."""
BEHIND_LINES = (1.0, 1.0)
"""By how much faces stand back behind lines, by their slope and in steps of the depth buffer: lines of slanting faces stay whole."""
SHELL = "shell-"
GLASS = 0.35
"""How much of what is behind it glass hides."""
BODY_LIGHT, SHELL_LIGHT = Light(1.04, 0.6, 0.82, 0.94), Light(0.86, 0.9, 0.95, 1.0)


class Scene:
    """Shows solids through a camera. Sizes are in pixels; the picture's rows run from the top."""

    def __init__(self, looks: Mapping[str, Look], tones: Tones) -> None:
        self._looks = looks
        self._actors: dict[str, tuple[vtkActor, vtkPolyData]] = {}
        self._blocks: Sequence[Block] = ()
        self._extent = (Vec(0.0, 0.0, 0.0), Vec(4000.0, 3000.0, 2500.0))
        self.renderer = vtkRenderer()
        self.window: Any = vtkRenderWindow()
        self.window.SetOffScreenRendering(1)
        self.window.SetMultiSamples(0)
        self.window.SetSize(400, 300)
        self.window.AddRenderer(self.renderer)
        self.renderer.SetAutomaticLightCreation(0)
        self._opacity, self._kept = 1.0, ""
        self._lines = self._line_actor(1.0)
        self._chosen = self._line_actor(2.5)
        self.tint(tones)

    def use(self, looks: Mapping[str, Look]) -> None:
        """Show other looks from the next solids on."""
        if looks is not self._looks:
            self._looks = looks
            for actor, _ in self._actors.values():
                self.renderer.RemoveActor(actor)
            self._actors.clear()

    def tint(self, tones: Tones) -> None:
        """Use other colours."""
        self._tones = tones
        self.renderer.SetBackground(*tones.ground)
        self._lines.GetProperty().SetColor(*tones.line)
        self._chosen.GetProperty().SetColor(*tones.selected)

    def show(self, solids: Solids) -> None:
        """Show these surfaces; the camera stays."""
        self._blocks, self._extent = solids.blocks, (solids.low, solids.high)
        present = set()
        for batch in solids.shell:
            self._show_faces(SHELL + batch.look, batch.faces)
            present.add(SHELL + batch.look)
        for batch in solids.batches:
            self._show_faces(batch.look, batch.faces)
            present.add(batch.look)
        for name in set(self._actors) - present:
            self.renderer.RemoveActor(self._actors.pop(name)[0])
        _set_lines(self._lines, solids.lines)

    def fade(self, opacity: float, kept: str = "") -> None:
        """Show all faces but those of one look see-through, from the next solids on."""
        self._opacity, self._kept = opacity, kept

    def choose(self, units: Sequence[str]) -> None:
        """Mark these units by their outlines."""
        wanted = set(units)
        edges = [_block_lines(b) for b in self._blocks if b.owner in wanted]
        _set_lines(self._chosen, np.concatenate(edges) if edges else np.zeros((0, 2, 3), np.float32))

    def resize(self, width: int, height: int) -> None:
        """Render pictures of this size."""
        self.window.SetSize(max(width, 8), max(height, 8))

    def smooth(self, on: bool) -> None:
        """Smooth edges, for when the camera rests."""
        self.renderer.SetUseFXAA(on)

    def render(self) -> NDArray[np.uint8]:
        """The picture as (height, width, 4) bytes, rows from the bottom up as the renderer gives them."""
        for actor in (self._lines, self._chosen):
            actor.SetOrigin(*self.renderer.GetActiveCamera().GetPosition())
        self.renderer.ResetCameraClippingRange()
        self.window.Render()
        width, height = self.window.GetSize()
        data = vtkUnsignedCharArray()
        self.window.GetRGBACharPixelData(0, 0, width - 1, height - 1, 1, data)
        picture = vtk_to_numpy(data).reshape(height, width, 4)
        picture[:, :, 3] = 255  # see-through faces leave theirs behind
        return picture

    def close(self) -> None:
        """Give the renderer's memory back."""
        self.window.Finalize()

    def orbit(self, dx: float, dy: float) -> None:
        """Turn about the middle of what is shown, by pixels dragged."""
        camera = self.renderer.GetActiveCamera()
        camera.Azimuth(-dx * 0.4)
        steepness = camera.GetPosition()[2] - camera.GetFocalPoint()[2]
        if not (dy > 0 and steepness > 0.985 * camera.GetDistance()) and not (dy < 0 and steepness < -0.3 * camera.GetDistance()):
            camera.Elevation(dy * 0.4)
        camera.SetViewUp(0, 0, 1)

    def pan(self, dx: float, dy: float) -> None:
        """Shift the picture by pixels dragged (y up)."""
        camera = self.renderer.GetActiveCamera()
        right, up = self._axes()
        step = self._world_per_pixel()
        shift = -(right * dx + up * dy) * step
        camera.SetPosition(*(np.array(camera.GetPosition()) + shift))
        camera.SetFocalPoint(*(np.array(camera.GetFocalPoint()) + shift))

    def zoom(self, factor: float, x: float, y: float) -> None:
        """Come nearer (factor above 1) about a point of the picture, from its middle in pixels (y up)."""
        camera = self.renderer.GetActiveCamera()
        distance = camera.GetDistance() / factor
        if not 200 < distance < 60_000:
            return
        before = self._world_per_pixel()
        camera.Dolly(factor)
        right, up = self._axes()
        shift = (right * x + up * y) * (before - self._world_per_pixel())
        camera.SetPosition(*(np.array(camera.GetPosition()) + shift))
        camera.SetFocalPoint(*(np.array(camera.GetFocalPoint()) + shift))

    def look_from(self, direction: tuple[float, float, float], focus: tuple[float, float, float] | None = None) -> None:
        """Look at the room from a direction and fit it into the picture."""
        camera = self.renderer.GetActiveCamera()
        camera.SetViewAngle(32)
        low, high = map(np.array, self._extent)
        centre = np.array(focus) if focus is not None else low + (high - low) * (0.5, 0.5, 0.45)
        camera.SetFocalPoint(*centre)
        camera.SetPosition(*(centre + np.array(direction) * 1000))
        straight = abs(direction[0]) + abs(direction[1]) < 1e-6
        camera.SetViewUp(*((0, 1, 0) if straight else (0, 0, 1)))
        self.fit()

    def fit(self) -> None:
        """Bring the units, or an empty room, wholly into the picture."""
        corners = np.array([c for b in self._blocks for c in (b.low, b.high)] or self._extent)
        low, high = corners.min(axis=0), corners.max(axis=0)
        self.renderer.ResetCamera(low[0], high[0], low[1], high[1], low[2], high[2])
        box = np.array([(x, y, z) for x in (low[0], high[0]) for y in (low[1], high[1]) for z in (low[2], high[2])])
        for _ in range(4):
            self.renderer.GetActiveCamera().Dolly(FILLED / max(self._spread(box), 1e-3))

    def _spread(self, points: NDArray[np.float64]) -> float:
        """How far the points reach from the middle of the picture: 1 is its edge."""
        width, height = self.window.GetSize()
        matrix = self.renderer.GetActiveCamera().GetCompositeProjectionTransformMatrix(width / height, 1.0, 1e5)
        flat = np.array([matrix.MultiplyPoint((*p, 1.0)) for p in points])
        return float(np.abs(flat[:, :2] / np.abs(flat[:, 3:])).max())

    def unit_at(self, x: float, y: float) -> str | None:
        """The nearest unit under a point of the picture, in pixels from its lower left corner."""
        ends = []
        for depth in (0.0, 1.0):
            self.renderer.SetDisplayPoint(x, y, depth)
            self.renderer.DisplayToWorld()
            point = np.array(self.renderer.GetWorldPoint())
            ends.append(point[:3] / point[3])
        start, along = ends[0], ends[1] - ends[0]
        hits = [(reach, b.owner) for b in self._blocks if (reach := _reach(start, along, b)) is not None]
        return min(hits)[1] if hits else None

    def _axes(self) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        camera = self.renderer.GetActiveCamera()
        forward, up = np.array(camera.GetDirectionOfProjection()), np.array(camera.GetViewUp())
        right = np.cross(forward, up)
        right /= np.linalg.norm(right)
        return right, np.cross(right, forward)

    def _world_per_pixel(self) -> float:
        camera = self.renderer.GetActiveCamera()
        return float(2 * camera.GetDistance() * np.tan(np.radians(camera.GetViewAngle() / 2)) / self.window.GetSize()[1])

    def _show_faces(self, name: str, faces: Faces) -> None:
        if name not in self._actors:
            self._actors[name] = self._face_actor(name)
            self.renderer.AddActor(self._actors[name][0])
        opacity = GLASS if name in self._looks and self._looks[name].kind == "glass" else 1.0
        self._actors[name][0].GetProperty().SetOpacity(1.0 if name == self._kept else opacity * self._opacity)
        scale = self._looks[name].scale if name in self._looks else 1.0
        data = self._actors[name][1]
        points = vtkPoints()
        points.SetData(numpy_to_vtk(faces.corners.reshape(-1, 3), deep=True))
        data.SetPoints(points)
        data.SetPolys(_cells(len(faces), 4))
        data.GetPointData().SetScalars(numpy_to_vtk(self._lit(name, faces), deep=True))
        if self._is_textured(name):
            data.GetPointData().SetTCoords(numpy_to_vtk((faces.uv / scale).reshape(-1, 2).astype(np.float32), deep=True))
        data.Modified()

    def _lit(self, name: str, faces: Faces) -> NDArray[np.uint8]:
        """The colour of every corner: the surface's own, by how the light falls on its side."""
        of_shell = name.startswith(SHELL)
        own = self._tones.shell[name.removeprefix(SHELL)] if of_shell else self._own(name)
        light = (SHELL_LIGHT if of_shell else BODY_LIGHT).of(faces.normals)
        colours = np.clip(light[:, None] * np.array(own) * 255, 0, 255).astype(np.uint8)
        return np.repeat(colours, 4, axis=0)

    def _own(self, name: str) -> Colour:
        if self._is_textured(name):
            return (1.0, 1.0, 1.0)
        return _rgb(self._looks[name].colour if name in self._looks else name)

    def _is_textured(self, name: str) -> bool:
        return name in self._looks and self._looks[name].kind in ("wood", "stone")

    def _face_actor(self, name: str) -> tuple[vtkActor, vtkPolyData]:
        data, mapper, actor = vtkPolyData(), vtkPolyDataMapper(), vtkActor()
        mapper.SetInputData(data)
        mapper.SetResolveCoincidentTopologyToPolygonOffset()
        mapper.SetRelativeCoincidentTopologyPolygonOffsetParameters(*BEHIND_LINES)
        actor.SetMapper(mapper)
        prop: vtkProperty = actor.GetProperty()
        prop.LightingOff()
        if self._is_textured(name):
            actor.SetTexture(_texture(self._looks[name]))
        elif name.startswith(SHELL):
            prop.BackfaceCullingOn()
        return actor, data

    def _line_actor(self, width: float) -> vtkActor:
        actor, mapper = vtkActor(), vtkPolyDataMapper()
        mapper.SetInputData(vtkPolyData())
        actor.SetMapper(mapper)
        actor.GetProperty().SetLineWidth(width)
        actor.GetProperty().LightingOff()
        actor.SetScale(NEARER)
        self.renderer.AddActor(actor)
        return actor


def _rgb(colour: str) -> Colour:
    r, g, b = (int(colour[i : i + 2], 16) / 255 for i in (1, 3, 5))
    return (r, g, b)


def _cells(count: int, corners: int) -> vtkCellArray:
    cells = vtkCellArray()
    offsets = np.arange(0, (count + 1) * corners, corners, dtype=np.int64)
    cells.SetData(
        numpy_to_vtkIdTypeArray(offsets, deep=True), numpy_to_vtkIdTypeArray(np.arange(count * corners, dtype=np.int64), deep=True)
    )
    return cells


def _set_lines(actor: vtkActor, lines: NDArray[np.float32]) -> None:
    data = vtkPolyData()
    points = vtkPoints()
    points.SetData(numpy_to_vtk(lines.reshape(-1, 3).astype(np.float32), deep=True))
    data.SetPoints(points)
    data.SetLines(_cells(len(lines), 2))
    actor.GetMapper().SetInputData(data)


def _block_lines(block: Block) -> NDArray[np.float32]:
    found = []
    for (x0, y0), (x1, y1) in edges(block.ring):
        found += [((x0, y0, z), (x1, y1, z)) for z in (block.base, block.top)]
        found.append(((x0, y0, block.base), (x0, y0, block.top)))
    return np.array(found, dtype=np.float32)


def _texture(look: Look) -> vtkTexture:
    image = vtkImageData()
    data = pixels(look)
    image.SetDimensions(data.shape[1], data.shape[0], 1)
    image.GetPointData().SetScalars(numpy_to_vtk(data.reshape(-1, 3), deep=True))
    texture = vtkTexture()
    texture.SetInputData(image)
    texture.RepeatOn()
    texture.InterpolateOn()
    texture.MipmapOn()
    return texture


def _reach(start: NDArray[np.float64], along: NDArray[np.float64], block: Block) -> float | None:
    """How far along a ray it enters a block, or None."""
    with np.errstate(divide="ignore", invalid="ignore"):
        a, b = (np.array(block.low) - start) / along, (np.array(block.high) - start) / along
    near, far = float(np.nanmax(np.minimum(a, b))), float(np.nanmin(np.maximum(a, b)))
    if not (near <= far and far > 0):
        return None
    return min((t for t in _entries(start, along, block) if t > 0), default=None)


def _entries(start: NDArray[np.float64], along: NDArray[np.float64], block: Block) -> Iterator[float]:
    """Where a ray passes through the sides and ends of a block."""
    for (x0, y0), (x1, y1) in edges(block.ring):
        nx, ny = y1 - y0, x0 - x1
        falling = nx * along[0] + ny * along[1]
        if abs(falling) < FLAT:
            continue
        t = (nx * (x0 - start[0]) + ny * (y0 - start[1])) / falling
        x, y, z = start + t * along
        inside = (x - x0) * (x1 - x0) + (y - y0) * (y1 - y0)
        if block.base <= z <= block.top and 0 <= inside <= nx * nx + ny * ny:
            yield float(t)
    for level in (block.base, block.top) if abs(along[2]) > FLAT else ():
        t = (level - start[2]) / along[2]
        x, y, _ = start + t * along
        if holds(block.ring, (float(x), float(y))):
            yield float(t)
