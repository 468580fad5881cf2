"""A table whose rows stand for units, linked with the selection both ways."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any, Generic, TypeVar

from PyQt6.QtCore import QAbstractTableModel, QItemSelection, QItemSelectionModel, QModelIndex, QObject, QRect, Qt
from PyQt6.QtGui import QPainter, QPaintEvent
from PyQt6.QtWidgets import QAbstractItemView, QHeaderView, QStyledItemDelegate, QStyleOptionViewItem, QTableView

from tallplank.app.board.hint import NO_UNITS
from tallplank.app.look.theme import Tokens, font
from tallplank.session.state import State
from tallplank.session.store import Store

_R = TypeVar("_R")
BAR = 3
"""Pixels that the bar under a figure is high."""
_ROLE = Qt.ItemDataRole


@dataclass(frozen=True, slots=True)
class TableColumn(Generic[_R]):
    """One column: its heading, its text, and whether it is a figure."""

    name: str
    text: Callable[[_R], str]
    figure: bool = False
    width: int = 90
    tip: Callable[[_R], str] | None = None
    share: Callable[[_R], float] | None = None
    """How long the quiet bar under the figure is, from 0 to 1."""


class RowModel(QAbstractTableModel, Generic[_R]):
    """Rows of any record."""

    def __init__(self, columns: Sequence[TableColumn[_R]], parent: QObject) -> None:
        super().__init__(parent)
        self.columns = columns
        self.rows: Sequence[_R] = ()

    def show(self, rows: Sequence[_R]) -> None:
        """Show these rows."""
        self.beginResetModel()
        self.rows = rows
        self.endResetModel()

    def rowCount(self, parent: QModelIndex = QModelIndex()) -> int:  # noqa: B008
        return 0 if parent.isValid() else len(self.rows)

    def columnCount(self, parent: QModelIndex = QModelIndex()) -> int:  # noqa: B008
        return 0 if parent.isValid() else len(self.columns)

    def data(self, index: QModelIndex, role: int = _ROLE.DisplayRole) -> Any:
        column, row = self.columns[index.column()], self.rows[index.row()]
        if role == _ROLE.DisplayRole:
            return column.text(row)
        if role == _ROLE.TextAlignmentRole:
            side = Qt.AlignmentFlag.AlignRight if column.figure else Qt.AlignmentFlag.AlignLeft
            return int(side | Qt.AlignmentFlag.AlignVCenter)
        if role == _ROLE.ToolTipRole:
            return column.tip(row) if column.tip else column.text(row)
        return None

    def headerData(self, section: int, orientation: Qt.Orientation, role: int = _ROLE.DisplayRole) -> Any:
        if orientation == Qt.Orientation.Horizontal:
            if role == _ROLE.DisplayRole:
                return self.columns[section].name
            if role == _ROLE.TextAlignmentRole:
                side = Qt.AlignmentFlag.AlignRight if self.columns[section].figure else Qt.AlignmentFlag.AlignLeft
                return int(side | Qt.AlignmentFlag.AlignVCenter)
        return None


class _Shared(QStyledItemDelegate, Generic[_R]):
    """A figure with a quiet bar under it."""

    def __init__(self, share: Callable[[_R], float], table: "UnitTable[_R]") -> None:
        super().__init__(table)
        self._share, self._table = share, table

    def paint(self, painter: QPainter | None, option: QStyleOptionViewItem, index: QModelIndex) -> None:
        super().paint(painter, option, index)
        if painter is not None:
            rect, share = option.rect.adjusted(4, 0, -4, 0), self._share(self._table.rows_model.rows[index.row()])
            wide = round(rect.width() * share)
            painter.fillRect(QRect(rect.right() - wide + 1, rect.bottom() - BAR, wide, BAR), self._table.bar)


class UnitTable(QTableView, Generic[_R]):
    """Selecting rows selects their units; selecting units elsewhere selects their rows."""

    def __init__(
        self, store: Store, columns: Sequence[TableColumn[_R]], rows: Callable[[], Sequence[_R]], owners: Callable[[_R], Sequence[str]]
    ) -> None:
        super().__init__()
        self.store = store
        self._rows, self._owners = rows, owners
        self.bar = self.palette().mid().color()
        """The colour of the quiet bars under figures."""
        self._linking = False
        self.rows_model: RowModel[_R] = RowModel(columns, self)
        self.setModel(self.rows_model)
        self.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        self.setAlternatingRowColors(True)
        self.setShowGrid(False)
        self.setWordWrap(False)
        self.setFont(font())
        if (vertical := self.verticalHeader()) is not None:
            vertical.hide()
            vertical.setDefaultSectionSize(24)
        if (header := self.horizontalHeader()) is not None:
            header.setHighlightSections(False)
            header.setSectionResizeMode(QHeaderView.ResizeMode.Interactive)
            header.setStretchLastSection(True)
        for i, column in enumerate(columns):
            self.setColumnWidth(i, column.width)
            if column.share is not None:
                self.setItemDelegateForColumn(i, _Shared(column.share, self))
        self._subscriptions = [
            store.subscribe(self._watched, lambda _: self.refresh()),
            store.subscribe(lambda s: s.selected, lambda _: self._show_selected()),
        ]
        if (selection := self.selectionModel()) is not None:
            selection.selectionChanged.connect(self._selected)

    @staticmethod
    def _watched(state: State) -> object:
        return state.job

    def close_pane(self) -> None:
        """End the subscriptions."""
        for subscription in self._subscriptions:
            subscription.close()

    def restyle(self, tokens: Tokens) -> None:
        """Nothing to do: the style sheet reaches tables by itself."""

    def fit(self) -> None:
        """Scroll back to the first row."""
        self.scrollToTop()

    def refresh(self) -> None:
        """Show the rows again."""
        self._linking = True
        self.rows_model.show(self._rows())
        self._linking = False
        self._show_selected()

    def paintEvent(self, event: QPaintEvent | None) -> None:
        super().paintEvent(event)
        viewport = self.viewport()
        if not self.rows_model.rows and viewport is not None:
            QPainter(viewport).drawText(viewport.rect(), Qt.AlignmentFlag.AlignCenter, NO_UNITS)

    def picked_rows(self) -> list[_R]:
        """The selected rows."""
        selection = self.selectionModel()
        return [self.rows_model.rows[i.row()] for i in selection.selectedRows()] if selection else []

    @property
    def is_linking(self) -> bool:
        """Whether it shows a selection that was made elsewhere."""
        return self._linking

    def _selected(self) -> None:
        if not self._linking:
            self._linking = True
            self.store.select(owner for row in self.picked_rows() for owner in self._owners(row))
            self._linking = False

    def _show_selected(self) -> None:
        if self._linking:
            return
        chosen = set(self.store.state.selected)
        picked = QItemSelection()
        first = None
        for i, row in enumerate(self.rows_model.rows):
            if chosen.intersection(self._owners(row)):
                left, right = self.rows_model.index(i, 0), self.rows_model.index(i, len(self.rows_model.columns) - 1)
                picked.select(left, right)
                first = first or left
        self._linking = True
        if (selection := self.selectionModel()) is not None:
            selection.select(picked, QItemSelectionModel.SelectionFlag.ClearAndSelect)
        self._linking = False
        if first is not None:
            self.scrollTo(first, QAbstractItemView.ScrollHint.PositionAtCenter)
