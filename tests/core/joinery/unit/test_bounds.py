"""For whatever sizes are typed, a unit is refused in words, or its parts have sizes and stay within the unit's box."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import CATALOG, a_made_unit
from tallplank.core.job.standard import Standard

SHAPED = [key for key, kind in CATALOG.kinds.items() if kind.build == "shaped"]
LEAST = 0.5
sizes = st.floats(20, 2500)


@given(st.sampled_from(sorted(CATALOG.kinds)), st.sampled_from(sorted(CATALOG.constructions)), sizes, sizes, st.floats(20, 1200))
def test_no_part_is_of_nothing_or_leaves_its_unit(kind: str, construction: str, width: float, height: float, depth: float) -> None:
    check(kind, construction, width=width, height=height, depth=depth)


@given(
    st.sampled_from(SHAPED), st.sampled_from(sorted(CATALOG.constructions)), st.floats(150, 1500), st.floats(150, 1500), st.floats(0, 1500)
)
def test_shaped_units_bound_their_second_depth(kind: str, construction: str, width: float, depth: float, arm: float) -> None:
    check(kind, construction, width=width, depth=depth, arm=arm)


@pytest.mark.parametrize("kind", SHAPED)
@pytest.mark.parametrize("arm", [1.0, 30.0, 60.0, 99.0])
def test_a_second_depth_that_leaves_no_board_is_refused(kind: str, arm: float) -> None:
    check(kind, "frameless", arm=arm)


def check(kind: str, construction: str, **values: float) -> None:
    made = a_made_unit(kind, Standard(construction=construction), **values)
    if made.problem:
        assert made.parts == ()
        return
    unit, rules = made.unit, made.choice.rules
    foot = max(made.placed.z, rules.kick_height) + 1.0
    out = rules.frame_overhang + 1e-6
    for part in made.parts:
        assert min(part.size) > LEAST, part.name
        assert min(part.cut_length, part.cut_width) > 0, part.name
        if part.kind == "front":
            continue
        low, high = part.box
        assert low.x > -out, part.name
        assert high.x < unit.width + out, part.name
        assert low.z > -foot, part.name
        assert high.z < unit.height + 1e-6, part.name
        assert high.y < unit.depth + 1e-6, part.name
        assert low.y > -(rules.front_gap + 1e-6 + 60.0), part.name
