"""How solid wood moves with its moisture."""


def movement(width: float, coefficient: float, change_percent: float) -> float:
    """By how much a board of this width grows or shrinks across its grain.

    Source: dimensional change D = width x C x change of moisture content, FPL-GTR-282 (Wood Handbook), chapter 13, for
    moisture between 6 and 14 per cent; the coefficients stand with the boards.
    """
    return width * coefficient * change_percent
