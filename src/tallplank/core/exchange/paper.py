"""The shop's tables: cut list, hardware schedule and price."""

from collections.abc import Sequence

from tallplank.core.exchange.exporter import Exporter, Shop
from tallplank.core.exchange.table import Table, as_csv, as_xlsx
from tallplank.core.money.entry import COST_KINDS, Cost
from tallplank.core.money.price import PriceMaker
from tallplank.core.shop.cutlist import CutRow, grouped

CUT_COLUMNS = (
    "room",
    "unit",
    "part",
    "material",
    "thickness_mm",
    "length_mm",
    "width_mm",
    "cut_length_mm",
    "cut_width_mm",
    "quantity",
    "grain",
    "band_along_1",
    "band_along_2",
    "band_across_1",
    "band_across_2",
    "label",
    "machining",
    "shape",
    "rounded_by_mm",
)
"""Edges along the length are 1 at the lower or left and 2 at the upper or right side of the drawing; those across it likewise."""


def cut_table(title: str, rows: Sequence[CutRow]) -> Table:
    """The cut list as a table, in millimetres."""
    return Table(
        title,
        CUT_COLUMNS,
        tuple(
            (
                r.room,
                r.unit,
                r.part,
                r.material,
                r.thickness,
                r.length,
                r.width,
                r.cut_length,
                r.cut_width,
                r.quantity,
                r.grain,
                *r.bands,
                r.label,
                r.machining,
                r.shape,
                round(r.residue, 4),
            )
            for r in rows
        ),
    )


def hardware_table(shop: Shop) -> Table:
    """The hardware schedule as a table."""
    columns = ("item", "finish", "supplier", "code", "quantity", "price_each", "price", "where_used")
    return Table(
        "Hardware",
        columns,
        tuple(
            (r.name, r.item.finish, r.item.supplier, r.code, r.quantity, r.item.price, r.item.price * r.quantity, r.where)
            for r in shop.schedule
        ),
    )


def door_table(shop: Shop) -> Table:
    """The door list as a table: each front, and below it the pieces that it is framed from, in millimetres."""
    first = ("room", "unit", "front", "piece", "quantity", "style", "edge", "finish")
    columns = (*first, "width_mm", "height_mm", "thickness_mm", "hand", "hinges", "weight_kg")
    lines: list[tuple[str | float, ...]] = []
    for r in shop.doorlist:
        size = (r.width, r.height, r.thickness)
        lines.append((r.room, r.unit, r.front, "", 1, r.style, r.edge, r.finish, *size, r.hand, r.hinges, r.weight_kg))
        for piece, count, width, height, thick in r.parts:
            lines.append((r.room, r.unit, r.front, piece, count, "", "", "", width, height, thick, "", "", ""))
    return Table("Doors", columns, tuple(lines))


def price_table(shop: Shop) -> Table:
    """The price as a table: each unit, run and what comes to the whole job, then the sums that lead to the total."""
    price = shop.price
    columns = ("room", "item", *COST_KINDS, "cost", "price")
    lines: list[tuple[str | float, ...]] = [
        (line.room, line.label, *_cents(line.cost), line.cost.total / 100, line.price / 100) for line in price.lines
    ]
    empty = ("",) * len(COST_KINDS)
    discounted = [("", "Discount", *empty, "", -price.discount / 100)] if price.discount else []
    lines += [
        ("", "All", *_cents(price.cost), price.cost.total / 100, price.full / 100),
        ("", "Overhead", *empty, price.overhead / 100, ""),
        ("", "Margin and markups", *empty, price.margin / 100, ""),
        *discounted,
        ("", f"Price without tax ({price.currency})", *empty, "", price.net / 100),
        ("", "Tax", *empty, "", price.tax / 100),
        ("", f"Price ({price.currency})", *empty, "", price.total / 100),
        *(("", f"Hours of {department}", *empty, round(hours, 1), "") for department, hours in price.hours.items()),
    ]
    return Table("Price", columns, tuple(lines))


def _cents(cost: Cost) -> tuple[float, ...]:
    return tuple(cents / 100 for cents in cost.by_kind.values())


def costs_table(shop: Shop) -> Table:
    """Every term of every cost: so much of something, with what is added for waste, at its rate."""
    columns = ("item", "kind", "what", "quantity", "unit", "factor", "rate", "amount")
    maker = PriceMaker()
    lines = [
        (line.label, e.kind, e.text, round(e.quantity, 4), e.unit, e.factor, e.rate, round(e.amount, 4))
        for line in shop.price.lines
        for e in maker.entries(shop.made, line.owner)
    ]
    return Table("Costs", columns, tuple(lines))


CUTLIST_CSV = Exporter("cutlist.csv", "Cut list", lambda shop: as_csv(cut_table("Cut list", shop.cutlist)))
CUTLIST_XLSX = Exporter(
    "cutlist.xlsx",
    "Cut list, workbook",
    lambda shop: as_xlsx((cut_table("Per unit", shop.cutlist), cut_table("Grouped", grouped(shop.cutlist)))),
)
DOORS_CSV = Exporter("doors.csv", "Door list", lambda shop: as_csv(door_table(shop)))
HARDWARE_CSV = Exporter("hardware.csv", "Hardware schedule", lambda shop: as_csv(hardware_table(shop)))
PRICE_CSV = Exporter("price.csv", "Price", lambda shop: as_csv(price_table(shop)))
COSTS_CSV = Exporter("costs.csv", "Costs, term by term", lambda shop: as_csv(costs_table(shop)))
