"""The Spec of one or several units."""

from collections.abc import Callable

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QButtonGroup, QHBoxLayout, QLabel, QToolButton, QWidget

from tallplank.app.panel.choice import (
    HARDWARE_NAMES,
    ROLE_NAMES,
    construction_choices,
    finish_choices,
    hardware_choices,
    style_choices,
)
from tallplank.app.panel.explain import counted, linked, strong
from tallplank.app.panel.panel import Panel, same
from tallplank.app.panel.parts import PartList
from tallplank.app.panel.row import Origin
from tallplank.app.panel.rule_rows import RuleSource, add_all_rules, add_rule, rule_value
from tallplank.app.panel.rules import RULE_NAMES
from tallplank.app.theme import Tokens
from tallplank.core.edit.opening import cell_size, is_bank, set_drawer_count, set_opening, set_opening_size
from tallplank.core.edit.unit import (
    Anchor,
    change_units,
    set_finish,
    set_hardware,
    set_rule,
    set_width,
    slide_units,
)
from tallplank.core.job.construction import RuleValue
from tallplank.core.job.opening import Opening, Path, divides_fronts, opening_at, walk
from tallplank.core.job.unit import HARDWARE_ROLES, FinishRole, HardwareRole, Unit
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.rule.choice import chosen_finish, pick_source, rule_source
from tallplank.session.store import Store

_ANCHORS: tuple[tuple[Anchor, str, str], ...] = (
    ("left", "→", "Grow to the right"),
    ("centre", "↔", "Grow both ways"),
    ("right", "←", "Grow to the left"),
)
MOST_SHOWN = 4
"""Openings that the panel lists; a unit with more is opened on the bench."""


def _shape(opening: Opening) -> object:
    """What the rows for an opening depend on."""
    return (opening.front, opening.split, tuple(_shape(cell) for cell in opening.openings))


def row_name(source: str) -> str:
    """The row in which the source of a term can be changed; empty where there is none."""
    what, _, key = source.partition(".")
    if what == "unit":
        return key.capitalize()
    if what == "rule":
        return RULE_NAMES.get(key, "")
    if what == "finish":
        return ROLE_NAMES.get(key, "")  # type: ignore[call-overload, no-any-return]
    if what == "hardware":
        return HARDWARE_NAMES.get(key, "")  # type: ignore[call-overload, no-any-return]
    return "Door style" if what == "door_style" else ""


