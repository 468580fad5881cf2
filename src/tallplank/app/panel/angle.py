"""Angles as they are typed and shown."""

from tallplank.core.error import PlankError


def degrees_of(text: str) -> float:
    """An angle as it is typed.

    Raises:
        PlankError: it is no number.
    """
    try:
        return float(text.replace("°", "").replace("−", "-").replace(",", ".").strip())
    except ValueError:
        raise PlankError(f"'{text}' is no angle: type a number of degrees, such as 30.") from None


def shown_degrees(value: float) -> str:
    """An angle as it is shown, to a hundredth of a degree."""
    return f"{round(value, 2):g}°"
