"""Every colour, size and typeface of the window, in one place."""

from dataclasses import dataclass
from importlib.resources import files

from PyQt6.QtGui import QColor, QFont, QFontDatabase

FAMILY, NARROW = "Plank Sans", "Plank Sans Narrow"
TEXT, SMALL, FIGURES = 13, 12, 17
"""Sizes of text in pixels."""


@dataclass(frozen=True, slots=True)
class Tokens:
    """The colours of one theme."""

    name: str
    desk: str
    """Behind the drawings."""
    paper: str
    """What is drawn on."""
    panel: str
    raised: str
    line: str
    ink: str
    soft: str
    """Secondary text; at least 4.5 : 1 on panel and paper."""
    accent: str
    on_accent: str
    accent_wash: str
    wood: str
    wood_dark: str
    on_wood: str
    wall: str
    glass: str
    wrong: str
    good: str


LIGHT = Tokens(
    name="Day",
    desk="#e4dfd4",
    paper="#fbf9f4",
    panel="#f2eee6",
    raised="#fdfcf9",
    line="#cfc8b9",
    ink="#2a2825",
    soft="#625d55",
    accent="#1f5a63",
    on_accent="#ffffff",
    accent_wash="#d5e3e2",
    wood="#dcbf93",
    wood_dark="#c09a68",
    on_wood="#33230f",
    wall="#c9c3b6",
    glass="#dfeaec",
    wrong="#b3261e",
    good="#2f6b3a",
)
DARK = Tokens(
    name="Evening",
    desk="#1b1c1d",
    paper="#262829",
    panel="#222425",
    raised="#2d3031",
    line="#45494a",
    ink="#e8e4da",
    soft="#aca79c",
    accent="#6fb7bf",
    on_accent="#10201f",
    accent_wash="#2b4346",
    wood="#8a6a44",
    wood_dark="#6c5134",
    on_wood="#fbf3e4",
    wall="#4a4c4c",
    glass="#33454a",
    wrong="#ff8a7a",
    good="#8fce98",
)
THEMES = (LIGHT, DARK)


def load_fonts() -> None:
    """Make the shipped typeface known to Qt."""
    for file in sorted((files("tallplank") / "font").iterdir(), key=lambda f: f.name):
        if file.name.endswith(".ttf"):
            QFontDatabase.addApplicationFontFromData(file.read_bytes())


def font(size: int = TEXT, *, bold: bool = False, narrow: bool = False) -> QFont:
    """The shipped face at a size in pixels."""
    made = QFont(NARROW if narrow else FAMILY)
    made.setPixelSize(size)
    made.setWeight(QFont.Weight.DemiBold if bold and not narrow else QFont.Weight.Medium if bold else QFont.Weight.Normal)
    return made


def colour(value: str, alpha: float = 1.0) -> QColor:
    """A token's colour, perhaps let through."""
    made = QColor(value)
    made.setAlphaF(alpha)
    return made


