"""The rows of the Spec for what fills a region of a paneled wall."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import assert_never, cast

from tallplank.app.panel.angle import degrees_of, shown_degrees
from tallplank.app.panel.choice import Choices
from tallplank.app.panel.panel import SpecPanel
from tallplank.core.edit.paneling.peaks import parse_peaks, peaks_text
from tallplank.core.job.base import Record
from tallplank.core.job.filling import Cover, Facets, Fill, Frames, Grooves, KeptFree, Plain, Shelves, Slats, Tiles, Upholstery
from tallplank.core.job.filling import Panel as PanelFill
from tallplank.core.job.unit import HardwareRole

FILLS: dict[str, tuple[str, type[Record]]] = {
    "plain": ("Nothing", Plain),
    "panel": ("Panel", PanelFill),
    "slats": ("Slats", Slats),
    "grooves": ("Grooves", Grooves),
    "frames": ("Frames in frames", Frames),
    "tiles": ("Tiles", Tiles),
    "facets": ("Facets", Facets),
    "shelves": ("Shelves", Shelves),
    "upholstery": ("Upholstery", Upholstery),
    "cover": ("Glass or mirror", Cover),
    "open": ("Kept free", KeptFree),
}
WAYS = (("upright", "Upright", None), ("level", "Level", None))
MOTIFS = (("none", "None", None), ("round", "Circles", None), ("slant", "Lozenges", None), ("step", "Squares", None))
FITS = (("scaled", "Scaled to whole ones", None), ("cut", "Cut at the edges", None))
BOXES = (("own", "Of its own", None), ("none", "None", None), ("niche", "A niche in the boxing", None))
LAMPS = (("none", "None", None), ("top", "Under the top", None), ("all", "Under every shelf", None))
TURNS = ((False, "As the first", None), (True, "Mirrored", None))
LENGTHS: dict[type, tuple[tuple[str, str], ...]] = {
    PanelFill: (("border", "Border"), ("raised", "Raised by")),
    Slats: (("width", "Slat width"), ("gap", "Gap, about"), ("deep", "Slat depth")),
    Grooves: (("pitch", "Pitch, about"), ("width", "Groove width"), ("deep", "Groove depth")),
    Cover: (("border", "Border"),),
    Tiles: (("width", "Tile width"), ("height", "Tile height"), ("gap", "Gap"), ("raised", "Raised by")),
    Facets: (("thick", "Board"),),
    Shelves: (("deep", "Depth"),),
    Upholstery: (("width", "Pad, about"), ("height", "Pad height"), ("foam", "Foam"), ("board", "Board")),
}
BORDER = 20.0
"""Millimetres round a panel that is begun."""
Read = Callable[[], Fill]
Put = Callable[[str, Fill], None]


def add_fill_rows(panel: SpecPanel, read: Read, put: Put) -> None:
    """What a region is filled with, and the sizes of that; `put` is told what is changed, in a word, and the whole of it."""
    _Rows(panel, read, put).add()


@dataclass(frozen=True, slots=True)
class _Rows:
    panel: SpecPanel
    read: Read
    put: Put

    def held(self, name: str, otherwise: object = "") -> Callable[[], object]:
        """Reads a value of the fill, or something else where it has none."""
        return lambda: getattr(self.read(), name, None) or otherwise

    def change(self, name: str) -> Callable[[object], None]:
        """Changes a value of the fill."""
        return lambda new: self.put(name, self.read().but(**{name: new}))

    def item(self, words: str, name: str, none: str, choices: Choices) -> None:
        """A row for something of the catalogue, or nothing."""
        self.panel.pick(words, (("", none, None), *choices), self.held(name), lambda v: self.change(name)(str(v) or None))

    def of_role(self, role: HardwareRole) -> Choices:
        """The items of a role."""
        return tuple((h.id, h.name, None) for h in self.panel.store.catalog.hardware_for(role))

    def begun(self, kind: str) -> Fill:
        """What a kind of fill begins with: a panel with a molding round it, so that there is something to see."""
        molds = self.of_role("panel-mold")
        return PanelFill(border=BORDER, mold=molds[0][0]) if kind == "panel" and molds else cast("Fill", FILLS[kind][1]())

    def add(self) -> None:
        """The rows of the fill as it is now."""
        panel, fill = self.panel, self.read()
        kinds = tuple((key, words, None) for key, (words, _) in FILLS.items())
        panel.pick("Filled with", kinds, lambda: self.read().kind, lambda v: self.put("fill", self.begun(str(v))))
        for name, words in LENGTHS.get(type(fill), ()):
            panel.length(words, self.held(name, 0.0), self.change(name))  # type: ignore[arg-type]
        match fill:
            case Slats() | Grooves():
                panel.pick("Way", WAYS, self.held("way"), self.change("way"))
                if isinstance(fill, Slats):
                    panel.text("Leans by", lambda: shown_degrees(self._lean()), lambda v: self.change("lean")(degrees_of(v)), figure=True)
            case Tiles():
                self._tiles()
            case Shelves():
                self._shelves()
            case Plain():
                self.item("Painted", "paint", "As it is", self.of_role("paint"))
                panel.count("Coats", (1, 6), self.held("coats", 0), self.change("coats"))  # type: ignore[arg-type]
            case Upholstery():
                self.item("Fabric", "fabric", "The usual", self.of_role("fabric"))
            case Cover():
                sheets = panel.store.catalog.finishes_for("glass")
                self.item("Sheet", "finish", sheets[0].name, tuple((f.id, f.name, None) for f in sheets[1:]))
            case Facets():
                self._facets()
            case PanelFill():
                self.item("Molding", "mold", "None", self.of_role("panel-mold"))
            case Frames() | KeptFree():
                pass
            case _:
                assert_never(fill)

    def _lean(self) -> float:
        fill = self.read()
        return fill.lean if isinstance(fill, Slats) else 0.0

    def _tiles(self) -> None:
        panel = self.panel
        panel.pick("Fit", FITS, self.held("fit"), self.change("fit"))
        panel.pick("Motif", MOTIFS, self.held("motif"), self.change("motif"))
        if self.held("motif")() != "none":
            panel.share("Its share", self.held("share", 0.0), self.change("share"))  # type: ignore[arg-type]
            panel.length("Motif raised", self.held("motif_raised", 0.0), self.change("motif_raised"))  # type: ignore[arg-type]
            self.item(
                "Motif finish",
                "motif_finish",
                "As the tiles",
                tuple((f.id, f.name, None) for f in panel.store.catalog.finishes_for("front")),
            )

    def _shelves(self) -> None:
        def shelves() -> Shelves:
            fill = self.read()
            return fill if isinstance(fill, Shelves) else Shelves()

        def box() -> str:
            return "niche" if shelves().recessed else "own" if shelves().boxed else "none"

        panel = self.panel
        panel.count("Shelves", (0, 40), self.held("count", 0), self.change("count"))  # type: ignore[arg-type]
        panel.pick("Box", BOXES, box, lambda v: self.put("box", shelves().but(boxed=v != "none", recessed=v == "niche")))
        panel.pick("Light", LAMPS, lambda: shelves().lamps, lambda v: self.put("light", shelves().but(lamps=v)))

    def _facets(self) -> None:
        def facets() -> Facets:
            fill = self.read()
            return fill if isinstance(fill, Facets) else Facets()

        panel, display = self.panel, self.panel.store.job.display
        panel.text(
            "Peaks",
            lambda: peaks_text(facets().peaks, display),
            lambda v: self.put("peaks", facets().but(peaks=parse_peaks(v, display, facets().peaks))),
        )
        panel.count("Times across", (1, 40), self.held("across", 0), self.change("across"))  # type: ignore[arg-type]
        panel.count("Times up", (1, 40), self.held("up", 0), self.change("up"))  # type: ignore[arg-type]
        panel.pick("Every second", TURNS, lambda: facets().mirrored, lambda v: self.put("every second", facets().but(mirrored=bool(v))))
