"""Rules of the trade checked on `parts.json` alone, by code of its own. Every rule gives a line for each fault that it finds.

Source of the rules: common practice, no source, where none is named.
"""

from collections import defaultdict
from collections.abc import Callable, Iterator
from itertools import combinations, pairwise
from typing import Any

import numpy as np
import shapely
from scipy.spatial import ConvexHull, QhullError

from outside.trade.corner import walls_meet
from outside.trade.opening import fronts_open, reveals_even
from outside.trade.solid import Axes, Bar, Block, Floats, bars_of, block_of, body_of, end_of, flat_points, inside, near_pairs

Owner = dict[str, Any]
Part = dict[str, Any]
SKIN = 0.5
"""Between two holes, and from a hole to the edge of its board, at least this is left."""
OFF_GRID = 0.3137
"""Places are counted in hundredths from here on, so that no half of a hundredth, of which inch work is full, lies on a border."""
EVEN = 0.02
"""Boards that share less than this touch."""
LOOSE_MARGIN = 15.0
"""A loose board's middle lies this far within its supports."""
PIN_OUT = 6.0
"""How far the pin of a shelf stands out of its hole."""
PLATE_OUT, PLATE_AROUND = 8.0, 7.0
"""How far the plate of a hinge stands out of its board, and how far it reaches beyond its screws."""


def holes_within_boards(owner: Owner) -> Iterator[str]:
    """Every hole enters on its board's surface and stays within it, but for the far side of one that goes through."""
    for part in owner["parts"]:
        thick = part["size"][2]
        shape = flat_points(part["outline"])
        for hole in part["holes"]:
            at, into = np.array(hole["at"]), np.array(hole["into"])
            end, radius = at + into * hole["depth"], hole["diameter"] / 2
            word = f"{part['name']}: {hole['what']} at {hole['at']}"
            if min(at[2], end[2]) < -1e-4 or max(at[2], end[2]) > thick + 1e-4:
                yield f"{word} leaves the thickness"
            across = abs(into[2]) > 0.99
            if across:
                turns = np.linspace(0, 2 * np.pi, 16, endpoint=False)
                around = at[:2] + (radius + SKIN) * np.stack([np.cos(turns), np.sin(turns)], axis=1)
                if hole["what"] not in ("cam",) and not inside(shape, around).all():
                    yield f"{word} breaks an edge"
            elif abs(into[2]) < 0.01:
                if min(at[2], end[2]) - radius < -1e-4 or max(at[2], end[2]) + radius > thick + 1e-4:
                    yield f"{word} breaks a face"
                if not inside(shape, [(end + into * SKIN)[:2]])[0]:
                    yield f"{word} comes out at the far edge"


def holes_apart(owner: Owner) -> Iterator[str]:
    """No two holes of a board run into each other, unless they belong to one fitting or are pins from both sides on one line."""
    for part in owner["parts"]:
        for one, other in near_pairs(list(bars_of(part)), SKIN):
            if one.gap(other) < SKIN and not _may_meet(one, other):
                yield f"{part['name']}: {one.what} and {other.what} at {np.round(one.start, 2)} and {np.round(other.start, 2)}"


def _may_meet(one: Bar, other: Bar) -> bool:
    if one.pair and one.pair == other.pair:
        return True
    if one.what == other.what and one.what in ("pin", "bolt"):
        line = np.cross(one.end - one.start, other.start - one.start)
        return bool(np.linalg.norm(line) < 1e-3)
    return {one.what, other.what} == {"bolt", "cam"} and one.pair.split(".")[0] == other.pair.split(".")[0]


