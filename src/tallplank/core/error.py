"""The one family of errors whose text is meant for the designer, and lengths in such texts."""

import re
from collections.abc import Callable
from functools import wraps
from typing import ParamSpec, TypeVar

_P = ParamSpec("_P")
_T = TypeVar("_T")

LONGEST = 600
"""Characters of a text that is told."""
_OPEN, _CLOSE = "\ue000", "\ue001"
"""Around a length in a text that is not told yet: characters for private use, which no text of the designer's holds."""
_LENGTH = re.compile(f"{_OPEN}([^{_CLOSE}]*){_CLOSE}")


def mm(length: float) -> str:
    """A length in millimetres within a text; `told` shows it as the job shows its lengths."""
    return f"{_OPEN}{length!r}{_CLOSE}"


def told(text: str, show: Callable[[float], str] = lambda v: f"{round(v, 1):g} mm") -> str:
    """A text with its lengths shown."""
    return _LENGTH.sub(lambda found: show(float(found[1])), text)


class PlankError(ValueError):
    """Something the user asked for cannot be done; the text says what is wrong and what to do."""

    @property
    def text(self) -> str:
        """The text with its lengths not yet shown."""
        return str(self.args[0]) if self.args else ""

    def __str__(self) -> str:
        """The text, its lengths in millimetres; what is quoted of something absurdly long is cut."""
        text = told(self.text)
        return text if len(text) <= LONGEST else f"{text[: LONGEST // 2]} … {text[-LONGEST // 2 :]}"


FAULT = "a fault of the program"


def fault_text(fault: Exception) -> str:
    """What is told of something that could not be made because the program stumbled over it."""
    return f"{FAULT} ({type(fault).__name__}: {str(fault)[:80]})."


def in_words(call: Callable[_P, _T]) -> Callable[_P, _T]:
    """The same call, which tells of arguments of the wrong kind as of anything else that cannot be done."""

    @wraps(call)
    def asked(*args: _P.args, **named: _P.kwargs) -> _T:
        try:
            return call(*args, **named)
        except PlankError:
            raise
        except (TypeError, KeyError, IndexError, AttributeError, ValueError, ArithmeticError, OSError) as problem:
            said = str(problem).replace(f"{call.__qualname__}()", f"{call.__name__}()")
            raise PlankError(f"{call.__name__} cannot be done with these values: {said or type(problem).__name__}.") from problem

    return asked
