"""The rows of the Spec for what fills a region of a paneled wall."""

from collections.abc import Callable

from tallplank.app.panel.panel import Panel
from tallplank.core.edit.wall.peaks import parse_peaks, peaks_text
from tallplank.core.job.scheme import Cover, Facets, Fill, Frames, Grooves, Kept, Plain, Shelves, Slats, Tiles
from tallplank.core.job.scheme import Panel as PanelFill

FILLS: dict[str, tuple[str, type[Fill]]] = {  # type: ignore[valid-type]
    "plain": ("Nothing", Plain),
    "panel": ("Panel", PanelFill),
    "slats": ("Slats", Slats),
    "grooves": ("Grooves", Grooves),
    "frames": ("Frames in frames", Frames),
    "tiles": ("Tiles", Tiles),
    "facets": ("Facets", Facets),
    "shelves": ("Shelves", Shelves),
    "cover": ("Glass or mirror", Cover),
    "open": ("Kept free", Kept),
}
WAYS = (("upright", "Upright", None), ("level", "Level", None))
FITS = (("scaled", "Scaled to whole ones", None), ("cut", "Cut at the edges", None))
BOXES = ((True, "Of its own", None), (False, "None", None))
TURNS = ((False, "As the first", None), (True, "Mirrored", None))
LENGTHS: dict[type, tuple[tuple[str, str], ...]] = {
    PanelFill: (("border", "Border"), ("raised", "Raised by")),
    Slats: (("width", "Slat width"), ("gap", "Gap, about"), ("deep", "Slat depth")),
    Grooves: (("pitch", "Pitch, about"), ("width", "Groove width"), ("deep", "Groove depth")),
    Cover: (("border", "Border"),),
    Tiles: (("width", "Tile width"), ("height", "Tile height"), ("gap", "Gap"), ("raised", "Raised by")),
    Facets: (("thick", "Board"),),
    Shelves: (("deep", "Depth"),),
}
Read, Put = Callable[[], Fill], Callable[[str, Fill], None]


def add_fill_rows(panel: Panel, read: Read, put: Put) -> None:
    """What a region is filled with, and the sizes of that; `put` is told what is changed, in a word, and the whole of it."""

    def value(name: str, otherwise: object) -> Callable[[], object]:
        return lambda: getattr(read(), name, otherwise)

    def change(name: str) -> Callable[[object], None]:
        return lambda new: put(name, read().but(**{name: new}))

    fill = read()
    kinds = tuple((key, words, None) for key, (words, _) in FILLS.items())
    panel.pick("Filled with", kinds, lambda: read().kind, lambda v: put("fill", FILLS[str(v)][1]()))
    for name, words in LENGTHS.get(type(fill), ()):
        panel.length(words, value(name, 0.0), change(name))  # type: ignore[arg-type]
    match fill:
        case Slats() | Grooves():
            panel.pick("Way", WAYS, value("way", "upright"), change("way"))
        case Tiles():
            panel.pick("Fit", FITS, value("fit", "scaled"), change("fit"))
        case Shelves():
            panel.count("Shelves", (0, 40), value("count", 0), change("count"))  # type: ignore[arg-type]
            panel.pick("Box", BOXES, value("boxed", True), lambda v: change("boxed")(bool(v)))
        case Facets():
            _facet_rows(panel, read, put)
        case PanelFill():
            molds = (("", "None", None), *((h.id, h.name, None) for h in panel.store.catalog.hardware_for("panel-mold")))
            panel.pick("Molding", molds, lambda: getattr(read(), "mold", None) or "", lambda v: change("mold")(str(v) or None))


def _facet_rows(panel: Panel, read: Read, put: Put) -> None:
    def facets() -> Facets:
        fill = read()
        return fill if isinstance(fill, Facets) else Facets()

    panel.text(
        "Peaks",
        lambda: peaks_text(facets().peaks, panel.store.job.display),
        lambda v: put("peaks", facets().but(peaks=parse_peaks(v, panel.store.job.display))),
    )
    for name, words in (("across", "Times across"), ("up", "Times up")):
        panel.count(words, (1, 40), lambda n=name: getattr(facets(), n), lambda v, n=name: put(n, facets().but(**{n: v})))  # type: ignore[misc]
    panel.pick("Every second", TURNS, lambda: facets().mirrored, lambda v: put("every second", facets().but(mirrored=bool(v))))
