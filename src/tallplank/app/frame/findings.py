"""The list of findings, opened from the ticket; picking one selects its units."""

from collections.abc import Sequence

from PyQt6.QtCore import QSize, Qt
from PyQt6.QtWidgets import QDialog, QHBoxLayout, QListWidget, QListWidgetItem, QPushButton, QVBoxLayout, QWidget

from tallplank.app.look.label import Label, set_tip
from tallplank.core.check.record import Finding
from tallplank.core.error import PlankError
from tallplank.session.store import Store

ROW = 54
_SIGNS = {"error": "▲", "warning": "△", "note": "·"}


class FindingList(QDialog):
    """A popup below the ticket."""

    def __init__(self, parent: QWidget, store: Store, found: Sequence[Finding]) -> None:
        super().__init__(parent, Qt.WindowType.Popup)
        self._store = store
        self.setFixedSize(QSize(560, 340))
        column = QVBoxLayout(self)
        title = Label(f"{len(found)} findings" if len(found) != 1 else "1 finding")
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
            if finding.fix is not None:
                self.list.setItemWidget(item, self._with_fix(finding))
                item.setText("")
        if not found:
            self.list.addItem("Nothing is wrong or open.")
        self.list.itemClicked.connect(self._pick)
        self.list.itemActivated.connect(self._pick)
        column.addWidget(self.list)

    def _with_fix(self, finding: Finding) -> QWidget:
        """The finding's words with a button that does its remedy."""
        holder = QWidget()
        set_tip(holder, finding.remedy)
        row = QHBoxLayout(holder)
        row.setContentsMargins(4, 0, 6, 0)
        label = Label(f"{_SIGNS[finding.level]} {finding.text}")
        label.setWordWrap(True)
        label.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
        row.addWidget(label, 1)
        button = QPushButton(finding.fix.label if finding.fix else "")
        button.setAccessibleName(button.text())
        button.clicked.connect(lambda: self._fix(finding))
        row.addWidget(button)
        return holder

    def _fix(self, finding: Finding) -> None:
        if finding.fix is None:
            return
        try:
            self._store.apply(finding.fix.edit, finding.fix.label.lower())
        except PlankError as problem:
            self._store.say(str(problem))
        self.close()

    def _pick(self, item: QListWidgetItem) -> None:
        finding: Finding | None = item.data(Qt.ItemDataRole.UserRole)
        if finding is not None and finding.units:
            self._store.select(finding.units)
            self.close()
