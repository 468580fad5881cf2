"""Random edits, sane and absurd: each is done or refused in words; undo gives back the very same jobs; what results can be saved and read."""

import random
from collections.abc import Callable, Mapping
from typing import Any

from fuzz.kitchen import KITCHEN_EDITS
from fuzz.same import check_same
from fuzz.sizes import use_everywhere
from fuzz.sound import in_words
from fuzz.survey import SURVEY_EDITS
from fuzz.trial import Fuzzer, limited
from fuzz.value import FRONTS, INSIDES, number, rule, style, text
from makers import CATALOG, a_room, a_wall_of
from tallplank.core.edit import align, appliance, construction, filler, front, group, mirror, standard, unit
from tallplank.core.edit import opening as openings
from tallplank.core.edit.survey import room, tape, walled
from tallplank.core.error import PlankError
from tallplank.core.job.file import LARGEST_BYTES, dumps, loads
from tallplank.core.job.job import Job, Rates
from tallplank.core.job.opening import walk
from tallplank.core.job.unit import FINISH_ROLES, HARDWARE_ROLES
from tallplank.core.joinery.workshop import make
from tallplank.core.measure.display import LengthStyle
from tallplank.core.measure.divide import Member
from tallplank.core.measure.tape import TapeLeg
from tallplank.session.store import Store

LONGEST_SERIES, USED_SHARE = 30, 0.2
Edit = Callable[[Job], Job]


class Hand:
    """Draws what an edit is given, from what the job has and from what it does not have."""

    def __init__(self, rng: random.Random, job: Job) -> None:
        self.rng, self.job = rng, job

    def some(self) -> list[str]:
        present = [u.id for u in self.job.units]
        picked = self.rng.sample(present, min(len(present), self.rng.choice((0, 1, 1, 2, 3, 99))))
        return [*picked, *self.rng.choice(((), (), (), ("u999",), ("",), ("room1",)))]

    def one(self) -> str:
        return self.rng.choice((*[u.id for u in self.job.units], "u999", ""))

    def room(self) -> str:
        return self.rng.choice((*[r.id for r in self.job.rooms] * 4, "room99", ""))

    def face(self) -> str:
        found = [key for r in self.job.rooms for key in r.face_ids]
        return self.rng.choice((*found * 2, "ceiling", ""))

    def group(self) -> str:
        found = [g.id for r in self.job.rooms for g in r.groups]
        return self.rng.choice((*found * 2, "ship", ""))

    def point(self) -> tuple[float, float]:
        return number(self.rng, -2000, 6000), number(self.rng, -2000, 6000)

    def hole(self) -> str:
        found = [o.id for r in self.job.rooms for w in r.walls for o in w.openings]
        return self.rng.choice((*found * 4, "window99"))

    def path(self) -> tuple[int, ...]:
        trees = [path for u in self.job.units for path, _ in walk(u.opening)]
        return self.rng.choice((*trees, (), (0,), (-1,), (0, -1), (99,), (0,) * 9))

    def finish(self) -> Any:
        return self.rng.choice((*CATALOG.finishes, "no-such-finish", None))

    def item(self) -> Any:
        return self.rng.choice((*CATALOG.hardware, "no-such-item", None))

    def construction(self) -> Any:
        own = [s.id for s in self.job.standard.constructions]
        return self.rng.choice((*CATALOG.constructions, *own, "no-such-way", None))

    def spot(self) -> unit.Spot:
        return unit.Spot(self.room(), self.face(), self.rng.choice((None, None, number(self.rng, 0, 4000))))

    def opening_values(self) -> dict[str, Any]:
        rng = self.rng
        choices = {
            "front": rng.choice((*FRONTS, "gate")), "inside": rng.choice((*INSIDES, "cat")), "shelves": rng.choice((0, 2, 12, 13, -1, 1.5)),
            "doors": rng.choice((None, 1, 2, 3)), "hand": rng.choice(("left", "up")), "style": rng.choice((None, style(rng))),
            "blind": number(rng), "board": rng.random() < 0.5, "item": rng.choice((None, "basket-wire", "x")), "wrong": 1,
        }  # fmt: skip
        return {name: choices[name] for name in rng.sample(sorted(choices), rng.choice((1, 1, 2)))}


