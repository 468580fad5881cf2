"""The Spec itself: shows the panel that fits the stage and the selection."""

from collections.abc import Callable
from dataclasses import dataclass

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QScrollArea, QVBoxLayout, QWidget

from tallplank.app.look.theme import Tokens
from tallplank.app.panel.bench_panel import CellPanel, PartPanel
from tallplank.app.panel.cost_panel import CostPanel
from tallplank.app.panel.job_panel import JobPanel
from tallplank.app.panel.panel import SpecPanel
from tallplank.app.panel.paneling_panel import WallPanel
from tallplank.app.panel.rates_panel import RatesPanel
from tallplank.app.panel.room.group_panel import GroupPanel, selected_group
from tallplank.app.panel.room.opening_panel import OpeningPanel, selected_opening
from tallplank.app.panel.room.room_panel import RoomPanel
from tallplank.app.panel.room.standing_panel import ServicePanel, StandingPanel, selected_service, selected_standing
from tallplank.app.panel.row import TextField
from tallplank.app.panel.section.run_piece import changed_keys
from tallplank.app.panel.unit_panel import UnitPanel
from tallplank.core.job.measure import OfCell
from tallplank.core.measure.source import DecidedFor, DecidedIn, Source
from tallplank.session.paneling import shown_scheme
from tallplank.session.pick import bench_unit, picked_cell, picked_part
from tallplank.session.quote import PICKED_LINE, priced_line
from tallplank.session.store import Store

WIDTH = 306


