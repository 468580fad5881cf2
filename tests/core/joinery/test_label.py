"""Labels follow what units are: by the job's pattern, whatever is done to them."""

import pytest

from makers import CATALOG, a_wall_of, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.check import EditError
from tallplank.core.edit.opening import set_opening
from tallplank.core.edit.standard import change_job, set_labels
from tallplank.core.edit.unit import change_units, set_hardware
from tallplank.core.job.job import USUAL_LABEL, Job
from tallplank.core.job.opening import ROOT
from tallplank.core.joinery.workshop import Workshop
from tallplank.core.measure.display import LengthStyle


def labels(job: Job) -> list[str]:
    return [u.label for u in made(job).units]


def test_a_label_says_what_the_unit_is_now() -> None:
    job = set_labels(a_wall_of("base", "drawers", "sink"), "{kind} {width} ({inside}) no. {mark}")
    assert labels(job) == ["Base, doors 600 (shelf) no. 1", "Base, drawers 600 (3 drawers) no. 2", "Sink base 800 (sink) no. 3"]
    job = change_units(job, CATALOG, ["u1"], width=455.0)
    job = set_opening(job, CATALOG, ["u1"], ROOT, shelves=3)
    assert labels(job)[0] == "Base, doors 455 (3 shelves) no. 1"
    job = set_hardware(set_hardware(job, CATALOG, ["u1"], "sink", "sink-50"), CATALOG, ["u3"], "sink", None)
    assert labels(job) == ["Base, doors 455 (sink, 3 shelves) no. 1", "Base, drawers 600 (3 drawers) no. 2", "Sink base 800 (empty) no. 3"]
    pulled = set_opening(job, CATALOG, ["u3"], ROOT, front="doors", inside="pullout", doors=1)
    assert labels(pulled)[2] == "Sink base 800 (pull-out) no. 3"


def test_labels_show_lengths_as_the_job_does() -> None:
    job = set_labels(a_wall_of("base"), "{mark}: {width}")
    assert labels(job) == ["1: 600"]
    assert labels(change_job(job, display=job.display.but(style=LengthStyle.INCH_FRACTION))) == ["1: 23 5/8"]


def test_a_workshop_renames_without_building_and_goes_back() -> None:
    shop, job = Workshop(CATALOG), a_wall_of("base", "drawers", "wall")
    plain = shop.make(job)
    built = dict(shop.built)
    named = shop.make(set_labels(job, "{mark}/{kind}"))
    assert [u.label for u in named.units] == ["1/Base, doors", "2/Base, drawers", "3/Wall unit"]
    assert [u.label for u in shop.make(set_labels(named.job, " ")).units] == [u.label for u in plain.units]
    assert {k: v for k, v in shop.built.items() if k == "unit"} == {k: v for k, v in built.items() if k == "unit"}
    assert set_labels(named.job, "").display.label == USUAL_LABEL


def test_findings_and_papers_use_it() -> None:
    job = set_labels(change_units(a_wall_of("base"), CATALOG, ["u1"], x=-300.0), "{mark} in oak")
    assert findings(made(job))[0].text.startswith("1 in oak stands")


@pytest.mark.parametrize(
    ("pattern", "words"),
    [
        ("{mark} {colour}", "which no unit has"),
        ("{kind}", "needs the unit's number"),
        ("{mark", "brace"),
        ("{mark:>9}", "which no unit has"),
        ("{mark.real}", "which no unit has"),
    ],
)
def test_patterns_that_say_nothing_are_refused(pattern: str, words: str) -> None:
    with pytest.raises(EditError, match=words):
        set_labels(a_wall_of("base"), pattern)
