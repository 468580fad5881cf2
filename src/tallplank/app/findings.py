"""The list of findings, opened from the ticket; picking one selects its units."""

from collections.abc import Sequence

from PyQt6.QtCore import QSize, Qt
from PyQt6.QtWidgets import QDialog, QLabel, QListWidget, QListWidgetItem, QVBoxLayout, QWidget

from tallplank.core.check.finding import Finding
from tallplank.session.store import Store

ROW = 46
_SIGNS = {"error": "▲", "warning": "△", "note": "·"}


class FindingList(QDialog):
    """A popup below the ticket."""

    def __init__(self, parent: QWidget, store: Store, found: Sequence[Finding]) -> None:
        super().__init__(parent, Qt.WindowType.Popup)
        self._store = store
        self.setFixedSize(QSize(470, 300))
        column = QVBoxLayout(self)
        title = QLabel(f"{len(found)} findings" if len(found) != 1 else "1 finding")
        title.setProperty("kind", "title")
        column.addWidget(title)
        self.list = QListWidget()
        self.list.setTextElideMode(Qt.TextElideMode.ElideRight)
        self.list.setSpacing(2)
        for finding in found:
            item = QListWidgetItem(f"{_SIGNS[finding.level]} {finding.text}\n    {finding.remedy}")
            item.setSizeHint(QSize(0, ROW))
            item.setData(Qt.ItemDataRole.UserRole, finding)
            self.list.addItem(item)
        if not found:
            self.list.addItem("Nothing is wrong or open.")
        self.list.itemClicked.connect(self._pick)
        self.list.itemActivated.connect(self._pick)
        column.addWidget(self.list)

    def _pick(self, item: QListWidgetItem) -> None:
        finding: Finding | None = item.data(Qt.ItemDataRole.UserRole)
        if finding is not None and finding.units:
            self._store.select(finding.units)
            self.close()