def partners_meet(owner: Owner) -> Iterator[str]:
    """Holes of one fitting in two boards enter at one point in space and look away from each other."""
    found: dict[str, list[tuple[Part, Bar]]] = defaultdict(list)
    for part in owner["parts"]:
        for bar in bars_of(part):
            if bar.pair and bar.what != "cam":
                found[bar.pair].append((part, bar))
    for pair, halves in found.items():
        if len(halves) != 2:
            yield f"{pair} has {len(halves)} halves"
            continue
        (a, one), (b, other) = halves
        if np.linalg.norm(one.start - other.start) > 1e-3:
            yield f"{a['name']} and {b['name']}: {one.what} {pair} enter {np.linalg.norm(one.start - other.start):.2f} apart"
        if one.what != "pocket-screw" and (one.end - one.start) @ (other.end - other.start) > -1e-6:
            yield f"{a['name']} and {b['name']}: {one.what} {pair} look the same way"


def boards_apart(owner: Owner) -> Iterator[str]:
    """No two flat boards share space, but for what is cut out of one of them for the other."""
    flat = [(p, block_of(p)) for p in owner["parts"] if "body" not in p and "sweep" not in p]
    shrunk = [(p, block, block.shrunk(0.01)) for p, block in flat]
    for (a, one, less), (b, other, other_less) in combinations(shrunk, 2):
        if less.meets(other_less) and not (_let_in(a, other) or _let_in(b, one)) and _shapes_meet(a, b):
            yield f"{a['name']} and {b['name']} stand in each other"


def moldings_meet(owner: Owner) -> Iterator[str]:
    """The pieces of a molding are cut so that their ends lie on one another, corner by corner of the profile; round a panel four by four."""
    swept = [p for p in owner["parts"] if "sweep" in p]
    if owner.get("kind") in AROUND_ROOMS:
        return
    if owner.get("kind") == "panel":
        molds = [p for p in swept if p["name"].startswith("panel mold")]
        frames = [molds[i : i + 4] for i in range(0, len(molds), 4)]
        pairs = [pair for frame in frames for pair in pairwise([*frame, frame[0]])]
    else:
        pairs = list(pairwise(swept))
    for one, other in pairs:
        far = np.abs(end_of(one, last=True) - end_of(other, last=False)).max()
        if far > EVEN:
            yield f"{one['name']} and {other['name']} miss each other by {far:.2f}"


AROUND_ROOMS = ("cornice", "soffit-rail")
WITH_MITRES = (*AROUND_ROOMS, "panel")


def mitres_have_partners(data: dict[str, Any]) -> Iterator[tuple[str, str]]:
    """Every mitred end of a molding round a room, a soffit or along a paneled wall lies on that of another piece, corner by corner.

    Those in panels are looked at frame by frame; a casing's leg may stand on the floor, its other ends meet its own pieces.
    """
    pieces = [(o, p) for o in data["owners"] if o.get("kind") in WITH_MITRES for p in o["parts"] if "sweep" in p]
    for owner, part in pieces:
        if "profile" not in part or part["name"].startswith("panel mold"):
            continue
        for last in (True, False):
            if not any(part["sweep"]["end" if last else "start"]):
                continue
            here = end_of(part, last=last)
            others = [end_of(other, last=not last) for o, other in pieces if other is not part and o["kind"] == owner["kind"]]
            far = min((float(np.abs(here - there).max()) for there in others if there.shape == here.shape), default=np.inf)
            if far > EVEN:
                yield owner["label"], f"{part['name']} misses its neighbour by {far:.2f}"


def _let_in(part: Part, other: Block) -> bool:
    """Whether what another board takes of this one's space is cut out of it."""
    axes = Axes.read(part["frame"])
    corners = [other.middle + ((np.array(s) * 2 - 1) * other.half) @ other.rows for s in np.ndindex(2, 2, 2)]
    inner = (np.array(corners) - axes.origin) @ axes.rows.T
    low, high = np.maximum(inner.min(axis=0), 0.0), np.minimum(inner.max(axis=0), part["size"])
    return any(np.all(np.array(p["low"]) < low + 0.02) and np.all(np.array(p["high"]) > high - 0.02) for p in part["pockets"])


