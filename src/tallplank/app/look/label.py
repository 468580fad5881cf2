"""Text on the screen: what somebody called a thing is never taken for markup."""

from html import escape

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QLabel, QWidget


class Label(QLabel):
    """Shows its text as it is."""

    def __init__(self, text: str = "", parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setText(text)


def set_tip(widget: QWidget, text: str) -> None:
    """Give a widget a tip that is shown as it is, whatever somebody called a thing that it names."""
    widget.setToolTip(f"<p style='white-space:pre-wrap'>{escape(text)}</p>" if "<" in text else text)
