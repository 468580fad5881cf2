"""The cost of boards and of fittings reckoned anew from `parts.json` and the price list alone, against what the application charges."""

import tomllib
from importlib.resources import files
from typing import Any

import pytest

from makers import CATALOG, a_furnished_ell, a_wall_of, the_demo
from outside.trade.test_audit import parts_of
from tallplank.core.derive.derived import Deriver
from tallplank.core.edit.construction import set_job_construction
from tallplank.core.edit.standard import set_job_rule
from tallplank.core.job.job import Job

WASTE, SOLID_WASTE = 1.15, 1.35
"""The shipped rates."""


def listed(name: str, file: str = "") -> dict[str, dict[str, Any]]:
    """A shipped price list as it is written."""
    table = tomllib.loads((files("tallplank.core.catalog") / "data" / f"{file or name}.toml").read_text(encoding="utf-8"))
    return {entry["id"]: entry for entry in table[name]}


def jobs() -> dict[str, Job]:
    framed = set_job_construction(a_wall_of("base", "drawers", "tall"), CATALOG, "inch-face-frame")
    crowned = set_job_rule(set_job_rule(a_wall_of("wall", "wall", "tall"), CATALOG, "crown", "yes"), CATALOG, "light_rail", "yes")
    return {"crowned": crowned, "demo": the_demo().job, "ell": a_furnished_ell(), "inch": framed}


@pytest.mark.parametrize("name", list(jobs()))
def test_boards_and_fittings_cost_what_the_lists_say(name: str) -> None:
    """Source: the arithmetic of a bill of quantities: area by price and waste, pieces by price; common practice."""
    job = jobs()[name]
    data, boards, items = parts_of(job), listed("board"), listed("hardware")
    moldings = listed("hardware", "molding")
    wood = fittings = bought = 0.0
    for owner in data["owners"]:
        for part in owner["parts"]:
            if "profile" in part:
                wood += part["size"][0] / 1000 * moldings[part["profile"]]["price"] * SOLID_WASTE
                continue
            entry, thick = boards[part["material"]], part["size"][2]
            if "price_m3" in entry:
                wood += part["cut"][0] * part["cut"][1] * thick / 1e9 * entry["price_m3"] * SOLID_WASTE
                continue
            sold = {float(t): price for t, price in entry["prices"].items()}
            nearest = min((t for t in sold if t > thick - 0.01), default=max(sold))
            wood += part["cut"][0] * part["cut"][1] / 1e6 * sold[nearest] * WASTE
        for fitting in owner["fittings"]:
            cost = fitting["count"] * items[fitting["item"]]["price"]
            if fitting["role"] in ("appliance", "sink", "hob", "tap"):
                bought += cost
            else:
                fittings += cost
    found = Deriver(CATALOG).derive(job).price
    cents = len(found.lines)
    assert found.cost.boards + found.cost.solid == pytest.approx(100 * wood, abs=cents)
    assert found.cost.fittings == pytest.approx(100 * fittings, abs=cents)
    assert found.cost.bought == pytest.approx(100 * bought, abs=cents)