def _shapes_meet(a: Part, b: Part) -> bool:
    """Whether two boards meet within their true outlines, by points spread over both."""
    return _any_inside(a, b) or _any_inside(b, a)


def _any_inside(a: Part, b: Part) -> bool:
    axes, other = Axes.read(a["frame"]), Axes.read(b["frame"])
    grid = np.stack(np.meshgrid(*(np.linspace(0.02, s - 0.02, 40 if s > 100 else 9) for s in a["size"]), indexing="ij"), axis=-1).reshape(
        -1, 3
    )
    grid = grid[inside(flat_points(a["outline"]), grid[:, :2], -EVEN)]
    grid = _not_cut_off(a, grid)
    for pocket in a["pockets"]:
        grid = grid[~np.all((grid > np.array(pocket["low"])) & (grid < np.array(pocket["high"])), axis=1)]
    within = (axes.out(grid) - other.origin) @ other.rows.T
    inner = within[np.all((within > 0.02) & (within < np.array(b["size"]) - 0.02), axis=1)]
    inner = _not_cut_off(b, inner)
    for pocket in b["pockets"]:
        inner = inner[~np.all((inner > np.array(pocket["low"]) - 1e-6) & (inner < np.array(pocket["high"]) + 1e-6), axis=1)]
    return bool(len(inner) and inside(flat_points(b["outline"]), inner[:, :2], -EVEN).any())


def _not_cut_off(part: Part, points: Floats) -> Floats:
    """Those points of a board that its mitred edges leave: a mitre at 45° takes as much at a depth below the face as that depth is."""
    for miter in part.get("miters", ()):
        a, b = np.array(miter["a"]), np.array(miter["b"])
        way = (b - a) / np.linalg.norm(b - a)
        inward = (points[:, :2] - a) @ np.array([-way[1], way[0]])
        points = points[inward > part["size"][2] - points[:, 2] + EVEN]
    if "face" in part:
        points = points[_in_facet(part, points)]
    return points


def _in_facet(part: Part, points: Floats) -> Floats:
    """Which points lie in a board whose sides run straight from the corners of its back to those of its face; it has no inner corner."""
    share = (points[:, 2] / part["size"][2])[:, None, None]
    rings = np.array(part["back"]) * (1 - share) + np.array(part["face"]) * share
    along = np.roll(rings, -1, axis=1) - rings
    beside = points[:, None, :2] - rings
    inward = (along[..., 0] * beside[..., 1] - along[..., 1] * beside[..., 0]) / np.linalg.norm(along, axis=2)
    turns = 1 if shapely.is_ccw(shapely.linearrings(part["face"])) else -1
    inside_of: Floats = (inward * turns > EVEN).all(axis=1)
    return inside_of


def plates_free(owner: Owner) -> Iterator[str]:
    """Nothing stands where the plate of a hinge is: no board, no slide, no hanger, no appliance."""
    blocks = [(p, block_of(p)) for p in owner["parts"] if "body" not in p and p["kind"] != "front"]
    bodies = [(p, body_of(p, Axes.read(owner["frame"])).shrunk(0.02)) for p in owner["pieces"]]
    for part in owner["parts"]:
        axes = Axes.read(part["frame"])
        plates = [h for h in part["holes"] if h["what"] == "plate"]
        for one, other in zip(plates[::2], plates[1::2], strict=False):
            points = np.array([one["at"], other["at"]])
            out = -np.array(one["into"])
            low, high = points.min(axis=0) - PLATE_AROUND, points.max(axis=0) + PLATE_AROUND
            axis = int(np.argmax(np.abs(out)))
            face = one["at"][axis]
            low[axis], high[axis] = sorted((face + 0.1 * out[axis], face + PLATE_OUT * out[axis]))
            plate = Block.between(axes, low, high)
            for board, block in blocks:
                if board is not part and plate.meets(block):
                    yield f"{board['name']} stands where a hinge's plate is on {part['name']}, {np.round(plate.middle, 1)}"
            for piece, body in bodies:
                if plate.meets(body):
                    yield f"a {piece['role']} stands where a hinge's plate is on {part['name']}, {np.round(plate.middle, 1)}"


