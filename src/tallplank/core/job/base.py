"""What all stored records have in common: their base, and the kinds of values that their fields take."""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Annotated, Any, Self
from unicodedata import category

from pydantic import AfterValidator, BaseModel, ConfigDict, Field, GetCoreSchemaHandler, ValidationError
from pydantic_core import CoreSchema, core_schema

from tallplank.core.error import PlankError
from tallplank.core.measure.carry import Carrying

UNSHOWN = frozenset({"Cc", "Cs", "Zl", "Zp"})
"""Unicode categories of characters that have no picture of their own: controls, halves of pairs, separators of lines."""


class RecordError(PlankError):
    """A record was given a value that it cannot take."""


@dataclass(frozen=True, slots=True)
class Bounds:
    """The least and the largest value of a number, which pydantic holds it to; with `or_zero` it may be nothing as well."""

    least: float
    most: float
    or_zero: bool = False

    def __str__(self) -> str:
        """The bounds as a reader is told them."""
        return f"from {self.least:g} to {self.most:g}" + (", or 0" if self.or_zero else "")

    def holds(self, value: float) -> bool:
        """Whether a value is allowed."""
        return self.least <= value <= self.most or (self.or_zero and value == 0)

    def checked(self, value: float) -> float:
        """The value itself.

        Raises:
            ValueError: it is not allowed.
        """
        if not self.holds(value):
            raise ValueError(f"must be {self}")
        return value

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        """How pydantic checks a field that carries the bounds."""
        return core_schema.no_info_after_validator_function(self.checked, handler(source))


def _in_one_line(text: str) -> str:
    if any(category(c) in UNSHOWN for c in text):
        raise ValueError("must not have characters that cannot be shown, such as a line break")
    return text


def _in_lines(text: str) -> str:
    if any(category(c) in UNSHOWN and c not in "\n\t" for c in text):
        raise ValueError("must not have characters that cannot be shown")
    return text


Mm = Annotated[float, Field(allow_inf_nan=False, ge=-100_000, le=100_000)]
Positive = Annotated[float, Field(allow_inf_nan=False, gt=0, le=100_000)]
NotNegative = Annotated[float, Field(allow_inf_nan=False, ge=0, le=100_000)]
Degrees = Annotated[float, Field(allow_inf_nan=False, ge=-360, le=360)]
Share = Annotated[float, Field(allow_inf_nan=False, ge=0, lt=1)]
Line = Annotated[str, AfterValidator(_in_one_line)]
"""Text that stands in one line."""
Lines = Annotated[str, AfterValidator(_in_lines)]
"""Text that may have several lines."""
Name = Annotated[Line, Field(min_length=1, max_length=120)]
Id = Annotated[str, Field(min_length=1, max_length=60, pattern=r"^[A-Za-z0-9_.-]+$")]


class Record(BaseModel, Carrying):
    """Base of all stored records: frozen, strict about unknown keys, without numbers that are none."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    def but(self, **changes: object) -> Self:
        """A validated copy with some values changed; the untouched pieces are the very same objects.

        Raises:
            RecordError: a value that is not allowed, in words for the user.
        """
        try:
            checked = type(self)(**{**self.by_field, **changes})
        except ValidationError as problem:
            raise RecordError(complaint(problem)) from None
        return self.model_copy(update={k: getattr(checked, k) for k in changes})

    @property
    def by_field(self) -> dict[str, Any]:
        """What it consists of, by the names of its fields."""
        values = self.__dict__
        return {name: values[name] for name in type(self).__pydantic_fields__}

    def model_copy(self, *, update: Mapping[str, Any] | None = None, deep: bool = False) -> Self:
        """See pydantic; a copy has nothing of what follows from the record that it was copied from."""
        copied = super().model_copy(update=update, deep=deep)
        for name in copied.__dict__.keys() - type(self).__pydantic_fields__.keys():
            del copied.__dict__[name]
        return copied


def complaint(problem: ValidationError) -> str:
    """The first thing that a validation found wrong, in words for the user."""
    first = problem.errors(include_url=False)[0]
    if first["type"] == "extra_forbidden":
        return f"There is no value called '{first['loc'][-1]}'."
    name = str(first["loc"][-1]).replace("_", " ").capitalize() if first["loc"] else ""
    text = plain(first["msg"], of="characters" if isinstance(first["input"], str) else "entries")
    return f"{name} {text}." if name else f"{text}.".capitalize()


_LENGTH = re.compile(r"^\w+ should have at (most|least) (\d+) \w+.*")


def plain(message: str, of: str = "entries") -> str:
    """A message of the validation in plain words; what is too long or too short consists `of` something."""
    text = message.removeprefix("Value error, ").replace("Input should be", "must be")
    return _LENGTH.sub(rf"must have at \1 \2 {of}", text).replace(" 1 characters", " 1 character").replace(" 1 entries", " 1 entry")
