"""The Spec while nothing is selected: what holds for the whole job."""

from functools import partial

from tallplank.app.look.theme import Tokens
from tallplank.app.panel.choice import (
    HARDWARE_NAMES,
    ROLE_NAMES,
    construction_choices,
    finish_choices,
    hardware_choices,
    style_choices,
)
from tallplank.app.panel.panel import SpecPanel
from tallplank.app.panel.row import Origin
from tallplank.app.panel.rule_rows import RuleSource, add_all_rules, rule_value
from tallplank.app.panel.section.run_piece import changed_pieces
from tallplank.core.edit.standard import (
    change_job,
    set_job_finish,
    set_job_hardware,
    set_job_rule,
    set_job_style,
    set_labels,
)
from tallplank.core.job.construction import RuleValue
from tallplank.core.job.unit import FINISH_ROLES, FinishRole, HardwareRole
from tallplank.core.joinery.rule.choice import chosen_finish, chosen_hardware, pick_source, rule_source, rules_for
from tallplank.core.measure.display import DENOMINATORS, LengthStyle
from tallplank.session.building import ShopConstruction, build_as
from tallplank.session.store import Store


class JobPanel(SpecPanel):
    """Names, lengths, finishes and rules of the job."""

    def __init__(self, store: Store, tokens: Tokens, opened: set[str]) -> None:
        super().__init__(store, opened)
        self._tokens = tokens
        self.title(lambda: "The whole job", lambda: "Holds wherever a unit has no value of its own. Select units to change only those.")
        if store.state.stage != "finish":
            self._names()
        self._finishes()
        self._rules()
        changed_pieces(self)
        self.done()

    def _names(self) -> None:
        store = self.store
        self.group("Job")
        for field, name in (("name", "Name"), ("customer", "Customer"), ("number", "Number")):
            self.text(
                name,
                lambda f=field: getattr(store.job, f),  # type: ignore[misc]
                partial(self._put_text, field),
            )
        styles = tuple((s, s.value, None) for s in LengthStyle)
        self.pick(
            "Lengths in",
            styles,
            lambda: store.job.display.style,
            lambda v: store.apply(lambda j: change_job(j, display=j.display.but(style=v)), "lengths shown"),
        )
        fractions = tuple((d, f"1/{d} in", None) for d in DENOMINATORS)
        self.pick(
            "Fractions to",
            fractions,
            lambda: store.job.display.denominator,
            lambda v: store.apply(lambda j: change_job(j, display=j.display.but(denominator=v)), "fractions shown"),
        )
        self.text(
            "Labels",
            lambda: store.job.display.label,
            lambda v: store.apply(lambda j: set_labels(j, v), "pattern of labels"),
        )
        self.length(
            "Arrow step",
            lambda: store.job.display.step,
            lambda v: store.apply(lambda j: change_job(j, display=j.display.but(step=v)), "arrow step"),
        )
        papers = (("mm", "Millimetres", None), ("inches", "Inches", None), ("both", "Both", None))
        self.pick(
            "Papers in",
            papers,
            lambda: store.job.display.papers,
            lambda v: store.apply(lambda j: change_job(j, display=j.display.but(papers=v)), "unit of papers"),
        )

    def _put_text(self, field: str, value: str) -> None:
        self.store.apply(lambda j: change_job(j, **{field: value}), f"{field} of the job")

    def _finishes(self) -> None:
        self.group("Finishes of the job")
        for role in ("front", *(r for r in FINISH_ROLES if r != "front")):
            self._finish(role)  # type: ignore[arg-type]
        self.group("Doors and hardware of the job")
        store, catalog = self.store, self.store.catalog
        self.pick(
            "Door style",
            style_choices(catalog),
            lambda: store.job.standard.door_style,
            lambda v: store.apply(lambda j: set_job_style(j, catalog, str(v)), "door style of the job"),
        )
        for item in ("pull", "hinge", "slide", "leg", "crown", "light-rail", "cornice", "soffit-rail"):
            self._hardware(item)

    def _finish(self, role: FinishRole) -> None:
        store, catalog = self.store, self.store.catalog

        def apply(value: object) -> None:
            store.apply(lambda j: set_job_finish(j, catalog, role, value), f"{ROLE_NAMES[role].lower()} of the job")  # type: ignore[arg-type]

        origin = Origin(lambda: pick_source(store.job.standard, None, "finishes", role), lambda: apply(None), own="job")
        choices = finish_choices(catalog, role, self._tokens)
        self.pick(ROLE_NAMES[role], choices, lambda: chosen_finish(catalog, store.job.standard, None, role).id, apply, origin)

    def _hardware(self, role: HardwareRole) -> None:
        store, catalog = self.store, self.store.catalog

        def apply(value: object) -> None:
            store.apply(lambda j: set_job_hardware(j, catalog, role, value), f"{role} of the job")  # type: ignore[arg-type]

        def read() -> str:
            return chosen_hardware(catalog, store.job.standard, None, role).id

        origin = Origin(lambda: pick_source(store.job.standard, None, "hardware", role), lambda: apply(None), own="job")
        self.pick(HARDWARE_NAMES[role], hardware_choices(catalog, role), read, apply, origin)

    def _rules(self) -> None:
        self.group("Construction of the job")
        self._built_as()
        source = RuleSource(
            lambda rule: rule_value(rules_for(self.store.catalog, self.store.job.standard), rule),
            self._set,
            lambda rule: rule_source(self.store.job.standard, None, rule),
            own="job",
        )
        add_all_rules(self, source, self._tokens)

    def _built_as(self) -> None:
        store = self.store
        self.pick(
            "Built as",
            construction_choices(store),
            lambda: store.job.standard.construction,
            lambda v: build_as(store, [], v if isinstance(v, str | ShopConstruction) else None),
        )

    def _set(self, rule: str, value: RuleValue | None) -> None:
        label = f"{rule.replace('_', ' ')} of the job"
        self.store.apply(lambda j: set_job_rule(j, self.store.catalog, rule, value), label)
