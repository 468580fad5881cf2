"""Reads catalogue folders of TOML files. Unknown keys, doubles and dangling references are refused by file and line."""

import tomllib
from collections.abc import Iterator, Mapping
from functools import cache
from importlib.resources import files
from importlib.resources.abc import Traversable
from typing import Any, TypeVar

from pydantic import ValidationError

from tallplank.core.catalog.record import (
    Band,
    Board,
    Catalog,
    CatalogError,
    Defaults,
    DoorStyle,
    Finish,
    Hardware,
    Kind,
    Look,
    Operation,
)
from tallplank.core.job.base import Record
from tallplank.core.job.construction import Construction

_TABLES: dict[str, type[Record]] = {
    "look": Look,
    "board": Board,
    "band": Band,
    "finish": Finish,
    "door_style": DoorStyle,
    "hardware": Hardware,
    "operation": Operation,
    "construction": Construction,
    "kind": Kind,
    "defaults": Defaults,
}
JOINING = ("cam", "dowel", "confirmat", "screw", "pocket-screw")
"""Roles of hardware that joints bore for."""
_R = TypeVar("_R", bound=Record)


@cache
def shipped() -> Catalog:
    """The catalogue that ships with the application; read once."""
    return read_catalog(files("tallplank.core.catalog") / "data")


def read_catalog(folder: Traversable) -> Catalog:
    """The catalogue in a folder of TOML files.

    Raises:
        CatalogError: naming file and line.
    """
    found: dict[type[Record], dict[str, Any]] = {kind: {} for kind in _TABLES.values()}
    where: dict[tuple[type[Record], str], str] = {}
    for file in sorted((f for f in folder.iterdir() if f.name.endswith(".toml")), key=lambda f: f.name):
        for kind, entry, place in _entries(file):
            key = getattr(entry, "id", "")
            if key in found[kind]:
                raise CatalogError(f"{place}: '{key}' is there twice, first at {where[kind, key]}.")
            found[kind][key] = entry
            where[kind, key] = place
    if not found[Defaults]:
        raise CatalogError(f"{folder}: there is no [[defaults]] entry.")
    catalog = Catalog(
        looks=found[Look],
        boards=found[Board],
        bands=found[Band],
        finishes=found[Finish],
        door_styles=found[DoorStyle],
        hardware=found[Hardware],
        operations=found[Operation],
        constructions=found[Construction],
        kinds=found[Kind],
        defaults=found[Defaults][""],
    )
    _check_references(catalog, where)
    return catalog


def _entries(file: Traversable) -> Iterator[tuple[type[Record], Record, str]]:
    text = file.read_text(encoding="utf-8")
    try:
        tables = tomllib.loads(text)
    except tomllib.TOMLDecodeError as problem:
        raise CatalogError(f"{file.name}: {problem}.") from None
    for name, entries in tables.items():
        kind = _TABLES.get(name)
        if kind is None or not isinstance(entries, list):
            raise CatalogError(f"{file.name}, line {_line(text, name, 0)}: '{name}' is no list of a known kind of entry.")
        for index, entry in enumerate(entries):
            try:
                yield kind, kind.model_validate(entry), f"{file.name}, line {_line(text, name, index)}"
            except ValidationError as problem:
                first = problem.errors()[0]
                key = str(first["loc"][0]) if first["loc"] else ""
                where = ".".join(str(part) for part in first["loc"])
                raise CatalogError(f"{file.name}, line {_line(text, name, index, key)}: {where}: {first['msg']}.") from None


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


_Where = Mapping[tuple[type[Record], str], str]


def _check_references(catalog: Catalog, where: _Where) -> None:
    for finish in catalog.finishes.values():
        _need(where, finish, catalog.looks, finish.look, "look")
        _need(where, finish, catalog.boards, finish.board, "board")
        _need(where, finish, catalog.bands, finish.band, "band")
        if catalog.boards[finish.board].price_m2(finish.thickness) is None:
            raise CatalogError(f"{where[Finish, finish.id]}: board '{finish.board}' is not sold {finish.thickness:g} thick.")
    for item in catalog.hardware.values():
        if item.role in JOINING and item.joint is None:
            raise CatalogError(f"{where[Hardware, item.id]}: a {item.role} needs 'joint', with what it bores.")
    for kind in catalog.kinds.values():
        _check_kind(catalog, where, kind)
    defaults = catalog.defaults
    _need(where, defaults, catalog.constructions, defaults.construction, "construction")
    _need(where, defaults, catalog.door_styles, defaults.door_style, "door style")
    for key in defaults.finishes.values():
        _need(where, defaults, catalog.finishes, key, "finish")
    for key in defaults.hardware.values():
        _need(where, defaults, catalog.hardware, key, "hardware item")


def _need(where: _Where, entry: Record, table: Mapping[str, object], key: str | None, what: str) -> None:
    if key is not None and key not in table:
        raise CatalogError(f"{where[type(entry), getattr(entry, 'id', '')]}: there is no {what} '{key}'.")


def _check_kind(catalog: Catalog, where: _Where, kind: Kind) -> None:
    for item in kind.hardware.values():
        _need(where, kind, catalog.hardware, item, "hardware item")
    if (kind.build == "shaped") != bool(kind.plan):
        raise CatalogError(f"{where[Kind, kind.id]}: a shaped kind has a plan, and no other kind has one.")
