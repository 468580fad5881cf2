"""The rows of the Spec for the moldings of a paneled wall."""

from collections.abc import Callable

from tallplank.app.panel.choice import Choices
from tallplank.app.panel.panel import SpecPanel
from tallplank.core.job.scheme import Scheme, Trim
from tallplank.core.job.unit import HardwareRole
from tallplank.core.joinery.paneling.mark import Mark

ENDS: tuple[tuple[str, str, HardwareRole], ...] = (
    ("base", "Baseboard", "base"),
    ("rail", "Rail", "chair-rail"),
    ("crown", "Crown", "crown"),
    ("casing", "Casing", "casing"),
)
FREE: tuple[HardwareRole, ...] = ("chair-rail", "base", "crown", "panel-mold", "casing")
"""What may run along a wall at any height."""
STOPS = (("square", "Cut square", None), ("returned", "Returned to the wall", None))
CORNERS = (("mitred", "Mitred", None), ("coped", "Coped", None))
OWN = (("base.head", "On the baseboard", False), ("rail.head", "On the rail", False), ("crown.foot", "Under the crown", True))
Put = Callable[[str, dict[str, object]], None]


def add_trim_rows(panel: SpecPanel, scheme: Callable[[], Scheme], put: Put, marks: tuple[Mark, ...]) -> None:
    """Moldings along the floor, the upper edge and the ceiling, round openings, and at heights of their own."""
    for name, words, role in ENDS:
        choices = (("", "None", None), *_items(panel, role))
        panel.pick(words, choices, lambda n=name: getattr(scheme(), n) or "", lambda v, n=name: put(n, {n: str(v) or None}))  # type: ignore[misc]
    panel.pick("Ends", STOPS, lambda: scheme().stops, lambda v: put("ends of moldings", {"stops": v}))
    panel.pick("Inner corners", CORNERS, lambda: scheme().inner, lambda v: put("inner corners", {"inner": v}))
    for number, _ in enumerate(scheme().trims):
        _trim_rows(panel, scheme, put, marks, number)
    any_role = (("", "None", None), *(item for role in FREE for item in _items(panel, role)))

    def add(value: object) -> None:
        if value:
            put("molding", {"trims": (*scheme().trims, Trim(molding=str(value), z=1000.0))})

    panel.pick("One more" if scheme().trims else "At any height", any_role, lambda: "", add)


def _items(panel: SpecPanel, role: HardwareRole) -> Choices:
    return tuple((h.id, h.name, None) for h in panel.store.catalog.hardware_for(role))


def _trim_rows(panel: SpecPanel, scheme: Callable[[], Scheme], put: Put, marks: tuple[Mark, ...], number: int) -> None:
    """One molding at a height of its own: what it is, and what it lies on or under."""

    def trim() -> Trim:
        trims = scheme().trims
        return trims[number] if number < len(trims) else Trim(molding="none")

    def change(**values: object) -> None:
        trims = scheme().trims
        put("molding", {"trims": (*trims[:number], trim().but(**values), *trims[number + 1 :])})

    def choose(value: object) -> None:
        trims = scheme().trims
        if value:
            change(molding=str(value))
        else:
            put("molding", {"trims": (*trims[:number], *trims[number + 1 :])})

    def lies() -> object:
        return f"{trim().pin}|{'under' if trim().under else 'on'}" if trim().pin else ""

    def lay(value: object) -> None:
        key, _, how = str(value).partition("|")
        change(pin=key or None, under=how == "under")

    items = (("", "None", None), *(item for role in FREE for item in _items(panel, role)))
    panel.pick(f"Molding {number + 1}", items, lambda: trim().molding, choose)
    own = [(f"{key}|{'under' if under else 'on'}", words, None) for key, words, under in OWN]
    others = [(f"trim{i + 1}.head|on", f"On molding {i + 1}", None) for i in range(number)]
    on_wall = [(f"{mark.key}|on", f"On the {mark.words}", None) for mark in marks if mark.way == "up"]
    panel.pick("It lies", (("", "At its height", None), *own, *others, *on_wall), lies, lay)
    if not trim().pin:
        panel.length("Lower edge at", lambda: trim().z, lambda v: change(z=v or 0.0))
