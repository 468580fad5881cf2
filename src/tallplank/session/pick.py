"""What is on the bench, and what of it is picked."""

from tallplank.core.job.measure import OfCell
from tallplank.core.job.opening import Path as CellPath
from tallplank.core.job.opening import opening_at
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.made import BenchPart, MadeUnit
from tallplank.core.joinery.part.part import PartRef
from tallplank.core.joinery.rule.choice import rules_for
from tallplank.core.measure.cut import CutSizes
from tallplank.session.store import Store


def bench_unit(store: Store) -> Unit | None:
    """The unit on the bench: the one last selected, else the first of the shown room."""
    return store.state.bench_unit()


def bench_parts(store: Store) -> tuple[BenchPart, ...]:
    """The parts of the unit on the bench, with those of the worktop and plinth that pass it."""
    unit = bench_unit(store)
    return store.derived.made.on_bench(unit.id) if unit is not None else ()


def picked_part(store: Store) -> BenchPart | None:
    """The part that is picked on the bench, if it is there."""
    pick = store.state.pick
    return next((part for part in bench_parts(store) if part.ref == pick), None) if isinstance(pick, PartRef) else None


def picked_cell(store: Store) -> CellPath | None:
    """The path of the opening that is picked, if the unit on the bench has it."""
    unit, pick = bench_unit(store), store.state.pick
    if unit is None or not isinstance(pick, OfCell) or pick.unit != unit.id:
        return None
    return pick.path if opening_at(unit.opening, pick.path) is not None else None


def cut_sizes(store: Store, made: MadeUnit | None = None) -> CutSizes:
    """How sizes of what is made are told: as the unit on the bench, or another one, is cut."""
    unit = bench_unit(store)
    made = made or (store.derived.made.by_id.get(unit.id) if unit is not None else None)
    step = (made.choice.rules if made is not None else rules_for(store.catalog, store.job.standard)).cut_step
    return store.job.display.cut_to(step)


def open_on_bench(store: Store, unit: str) -> None:
    """Show the bench with a unit."""
    store.select([unit])
    store.go("bench")
