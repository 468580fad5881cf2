"""The Spec on the bench: an opening or a part of the unit."""

from collections.abc import Callable
from html import escape
from typing import cast

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QCheckBox, QHBoxLayout, QLabel, QPushButton, QSpinBox, QWidget

from tallplank.app.look.label import Label
from tallplank.app.look.theme import Tokens
from tallplank.app.panel.choice import style_choices
from tallplank.app.panel.explain import explained, strong
from tallplank.app.panel.link import Lead, follow
from tallplank.app.panel.panel import SpecPanel, number, same
from tallplank.app.panel.row import Origin
from tallplank.app.panel.section.run_piece import piece_rows, run_of_pick
from tallplank.core.draw.machining import machining_lines
from tallplank.core.edit.front import style_all, style_kind
from tallplank.core.edit.opening import (
    Split,
    cell_size,
    merge_openings,
    set_front,
    set_opening,
    set_opening_size,
    split_opening,
)
from tallplank.core.error import PlankError
from tallplank.core.job.front import FRONTS, SHAPES
from tallplank.core.job.inside import INSIDES
from tallplank.core.job.job import Job
from tallplank.core.job.measure import OfCell
from tallplank.core.job.opening import InsideKind, Opening, Path, divides_fronts, opening_at
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.setout.layout import Cell
from tallplank.core.measure.divide import Member
from tallplank.session.pick import bench_unit, cut_sizes, picked_part
from tallplank.session.store import Store

NO_BOUND = "no bound"
FRONT_CHOICES = tuple((kind, sort.words, None) for kind, sort in FRONTS.items())
INSIDE_CHOICES = tuple((kind, sort.words, None) for kind, sort in INSIDES.items())


def cell_name(path: Path) -> str:
    """How an opening is called: `Opening 2.1`; the whole unit's is just `Opening`."""
    return " ".join(["Opening", ".".join(str(i + 1) for i in path)]).strip()