def _placed(h: Hand) -> Edit:
    kind, spot = h.rng.choice((*CATALOG.kinds, "spaceship")), h.spot()
    sizes = {h.rng.choice(("width", "height", "depth", "z", "note", "arm", "colour")): number(h.rng)} if h.rng.random() < 0.4 else {}
    return lambda j: unit.place_unit(j, CATALOG, kind, spot, **sizes).job


def _changed(h: Hand) -> Edit:
    ids, r = h.some(), h.rng
    values = r.choice(
        ({"height": number(r)}, {"depth": number(r)}, {"z": r.choice((None, number(r)))}, {"note": text(r)}, {"x": number(r, -500, 5000)},
         {"side": r.choice(("left", "up"))}, {"mark": r.choice((1, 99_999, 100_000, "one"))}, {"door_style": r.choice((None, style(r)))},
         {"kind": r.choice(("base", "spaceship"))}, {"id": text(r)}, {"room": "room99"}, {"arm": number(r)}, {"wrong": 1})
    )  # fmt: skip
    return lambda j: unit.change_units(j, CATALOG, ids, **values)


def _beside(hand: Hand) -> Edit:
    """Placing with the filler that a corner asks for, a filler beside a unit, a unit fitted to its appliance."""
    rng = hand.rng
    kind = rng.choice((*CATALOG.kinds, "no-such-kind"))
    spot = unit.Spot(hand.room(), hand.face(), rng.choice((None, number(rng, -500, 5000))))
    strip = filler.FillerStrip(rng.choice(("left", "right")), number(rng, -50, 400))
    ids, one = hand.some(), hand.one()
    return rng.choice(
        (
            lambda j: filler.place_beside(j, CATALOG, kind, spot).job,
            lambda j: filler.put_filler(j, CATALOG, one, strip),
            lambda j: appliance.fit_appliances(j, CATALOG, ids),
        )
    )


def _copied_often(h: Hand) -> Edit:
    ids, often = h.some(), h.rng.choice((1, 1, 2, 12))

    def edit(job: Job) -> Job:
        new: tuple[str, ...] = tuple(ids)
        for _ in range(often):
            job, new = unit.duplicate_units(job, new)
        return job

    return edit


def _fixed(h: Hand) -> Edit:
    def edit(job: Job) -> Job:
        found = [f.fix for f in Store(CATALOG, job).derived.findings if f.fix is not None]
        return h.rng.choice(found).edit(job) if found else job

    return edit


def _room(h: Hand) -> Edit:
    r, room_id = h.rng, h.room()
    values = r.choice(({"width": number(r)}, {"depth": number(r)}, {"height": number(r)}, {"name": text(r)}, {"walls": ()}, {"wrong": 1},
                       {"corners": tuple(h.point() for _ in range(r.choice((0, 2, 3, 4, 4, 5))))}))  # fmt: skip
    return lambda j: room.change_room(j, room_id, **values)


def _hole(h: Hand) -> Edit:
    r, ids = h.rng, (h.room(), h.face(), h.hole())
    turned = ({"leaf": "double"}, {"leaf": "gate"}, {"hand": "right"}, {"swing": "out"})
    values = {r.choice(("x", "width", "sill", "height", "id", "wrong")): number(r)} if r.random() < 0.7 else r.choice(turned)
    return lambda j: walled.change_opening(j, *ids, **values)


def _job(h: Hand) -> Edit:
    r = h.rng
    values = r.choice(
        ({"name": text(r)}, {"customer": text(r)}, {"number": text(r)}, {"rooms": ()}, {"units": ()}, {"wrong": 1},
         {"display": h.job.display.but(style=r.choice(list(LengthStyle)))})
    )  # fmt: skip
    return lambda j: standard.change_job(j, **values)


def _rates(h: Hand) -> Edit:
    values = {
        h.rng.choice((*Rates.model_fields, "wrong")): h.rng.choice(
            (0.2, number(h.rng), "EUR", "sheets", "rolls", "whole", "markup", "free")
        )
    }
    return lambda j: standard.change_rates(j, **values)


def _by_tape(h: Hand) -> Edit:
    r, room_id = h.rng, h.room()
    legs = tuple(TapeLeg(number(r), r.choice((90.0, 90.0, -90.0, 45.0, number(r, -400, 400)))) for _ in range(r.choice((0, 3, 4, 6))))
    square = (TapeLeg(4000.0), TapeLeg(3000.0), TapeLeg(number(r, 3900, 4100)), TapeLeg(3000.0))
    return lambda j: tape.survey_room(j, room_id, r.choice((legs, square)), r.choice(("even", "last", "none")))


