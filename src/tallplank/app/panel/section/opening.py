"""What closes the openings of units and what is in them."""

from collections.abc import Callable

from tallplank.app.panel.panel import same
from tallplank.app.panel.row import Origin
from tallplank.app.panel.section.built_in import is_appliance
from tallplank.app.panel.units import Section, UnitsPanel
from tallplank.core.edit.opening import cell_size, is_bank, set_drawer_count, set_opening, set_opening_size
from tallplank.core.job.opening import Opening, Path, divides_fronts, opening_at, walk

MOST_SHOWN = 4
"""Openings that the panel lists; a unit with more is opened on the bench."""


def shape_of(opening: Opening) -> object:
    """What the rows for an opening depend on."""
    return (opening.front, opening.split, tuple(shape_of(cell) for cell in opening.openings))


def _openings(panel: UnitsPanel) -> None:
    first = panel.units()[0].opening
    if panel.all_shaped():
        panel.group("Opening")
        _opening(panel, ())
        return
    if panel.made()[0].layout is None or any(shape_of(u.opening) != shape_of(first) for u in panel.units()):
        return
    if is_bank(first):
        _drawers(panel, len(first.openings))
        return
    leaves = [path for path, opening in walk(first) if not opening.openings]
    if len(leaves) > MOST_SHOWN:
        return
    for count, path in enumerate(leaves, 1):
        panel.group("Opening" if len(leaves) == 1 else f"Opening {count}")
        _opening(panel, path)


def _drawers(panel: UnitsPanel, count: int) -> None:
    store, catalog = panel.store, panel.store.catalog
    panel.group("Drawer bank")
    panel.count(
        "Drawers",
        (1, 10),
        lambda: same([max(len(u.opening.openings), 1) for u in panel.units()]),
        lambda n: store.apply(lambda j: set_drawer_count(j, catalog, panel.ids(), n), f"{n} drawers"),
    )
    for index in range(count):
        _cell_size(panel, (index,), f"Front {index + 1}")


def _cell_size(panel: UnitsPanel, path: Path, name: str) -> None:
    store, catalog = panel.store, panel.store.catalog

    def read() -> float | None:
        found = [(m.unit, m.layout.at(path)) for m in panel.made() if m.layout is not None]
        return same([round(cell_size(unit, cell), 6) for unit, cell in found if cell is not None] or [0.0])

    def apply(value: float | None) -> None:
        label = f"{name.lower()} by the rule" if value is None else f"{name.lower()} → {panel.shown(value)}"
        store.apply(lambda j: set_opening_size(j, catalog, panel.ids(), path, value), label)

    def origin() -> str:
        cells = [opening_at(u.opening, path) for u in panel.units()]
        return "set" if any(cell is not None and not cell.size.is_open for cell in cells) else "rule"

    panel.length(name, read, apply, Origin(origin, lambda: apply(None), own="set"))


def _opening(panel: UnitsPanel, path: Path) -> None:
    store, catalog = panel.store, panel.store.catalog

    def put(label: str, **values: object) -> None:
        store.apply(lambda j: set_opening(j, catalog, panel.ids(), path, **values), label)

    def read(name: str) -> Callable[[], object]:
        return panel.each(lambda u: getattr(opening_at(u.opening, path), name, None))

    opening = opening_at(panel.units()[0].opening, path)
    if opening is not None and opening.front == "doors":
        doors = (("auto", "By width", None), (1, "One", None), (2, "Pair", None))
        panel.pick("Doors", doors, lambda: read("doors")() or "auto", lambda v: put(f"doors {v}", doors=None if v == "auto" else v))
        hands = (("left", "Hinged left", None), ("right", "Hinged right", None))
        panel.pick("Hand", hands, read("hand"), lambda v: put(f"hinged {v}", hand=v))
    panel.count("Shelves", (0, 12), lambda: read("shelves")(), lambda n: put(f"{n} shelves", shelves=n))  # type: ignore[arg-type, return-value]
    if path:
        _cell_size(panel, path, "Front height" if divides_fronts(panel.units()[0].opening, path) else "Clear size")


OPENINGS = Section({"layout": 1, "survey": 1}, _openings, lambda panel: not is_appliance(panel))
OPENING_OF_SHAPED = Section({"bench": 1}, _openings, UnitsPanel.all_shaped)
