"""What a unit is called in lists, drawings and findings: a pattern of its own values, always as they are now."""

from collections import Counter
from collections.abc import Iterator
from typing import TYPE_CHECKING

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.job.front import FRONTS
from tallplank.core.job.inside import INSIDES
from tallplank.core.job.job import USUAL_LABEL, Display
from tallplank.core.job.opening import Opening
from tallplank.core.job.unit import HardwareRole, Unit

if TYPE_CHECKING:
    from tallplank.core.joinery.made import MadeUnit

PLURALS = {"shelf": "shelves"}


def label_of(display: Display, made: "MadeUnit") -> str:
    """The label of a unit by the job's pattern; `inside` without a sink, an appliance or the like is what its fronts open."""
    unit, kind = made.unit, made.choice.kind.name
    if display.label == USUAL_LABEL:
        return f"{unit.mark} {kind}"
    sizes = {name: display.shown(getattr(unit, name), suffix=False) for name in ("width", "height", "depth")}
    inside = ", ".join(inside_words(made.choice.catalog, made.choice.unit)) or "empty"
    return " ".join(display.label.format(mark=unit.mark, kind=kind, inside=inside, note=unit.note.split("\n")[0], **sizes).split())


def inside_words(catalog: Catalog, unit: Unit) -> Iterator[str]:
    """What is in a unit, the most telling first."""
    roles: tuple[HardwareRole, ...] = ("sink", "hob")
    for role in roles:
        if role in unit.hardware and unit.hardware[role] in catalog.hardware:
            yield role
    counts: Counter[str] = Counter()
    for cell in unit.opening.cells:
        counts.update(_of_cell(catalog, cell))
    for word, count in counts.items():
        yield word if count == 1 else f"{count} {PLURALS.get(word, word + 's')}"


def _of_cell(catalog: Catalog, cell: Opening) -> Iterator[str]:
    item = catalog.hardware.get(cell.item or "")
    if cell.inside == "appliance" and item is not None:
        yield item.name.split(",")[0]
    elif cell.inside != "none":
        yield INSIDES[cell.inside].label
    elif FRONTS[cell.front].label:
        yield FRONTS[cell.front].label
    for _ in range(cell.shelves):
        yield "shelf"
