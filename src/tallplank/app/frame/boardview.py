"""The board: one to three linked panes, whose kinds, splits and sizes are remembered for each stage."""

from PyQt6.QtCore import QSettings, Qt
from PyQt6.QtWidgets import QApplication, QComboBox, QHBoxLayout, QSplitter, QToolButton, QVBoxLayout, QWidget
from PyQt6.sip import isdeleted

from tallplank.app.board.kind import Numbered, PaneWidget
from tallplank.app.board.registry import PANES
from tallplank.app.board.solid_view import SolidView
from tallplank.app.frame.setting import remembered_names, remembered_state
from tallplank.app.look.sign import wear, wear_again
from tallplank.app.look.theme import Tokens
from tallplank.app.stage import STAGES
from tallplank.session.state import Stage
from tallplank.session.store import Store

MOST = 3


class Pane(QWidget):
    """One pane with its head: what it shows, the tools of that, and fit, add and close."""

    def __init__(self, board: "PaneBoard", kind: str, number: int = 0) -> None:
        super().__init__()
        self.setObjectName("pane")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self._board = board
        self.kind = kind
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(1, 1, 1, 1)
        self._column.setSpacing(0)
        self._column.addWidget(self._head())
        content = PANES[kind].make(board.store, board.tokens)
        assert isinstance(content, PaneWidget)
        if isinstance(content, Numbered):
            content.number = number
        self.content = content
        for tool in PANES[kind].tools(self.content):
            self._row.insertWidget(self._row.count() - 4, tool)
        self._column.addWidget(self.content, 1)

    def _head(self) -> QWidget:
        head = QWidget()
        head.setObjectName("paneHead")
        head.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        head.setFixedHeight(34)
        self._row = QHBoxLayout(head)
        self._row.setContentsMargins(6, 2, 4, 2)
        self._row.setSpacing(2)
        self.kind_field = QComboBox()
        self.kind_field.setMinimumContentsLength(6)
        self.kind_field.setAccessibleName("What this pane shows")
        for key, kind in PANES.items():
            self.kind_field.addItem(kind.name, key)
        self.kind_field.setCurrentIndex(self.kind_field.findData(self.kind))
        self.kind_field.activated.connect(lambda i: self._board.change(self, self.kind_field.itemData(i)))
        self._row.addWidget(self.kind_field)
        self._row.addStretch(1)
        for icon, tip, act in (
            ("show-all", "Show all (F)", lambda: self.content.fit()),
            ("more", "Another pane", lambda: self._board.add(self)),
            ("close", "Close this pane", lambda: self._board.remove(self)),
        ):
            button = QToolButton()
            button.setProperty("kind", "quiet")
            wear(button, icon, self._board.tokens)
            button.setToolTip(tip)
            button.setAccessibleName(tip)
            button.setFixedSize(24, 26)
            button.clicked.connect(act)
            self._row.addWidget(button)
        return head

    def restyle(self, tokens: Tokens) -> None:
        """Use another theme."""
        wear_again(self, tokens)
        self.content.restyle(tokens)

    def close_pane(self) -> None:
        """End the subscriptions of what is shown."""
        self.content.close_pane()


