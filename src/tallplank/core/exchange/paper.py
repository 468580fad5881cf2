"""The shop's tables: cut list, hardware schedule and price."""

from collections.abc import Sequence

from tallplank.core.derive.derived import Shop
from tallplank.core.exchange.exporter import of_one
from tallplank.core.exchange.table import Table, Value, as_csv, as_xlsx
from tallplank.core.exchange.unit import Lengths
from tallplank.core.job.job import Display
from tallplank.core.joinery.rule.choice import rules_for
from tallplank.core.money.entry import COST_KINDS, Cost, in_cents
from tallplank.core.money.price import PriceMaker
from tallplank.core.shop.cutlist import CutRow, grouped
from tallplank.core.shop.doorlist import DoorPiece, DoorRow
from tallplank.core.shop.moldinglist import EndOf, moldinglist
from tallplank.core.shop.schedule import ScheduleRow
from tallplank.core.shop.toplist import toplist

CUT_SIZES = ("thickness", "length", "width", "cut_length", "cut_width")
EXACT = 0.1
"""Lengths that something is bought in are told to a tenth."""
BANDS = ("band_along_1", "band_along_2", "band_across_1", "band_across_2")
"""Edges along the length are 1 at the lower or left and 2 at the upper or right side of the drawing; those across it likewise."""


def cut_table(title: str, rows: Sequence[CutRow], display: Display) -> Table:
    """The cut list as a table. `edges` says where in its unit each banded edge lies."""
    lengths = Lengths(display, 0.1)
    sizes, rounded = lengths.names(*CUT_SIZES), lengths.names("rounded_by")
    last = ("quantity", "grain", *BANDS, "edges", "label", "hand", "machining", "shape", *rounded)
    columns = ("room", "unit", "part", "material", *sizes, *last)
    return Table(title, columns, tuple(_cut_line(row, display) for row in rows))


def _cut_line(row: CutRow, display: Display) -> tuple[Value, ...]:
    lengths, part = Lengths(display, row.step), row.source
    exact = (part.length.value, part.width.value, part.cut_length, part.cut_width)
    sizes = (*lengths.thickness(row.thickness), *lengths.values(exact))
    last = (row.edges, row.label, row.hand, row.machining, row.shape, *lengths.residue(exact))
    return (row.room, row.unit, row.part, row.material, *sizes, row.quantity, row.grain, *row.bands, *last)


def hardware_table(shop: Shop) -> Table:
    """The hardware schedule as a table: pieces, with the length of what comes in several or is cut to one."""
    lengths = Lengths(shop.made.job.display, EXACT)
    columns = ("item", "finish", "supplier", "code", *lengths.names("length"), "pieces", "price_each", "price", "where_used")
    return Table("Hardware", columns, tuple(_hardware_line(row, lengths) for row in shop.schedule))


def _hardware_line(row: ScheduleRow, lengths: Lengths) -> tuple[Value, ...]:
    item = row.item
    long = lengths.values((row.length,)) if row.length else ("" for _ in lengths.names(""))
    return (row.name, item.finish, item.supplier, row.code, *long, row.quantity, item.price, item.price * row.quantity, row.where)


def door_table(shop: Shop) -> Table:
    """The door list as a table: each front, and below it the pieces that it is framed from."""
    display = shop.made.job.display
    lengths = Lengths(display, 0.1)
    first = ("room", "unit", "front", "piece", "quantity", "style", "edge", "finish")
    last = ("hand", "hinges", "weight_kg", "bands", "machining", "shape", *lengths.names("rounded_by"))
    lines: list[tuple[Value, ...]] = []
    for row in shop.doorlist:
        lines.append(_front_line(row, display))
        lines.extend(_piece_line(row, piece, display) for piece in row.parts)
    return Table("Doors", (*first, *lengths.names("width", "height", "thickness"), *last), tuple(lines))


def _front_line(row: DoorRow, display: Display) -> tuple[Value, ...]:
    lengths, exact = Lengths(display, row.step), (row.width, row.height)
    first = (row.room, row.unit, row.front, "", 1, row.style, row.edge, row.finish)
    last = (row.hand, row.hinges, row.weight_kg, *row.telling)
    return (*first, *lengths.values(exact), *lengths.thickness(row.thickness), *last, *lengths.residue(exact))