class CellPanel(SpecPanel):
    """One opening of the unit on the bench, or a division with all its cells."""

    def __init__(self, store: Store, tokens: Tokens, path: Path, lead: Lead) -> None:
        super().__init__(store)
        self._tokens, self._path = tokens, path
        opening = self._opening()
        self._way = store.derived.made.by_id[self._unit().id].choice.kind.way
        self.title(lambda: cell_name(path), self._words)
        self._size()
        self._front(opening)
        if not opening.openings and opening.front != "drawer":
            self._inside(opening)
        self._divide(opening)
        if self._cell() is not None:
            self.group("How its sizes came about")
            self.explained_label = _linked_words(self, self._sizes, lead)
        self.done()

    @staticmethod
    def key(store: Store, path: Path) -> tuple[object, ...]:
        """What the panel's rows depend on."""
        unit = bench_unit(store)
        opening = opening_at(unit.opening, path) if unit is not None else None
        shape = (opening.front, opening.inside, opening.split, len(opening.openings)) if opening is not None else ()
        parent = opening_at(unit.opening, path[:-1]) if unit is not None and path else None
        return ("cell", store.state.bench, path, shape, len(parent.openings) if parent is not None else 0)

    def _unit(self) -> Unit:
        unit = bench_unit(self.store)
        if unit is None:
            raise LookupError("there is no unit on the bench")
        return unit

    def _ids(self) -> list[str]:
        return [u.id for u in self.store.selected_units()] or [self._unit().id]

    def _opening(self) -> Opening:
        return opening_at(self._unit().opening, self._path) or Opening()

    def _each(self, read: Callable[[Opening], object]) -> object:
        chosen = set(self._ids())
        found = [opening_at(u.opening, self._path) for u in self.store.job.units if u.id in chosen]
        return same([read(o) for o in found if o is not None])

    def _cell(self) -> Cell | None:
        made = self.store.derived.made.by_id[self._unit().id]
        return made.layout.at(self._path) if made.layout is not None else None

    def _words(self) -> str:
        cell = self._cell()
        others = len(self._ids()) - 1
        also = f", and of {others} more" if others else ""
        if cell is None:
            return f"Of unit {self._unit().mark}{also}"
        size = f"{self.shown(cell.x.clear.value)} wide and {self.shown(cell.z.clear.value)} high inside"
        return f"Of unit {self._unit().mark}{also}; {size}"

    def _sizes(self) -> str:
        cell, sizes = self._cell(), cut_sizes(self.store)
        if cell is None:
            return ""
        rows = [("Clear width", cell.x.clear), ("Clear height", cell.z.clear)]
        if self._opening().front != "none":
            rows += [("Front width", cell.x.front), ("Front height", cell.z.front)]
        return "<br>".join(explained(name, size, sizes, self._tokens) for name, size in rows)

    def _apply(self, edit: Callable[[Job], Job], label: str) -> None:
        self.store.apply(edit, label)

    def _put(self, label: str, **values: object) -> None:
        self._apply(lambda j: set_opening(j, self.store.catalog, self._ids(), self._path, **values), label)

    def _size(self) -> None:
        if not self._path:
            return
        parent = opening_at(self._unit().opening, self._path[:-1])
        rows = parent is None or parent.split == "rows"
        fronted = divides_fronts(self._unit().opening, self._path)
        name = ("Front height" if rows else "Front width") if fronted else ("Clear height" if rows else "Clear width")
        self.group("Size")

        def read() -> float | None:
            cell = self._cell()
            return cell_size(self._unit(), cell) if cell is not None else None

        def apply(value: float | None) -> None:
            label = f"{name.lower()} by the rule" if value is None else f"{name.lower()} → {self.shown(value)}"
            self._apply(lambda j: set_opening_size(j, self.store.catalog, self._ids(), self._path, value), label)

        def origin() -> str:
            return "rule" if self._opening().size.is_open else "set"

        self.length(name, read, apply, Origin(origin, lambda: apply(None), own="set"))
        self.text("Share", lambda: f"{self._opening().size.share:g}", lambda t: self._member("share", _share(t)), figure=True)
        self.length("At least", lambda: self._opening().size.least, lambda v: self._member("least", v), empty=NO_BOUND)
        self.length("At most", lambda: self._opening().size.most or 0.0, lambda v: self._member("most", v or None), empty=NO_BOUND)
        if parent is not None and self._path[-1] < len(parent.openings) - 1:
            board = "Fixed shelf" if rows else "Partition"
            where = "below" if rows else "at its right"
            choices = ((True, f"{board} {where}", None), (False, "No board", None))
            self.pick("Board", choices, lambda: self._each(lambda o: o.board), lambda v: self._put(f"board {v}", board=v))

    def _member(self, field: str, value: float | None) -> None:
        old = self._opening().size
        given = {"share": old.share, "least": old.least, "most": old.most, field: value}
        self._put(f"{field} → {value}", size=Member(None, **given))  # type: ignore[arg-type]

    def _front(self, opening: Opening) -> None:
        store, catalog = self.store, self.store.catalog
        behind = any(
            above is not None and above.front != "none"
            for above in (opening_at(self._unit().opening, self._path[:n]) for n in range(len(self._path)))
        )
        self.group("Front over all its openings" if opening.openings else "Front")
        if behind:
            self.words("soft", lambda: "Lies behind a front over several openings.")
            return
        self.pick(
            "Front",
            tuple(f for f in FRONT_CHOICES if f[0] in self._way.fronts),
            lambda: self._each(lambda o: o.front),
            lambda v: self._apply(lambda j: set_front(j, catalog, self._ids(), self._path, v), f"front → {v}"),  # type: ignore[arg-type]
        )
        if opening.front == "doors" and not self._way.is_shaped:
            doors = (("auto", "By width", None), (1, "One", None), (2, "Pair", None))
            self.pick(
                "Doors",
                doors,
                lambda: self._each(lambda o: o.doors or "auto"),
                lambda v: self._put(f"doors {v}", doors=None if v == "auto" else v),
            )
        if opening.front == "doors":
            hands = (("left", "Hinged left", None), ("right", "Hinged right", None))
            self.pick("Hand", hands, lambda: self._each(lambda o: o.hand), lambda v: self._put(f"hinged {v}", hand=v))
        if opening.front != "none":
            styles = (("", "As the unit", None), *style_choices(store.catalog))
            self.pick("Style", styles, lambda: self._each(lambda o: o.style or ""), lambda v: self._put("style of front", style=v or None))
            alike = FRONTS[opening.front].all_alike
            self._button_row(((f"{alike} so", self._style_kind), ("All fronts so", self._style_all)))

    def _style_now(self) -> str:
        made = self.store.derived.made.by_id[self._unit().id]
        return next(f.style for f in made.fronts if f.path == self._path)

    def _style_kind(self) -> None:
        style, kind, catalog = self._style_now(), self._opening().front, self.store.catalog
        self._apply(lambda j: style_kind(j, catalog, kind, style), "style of all fronts of a kind")

    def _style_all(self) -> None:
        style, catalog = self._style_now(), self.store.catalog
        self._apply(lambda j: style_all(j, catalog, style), "style of all fronts")

    def _inside(self, opening: Opening) -> None:
        catalog = self.store.catalog
        self.group("Inside")
        if INSIDES[opening.inside].shelved:
            self.count("Shelves", (0, 12), lambda: self._each(lambda o: o.shelves), lambda n: self._put(f"{n} shelves", shelves=n))  # type: ignore[arg-type, return-value]
        if self._way.is_shaped:
            return
        self.pick("Holds", INSIDE_CHOICES, lambda: self._each(lambda o: o.inside), lambda v: self._put_inside(cast(InsideKind, v)))
        role = INSIDES[opening.inside].role
        if role is not None and len(items := catalog.hardware_for(role)) > 1:
            choices = tuple((h.id, h.name, None) for h in items)
            usual = "" if opening.inside == "appliance" else catalog.defaults.hardware[role]
            choices = (("", "Of its own size", None), *choices) if opening.inside == "appliance" else choices
            self.pick("Item", choices, lambda: self._each(lambda o: o.item or usual), lambda v: self._put("item", item=v or None))

    def _put_inside(self, value: InsideKind) -> None:
        shelves = {} if INSIDES[value].shelved else {"shelves": 0}
        self._put(f"inside → {value}", inside=value, item=None, **shelves)

    def _divide(self, opening: Opening) -> None:
        self.group("Divide")
        if self._way.is_shaped:
            self.words("soft", lambda: "A unit of this shape has one opening.")
        elif opening.openings:
            what = "rows" if opening.split == "rows" else "bays"
            self.words("soft", lambda: f"Divided into {len(self._opening().openings)} {what}.")
            self._button_row((("Make them equal", self._equal), ("Make one again", self._undivided)))
        else:
            self._split_row()
        if self._path:
            up = OfCell(self._unit().id, self._path[:-1])
            self._button_row((("Join with the next", self._merge), ("The division it is in", lambda: self.store.pick(up))))

    def _split_row(self) -> None:
        holder = QWidget()
        row = QHBoxLayout(holder)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(5)
        count_field = QSpinBox()
        count_field.setRange(2, 12)
        count_field.setAccessibleName("Cells")
        count_field.setFixedWidth(64)
        over_check = QCheckBox("One front over all")
        over_check.setAccessibleName("One front over all")
        shape = FRONTS[self._opening().front].shape
        over_check.setVisible(shape is not None and not SHAPES[shape].slides)
        row.addWidget(Label("Into"))
        row.addWidget(count_field)
        for text, way in (("rows", "rows"), ("bays", "bays")):
            button = QPushButton(text)
            button.setAccessibleName(f"Split into {text}")
            button.clicked.connect(lambda _, w=way: self._split(w, count_field.value(), over=over_check.isChecked()))
            row.addWidget(button)
        row.addStretch(1)
        self.widget(holder)
        self.widget(over_check)

    def _button_row(self, buttons: tuple[tuple[str, Callable[[], None]], ...]) -> None:
        holder = QWidget()
        row = QHBoxLayout(holder)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(5)
        for text, act in buttons:
            button = QPushButton(text)
            button.setAccessibleName(text)
            button.clicked.connect(lambda _, a=act: self._try(a))
            row.addWidget(button)
        row.addStretch(1)
        self.widget(holder)

    def _try(self, act: Callable[[], None]) -> None:
        try:
            act()
        except PlankError as problem:
            self.store.say(str(problem))

    def _split(self, into: Split, count: int, *, over: bool) -> None:
        catalog, ids, path = self.store.catalog, self._ids(), self._path
        self._try(lambda: self._apply(lambda j: split_opening(j, catalog, ids, path, into, count, over=over), f"split into {count} {into}"))

    def _merge(self) -> None:
        catalog, ids, path = self.store.catalog, self._ids(), self._path
        self._apply(lambda j: merge_openings(j, catalog, ids, path), "join openings")
        unit = self._unit()
        self.store.pick(OfCell(unit.id, path if opening_at(unit.opening, path) is not None else path[:-1]))

    def _equal(self) -> None:
        cells = tuple(c.but(size=Member()) for c in self._opening().openings)
        self._put("equal openings", openings=cells)

    def _undivided(self) -> None:
        first = next(self._opening().cells)
        front = self._opening().front if self._opening().front != "none" else first.front
        shelves = 0 if front == "drawer" else first.shelves
        self._put("one opening", openings=(), front=front, shelves=shelves)


