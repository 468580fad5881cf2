"""`parts.json`: every part with its machining and every fitting with its places, for other programs to read."""

from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence

from pydantic_core import to_json

from tallplank.core.catalog.board import Board
from tallplank.core.derive.derived import Shop
from tallplank.core.error import told
from tallplank.core.exchange.exporter import of_one
from tallplank.core.exchange.parts_format import (
    FORMAT,
    VERSION,
    ArcData,
    BevelData,
    BodyData,
    FittingData,
    FrameData,
    HoleData,
    ItemData,
    LineData,
    MaterialData,
    MiterData,
    MotionData,
    OwnerData,
    PartData,
    PartsData,
    PieceData,
    PocketData,
    RoomData,
    SeatData,
    SweepData,
)
from tallplank.core.job.unit import HardwareRole
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.hole import Hole, HoleKind, Pocket
from tallplank.core.joinery.part.part import EDGE_NAMES, Fitting, Part, PartRef, Parts, Piece, part_refs, unique_names
from tallplank.core.joinery.rule.choice import rules_for
from tallplank.core.joinery.run.run import Run
from tallplank.core.shop.line import CutLine, lines_of, run_prefixes, unit_prefix
from tallplank.core.space.curve import Straight, pieces
from tallplank.core.space.frame import Frame
from tallplank.core.space.motion import Motion, Turn
from tallplank.core.space.outline import Ring

PLACES = 6
"""Decimals of a millimetre that are written; nothing is rounded to what a shop can cut."""
SEATED: Mapping[HoleKind, HardwareRole] = {
    "cup": "hinge",
    "cam": "cam",
    "dowel": "dowel",
    "confirmat": "confirmat",
    "screw": "screw",
    "pocket-screw": "pocket-screw",
}
"""What sits in a hole of a kind, one to a hole or one in each two that meet."""


def parts_data(made: Made) -> PartsData:
    """All that is made, as plain data."""
    prefixes = run_prefixes(made)
    owners = [_unit(made, unit) for unit in made.units] + [_run(made, run, prefixes[run.id]) for run in made.runs]
    boards, bands, items = _used(owners)
    catalog = made.catalog
    return PartsData(
        format=FORMAT,  # type: ignore[typeddict-item]
        version=VERSION,  # type: ignore[typeddict-item]
        unit="mm",
        job=made.job.name,
        rooms=[RoomData(id=r.id, name=r.name, corners=[_two(c) for c in r.corners], height=_n(r.height)) for r in made.job.rooms],
        materials=[_material(b, catalog.boards[b]) for b in boards],
        bands=[ItemData(id=b, name=catalog.bands[b].name, thickness=catalog.bands[b].thickness) for b in bands],
        items=[ItemData(id=i, name=catalog.hardware[i].name, code=catalog.hardware[i].code) for i in items],
        owners=owners,
    )


def _material(key: str, board: Board) -> MaterialData:
    return MaterialData(id=key, name=board.name, thicknesses=sorted(map(float, board.prices)))


def _unit(made: Made, unit: MadeUnit) -> OwnerData:
    frame, own = made.frame(unit), unit.unit
    data = OwnerData(
        id=own.id,
        kind=own.kind,
        label=unit.label,
        room=own.room,
        face=own.face,
        members=[own.id],
        size=_three((own.width, own.height, own.depth)),
        frame=_frame(frame),
        parts=list(_parts(own.id, unit.parts, frame, unit_prefix(unit))),
        fittings=_fittings(unit.fittings),
        seats=_seats(unit.parts, frame),
        pieces=[_piece(p, frame) for p in unit.pieces],
        cut_step=unit.choice.rules.cut_step,
    )
    return _with_problem(data, unit.problem)


