"""What a job carries of the catalogue, so that it opens elsewhere and later with the same numbers."""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, replace
from typing import Any, NamedTuple

from pydantic import ValidationError

from tallplank.core.catalog.catalog import Catalog, CatalogError
from tallplank.core.catalog.hardware import Supply
from tallplank.core.catalog.reader import TABLES, catalog_of
from tallplank.core.job.job import Job, Pinned
from tallplank.core.job.opening import walk
from tallplank.core.job.scheme import Scheme, regions

MOST_TOLD = 3
"""Values of a changed entry that are told one by one."""


@dataclass(frozen=True, slots=True)
class Change:
    """An entry that the job keeps as it was, while the catalogue has another of this id, or none."""

    table: str
    id: str
    name: str
    missing: bool
    differences: tuple[str, ...]


def tables_of(catalog: Catalog) -> dict[str, Mapping[str, Any]]:
    """The entries of a catalogue by the names of their lists."""
    return {
        "look": catalog.looks,
        "board": catalog.boards,
        "band": catalog.bands,
        "finish": catalog.finishes,
        "door_style": catalog.door_styles,
        "hardware": catalog.hardware,
        "operation": catalog.operations,
        "construction": catalog.constructions,
        "kind": catalog.kinds,
        "defaults": {"": catalog.defaults},
    }


def carried(catalog: Catalog, job: Job) -> Pinned:
    """All entries that decide how the job is made and what it costs."""
    tables, found = tables_of(catalog), dict[str, dict[str, Any]]()
    for table, keys in _used(catalog, job).items():
        known = {key: tables[table][key] for key in dict.fromkeys(keys) if key in tables[table]}
        found[table] = {key: _raw(table, entry) for key, entry in sorted(known.items())}
    return {table: entries for table, entries in found.items() if entries}


def settled(catalog: Catalog, job: Job, name: str) -> Job:
    """A job as it was read, which keeps of what it carries only what the catalogue has otherwise or not at all.

    Raises:
        CatalogError: an entry that it carries cannot be.
    """
    own, pinned = tables_of(catalog), dict[str, dict[str, Any]]()
    for table, key, raw in _entries(job.pinned):
        entry = _read(table, key, raw, name)
        if own[table].get(key) != entry:
            pinned.setdefault(table, {})[key] = _raw(table, entry)
    job = job.replaced(pinned=pinned)
    effective(catalog, job)
    return job


def effective(catalog: Catalog, job: Job) -> Catalog:
    """The catalogue that holds for a job: the entries that it keeps, laid over those of the catalogue.

    Raises:
        CatalogError: they ask for others that are not there.
    """
    if not job.pinned:
        return catalog
    tables = {table: dict(entries) for table, entries in tables_of(catalog).items()}
    for table, key, raw in _entries(job.pinned):
        tables[table][key] = _read(table, key, raw, job.name)
    where = {(table, key): f"{job.name}: {table} '{key}'" for table, key, _ in _entries(job.pinned)}
    return replace(catalog_of(tables, where), base=catalog)


def changes(catalog: Catalog, job: Job) -> Iterator[Change]:
    """Where the catalogue differs from what the job keeps."""
    own = tables_of(catalog)
    for table, key, raw in _entries(job.pinned):
        kept, now = _read(table, key, raw, job.name), own[table].get(key)
        name = getattr(kept, "name", "what a new job starts with")
        yield Change(table, key, name, now is None, tuple(_differences(kept, now)) if now is not None else ())


def _differences(kept: Any, now: Any) -> Iterator[str]:
    found = [f for f in type(kept).model_fields if getattr(kept, f) != getattr(now, f, None)]
    for field in found[:MOST_TOLD]:
        old, new = getattr(kept, field), getattr(now, field, None)
        words = field.replace("_", " ")
        plain = all(isinstance(value, str | int | float) for value in (old, new))
        yield f"{words} {old} → {new}" if plain else words
    if len(found) > MOST_TOLD:
        yield f"{len(found) - MOST_TOLD} more"


def _entries(pinned: Pinned) -> Iterator[tuple[str, str, Mapping[str, Any]]]:
    for table, entries in pinned.items():
        for key, raw in entries.items():
            yield table, key, raw


def _raw(table: str, entry: Any) -> dict[str, Any]:
    raw: dict[str, Any] = TABLES[table].dump_python(entry, mode="json", exclude_defaults=True)
    return raw