def stylesheet(t: Tokens) -> str:
    """The style of all widgets."""
    signs = (files("tallplank.app.look") / "icon").joinpath("")
    theme = t.name.lower()
    return f"""
    * {{ font-family: '{FAMILY}'; font-size: {TEXT}px; color: {t.ink}; }}
    QMainWindow, QDialog {{ background: {t.panel}; }}
    QDialog {{ border: 1px solid {t.soft}; }}
    QWidget#tray, QWidget#spec, QWidget#ticket, QScrollArea, QWidget#scrolled {{ background: {t.panel}; border: none; }}
    QWidget#ticket {{ border-bottom: 1px solid {t.line}; }}
    QWidget#tray {{ border-right: 1px solid {t.line}; }}
    QWidget#spec {{ border-left: 1px solid {t.line}; }}
    QWidget#pane {{ background: {t.paper}; border: 1px solid {t.line}; }}
    QWidget#notice {{ background: {t.accent_wash}; border-bottom: 1px solid {t.line}; }}
    QWidget#paneHead {{ background: {t.panel}; border-bottom: 1px solid {t.line}; }}
    QLabel[kind="group"] {{ font-size: {SMALL}px; font-weight: 600; color: {t.soft}; }}
    QLabel[kind="soft"] {{ font-size: {SMALL}px; color: {t.soft}; }}
    QLabel[kind="title"] {{ font-size: 16px; font-weight: 600; }}
    QLabel[kind="figure"] {{ font-size: {FIGURES}px; font-weight: 600; }}
    QLabel[kind="error"] {{ font-size: {SMALL}px; color: {t.wrong}; }}
    QLineEdit, QComboBox, QSpinBox, QPlainTextEdit {{ background: {t.raised}; border: 1px solid {t.line}; border-radius: 3px;
        padding: 3px 6px; min-height: 20px; selection-background-color: {t.accent}; selection-color: {t.on_accent}; }}
    QLineEdit:focus, QComboBox:focus, QSpinBox:focus, QPlainTextEdit:focus {{ border: 2px solid {t.accent}; padding: 2px 5px; }}
    QLineEdit {{ placeholder-text-color: {t.soft}; }}
    QLineEdit[mixed="true"] {{ font-style: italic; color: {t.soft}; }}
    QLineEdit[wrong="true"] {{ border: 2px solid {t.wrong}; padding: 2px 5px; }}
    QComboBox::drop-down {{ border: none; width: 18px; }}
    QComboBox::down-arrow {{ image: url({signs}/down-{theme}.svg); width: 12px; height: 12px; }}
    QSpinBox::up-button, QSpinBox::down-button {{ background: transparent; border: none; width: 18px; }}
    QSpinBox::up-arrow {{ image: url({signs}/up-{theme}.svg); width: 10px; height: 10px; }}
    QSpinBox::down-arrow {{ image: url({signs}/down-{theme}.svg); width: 10px; height: 10px; }}
    QComboBox QAbstractItemView {{ background: {t.raised}; border: 1px solid {t.line}; selection-background-color: {t.accent_wash};
        selection-color: {t.ink}; outline: none; padding: 2px; }}
    QPushButton, QToolButton {{ background: {t.raised}; border: 1px solid {t.line}; border-radius: 3px; padding: 4px 10px; }}
    QToolButton {{ padding: 3px; }}
    QPushButton:hover, QToolButton:hover {{ border-color: {t.accent}; }}
    QPushButton:focus, QToolButton:focus {{ border: 2px solid {t.accent}; padding: 3px 9px; }}
    QToolButton:focus {{ padding: 2px; }}
    QPushButton:disabled, QToolButton:disabled {{ color: {t.line}; }}
    QPushButton[kind="main"] {{ background: {t.accent}; color: {t.on_accent}; border-color: {t.accent}; font-weight: 600; }}
    QToolButton[kind="quiet"], QPushButton[kind="quiet"] {{ background: transparent; border: 1px solid transparent; }}
    QToolButton[kind="quiet"]:hover, QPushButton[kind="quiet"]:hover {{ border-color: {t.line}; }}
    QToolButton[kind="quiet"]:focus, QPushButton[kind="quiet"]:focus {{ border: 2px solid {t.accent}; }}
    QPushButton[kind="source"] {{ background: transparent; border: none; padding: 0 2px; font-size: {SMALL}px;
        text-align: left; color: {t.accent}; }}
    QPushButton[kind="source"]:disabled {{ color: {t.soft}; }}
    QPushButton[kind="source"]:hover:enabled {{ text-decoration: underline; }}
    QPushButton[kind="source"]:focus {{ border: 2px solid {t.accent}; }}
    QPushButton[kind="fold"] {{ background: transparent; border: 1px solid transparent; padding: 3px 0; font-size: {SMALL}px;
        font-weight: 600; text-align: left; color: {t.soft}; }}
    QPushButton[kind="fold"]:hover {{ border-color: {t.line}; }}
    QPushButton[kind="fold"]:focus {{ border: 2px solid {t.accent}; padding: 2px 0; }}
    QPushButton[kind="row"] {{ background: transparent; border: 1px solid transparent; text-align: left; padding: 3px 4px; }}
    QPushButton[kind="row"]:hover {{ border-color: {t.line}; background: {t.raised}; }}
    QPushButton[kind="row"]:focus {{ border: 2px solid {t.accent}; padding: 2px 3px; }}
    QToolButton::menu-indicator {{ image: none; }}
    QToolButton:checked {{ background: {t.accent_wash}; border-color: {t.accent}; }}
    QMenu {{ background: {t.raised}; border: 1px solid {t.line}; padding: 4px; }}
    QMenu::item {{ padding: 5px 26px 5px 12px; border-radius: 2px; }}
    QMenu::item:selected {{ background: {t.accent_wash}; }}
    QMenu::separator {{ height: 1px; background: {t.line}; margin: 4px 6px; }}
    QTableView, QTreeView, QListView {{ background: {t.paper}; alternate-background-color: {t.panel}; border: none;
        gridline-color: {t.line}; selection-background-color: {t.accent_wash}; selection-color: {t.ink}; outline: none; }}
    QTreeView::item, QListView::item {{ padding: 3px; }}
    QHeaderView::section {{ background: {t.panel}; border: none; border-bottom: 1px solid {t.line}; padding: 5px 6px;
        font-size: {SMALL}px; font-weight: 600; color: {t.soft}; }}
    QTableView QTableCornerButton::section {{ background: {t.panel}; }}
    QSplitter::handle {{ background: {t.desk}; }}
    QSplitter::handle:hover {{ background: {t.accent_wash}; }}
    QScrollBar {{ background: transparent; width: 10px; height: 10px; margin: 0; }}
    QScrollBar::handle {{ background: {t.line}; border-radius: 4px; min-height: 30px; min-width: 30px; margin: 1px; }}
    QScrollBar::add-line, QScrollBar::sub-line {{ width: 0; height: 0; }}
    QSlider::groove:horizontal {{ height: 3px; background: {t.line}; border-radius: 1px; }}
    QSlider::handle:horizontal {{ width: 12px; margin: -5px 0; background: {t.accent}; border-radius: 6px; }}
    QSlider::handle:horizontal:focus {{ border: 2px solid {t.ink}; }}
    QToolTip {{ background: {t.raised}; color: {t.ink}; border: 1px solid {t.line}; padding: 4px; }}
    QCheckBox::indicator {{ width: 14px; height: 14px; border: 1px solid {t.soft}; border-radius: 2px; background: {t.raised}; }}
    QCheckBox::indicator:checked {{ background: {t.accent}; border-color: {t.accent}; image: url({signs}/check-{theme}.svg); }}
    QStatusBar {{ background: {t.panel}; border-top: 1px solid {t.line}; }}
    """
