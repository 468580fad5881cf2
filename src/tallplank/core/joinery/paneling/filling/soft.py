"""Upholstered fields: pads of foam on boards, covered with a fabric that is stapled behind."""

from itertools import product

from tallplank.core.catalog.hardware import Supply
from tallplank.core.job.filling import Upholstery
from tallplank.core.joinery.paneling.area import Area
from tallplank.core.joinery.paneling.board import Making, add_boards
from tallplank.core.joinery.paneling.filling.tile import tile_spans
from tallplank.core.joinery.part.part import Piece, Tag
from tallplank.core.joinery.rule.choice import chosen_hardware
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec

BETWEEN = 3.0
"""Between boards, for the fabric of both. Source: common practice, no source."""
BEHIND = 50.0
"""How far the fabric reaches behind a board."""
USUAL = "#8a8478"


def add_pads(making: Making, area: Area, fill: Upholstery) -> None:
    """Pads over an area, all alike."""
    finish = making.finish(None, fill.board).but(board=_board(making, fill.board))
    columns = tile_spans(area.width, fill.width, BETWEEN, scaled=True)
    rows = tile_spans(area.height, fill.height, BETWEEN, scaled=True)
    for (x0, x1), (z0, z1) in product(columns, rows):
        place = Area(area.x + x0, area.z + z0, x1 - x0, z1 - z0)
        for at in add_boards(making, Tag("pad"), place, finish, making.behind, upright=True):
            _cover(making, at, fill)


def _board(making: Making, thick: float) -> str:
    """The cheapest board that is sold so thick, since it is covered; that of the fronts where there is none."""
    sold = [(board.price_m2(thick), board.id) for board in making.catalog.boards.values()]
    return min(((price, key) for price, key in sold if price is not None), default=(0.0, making.finish(None).board))[1]


def _cover(making: Making, at: Area, fill: Upholstery) -> None:
    face = making.behind - fill.board
    fabric = making.catalog.hardware.get(fill.fabric or "")
    if not isinstance(fabric, Supply) or fabric.role != "fabric":
        fabric = chosen_hardware(making.catalog, making.standard, None, "fabric")
    look = making.catalog.looks.get((isinstance(fabric, Supply) and fabric.look) or "")
    colour = look.colour if look is not None else USUAL
    making.out.pieces.append(Piece("fabric", colour, Vec(at.x, face - fill.foam, at.z), Vec(at.right, face, at.top)))
    around = 2 * (fill.foam + fill.board + BEHIND)
    cloth, foam = (at.width + around) * (at.height + around) / 1e6, at.width * at.height / 1e6
    item = chosen_hardware(making.catalog, making.standard, None, "foam")
    making.out.fit(item, Size.of(foam, "pad"), "under fabric")
    if isinstance(fabric, Supply):
        making.out.fit(fabric, Size.of(cloth, "pad, and around its edges", Decided("hardware", "fabric")), "over pads")