class Spec(QWidget):
    """At the right of the window."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        super().__init__()
        self.setObjectName("spec")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedWidth(WIDTH)
        self.store, self.tokens = store, tokens
        self._key: tuple[object, ...] = ()
        self._of: tuple[object, ...] = ()
        """What is shown: whose rows stay where they are when one more or less comes."""
        self.opened: set[str] = set()
        self.panel: SpecPanel | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        self._scroll = QScrollArea()
        self._scroll.setWidgetResizable(True)
        self._scroll.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        column.addWidget(self._scroll)
        self._subscription = store.subscribe(
            lambda s: (s.job, s.selected, s.stage, s.room, s.face, s.pick, PICKED_LINE.of(s), s.trial is None), lambda _: self.refresh()
        )

    def close_pane(self) -> None:
        """End the subscription."""
        self._subscription.close()

    def restyle(self, tokens: Tokens) -> None:
        """Use another theme."""
        self.tokens, self._key = tokens, ()
        self.refresh()

    def refresh(self) -> None:
        """Show what is selected now; the same rows stay and only take new values."""
        key, make = self._wanted()
        if key == self._key and self.panel is not None:
            self.panel.show_now()
            return
        self._key = key
        of, focused = self._of, self.panel.focused_row() if self.panel is not None else ""
        height = self._scrolled()
        for field in self.findChildren(TextField):
            field.leave()
        old = self._scroll.takeWidget()
        self.panel = make()
        self._scroll.setWidget(self.panel)
        if old is not None:
            old.deleteLater()
        state = self.store.state
        self._of = (type(self.panel), state.selected, PICKED_LINE.of(state), state.room, state.face, state.stage)
        if of == self._of and focused in self.panel.row_names():
            self._go_to(self.panel.row(focused), height)  # whoever chose something there goes on there

    def lead_to(self, source: Source) -> None:
        """Go to where the source of a term can be changed: an opening, or a row of the unit's own panel, or of another unit's."""
        if isinstance(source, DecidedFor):
            if source.unit != self.store.state.bench:
                self.store.select([source.unit])
            source = source.source
        if isinstance(source, DecidedIn):
            self.store.pick(OfCell(self.store.state.bench, source.path))
            return
        self.store.pick(None)
        if isinstance(self.panel, UnitPanel) and (field := self.panel.field_for(source)) is not None:
            self._go_to(field)

    def _scrolled(self) -> int:
        bar = self._scroll.verticalScrollBar()
        return bar.value() if bar is not None else 0

    def _go_to(self, field: QWidget, height: int | None = None) -> None:
        """Put the keyboard into a field and bring it to sight, if it can be with all of the panel at a height."""
        bar = self._scroll.verticalScrollBar()
        self._scroll.ensureWidgetVisible(field)
        if bar is not None and height is not None:
            bar.setValue(height)
            self._scroll.ensureWidgetVisible(field)
        field.setFocus()

    def _wanted(self) -> tuple[tuple[object, ...], Callable[[], SpecPanel]]:
        kind = next(k for k in PANELS if k.applies(self.store))
        return kind.key(self.store), lambda: kind.make(self)


@dataclass(frozen=True, slots=True)
class PanelKind:
    """What the Spec can show: what selection it applies to, what its rows depend on, and what builds it."""

    applies: Callable[[Store], bool]
    key: Callable[[Store], tuple[object, ...]]
    make: Callable[[Spec], SpecPanel]


def _on_bench(store: Store) -> bool:
    return store.state.stage == "bench" and bench_unit(store) is not None


def _opening_panel(spec: Spec) -> SpecPanel:
    found = selected_opening(spec.store)
    return OpeningPanel(spec.store, *found) if found is not None else JobPanel(spec.store, spec.tokens, spec.opened)


def _standing_panel(spec: Spec) -> SpecPanel:
    thing = selected_standing(spec.store)
    assert thing is not None
    return StandingPanel(spec.store, thing)


def _service_panel(spec: Spec) -> SpecPanel:
    found = selected_service(spec.store)
    assert found is not None
    return ServicePanel(spec.store, *found)


def _opening_key(store: Store) -> tuple[object, ...]:
    found = selected_opening(store)
    return ("opening", store.state.room, found[0].id, found[1].id) if found is not None else ()


PANELS: tuple[PanelKind, ...] = (
    PanelKind(
        lambda s: _on_bench(s) and picked_cell(s) is not None,
        lambda s: CellPanel.key(s, picked_cell(s) or ()),
        lambda spec: CellPanel(spec.store, spec.tokens, picked_cell(spec.store) or (), spec.lead_to),
    ),
    PanelKind(
        lambda s: _on_bench(s) and picked_part(s) is not None,
        PartPanel.key,
        lambda spec: PartPanel(spec.store, spec.tokens, spec.lead_to),
    ),
    PanelKind(
        lambda s: s.state.stage == "quote" and priced_line(s) is not None,
        CostPanel.key,
        lambda spec: CostPanel(spec.store, spec.tokens, spec.opened),
    ),
    PanelKind(
        lambda s: bool(s.selected_units()),
        UnitPanel.key,
        lambda spec: UnitPanel(spec.store, spec.tokens, spec.lead_to, spec.opened),
    ),
    PanelKind(lambda s: selected_opening(s) is not None, _opening_key, _opening_panel),
    PanelKind(lambda s: selected_standing(s) is not None, StandingPanel.key, _standing_panel),
    PanelKind(lambda s: selected_group(s) is not None, GroupPanel.key, lambda spec: GroupPanel(spec.store)),
    PanelKind(lambda s: selected_service(s) is not None, ServicePanel.key, _service_panel),
    PanelKind(
        lambda s: s.state.stage == "walls" and shown_scheme(s) is not None, WallPanel.key, lambda spec: WallPanel(spec.store, spec.tokens)
    ),
    PanelKind(lambda s: s.state.stage == "survey" and s.room() is not None, RoomPanel.key, lambda spec: RoomPanel(spec.store)),
    PanelKind(lambda s: s.state.stage == "quote", lambda _: ("rates",), lambda spec: RatesPanel(spec.store)),
    PanelKind(
        lambda _: True, lambda s: ("job", s.state.stage, *changed_keys(s)), lambda spec: JobPanel(spec.store, spec.tokens, spec.opened)
    ),
)
"""The panels; the first that applies to the selection is shown."""
