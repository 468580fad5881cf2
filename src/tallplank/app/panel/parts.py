"""The parts of one unit and, for the one picked, how its sizes came about."""

from collections import Counter

from PyQt6.QtCore import Qt, QTimer
from PyQt6.QtWidgets import QHeaderView, QTreeWidget, QTreeWidgetItem, QVBoxLayout, QWidget

from tallplank.app.look.label import Label
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.part.part import Part, part_refs
from tallplank.core.measure.cut import CutSizes
from tallplank.session.pick import cut_sizes
from tallplank.session.store import Store


class PartList(QWidget):
    """A short list; picking a part explains it below."""

    def __init__(self, store: Store) -> None:
        super().__init__()
        self._store = store
        self._made: MadeUnit | None = None
        self._picked = 0
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        self.tree = QTreeWidget()
        self.tree.setHeaderLabels(["Part", "Length", "Width", "Thick"])
        self.tree.setRootIsDecorated(False)
        self.tree.setUniformRowHeights(True)
        self.tree.setMinimumHeight(170)
        self.tree.setAccessibleName("Parts")
        if (header := self.tree.header()) is not None:
            header.setStretchLastSection(False)
            header.setSectionResizeMode(0, QHeaderView.ResizeMode.Stretch)
            for i, width in ((1, 56), (2, 56), (3, 44)):
                header.setSectionResizeMode(i, QHeaderView.ResizeMode.Fixed)
                self.tree.setColumnWidth(i, width)
        self.tree.currentItemChanged.connect(lambda *_: self._pick())
        column.addWidget(self.tree)
        self.explained_label = Label()
        self.explained_label.setWordWrap(True)
        self.explained_label.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        column.addWidget(self.explained_label)

    def show_unit(self, made: MadeUnit) -> None:
        """Show the parts of a unit; the picked part stays picked if the unit is only resized."""
        if made is self._made:
            return
        same_parts = self._made is not None and [p.name for p in self._made.parts] == [p.name for p in made.parts]
        self._picked = self._picked if same_parts else 0
        self._made = made
        self.tree.blockSignals(True)
        self.tree.clear()
        for part in made.parts:
            item = QTreeWidgetItem([part.name, *(self._sizes.shown(v) for v in part.size)])
            for column in (1, 2, 3):
                item.setTextAlignment(column, Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
            item.setToolTip(0, part.name)
            self.tree.addTopLevelItem(item)
        if made.parts:
            self.tree.setCurrentItem(self.tree.topLevelItem(self._picked))
        self.tree.blockSignals(False)
        self._explain()

    def _pick(self) -> None:
        item = self.tree.currentItem()
        if item is not None:
            self._picked = self.tree.indexOfTopLevelItem(item)
            self._explain()
            if self._made is not None and self._store.state.stage == "bench":
                ref = part_refs(self._made.unit.id, self._made.parts)[self._picked]
                QTimer.singleShot(0, lambda: self._store.pick(ref))

    def _explain(self) -> None:
        made = self._made
        if made is None or not made.parts:
            self.explained_label.setText(self._store.job.display.told(made.problem) if made else "")
            return
        self.explained_label.setText(self._words(made.parts[min(self._picked, len(made.parts) - 1)]))

    def _words(self, part: Part) -> str:
        sizes = self._sizes
        lines = []
        for name, size in (("Length", part.length), ("Width", part.width), ("Thickness", part.thickness)):
            steps = size.steps(sizes.style, sizes.parts)
            lines.append(f"{name} {steps[0]}")
            lines += [f"– {step}" for step in steps[1:]]
        cut = f"{sizes.shown(part.cut_length)} × {sizes.shown(part.cut_width)}"
        board = self._store.catalog.boards[part.board].name
        lines.append(f"Cut to {cut} from {board}")
        bored = Counter((hole.what, hole.diameter) for hole in part.holes)
        if bored:
            lines.append("Bored: " + ", ".join(f"{n} × ⌀{sizes.bit(d)} {what}" for (what, d), n in bored.items()))
        return "\n".join(lines)

    @property
    def _sizes(self) -> CutSizes:
        return cut_sizes(self._store, self._made)
