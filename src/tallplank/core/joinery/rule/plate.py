"""How drawer bottoms bend, and how thick they are made so that they do not bend too much."""

import numpy as np

from tallplank.core.joinery.rule.choice import Choice

POISSON, WAVES = 0.3, np.arange(1, 20, 2)
DRAWER_LIMIT = 100.0
"""The bottom of a drawer, which is not seen, may bend by its shorter side divided by this. Source: common practice."""


def plate_sag(sides: tuple[float, float], thickness: float, modulus: float, load_kn_m2: float, lasting: float = 0.0) -> float:
    """The sag in the middle of a board that is held along all four sides, in millimetres.

    Source: Navier's double series for simply supported rectangular plates, any text on plates.
    """
    m, n = WAVES[:, None], WAVES[None, :]
    stiff = modulus * thickness**3 / (12 * (1 - POISSON**2))
    series = ((-1.0) ** ((m + n) // 2 - 1) / (m * n * (m**2 / sides[0] ** 2 + n**2 / sides[1] ** 2) ** 2)).sum()
    return float(16 * load_kn_m2 / 1000 * (1 + lasting) / (np.pi**6 * stiff) * series)


def bottom_thickness(choice: Choice, sides: tuple[float, float]) -> float:
    """The thickness of a drawer bottom: that of the backs, or the next that is sold of the same board which does not bend too much.

    Where none is stiff enough it is the usual one. Source: 1/4 in up to about 24 in of width and more beyond, common practice.
    """
    finish = choice.finish("back")
    board, usual, rules = choice.catalog.boards[finish.board], finish.thickness, choice.rules
    if board.modulus is None:
        return usual
    lasting = board.creep * rules.lasting_load
    sold = sorted({usual, *(t for t in map(float, board.prices) if usual < t <= 2.5 * usual)})
    stiff = (t for t in sold if plate_sag(sides, t, board.modulus, rules.shelf_load, lasting) <= min(sides) / DRAWER_LIMIT)
    return next(stiff, usual)