def loose_boards_lie(owner: Owner) -> Iterator[str]:
    """The middle of every loose shelf lies within the pins under it, with a margin."""
    pins = [bar for part in owner["parts"] for bar in bars_of(part) if bar.what == "pin"]
    for part in owner["parts"]:
        if part["kind"] != "shelf":
            continue
        axes, shape = Axes.read(part["frame"]), flat_points(part["outline"])
        level = axes.out((0.0, 0.0, 0.0))[2] if axes.rows[2][2] > 0 else axes.out((0.0, 0.0, part["size"][2]))[2]
        under = [b.start[:2] for b in pins if -0.1 < level - (b.start[2] + b.radius) < 0.6 and _beside(b, part, axes)]
        for cleat in (p for p in owner["parts"] if p["ref"]["role"].endswith("cleat")):
            top = Axes.read(cleat["frame"])
            if abs(top.out((0.0, 0.0, cleat["size"][2]))[2] - level) < 0.6:
                under += [top.out((x, y, 0.0))[:2] for x in (0.0, cleat["size"][0]) for y in (0.0, cleat["size"][1])]
        middle = axes.out((*_middle(shape), 0.0))[:2]
        if len(under) < 3 or _depth_in_hull(np.array(under), middle) < LOOSE_MARGIN:
            yield f"{part['name']} at {level:.1f} lies on {len(under)} pins and would tip"


def _beside(bar: Bar, part: Part, axes: Axes) -> bool:
    """Whether the part of a pin that stands out of its hole reaches under a board."""
    tip = bar.start + (bar.start - bar.end) / np.linalg.norm(bar.start - bar.end) * 6.0
    x, y, _ = (tip - axes.origin) @ axes.rows.T
    return bool(inside(flat_points(part["outline"]), [(x, y)])[0])


def _middle(shape: Any) -> tuple[float, float]:
    """The centre of weight of an outline. Source: the shoelace formula."""
    x, y = shape[:, 0], shape[:, 1]
    nx, ny = np.roll(x, -1), np.roll(y, -1)
    cross = x * ny - nx * y
    return float(((x + nx) * cross).sum() / (3 * cross.sum())), float(((y + ny) * cross).sum() / (3 * cross.sum()))


def _depth_in_hull(points: Any, middle: Any) -> float:
    """How far a point lies within the hull of others; less than nothing outside."""
    try:
        hull = ConvexHull(points)
    except QhullError:
        return -1.0
    return float(-(hull.equations[:, :2] @ middle + hull.equations[:, 2]).max())


def bodies_free(owner: Owner) -> Iterator[str]:
    """No visible fitting or appliance stands in a board or in another fitting, but for the two parts of one pull."""
    axes = Axes.read(owner["frame"])
    bodies = [(p, body_of(p, axes).shrunk(0.02)) for p in owner["pieces"]]
    boards = [(p, block_of(p).shrunk(0.02)) for p in owner["parts"] if "body" not in p]
    for number, (piece, body) in enumerate(bodies):
        for part, board in boards:
            if body.meets(board) and _within_outline(part, body) and not _let_in(part, body):
                yield f"a {piece['role']} at {np.round(body.middle, 1)} stands in {part['name']}"
        for other, another in bodies[:number]:
            if body.meets(another) and piece.get("motion") == other.get("motion"):
                yield f"a {piece['role']} stands in a {other['role']} at {np.round(body.middle, 1)}"
    yield from _pins_free(owner, bodies)


