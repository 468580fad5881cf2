"""What is bought for a unit, each count term by term."""

from functools import partial

from tallplank.app.panel.explain import counted, strong
from tallplank.app.panel.link import follow, linked
from tallplank.app.panel.units import Section, UnitsPanel
from tallplank.core.measure.source import Decided


def _fittings(panel: UnitsPanel) -> None:
    """What is bought for the unit, each count term by term."""
    panel.group("Fittings, and how each count came about")
    label = panel.words("plain", partial(_fitting_words, panel))
    follow(label, panel.lead)


def _fitting_words(panel: UnitsPanel) -> str:
    made = panel.made()
    items = panel.store.catalog.hardware
    lines = [counted(f"{items[f.item].name}, {f.where}:", f.count, panel.tokens) for m in made for f in m.fittings]
    for name, count in (tails for m in made for tails in m.tails):
        lines.append(f"{strong(f'{name}:')} {linked(f'{count} dovetails', Decided('rule', 'joint_drawer'), panel.tokens)}")
    return "<br>".join(lines) or "None."


FITTINGS = Section({"bench": 4}, _fittings, lambda panel: len(panel.units()) == 1)
