"""Surfaces as the renderer's actors: each named, with its look, lit by daylight, matt or glossy."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from vtkmodules.util.numpy_support import numpy_to_vtk
from vtkmodules.vtkCommonCore import vtkPoints
from vtkmodules.vtkCommonDataModel import vtkPolyData
from vtkmodules.vtkRenderingCore import vtkActor, vtkPolyDataMapper, vtkProperty, vtkRenderer

from tallplank.core.catalog.look import Look
from tallplank.core.job.picture import Picture
from tallplank.core.measure.memo import are_same
from tallplank.core.solid.daylight import BELOW, Daylight
from tallplank.core.solid.mesh import METAL, Faces
from tallplank.core.solid.shell import STANDS
from tallplank.view3d.lines import cells
from tallplank.view3d.sheen import SHINES_FROM, aim, put_on, tell_sides
from tallplank.view3d.texture import look_texture, picture_texture

Colour = tuple[float, float, float]
SHELL, GHOST = "shell-", "~"
"""Before the look of what is the room itself, and behind a name that has a faded part."""
BEHIND_LINES = (0.4, 1.0)
"""By how much faces stand back behind lines, by their slope and in steps of the depth buffer.

So lines of slanting faces stay whole, and those behind thin boards stay hidden.
"""
WINDOW = "glass"
"""The panes of windows, which are as bright as the day."""
GLASS = 0.35
"""How much of what is behind it glass hides."""
METAL_GLOSS = 0.6


@dataclass(frozen=True, slots=True)
class Tones:
    """Colours of what is no material: the ground, the walls, the lines and what is selected."""

    ground: Colour
    shell: Mapping[str, Colour]
    """Of wall, floor, glass and door."""
    line: Colour
    selected: Colour


@dataclass(slots=True)
class _Skin:
    actor: vtkActor
    data: vtkPolyData
    shown: tuple[object, ...] = ()
    """What it shows, and with what picture, colours and light."""


class Skins:
    """The actors of surfaces; only what changed is handed to the renderer anew."""

    def __init__(self, renderer: vtkRenderer, looks: Mapping[str, Look], tones: Tones) -> None:
        self._renderer, self._looks, self.tones = renderer, looks, tones
        self._skins: dict[str, _Skin] = {}
        self._pictures: Mapping[str, Picture] = {}
        self.daylight = Daylight()
        self.opacity, self.kept = 1.0, ""
        """How much all hides of what is behind it, but for one look."""

    def use(self, looks: Mapping[str, Look]) -> None:
        """Show other looks from the next surfaces on."""
        if looks is not self._looks:
            self._looks = looks
            self._drop(list(self._skins))

    def bring(self, pictures: Mapping[str, Picture]) -> None:
        """Use these pictures; an actor of one that is another now is made anew."""
        changed = {
            key for key in {*pictures, *self._pictures} if pictures.get(key) is not self._pictures.get(key)
        }
        self._pictures = pictures
        self._drop([name for name in self._skins if look_of(name) in changed])

    def keep(self, names: Iterable[str]) -> None:
        """Show none but those of these names."""
        self._drop(list(self._skins.keys() - set(names)))

    def _drop(self, names: Iterable[str]) -> None:
        for name in names:
            self._renderer.RemoveActor(self._skins.pop(name).actor)

    def actor(self, name: str) -> vtkActor:
        """The actor of a name."""
        return self._skins[name].actor

    def names(self) -> tuple[str, ...]:
        """Of all that is shown."""
        return tuple(self._skins)

    def show(self, name: str, faces: Faces, share: float = 1.0) -> None:
        """Show surfaces under a name, which hide a `share` of what is behind; those that were shown stay."""
        skin = self._skins.get(name)
        if skin is None:
            skin = self._skins[name] = self._made(name)
            self._renderer.AddActor(skin.actor)
        key = look_of(name)
        clear = GLASS if key in self._looks and self._looks[key].kind == "glass" else 1.0
        skin.actor.GetProperty().SetOpacity(share * (1.0 if key == self.kept else clear * self.opacity))
        shown = (faces, self._pictures.get(key), self.tones, self.daylight)
        if not are_same(shown, skin.shown):
            skin.shown = shown
            self._fill(skin.data, name, faces)

    def _fill(self, data: vtkPolyData, name: str, faces: Faces) -> None:
        key = look_of(name)
        points = vtkPoints()
        points.SetData(numpy_to_vtk(faces.corners.reshape(-1, 3), deep=True))
        data.SetPoints(points)
        data.SetPolys(cells(len(faces), 4))
        of_points = data.GetPointData()
        of_points.SetScalars(numpy_to_vtk(self._lit(name, faces), deep=True))
        if self._is_textured(key):
            scale = np.array(self._scale(key))
            of_points.SetTCoords(
                numpy_to_vtk((faces.uv / scale).reshape(-1, 2).astype(np.float32), deep=True)
            )
        if self._gloss(key) >= SHINES_FROM:
            tell_sides(of_points, faces.normals)
        data.Modified()

    def _scale(self, key: str) -> tuple[float, float]:
        picture = self._pictures.get(key)
        if picture is not None:
            return picture.width, picture.height
        return (self._looks[key].scale,) * 2

    def _lit(self, name: str, faces: Faces) -> NDArray[np.uint8]:
        """The colour of every corner: the surface's own, by how daylight falls on its side."""
        key = look_of(name)
        own = self._own(key)
        light = (
            np.ones(len(faces))
            if key == WINDOW
            else self.daylight.on(faces.normals, 1.0 if name.startswith(SHELL) else BELOW)
        )
        colours = np.clip(light[:, None] * np.array(own) * 255, 0, 255).astype(np.uint8)
        return np.repeat(colours, 4, axis=0)

    def _own(self, key: str) -> Colour:
        if self._is_textured(key):
            return (1.0, 1.0, 1.0)
        if key in self._looks:
            return rgb(self._looks[key].colour)
        return rgb(key) if key.startswith("#") else self.tones.shell.get(key, self.tones.shell["wall"])

    def _is_textured(self, key: str) -> bool:
        return key in self._pictures or (
            key in self._looks and self._looks[key].kind in ("wood", "stone", "tile")
        )

    def _gloss(self, key: str) -> float:
        if key.endswith(METAL):
            return METAL_GLOSS
        return self._looks[key].gloss if key in self._looks else 0.0

    def _made(self, name: str) -> _Skin:
        data, mapper, actor, key = vtkPolyData(), vtkPolyDataMapper(), vtkActor(), look_of(name)
        mapper.SetInputData(data)
        mapper.SetResolveCoincidentTopologyToPolygonOffset()
        mapper.SetRelativeCoincidentTopologyPolygonOffsetParameters(*BEHIND_LINES)
        actor.SetMapper(mapper)
        prop: vtkProperty = actor.GetProperty()
        prop.LightingOff()
        prop.SetAmbient(1.0)
        prop.SetDiffuse(0.0)
        if self._is_textured(key):
            actor.SetTexture(
                picture_texture(self._pictures[key])
                if key in self._pictures
                else look_texture(self._looks[key])
            )
        if (
            name.startswith(SHELL) or STANDS in name
        ):
            prop.BackfaceCullingOn()
        if self._gloss(key) >= SHINES_FROM:
            put_on(actor, mapper, metal=key.endswith(METAL))
        return _Skin(actor, data)

    def look(self, place: tuple[float, float, float], *, shining: bool) -> None:
        """Let what shines shine as it does for an eye at a place, or not, which is quicker."""
        for name, skin in self._skins.items():
            gloss = self._gloss(look_of(name))
            if gloss >= SHINES_FROM:
                aim(skin.actor, place, self.daylight.way, gloss if shining else 0.0)


def look_of(name: str) -> str:
    """What a thing of this name is covered with."""
    return name.removeprefix(SHELL).partition(STANDS)[0].removesuffix(GHOST)


def rgb(colour: str) -> Colour:
    """A colour such as '#a0a0a0', each share from 0 to 1."""
    r, g, b = (int(colour[i : i + 2], 16) / 255 for i in (1, 3, 5))
    return (r, g, b)