def _pins_free(owner: Owner, bodies: list[tuple[Any, Block]]) -> Iterator[str]:
    """No pin that a shelf lies on stands in a slide, a hanger or an appliance."""
    axes = Axes.read(owner["frame"])
    shelves = [b.middle[2] - np.abs(b.rows[:, 2]) @ b.half for b in (block_of(p) for p in owner["parts"] if p["kind"] == "shelf")]
    for part in owner["parts"]:
        for bar in (b for b in bars_of(part) if b.what == "pin"):
            out = (bar.start - bar.end) / np.linalg.norm(bar.start - bar.end) @ axes.rows.T
            if not any(-0.1 < under - (bar.start[2] + bar.radius) < 0.6 for under in shelves):
                continue
            at, around = (bar.start - axes.origin) @ axes.rows.T, bar.radius * (1 - np.abs(out))
            ends = np.array([at - around, at + around, at + PIN_OUT * out - around, at + PIN_OUT * out + around])
            pin = Block.between(axes, ends.min(axis=0), ends.max(axis=0)).shrunk(0.02)
            for piece, body in bodies:
                if pin.meets(body):
                    yield f"a pin in {part['name']} stands in a {piece['role']} at {np.round(pin.middle, 1)}"


def _within_outline(part: Part, body: Block) -> bool:
    """Whether a body reaches into a board within its true outline."""
    axes = Axes.read(part["frame"])
    grid = np.array(list(np.ndindex(5, 5, 5))) / 2 - 1
    inner = (body.middle + (grid * body.half) @ body.rows - axes.origin) @ axes.rows.T
    inner = inner[np.all((inner > 0) & (inner < np.array(part["size"])), axis=1)]
    return bool(len(inner) and inside(flat_points(part["outline"]), inner[:, :2], -EVEN).any())


def lines_are_one_piece(owner: Owner) -> Iterator[str]:
    """Parts that share a line are the same piece once one is turned; mirror images that are not are L and R, and so is each of a pair."""
    lines: dict[str, list[Part]] = defaultdict(list)
    for part in owner["parts"]:
        lines[part["line"]].append(part)
    for line, parts in lines.items():
        for other in parts[1:]:
            if not any(_as_made(other, way) == _as_made(parts[0]) for way in _turns(1)):
                yield f"{line}: {other['name']} is not {parts[0]['name']}, turned"
        if (parts[0].get("hand") or "") != (line[-1] if line[-1] in "LR" else ""):
            yield f"{line} does not end by its hand, {parts[0].get('hand')}"
    for (one, first), (two, second) in combinations(((line, parts[0]) for line, parts in lines.items()), 2):
        pair = one[:-1] == two[:-1] and {one[-1], two[-1]} == {"L", "R"}
        if pair and not any(_as_made(second, way) == _as_made(first) for way in _turns(-1)):
            yield f"{one} and {two} are no mirror images"


def _turns(product: int) -> list[tuple[int, int, int]]:
    """Half turns about the axes of a board; with -1 those ways of looking at it in a mirror."""
    return [(x, y, z) for x in (1, -1) for y in (1, -1) for z in (1, -1) if x * y * z == product]


def _as_made(part: Part, way: tuple[int, int, int] = (1, 1, 1)) -> Any:
    """What is banded, bored and cut of a board, and the corners of its outline, looked at along another way of its axes."""
    signs, reach = np.array(way), np.array([(0.0, 0.0, 0.0), part["size"]]).sum(axis=0)
    if "sweep" in part:
        profile = np.array(part["sweep"]["profile"])
        reach[1:] = profile.min(axis=0) + profile.max(axis=0)

    def at(point: Any) -> tuple[int, ...]:
        return tuple(int(v) for v in np.floor(np.where(signs < 0, reach - point, point) * 100 + OFF_GRID))

    def box(low: Any, high: Any) -> list[int]:
        return [int(v) for v in np.sort([at(low), at(high)], axis=0).ravel()]

    bands = [part["bands"].get(edge) for edge in ("l1", "l2", "w1", "w2")]
    bands = [*(bands[1::-1] if way[1] < 0 else bands[:2]), *(bands[:1:-1] if way[0] < 0 else bands[2:])]
    holes = sorted((h["what"], at(h["at"]), tuple(np.round(signs * h["into"], 3) + 0.0), h["diameter"], h["depth"]) for h in part["holes"])
    cuts = sorted((p["what"], *box(p["low"], p["high"])) for p in part["pockets"])
    if "sweep" in part:
        lying = {**part, "frame": {"origin": (0.0, 0.0, 0.0), "x": (1.0, 0.0, 0.0), "y": (0.0, 1.0, 0.0), "z": (0.0, 0.0, 1.0)}}
        return bands, holes, cuts, sorted(at(p) for last in (True, False) for p in end_of(lying, last=last))
    if "body" in part and way[2] < 0:
        return None
    return bands, holes, cuts, sorted(at((x, y, part["size"][2] / 2))[:2] for x, y in flat_points(part["outline"]))


