"""What the sections about units share: the selected units, and reading and changing them together."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from tallplank.app.look.theme import Tokens
from tallplank.app.panel.link import Lead
from tallplank.app.panel.panel import SpecPanel, same
from tallplank.core.edit.unit import Anchor, change_units
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.made import MadeUnit
from tallplank.session.state import Stage
from tallplank.session.store import Store


class UnitsPanel(SpecPanel):
    """A panel about the selected units."""

    def __init__(self, store: Store, tokens: Tokens, lead: Lead, opened: set[str]) -> None:
        super().__init__(store, opened)
        self.tokens, self.lead = tokens, lead
        self.anchor: Anchor = "left"
        """The side that stays when a width is typed."""

    def units(self) -> tuple[Unit, ...]:
        """The units that the panel is about."""
        return self.store.selected_units()

    def ids(self) -> list[str]:
        """Their ids."""
        return [u.id for u in self.units()]

    def made(self) -> list[MadeUnit]:
        """The same as they are made."""
        by_id = self.store.derived.made.by_id
        return [by_id[u.id] for u in self.units()]

    def each(self, read: Callable[[Unit], object]) -> Callable[[], object]:
        """What `read` gives for all of them, or None where they differ."""
        return lambda: same([read(u) for u in self.units()])

    def number(self, read: Callable[[Unit], float]) -> Callable[[], float | None]:
        """The same for numbers."""
        return lambda: same([read(u) for u in self.units()])

    def all_shaped(self) -> bool:
        """Whether all are no rectangles."""
        return all(self.store.catalog.kinds[u.kind].way.is_shaped for u in self.units())

    def change(self, name: str, value: float) -> None:
        """Change a size of all of them."""
        label = f"{'level' if name == 'z' else name} → {self.shown(value)}"
        self.store.apply(lambda j: change_units(j, self.store.catalog, self.ids(), **{name: value}), label)


@dataclass(frozen=True, slots=True)
class Section:
    """A section of the panel: at which stages it shows and how far down, to what selection it applies, and what adds its rows."""

    stages: Mapping[Stage, int]
    add: Callable[[UnitsPanel], None]
    applies: Callable[[UnitsPanel], bool] = lambda _: True


def sections_for(panel: UnitsPanel, sections: tuple[Section, ...]) -> list[Section]:
    """Those that show at the present stage for the present selection, in their order."""
    stage = panel.store.state.stage
    shown = [s for s in sections if stage in s.stages and s.applies(panel)]
    return sorted(shown, key=lambda s: s.stages[stage])