class PartPanel(SpecPanel):
    """One part of the unit on the bench: how its sizes came about, and its machining."""

    def __init__(self, store: Store, tokens: Tokens, lead: Lead) -> None:
        super().__init__(store)
        self._tokens = tokens
        self.title(lambda: self._name().capitalize(), self._hint)
        self.group("How its sizes came about")
        self.explained_label = _linked_words(self, self._sizes, lead)
        self.group("Edges")
        self.words("plain", self._edges)
        self.group("Machining")
        self.words("plain", self._machining).setTextFormat(Qt.TextFormat.RichText)
        piece_rows(self)
        self.gap()
        opening_button = QPushButton("The unit on the bench")
        opening_button.clicked.connect(lambda: store.pick(None))
        self.widget(opening_button)
        self.done()

    @staticmethod
    def key(store: Store) -> tuple[object, ...]:
        """What the panel's rows depend on."""
        return ("part", run_of_pick(store))

    def _name(self) -> str:
        found = picked_part(self.store)
        return found.name if found is not None else ""

    def _part(self) -> Part | None:
        found = picked_part(self.store)
        return found.part if found is not None else None

    def _hint(self) -> str:
        found = picked_part(self.store)
        if found is None:
            return "The unit has no such part now."
        part, board, sizes = found.part, self.store.catalog.boards[found.part.board].name, cut_sizes(self.store)
        return f"Of {found.owner}; cut to {sizes.shown(part.cut_length)} × {sizes.shown(part.cut_width)} from {board}"

    def _sizes(self) -> str:
        part, sizes = self._part(), cut_sizes(self.store)
        if part is None:
            return ""
        rows = (("Length", part.length), ("Width", part.width), ("Thickness", part.thickness))
        return "<br>".join(explained(name, size, sizes, self._tokens) for name, size in rows)

    def _edges(self) -> str:
        part = self._part()
        if part is None:
            return ""
        bands, e = self.store.catalog.bands, part.edges
        sizes = cut_sizes(self.store)
        long, wide = (f"{sizes.shown(v)} long" for v in part.size[:2])
        edges = (("l1", long, e.l1), ("l2", long, e.l2), ("w1", wide, e.w1), ("w2", wide, e.w2))
        lines = [f"{part.edge_side(edge)}, {run}: {bands[b].name} ({bands[b].mark})" for edge, run, b in edges if b]  # type: ignore[arg-type]
        lines += [f"along its front, {sizes.shown(x.length)} long: {bands[x.band].name} ({bands[x.band].mark})" for x in part.shaped_edges]
        return "\n".join(lines) or "No edge is banded."

    def _machining(self) -> str:
        part = self._part()
        lines = machining_lines(part, cut_sizes(self.store)) if part is not None else ()
        return "<br>".join(f"{strong(letter)} {escape(words)}" for letter, words in lines) or "None."


def _linked_words(panel: SpecPanel, text: Callable[[], str], lead: Lead) -> QLabel:
    """Add a text with links to where its terms are decided."""
    label = panel.words("plain", text)
    follow(label, lead)
    return label


def _share(text: str) -> float:
    value = number(text)
    if not 0 < value < 1000:
        raise PlankError("A share is a number above 0, such as 1 or 2.")
    return value
