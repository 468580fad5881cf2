"""The tray: what the present stage offers."""

from collections.abc import Callable
from functools import partial

from PyQt6.QtCore import QMimeData, QPoint, QSize, Qt, QTimer
from PyQt6.QtGui import QDrag, QFontMetrics, QIcon, QMouseEvent, QPixmap
from PyQt6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPushButton,
    QScrollArea,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from tallplank.app.canvas.view import KIND_MIME
from tallplank.app.form.saved_piece import piece_picture
from tallplank.app.look.icons import kind_picture, swatch
from tallplank.app.look.label import Label, set_tip
from tallplank.app.look.money import money
from tallplank.app.look.sign import blank_picture
from tallplank.app.look.theme import Tokens, font
from tallplank.app.panel.choice import ROLE_NAMES
from tallplank.app.tray.offer import offered_for
from tallplank.app.tray.paneling import offer_walls
from tallplank.app.tray.survey import offer_survey
from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.finish import Finish
from tallplank.core.edit.standard import set_job_finish, set_job_style
from tallplank.core.edit.unit import change_units, set_finish
from tallplank.core.error import PlankError
from tallplank.core.exchange.paper import COSTS_CSV, PRICE_CSV
from tallplank.core.exchange.registry import EXPORTERS
from tallplank.core.job.saved_piece import SavedPiece
from tallplank.core.job.unit import FINISH_ROLES, FinishRole
from tallplank.core.measure.memo import IdentityMemo
from tallplank.session.group import new_island
from tallplank.session.saved_piece import place_piece
from tallplank.session.state import Stage
from tallplank.session.store import Store

WIDTH = 196
PICTURE = QSize(58, 46)
PICTURE_MS = 4
"""Between one drawing of a kind and the next."""


def behind(catalog: Catalog, finish: Finish, currency: str) -> str:
    """The board, the band and the prices behind a finish, in words."""
    board = catalog.boards[finish.board]
    price = board.price_m2(finish.thickness) or 0.0
    lines = [finish.name, f"{board.name} {finish.thickness:g}, {money(round(price * 100), currency)} a square metre"]
    if finish.band:
        band = catalog.bands[finish.band]
        lines.append(f"{band.name}, {money(round(band.price_m * 100), currency)} a metre")
    if finish.coated_faces:
        faces = "one face" if finish.coated_faces == 1 else "both faces"
        lines.append(f"Coating {faces}, {money(round(finish.coat_m2 * 100), currency)} a square metre of face")
    return "\n".join(lines)


class TrayItem(QToolButton):
    """A thing to place: click it and then a drawing, or drag it there."""

    def __init__(self, kind: str, name: str, hint: str, picture: QPixmap, choose: Callable[[str], None]) -> None:
        super().__init__()
        self.kind, self.name, self.hint = kind, name, hint
        self._press: QPoint | None = None
        self.show_picture(picture)
        self.setCheckable(True)
        self.setProperty("kind", "quiet")
        self.setToolButtonStyle(Qt.ToolButtonStyle.ToolButtonTextBesideIcon)
        self.setIconSize(PICTURE)
        self.setText(name)
        self.setToolTip(f"{hint}.\nClick, then click a drawing; or drag it there. Enter places it in the first gap.")
        self.setAccessibleName(name)
        self.setFixedSize(WIDTH - 22, PICTURE.height() + 8)
        self.clicked.connect(lambda: choose(kind))

    def show_picture(self, picture: QPixmap) -> None:
        """Show a drawing of the thing, also while it is dragged."""
        self._picture = picture
        self.setIcon(QIcon(picture))

    def mousePressEvent(self, event: QMouseEvent | None) -> None:
        self._press = event.position().toPoint() if event else None
        super().mousePressEvent(event)

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:
        self._press = None
        super().mouseReleaseEvent(event)

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:
        held = event is not None and bool(event.buttons() & Qt.MouseButton.LeftButton)
        if event is None or not held or self._press is None or (event.position().toPoint() - self._press).manhattanLength() < 8:
            super().mouseMoveEvent(event)
            return
        self._press = None
        self.setDown(False)
        drag, data = QDrag(self), QMimeData()
        data.setData(KIND_MIME, self.kind.encode())
        drag.setMimeData(data)
        drag.setPixmap(self._picture)
        drag.exec(Qt.DropAction.CopyAction)