def _read(table: str, key: str, raw: Mapping[str, Any], name: str) -> Any:
    if table not in TABLES:
        raise CatalogError(f"{name}: catalog › {table}: there is no such list of entries.")
    try:
        entry = TABLES[table].validate_python(dict(raw))
    except ValidationError as problem:
        first = problem.errors(include_url=False)[0]
        place = " › ".join(str(part) for part in first["loc"])
        raise CatalogError(f"{name}: catalog › {table} › {key} › {place}: {first['msg']}.") from None
    if getattr(entry, "id", "") != key:
        raise CatalogError(f"{name}: catalog › {table} › {key}: its id is another.")
    return entry


def _used(catalog: Catalog, job: Job) -> dict[str, list[str]]:
    standard, defaults = job.standard, catalog.defaults
    openings = [o for u in job.units for _, o in walk(u.opening)]
    kinds = [u.kind for u in job.units]
    finishes = [*defaults.finishes.values(), *standard.finishes.values(), *(f for u in job.units for f in u.finishes.values())]
    items = [*defaults.hardware.values(), *standard.hardware.values(), *(h for u in job.units for h in u.hardware.values())]
    items += [h for key in kinds if key in catalog.kinds for h in catalog.kinds[key].hardware.values()]
    items += [o.item for o in openings if o.item]
    schemes = [_of_scheme(scheme) for room in job.rooms for scheme in room.schemes]
    finishes += [key for used in schemes for key in used.finishes]
    items += [key for used in schemes for key in used.hardware]
    styles = [defaults.door_style, standard.door_style, *standard.front_styles.values(), *(u.door_style for u in job.units if u.door_style)]
    chosen = [catalog.finishes[f] for f in finishes if f in catalog.finishes]
    return {
        "kind": kinds,
        "construction": [defaults.construction, standard.construction, *(s.base for s in standard.constructions), *_constructions(job)],
        "finish": finishes,
        "look": [*(f.look for f in chosen), *_surfaces(job), *_looks(catalog, items)],
        "board": [*(f.board for f in chosen), *(key for used in schemes for key in used.boards)],
        "band": [f.band for f in chosen if f.band],
        "door_style": [*styles, *(o.style for o in openings if o.style)],
        "hardware": list(_with_families(catalog, items)),
        "operation": list(catalog.operations),
        "defaults": [""],
    }


class _Entries(NamedTuple):
    """What a scheme uses of a catalogue, by the ids of entries."""

    finishes: tuple[str, ...]
    hardware: tuple[str, ...]
    boards: tuple[str, ...]


def _of_scheme(scheme: Scheme) -> _Entries:
    """What a scheme uses of a catalogue beside what a job has anyhow."""
    found = [region for _, region in regions(scheme.root)]
    finishes = [scheme.finish, *(r.finish for r in found), *(key for r in found for key in r.fill.used("finish"))]
    hardware = [scheme.base, scheme.rail, scheme.crown, scheme.casing, *(trim.molding for trim in scheme.trims)]
    hardware += [key for r in found for key in r.fill.used("hardware")]
    boards = [scheme.box.skin] if scheme.box is not None else []
    return _Entries(*(tuple(dict.fromkeys(key for key in keys if key)) for keys in (finishes, hardware, boards)))


def _surfaces(job: Job) -> Iterator[str]:
    """What rooms are covered with."""
    for room in job.rooms:
        found = (room.floor, room.ceiling, *(w.surface for w in (*room.walls, *room.free_walls)), *(s.surface for s in room.soffits))
        yield from (key for key in found if key is not None)


def _looks(catalog: Catalog, items: Iterable[str]) -> Iterator[str]:
    """What paints and fabrics look like."""
    found = (catalog.hardware.get(key) for key in items)
    yield from (item.look for item in found if isinstance(item, Supply) and item.look is not None)


def _constructions(job: Job) -> Iterator[str]:
    return (u.construction for u in job.units if u.construction)


def _with_families(catalog: Catalog, items: Iterable[str]) -> Iterator[str]:
    """Items with all others of their make, from which rules pick."""
    for key in dict.fromkeys(items):
        item = catalog.hardware.get(key)
        if item is not None:
            yield key
            yield from (h.id for h in catalog.hardware_for(item.role) if item.family and h.family == item.family)
