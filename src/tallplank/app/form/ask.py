"""A question that must be answered before anything can go on."""

from collections.abc import Sequence

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QMessageBox, QWidget


def ask(parent: QWidget, text: str, answers: Sequence[str]) -> str:
    """The answer that was chosen; the first is the usual one, the last (also by Esc) changes nothing."""
    box = QMessageBox(parent)
    box.setWindowTitle("Tall Plank")
    box.setTextFormat(Qt.TextFormat.PlainText)
    box.setText(text)
    buttons = {answer: box.addButton(answer, QMessageBox.ButtonRole.AcceptRole) for answer in answers[:-1]}
    buttons[answers[-1]] = box.addButton(answers[-1], QMessageBox.ButtonRole.RejectRole)
    box.setDefaultButton(buttons[answers[0]])
    box.setEscapeButton(buttons[answers[-1]])
    box.exec()
    clicked = box.clickedButton()
    return next((answer for answer, button in buttons.items() if button is clicked), answers[-1])
