"""Everything that is read from outside beside jobs: catalogue folders, pieces, profiles, plans, pictures, what was kept aside, typed texts.

Damaged or absurd, each is read or refused in words, with a limit of time and of memory.
"""

import io
import json
import random
import tempfile
from collections.abc import Callable, Mapping
from functools import cache
from importlib.resources import files
from pathlib import Path

import ezdxf
from PIL import Image

from fuzz.files import spoiled
from fuzz.sound import in_words
from fuzz.trial import Fuzzer, limited
from fuzz.value import ABSURD_TEXTS
from makers import CATALOG, ROOM, WALL, a_room, a_wall_of
from tallplank.core.catalog.reader import laid_over
from tallplank.core.edit.copies.saved_piece import piece_of_units, place_units_of
from tallplank.core.edit.paneling.bends import parse_bends
from tallplank.core.edit.paneling.peaks import parse_peaks
from tallplank.core.edit.unit import Spot
from tallplank.core.error import PlankError
from tallplank.core.exchange.picture_file import read_picture
from tallplank.core.exchange.plan_dxf import plan_apart
from tallplank.core.exchange.profile_file import profile_from
from tallplank.core.job import saved_piece
from tallplank.core.job.job import Display
from tallplank.core.measure.length import LengthUnit, parse_length
from tallplank.core.measure.tape import parse_walk
from tallplank.session.autosave import Autosave, Unsaved
from tallplank.session.shop import ShopShelf

PROFILE = (
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 20 60"><path d="M0 0 H12 C 14 5 18 9 20 20 A 5 5 0 0 1 15 25 V60 H0 Z"/></svg>'
)
WALK = "4200 r 3000 r45 1200.5 l rd5100 12'-3 5/8\" r 3000"
WRITINGS = ("25: 40; 75%: -30.5", "50 50: 60; 25 75: 12", WALK, "12'-3 5/8\"", "(101.25 in - 6*3 in)/5", "23 5/8 + 2,5 cm")


def _catalogue(rng: random.Random, folder: Path) -> None:
    source = files("tallplank.core.catalog") / "data"
    file = rng.choice([f for f in source.iterdir() if f.name.endswith(".toml")])
    (folder / "own.toml").write_bytes(spoiled(rng, file.read_text()))
    if rng.random() < 0.1:
        (folder / "link.toml").symlink_to(rng.choice(("/dev/zero", "link.toml", "/nowhere")))
    laid_over(folder)


@cache
def _piece_text() -> str:
    job = a_wall_of("base", "drawers")
    return saved_piece.dumps(piece_of_units(job, CATALOG, [u.id for u in job.units], "Piece"))


def _piece(rng: random.Random, folder: Path) -> None:
    path = folder / f"one{saved_piece.SUFFIX}"
    path.write_bytes(spoiled(rng, _piece_text()))
    place_units_of(a_room(5000.0, 3000.0), CATALOG, saved_piece.load(path), Spot(ROOM, WALL))


def _profile(rng: random.Random, _: Path) -> None:
    text = PROFILE.replace(
        rng.choice(("12", "20", "60", "5", "14")), rng.choice(("1e14", "1e308", "nan", "-3", "0", "1e-300", "9" * 500)), 1
    )
    profile_from(spoiled(rng, rng.choice((text, PROFILE))), "profile.svg")


@cache
def _plan_text() -> str:
    document = ezdxf.new()
    space = document.modelspace()
    space.add_lwpolyline([(0, 0), (4321, 0, 0, 0, 0.3), (4321, 3210), (0, 3210)], close=True)
    space.add_circle((1234, 1000), 432.1)
    space.add_arc((1234, 1000), 543.2, 10, 200)
    space.add_ellipse((2345, 1000), (321, 0), 0.4)
    space.add_open_spline([(0, 0), (1111, 222), (2222, 333), (3333, 44)])
    out = io.StringIO()
    document.write(out)
    return out.getvalue()


