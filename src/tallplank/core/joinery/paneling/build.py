"""The parts of paneled walls: backing, the boards between regions, what fills these, and moldings along the edges."""

from collections import Counter
from collections.abc import Hashable, Iterator, Sequence
from dataclasses import replace
from functools import partial
from math import floor
from typing import NamedTuple

from shapely import Polygon, union_all
from shapely.geometry.base import BaseGeometry

from tallplank.core.catalog.finish import Finish
from tallplank.core.error import fault_text
from tallplank.core.job.face import Face
from tallplank.core.job.filling import KeptFree
from tallplank.core.job.scheme import Boxing, Scheme
from tallplank.core.joinery.paneling.arch import face_below
from tallplank.core.joinery.paneling.area import Area, rectangle_of, rounded, wider
from tallplank.core.joinery.paneling.block import Block, Field, Strip
from tallplank.core.joinery.paneling.board import NEAR, MadeBoards, Making, add_boards, pieces_within
from tallplank.core.joinery.paneling.box.bowed import add_on_skin, add_skin, bow_of
from tallplank.core.joinery.paneling.box.boxing import add_boxing
from tallplank.core.joinery.paneling.casing import add_casings
from tallplank.core.joinery.paneling.coat import add_coats
from tallplank.core.joinery.paneling.corner.bevel import with_bevelled_ends
from tallplank.core.joinery.paneling.corner.corner import Corners
from tallplank.core.joinery.paneling.covered import Standing, covered_on, cut_outs_on, grounds_on, is_hidden, seen_from
from tallplank.core.joinery.paneling.filling.fill import add_fill
from tallplank.core.joinery.paneling.filling.niche import is_niche, niches_of
from tallplank.core.joinery.paneling.fixing import add_fixings, in_whole_ones
from tallplank.core.joinery.paneling.kept import add_kept, add_kept_like, add_made, boards_by, boards_like, kept_of
from tallplank.core.joinery.paneling.like import at_corner, layouts_in
from tallplank.core.joinery.paneling.mark import marks_on
from tallplank.core.joinery.paneling.shape import boards_around
from tallplank.core.joinery.paneling.site import WallSite
from tallplank.core.joinery.paneling.solve import Solved, rise, solve
from tallplank.core.joinery.paneling.trim import add_trims
from tallplank.core.joinery.part.part import BuildError, Coat, Fitting, Note, Parts, Piece, Tag
from tallplank.core.joinery.rule.choice import chosen_finish
from tallplank.core.joinery.run.run import Run
from tallplank.core.joinery.setout.collector import Collector
from tallplank.core.measure.memo import Same
from tallplank.core.space.bow import Bow
from tallplank.core.space.frame import moved
from tallplank.core.space.outline import Ring


class Outcome(NamedTuple):
    """What became of a scheme: its parts and fittings, or why it could not be made."""

    parts: Parts
    fittings: tuple[Fitting, ...]
    problem: str = ""
    pieces: tuple[Piece, ...] = ()
    coats: tuple[Coat, ...] = ()
    out: float = 0.0
    """How far before its face what it is planted on is."""
    notes: tuple[Note, ...] = ()


def wall_runs(site: WallSite) -> Iterator[Run]:
    """One run for each scheme of a room, whose parts are in the frame of its face."""
    for scheme in site.room.schemes:
        outcome = outcome_of(scheme, site)
        key = f"panel-{site.room.id}-{scheme.id}"
        run = Run(key, scheme.name, site.room.id, scheme.face, "panel", (), *outcome[:5], notes=outcome.notes)
        yield run.seen_in(moved(0.0, 0.0 - outcome.out, 0.0)) if outcome.out else run


def outcome_of(scheme: Scheme, site: WallSite) -> Outcome:
    """A scheme of a room as it is made there; what an edit checks need not be made again to be shown."""
    outcome: Outcome = site.keep.table("outcomes").get(Corners(scheme, site).around(), lambda: _outcome(scheme, site))
    return outcome


def _outcome(scheme: Scheme, site: WallSite) -> Outcome:
    with site.keep.lock:  # what is known of a wall is added to while another is made
        return _made(scheme, site)


def _made(scheme: Scheme, site: WallSite) -> Outcome:
    out = Collector(site.catalog)
    try:
        thick = max((ground.thick for ground in grounds_on(site.faces[scheme.face], site.members)), default=0.0)
        parts, coats = make_scheme(scheme, site, out)
    except BuildError as error:
        return Outcome(Parts(), (), error.text)
    except Exception as fault:  # noqa: BLE001  one wall that the program stumbles over must not take the job down
        return Outcome(Parts(), (), fault_text(fault))
    return Outcome(parts, tuple(out.fittings), "", tuple(out.pieces), coats, thick, tuple(out.notes))


