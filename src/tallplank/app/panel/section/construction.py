"""How units are built."""

from functools import partial

from tallplank.app.panel.choice import construction_choices
from tallplank.app.panel.panel import same
from tallplank.app.panel.row import Origin
from tallplank.app.panel.rule_rows import RuleSource, add_all_rules, add_rule, rule_value
from tallplank.app.panel.units import Section, UnitsPanel
from tallplank.core.edit.unit import set_rule
from tallplank.core.job.construction import RuleValue
from tallplank.core.joinery.rule.choice import rule_source
from tallplank.session.building import ShopConstruction, build_as, keep_construction


def _construction(panel: UnitsPanel) -> None:
    panel.group("Construction")
    _built_as(panel)
    rules = ["board_thickness", "back"]
    if any(m.choice.kind.kick for m in panel.made()):
        rules += ["kick", "kick_height", "kick_setback"]
    for rule in rules:
        add_rule(panel, _source(panel), rule)


def _built_as(panel: UnitsPanel) -> None:
    """Which construction holds, and a place to save the present one under a name."""
    store = panel.store

    def source() -> str:
        return "own" if any(u.construction for u in panel.units()) else "job"

    panel.pick(
        "Built as",
        construction_choices(store),
        lambda: same([u.construction or store.job.standard.construction for u in panel.units()]),
        lambda v: build_as(store, panel.ids(), v if isinstance(v, str | ShopConstruction) else None),
        Origin(source, lambda: build_as(store, panel.ids(), None)),
    )
    panel.text("Save as", lambda: "", partial(_save_as, panel))


def _save_as(panel: UnitsPanel, name: str) -> None:
    if name.strip():
        keep_construction(panel.store, panel.ids()[0], name)
        others = panel.ids()[1:]
        if others:
            build_as(panel.store, others, panel.units()[0].construction)


def _all_rules(panel: UnitsPanel) -> None:
    panel.group("Construction")
    _built_as(panel)
    add_all_rules(panel, _source(panel), panel.tokens)


def _source(panel: UnitsPanel) -> RuleSource:
    def origin(rule: str) -> str:
        return same([rule_source(panel.store.job.standard, u, rule) for u in panel.units()]) or "mixed"

    return RuleSource(lambda rule: same([rule_value(m.choice.rules, rule) for m in panel.made()]), partial(_set_rule, panel), origin)


def _set_rule(panel: UnitsPanel, rule: str, value: RuleValue | None) -> None:
    to = "back to the shop" if value is None else f"→ {value if isinstance(value, str) else panel.shown(value)}"
    label = f"{rule.replace('_', ' ')} {to}"
    panel.store.apply(lambda j: set_rule(j, panel.store.catalog, panel.ids(), rule, value), label)


CONSTRUCTION = Section({"layout": 2, "survey": 2}, _construction)
ALL_RULES = Section({"bench": 2}, _all_rules)
