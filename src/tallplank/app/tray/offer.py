"""When the tray offers something else."""

from typing import assert_never

from tallplank.session.saved_piece import CHANGES
from tallplank.session.state import State


def offered_for(state: State) -> tuple[object, ...]:
    """What the offers of a stage depend on, beside the catalogue: while that stays as it is, so do they."""
    job, own = state.job, (state.stage, CHANGES.of(state))
    match state.stage:
        case "survey":
            return (*own, tuple([(room.id, room.name) for room in job.rooms]), state.room)
        case "layout":
            return (*own, job.standard)
        case "bench":
            return (*own, tuple([(unit.id, unit.mark, unit.kind) for unit in job.units]))
        case "walls":
            return (*own, job.display)
        case "finish":
            return (*own, job.rates.currency)
        case "make" | "quote":
            return own
        case _:
            assert_never(state.stage)