def solved_at(scheme: Scheme, site: WallSite) -> Solved:
    """A scheme as it is solved where it is.

    Raises:
        BuildError: it does not fit.
    """
    corners = Corners(scheme, site)

    def anew() -> Solved:
        return _solved(corners, _ground_face(site.faces[scheme.face], site.members), corners.board_ends())

    found: Solved = site.keep.table("solved").get(corners.around(), anew)
    return found


def _solved(corners: Corners, face: Face, ends: tuple[float, float]) -> Solved:
    scheme, site = corners.scheme, corners.site
    marks = {mark.key: mark.at for mark in marks_on(site.room, face, scheme, site.members)}
    return solve(scheme, face, site.catalog, ends, marks, corners.free_sides(), site.keep)


def make_scheme(scheme: Scheme, site: WallSite, out: Collector) -> tuple[Parts, tuple[Coat, ...]]:
    """A scheme's parts, cut out for openings, for what stands against the wall and for units there, and what it paints.

    Raises:
        BuildError: it does not fit.
    """
    grounds, corners = grounds_on(site.faces[scheme.face], site.members), Corners(scheme, site)
    if grounds and scheme.box is not None:
        raise BuildError("A boxing stands before a wall, not before an island.")
    making = _begun(corners, out, tuple(ground.area for ground in grounds))
    seams = _add_box(making, corners, scheme.box) if scheme.box is not None else []
    if scheme.box is not None and scheme.box.bow:
        _add_bowed(making, bow_of(scheme, making.solved.inner, corners.free_sides()), seams)
        return add_fixings(making), ()
    block = making.solved.block
    _add_backing(making, corners.backing, seams)
    (_add_block if block.is_divided else _add_kept_block)(making, block, corners.hidden)
    with_bevelled_ends(making, corners.slopes)
    add_trims(making, corners)
    add_casings(making)
    in_whole_ones(making)
    return add_fixings(making), add_coats(making)


def _begun(corners: Corners, out: Collector, grounds: tuple[Area, ...]) -> Making:
    """What all parts of a scheme are made with; it is planted on its face, or on these areas before it."""
    scheme, site = corners.scheme, corners.site
    face, ends = _ground_face(site.faces[scheme.face], site.members), corners.board_ends()
    solved = _solved(corners, face, ends)
    covered = tuple(covered_on(site.room, face, site.members, scheme, rise(site.catalog, scheme.casing)))
    edge = face_below(solved.arch, solved.inner) if solved.arch is not None else None
    beyond = tuple(max(0.0 - end, 0.0) for end in ends)
    whole = Area(0.0 - beyond[0], 0.0, face.length + sum(beyond), face.height)
    cut_outs = tuple(cut_outs_on(face))
    within = (whole, (*covered, *cut_outs), grounds, edge)
    free = site.keep.table("free").get(within, lambda: _free(*within))
    usual = chosen_finish(site.catalog, site.standard, None, "front").id
    around = site.keep.alike((whole, edge, face.length, grounds, scheme.stands, usual, Same(site.standard)))
    plain, right = whole if edge is None and not grounds else None, site.keep.alike((*solved.middles, solved.inner.right))
    known = kept_of(site.keep, site.catalog, around)
    return Making(site.catalog, site.standard, face, solved, free, plain, covered, cut_outs, out, known, right, site.keep)


def _add_box(making: Making, corners: Corners, box: Boxing) -> Sequence[float]:
    """A boxing but for what is on its face; where that has boards behind it to meet on."""
    if corners.bows_into_another():
        raise BuildError("A boxing that bows out has no other boxing beside it in a corner: let one of them end before it.")
    scheme, face, room = corners.scheme, making.face, corners.room
    hides = [(seen_from(c, face), c.top(room.height)) for c in room.columns if is_hidden(c, face, scheme)]
    niches = niches_of(making, [ring for ring, _ in hides])
    return add_boxing(making, box, corners.free_sides(), hides, niches)


def _ground_face(face: Face, members: Sequence[Standing]) -> Face:
    """A face as high as what it is planted on: of a group as its panels are."""
    grounds = grounds_on(face, members)
    return replace(face, height=max(ground.area.top for ground in grounds)) if grounds else face


def _free(whole: Area, out_of: tuple[Area, ...], grounds: tuple[Area, ...], edge: Ring | None) -> BaseGeometry:
    """What is left of a face, or of its `grounds`, within an edge; the very same shape for the same, so that what is asked is kept too."""
    wall = union_all([rectangle_of(area) for area in grounds or (whole,)])
    wall = wall if edge is None else wall.intersection(Polygon(edge))
    return wall.difference(union_all([rectangle_of(area) for area in out_of])) if out_of else wall


