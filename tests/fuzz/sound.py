"""Whether what was derived is free of what the program told as its own fault, so that no guard hides it from a fuzzer."""

from tallplank.core.check.guard import CODE
from tallplank.core.derive.derived import Derived
from tallplank.core.error import FAULT, PlankError


def no_faults(derived: Derived) -> None:
    """Nothing was made or checked that the program stumbled over; the first such error is raised again."""
    assert derived.price.total >= 0
    findings = derived.findings
    for fault in derived.faults:
        raise fault
    assert not [f for f in findings if f.code == CODE]
    assert not [m.problem for m in (*derived.made.units, *derived.made.runs) if FAULT in m.problem]


def in_words(problem: PlankError) -> None:
    """A refusal says something, and is no fault of the program."""
    assert len(str(problem)) > 5, "a refusal without words"
    assert FAULT not in str(problem), str(problem)
