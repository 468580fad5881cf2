"""A room rendered off screen into an array of pixels."""

import os
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
import vtkmodules.vtkRenderingOpenGL2  # noqa: F401  registers the renderer
from numpy.typing import NDArray
from vtkmodules.util.numpy_support import numpy_to_vtk, vtk_to_numpy
from vtkmodules.vtkCommonCore import vtkPoints, vtkUnsignedCharArray
from vtkmodules.vtkCommonDataModel import vtkPolyData
from vtkmodules.vtkRenderingCore import (
    vtkActor,
    vtkLight,
    vtkPolyDataMapper,
    vtkProperty,
    vtkRenderer,
    vtkRenderWindow,
)

from tallplank.core.catalog.look import Look
from tallplank.core.job.picture import Picture
from tallplank.core.joinery.part.part import PartRef
from tallplank.core.measure.memo import are_same
from tallplank.core.solid.mesh import Faces
from tallplank.core.solid.on_wall import SideSolids
from tallplank.core.solid.scene import SceneBlock, Solids
from tallplank.core.solid.shell import STANDS
from tallplank.core.space.frame import Vec
from tallplank.view3d.eye import Eye, Place
from tallplank.view3d.lines import block_lines, cells, set_lines
from tallplank.view3d.pointing import reach as reach_to
from tallplank.view3d.texture import look_texture, picture_texture

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
CONTACT, SAMPLES = 110.0, 40
"""How far, in millimetres, corners and things near one another take light from each other at rest; and in how many samples."""
WITHIN = np.array([(0.5, 0.5, 0.5), *((x, y, z) for x in (0.1, 0.9) for y in (0.1, 0.9) for z in (0.1, 0.9))])
"""Points of a unit, as shares of the box around it, that are to be seen."""
HIDING = 0.16
"""How much is left of what stands between the eye and the units."""
GLASS = 0.35
"""How much of what is behind it glass hides."""
BODY_LIGHT, SHELL_LIGHT = Light(1.04, 0.6, 0.82, 0.94), Light(0.86, 0.9, 0.95, 1.0)