def _run(made: Made, run: Run, prefix: str) -> OwnerData:
    frame = made.faces[run.room][run.face].frame
    data = OwnerData(
        id=run.id,
        kind=run.what,
        label=run.label,
        room=run.room,
        face=run.face,
        members=list(run.members),
        frame=_frame(frame),
        parts=list(_parts(run.id, run.parts, frame, prefix)),
        fittings=_fittings(run.fittings),
        seats=_seats(run.parts, frame),
        pieces=[],
        cut_step=rules_for(made.catalog, made.job.standard).cut_step,
    )
    return _with_problem(data, run.problem)


def _with_problem(data: OwnerData, problem: str) -> OwnerData:
    if problem:
        data["problem"] = told(problem)
    return data


def _parts(owner: str, parts: Parts, frame: Frame, prefix: str) -> Iterator[PartData]:
    refs = part_refs(owner, parts)
    lines = {id(p): line for line in lines_of(parts, prefix) for p in line.parts}
    partners: dict[str, list[PartRef]] = defaultdict(list)
    for ref, part in zip(refs, parts, strict=True):
        for hole in part.holes:
            if hole.pair and ref not in partners[hole.pair]:
                partners[hole.pair].append(ref)
    for ref, name, part in zip(refs, unique_names(parts), parts, strict=True):
        yield _part(ref, name, lines[id(part)], part, frame, partners)


def _part(ref: PartRef, name: str, line: CutLine, part: Part, frame: Frame, partners: Mapping[str, Sequence[PartRef]]) -> PartData:
    data = PartData(
        id=ref.text,
        ref={"owner": ref.owner, "role": ref.role, "opening": list(ref.opening), "number": ref.number},
        name=name,
        line=line.label,
        kind=part.kind,
        role=part.role,
        material=part.board,
        finish=part.finish.id,
        size=_three(part.size),
        cut=_two((part.cut_length, part.cut_width)),
        grain=part.grain,
        bands={edge: band for edge in EDGE_NAMES if (band := getattr(part.edges, edge))},
        frame=_frame(part.frame.then(frame)),
        outline=_outline(part.ring),
        holes=[_hole(h, ref, partners.get(h.pair, ())) for h in part.holes],
        pockets=[_pocket(p) for p in part.pockets],
    )
    if line.hand:
        data["hand"] = line.hand  # type: ignore[typeddict-item]
    _add_shape(data, part, frame)
    if part.motion is not None:
        data["motion"] = _motion(part.motion, frame)
    if part.front >= 0:
        data["front"] = part.front
    _add_form(data, part)
    return data


def _add_shape(data: PartData, part: Part, frame: Frame) -> None:
    """What it becomes, and how it is banded, where that is not told by its four edges."""
    if part.shaped_edges:
        data["curved_bands"] = [{"band": s.band, "points": [_two(p) for p in s.points]} for s in part.shaped_edges]
    if (body := part.form.bulk) is not None:
        data["body"] = BodyData(frame=_frame(body.frame.then(frame)), outline=_outline(body.outline), height=_n(body.height))


def _add_form(data: PartData, part: Part) -> None:
    """What sets a part apart from a board with square edges."""
    if part.form.stock:
        data["profile"] = part.form.stock
    if part.form.miters:
        data["miters"] = [MiterData(a=_two(a), b=_two(b)) for a, b in part.form.miters]
    if part.form.rims is not None:
        data["bevels"] = [BevelData(a=_two(a), b=_two(b), degrees=_n(angle)) for a, b, angle in part.form.bevels(part.thickness.value)]
        data["face"], data["back"] = ([_two(p) for p in ring] for ring in part.form.rims)
    if (sweep := part.form.sweep) is not None:
        ends = [_two((cut.y, cut.z)) for cut in (sweep.start, sweep.end)]
        data["sweep"] = SweepData(profile=[_two(p) for p in sweep.profile], start=ends[0], end=ends[1])