def labels_are_unique(data: dict[str, Any]) -> Iterator[tuple[str, str]]:
    """No two owners of a job have a line of the same label."""
    seen: dict[str, str] = {}
    for owner in data["owners"]:
        for line in {part["line"] for part in owner["parts"]}:
            if line in seen:
                yield owner["label"], f"{line} is a label of {seen[line]} too"
            seen[line] = owner["label"]


def legs_are_screwed(owner: Owner) -> Iterator[str]:
    """Every leg stands under the bottom, apart from the next one, and has screws in it."""
    legs = [p for p in owner["pieces"] if p["role"] == "leg"]
    axes = Axes.read(owner["frame"])
    bottoms = [p for p in owner["parts"] if p["ref"]["role"].split(" › ")[-1] == "bottom" and p["kind"] == "floor"]
    if not legs or not bottoms:
        return
    bottom, middles = bottoms[0], [axes.out((np.array(p["low"]) + p["high"]) / 2) for p in legs]
    inner = Axes.read(bottom["frame"])
    holes = np.array([inner.out(h["at"]) for h in bottom["holes"] if h["what"] == "leg"]).reshape(-1, 3)
    near = np.linalg.norm(holes[:, None, :2] - np.array(middles)[None, :, :2], axis=2)
    for number, (leg, middle) in enumerate(zip(legs, middles, strict=True)):
        at = (middle - inner.origin) @ inner.rows.T
        if not inside(flat_points(bottom["outline"]), [at[:2]])[0]:
            yield f"a leg at {np.round(middle, 1)} is not under the bottom"
        if not len(holes) or (near.argmin(axis=1) == number).sum() < LEG_SCREWS:
            yield f"a leg at {np.round(middle, 1)} has no screws"
        for other in legs[:number]:
            if body_of(leg, axes).shrunk(0.02).meets(body_of(other, axes).shrunk(0.02)):
                yield f"two legs stand in each other at {np.round(middle, 1)}"


LEG_SCREWS = 2
"""A leg has so many screws at least."""


def pulls_are_screwed(owner: Owner) -> Iterator[str]:
    """Each screw of a pull comes through all that lies behind its front, and one that is long enough is bought for it."""
    fronts = [(p, h) for p in owner["parts"] if p["kind"] == "front" for h in p["holes"] if h["what"] == "pull"]
    boxes = [(p, block_of(p)) for p in owner["parts"] if p["kind"] == "drawer"]
    needs = []
    for part, hole in fronts:
        axes = Axes.read(part["frame"])
        at, into = axes.out(hole["at"]), axes.turned(hole["into"])
        thick = hole["depth"]
        for board, block in boxes:
            line = Block(at - into * PULL_REACH / 2, np.eye(3), np.abs(into) * PULL_REACH / 2 + 0.1)
            if block.meets(line) and "door" not in part["name"]:  # what stands behind a door does not move with it
                inner = Axes.read(board["frame"])
                through = [inner.out(h["at"]) for h in board["holes"] if h["what"] == "pull"]
                through = [p for p in through if np.linalg.norm(np.cross(p - at, into)) < 0.01]
                if not through:
                    yield f"{board['name']} lies behind a pull of {part['name']} without a hole at {np.round(at, 1)}"
                    return
                thick += (at - through[0]) @ into
        needs.append(thick)
    bought = [int(f["item"].rsplit("-", 1)[1]) for f in owner["fittings"] if f["role"] == "pull-screw" for _ in range(f["count"])]
    if len(bought) != len(needs):
        yield f"{len(needs)} screws of pulls are bored for, {len(bought)} are bought"
    elif any(long < need for long, need in zip(sorted(bought), sorted(needs), strict=True)):
        yield f"screws of pulls {sorted(bought)} are too short for {sorted(needs)}"