class Scene:
    """Shows solids through a camera. Sizes are in pixels; the picture's rows run from the top."""

    def __init__(self, looks: Mapping[str, Look], tones: Tones) -> None:
        self._looks = looks
        self._actors: dict[str, tuple[vtkActor, vtkPolyData]] = {}
        self._blocks: Sequence[SceneBlock] = ()
        self._extent = (Vec(0.0, 0.0, 0.0), Vec(4000.0, 3000.0, 2500.0))
        self.renderer = vtkRenderer()
        self.window: Any = vtkRenderWindow()
        self.window.SetOffScreenRendering(1)
        self.window.SetMultiSamples(0)
        self.window.SetSize(400, 300)
        self.window.AddRenderer(self.renderer)
        self.renderer.SetAutomaticLightCreation(0)
        self.renderer.SetSSAORadius(CONTACT)
        self.renderer.SetSSAOBias(CONTACT / 12)
        self.renderer.SetSSAOKernelSize(SAMPLES)
        self.renderer.SSAOBlurOn()
        light = vtkLight()
        light.SetLightTypeToHeadlight()
        self.renderer.AddLight(light)
        self.eye = Eye(self.renderer)
        self._pictures: Mapping[str, Picture] = {}
        self._standing: dict[str, tuple[NDArray[np.float64], NDArray[np.float64]]] = {}
        """The boxes around what stands in the room and may hide units, by the names of their actors."""
        self._surfaces: dict[str, tuple[object, ...]] = {}
        """What each actor shows, and with what picture and colours."""
        self._sides: Sequence[SideSolids] = ()
        self._side_lines: list[vtkActor] = []
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
        self._bring(solids.pictures)
        self._standing = {}
        present = set()
        for batch in solids.shell:
            name = SHELL + batch.look
            self._show_faces(name, batch.faces)
            present.add(name)
            if STANDS in name:
                points = batch.faces.corners.reshape(-1, 3).astype(np.float64)
                self._standing[name] = (points.min(axis=0), points.max(axis=0))
        for batch in solids.batches:
            self._show_faces(batch.look, batch.faces)
            present.add(batch.look)
        present |= self._show_sides(solids.sides)
        for name in set(self._actors) - present:
            self.renderer.RemoveActor(self._actors.pop(name)[0])
        set_lines(self._lines, solids.lines)

    def _show_sides(self, sides: Sequence[SideSolids]) -> set[str]:
        """Show what is mounted on walls, anew only what is not as it was; returns the names of its actors."""
        before, found = self._sides, set()
        for lines in self._side_lines[len(sides) :]:
            self.renderer.RemoveActor(lines)
        self._sides, self._side_lines = sides, self._side_lines[: len(sides)]
        for number, side in enumerate(sides):
            for batch in side.batches:
                name = f"{batch.look}{STANDS}{number}"
                self._show_faces(name, batch.faces)
                found.add(name)
            if number == len(self._side_lines):
                self._side_lines.append(self._line_actor(1.0))
            self._side_lines[number].GetProperty().SetColor(*self._tones.line)
            if number >= len(before) or before[number] is not side:
                set_lines(self._side_lines[number], side.lines)
        return found

    def _hide_from_behind(self) -> None:
        """What is mounted on a wall is not seen from behind it, as the wall itself is not."""
        x, y, _ = self.eye.place
        for number, side in enumerate(self._sides):
            before = (x - side.at.x) * side.into.x + (y - side.at.y) * side.into.y <= 0.0
            self._side_lines[number].SetVisibility(before)
            for batch in side.batches:
                self._actors[f"{batch.look}{STANDS}{number}"][0].SetVisibility(before)

    def _bring(self, pictures: Mapping[str, Picture]) -> None:
        """Use these pictures; an actor of one that is another now is made anew."""
        changed = {key for key in {*pictures, *self._pictures} if pictures.get(key) is not self._pictures.get(key)}
        self._pictures = pictures
        for name in [n for n in self._actors if _look_of(n) in changed]:
            self.renderer.RemoveActor(self._actors.pop(name)[0])

    def look_from(self, direction: Place) -> None:
        """Look at the room from a direction and fit the units, or the empty room, into the picture."""
        self.eye.look_from(direction, self._extent, self._shown())

    def fit(self) -> None:
        """Bring the units, or an empty room, wholly into the picture."""
        self.eye.fit(self._shown() or self._extent)

    def _shown(self) -> list[Place]:
        return [corner for b in self._blocks for corner in (b.low, b.high)]

    def _fade_what_hides(self) -> None:
        """What stands in the room fades while it is between the eye and a unit; walls are not seen from behind at all."""
        if not self._standing:
            return
        eye = np.array(self.eye.place)
        boxes = np.array([(b.low, b.high) for b in self._blocks], dtype=np.float64).reshape(-1, 2, 3)
        targets = np.concatenate([boxes[:, :1] * (1 - share) + boxes[:, 1:] * share for share in WITHIN], axis=1).reshape(-1, 3)
        for name, (low, high) in self._standing.items():
            hides = not self.eye.is_walking and _is_between(eye, targets, low, high)
            self._actors[name][0].GetProperty().SetOpacity(HIDING if hides else 1.0)

    def fade(self, opacity: float, kept: str = "") -> None:
        """Show all faces but those of one look see-through, from the next solids on."""
        self._opacity, self._kept = opacity, kept

    def choose(self, units: Sequence[str | PartRef]) -> None:
        """Mark these units by their outlines."""
        wanted = set(units)
        edges = [block_lines(b) for b in self._blocks if b.owner in wanted]
        set_lines(self._chosen, np.concatenate(edges) if edges else np.zeros((0, 2, 3), np.float32))

    def resize(self, width: int, height: int) -> None:
        """Render pictures of this size."""
        self.eye.size = (max(width, 8), max(height, 8))
        self.window.SetSize(*self.eye.size)

    def smooth(self, on: bool) -> None:
        """Smooth edges, for when the camera rests."""
        self.renderer.SetUseFXAA(on)

    def shade(self, on: bool) -> None:
        """Soft shadows where things meet, for when the camera has rested a while; the renderer knows sides only of what is lit."""
        self.renderer.SetUseSSAO(on)
        for actor, _ in self._actors.values():
            actor.GetProperty().SetLighting(on)

    def render(self) -> NDArray[np.uint8]:
        """The picture as (height, width, 4) bytes, rows from the bottom up as the renderer gives them."""
        self._fade_what_hides()
        self._hide_from_behind()
        for actor in (self._lines, self._chosen, *self._side_lines):
            actor.SetOrigin(*self.eye.place)
        self.renderer.ResetCameraClippingRange()
        return self._picture()

    def _picture(self) -> NDArray[np.uint8]:
        self.window.Render()
        width, height = self.window.GetSize()
        data = vtkUnsignedCharArray()
        self.window.GetRGBACharPixelData(0, 0, width - 1, height - 1, 1, data)
        picture: NDArray[np.uint8] = vtk_to_numpy(data).reshape(height, width, 4)
        picture[:, :, 3] = 255  # see-through faces leave theirs behind
        return picture

    def close(self) -> None:
        """Give the renderer's memory back."""
        self.window.Finalize()

    def on_level(self, x: float, y: float, z: float) -> tuple[float, float] | None:
        """The point of the plan that is seen at a point of the picture on a level; None where the level is not seen there."""
        start, along = self._ray(x, y)
        if abs(along[2]) < FLAT or (z - start[2]) / along[2] <= 0:
            return None
        t = (z - start[2]) / along[2]
        return float(start[0] + t * along[0]), float(start[1] + t * along[1])

    def _ray(self, x: float, y: float) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        """Where the eye's ray through a point of the picture starts, and which way it goes."""
        ends = []
        for depth in (0.0, 1.0):
            self.renderer.SetDisplayPoint(x, y, depth)
            self.renderer.DisplayToWorld()
            point = np.array(self.renderer.GetWorldPoint())
            ends.append(point[:3] / point[3])
        return ends[0], ends[1] - ends[0]

    def unit_at(self, x: float, y: float) -> str | PartRef | None:
        """The nearest unit under a point of the picture, in pixels from its lower left corner."""
        start, along = self._ray(x, y)
        hits = [(reach, b.owner) for b in self._blocks if (reach := reach_to(start, along, b)) is not None]
        return min(hits)[1] if hits else None

    def _show_faces(self, name: str, faces: Faces) -> None:
        if name not in self._actors:
            self._actors[name] = self._face_actor(name)
            self._surfaces.pop(name, None)
            self.renderer.AddActor(self._actors[name][0])
        opacity = GLASS if name in self._looks and self._looks[name].kind == "glass" else 1.0
        self._actors[name][0].GetProperty().SetOpacity(1.0 if name == self._kept else opacity * self._opacity)
        key = _look_of(name)
        picture = self._pictures.get(key)
        shown = (faces, picture, self._tones)
        if are_same(shown, self._surfaces.get(name, ())):
            return
        self._surfaces[name] = shown
        scale = (picture.width, picture.height) if picture else (self._looks[key].scale,) * 2 if key in self._looks else (1.0, 1.0)
        data = self._actors[name][1]
        points = vtkPoints()
        points.SetData(numpy_to_vtk(faces.corners.reshape(-1, 3), deep=True))
        data.SetPoints(points)
        data.SetPolys(cells(len(faces), 4))
        data.GetPointData().SetScalars(numpy_to_vtk(self._lit(name, faces), deep=True))
        if self._is_textured(key):
            data.GetPointData().SetTCoords(numpy_to_vtk((faces.uv / np.array(scale)).reshape(-1, 2).astype(np.float32), deep=True))
        data.Modified()

    def _lit(self, name: str, faces: Faces) -> NDArray[np.uint8]:
        """The colour of every corner: the surface's own, by how the light falls on its side."""
        of_shell, key = name.startswith(SHELL), _look_of(name)
        own = self._tones.shell.get(key) if of_shell else None
        if own is None:
            own = self._own(key)
        light = (SHELL_LIGHT if of_shell else BODY_LIGHT).of(faces.normals)
        colours = np.clip(light[:, None] * np.array(own) * 255, 0, 255).astype(np.uint8)
        return np.repeat(colours, 4, axis=0)

    def _own(self, key: str) -> Colour:
        if self._is_textured(key):
            return (1.0, 1.0, 1.0)
        if key in self._looks:
            return _rgb(self._looks[key].colour)
        return _rgb(key) if key.startswith("#") else self._tones.shell["wall"]

    def _is_textured(self, key: str) -> bool:
        return key in self._pictures or (key in self._looks and self._looks[key].kind in ("wood", "stone", "tile"))

    def _face_actor(self, name: str) -> tuple[vtkActor, vtkPolyData]:
        data, mapper, actor = vtkPolyData(), vtkPolyDataMapper(), vtkActor()
        mapper.SetInputData(data)
        mapper.SetResolveCoincidentTopologyToPolygonOffset()
        mapper.SetRelativeCoincidentTopologyPolygonOffsetParameters(*BEHIND_LINES)
        actor.SetMapper(mapper)
        prop: vtkProperty = actor.GetProperty()
        prop.LightingOff()
        prop.SetAmbient(1.0)
        prop.SetDiffuse(0.0)
        key = _look_of(name)
        if self._is_textured(key):
            actor.SetTexture(picture_texture(self._pictures[key]) if key in self._pictures else look_texture(self._looks[key]))
        if name.startswith(SHELL) or STANDS in name:  # closed bodies on walls, of which there may be thousands, are seen from outside
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


def _look_of(name: str) -> str:
    """What a thing of this name is covered with."""
    return name.removeprefix(SHELL).partition(STANDS)[0]


def _is_between(eye: NDArray[np.float64], targets: NDArray[np.float64], low: NDArray[np.float64], high: NDArray[np.float64]) -> bool:
    """Whether a box lies on the way from the eye to any of these points."""
    if not len(targets):
        return False
    along = targets - eye
    along[np.abs(along) < FLAT] = FLAT
    a, b = (low - eye) / along, (high - eye) / along
    near, far = np.minimum(a, b).max(axis=1), np.maximum(a, b).min(axis=1)
    return bool(np.any((near <= far) & (far > 0.0) & (near < 0.98)))


def _rgb(colour: str) -> Colour:
    r, g, b = (int(colour[i : i + 2], 16) / 255 for i in (1, 3, 5))
    return (r, g, b)
