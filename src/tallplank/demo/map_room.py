"""The map room of the demo: low shelves on either side of a chimney breast, under a cornice that goes round it."""

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.opening import set_front, set_opening
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.edit.survey.room import add_room, change_room, change_wall
from tallplank.core.edit.survey.service import add_service
from tallplank.core.edit.survey.standing import add_column_at
from tallplank.core.edit.survey.surface import cover
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, place_unit, set_finish, set_rule
from tallplank.core.job.filling import Facets, KeptFree, Panel, Peak, Slats
from tallplank.core.job.job import Job
from tallplank.core.job.opening import ROOT
from tallplank.core.job.scheme import Boxing, Outline, Region

ROOM = "room3"
HEARTH = "back"
BREAST = (2300.0, 1500.0, 380.0)
"""The middle of the chimney breast along its wall, its width and its depth."""

COLUMN, BOXED = 1900.0, 230.0
"""The middle of the iron column along the hall wall, and how far to each side of it its boxing stands."""

_SERVICES = (
    ("socket", "right", 600.0, 300.0),
    ("socket", "right", 2900.0, 300.0),
    ("switch", "front", 1500.0, 1050.0),
    ("radiator", "left", 800.0, 120.0),
)
"""What comes out of the walls: kind, wall, left edge along it and lower edge."""


def with_map_room(job: Job, catalog: Catalog) -> Job:
    """The job with the map room, 4.6 by 3.9 m and 2.65 m high."""
    job = add_room(job, "Map room", 4600.0, 3900.0, 2650.0).job
    for wall, name in (("back", "Chimney wall"), ("right", "Lock wall"), ("front", "Hall wall"), ("left", "Canal wall")):
        job = change_wall(job, ROOM, wall, name=name, thickness=320.0 if wall in ("back", "left") else 140.0)
    middle, width, depth = BREAST
    job = add_column_at(job, ROOM, job.face(ROOM, HEARTH), middle, "chimney", width=width, depth=depth, name="Chimney breast").job
    job = add_column_at(job, ROOM, job.face(ROOM, "front"), COLUMN, "column", round=True, width=180.0, depth=180.0, name="Iron column").job
    for x in (700.0, 2200.0):
        job = add_opening(job, ROOM, "left", "window", x, sill=900.0, width=1000.0, height=1300.0).job
    job = add_opening(job, ROOM, "front", "door", 500.0, width=860.0, height=2040.0).job
    for kind, wall, x, z in _SERVICES:
        job = add_service(job, ROOM, wall, kind, x, z=z).job  # type: ignore[arg-type]
    job = cover(job, catalog, ROOM, "floor", "oak")
    job = cover(job, catalog, ROOM, HEARTH, "heron")
    job = change_room(job, ROOM, cornice=True, kind="study")
    beside = (4600.0 - width) / 2
    made: tuple[str, ...] = ()
    for x in (0.0, middle + width / 2):
        for number in range(2):
            spot = Spot(ROOM, HEARTH, x + number * beside / 2)
            edited = place_unit(job, catalog, "base-open", spot, width=beside / 2, depth=360.0)
            job, made = edited.job, (*made, *edited.ids)
    job = set_finish(set_finish(job, catalog, made, "carcass", "oak-figure"), catalog, made, "back", "oak-figure-back")
    for rule, value in (("splash", "none"), ("upstand", 0.0)):
        job = set_rule(job, catalog, made, rule, value)
    return _paneled(_with_console(job, catalog), catalog)


def _with_console(job: Job, catalog: Catalog) -> Job:
    """A console of two drawers that hangs below the screen."""
    made: tuple[str, ...] = ()
    for x in (1250.0, 1950.0):
        job, ids = place_unit(job, catalog, "wall", Spot(ROOM, "right", x), z=RAIL + 40.0, width=700.0, height=200.0, depth=360.0)
        made = (*made, *ids)
    job = set_front(set_opening(job, catalog, made, ROOT, shelves=0), catalog, made, ROOT, "drawer")
    for rule in ("crown", "light_rail"):
        job = set_rule(job, catalog, made, rule, "no")
    return job


RAIL, SHELVES, UNDER_CORNICE = 850.0, 420.0, 2520.0
"""Where the wainscot ends, below the window sills; how far the shelves reach along the walls beside; and where slats end."""


def _paneled(job: Job, catalog: Catalog) -> Job:
    """A wainscot round the walls that are free, and slats round a field for a screen above it."""
    panels = Region(split="across", stile=90.0, wanted=520.0, parts=(Region(fill=Panel(mold="mold-panel-25")),))
    wainscot = {
        "high": RAIL, "backing": 6.0, "base": "base-ogee-145", "rail": "chair-cap-45",
        "root": Region(split="up", stile=90.0, parts=(panels,)),
    }  # fmt: skip
    hall = job.face(ROOM, "front").length
    beside = ({"right": hall - COLUMN + BOXED}, {"left": COLUMN + BOXED})
    for wall, *parts in (("right", {"left": SHELVES}), ("front", *beside), ("left", {"right": SHELVES})):
        for number, ends in enumerate(parts):
            name = f"Wainscot, {job.face(ROOM, wall).name}{' beyond the column' if number else ''}"
            casing = "casing-plain-70" if wall == "front" else None
            job = add_scheme(job, catalog, ROOM, wall, name=name, casing=casing, **wainscot, **ends).job
    slats = Region(fill=Slats(width=19.0, gap=22.0, deep=40.0), finish="oak")
    free = Region(size=1500.0, split="up", parts=(Region(size=300.0), Region(size=800.0, fill=KeptFree()), Region()))
    field = Region(split="across", parts=(slats, free, slats))
    values = {"low": RAIL, "high": UNDER_CORNICE, "left": 700.0, "right": 700.0, "backing": 12.0, "root": field}
    job = add_scheme(job, catalog, ROOM, "right", name="Slats round the screen", **values).job
    job = add_scheme(job, catalog, ROOM, "right", name="Faceted strip", **_facets(job.face(ROOM, "right").length)).job
    job = add_scheme(job, catalog, ROOM, "front", name="Column boxing", **_boxing(job.face(ROOM, "front").length)).job
    return add_scheme(job, catalog, ROOM, "front", name="Arch", **_arch()).job


def _boxing(length: float) -> dict[str, object]:
    """Slats on a boxing that bows out round the iron column, up to the cornice."""
    slats = Region(fill=Slats(width=19.0, gap=14.0, deep=25.0), finish="oak")
    sides = {"left": COLUMN - BOXED, "right": length - COLUMN - BOXED}
    box = Boxing(deep=140.0, bow=120.0, skin="bend-ply", boards=18.0)
    return {"high": UNDER_CORNICE - 40.0, "backing": 5.0, "box": box, "root": slats, **sides}


def _facets(length: float) -> dict[str, object]:
    """A strip of facets beside the slats, mirrored from one pattern to the next."""
    fill = Facets(peaks=(Peak(across=0.35, up=0.5, out=75.0),), up=4, mirrored=True, thick=6.0)
    return {"low": RAIL, "high": UNDER_CORNICE, "left": length - 600.0, "right": 100.0, "backing": 6.0, "root": Region(fill=fill)}


def _arch() -> dict[str, object]:
    """An arched frame with slats in it, above the wainscot of the hall wall."""
    arch = Region(fill=Slats(width=19.0, gap=22.0, deep=40.0), finish="oak", outline=Outline(border=80.0, rise=320.0))
    return {"low": RAIL, "high": UNDER_CORNICE - 220.0, "left": 2400.0, "right": 900.0, "backing": 12.0, "root": arch}