def _piece_line(row: DoorRow, piece: DoorPiece, display: Display) -> tuple[Value, ...]:
    lengths, exact = Lengths(display, row.step), (piece.width, piece.height)
    first = (row.room, row.unit, row.front, piece.name, piece.quantity, "", "", "")
    last = ({"L": "left", "R": "right"}.get(piece.hand, ""), "", "", *piece.telling)
    return (*first, *lengths.values(exact), *lengths.thickness(piece.thickness), *last, *lengths.residue(exact))


def molding_table(shop: Shop) -> Table:
    """The molding list as a table: lengths from long point to long point, the saw's settings in degrees."""
    display = shop.made.job.display
    lengths = Lengths(display, rules_for(shop.made.catalog, shop.made.job.standard).cut_step)
    ends = tuple(f"{end}_{what}" for end in ("first", "last") for what in ("end", "miter_deg", "bevel_deg", "long", "swing"))
    columns = (
        "room",
        "run",
        "piece",
        "molding",
        "code",
        "finish",
        *lengths.names("length"),
        "quantity",
        *ends,
        *lengths.names("rounded_by"),
    )
    lines = [
        (
            r.room,
            r.run,
            r.piece,
            r.molding,
            r.code,
            r.finish,
            *lengths.values((r.length,)),
            r.quantity,
            *_end(r.first),
            *_end(r.last),
            *lengths.residue((r.length,)),
        )
        for r in moldinglist(shop.made)
    ]
    return Table("Moldings", columns, tuple(lines))


def top_table(shop: Shop) -> Table:
    """The worktop list as a table: areas in square metres, lengths of edges and joints in metres."""
    lengths = Lengths(shop.made.job.display, rules_for(shop.made.catalog, shop.made.job.standard).cut_step)
    columns = (
        "room",
        "run",
        "piece",
        "material",
        *lengths.names("length", "width", "thickness"),
        "area_m2",
        "banded_m",
        "worked_m",
        "worked_edges",
        "joints_m",
        "let_in",
    )
    lines = [
        (
            r.room,
            r.run,
            r.piece,
            r.material,
            *lengths.values((r.length, r.width, r.thickness)),
            round(r.area, 4),
            *(round(v / 1000, 3) for v in (r.banded, r.worked_length)),
            r.worked,
            round(r.joints / 1000, 3),
            r.let_in,
        )
        for r in toplist(shop.made)
    ]
    return Table("Worktops", columns, tuple(lines))


def _end(end: EndOf) -> tuple[Value, ...]:
    return end.kind, round(end.saw.miter, 1), round(end.saw.bevel, 1), end.long, end.swing


def price_table(shop: Shop) -> Table:
    """The price as a table: each unit, run and what comes to the whole job, then the sums that lead to the total."""
    price = shop.price
    columns = ("room", "item", *COST_KINDS, "cost", "price")
    lines: list[tuple[str | float, ...]] = [
        (line.room, line.label, *_cents(line.cost), line.cost.total / 100, line.price / 100) for line in price.lines
    ]
    empty = ("",) * len(COST_KINDS)
    discounted: list[tuple[str | float, ...]] = [("", "Discount", *empty, "", -price.discount / 100)] if price.discount else []
    lines += [
        ("", "All", *_cents(price.cost), price.cost.total / 100, price.full / 100),
        ("", "Overhead", *empty, price.overhead / 100, ""),
        ("", "Margin and markups", *empty, price.margin / 100, ""),
        *discounted,
        ("", f"Price without tax ({price.currency})", *empty, "", price.net / 100),
        ("", "Tax", *empty, "", price.tax / 100),
        ("", f"Price ({price.currency})", *empty, "", price.total / 100),
    ]
    lines += [("", f"Hours of {department}", *empty, round(hours, 1), "") for department, hours in price.hours.items()]
    return Table("Price", columns, tuple(lines))


