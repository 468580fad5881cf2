"""The demo job: the Lockkeeper's House, room by room. Everything in it is invented."""

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.unit import renumber
from tallplank.core.job.job import Job
from tallplank.core.joinery.workshop import Workshop
from tallplank.demo.boot_room import with_boot_room
from tallplank.demo.galley import with_galley
from tallplank.demo.map_room import with_map_room

__all__ = ["demo_job"]


def demo_job(catalog: Catalog) -> Job:
    """A canal-side conversion: a galley kitchen, a boot room under a sloping ceiling, a map room with its chimney breast."""
    job = Job(name="The Lockkeeper's House", customer="Ottoline Marsh & Tam Fairweather", number="2026-014")
    with Workshop(catalog).at_hand():
        for furnish in (with_galley, with_boot_room, with_map_room):
            job = furnish(job, catalog)
    return renumber(job, catalog)
