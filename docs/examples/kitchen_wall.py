"""Build a kitchen wall with the edits and write the shop's papers: ./plank run docs/examples/kitchen_wall.py FOLDER"""

import sys
from pathlib import Path

from tallplank.core.catalog.reader import shipped
from tallplank.core.edit.room import add_opening, add_room
from tallplank.core.edit.standard import set_job_finish
from tallplank.core.edit.unit import Spot, place_unit, set_rule
from tallplank.core.exchange.exporter import export
from tallplank.core.exchange.registry import EXPORTERS
from tallplank.core.job.record import Job
from tallplank.session.derived import Deriver

catalog = shipped()
job = add_room(Job(name="Scullery"), "Scullery", width=3600, depth=2400, height=2400)
job = add_opening(job, "room1", "back", "window", x=1300, sill=1050, width=1000, height=1000)
for kind, width in (("tall", 600), ("drawers", 600), ("sink", 1000), ("base", 600), ("base", 600)):
    job = place_unit(job, catalog, kind, Spot("room1", "back"), width=width)
job = set_job_finish(job, catalog, "front", "oak")
sink = next(u.id for u in job.units if u.kind == "sink")
job = set_rule(job, catalog, [sink], "leg_count", 6)  # it is wide: the check advises two more legs

derived = Deriver(catalog).derive(job)
print(f"{len(derived.cutlist)} lines, {derived.price.total / 100:.2f} {derived.price.currency}, {len(derived.findings)} findings")
for path in export(derived.shop, EXPORTERS, Path(sys.argv[1] if len(sys.argv) > 1 else "out")):
    print(path)