def _hole(hole: Hole, ref: PartRef, met: Sequence[PartRef]) -> HoleData:
    data = HoleData(what=hole.what, at=_three(hole.at), into=_three(hole.into), diameter=_n(hole.diameter), depth=_n(hole.depth))
    if hole.pair:
        data["pair"] = f"{ref.owner}/{hole.pair}"
        if (partner := next((r for r in met if r != ref), None)) is not None:
            data["partner"] = partner.text
    return data


def _pocket(pocket: Pocket) -> PocketData:
    data = PocketData(what=pocket.what, low=_three(pocket.low), high=_three(pocket.high))
    if pocket.outline is not None:
        data["outline"] = _outline(pocket.outline)
    return data


def _fittings(fittings: Iterable[Fitting]) -> list[FittingData]:
    found = []
    for fitting in fittings:
        data = FittingData(item=fitting.item, role=fitting.role, count=round(fitting.count.value), used=fitting.where)
        if fitting.length:
            data["length"] = _n(fitting.length)
        found.append(data)
    return found


def _seats(parts: Sequence[Part], frame: Frame) -> list[SeatData]:
    found: dict[tuple[str, tuple[float, float, float]], None] = {}
    for part in parts:
        for hole in part.form.bored(part.size, part.holes):
            if (role := SEATED.get(hole.what)) is not None:
                found[role, _three(frame.out(part.form.standing(part.frame).out(hole.at)))] = None
    return [SeatData(role=role, at=at) for role, at in found]


def _piece(piece: Piece, frame: Frame) -> PieceData:
    data = PieceData(role=piece.role, low=_three(piece.low), high=_three(piece.high))
    if piece.turned is not None:
        data["frame"] = _frame(piece.turned.then(frame))
    if piece.motion is not None:
        data["motion"] = _motion(piece.motion, frame)
    return data


def _motion(motion: Motion, frame: Frame) -> MotionData:
    if isinstance(motion, Turn):
        point, axis = frame.out(motion.point), frame.turned_out(motion.axis)
        return MotionData(kind="turn", point=_three(point), axis=_three(axis), degrees=_n(motion.degrees))
    return MotionData(kind="slide", by=_three(frame.turned_out(motion.by)))


def _outline(ring: Ring) -> list[LineData | ArcData]:
    found: list[LineData | ArcData] = []
    for piece in pieces(ring):
        if isinstance(piece, Straight):
            found.append(LineData(kind="line", start=_two(piece.start), end=_two(piece.end)))
        else:
            turns = "left" if piece.left else "right"
            start, end, centre = _two(piece.start), _two(piece.end), _two(piece.centre)
            found.append(ArcData(kind="arc", start=start, end=end, centre=centre, radius=_n(piece.radius), turns=turns))  # type: ignore[typeddict-item]
    return found


def _used(owners: Iterable[OwnerData]) -> tuple[list[str], list[str], list[str]]:
    parts = [p for o in owners for p in o["parts"]]
    bands = [b for p in parts for b in p["bands"].values()] + [b["band"] for p in parts for b in p.get("curved_bands", ())]
    items = [f["item"] for o in owners for f in o["fittings"]] + [p["profile"] for p in parts if "profile" in p]
    return sorted({p["material"] for p in parts}), sorted(set(bands)), sorted(set(items))


def _frame(frame: Frame) -> FrameData:
    return FrameData(origin=_three(frame.origin), x=_three(frame.x), y=_three(frame.y), z=_three(frame.z))


def _n(value: float) -> float:
    return round(value, PLACES) + 0.0


def _two(p: Sequence[float]) -> tuple[float, float]:
    return _n(p[0]), _n(p[1])


def _three(p: Sequence[float]) -> tuple[float, float, float]:
    return _n(p[0]), _n(p[1]), _n(p[2])


def _write(shop: Shop) -> bytes:
    return to_json(parts_data(shop.made), indent=1) + b"\n"  # many times as quick as the interpreter's own, for megabytes


PARTS_JSON = of_one("parts.json", "Parts as open data", _write)
