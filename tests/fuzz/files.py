"""Damaged and tampered files: refused in words, or opened and then good for everything, with no cell that a spreadsheet would run."""

import csv
import io
import json
import random
from collections.abc import Callable, Iterator
from functools import cache
from pathlib import Path as Files
from typing import Any

from fuzz.sizes import use_everywhere
from fuzz.sound import in_words
from fuzz.trial import Fuzzer, limited
from fuzz.value import ABSURD_NUMBERS, ABSURD_TEXTS, opening, rule
from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, the_demo, written
from tallplank.core.catalog.carried import carried as carried_by
from tallplank.core.derive.derived import Deriver
from tallplank.core.edit.construction import save_construction
from tallplank.core.edit.group import add_island
from tallplank.core.edit.open import at_home
from tallplank.core.edit.survey.room import add_free_wall, turn_room
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import set_rule
from tallplank.core.error import PlankError
from tallplank.core.exchange.registry import EXPORTERS
from tallplank.core.job.file import dumps, loads, loads_all
from tallplank.core.job.job import Job

Path = tuple[Any, ...]
SEPARATORS = (",", ";", "\t")
USED_SHARE = 0.1
OLD = Files(__file__).parents[1] / "core" / "job" / "old"


@cache
def samples() -> tuple[str, ...]:
    """The texts of files that are sound: small, with a bit of everything, and the demo; one of an older format."""
    small = add_opening(a_wall_of("base", "drawers", "wall", "tall", "filler"), ROOM, WALL, "window").job
    small = set_rule(small, CATALOG, ["u1"], "kick_height", 120.0)
    own, _ = save_construction(small, CATALOG, "u1", "Quay work")
    group = add_island(add_free_wall(a_room(), ROOM, (1000, 800), (2500, 800)).job, ROOM, 800, 1600, 1500, turn=20).job
    shaped = a_wall_of("corner-diagonal", "base-bow", "box-on-legs", room=turn_room(group, ROOM, 15))
    old = tuple((OLD / f"format-{version}.plank").read_text() for version in (1, 2))
    carrying = dumps(small, carried_by(CATALOG, small))
    return dumps(own), dumps(shaped), dumps(the_demo().job), carrying, *old


def leaves(value: object, path: Path = ()) -> Iterator[Path]:
    """The places of all values in a document, containers too."""
    yield path
    items = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for key, inner in items:
        yield from leaves(inner, (*path, key))


def _holder(document: Any, path: Path) -> Any:
    for step in path[:-1]:
        document = document[step]
    return document


def _absurd(rng: random.Random) -> object:
    """Any value that JSON has, and some that it has not."""
    plain: tuple[object, ...] = (
        None,
        True,
        False,
        [],
        {},
        [[]],
        {"a": 1},
        rng.randint(-9, 99),
        rng.uniform(-1e4, 1e4),
        10 ** rng.randint(20, 4000),
    )
    shapes = (opening(rng).model_dump(mode="json"), dict([rule(rng)]))
    return rng.choice((*plain, *shapes, rng.choice(ABSURD_NUMBERS), rng.choice(ABSURD_TEXTS), str(rng.randint(0, 500))))


def _with_values(rng: random.Random, text: str) -> str:
    document = json.loads(text)
    for _ in range(rng.choice((1, 1, 2, 4))):
        path = rng.choice(list(leaves(document))[1:])
        _holder(document, path)[path[-1]] = _absurd(rng)
    return json.dumps(document)


def _rearranged(rng: random.Random, text: str) -> str:
    document = json.loads(text)
    for _ in range(rng.choice((1, 2))):
        path = rng.choice(list(leaves(document))[1:])
        holder, other = _holder(document, path), rng.choice(list(leaves(document))[1:])
        deed = rng.choice(("drop", "double", "swap", "move", "key"))
        value = holder[path[-1]]
        if deed == "drop":
            del holder[path[-1]]
        elif isinstance(holder, list) and deed == "double":
            holder.append(value)
        elif isinstance(holder, dict) and deed == "key":
            holder[rng.choice(("", "id", "rules", "__class__", "openings"))] = value
        elif deed in ("swap", "move"):
            target = _holder(document, other)
            holder[path[-1]], target[other[-1]] = json.loads(json.dumps(target[other[-1]])), json.loads(json.dumps(value))
    return json.dumps(document)