EDITS: Mapping[str, Callable[[Hand], Edit]] = {
    **SURVEY_EDITS,
    **KITCHEN_EDITS,
    "place": _placed,
    "beside": _beside,
    "tape": _by_tape,
    "change": _changed,
    "copy": _copied_often,
    "fix": _fixed,
    "width": lambda h: lambda j, a=(h.some(), number(h.rng), h.rng.choice(("left", "right", "centre"))): unit.set_width(j, CATALOG, *a),
    "slide": lambda h: lambda j, a=(h.some(), number(h.rng, -2000, 2000)): unit.slide_units(j, *a),
    "move": lambda h: lambda j, a=(h.some(), h.spot()): unit.move_to_face(j, *a),
    "delete": lambda h: lambda j, a=h.some()[:2]: unit.delete_units(j, a),
    "close up": lambda h: lambda j, a=h.some(): align.close_up(j, a),
    "space": lambda h: lambda j, a=h.some(): align.space_evenly(j, a),
    "align": lambda h: lambda j, a=(h.some(), h.rng.choice(align.EDGES)): align.align_units(j, make(j, CATALOG), *a),
    "renumber": lambda _: lambda j: unit.renumber(j, CATALOG),
    "rule": lambda h: lambda j, a=(h.some(), *rule(h.rng)): unit.set_rule(j, CATALOG, *a),
    "finish": lambda h: lambda j, a=(h.some(), h.rng.choice((*FINISH_ROLES, "sky")), h.finish()): unit.set_finish(j, CATALOG, *a),
    "hardware": lambda h: lambda j, a=(h.some(), h.rng.choice((*HARDWARE_ROLES, "sky")), h.item()): unit.set_hardware(j, CATALOG, *a),
    "mirror": lambda h: lambda j, a=h.some(): mirror.mirror_units(j, CATALOG, a),
    "opening": lambda h: lambda j, a=(h.some(), h.path()), v=h.opening_values(): openings.set_opening(j, CATALOG, *a, **v),
    "member": lambda h: lambda j, a=(h.some(), h.path()), n=number(h.rng): openings.set_opening(j, CATALOG, *a, size=Member(share=n)),
    "opening size": lambda h: lambda j, a=(h.some(), h.path(), h.rng.choice((None, number(h.rng)))): openings.set_opening_size(j, CATALOG, *a),
    "front": lambda h: lambda j, a=(h.some(), h.path(), h.rng.choice((*FRONTS, "gate"))): openings.set_front(j, CATALOG, *a),
    "drawers": lambda h: lambda j, a=(h.some(), h.rng.choice((1, 3, 10, 11, -1)), h.path()): openings.set_drawer_count(j, CATALOG, *a),
    "split": lambda h: lambda j, a=(h.some(), h.path(), h.rng.choice(("rows", "bays", "rings")), h.rng.choice((2, 3, 9, 40, 41, -1))): (
        openings.split_opening(j, CATALOG, *a, over=h.rng.random() < 0.3)
    ),
    "merge": lambda h: lambda j, a=(h.some(), h.path()): openings.merge_openings(j, CATALOG, *a),
    "boundary": lambda h: lambda j, a=(h.one(), h.path(), number(h.rng)): openings.move_boundary(j, CATALOG, *a),
    "style one": lambda h: lambda j, a=(h.one(), h.path(), style(h.rng)): front.style_one(j, CATALOG, *a),
    "style kind": lambda h: lambda j, a=(h.rng.choice((*FRONTS, "gate")), style(h.rng)): front.style_kind(j, CATALOG, *a),
    "style all": lambda h: lambda j, a=style(h.rng): front.style_all(j, CATALOG, a),
    "built": lambda h: lambda j, a=(h.some(), h.construction()): construction.set_construction(j, CATALOG, *a),
    "job built": lambda h: lambda j, a=h.construction() or "": construction.set_job_construction(j, CATALOG, a),
    "save way": lambda h: lambda j, a=(h.one(), text(h.rng)): construction.save_construction(j, CATALOG, *a)[0],
    "job rule": lambda h: lambda j, a=rule(h.rng): standard.set_job_rule(j, CATALOG, *a),
    "job finish": lambda h: lambda j, a=(h.rng.choice((*FINISH_ROLES, "sky")), h.finish()): standard.set_job_finish(j, CATALOG, *a),
    "job hardware": lambda h: lambda j, a=(h.rng.choice((*HARDWARE_ROLES, "sky")), h.item()): standard.set_job_hardware(j, CATALOG, *a),
    "job style": lambda h: lambda j, a=style(h.rng): standard.set_job_style(j, CATALOG, a),
    "job": _job,
    "rates": _rates,
    "add room": lambda h: lambda j, a=(text(h.rng), *(number(h.rng) for _ in range(3))): room.add_room(j, *a).job,
    "room": _room,
    "room of": lambda h: lambda j, a=(text(h.rng), [h.point() for _ in range(h.rng.choice((2, 3, 4, 5, 120)))], number(h.rng)): (
        room.add_room_of(j, *a).job
    ),
    "turn room": lambda h: lambda j, a=(h.room(), number(h.rng, -400, 400)): room.turn_room(j, *a),
    "length": lambda h: lambda j, a=(h.room(), h.face(), number(h.rng)): group.set_face_length(j, *a),
    "free wall": lambda h: lambda j, a=(h.room(), h.point(), h.point()), n=number(h.rng): room.add_free_wall(j, *a, height=n).job,
    "remove free": lambda h: lambda j, a=(h.room(), h.face()): room.remove_free_wall(j, *a),
    "island": lambda h: lambda j, a=(h.room(), *h.point(), number(h.rng)), t=number(h.rng, -400, 400): group.add_island(j, *a, turn=t).job,
    "group": lambda h: lambda j, a=(h.room(), h.group()), v={h.rng.choice(("x", "y", "turn", "name", "id", "faces")): number(h.rng)}: (
        group.change_group(j, *a, **v)
    ),
    "turn group": lambda h: lambda j, a=(h.room(), h.group(), number(h.rng, -400, 400), h.rng.choice((None, h.point()))): (
        group.turn_group(j, *a)
    ),
    "remove group": lambda h: lambda j, a=(h.room(), h.group()): group.remove_group(j, *a),
    "remove room": lambda h: lambda j, a=h.room(): room.remove_room(j, a) if h.rng.random() < 0.4 else j,
    "wall": lambda h: lambda j, a=(h.room(), h.face()), v={h.rng.choice(("name", "thickness", "start", "back")): text(h.rng)}: room.change_wall(j, *a, **v),
    "add hole": lambda h: lambda j, a=(h.room(), h.face(), h.rng.choice(("door", "window", "hatch")), h.rng.choice((None, number(h.rng)))): (
        walled.add_opening(j, *a).job
    ),
    "hole": _hole,
    "remove hole": lambda h: lambda j, a=(h.room(), h.face(), h.hole()): walled.remove_opening(j, *a),
}  # fmt: skip
"""Every edit once, by a name; each draws its values first, so that it can be done again."""