def _add_block(making: Making, block: Block, hidden: float) -> None:
    """A region with all that is in it: what was made before, where nothing in it or around it changed."""
    on = making if making.proud == block.field.proud else making._replace(proud=block.field.proud)
    if block.strips:
        of = ("strips", Same(block.strips), hidden, making.ends)
        add_kept(on, of, block.reach(hidden), partial(_add_strips, strips=block.strips, hidden=hidden))
    _add_field(on, block.field, hidden)
    layouts = layouts_in(block, making.keep)
    often = Counter(layouts)
    for part, layout in zip(block.parts, layouts, strict=True):
        _add_kept_block(making, part, hidden, layout if often[layout] > 1 else None)


def _add_kept_block(making: Making, block: Block, hidden: float, layout: Same[Hashable] | None = None) -> None:
    """The same, kept as a whole; where others beside it have its layout, as they are."""
    of = ("block", Same(block), hidden, layout is None, making.ends if block.is_divided else None)
    add_made(making, of, block.reach(hidden), partial(_block_made, making, block, hidden, layout))


def _block_made(making: Making, block: Block, hidden: float, layout: Same[Hashable] | None) -> MadeBoards:
    """A region with all that is in it; like others beside it where nothing else has to do with it."""
    reach, like = block.reach(hidden), block.like or block
    if layout is not None and is_apart(making, reach) and _is_unseamed(making, like):
        area = block.field.area
        return boards_like(making, layout, area, lambda there: _add_block(there, at_corner(block), hidden))
    return boards_by(making, partial(_add_block, block=block, hidden=hidden))


def is_apart(making: Making, area: Area) -> bool:
    """Whether an area is away from the end of the wall and from all that might meet it."""
    return area.right < making.solved.inner.right - NEAR and making.is_bare(area)


def _add_strips(making: Making, strips: Sequence[Strip], hidden: float) -> None:
    for strip in strips:
        seams, reach = _seams_in(making, strip), wider(strip.area, hidden)
        if not seams and strip.clip is None and is_apart(making, reach):
            of, at = ("strip", strip.upright, strip.finish), rounded(strip.area)
            add_kept_like(making, of, at, partial(_add_strip, strip=strip._replace(area=at.at_corner), hidden=0.0))
        else:
            add_kept(making, (strip, hidden, *seams), reach, partial(_add_strip, strip=strip, hidden=hidden))


def _add_bowed(making: Making, bow: Bow, seams: Sequence[float]) -> None:
    """What is bent and what stands on it."""
    scheme = making.solved.scheme
    if scheme.base or scheme.rail or scheme.crown:
        raise BuildError("A boxing that bows out has no moldings: they do not bend.")
    add_skin(making, bow, seams)
    add_on_skin(making, bow)


def _add_field(making: Making, field: Field, hidden: float) -> None:
    """What a region stands on, the boards around its outline, and what fills it."""
    region = field.region
    if region.proud:
        _add_ground(making._replace(proud=field.proud - region.proud), field, hidden)
    if region.outline is not None:
        add_kept(making, ("around", Same(field)), field.reach, partial(_add_around, field=field))
    if not region.parts:
        add_fill(making, field)


def _add_ground(making: Making, field: Field, hidden: float) -> None:
    """The boards that a region stands proud on, as the sheet asks for; at the right end of the wall they go on into the corner."""
    finish, area = making.finish(field.finish, field.region.proud), field.area
    if field.clip is not None:
        making = making.clipped(field.clip)
    end = area.right + (hidden if area.right > making.solved.inner.right - NEAR else 0.0)
    for a, b in pieces_within(area.x, end, _middles(making), making.catalog.boards[finish.board].sheet[1]):
        add_boards(making, Tag("ground"), Area(a, area.z, b - a, area.height), finish, making.behind, upright=True)


def _add_around(making: Making, field: Field) -> None:
    """The boards between the rectangle of a region and its outline."""
    outline, ring = field.region.outline, field.ring
    assert outline is not None and ring is not None
    finish, around = making.finish(field.finish), rectangle_of(field.area) if field.clip is None else Polygon(field.clip)
    for side, shape in boards_around(outline, field.area, ring):
        level = side in ("lower", "upper")
        tag = Tag("shaped rail" if outline.border else "spandrel", side) if level else Tag("wall stile", side)
        add_boards(making, tag, shape.intersection(around), finish, making.behind, upright=not level)


