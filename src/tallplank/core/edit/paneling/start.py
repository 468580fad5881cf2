"""The schemes that a paneled wall can start from; each is only a beginning, and can be changed in all its parts.

Sizes are common practice, no source; in inch jobs they are whole fractions of an inch.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from tallplank.core.job.filling import Cover, Facets, FrameFill, Frames, Grooves, KeptFree, Panel, Peak, Slats
from tallplank.core.job.scheme import Boxing, Outline, Region
from tallplank.core.measure.length import LengthUnit

INCH = LengthUnit.INCH.value
Values = Mapping[str, object]


@dataclass(frozen=True, slots=True)
class Start:
    """A scheme to begin with: its name, what it is for, and its values in metric or inch sizes."""

    name: str
    hint: str
    values: Callable[["Sizes"], Values]


@dataclass(frozen=True, slots=True)
class Sizes:
    """Sizes in millimetres, or the nearest usual ones in inches."""

    inches: bool = False

    def of(self, metric: float, inches: float) -> float:
        """A size."""
        return inches * INCH if self.inches else metric


def _wainscot(s: Sizes) -> Values:
    stile = s.of(90.0, 3.5)
    panels = Region(split="across", stile=stile, count=5, parts=(Region(fill=Panel(mold="mold-panel-25")),))
    return {
        "high": s.of(900.0, 36.0), "backing": s.of(6.0, 0.25), "base": "base-ogee-145", "rail": "chair-ogee-64",
        "root": Region(split="up", stile=stile, parts=(panels,)),
    }  # fmt: skip


def _tall_wainscot(s: Sizes) -> Values:
    stile = s.of(90.0, 3.5)
    low = Region(split="across", stile=stile, wanted=s.of(500.0, 20.0), parts=(Region(fill=Panel(border=s.of(40.0, 1.5), raised=12.0)),))
    high = low.but(share=2.0)
    return {
        "high": s.of(1500.0, 60.0), "backing": s.of(6.0, 0.25), "base": "base-ogee-145", "rail": "chair-cap-45",
        "root": Region(split="up", stile=stile, parts=(low, high)),
    }  # fmt: skip


def _battens(s: Sizes) -> Values:
    return {
        "high": s.of(1200.0, 48.0), "backing": s.of(6.0, 0.25), "base": "base-square-100", "rail": "chair-square-50",
        "root": Region(split="across", stile=s.of(64.0, 2.5), wanted=s.of(380.0, 15.0), parts=(Region(),)),
    }  # fmt: skip


def _beads(s: Sizes) -> Values:
    grooves = Grooves(pitch=s.of(75.0, 3.0), width=s.of(4.0, 0.125), deep=s.of(4.0, 0.125))
    return {"high": s.of(1000.0, 40.0), "base": "base-round-70", "rail": "chair-cap-45", "root": Region(fill=grooves)}


def _slats(s: Sizes) -> Values:
    fill = Slats(width=s.of(19.0, 0.75), gap=s.of(19.0, 0.75), deep=s.of(40.0, 1.5))
    return {"backing": s.of(12.0, 0.25), "base": "base-square-100", "root": Region(fill=fill)}


def _level_slats(s: Sizes) -> Values:
    fill = Slats(width=s.of(19.0, 0.75), gap=s.of(60.0, 2.5), deep=s.of(40.0, 1.5), way="level")
    return {"backing": s.of(12.0, 0.25), "root": Region(fill=fill)}


def _molds(s: Sizes) -> Values:
    border = s.of(75.0, 3.0)
    low = Region(
        size=s.of(700.0, 28.0), split="across", wanted=s.of(800.0, 32.0), parts=(Region(fill=Panel(border=border, mold="mold-panel-25")),)
    )
    return {"base": "base-step-229", "crown": "crown-cove-70", "root": Region(split="up", parts=(low, low.but(size=None)))}


def _grid(s: Sizes) -> Values:
    stile = s.of(60.0, 2.5)
    row = Region(split="across", stile=stile, wanted=s.of(600.0, 24.0), parts=(Region(),))
    rows = Region(split="up", stile=stile, count=4, parts=(row,))
    return {"backing": s.of(6.0, 0.25), "root": rows}


def _frames(s: Sizes) -> Values:
    width = s.of(60.0, 2.5)
    fill = Frames(
        frames=(FrameFill(inset=s.of(40.0, 1.5), width=width, thick=12.0), FrameFill(inset=s.of(80.0, 3.0), width=width, thick=12.0))
    )
    return {"backing": s.of(6.0, 0.25), "root": Region(split="across", wanted=s.of(900.0, 36.0), parts=(Region(fill=fill),))}


def _mirror(s: Sizes) -> Values:
    stile = s.of(90.0, 3.5)
    side, middle = Region(fill=Panel(mold="mold-wide-38")), Region(size=s.of(900.0, 36.0), fill=Cover(border=s.of(10.0, 0.5)))
    across = Region(split="across", stile=stile, parts=(side, middle, side))
    return {
        "backing": s.of(6.0, 0.25),
        "base": "base-ogee-145",
        "crown": "crown-cove-70",
        "root": Region(split="up", stile=stile, parts=(across,)),
    }


def _screen(s: Sizes) -> Values:
    fill, free = Region(fill=Slats(width=s.of(19.0, 0.75))), Region(size=s.of(1000.0, 40.0), fill=KeptFree())
    column = Region(size=s.of(1600.0, 64.0), split="up", parts=(Region(size=s.of(700.0, 28.0)), free, Region()))
    return {"backing": s.of(12.0, 0.25), "root": Region(split="across", parts=(fill, column, fill))}


def _reeded(s: Sizes) -> Values:
    fill = Grooves(pitch=s.of(25.0, 1.0), width=s.of(6.0, 0.25), deep=s.of(6.0, 0.25))
    return {"base": "base-square-100", "crown": "crown-plain-40", "root": Region(fill=fill)}


def _arches(s: Sizes) -> Values:
    border = s.of(90.0, 3.5)
    arch = Region(fill=Slats(width=s.of(19.0, 0.75)), outline=Outline(border=border, rise=s.of(240.0, 9.5)))
    return {
        "backing": s.of(12.0, 0.25),
        "base": "base-square-100",
        "root": Region(split="across", wanted=s.of(1000.0, 40.0), parts=(arch,)),
    }


def _bowed(s: Sizes) -> Values:
    fill = Slats(width=s.of(19.0, 0.75), gap=s.of(22.0, 0.875), deep=s.of(30.0, 1.25))
    box = Boxing(deep=s.of(150.0, 6.0), bow=s.of(150.0, 6.0), skin="bend-ply", boards=s.of(18.0, 0.75))
    ends = s.of(300.0, 12.0)
    return {"left": ends, "right": ends, "backing": s.of(8.0, 0.25), "box": box, "root": Region(fill=fill)}


def _facets(s: Sizes) -> Values:
    fill = Facets(across=3, up=2, peaks=(Peak(across=0.35, up=0.6, out=s.of(90.0, 3.5)),), thick=s.of(6.0, 0.25), mirrored=True)
    field = Region(split="across", wanted=s.of(1800.0, 72.0), parts=(Region(fill=fill),))
    return {"backing": s.of(6.0, 0.25), "base": "base-square-100", "root": field}


STARTS: Mapping[str, Start] = {
    "wainscot": Start("Five panels", "Stiles and rails to chair height, a molding in each panel", _wainscot),
    "tall-wainscot": Start("Tall wainscot", "Two rows of raised panels", _tall_wainscot),
    "battens": Start("Battens", "Upright boards at equal distances under a rail", _battens),
    "beads": Start("Grooved boards", "Upright grooves to chair height", _beads),
    "slats": Start("Slatted wall", "Upright slats from wall to wall", _slats),
    "level-slats": Start("Level slats", "Slats that lie, with wide gaps", _level_slats),
    "molds": Start("Panel moldings", "Moldings on the bare wall in two rows", _molds),
    "grid": Start("Grid", "Boards across and up, four rows", _grid),
    "frames": Start("Double frames", "Two frames, one in the other", _frames),
    "mirror": Start("Round a mirror", "A mirror in the middle, a panel at each side", _mirror),
    "screen": Start("Round a screen", "A field that is kept free between slats", _screen),
    "arches": Start("Arches", "Arched frames side by side, slats in each", _arches),
    "bowed": Start("Bowed boxing", "Slats on a face that bows out before the wall and hides what is behind it", _bowed),
    "facets": Start("Facets", "A relief of flat boards, mirrored from one to the next", _facets),
    "reeded": Start("Reeded wall", "Close grooves up to the ceiling", _reeded),
}