def _plan(rng: random.Random, _: Path) -> None:
    text = _plan_text()
    for _number in range(rng.choice((0, 1, 3))):
        text = text.replace(
            rng.choice(("4321", "1234", "432.1", "543.2", "2345", "321", "1111", "3333")), rng.choice(("nan", "inf", "1e308", "-1", "0"))
        )
    plan_apart(spoiled(rng, text) if rng.random() < 0.5 else text.encode())


def _picture(rng: random.Random, folder: Path) -> None:
    out, kind = io.BytesIO(), rng.choice(("PNG", "JPEG", "BMP", "TIFF", "WEBP", "GIF"))
    Image.new(rng.choice(("RGB", "L", "1")), (rng.choice((1, 40, 3000)), rng.choice((1, 40)))).save(out, kind)
    data = bytearray(out.getvalue())
    for _number in range(rng.choice((0, 1, 4, 30))):
        data[rng.randrange(len(data))] = rng.randrange(256)
    path = folder / "picture"
    path.write_bytes(data[: rng.choice((len(data), rng.randrange(len(data)) + 1))])
    read_picture(path)


@cache
def _kept_text() -> str:
    with tempfile.TemporaryDirectory() as name:
        keeper = Autosave(Path(name), delay_s=0.0)
        keeper.note(Unsaved(a_wall_of("base"), Path("/tmp/kitchen.plank"), "digest", "edit"))
        keeper.flush()
        text = next(Path(name).glob("*.recovery")).read_text()
        keeper.end()
    return text


def _kept(rng: random.Random, folder: Path) -> None:
    """What was kept aside never keeps a window from opening: nothing is refused here."""
    document = json.loads(_kept_text())
    for key in rng.sample(sorted(document), rng.choice((0, 1, 2))):
        document[key] = rng.choice((*ABSURD_TEXTS, None, 5, [], {}, "a\0b", "9999-12-31T23:59:59+00:00", "0001-01-01T00:00:00", "x" * 5000))
    text = json.dumps(document)
    (folder / "job.abc.recovery").write_bytes(text.encode() if rng.random() < 0.6 else spoiled(rng, text))
    finder = Autosave(folder)
    try:
        finder.left(CATALOG)
    finally:
        finder.end()


def _shelf(rng: random.Random, folder: Path) -> None:
    path = folder / "constructions.json"
    path.write_bytes(spoiled(rng, '[{"id": "own", "name": "Own", "base": "frameless", "rules": {"reveal": 3.5}}]'))
    ShopShelf(path).constructions()


def _typed(rng: random.Random, _: Path) -> None:
    text = spoiled(rng, rng.choice(WRITINGS)).decode("utf-8", "replace")
    read = rng.choice((parse_length, parse_walk, lambda t, u: parse_bends(t, Display()), lambda t, u: parse_peaks(t, Display())))
    read(text, rng.choice((LengthUnit.MM, LengthUnit.INCH)))


READERS: Mapping[str, Callable[[random.Random, Path], None]] = {
    "catalogue": _catalogue,
    "piece": _piece,
    "profile": _profile,
    "plan": _plan,
    "picture": _picture,
    "kept aside": _kept,
    "shelf": _shelf,
    "typed": _typed,
}
OFTEN = ("catalogue", "piece", "profile", "picture", "kept aside", "shelf", "typed") * 5
"""A plan takes a process of its own, and so more time."""


def trial(rng: random.Random) -> str:
    name = rng.choice((*OFTEN, "plan"))
    with tempfile.TemporaryDirectory() as folder, limited():
        try:
            READERS[name](rng, Path(folder))
        except PlankError as problem:
            in_words(problem)
            assert len(str(problem)) < 1200, "a refusal that quotes all that it read"
            assert "http" not in str(problem), "a refusal that sends the user somewhere else"
    return name


FUZZER = Fuzzer("reads", "something read from outside, damaged or absurd", trial)