def _hostile_texts(rng: random.Random, text: str) -> str:
    """Texts of a designer with what a spreadsheet might run."""
    document = json.loads(text)
    job = document["job"]
    for record in (job, *job["rooms"], *(w for r in job["rooms"] for w in r["walls"]), *job.get("standard", {}).get("constructions", [])):
        record["name"] = rng.choice([t for t in ABSURD_TEXTS if 0 < len(t) < 100])
    return json.dumps(document)


def _bytes_flipped(rng: random.Random, text: str) -> bytes:
    data = bytearray(text.encode())
    for _ in range(rng.choice((1, 2, 8, 64))):
        data[rng.randrange(len(data))] = rng.randrange(256)
    return bytes(data)


def _cut(rng: random.Random, text: str) -> str:
    a, b = sorted(rng.randrange(len(text)) for _ in range(2))
    return rng.choice((text[:a], text[b:], text[:a] + text[b:], text + text[a:b], text[:b] + text[a:]))


def spoiled(rng: random.Random, text: str) -> bytes:
    """A text of any kind, damaged by a little or by much, or as it was."""
    draw = rng.random()
    if draw < 0.1:
        return text.encode()
    if draw < 0.4:
        return _bytes_flipped(rng, text)
    if draw < 0.6:
        return _cut(rng, text).encode()
    if draw < 0.75 and text.startswith(("{", "[")):
        return _with_values(rng, text).encode(errors="surrogatepass")
    for _ in range(rng.choice((1, 1, 3))):
        at = rng.randrange(len(text) + 1)
        what = rng.choice((rng.choice(ABSURD_TEXTS), str(rng.choice(ABSURD_NUMBERS)), "[" * 3000, "9" * 5000, "a.b.c = 1\n" * 50, '"'))
        text = text[:at] + what + text[at + rng.choice((0, 0, len(what))) :]
    return text.encode(errors="surrogatepass")


def _written_otherwise(rng: random.Random, text: str) -> str | bytes:
    return rng.choice(
        (text.encode("utf-16"), b"\xef\xbb\xbf" + text.encode(), text.replace('": ', '": ' + "[" * 2000, 1), text.replace("600", "6" * 5000),
         text.replace("600", "1e999"), text.replace("600", "NaN"), text.replace('"name"', '"name": "x", "name"', 1), text.replace(",", ",,", 1),
         text.replace("\n", "\r\n"), "\x00" * 100, "null", "[]", '"text"', "[" * 100_000, '{"a":' * 100_000, "")
    )  # fmt: skip


DAMAGES: tuple[Callable[[random.Random, str], str | bytes], ...] = (
    _with_values, _with_values, _with_values, _rearranged, _rearranged, _hostile_texts, _bytes_flipped, _cut, _written_otherwise,
)  # fmt: skip


def trial(rng: random.Random) -> str:
    damaged = rng.choice(DAMAGES)(rng, rng.choice(samples()))
    with limited():
        try:
            text = damaged.decode("utf-8-sig") if isinstance(damaged, bytes) else damaged
            job, carried = loads_all(text)
            job = at_home(job, CATALOG, "file", carried)
        except UnicodeDecodeError:
            return "refused"
        except PlankError as problem:
            in_words(problem)
            return "refused"
    assert loads(dumps(job)) == job, "what was opened is not what is saved"
    check_cells(job)
    if rng.random() < USED_SHARE:
        use_everywhere(job, rng)
    return "opened"


def check_cells(job: Job) -> None:
    """No cell of any table is a formula, whatever separates its cells."""
    with limited():
        shop = Deriver(CATALOG).derive(job).shop
        for exporter in (e for e in EXPORTERS if e.name.endswith(".csv")):
            text = written(exporter, shop).decode()
            for separator in SEPARATORS:
                for row in csv.reader(io.StringIO(text, newline=""), delimiter=separator):
                    assert not [cell for cell in row if is_run(cell)], f"{exporter.name} with '{separator}'"


def is_run(cell: str) -> bool:
    """Whether a spreadsheet might run a cell: after what nobody sees, it begins like a formula and is no number."""
    bare = "".join(c for c in cell if c.isprintable() and not c.isspace()).lstrip('"')
    try:
        float(bare)
    except ValueError:
        return bare[:1] in tuple("=+-@|%＝＋－＠")
    return False


FUZZER = Fuzzer("files", "a damaged or tampered file", trial)
