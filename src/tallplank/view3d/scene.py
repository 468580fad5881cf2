"""A room rendered off screen into an array of pixels."""

import os
from collections.abc import Mapping, Sequence
from typing import Any, NamedTuple

import numpy as np
import vtkmodules.vtkRenderingOpenGL2  # noqa: F401  registers the renderer
from numpy.typing import NDArray
from vtkmodules.util.numpy_support import vtk_to_numpy
from vtkmodules.vtkCommonCore import vtkFloatArray, vtkUnsignedCharArray
from vtkmodules.vtkCommonDataModel import vtkPolyData
from vtkmodules.vtkRenderingCore import vtkActor, vtkPolyDataMapper, vtkRenderer, vtkRenderWindow

from tallplank.core.catalog.look import Look
from tallplank.core.joinery.part.part import PartRef
from tallplank.core.solid.mesh import Batch, Faces
from tallplank.core.solid.on_wall import SideSolids
from tallplank.core.solid.scene import SceneBlock, Solids
from tallplank.core.solid.shell import STANDS
from tallplank.core.solid.sight import Fronts, are_behind, neighbours, stand_in
from tallplank.core.space.frame import Floats, Vec
from tallplank.view3d.contact import Lens
from tallplank.view3d.eye import Cut, Eye, Place, Sight
from tallplank.view3d.lines import block_lines, set_lines
from tallplank.view3d.pointing import reach as reach_to
from tallplank.view3d.skin import GHOST, SHELL, Skins, Tones

FLAT = 1e-9

if not os.environ.get("DISPLAY"):
    os.environ.setdefault("VTK_DEFAULT_OPENGL_WINDOW", "vtkEGLRenderWindow")

NEARER = 0.9996
"""Lines are drawn this much nearer to the eye than they are: in the same place of the picture, but before their faces."""
NEAREST = 0.02
"""Who stands amid a room does not see what is nearer than this share of the farthest.

The less it is, the less depths are told apart.
"""
LINE, FAINT = 0.62, 0.16
"""How dark lines are on what they bound, and those of what is faded."""
HIDING = 0.16
"""How much is left of what stands between the eye and the units."""
NO_LINES = np.zeros((0, 2, 3), np.float32)


class SceneView(NamedTuple):
    """How a scene is looked at, and what of it is cut away."""

    sight: Sight
    cut: Cut | None


