"""The `.plank` file: documented JSON with a version, written atomically and read defensively."""

import json
from collections.abc import Callable
from pathlib import Path
from typing import Any, Never

from pydantic import ValidationError

from tallplank.core.disk import DiskError, check_name, clean_strays, digest, read_file, write_atomically
from tallplank.core.error import PlankError
from tallplank.core.job.base import plain
from tallplank.core.job.job import Carried, Job, Pinned
from tallplank.core.job.migration import one_to_two, two_to_three

FORMAT = "tall-plank-job"
VERSION = 3
SUFFIX = ".plank"
LARGEST_BYTES = 256 * 1024 * 1024
MOST_DIGITS = 40

MIGRATIONS: dict[int, Callable[[dict[str, Any]], dict[str, Any]]] = {1: one_to_two, 2: two_to_three}
"""From a version to a function that turns that version's `job` into the next one's."""


class JobFileError(PlankError):
    """The file cannot be read as a job, or not be written; the text names the file and the place."""


class ChangedMeanwhileError(JobFileError):
    """Another program changed the file since it was read or written here."""


def dumps(job: Job, carried: Pinned | None = None) -> str:
    """The job as the text of a `.plank` file, with the entries of the catalogue that it shall carry."""
    document: dict[str, Any] = {"format": FORMAT, "version": VERSION}
    document["job"] = job.model_dump(mode="json", exclude_defaults=True, exclude={"pinned"} if carried else None)
    if carried:
        document["catalog"] = carried
    return json.dumps(document, indent=1, ensure_ascii=False, allow_nan=False) + "\n"


def dumps_compact(job: Job) -> str:
    """The same document in one line, for machines; much quicker to make."""
    return f'{{"format":"{FORMAT}","version":{VERSION},"job":{job.model_dump_json(exclude_defaults=True)}}}'


def loads(text: str, name: str = "the file") -> Job:
    """The job that a `.plank` text holds, without what it carries of the catalogue.

    Raises:
        JobFileError: not JSON, not a job, of a newer version, or holding a value that is not allowed.
    """
    return loads_all(text, name)[0]


def loads_all(text: str, name: str = "the file") -> tuple[Job, Pinned]:
    """The job that a `.plank` text holds, and the entries of the catalogue that it carries.

    Raises:
        JobFileError: as `loads`.
    """
    document = _document(text, name)
    version = document.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise JobFileError(f"{name} does not say which version of the job format it is.")
    if version > VERSION:
        raise JobFileError(f"{name} was written by a newer Tall Plank (format {version}; this one reads up to {VERSION}).")
    body = document.get("job")
    for step in range(version, VERSION):
        body = MIGRATIONS[step](body) if isinstance(body, dict) else body
    try:
        return Job.model_validate_json(json.dumps(body)), Carried.model_validate({"catalog": document.get("catalog", {})}).catalog
    except ValidationError as problem:
        raise JobFileError(f"{name}: {_first_problem(problem)}") from None
    except RecursionError:
        raise _nested(name) from None


def load(path: Path) -> Job:
    """The job in a file.

    Raises:
        JobFileError: the file is missing, too large, or not a job.
    """
    return load_stamped(path)[0]


def load_stamped(path: Path) -> tuple[Job, Pinned, str]:
    """The job in a file, what it carries, and the digest of what was read, by which a change by another program is noticed.

    Raises:
        JobFileError: the file is missing, too large, or not a job.
    """
    try:
        data = read_file(path, LARGEST_BYTES)
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError:
        raise JobFileError(f"{path} is not a Tall Plank job (it is not text).") from None
    except DiskError as problem:
        raise JobFileError(str(problem)) from None
    return (*loads_all(text, str(path)), digest(data))


def save(job: Job, path: Path, carried: Pinned | None = None) -> str:
    """Write the job, with what it shall carry of the catalogue; returns the digest of what was written.

    The file is always either the old or the new one, whole.

    Raises:
        JobFileError: the place cannot be written.
    """
    data = dumps(job, carried).encode("utf-8")
    try:
        if len(data) > LARGEST_BYTES:
            raise JobFileError(f"{path} would have more than {LARGEST_BYTES // 1024**2} MB: delete units from the job, or make two of it.")
        clean_strays(path.parent)
        write_atomically(path, data)
    except DiskError as problem:
        raise JobFileError(str(problem)) from None
    return digest(data)


def job_path(typed: str) -> Path:
    """The file that a typed name means: `.plank` is added, nothing that was typed is taken away.

    Raises:
        JobFileError: it is no name.
    """
    path = Path(typed)
    try:
        check_name(path)
    except DiskError as problem:
        raise JobFileError(str(problem)) from None
    return path if path.name.lower().endswith(SUFFIX) and path.name.lower() != SUFFIX else path.with_name(path.name + SUFFIX)


def schema() -> dict[str, Any]:
    """The JSON Schema of a `.plank` file."""
    job = Job.model_json_schema(mode="validation", ref_template="#/$defs/{model}")
    definitions, entries = job.pop("$defs", {}), Carried.model_json_schema()["properties"]["catalog"]
    definitions["Job"] = job
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Tall Plank job file (.plank)",
        "type": "object",
        "required": ["format", "version", "job"],
        "properties": {
            "format": {"const": FORMAT},
            "version": {"const": VERSION},
            "job": {"$ref": "#/$defs/Job"},
            "catalog": entries,
        },
        "$defs": definitions,
    }


def _document(text: str, name: str) -> dict[str, Any]:
    try:
        document = json.loads(text, parse_int=_number, parse_constant=_no_number)
    except json.JSONDecodeError as problem:
        raise JobFileError(f"{name} is damaged or not a job: line {problem.lineno}, column {problem.colno}: {problem.msg}.") from None
    except RecursionError:
        raise _nested(name) from None
    except ValueError as problem:
        raise JobFileError(f"{name} is damaged or not a job: {problem}.") from None
    if not isinstance(document, dict) or document.get("format") != FORMAT:
        raise JobFileError(f"{name} is not a Tall Plank job.")
    return document


def _number(text: str) -> int:
    if len(text) > MOST_DIGITS:
        raise ValueError(f"it holds a number of {len(text)} digits")
    return int(text)


def _no_number(text: str) -> Never:
    raise ValueError(f"it holds '{text}' where a number should be")


def _nested(name: str) -> JobFileError:
    return JobFileError(f"{name} is not a Tall Plank job (nested too deeply).")


def _first_problem(problem: ValidationError) -> str:
    errors = problem.errors(include_url=False)
    where = " › ".join(str(part + 1) if isinstance(part, int) else str(part) for part in errors[0]["loc"]) or "job"
    more = f" (and {len(errors) - 1} more)" if len(errors) > 1 else ""
    return f"{where}: {plain(errors[0]['msg']).removesuffix('.')}{more}."