class UnitPanel(Panel):
    """Sizes, place, openings, construction, finishes and parts of the selected units."""

    def __init__(self, store: Store, tokens: Tokens, lead: Callable[[str], None], opened: set[str]) -> None:
        super().__init__(store, opened)
        self._tokens, self._lead = tokens, lead
        self._anchor: Anchor = "left"
        self._parts: PartList | None = None
        units = self.units()
        self.title(self._heading, self._place_words)
        if store.state.stage == "finish":
            self._finishes(units)
            self._sizes()
        elif store.state.stage == "bench":
            self._sizes()
            if self._all_shaped():
                self._openings(units)
            self._all_rules()
            self._finishes(units)
            self._fittings(units)
            self._part_list(units)
        elif store.state.stage in ("make", "quote"):
            self._part_list(units)
            self._sizes()
        else:
            self._sizes()
            self._openings(units)
            self._construction()
            self._finishes(units)
            self._part_list(units)
        self.done()

    @staticmethod
    def key(store: Store) -> tuple[object, ...]:
        """What the panel's rows depend on; it is built anew when this changes."""
        units = store.selected_units()
        shape = same([(u.kind, _shape(u.opening)) for u in units])
        saved = tuple(c.id for c in store.job.standard.constructions)
        by_id = store.derived.made.by_id
        made = [by_id[u.id] for u in units]
        taken = frozenset(f.role for m in made for f in m.fittings) | frozenset(p.role for m in made for p in m.parts)
        return ("units", store.state.stage, saved, taken, shape, len(units) == 1, len({u.kind for u in units}))

    def units(self) -> tuple[Unit, ...]:
        """The units that the panel is about."""
        return self.store.selected_units()

    def _ids(self) -> list[str]:
        return [u.id for u in self.units()]

    def _made(self) -> list[MadeUnit]:
        by_id = self.store.derived.made.by_id
        return [by_id[u.id] for u in self.units()]

    def _heading(self) -> str:
        made = self._made()
        return made[0].label if len(made) == 1 else f"{len(made)} units"

    def _place_words(self) -> str:
        faces = dict.fromkeys(self.store.job.face(u.room, u.face).name for u in self.units())
        return "On " + ", ".join(faces)

    def _each(self, read: Callable[[Unit], object]) -> Callable[[], object]:
        return lambda: same([read(u) for u in self.units()])

    def _number(self, read: Callable[[Unit], float]) -> Callable[[], float | None]:
        return lambda: same([read(u) for u in self.units()])

    def _sizes(self) -> None:
        store, catalog = self.store, self.store.catalog
        self.group("Size")
        self.length("Width", self._number(lambda u: u.width), self._set_width)
        self.widget(self._anchor_row())
        for name in ("height", "depth"):
            self.length(name.capitalize(), self._number(lambda u, n=name: getattr(u, n)), lambda v, n=name: self._change(n, v))  # type: ignore[misc]
        if self._all_shaped():
            self.length(
                "Second depth", self._number(lambda u: u.arm or self.store.catalog.kinds[u.kind].arm), lambda v: self._change("arm", v)
            )
            sides = (("left", "For the left", None), ("right", "For the right", None))
            self.pick("Side", sides, self._each(lambda u: u.side), self._turn)
        self.group("Place")
        self.length("From left", self._number(lambda u: u.x), self._set_x)

        def level() -> float | None:
            return same([m.placed.z for m in self._made()])

        def reset() -> None:
            store.apply(lambda j: change_units(j, catalog, self._ids(), z=None), "level by rule")

        origin = Origin(lambda: "own" if any(u.z is not None for u in self.units()) else "construction", reset)
        self.length("Above floor", level, lambda v: self._change("z", v), origin)

    def _all_shaped(self) -> bool:
        return all(self.store.catalog.kinds[u.kind].build == "shaped" for u in self.units())

    def _turn(self, side: object) -> None:
        self.store.apply(lambda j: change_units(j, self.store.catalog, self._ids(), side=side), f"for the {side}")

    def _anchor_row(self) -> QWidget:
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
            button.setChecked(anchor == self._anchor)
            button.setFixedSize(30, 22)
            button.clicked.connect(lambda _, a=anchor: self._take_anchor(a))
            group.addButton(button)
            row.addWidget(button)
        hint = QLabel("side that moves")
        hint.setProperty("kind", "soft")
        row.addWidget(hint)
        row.addStretch(1)
        return holder

    def _take_anchor(self, anchor: Anchor) -> None:
        self._anchor = anchor

    def _set_width(self, value: float) -> None:
        before = same([u.width for u in self.units()])
        label = f"width {self.shown(before)} → {self.shown(value)}" if before is not None else f"width → {self.shown(value)}"
        self.store.apply(lambda j: set_width(j, self.store.catalog, self._ids(), value, self._anchor), label)

    def _change(self, name: str, value: float) -> None:
        label = f"{'level' if name == 'z' else name} → {self.shown(value)}"
        self.store.apply(lambda j: change_units(j, self.store.catalog, self._ids(), **{name: value}), label)

    def _set_x(self, value: float) -> None:
        first = min(u.x for u in self.units())
        self.store.apply(lambda j: slide_units(j, self._ids(), value - first), f"place → {self.shown(value)}")

    def _openings(self, units: tuple[Unit, ...]) -> None:
        first = units[0].opening
        if self._all_shaped():
            self.group("Opening")
            self._opening((), units)
            return
        if self._made()[0].layout is None or any(_shape(u.opening) != _shape(first) for u in units):
            return
        if is_bank(first):
            self._drawers(len(first.openings))
            return
        leaves = [path for path, opening in walk(first) if not opening.openings]
        if len(leaves) > MOST_SHOWN:
            return
        for count, path in enumerate(leaves, 1):
            self.group("Opening" if len(leaves) == 1 else f"Opening {count}")
            self._opening(path, units)

    def _drawers(self, count: int) -> None:
        store, catalog = self.store, self.store.catalog
        self.group("Drawer bank")
        self.count(
            "Drawers",
            (1, 10),
            lambda: same([max(len(u.opening.openings), 1) for u in self.units()]),
            lambda n: store.apply(lambda j: set_drawer_count(j, catalog, self._ids(), n), f"{n} drawers"),
        )
        for index in range(count):
            self._cell_size((index,), f"Front {index + 1}")

    def _cell_size(self, path: Path, name: str) -> None:
        store, catalog = self.store, self.store.catalog

        def read() -> float | None:
            found = [(m.unit, m.layout.at(path)) for m in self._made() if m.layout is not None]
            return same([round(cell_size(unit, cell), 6) for unit, cell in found if cell is not None] or [0.0])

        def apply(value: float | None) -> None:
            label = f"{name.lower()} by the rule" if value is None else f"{name.lower()} → {self.shown(value)}"
            store.apply(lambda j: set_opening_size(j, catalog, self._ids(), path, value), label)

        def origin() -> str:
            cells = [opening_at(u.opening, path) for u in self.units()]
            return "set" if any(cell is not None and not cell.size.is_open for cell in cells) else "rule"

        self.length(name, read, apply, Origin(origin, lambda: apply(None), own="set"))

    def _opening(self, path: Path, units: tuple[Unit, ...]) -> None:
        store, catalog = self.store, self.store.catalog

        def put(label: str, **values: object) -> None:
            store.apply(lambda j: set_opening(j, catalog, self._ids(), path, **values), label)

        def read(name: str) -> Callable[[], object]:
            return self._each(lambda u: getattr(opening_at(u.opening, path), name, None))

        opening = opening_at(units[0].opening, path)
        if opening is not None and opening.front == "doors":
            doors = (("auto", "By width", None), (1, "One", None), (2, "Pair", None))
            self.pick("Doors", doors, lambda: read("doors")() or "auto", lambda v: put(f"doors {v}", doors=None if v == "auto" else v))
            hands = (("left", "Hinged left", None), ("right", "Hinged right", None))
            self.pick("Hand", hands, read("hand"), lambda v: put(f"hinged {v}", hand=v))
        self.count("Shelves", (0, 12), lambda: read("shelves")(), lambda n: put(f"{n} shelves", shelves=n))  # type: ignore[arg-type, return-value]
        if path:
            self._cell_size(path, "Front height" if divides_fronts(units[0].opening, path) else "Clear size")

    def _construction(self) -> None:
        self.group("Construction")
        self._built_as()
        rules = ["board_thickness", "back"]
        if any(m.choice.kind.kick for m in self._made()):
            rules += ["kick", "kick_height", "kick_setback"]
        for rule in rules:
            add_rule(self, self._source(), rule)

    def _built_as(self) -> None:
        """Which construction holds, and a place to save the present one under a name."""
        store = self.store

        def source() -> str:
            return "own" if any(u.construction for u in self.units()) else "job"

        self.pick(
            "Built as",
            construction_choices(store),
            lambda: same([u.construction or store.job.standard.construction for u in self.units()]),
            lambda v: store.build_as(self._ids(), str(v)),
            Origin(source, lambda: store.build_as(self._ids(), None)),
        )
        self.text("Save as", lambda: "", self._save_as)

    def _save_as(self, name: str) -> None:
        if name.strip():
            self.store.keep_construction(self._ids()[0], name)
            others = self._ids()[1:]
            if others:
                self.store.build_as(others, self.units()[0].construction)

    def _all_rules(self) -> None:
        self.group("Construction")
        self._built_as()
        add_all_rules(self, self._source(), self._tokens)

    def _fittings(self, units: tuple[Unit, ...]) -> None:
        """What is bought for the unit, each count term by term."""
        if len(units) != 1:
            return
        self.group("Fittings, and how each count came about")
        label = self.words("plain", self._fitting_words)
        label.setTextFormat(Qt.TextFormat.RichText)
        label.setTextInteractionFlags(Qt.TextInteractionFlag.TextBrowserInteraction)
        label.linkActivated.connect(self._lead)

    def _fitting_words(self) -> str:
        made = self._made()
        items = self.store.catalog.hardware
        lines = [counted(f"{items[f.item].name}, {f.where}:", f.count, self._tokens) for m in made for f in m.fittings]
        for name, count in (tails for m in made for tails in m.tails):
            lines.append(f"{strong(f'{name}:')} {linked(f'{count} dovetails', 'rule.joint_drawer', self._tokens)}")
        return "<br>".join(lines) or "None."

    def _source(self) -> RuleSource:
        def origin(rule: str) -> str:
            return same([rule_source(self.store.job.standard, u, rule) for u in self.units()]) or "mixed"

        return RuleSource(lambda rule: same([rule_value(m.choice.rules, rule) for m in self._made()]), self._set_rule, origin)

    def _set_rule(self, rule: str, value: RuleValue | None) -> None:
        to = "back to the shop" if value is None else f"→ {value if isinstance(value, str) else self.shown(value)}"
        label = f"{rule.replace('_', ' ')} {to}"
        self.store.apply(lambda j: set_rule(j, self.store.catalog, self._ids(), rule, value), label)

    def _finishes(self, units: tuple[Unit, ...]) -> None:
        self.group("Finish")
        kinds = [m.choice.kind for m in self._made()]
        roles: list[FinishRole] = ["front", "carcass", "back"]
        roles += ["glass"] if any(p.role == "glass" for m in self._made() for p in m.parts) else []
        roles += ["drawer"] if any(f.role == "slide" for m in self._made() for f in m.fittings) else []
        roles += ["top"] if any(k.worktop for k in kinds) else []
        roles += ["plinth"] if any(k.kick for k in kinds) else []
        for role in roles:
            self._finish(role)
        self._style()
        roles_shown: tuple[HardwareRole, ...] = HARDWARE_ROLES if self.store.state.stage == "bench" else ("pull", "hinge", "slide")
        for item in roles_shown:
            self._hardware(item)

    def _finish(self, role: FinishRole) -> None:
        def apply(value: object) -> None:
            name = "job's own" if value is None else self.store.catalog.finishes[str(value)].name
            label = f"{ROLE_NAMES[role].lower()} → {name}"
            self.store.apply(lambda j: set_finish(j, self.store.catalog, self._ids(), role, value), label)  # type: ignore[arg-type]

        def source() -> str:
            return same([pick_source(self.store.job.standard, u, "finishes", role) for u in self.units()]) or "mixed"

        choices = finish_choices(self.store.catalog, role, self._tokens)
        self.pick(
            ROLE_NAMES[role],
            choices,
            lambda: same([chosen_finish(self.store.catalog, self.store.job.standard, u, role).id for u in self.units()]),
            apply,
            Origin(source, lambda: apply(None)),
        )

    def _style(self) -> None:
        store, catalog = self.store, self.store.catalog

        def apply(value: object) -> None:
            store.apply(lambda j: change_units(j, catalog, self._ids(), door_style=value), "door style")

        def source() -> str:
            return "own" if any(u.door_style for u in self.units()) else "job"

        self.pick(
            "Door style",
            style_choices(catalog),
            lambda: same([m.choice.door_style.id for m in self._made()]),
            apply,
            Origin(source, lambda: apply(None)),
        )

    def _hardware(self, role: HardwareRole) -> None:
        store, catalog = self.store, self.store.catalog

        def takes() -> list[MadeUnit]:
            return [m for m in self._made() if any(f.role == role for f in m.fittings)]

        if not takes():
            return

        def apply(value: object) -> None:
            fitting = [m.unit.id for m in takes()]
            store.apply(lambda j: set_hardware(j, catalog, fitting, role, value), f"{role} changed")  # type: ignore[arg-type]
            if len(fitting) < len(self.units()):
                store.say(f"Set for {len(fitting)} of {len(self.units())} units; the others take no {role}.")

        def source() -> str:
            return same([pick_source(store.job.standard, m.unit, "hardware", role) for m in takes()]) or "mixed"

        self.pick(
            HARDWARE_NAMES[role],
            hardware_choices(catalog, role),
            lambda: same([m.choice.hardware(role).id for m in takes()]),
            apply,
            Origin(source, lambda: apply(None)),
        )

    def _part_list(self, units: tuple[Unit, ...]) -> None:
        if len(units) != 1:
            return
        self.group("Parts, and how each size came about")
        self._parts = PartList(self.store)
        self.widget(self._parts, lambda: self._parts.show_unit(self._made()[0]) if self._parts and self.units() else None)