class Scene:
    """Shows solids through a camera. Sizes are in pixels; the picture's rows run from the top."""

    def __init__(self, looks: Mapping[str, Look], tones: Tones) -> None:
        self._blocks: Sequence[SceneBlock] = ()
        self._fronts = Fronts(())
        self._extent = (Vec(0.0, 0.0, 0.0), Vec(4000.0, 3000.0, 2500.0))
        self.renderer = vtkRenderer()
        self.window: Any = vtkRenderWindow()
        self.window.SetOffScreenRendering(1)
        self.window.SetMultiSamples(0)
        self.window.SetSize(400, 300)
        self.window.AddRenderer(self.renderer)
        self.renderer.SetAutomaticLightCreation(0)
        self.renderer.SetNearClippingPlaneTolerance(NEAREST)
        self.renderer.SetUseOIT(False)  # to sort what is seen through costs more than all the rest
        self.eye = Eye(self.renderer)
        self.skins = Skins(self.renderer, looks, tones)
        self._batches: Sequence[Batch] = ()
        self._edges = NO_LINES
        self._standing: dict[str, SceneBlock] = {}
        """What stands in the room and may hide units, by the names of its surfaces."""
        self._sides: Sequence[SideSolids] = ()
        self._side_lines: list[vtkActor] = []
        self._lines, self._faint, self._chosen = (
            self._line_actor(1.0, LINE),
            self._line_actor(1.0, FAINT),
            self._line_actor(2.5, 1.0),
        )
        self._cut: Cut | None = None
        self.faded: frozenset[str | PartRef] = frozenset()
        """The units that are faded now, since they are in the way."""
        self.tint(tones)

    def use(self, looks: Mapping[str, Look]) -> None:
        """Show other looks from the next solids on."""
        self.skins.use(looks)

    def tint(self, tones: Tones) -> None:
        """Use other colours."""
        self.skins.tones = tones
        self.renderer.SetBackground(*tones.ground)
        for actor in (self._lines, self._faint, *self._side_lines):
            actor.GetProperty().SetColor(*tones.line)
        self._chosen.GetProperty().SetColor(*tones.selected)

    def show(self, solids: Solids) -> None:
        """Show these surfaces; the camera stays."""
        self._blocks, self._extent = solids.blocks, (solids.low, solids.high)
        self._fronts = Fronts(solids.blocks)
        self._batches, self._edges = solids.batches, solids.lines
        self.skins.bring(solids.pictures)
        self.skins.daylight = solids.daylight
        self._standing = {}
        present = set()
        for batch in solids.shell:
            name = SHELL + batch.look
            self.skins.show(name, batch.faces)
            present.add(name)
            if STANDS in name:
                self._standing[name] = _block_around(name, batch.faces)
        present |= self._show_sides(solids.sides)
        self.faded = self._hiders()
        self.skins.keep(present | self._show_bodies())

    def _show_bodies(self) -> set[str]:
        """Show what stands in the room, apart what is faded of it; returns the names of its surfaces."""
        faded = [b for b in self._blocks if b.owner in self.faded]
        others = neighbours(faded, [b for b in self._blocks if b.owner not in self.faded]) if faded else []
        present = set()
        for batch in self._batches:
            parts = {batch.look: (batch.faces, 1.0)}
            if faded:
                out = stand_in(faded, others, batch.faces.corners.mean(axis=1))
                parts = {
                    batch.look: (_only(batch.faces, ~out), 1.0),
                    batch.look + GHOST: (_only(batch.faces, out), HIDING),
                }
            for name, (faces, share) in parts.items():
                if len(faces):
                    self.skins.show(name, faces, share)
                    present.add(name)
        out = stand_in(faded, others, self._edges.mean(axis=1)) if faded else np.zeros(len(self._edges), bool)
        set_lines(self._lines, self._edges[~out] if faded else self._edges)
        set_lines(self._faint, self._edges[out])
        return present

    def _show_sides(self, sides: Sequence[SideSolids]) -> set[str]:
        """Show what is mounted on walls, anew only what is not as it was; returns the names of its actors."""
        before, found = self._sides, set()
        for lines in self._side_lines[len(sides) :]:
            self.renderer.RemoveActor(lines)
        self._sides, self._side_lines = sides, self._side_lines[: len(sides)]
        for number, side in enumerate(sides):
            for batch in side.batches:
                name = f"{batch.look}{STANDS}{number}"
                self.skins.show(name, batch.faces)
                found.add(name)
            if number == len(self._side_lines):
                self._side_lines.append(self._line_actor(1.0, LINE))
            self._side_lines[number].GetProperty().SetColor(*self.skins.tones.line)
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
                self.skins.actor(f"{batch.look}{STANDS}{number}").SetVisibility(before)

    def look_from(self, direction: Place) -> None:
        """Look from a direction and fit the units, or the empty room, into the picture."""
        self._cut = None
        self.eye.look_from(direction, self._extent, self._shown())

    def look_at(self, cut: Cut, box: tuple[Place, Place]) -> None:
        """Look squarely at a box between two corners, which fills the picture; what is before the cut is not seen while it is so."""
        self._cut = cut
        self.eye.look_from(cut.way, box, box)

    @property
    def view(self) -> "SceneView":
        """How it is looked at, to come back to."""
        return SceneView(self.eye.sight(), self._cut)

    @view.setter
    def view(self, view: "SceneView") -> None:
        self._cut = view.cut
        self.eye.take(view.sight)

    def fit(self) -> None:
        """Bring the units, or an empty room, wholly into the picture."""
        self.eye.fit(self._shown() or self._extent)

    def _shown(self) -> list[Place]:
        return [corner for b in self._blocks for corner in (b.low, b.high)]

    def _hiders(self) -> frozenset[str | PartRef]:
        return frozenset() if self.eye.is_walking else self._fronts.hiders(self.eye.place)

    def _fade_what_hides(self) -> None:
        """What stands in the room fades while it is between the eye and a unit; walls are not seen from behind at all."""
        faded = self._hiders()
        if faded != self.faded:
            self.faded = faded
            stay = [name for name in self.skins.names() if name.startswith(SHELL) or STANDS in name]
            self.skins.keep(self._show_bodies().union(stay))
        if self._standing and self._blocks:
            eye, points = np.array(self.eye.place), self._fronts.points.reshape(-1, 3)
            for name, block in self._standing.items():
                hides = not self.eye.is_walking and bool(are_behind(block, eye, points).any())
                self.skins.actor(name).GetProperty().SetOpacity(HIDING if hides else 1.0)

    def fade(self, opacity: float, kept: str = "") -> None:
        """Show all faces but those of one look see-through, from the next solids on."""
        self.skins.opacity, self.skins.kept = opacity, kept

    def choose(self, units: Sequence[str | PartRef]) -> None:
        """Mark these units by their outlines."""
        wanted = set(units)
        edges = [block_lines(b) for b in self._blocks if b.owner in wanted]
        set_lines(self._chosen, np.concatenate(edges) if edges else NO_LINES)

    def resize(self, width: int, height: int) -> None:
        """Render pictures of this size."""
        self.eye.size = (max(width, 8), max(height, 8))
        self.window.SetSize(*self.eye.size)

    def render(self, rests: tuple[float, float] | None = None) -> NDArray[np.uint8]:
        """The picture as (height, width, 4) bytes, rows from the bottom up.

        One of several at rest is shifted by parts of a pixel; it takes longer, since things shine only then.
        """
        self._fade_what_hides()
        self._hide_from_behind()
        self.skins.look(self.eye.place, shining=rests is not None)
        for actor in (self._lines, self._faint, self._chosen, *self._side_lines):
            actor.SetOrigin(*self.eye.place)
        self.eye.set_range(self._cut)
        with self.eye.shifted(*rests or (0.0, 0.0)):
            return self._picture()

    def _picture(self) -> NDArray[np.uint8]:
        self.window.Render()
        width, height = self.window.GetSize()
        data = vtkUnsignedCharArray()
        self.window.GetRGBACharPixelData(0, 0, width - 1, height - 1, 1, data)
        picture: NDArray[np.uint8] = vtk_to_numpy(data).reshape(height, width, 4)
        picture[:, :, 3] = 255  # see-through faces leave theirs behind
        return picture

    def depths(self) -> tuple[NDArray[np.float32], Lens]:
        """How far what is seen is from the eye, without lines: (height, width) from 0, nearest, to 1; and its lens."""
        lines = [a for a in (self._lines, self._faint, self._chosen, *self._side_lines) if a.GetVisibility()]
        for actor in lines:
            actor.SetVisibility(False)
        self.window.Render()
        width, height = self.window.GetSize()
        data = vtkFloatArray()
        self.window.GetZbufferData(0, 0, width - 1, height - 1, data)
        for actor in lines:
            actor.SetVisibility(True)
        return vtk_to_numpy(data).reshape(height, width).copy(), self.eye.lens

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
        """The nearest unit under a point of the picture, in pixels from its lower left; faded ones are looked through."""
        start, along = self._ray(x, y)
        solid = [b for b in self._blocks if b.owner not in self.faded]
        hits = [(reach, b.owner) for b in solid if (reach := reach_to(start, along, b)) is not None]
        return min(hits)[1] if hits else None

    def _line_actor(self, width: float, opacity: float) -> vtkActor:
        actor, mapper = vtkActor(), vtkPolyDataMapper()
        mapper.SetInputData(vtkPolyData())
        actor.SetMapper(mapper)
        actor.GetProperty().SetLineWidth(width)
        actor.GetProperty().SetOpacity(opacity)
        actor.GetProperty().LightingOff()
        actor.SetScale(NEARER)
        self.renderer.AddActor(actor)
        return actor


def _only(faces: Faces, some: NDArray[np.bool_]) -> Faces:
    return Faces(faces.corners[some], faces.normals[some], faces.uv[some])


def _block_around(name: str, faces: Faces) -> SceneBlock:
    """The upright box around surfaces."""
    points: Floats = faces.corners.reshape(-1, 3)
    (x0, y0, z0), (x1, y1, z1) = (map(float, corner) for corner in (points.min(axis=0), points.max(axis=0)))
    return SceneBlock(name, ((x0, y0), (x1, y0), (x1, y1), (x0, y1)), z0, z1)