PULL_REACH = 25.0
"""What lies no farther behind the back of a front, or of its panel, is behind it."""


def floor_is_free(data: dict[str, Any]) -> Iterator[tuple[str, str]]:
    """No plinth and no ladder base runs through a leg, or through an appliance that stands on the floor."""
    for run in (o for o in data["owners"] if o.get("kind") == "plinth"):
        boards = [(p, block_of(p).shrunk(0.02)) for p in run["parts"]]
        for owner in (o for o in data["owners"] if o["room"] == run["room"]):
            axes = Axes.read(owner["frame"])
            bodies = [(p, body_of(p, axes).shrunk(0.02)) for p in owner["pieces"] if p["role"] in ("leg", "appliance")]
            for (part, board), (piece, body) in ((b, p) for b in boards for p in bodies):
                if board.meets(body):
                    yield run["label"], f"{part['name']} runs through a {piece['role']} of {owner['label']}"


def boards_are_sold(data: dict[str, Any]) -> Iterator[tuple[str, str]]:
    """Every board is sold in its thickness; pieces of framed fronts and of face frames are planed from a thicker one.

    Moldings are bought by their profile.
    """
    sold = {m["id"]: m["thicknesses"] for m in data["materials"]}
    for owner in data["owners"]:
        for part in owner["parts"]:
            thick, thicknesses = part["size"][2], sold[part["material"]]
            if "profile" in part:
                continue
            planed = part["kind"] in ("front", "frame")
            if not any(abs(t - thick) < 0.01 for t in thicknesses) and not (planed and thick < max(thicknesses)):
                yield owner["label"], f"{part['name']}: {thick:g} of {part['material']}, sold in {thicknesses}"


RULES: dict[str, Callable[[Owner], Iterator[str]]] = {
    "holes within their boards": holes_within_boards,
    "holes apart": holes_apart,
    "partners meet": partners_meet,
    "boards apart": boards_apart,
    "moldings meet": moldings_meet,
    "hinge plates free": plates_free,
    "loose boards lie": loose_boards_lie,
    "fitting bodies free": bodies_free,
    "reveals even": reveals_even,
    "lines are one piece": lines_are_one_piece,
    "legs are screwed": legs_are_screwed,
    "pulls are screwed": pulls_are_screwed,
}
JOB_RULES: dict[str, Callable[[dict[str, Any]], Iterator[tuple[str, str]]]] = {
    "every front opens": fronts_open,
    "boards are sold": boards_are_sold,
    "mitres have partners": mitres_have_partners,
    "labels are unique": labels_are_unique,
    "floor is free": floor_is_free,
    "walls meet in corners": walls_meet,
}
"""What concerns several owners, or what the file says beside them: each fault with whose it is."""


def faults(data: dict[str, Any]) -> Iterator[tuple[str, str, str]]:
    """All faults of a file: the rule, whose, and what."""
    for owner in data["owners"]:
        for name, rule in RULES.items():
            for text in rule(owner):
                yield name, owner["label"], text
    for name, job_rule in JOB_RULES.items():
        for label, text in job_rule(data):
            yield name, label, text