def trial(rng: random.Random) -> str:
    job = rng.choice(
        (a_room, lambda: a_wall_of("base", "drawers", "wall"), lambda: a_wall_of("tall", "corner-diagonal"), lambda: Job(name="None"))
    )()
    store, seen, refused = Store(CATALOG, job), [job], 0
    for _ in range(rng.randint(1, LONGEST_SERIES)):
        name = rng.choice(list(EDITS))
        edit = EDITS[name](Hand(rng, store.job))
        before = store.state
        try:
            with limited():
                store.apply(edit, name)
        except PlankError as problem:
            in_words(problem)
            assert store.state is before, "a refused edit left something behind"
            refused += 1
        if store.job is not seen[-1]:
            seen.append(store.job)
    check_file(store.job)
    check_same(store)
    check_undo(store, seen)
    check_same(store)
    if rng.random() < USED_SHARE:
        use_everywhere(store.job, rng)
    return "refused throughout" if len(seen) == 1 else "series of edits"


def check_file(job: Job) -> None:
    """A job that edits made is saved and read as the very same."""
    text_of_file = dumps(job)
    assert len(text_of_file.encode()) <= LARGEST_BYTES
    assert loads(text_of_file) == job


def check_undo(store: Store, seen: list[Job]) -> None:
    """Undo and redo walk the jobs that were seen, object by object."""
    for job in reversed(seen[:-1]):
        store.undo()
        assert store.job is job, "undo gave another job"
    for job in seen[1:]:
        store.redo()
        assert store.job is job, "redo gave another job"


FUZZER = Fuzzer("edits", f"a series of up to {LONGEST_SERIES} edits, undone and redone", trial)
