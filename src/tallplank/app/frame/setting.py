"""What the window remembers from one time to the next. A settings file that something else wrote never keeps it from opening."""

from PyQt6.QtCore import QByteArray, QSettings


def remembered_state(settings: QSettings, key: str) -> QByteArray:
    """The state of a window or splitter; empty, which restores nothing, where none is kept or it is no such thing."""
    value = settings.value(key)
    return value if isinstance(value, QByteArray) else QByteArray()


def remembered_names(settings: QSettings, key: str) -> tuple[str, ...]:
    """A row of names; empty where none is kept."""
    value = settings.value(key)
    names = [value] if isinstance(value, str) else value if isinstance(value, list) else []
    return tuple(name for name in names if isinstance(name, str))
