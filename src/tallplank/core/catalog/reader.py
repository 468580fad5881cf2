"""Reads catalogue folders of TOML files. Unknown keys, doubles and dangling references are refused by file and line."""

import re
import tomllib
from collections.abc import Iterator, Mapping
from functools import cache
from importlib.resources import files
from importlib.resources.abc import Traversable
from pathlib import Path
from types import MappingProxyType
from typing import Any, NamedTuple

from pydantic import TypeAdapter, ValidationError

from tallplank.core.catalog.board import Band, Board
from tallplank.core.catalog.catalog import Catalog, CatalogError, Defaults
from tallplank.core.catalog.door_style import DoorStyle
from tallplank.core.catalog.finish import Finish
from tallplank.core.catalog.hardware import Appliance, Hardware
from tallplank.core.catalog.kind import Kind
from tallplank.core.catalog.look import Look
from tallplank.core.catalog.operation import Operation
from tallplank.core.catalog.profile import ProfileError, read_profile
from tallplank.core.disk import DiskError, read_file
from tallplank.core.job.base import Record
from tallplank.core.job.construction import Construction

TABLES: Mapping[str, TypeAdapter[Any]] = MappingProxyType(
    {
        "look": TypeAdapter(Look),
        "board": TypeAdapter(Board),
        "band": TypeAdapter(Band),
        "finish": TypeAdapter(Finish),
        "door_style": TypeAdapter(DoorStyle),
        "hardware": TypeAdapter(Hardware),
        "operation": TypeAdapter(Operation),
        "construction": TypeAdapter(Construction),
        "kind": TypeAdapter(Kind),
        "defaults": TypeAdapter(Defaults),
    }
)
"""The lists that catalogue files hold, by their names, with what an entry of each is."""
PROFILE_FILE = re.compile(r"[A-Za-z0-9][A-Za-z0-9 _.-]*\.svg")
LARGEST_FILE, MOST_FILES = 4 * 1024**2, 200
MOST_OWN, MOST_DOTTED = 20_000, 2_000
"""Entries of a folder, and keys with dots of a file, which take the longer to read the more there are."""
_DOTTED = re.compile(r"^[^=#\n]*\.[^=\n]*=", re.MULTILINE)
Tables = dict[str, dict[str, Any]]
"""Entries by the name of their list and by their id."""
_Where = dict[tuple[str, str], object]
_Known = Mapping[tuple[str, str], object]
"""For each entry where it comes from: what tells that as text, and only when it is asked."""


def laid_over(folder: Path | None) -> Catalog:
    """The catalogue that ships with the application, with the entries of a shop's own folder laid over it where there is one.

    Raises:
        CatalogError: naming file and line.
    """
    return read_catalog(files("tallplank.core.catalog") / "data", folder) if folder is not None else shipped()


@cache
def shipped() -> Catalog:
    """The catalogue that ships with the application; read once."""
    return read_catalog(files("tallplank.core.catalog") / "data")


def read_catalog(*folders: Traversable) -> Catalog:
    """The catalogue in folders of TOML files; entries of a later folder take the place of those of the same id in an earlier one.

    Raises:
        CatalogError: naming file and line.
    """
    tables: Tables = {name: {} for name in TABLES}
    where: _Where = {}
    for folder in folders:
        _lay_over(tables, where, folder)
    if not tables["defaults"]:
        raise CatalogError(f"{folders[0]}: there is no [[defaults]] entry.")
    return catalog_of(tables, where)


def catalog_of(tables: Mapping[str, Mapping[str, Any]], where: _Known) -> Catalog:
    """The catalogue of entries that are read already; `where` says for each where it comes from.

    Raises:
        CatalogError: an entry asks for another that is not there.
    """
    catalog = Catalog(
        looks=tables["look"],
        boards=tables["board"],
        bands=tables["band"],
        finishes=tables["finish"],
        door_styles=tables["door_style"],
        hardware=tables["hardware"],
        operations=tables["operation"],
        constructions=tables["construction"],
        kinds=tables["kind"],
        defaults=tables["defaults"][""],
    )
    _check_references(catalog, where)
    return catalog


def _lay_over(tables: Tables, where: _Where, folder: Traversable) -> None:
    own: set[tuple[str, str]] = set()
    try:
        found = sorted((f for f in folder.iterdir() if f.name.endswith(".toml")), key=lambda f: f.name)
    except OSError as problem:
        raise CatalogError(f"The catalogue folder {folder} cannot be read: {problem.strerror}.") from None
    if len(found) > MOST_FILES:
        raise CatalogError(f"{folder}: a catalogue has at most {MOST_FILES} files.")
    for file in found:
        for name, raw, place in _entries(file):
            raw = _drawn(folder, raw, place) if name == "hardware" else raw
            if name == "defaults" and "" in tables["defaults"]:
                raw = _merged(tables["defaults"][""], raw)
            entry = _validated(name, raw, place)
            key = (name, getattr(entry, "id", ""))
            if key in own:
                raise CatalogError(f"{place}: '{key[1]}' is there twice, first at {where[key]}.")
            own.add(key)
            if len(own) > MOST_OWN:
                raise CatalogError(f"{folder}: a catalogue has at most {MOST_OWN} entries.")
            tables[name][key[1]], where[key] = entry, place


