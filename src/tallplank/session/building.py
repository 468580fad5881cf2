"""How units are built: by constructions of the catalogue, of the job, and of those that the shop keeps for all its jobs."""

from collections.abc import Iterable
from typing import NamedTuple

from tallplank.core.edit.construction import add_construction, fresh_construction, save_construction, set_construction, set_job_construction
from tallplank.core.error import PlankError
from tallplank.core.job.standard import SavedConstruction
from tallplank.session.store import Store


def kept_constructions(store: Store) -> tuple[SavedConstruction, ...]:
    """What the shop keeps for other jobs; nothing where its file cannot be read."""
    try:
        return store.shelf.constructions() if store.shelf is not None else ()
    except PlankError:
        return ()


class ShopConstruction(NamedTuple):
    """A construction that the shop keeps, by its id there."""

    id: str


def build_as(store: Store, units: Iterable[str], construction: str | ShopConstruction | None) -> None:
    """Build units (or with none the whole job) by a construction: of the catalogue or the job by its id, or one kept by the shop.

    Raises:
        PlankError: one of them cannot be built so.
    """
    ids, job = list(units), store.job
    if isinstance(construction, ShopConstruction):
        saved = next(s for s in kept_constructions(store) if s.id == construction.id)
        saved = fresh_construction(job, store.catalog, saved)
        job, construction = add_construction(job, saved), saved.id
    target = construction
    if ids:
        store.apply(lambda _: set_construction(job, store.catalog, ids, target), "construction")
    elif target is not None:
        store.apply(lambda _: set_job_construction(job, store.catalog, target), "construction of the job")


def keep_construction(store: Store, unit: str, name: str) -> None:
    """Save how a unit is built under a name, in the job and for other jobs.

    Raises:
        PlankError: no name, or the shop's file cannot be written.
    """
    job, saved = save_construction(store.job, store.catalog, unit, name)
    store.apply(lambda _: job, f"construction '{saved.name}'")
    if store.shelf is not None:
        store.shelf.keep(saved)