def _add_strip(making: Making, strip: Strip, hidden: float) -> None:
    """The board between two regions, or several where it is longer than its sheet; at the right end it goes on into the corner."""
    inner, area, finish = making.solved.inner, strip.area, making.finish(strip.finish)
    tag = Tag("wall stile" if strip.upright else "wall rail board")
    if area.right > inner.right - NEAR:
        area = Area(area.x, area.z, area.width + hidden, area.height)
    longest = making.catalog.boards[finish.board].sheet[0]
    if strip.upright:
        spans = pieces_within(area.z, area.top, [], longest)
        pieces = [Area(area.x, a, area.width, b - a) for a, b in spans]
    else:
        spans = pieces_within(area.x, area.right, _middles(making), longest)
        pieces = [Area(a, area.z, b - a, area.height) for a, b in spans]
    if strip.clip is not None:
        making = making.clipped(strip.clip)
    for piece in pieces:
        add_boards(making, tag, piece, finish, making.behind, upright=strip.upright)


def _is_unseamed(making: Making, block: Block) -> bool:
    """Whether that holds for all boards in a region."""

    def whole() -> bool:
        return all([_is_whole(making, strip) for strip in block.all_strips])

    return block.carried("unseamed", whole, making.catalog, making.standard)


def _seams_in(making: Making, strip: Strip) -> list[float]:
    """Where a level board may be parted."""
    return [] if _is_whole(making, strip) else [x for x in _middles(making) if strip.area.x < x < strip.area.right]


def _is_whole(making: Making, strip: Strip) -> bool:
    """Whether a board does not depend on its neighbours: an upright one, and one that is short."""
    return strip.upright or strip.area.width <= making.catalog.boards[making.finish(strip.finish).board].sheet[0] / 2


def _middles(making: Making) -> tuple[float, ...]:
    """The middles of upright boards, where seams are hidden or held."""
    return making.solved.middles


def _add_backing(making: Making, ends: tuple[float, float], seams: Sequence[float]) -> None:
    """Boards behind all of it but what is kept free, as the sheet asks for: with seams on boards that stand there, battens or studs.

    It begins so far within the scheme, and goes on by so much into the corner at its right.
    """
    scheme, whole, inner = making.solved.scheme, making.solved.whole, making.solved.inner
    if not scheme.backing:
        return
    span = (whole.x + ends[0], inner.right + ends[1])
    kept, stops = _spared(making.solved.block), (tuple(seams), scheme.studs)
    of = ("backing", whole, span, scheme.finish, scheme.backing, kept, _middles(making), *stops)
    add_kept(making, of, wider(whole, ends[1]), partial(_add_backing_pieces, span=span, seams=seams, kept=kept))


def _add_backing_pieces(making: Making, span: tuple[float, float], seams: Sequence[float], kept: Sequence[Area]) -> None:
    scheme, whole = making.solved.scheme, making.solved.whole
    finish = making.finish(scheme.finish, scheme.backing)
    wide = making.catalog.boards[finish.board].sheet[1]
    for a, b in pieces_within(*span, _middles(making), wide, seams or _studs(making)):
        area = Area(a, whole.z, b - a, whole.height)
        spared = [free for free in kept if area.meets(free)]
        if spared or not making.is_bare(area):
            of = ("backing", area, finish.id, scheme.backing, *spared)
            add_kept(making, of, area, partial(_add_backing_piece, area=area, finish=finish, kept=spared))
        else:
            of, at = ("backing", finish.id, scheme.backing), rounded(area)
            add_kept_like(making, of, at, partial(_add_backing_piece, area=at.at_corner, finish=finish, kept=()))


def _spared(block: Block) -> tuple[Area, ...]:
    """Where there is no backing: in what is kept free, and in niches."""
    return block.carried("spared", lambda: _spared_anew(block))


def _spared_anew(block: Block) -> tuple[Area, ...]:
    if block.like is not None and not _spared(block.like):
        return ()
    if block.is_divided:
        return tuple([area for part in block.parts for area in _spared(part)])
    return (block.field.area,) if isinstance(block.field.region.fill, KeptFree) or is_niche(block.field) else ()


def _add_backing_piece(making: Making, area: Area, finish: Finish, kept: Sequence[Area]) -> None:
    scheme = making.solved.scheme
    shape = rectangle_of(area).difference(union_all([rectangle_of(free) for free in kept])) if kept else area
    add_boards(making, Tag("backing"), shape, finish, scheme.backing - scheme.stands, upright=True)


def _studs(making: Making) -> list[float]:
    """Where the studs of the wall are, in the middle of each."""
    pitch = making.solved.scheme.studs
    return [pitch * i for i in range(1, floor(making.face.length / pitch) + 1)] if pitch else []
