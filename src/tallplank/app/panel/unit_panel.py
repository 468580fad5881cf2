"""The Spec of one or several units: a list of sections, each with what it applies to."""

from tallplank.app.look.theme import Tokens
from tallplank.app.panel.link import Lead
from tallplank.app.panel.panel import same
from tallplank.app.panel.section.built_in import BUILT_IN
from tallplank.app.panel.section.construction import ALL_RULES, CONSTRUCTION
from tallplank.app.panel.section.finish import FINISH
from tallplank.app.panel.section.fitting import FITTINGS
from tallplank.app.panel.section.opening import OPENING_OF_SHAPED, OPENINGS, shape_of
from tallplank.app.panel.section.part import PARTS
from tallplank.app.panel.section.size import SIZE
from tallplank.app.panel.units import Section, UnitsPanel, sections_for
from tallplank.session.store import Store

SECTIONS: tuple[Section, ...] = (SIZE, OPENINGS, OPENING_OF_SHAPED, BUILT_IN, CONSTRUCTION, ALL_RULES, FINISH, FITTINGS, PARTS)
"""All sections about units; a new one is a module in `section/` and its name here."""


class UnitPanel(UnitsPanel):
    """Sizes, place, openings, construction, finishes and parts of the selected units."""

    def __init__(self, store: Store, tokens: Tokens, lead: Lead, opened: set[str]) -> None:
        super().__init__(store, tokens, lead, opened)
        self.title(self._heading, self._place_words)
        for section in sections_for(self, SECTIONS):
            section.add(self)
        self.done()

    @staticmethod
    def key(store: Store) -> tuple[object, ...]:
        """What the panel's rows depend on; it is built anew when this changes."""
        units = store.selected_units()
        shape = same([(u.kind, shape_of(u.opening)) for u in units])
        saved = tuple(c.id for c in store.job.standard.constructions)
        by_id = store.derived.made.by_id
        made = [by_id[u.id] for u in units]
        taken = frozenset(f.role for m in made for f in m.fittings) | frozenset(p.role for m in made for p in m.parts)
        return ("units", store.state.stage, saved, taken, shape, len(units) == 1, len({u.kind for u in units}))

    def _heading(self) -> str:
        made = self.made()
        return made[0].label if len(made) == 1 else f"{len(made)} units"

    def _place_words(self) -> str:
        faces = dict.fromkeys(self.store.job.face(u.room, u.face).name for u in self.units())
        locked = all(u.locked for u in self.units())
        return f"On {', '.join(faces)}{'; locked' if locked else ''}"
