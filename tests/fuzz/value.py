"""Values that a hand, a script or another program might come up with, sane and absurd."""

import random
from typing import Any, get_args

from makers import CATALOG
from tallplank.core.job.construction import Construction, rule_bounds
from tallplank.core.job.opening import FrontKind, InsideKind, Opening
from tallplank.core.measure.divide import Member

ABSURD_NUMBERS = (0, -0.0, 1, -1, 0.001, 1e-9, 5e-324, 99_999.0, 100_000, 100_001, 1e9, 1e300, -1e300, float("inf"), float("nan"), 10**30)
ABSURD_TEXTS = (
    "", " ", "=1+1", "@SUM(A1)", "a;=1+1", "a\t+1", "\u200b=1", "\uff1d1+1", "\x00", "\x1b[2J", "line\nbreak", "\ud800", "\u202egnp.exe",
    "ä" * 119, "x" * 5000, "../../etc", "10", "NaN", "None", "😀", "\ufeff", "<b>bold</b>", "&amp;", "%s%n", "{0}",
)  # fmt: skip
FRONTS, INSIDES = get_args(FrontKind), get_args(InsideKind)


def number(rng: random.Random, low: float = 1.0, high: float = 3000.0) -> float:
    """A number: mostly one that a designer might type, else an absurd one."""
    draw = rng.random()
    if draw < 0.6:
        return rng.choice((round(rng.uniform(low, high)), rng.uniform(low, high), round(rng.uniform(low, high) / 25.4) * 25.4))
    return 10 ** rng.uniform(-3, 5.2) if draw < 0.85 else rng.choice(ABSURD_NUMBERS)


def text(rng: random.Random) -> str:
    """A text: mostly one that a designer might type, else an absurd one."""
    return rng.choice(("Galley", "Canal wall", "Mr Lock, 3 Quay")) if rng.random() < 0.5 else rng.choice(ABSURD_TEXTS)


def rule(rng: random.Random) -> tuple[str, Any]:
    """A rule with a value: within its bounds, at them, just beyond, or of a wrong sort."""
    name = rng.choice([n for n in Construction.model_fields if n not in ("id", "name")])
    bounds, draw = rule_bounds(name), rng.random()
    if draw < 0.1:
        return rng.choice((name, "colour", "id", "")), rng.choice((number(rng), text(rng), None))
    if bounds is None:
        return name, rng.choice(get_args(Construction.model_fields[name].annotation))
    if draw < 0.4:
        return name, rng.choice((bounds.least, bounds.most, 0, bounds.least - 1e-6, bounds.most * 1.001))
    low = max(bounds.least, 1e-3)
    value = low * (bounds.most / low) ** rng.random()
    return name, round(value) if name == "pin_spread" else value


def member(rng: random.Random) -> Member:
    """How a cell shares its division."""
    return rng.choice(
        (Member(), Member(), Member(share=rng.uniform(0.1, 5)), Member.fixed(rng.uniform(1, 900)), Member(least=rng.uniform(0, 400)),
         Member(most=rng.uniform(10, 900)), Member(share=1e6), Member(share=1e-6), Member.fixed(0.0))
    )  # fmt: skip


def opening(rng: random.Random, deep: int = 3) -> Opening:
    """A tree of openings, now and then a deep or crowded one; one that no record takes comes back as an empty opening."""
    values: dict[str, Any] = {"size": member(rng), "board": rng.random() < 0.4, "front": rng.choice(("none", "none", *FRONTS))}
    if deep and rng.random() < 0.4:
        count = rng.choice((2, 2, 3, 4, 12)) if deep == 1 else rng.choice((2, 2, 3))
        values |= {"split": rng.choice(("rows", "bays")), "openings": tuple(opening(rng, deep - 1) for _ in range(count))}
    else:
        values |= {
            "shelves": rng.choice((0, 0, 1, 3, 12)),
            "inside": rng.choice(("none", "none", *INSIDES)),
            "hand": rng.choice(("left", "right")),
        }
        values |= {"doors": rng.choice((None, 1, 2)), "blind": rng.choice((0.0, 0.0, rng.uniform(0, 800)))}
    try:
        return Opening(**values)
    except ValueError:
        return Opening()


def style(rng: random.Random) -> str:
    """A door style of the catalogue, or a wrong one."""
    return rng.choice((*CATALOG.door_styles, "no-such-style", ""))