def _cents(cost: Cost) -> tuple[float, ...]:
    return tuple(cents / 100 for cents in cost.by_kind.values())


def costs_table(shop: Shop) -> Table:
    """Every term of every cost: so much of something, with what is added for waste, at its rate; cents add up to those of the price."""
    columns = ("item", "kind", "what", "quantity", "unit", "factor", "rate", "amount")
    maker = PriceMaker()
    lines: list[tuple[Value, ...]] = []
    for line in shop.price.lines:
        entries = maker.entries(shop.made, line.owner)
        for e, cents in zip(entries, in_cents(entries), strict=True):
            lines.append((line.label, e.kind, e.text, round(e.quantity, 4), e.unit, e.factor, e.rate, cents / 100))
    return Table("Costs", columns, tuple(lines))


def _cutlist(shop: Shop) -> bytes:
    return as_csv(cut_table("Cut list", shop.cutlist, shop.made.job.display))


def _cutlist_workbook(shop: Shop) -> bytes:
    display = shop.made.job.display
    cuts = (cut_table("Per unit", shop.cutlist, display), cut_table("Grouped", grouped(shop.cutlist), display))
    return as_xlsx((*cuts, door_table(shop), molding_table(shop), top_table(shop), hardware_table(shop), _legend(display)))


def _legend(display: Display) -> Table:
    """What the columns of the lists mean."""
    unit = {"mm": "millimetres", "inches": "inches", "both": "millimetres and inches"}[display.papers]
    return Table("Legend", ("column", "meaning"), tuple((name, text.format(unit=unit)) for name, text in LEGEND))


LEGEND = (
    ("length, width", "Finished sizes in {unit}, bands included; of shaped parts the box around them"),
    ("cut_length, cut_width", "What the saw cuts, in {unit}"),
    ("band_along_1, band_along_2", "Bands on the edges along the length: 1 at the lower or left side of the part's drawing, 2 opposite"),
    ("band_across_1, band_across_2", "Bands on the edges across the length, likewise"),
    ("edges", "Where in its unit each banded edge lies"),
    ("width, height", "Of doors: as they stand in the unit, in {unit}, bands included"),
    ("bands", "Each band of a front with the sides that it covers, seen from before the unit"),
    ("hand", "L or R of a piece that has a mirror image, whose label ends by the same; they are not alike"),
    ("machining", "Holes and cuts of one piece; the part's drawing shows them"),
    ("shape", "Parts that are no rectangle: their outline is in the part's drawing and in parts.json"),
    ("length", "Of hardware: what the item comes in or is cut to, in {unit}; nothing where its code says all"),
    ("pieces", "How many are used; packs are counted in the price"),
    ("first_end, last_end", "Of moldings, seen from before them: square, or mitred round an outer or into an inner corner; then the saw"),
    ("area_m2, banded_m, worked_m, joints_m", "Of worktops: square metres of a piece, and metres of its edges and joints"),
    ("worked_edges", "Of worktops: millimetres of edge with each profile, and where"),
    ("let_in", "Of worktops: the sinks and hobs whose openings are cut into the piece"),
    ("rounded_by", "By how much the roundings of this line change a size at most"),
)
CUTLIST_CSV = of_one("cutlist.csv", "Cut list", _cutlist)
CUTLIST_XLSX = of_one("cutlist.xlsx", "All lists, workbook", _cutlist_workbook)
DOORS_CSV = of_one("doors.csv", "Door list", lambda shop: as_csv(door_table(shop)))
MOLDINGS_CSV = of_one("moldings.csv", "Molding list", lambda shop: as_csv(molding_table(shop)))
WORKTOPS_CSV = of_one("worktops.csv", "Worktop list", lambda shop: as_csv(top_table(shop)))
HARDWARE_CSV = of_one("hardware.csv", "Hardware schedule", lambda shop: as_csv(hardware_table(shop)))
PRICE_CSV = of_one("price.csv", "Price", lambda shop: as_csv(price_table(shop)))
COSTS_CSV = of_one("costs.csv", "Costs, term by term", lambda shop: as_csv(costs_table(shop)))
