"""Typing over a dimension."""

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtWidgets import QMenu

from tallplank.app.canvas.figure_menu import figure_menu
from tallplank.app.canvas.inline import InlineField
from tallplank.app.canvas.tool.tool import Hint, Tool
from tallplank.core.draw.dimension import DimensionText
from tallplank.core.job.measure import can_be_typed, has_sides
from tallplank.session.measure_edit import edit_measure


class DimensionTool(Tool):
    """A press on a figure opens a field over it."""

    def press(self, at: QPointF, *, adding: bool) -> bool:
        text = self._typed_at(at)
        if text is not None:
            self.type_over(text)
        return text is not None

    def hint(self, at: QPointF) -> Hint | None:
        return Hint(Qt.CursorShape.IBeamCursor, "Click to type another size") if self._typed_at(at) is not None else None

    def double(self, at: QPointF) -> bool:
        return self.canvas.dimension_at(at) is not None

    def type_over(self, text: DimensionText) -> InlineField:
        """Open a field over a dimension."""

        def apply(typed: str, anchor: str) -> None:
            edit_measure(self.store, text.measure, typed, anchor)  # type: ignore[arg-type]

        field = InlineField(self.canvas.widget(), text.text, apply, sided=has_sides(text.measure))
        field.open_at(self.canvas.view.out(text.centre).toPoint())
        return field

    def offer(self, at: QPointF) -> QMenu | None:
        """Open the menu of the figure at a point of the widget, if there is one."""
        text = self.canvas.dimension_at(at)
        if text is None or not text.chain:
            return None
        menu = figure_menu(self.canvas.widget(), self.store, text)
        menu.popup(self.canvas.widget().mapToGlobal(at.toPoint()))
        return menu

    def _typed_at(self, at: QPointF) -> DimensionText | None:
        text = self.canvas.dimension_at(at)
        return text if text is not None and can_be_typed(text.measure) else None