class Tray(QWidget):
    """Beside the rail.

    `place_now` puts a kind into the first gap; `export` writes one or all of the shop's papers; `read_plan` reads a room from a drawing.
    """

    def __init__(
        self,
        store: Store,
        tokens: Tokens,
        place_now: Callable[[str], None],
        export: Callable[[tuple[str, ...]], None],
        read_plan: Callable[[], None],
    ) -> None:
        super().__init__()
        self.setObjectName("tray")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedWidth(WIDTH)
        self._store, self._tokens = store, tokens
        self._place_now, self._export, self._read_plan = place_now, export, read_plan
        self.items: list[TrayItem] = []
        self._filtered: list[tuple[str, QWidget]] = []
        self._unpainted: list[Callable[[], None]] = []
        self.pictures: IdentityMemo[QPixmap] = IdentityMemo(64)
        self._painting = QTimer(self)
        self._painting.setInterval(PICTURE_MS)
        self._painting.timeout.connect(self._paint_next)
        column = QVBoxLayout(self)
        column.setContentsMargins(10, 10, 1, 6)
        column.setSpacing(6)
        self.search_field = QLineEdit()
        self.search_field.setPlaceholderText("Search")
        self.search_field.setAccessibleName("Search the tray")
        self.search_field.setClearButtonEnabled(True)
        self.search_field.setFixedWidth(WIDTH - 22)
        self.search_field.textChanged.connect(self._filter)
        column.addWidget(self.search_field)
        self._scroll = QScrollArea()
        self._scroll.setWidgetResizable(True)
        self._scroll.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        column.addWidget(self._scroll, 1)
        self._subscriptions = [
            store.subscribe(offered_for, lambda _: self.refresh()),
            store.subscribe(lambda s: s.placing, self._show_placing),
            store.subscribe(lambda s: s.selected, lambda _: self._target()),
        ]

    def close_pane(self) -> None:
        """End the subscriptions."""
        self._painting.stop()
        for subscription in self._subscriptions:
            subscription.close()

    def restyle(self, tokens: Tokens) -> None:
        """Use another theme."""
        self._tokens = tokens
        self.refresh()

    @property
    def is_drawn(self) -> bool:
        """Whether no picture is still to be drawn."""
        return not self._unpainted

    def refresh(self) -> None:
        """Show what the stage offers."""
        body = QWidget()
        body.setObjectName("scrolled")
        self._column = QVBoxLayout(body)
        self._column.setContentsMargins(0, 0, 6, 0)
        self._column.setSpacing(2)
        self.items, self._filtered, self._unpainted = [], [], []
        self._painting.stop()
        self._target_label: QLabel | None = None
        offers: dict[Stage, Callable[[], None]] = {
            "survey": lambda: offer_survey(self, self._store, self._tokens, self._read_plan),
            "layout": self._layout,
            "bench": self._bench,
            "walls": self._walls,
            "finish": self._finish,
            "make": self._make,
            "quote": self._quote,
        }
        offers[self._store.state.stage]()
        self._column.addStretch(1)
        old = self._scroll.takeWidget()
        self._scroll.setWidget(body)
        if old is not None:
            old.deleteLater()
        self._filter(self.search_field.text())
        self._show_placing(self._store.state.placing)
        self._target()

    def group(self, name: str) -> None:
        """Begin a group of what is offered."""
        label = Label(name)
        label.setProperty("kind", "group")
        label.setContentsMargins(4, 8, 0, 2)
        self._column.addWidget(label)

    def soft(self, text: str) -> QLabel:
        """Add a word of advice."""
        label = Label(text)
        label.setProperty("kind", "soft")
        label.setWordWrap(True)
        label.setFixedWidth(WIDTH - 26)
        self._column.addWidget(label)
        return label

    def put(self, text: str, widget: QWidget) -> None:
        """Add anything that is found by its text."""
        self._column.addWidget(widget)
        self._filtered.append((text.lower(), widget))

    def item(self, kind: str, name: str, hint: str, picture: QPixmap) -> None:
        """Add a thing to place."""
        item = TrayItem(kind, name, hint, picture, self._choose)
        self.items.append(item)
        self.put(f"{name} {hint}", item)

    def _choose(self, kind: str) -> None:
        self._store.place_next("" if self._store.state.placing == kind else kind)

    def keyPressEvent(self, event: object) -> None:
        item = self.focusWidget()
        if isinstance(item, TrayItem) and event is not None and event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):  # type: ignore[attr-defined]
            self._place_now(item.kind)
            return
        super().keyPressEvent(event)  # type: ignore[arg-type]

    def _layout(self) -> None:
        kinds = self._store.catalog.kinds.values()
        for mount, title in (("floor", "On the floor"), ("wall", "On the wall")):
            self.group(title)
            if mount == "floor":
                button = QPushButton("Add an island")
                button.setFixedWidth(WIDTH - 26)
                button.clicked.connect(lambda: new_island(self._store))
                self.put("add an island", button)
            for kind in kinds:
                if kind.mount == mount:
                    self.item(kind.id, kind.name, kind.hint, blank_picture(PICTURE))
                    self.later(partial(self._paint_kind, self.items[-1]))
        self._pieces()

    def _walls(self) -> None:
        offer_walls(self, self._store, self._tokens, WIDTH - 22)
        self._pieces(walls=True)

    def _pieces(self, *, walls: bool = False) -> None:
        """What the user keeps for all jobs, units or paneled walls: a click places it."""
        library = self._store.library
        found = library.pieces() if library is not None else ()
        kept = [one for one in found if (one.piece.scheme is not None) == walls]
        if kept:
            self.group("Saved pieces")
        for _, piece in kept:
            button = QToolButton()
            button.setProperty("kind", "quiet")
            button.setToolButtonStyle(Qt.ToolButtonStyle.ToolButtonTextBesideIcon)
            button.setIcon(QIcon(piece_picture(piece, PICTURE)))
            button.setIconSize(PICTURE)
            button.setText(piece.name)
            button.setAccessibleName(piece.name)
            button.setFixedSize(WIDTH - 22, PICTURE.height() + 8)
            set_tip(button, f"{piece.name}: {', '.join(piece.tags)}" if piece.tags else piece.name)
            button.clicked.connect(lambda _, p=piece: self._place_piece(p))
            self.put(" ".join((piece.name, *piece.tags)), button)
        for problem in library.damaged if library is not None else ():
            self.soft(problem)

    def _place_piece(self, piece: SavedPiece) -> None:
        try:
            place_piece(self._store, piece)
        except PlankError as problem:
            self._store.say(str(problem))

    def _paint_next(self) -> None:
        """Draw one more picture, so that the window need not wait for all of them."""
        if not self._unpainted:
            self._painting.stop()
            return
        self._unpainted.pop(0)()

    def later(self, paint: Callable[[], None]) -> None:
        """Draw a picture when there is time for it; never once what is offered is exchanged."""
        self._unpainted.append(paint)
        self._painting.start()

    def _paint_kind(self, item: TrayItem) -> None:
        item.show_picture(kind_picture(self._store.catalog, self._store.job.standard, item.kind, self._tokens, PICTURE))

    def _bench(self) -> None:
        self.group("Units")
        for unit in self._store.job.units:
            name = f"{unit.mark}  {self._store.catalog.kinds[unit.kind].name}"
            self._choice(name, lambda u=unit.id: self._store.select([u]))  # type: ignore[misc]
        self.soft("Pick a unit; then an opening, a board or a part of it.")

    def _finish(self) -> None:
        store, catalog = self._store, self._store.catalog
        self._target_label = self.soft("")
        for role in ("front", *(r for r in FINISH_ROLES if r != "front")):
            self.group(ROLE_NAMES[role])  # type: ignore[index]
            for finish in catalog.finishes_for(role):  # type: ignore[arg-type]
                self._choice(
                    finish.name,
                    partial(self._apply_finish, role, finish.id),  # type: ignore[arg-type]
                    QIcon(swatch(catalog.looks[finish.look], self._tokens)),
                    behind(catalog, finish, store.job.rates.currency),
                )
        self.group("Door style")
        for style in store.catalog.door_styles.values():
            self._choice(style.name, lambda s=style.id: self._apply_style(s))  # type: ignore[misc]

    def _choice(self, name: str, apply: Callable[[], None], icon: QIcon | None = None, tip: str = "") -> None:
        button = QPushButton()
        room = WIDTH - 40 - (40 if icon is not None else 0)
        button.setText(QFontMetrics(font()).elidedText(name, Qt.TextElideMode.ElideRight, room))
        button.setAccessibleName(name)
        button.setProperty("kind", "row")
        set_tip(button, tip or name)
        if icon is not None:
            button.setIcon(icon)
            button.setIconSize(QSize(34, 20))
        button.setFixedSize(WIDTH - 26, 28)
        button.clicked.connect(lambda: apply())
        self.put(name, button)

    def _apply_finish(self, role: FinishRole, finish: str) -> None:
        store, catalog = self._store, self._store.catalog
        ids, name = [u.id for u in store.selected_units()], catalog.finishes[finish].name
        if ids:
            store.apply(lambda j: set_finish(j, catalog, ids, role, finish), f"{ROLE_NAMES[role].lower()} → {name}")
        else:
            store.apply(lambda j: set_job_finish(j, catalog, role, finish), f"{ROLE_NAMES[role].lower()} of the job → {name}")

    def _apply_style(self, style: str) -> None:
        store, catalog = self._store, self._store.catalog
        ids = [u.id for u in store.selected_units()]
        if ids:
            store.apply(lambda j: change_units(j, catalog, ids, door_style=style), "door style")
        else:
            store.apply(lambda j: set_job_style(j, catalog, style), "door style of the job")

    def _make(self) -> None:
        self.group("The shop's papers")
        for exporter in EXPORTERS:
            self._choice(f"{exporter.title}  ({exporter.name.rsplit('.', 1)[1].upper()})", lambda n=exporter.name: self._export((n,)))  # type: ignore[misc]
        everything = QPushButton("Write all…")
        everything.setProperty("kind", "main")
        everything.clicked.connect(lambda: self._export(()))
        frame = QFrame()
        row = QHBoxLayout(frame)
        row.setContentsMargins(0, 8, 8, 4)
        row.addWidget(everything)
        self.put("write all", frame)
        self.soft("Rows and units are linked: pick one, and the other is picked too.")

    def _quote(self) -> None:
        self.group("The price as papers")
        for exporter in (PRICE_CSV, COSTS_CSV):
            self._choice(f"{exporter.title}  (CSV)", lambda n=exporter.name: self._export((n,)))  # type: ignore[misc]
        self.soft("The rates are at the right while no row is picked.")

    def _target(self) -> None:
        if self._target_label is not None:
            count = len(self._store.selected_units())
            self._target_label.setText(
                "A click changes the whole job."
                if not count
                else f"A click changes {'the selected unit' if count == 1 else f'{count} units'}."
            )

    def _show_placing(self, placing: str) -> None:
        for item in self.items:
            item.setChecked(item.kind == placing)

    def _filter(self, text: str) -> None:
        words = text.lower().split()
        for name, widget in self._filtered:
            widget.setVisible(all(word in name for word in words))