class PaneBoard(QWidget):
    """The middle of the window. The first pane is large; others stand beside or below it as there is room."""

    def __init__(self, store: Store, tokens: Tokens, settings: QSettings) -> None:
        super().__init__()
        self.store, self.tokens, self._settings = store, tokens, settings
        self.panes: list[Pane] = []
        self._stage: Stage = store.state.stage
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(6, 6, 6, 6)
        self._outer = QSplitter(Qt.Orientation.Vertical)
        self._column.addWidget(self._outer)
        self._going: list[QSplitter] = []
        """What was open and is not deleted yet."""
        self._aside: list[str] = []
        """What was open when something was tried beside what is."""
        self._subscription = store.subscribe(lambda s: s.stage, self._show_stage)
        self._trying = store.subscribe(lambda s: s.trial is not None, self._show_trial, now=False)

    def close_pane(self) -> None:
        """End all subscriptions and remember the arrangement."""
        self.remember()
        self._subscription.close()
        self._trying.close()
        self._drop_all()

    def restyle(self, tokens: Tokens) -> None:
        """Use another theme."""
        self.tokens = tokens
        for pane in self.panes:
            pane.restyle(tokens)

    def change(self, pane: Pane, kind: str) -> None:
        """Show something else in a pane."""
        kinds = [kind if p is pane else p.kind for p in self.panes]
        self._build(kinds)

    def add(self, pane: Pane) -> None:
        """Open another pane with something that is not shown yet."""
        if len(self.panes) < MOST:
            shown = {p.kind for p in self.panes}
            self._build([*(p.kind for p in self.panes), next(k for k in PANES if k not in shown)])

    def remove(self, pane: Pane) -> None:
        """Close a pane; the last one stays."""
        if len(self.panes) > 1:
            self._build([p.kind for p in self.panes if p is not pane])

    def fit(self) -> None:
        """Show all in every pane."""
        for pane in self.panes:
            pane.content.fit()

    def pane(self, kind: str) -> QWidget | None:
        """What a kind of pane shows, if it is open."""
        return next((p.content for p in self.panes if p.kind == kind), None)

    def in_space(self) -> list[SolidView]:
        """The open 3D panes."""
        contents: list[QWidget] = [pane.content for pane in self.panes]
        return [content for content in contents if isinstance(content, SolidView)]

    def show_kind(self, kind: str) -> None:
        """Make sure that a kind of pane is open."""
        if self.pane(kind) is None:
            kinds = [p.kind for p in self.panes]
            self._build([kind, *kinds[1:]])

    def show_only(self, *kinds: str) -> None:
        """Open just these kinds of panes."""
        self._build(list(kinds)[:MOST])

    def remember(self) -> None:
        """Keep the kinds and sizes of this stage's panes."""
        if not self.panes:
            return
        kinds = self._aside if self.pane("before") is not None and self._aside else [p.kind for p in self.panes]
        self._settings.setValue(f"board/{self._stage}/kinds", kinds)
        self._settings.setValue(f"board/{self._stage}/outer", self._outer.saveState())
        if (inner := self._inner()) is not None:
            self._settings.setValue(f"board/{self._stage}/inner", inner.saveState())

    def _show_stage(self, stage: Stage) -> None:
        if self.panes:
            self.remember()
        self._stage = stage
        kinds = [k for k in remembered_names(self._settings, f"board/{stage}/kinds") if k in PANES][:MOST]
        self._build(kinds or list(STAGES[stage].panes))

    def _show_trial(self, trying: bool) -> None:
        """At Walls what is tried stands beside what was, until one of them is kept."""
        if trying and self._stage == "walls":
            self._aside = [p.kind for p in self.panes]
            self._build(["room3d", "elevation", "before"])
        elif not trying and self.pane("before") is not None:
            self._build(self._aside or list(STAGES[self._stage].panes))

    def _inner(self) -> QSplitter | None:
        widget = self._outer.widget(1)
        return widget if isinstance(widget, QSplitter) else None

    def _drop_all(self) -> None:
        """Close what is open. It goes with what holds it, once the key or click that closed it is over."""
        for pane in self.panes:
            pane.close_pane()
        self.panes = []

    def _build(self, kinds: list[str]) -> None:
        self._drop_all()
        old, focus = self._outer, QApplication.focusWidget()
        self._outer = QSplitter(Qt.Orientation.Vertical)
        self._column.replaceWidget(old, self._outer)
        if focus is not None and old.isAncestorOf(focus):
            self.setFocus()  # keys go on to the board, not to whatever comes next
        self._going = [gone for gone in self._going if not isdeleted(gone)] + [old]
        old.setParent(None)
        old.deleteLater()
        self.panes = [Pane(self, kind, kinds[:i].count(kind)) for i, kind in enumerate(kinds)]
        self._outer.addWidget(self.panes[0])
        if len(kinds) == 2:
            self._outer.addWidget(self.panes[1])
        elif len(kinds) == MOST:
            inner = QSplitter(Qt.Orientation.Horizontal)
            for pane in self.panes[1:]:
                inner.addWidget(pane)
            inner.setSizes([460, 540])
            inner.setStretchFactor(0, 1)
            inner.setStretchFactor(1, 1)
            self._outer.addWidget(inner)
        for splitter in (self._outer, self._inner()):
            if splitter is not None:
                splitter.setHandleWidth(6)
                splitter.setChildrenCollapsible(False)
        self._outer.setSizes([560, 440])
        self._restore()

    def _restore(self) -> None:
        for name, splitter in (("outer", self._outer), ("inner", self._inner())):
            if splitter is not None:
                splitter.restoreState(remembered_state(self._settings, f"board/{self._stage}/{name}"))
