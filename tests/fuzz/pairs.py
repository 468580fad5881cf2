"""Every pair of neighbours: units of any two kinds that overlap, touch or stand apart, with what is let in, exchanged for others."""

import random

from fuzz.sizes import use_everywhere
from fuzz.sound import in_words, no_faults
from fuzz.trial import Fuzzer, limited
from makers import CATALOG, ROOM, WALL, a_room
from tallplank.core.derive.derived import Deriver
from tallplank.core.edit.construction import set_job_construction
from tallplank.core.edit.copies.exchange import replace_kind, swap_units
from tallplank.core.edit.unit import Spot, place_unit, set_hardware, slide_units
from tallplank.core.error import PlankError
from tallplank.core.job.job import Job

USED_SHARE = 0.1
MOST = 5


def trial(rng: random.Random) -> str:
    job = a_room(rng.choice((3000.0, 5000.0)), 3000.0)
    edits = [_placed, _placed, *(rng.choice((_placed, _slid, _exchanged, _let_in, _built)) for _ in range(rng.randint(0, MOST)))]
    for edit in edits:
        try:
            with limited():
                job = edit(rng, job)
        except PlankError as problem:
            in_words(problem)
    with limited():
        no_faults(Deriver(CATALOG).derive(job))
    if rng.random() < USED_SHARE:
        use_everywhere(job, rng)
    return "neighbours"


def _placed(rng: random.Random, job: Job) -> Job:
    face = rng.choice([w.id for w in job.rooms[0].walls] if rng.random() < 0.3 else [WALL])
    spot = Spot(ROOM, face, rng.choice((None, rng.uniform(-100.0, 3000.0))))
    sizes = {rng.choice(("width", "height", "depth")): rng.uniform(150.0, 1500.0)} if rng.random() < 0.4 else {}
    return place_unit(job, CATALOG, rng.choice(list(CATALOG.kinds)), spot, **sizes).job


def _some(rng: random.Random, job: Job) -> list[str]:
    return [rng.choice([u.id for u in job.units])] if job.units else []


def _slid(rng: random.Random, job: Job) -> Job:
    """Over its neighbours, by a little or by far."""
    return slide_units(job, _some(rng, job), rng.choice((rng.uniform(-20.0, 20.0), rng.uniform(-900.0, 900.0))))


def _exchanged(rng: random.Random, job: Job) -> Job:
    if rng.random() < 0.3:
        return swap_units(job, rng.sample([u.id for u in job.units], min(2, len(job.units))))
    return replace_kind(job, CATALOG, _some(rng, job), rng.choice(list(CATALOG.kinds)))


def _let_in(rng: random.Random, job: Job) -> Job:
    role = rng.choice(("sink", "hob", "tap", "appliance"))
    item = rng.choice([None, *(h.id for h in CATALOG.hardware.values() if h.role == role)])
    return set_hardware(job, CATALOG, _some(rng, job), role, item)


def _built(rng: random.Random, job: Job) -> Job:
    return set_job_construction(job, CATALOG, rng.choice(list(CATALOG.constructions)))


FUZZER = Fuzzer("pairs", "units of any kinds over and beside one another", trial)
