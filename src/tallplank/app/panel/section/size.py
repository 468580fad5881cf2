"""Sizes and place of units."""

from functools import partial

from PyQt6.QtWidgets import QButtonGroup, QHBoxLayout, QPushButton, QToolButton, QWidget

from tallplank.app.look.label import Label
from tallplank.app.panel.angle import degrees_of, shown_degrees
from tallplank.app.panel.panel import same
from tallplank.app.panel.row import Origin
from tallplank.app.panel.units import Section, UnitsPanel
from tallplank.core.edit.paneling.follow import curved_boxings, follow_curve
from tallplank.core.edit.unit import Anchor, change_units, set_width, slide_units
from tallplank.core.joinery.rule.corner import CORNER_PLANS
from tallplank.core.measure.source import Decided
from tallplank.session.group import group_of_units, select_group
from tallplank.session.store import Store

_ANCHORS: tuple[tuple[Anchor, str, str], ...] = (
    ("left", "→", "Grow to the right"),
    ("centre", "↔", "Grow both ways"),
    ("right", "←", "Grow to the left"),
)


def _sizes(panel: UnitsPanel) -> None:
    store, catalog = panel.store, panel.store.catalog
    panel.group("Size")
    panel.decides(Decided("unit", "width"))
    panel.length("Width", panel.number(lambda u: u.width), partial(_set_width, panel))
    panel.widget(_anchor_row(panel))
    for name in ("height", "depth"):
        panel.decides(Decided("unit", name))
        panel.length(name.capitalize(), panel.number(lambda u, n=name: getattr(u, n)), lambda v, n=name: panel.change(n, v))  # type: ignore[misc]
    if panel.all_shaped():
        panel.decides(Decided("unit", "arm"))
        panel.length(
            "Second depth", panel.number(lambda u: u.arm or panel.store.catalog.kinds[u.kind].arm), lambda v: panel.change("arm", v)
        )
        if all(catalog.kinds[u.kind].plan in CORNER_PLANS for u in panel.units()):
            _corner(panel)
        if any(catalog.kinds[u.kind].plan == "bow" for u in panel.units()) and curved_boxings(store.job, panel.units()[0]):
            _curve(panel)
        sides = (("left", "For the left", None), ("right", "For the right", None))
        panel.pick("Side", sides, panel.each(lambda u: u.side), partial(_turn, panel))
    if group_of_units(store) is not None:
        button = QPushButton()
        button.clicked.connect(lambda: select_group(store))
        panel.widget(button, lambda: button.setText(_group_words(store)))
    panel.group("Place")
    panel.length("From left", panel.number(lambda u: u.x), partial(_set_x, panel))

    def level() -> float | None:
        return same([m.placed.z for m in panel.made()])

    def reset() -> None:
        store.apply(lambda j: change_units(j, catalog, panel.ids(), z=None), "level by rule")

    origin = Origin(lambda: "own" if any(u.z is not None for u in panel.units()) else "construction", reset)
    panel.length("Above floor", level, lambda v: panel.change("z", v), origin)


def _curve(panel: UnitsPanel) -> None:
    """A button that lets bow fronts follow the nearest boxing which bows out."""
    store = panel.store

    def words() -> str:
        boxings = curved_boxings(store.job, panel.units()[0])
        return f"Follow the curve of {boxings[0].name}" if boxings else "Follow a curve"

    button = QPushButton()
    button.clicked.connect(lambda: store.apply(lambda j: follow_curve(j, store.catalog, panel.ids()), "follow a curve"))
    panel.widget(button, lambda: button.setText(words()))


def _group_words(store: Store) -> str:
    group = group_of_units(store)
    return f"{group.name}…" if group is not None else ""


def _corner(panel: UnitsPanel) -> None:
    """The angle of the corner that units are made for."""

    def shown() -> str:
        angle = same([u.corner for u in panel.units()])
        return "" if angle is None else shown_degrees(angle)

    def put(text: str) -> None:
        angle = degrees_of(text)
        panel.store.apply(lambda j: change_units(j, panel.store.catalog, panel.ids(), corner=angle), f"corner → {shown_degrees(angle)}")

    panel.text("Corner", shown, put, figure=True)


def _turn(panel: UnitsPanel, side: object) -> None:
    panel.store.apply(lambda j: change_units(j, panel.store.catalog, panel.ids(), side=side), f"for the {side}")


def _anchor_row(panel: UnitsPanel) -> QWidget:
    holder = QWidget()
    row = QHBoxLayout(holder)
    row.setContentsMargins(86, 0, 0, 0)
    row.setSpacing(3)
    group = QButtonGroup(holder)
    for anchor, arrow, tip in _ANCHORS:
        button = QToolButton()
        button.setText(arrow)
        button.setToolTip(tip)
        button.setAccessibleName(tip)
        button.setCheckable(True)
        button.setChecked(anchor == panel.anchor)
        button.setFixedSize(30, 22)
        button.clicked.connect(lambda _, a=anchor: _take_anchor(panel, a))
        group.addButton(button)
        row.addWidget(button)
    hint = Label("side that moves")
    hint.setProperty("kind", "soft")
    row.addWidget(hint)
    row.addStretch(1)
    return holder


def _take_anchor(panel: UnitsPanel, anchor: Anchor) -> None:
    panel.anchor = anchor


def _set_width(panel: UnitsPanel, value: float) -> None:
    before = same([u.width for u in panel.units()])
    label = f"width {panel.shown(before)} → {panel.shown(value)}" if before is not None else f"width → {panel.shown(value)}"
    panel.store.apply(lambda j: set_width(j, panel.store.catalog, panel.ids(), value, panel.anchor), label)


def _set_x(panel: UnitsPanel, value: float) -> None:
    first = min(u.x for u in panel.units())
    panel.store.apply(lambda j: slide_units(j, panel.ids(), value - first), f"place → {panel.shown(value)}")


SIZE = Section({"layout": 0, "bench": 0, "make": 9, "quote": 9, "finish": 9, "survey": 0}, _sizes)