def _drawn(folder: Traversable, raw: Any, place: "_Place") -> Any:
    """The entry with the profile that its drawing shows."""
    drawing = raw.get("drawing") if isinstance(raw, dict) else None
    if not isinstance(drawing, str) or "outline" in raw:
        return raw
    if not PROFILE_FILE.fullmatch(drawing):
        raise CatalogError(f"{place.at('drawing')}: '{drawing}' is no name of an SVG file.")
    try:
        return {**raw, "outline": read_profile(_text(folder / "profile" / drawing), drawing)}
    except ProfileError as problem:
        raise CatalogError(f"{place.at('drawing')}: {problem}") from None


def _merged(base: Defaults, more: Any) -> Any:
    """The defaults with what a further folder says laid over, role by role."""
    if not isinstance(more, dict):
        return more
    known: dict[str, Any] = base.model_dump()
    for key, value in more.items():
        both = isinstance(value, dict) and isinstance(known.get(key), dict)
        known[key] = {**known[key], **value} if both else value
    return known


class _Place(NamedTuple):
    """Where an entry stands, for messages."""

    file: str
    source: str
    table: str
    number: int

    @property
    def text(self) -> str:
        """File and line."""
        return self.at("")

    def at(self, key: str) -> str:
        """File and line of a key of the entry."""
        return f"{self.file}, line {_line(self.source, self.table, self.number, key)}"

    def __str__(self) -> str:
        return self.text


def _entries(file: Traversable) -> Iterator[tuple[str, Any, _Place]]:
    text = _text(file)
    if len(_DOTTED.findall(text)) > MOST_DOTTED:
        raise CatalogError(f"{file.name}: it has more than {MOST_DOTTED} keys with dots.")
    try:
        tables = tomllib.loads(text)
    except (ValueError, RecursionError) as problem:
        raise CatalogError(f"{file.name}: {problem}.") from None
    for name, entries in tables.items():
        if name not in TABLES or not isinstance(entries, list):
            raise CatalogError(f"{file.name}, line {_line(text, name, 0)}: '{name}' is no list of a known kind of entry.")
        for index, entry in enumerate(entries):
            yield name, entry, _Place(file.name, text, name, index)


def _text(file: Traversable) -> str:
    try:
        data = read_file(file, LARGEST_FILE) if isinstance(file, Path) else file.read_bytes()
        return data.decode("utf-8-sig")
    except OSError as problem:
        raise CatalogError(f"{file.name} cannot be read: {problem.strerror}.") from None
    except DiskError as problem:
        raise CatalogError(str(problem)) from None
    except UnicodeDecodeError:
        raise CatalogError(f"{file.name} is no text.") from None


def _validated(name: str, raw: Any, place: _Place) -> Any:
    try:
        return TABLES[name].validate_python(raw)
    except ValidationError as problem:
        first = problem.errors()[0]
        path = [str(part) for part in first["loc"] if not (name == "hardware" and part == first["loc"][0])]
        raise CatalogError(f"{place.at(path[0] if path else '')}: {'.'.join(path)}: {first['msg']}.") from None


def _line(text: str, table: str, index: int, key: str = "") -> int:
    """The line of a key in the index-th [[table]], or of the table itself."""
    seen, start = -1, 0
    for number, line in enumerate(text.splitlines(), 1):
        plain = line.strip()
        if plain.startswith("["):
            if seen == index and start and not plain.startswith(f"[[{table}."):
                break
            if plain in (f"[[{table}]]", f"[{table}]"):
                seen += 1
                start = number if seen == index else start
        elif seen == index and key and plain.split("=")[0].strip() == key:
            return number
    return start or 1


def _check_references(catalog: Catalog, where: _Known) -> None:
    for finish in catalog.finishes.values():
        _need(where, finish, catalog.looks, finish.look, "look")
        _need(where, finish, catalog.boards, finish.board, "board")
        _need(where, finish, catalog.bands, finish.band, "band")
        if catalog.boards[finish.board].price_m2(finish.thickness) is None:
            raise CatalogError(f"{_of(where, finish)}: board '{finish.board}' is not sold {finish.thickness:g} thick.")
    for kind in catalog.kinds.values():
        _check_kind(catalog, where, kind)
    defaults = catalog.defaults
    _need(where, defaults, catalog.constructions, defaults.construction, "construction")
    _need(where, defaults, catalog.door_styles, defaults.door_style, "door style")
    for key in defaults.finishes.values():
        _need(where, defaults, catalog.finishes, key, "finish")
    for key in defaults.hardware.values():
        _need(where, defaults, catalog.hardware, key, "hardware item")


def _need(where: _Known, entry: Record, table: Mapping[str, object], key: str | None, what: str) -> None:
    if key is not None and key not in table:
        raise CatalogError(f"{_of(where, entry)}: there is no {what} '{key}'.")


def _check_kind(catalog: Catalog, where: _Known, kind: Kind) -> None:
    for item in kind.hardware.values():
        _need(where, kind, catalog.hardware, item, "hardware item")
    if kind.way.is_appliance:
        begins_with = catalog.hardware.get(kind.hardware.get("appliance", ""))
        if not isinstance(begins_with, Appliance) or begins_with.place is None:
            raise CatalogError(f"{_of(where, kind)}: a kind for an appliance begins with one that has a place.")
    if kind.way.is_shaped != bool(kind.plan):
        raise CatalogError(f"{_of(where, kind)}: a shaped kind has a plan, and no other kind has one.")


def _of(where: _Known, entry: Record) -> str:
    """Where an entry comes from."""
    names = {Finish: "finish", Kind: "kind", Defaults: "defaults"}
    key = (names[type(entry)], getattr(entry, "id", ""))
    return str(where.get(key, f"{key[0]} '{key[1]}'"))
