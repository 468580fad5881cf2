"""Finishes, door style and hardware of units."""

from tallplank.app.panel.choice import HARDWARE_NAMES, ROLE_NAMES, finish_choices, hardware_choices, style_choices
from tallplank.app.panel.panel import same
from tallplank.app.panel.row import Origin
from tallplank.app.panel.units import Section, UnitsPanel
from tallplank.core.edit.unit import change_units, set_finish, set_hardware
from tallplank.core.job.unit import HARDWARE_ROLES, FinishRole, HardwareRole
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.rule.choice import chosen_finish, pick_source
from tallplank.core.measure.source import Decided


def _finishes(panel: UnitsPanel) -> None:
    panel.group("Finish")
    kinds = [m.choice.kind for m in panel.made()]
    roles: list[FinishRole] = ["front", "carcass", "back"]
    roles += ["glass"] if any(p.role == "glass" for m in panel.made() for p in m.parts) else []
    roles += ["drawer"] if any(f.role == "slide" for m in panel.made() for f in m.fittings) else []
    roles += ["top"] if any(k.worktop for k in kinds) else []
    roles += ["plinth"] if any(k.kick for k in kinds) else []
    for role in roles:
        _finish(panel, role)
    _style(panel)
    roles_shown: tuple[HardwareRole, ...] = HARDWARE_ROLES if panel.store.state.stage == "bench" else ("pull", "hinge", "slide")
    for item in roles_shown:
        _hardware(panel, item)


def _finish(panel: UnitsPanel, role: FinishRole) -> None:
    def apply(value: object) -> None:
        name = "job's own" if value is None else panel.store.catalog.finishes[str(value)].name
        label = f"{ROLE_NAMES[role].lower()} → {name}"
        panel.store.apply(lambda j: set_finish(j, panel.store.catalog, panel.ids(), role, value), label)  # type: ignore[arg-type]

    def source() -> str:
        return same([pick_source(panel.store.job.standard, u, "finishes", role) for u in panel.units()]) or "mixed"

    choices = finish_choices(panel.store.catalog, role, panel.tokens)
    panel.decides(Decided("finish", role))
    panel.pick(
        ROLE_NAMES[role],
        choices,
        lambda: same([chosen_finish(panel.store.catalog, panel.store.job.standard, u, role).id for u in panel.units()]),
        apply,
        Origin(source, lambda: apply(None)),
    )


def _style(panel: UnitsPanel) -> None:
    store, catalog = panel.store, panel.store.catalog

    def apply(value: object) -> None:
        store.apply(lambda j: change_units(j, catalog, panel.ids(), door_style=value), "door style")

    def source() -> str:
        return "own" if any(u.door_style for u in panel.units()) else "job"

    panel.decides(Decided("door_style", ""))
    panel.pick(
        "Door style",
        style_choices(catalog),
        lambda: same([m.choice.door_style.id for m in panel.made()]),
        apply,
        Origin(source, lambda: apply(None)),
    )


def _hardware(panel: UnitsPanel, role: HardwareRole) -> None:
    store, catalog = panel.store, panel.store.catalog

    def takes() -> list[MadeUnit]:
        return [m for m in panel.made() if any(f.role == role for f in m.fittings)]

    if not takes():
        return

    def apply(value: object) -> None:
        fitting = [m.unit.id for m in takes()]
        store.apply(lambda j: set_hardware(j, catalog, fitting, role, value), f"{role} changed")  # type: ignore[arg-type]
        if len(fitting) < len(panel.units()):
            store.say(f"Set for {len(fitting)} of {len(panel.units())} units; the others take no {role}.")

    def source() -> str:
        return same([pick_source(store.job.standard, m.unit, "hardware", role) for m in takes()]) or "mixed"

    panel.decides(Decided("hardware", role))
    panel.pick(
        HARDWARE_NAMES[role],
        hardware_choices(catalog, role),
        lambda: same([m.choice.hardware(role).id for m in takes()]),
        apply,
        Origin(source, lambda: apply(None)),
    )


FINISH = Section({"layout": 3, "bench": 3, "finish": 0, "survey": 3}, _finishes)
