"""Absurd sizes: units of any kind, size, rule and opening are refused in words, or made, drawn, checked and priced in time."""

import random
from functools import partial

from fuzz.sound import in_words, no_faults
from fuzz.trial import Fuzzer, limited
from fuzz.value import opening, rule, style
from makers import CATALOG, ROOM, WALL, a_room, written
from tallplank.core.derive.derived import Deriver
from tallplank.core.draw.bench import bench_drawing
from tallplank.core.draw.elevation import elevation
from tallplank.core.draw.part import part_drawing
from tallplank.core.draw.plan import plan
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.error import PlankError
from tallplank.core.exchange.registry import EXPORTERS
from tallplank.core.job.file import dumps, loads
from tallplank.core.job.job import Job
from tallplank.core.joinery.part.part import unique_names
from tallplank.core.measure.display import format_length
from tallplank.core.solid.scene import SolidMaker
from tallplank.core.solid.unit import UnitSolidMaker

PARTS_DRAWN = 3


def size(rng: random.Random, usual: float) -> float:
    """A size: near the usual one, or anything between a hair and a hundred metres."""
    draw = rng.random()
    if draw < 0.6:
        return usual * rng.uniform(0.3, 3)
    return 10 ** rng.uniform(-2, 5) if draw < 0.95 else rng.choice((100_000.0, 0.001, 1.0))


def trial(rng: random.Random) -> str:
    kind = CATALOG.kinds[rng.choice(sorted(CATALOG.kinds))]
    values = {
        "width": size(rng, kind.width), "height": size(rng, kind.height), "depth": size(rng, kind.depth), "door_style": style(rng),
        "rules": dict(rule(rng) for _ in range(rng.choice((0, 0, 1, 2, 5)))), "side": rng.choice(("left", "right")),
        "arm": rng.choice((0.0, 0.0, size(rng, 300))),
    }  # fmt: skip
    if rng.random() < 0.6:
        values["opening"] = opening(rng)
    with limited():
        try:
            job = place_unit(a_room(), CATALOG, kind.id, Spot(ROOM, WALL, 0.0), **values).job
        except PlankError as problem:
            in_words(problem)
            return "refused"
    use_everywhere(job, rng)
    return "made"


def use_everywhere(job: Job, rng: random.Random) -> None:
    """Make, check, draw, price and write a job; each of it in time."""
    with limited():
        derived = Deriver(CATALOG).derive(job)
        assert derived.cutlist is not None
    with limited():
        no_faults(derived)
    with limited():
        for room in job.rooms:
            plan(derived.made, room.id)
            SolidMaker().solids(derived.made, room.id, rng.random())
            for face in room.face_ids:
                elevation(derived.made, room.id, face)
    for unit in rng.sample(derived.made.units, min(2, len(derived.made.units))):
        with limited():
            bench_drawing(unit, (), partial(format_length, suffix=True), derived.made.on_bench(unit.unit.id))
            UnitSolidMaker().solids(unit, rng.random())
            keyed = list(zip(unique_names(list(unit.parts)), unit.parts, strict=True))
            for key, part in rng.sample(keyed, min(PARTS_DRAWN, len(keyed))):
                part_drawing(part, key, CATALOG.bands)
    for exporter in EXPORTERS:
        with limited():
            assert written(exporter, derived.shop)
    assert loads(dumps(job)) == job


FUZZER = Fuzzer("sizes", "a unit of any kind, size, rules and openings", trial)
