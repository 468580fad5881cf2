"""The parts of a unit, and how each size came about."""

from tallplank.app.panel.parts import PartList
from tallplank.app.panel.units import Section, UnitsPanel


def _part_list(panel: UnitsPanel) -> None:
    panel.group("Parts, and how each size came about")
    parts = PartList(panel.store)
    panel.widget(parts, lambda: parts.show_unit(panel.made()[0]) if panel.units() else None)


PARTS = Section({"layout": 5, "bench": 5, "make": 0, "quote": 0, "survey": 5}, _part_list, lambda panel: len(panel.units()) == 1)
