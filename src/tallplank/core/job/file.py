"""The `.plank` file: documented JSON with a version, written atomically and read defensively."""

import json
import os
import tempfile
from collections.abc import Callable
from pathlib import Path
from typing import Any

from pydantic import ValidationError

from tallplank.core.error import PlankError
from tallplank.core.job.construction import RuleError, check_rules
from tallplank.core.job.migration import one_to_two
from tallplank.core.job.record import Job

FORMAT = "tall-plank-job"
VERSION = 2
LARGEST_BYTES = 64 * 1024 * 1024

MIGRATIONS: dict[int, Callable[[dict[str, Any]], dict[str, Any]]] = {1: one_to_two}
"""From a version to a function that turns that version's `job` into the next one's."""


class JobFileError(PlankError):
    """The file cannot be read as a job; the text names the file and the place."""


def dumps(job: Job) -> str:
    """The job as the text of a `.plank` file."""
    document = {"format": FORMAT, "version": VERSION, "job": job.model_dump(mode="json", exclude_defaults=True)}
    return json.dumps(document, indent=1, ensure_ascii=False, allow_nan=False) + "\n"


def loads(text: str, name: str = "the file") -> Job:
    """The job that a `.plank` text holds.

    Raises:
        JobFileError: not JSON, not a job, of a newer version, or holding a value that is not allowed.
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
        job = Job.model_validate_json(json.dumps(body))
        saved = (construction.rules for construction in job.standard.constructions)
        for rules in (job.standard.rules, *saved, *(unit.rules for unit in job.units)):
            check_rules(dict(rules))
    except ValidationError as problem:
        raise JobFileError(f"{name}: {_first_problem(problem)}") from None
    except RuleError as problem:
        raise JobFileError(f"{name}: {problem}") from None
    return job


def load(path: Path) -> Job:
    """The job in a file.

    Raises:
        JobFileError: the file is missing, too large, or not a job.
    """
    try:
        if path.stat().st_size > LARGEST_BYTES:
            raise JobFileError(f"{path} is too large to be a job.")
        text = path.read_text(encoding="utf-8")
    except UnicodeDecodeError:
        raise JobFileError(f"{path} is not a Tall Plank job (it is not text).") from None
    except OSError as problem:
        raise JobFileError(f"{path} cannot be read: {problem.strerror}.") from None
    return loads(text, str(path))


def save(job: Job, path: Path) -> None:
    """Write the job so that the file is always either the old or the new one, whole.

    Raises:
        JobFileError: the place cannot be written.
    """
    write_atomically(path, dumps(job).encode("utf-8"))


def write_atomically(path: Path, data: bytes) -> None:
    """Write bytes by way of a temporary file beside the target.

    Raises:
        JobFileError: the place cannot be written.
    """
    try:
        handle, temporary = tempfile.mkstemp(prefix=f".{path.name}.", dir=path.parent)
        try:
            with os.fdopen(handle, "wb") as file:
                file.write(data)
                file.flush()
                os.fsync(file.fileno())
            os.chmod(temporary, path.stat().st_mode & 0o777 if path.exists() else 0o644)
            os.replace(temporary, path)
        except BaseException:
            Path(temporary).unlink(missing_ok=True)
            raise
    except OSError as problem:
        raise JobFileError(f"{path} cannot be written: {problem.strerror}.") from None


def schema() -> dict[str, Any]:
    """The JSON Schema of a `.plank` file."""
    job = Job.model_json_schema(mode="validation", ref_template="#/$defs/{model}")
    definitions = job.pop("$defs", {})
    definitions["Job"] = job
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Tall Plank job file (.plank)",
        "type": "object",
        "required": ["format", "version", "job"],
        "properties": {"format": {"const": FORMAT}, "version": {"const": VERSION}, "job": {"$ref": "#/$defs/Job"}},
        "$defs": definitions,
    }


def _document(text: str, name: str) -> dict[str, Any]:
    try:
        document = json.loads(text)
    except json.JSONDecodeError as problem:
        raise JobFileError(f"{name} is damaged or not a job: line {problem.lineno}, column {problem.colno}: {problem.msg}.") from None
    except RecursionError:
        raise JobFileError(f"{name} is not a Tall Plank job (nested too deeply).") from None
    if not isinstance(document, dict) or document.get("format") != FORMAT:
        raise JobFileError(f"{name} is not a Tall Plank job.")
    return document


def _first_problem(problem: ValidationError) -> str:
    errors = problem.errors(include_url=False)
    where = " › ".join(str(part + 1) if isinstance(part, int) else str(part) for part in errors[0]["loc"]) or "job"
    more = f" (and {len(errors) - 1} more)" if len(errors) > 1 else ""
    return f"{where}: {errors[0]['msg'].removeprefix('Value error, ')}{more}."
