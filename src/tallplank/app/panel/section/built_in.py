"""What is let into the worktop over units, and the appliance that takes a unit's place."""

from tallplank.app.panel.choice import HARDWARE_NAMES
from tallplank.app.panel.panel import same
from tallplank.app.panel.units import Section, UnitsPanel
from tallplank.core.catalog.hardware import Appliance
from tallplank.core.edit.unit import set_hardware
from tallplank.core.job.unit import HardwareRole
from tallplank.core.joinery.rule.corner import CORNER_PLANS

LET_IN: tuple[HardwareRole, ...] = ("sink", "tap", "hob")


def carries_top(panel: UnitsPanel) -> bool:
    """Whether all of the units can have something let into the worktop over them."""
    kinds = [m.choice.kind for m in panel.made()]
    return all(k.worktop and (k.way.is_box or k.plan in CORNER_PLANS) for k in kinds)


def is_appliance(panel: UnitsPanel) -> bool:
    """Whether all of the units are appliances of one kind."""
    kinds = {m.choice.kind.id for m in panel.made()}
    return len(kinds) == 1 and all(m.choice.kind.way.is_appliance for m in panel.made())


def _built_in(panel: UnitsPanel) -> None:
    panel.group("Built in")
    if is_appliance(panel):
        _appliance(panel)
        return
    for role in LET_IN:
        _row(panel, role, (("", "None", None), *((h.id, h.name, None) for h in panel.store.catalog.hardware_for(role))))


def _appliance(panel: UnitsPanel) -> None:
    """Those that take a place of their own and are drawn as the kind's usual one."""
    catalog = panel.store.catalog
    usual = catalog.hardware[panel.made()[0].choice.kind.hardware["appliance"]]
    assert isinstance(usual, Appliance)
    fits = [
        h
        for h in catalog.hardware_for("appliance")
        if isinstance(h, Appliance) and h.place is not None and (h.shape, h.front) == (usual.shape, usual.front)
    ]
    _row(panel, "appliance", tuple((h.id, h.name, None) for h in fits))


def _row(panel: UnitsPanel, role: HardwareRole, choices: tuple[tuple[str, str, None], ...]) -> None:
    store, catalog = panel.store, panel.store.catalog

    def put(value: object) -> None:
        item = str(value) or None
        name = catalog.hardware[item].name if item else "none"
        store.apply(lambda j: set_hardware(j, catalog, panel.ids(), role, item), f"{role} → {name}")

    panel.pick(HARDWARE_NAMES[role], choices, lambda: same([u.hardware.get(role, "") for u in panel.units()]), put)


BUILT_IN = Section({"layout": 2, "bench": 1}, _built_in, lambda panel: carries_top(panel) or is_appliance(panel))
