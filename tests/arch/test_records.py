"""Every value of every record is held to what it can be: numbers are finite and bounded, texts can be shown; labels show what they are given."""

import ast
from collections.abc import Iterator
from pathlib import Path
from typing import Annotated, Any, get_args, get_origin

import pytest
from pydantic import TypeAdapter, ValidationError
from pydantic.fields import FieldInfo

from tallplank.core.catalog.reader import TABLES
from tallplank.core.job.base import Record
from tallplank.core.job.job import Job
from tallplank.core.job.saved_piece import SavedPiece

APP = Path(__file__).parents[2] / "src" / "tallplank" / "app"
ABSURD = (float("nan"), float("inf"), float("-inf"), 1e308)
UNSHOWN = "a\x00b"
FREE = {("Picture", "data"), ("SavedPiece", "picture")}
"""Texts that hold a file, which is looked at by what reads it."""


def records(cls: type[Record] = Record) -> Iterator[type[Record]]:
    for sub in cls.__subclasses__():
        yield sub
        yield from records(sub)


def fields() -> list[tuple[type[Record], str, FieldInfo]]:
    assert TABLES
    assert Job
    assert SavedPiece
    found = dict.fromkeys(records())
    return [(cls, name, field) for cls in found if cls.__module__.startswith("tallplank") for name, field in cls.model_fields.items()]


def whole(field: FieldInfo) -> Any:
    return Annotated[(field.annotation, *field.metadata)] if field.metadata else field.annotation


def leaves(annotation: Any, wanted: type) -> bool:
    """Whether a value of a type may stand in an annotation by itself."""
    if annotation is wanted:
        return True
    origin = get_origin(annotation)
    if origin is Annotated or str(origin) in ("<class 'types.UnionType'>", "typing.Union"):
        return any(leaves(inner, wanted) for inner in get_args(annotation))
    return False


NUMBERS = [(cls, name, field) for cls, name, field in fields() if leaves(field.annotation, float)]
TEXTS = [(cls, name, field) for cls, name, field in fields() if leaves(field.annotation, str) and (cls.__name__, name) not in FREE]


def test_there_are_records_to_look_at() -> None:
    assert len(NUMBERS) > 150
    assert len(TEXTS) > 60


@pytest.mark.parametrize("number", ABSURD)
def test_no_number_of_a_record_is_absurd(number: float) -> None:
    taken = []
    for cls, name, field in NUMBERS:
        try:
            TypeAdapter(whole(field), config=cls.model_config).validate_python(number)
        except ValidationError:
            continue
        taken.append(f"{cls.__name__}.{name}")
    assert taken == []


def test_no_text_of_a_record_has_what_cannot_be_shown() -> None:
    taken = []
    for cls, name, field in TEXTS:
        try:
            TypeAdapter(whole(field)).validate_python(UNSHOWN)
        except ValidationError:
            continue
        taken.append(f"{cls.__name__}.{name}")
    assert taken == []


def test_every_record_refuses_numbers_that_are_none() -> None:
    assert all(cls.model_config.get("allow_inf_nan") is False for cls in records())


def test_every_label_of_the_window_shows_its_text_as_it_is() -> None:
    """A name that somebody gave is never markup: nobody but `label.py` makes Qt's own label."""
    made = []
    for path in sorted(APP.rglob("*.py")):
        for node in ast.walk(ast.parse(path.read_text())):
            if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id == "QLabel":
                made.append(f"{path.name}:{node.lineno}")
    assert made == []
