"""Rows for the rules of a construction, for chosen units and for the whole job alike."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from functools import partial

from tallplank.app.look.theme import Tokens
from tallplank.app.panel.panel import Folded, SpecPanel, number
from tallplank.app.panel.row import Origin
from tallplank.app.panel.rules import COUNTS, MOST_COUNT, NUMBERS, OF_BOARD, RULE_GROUPS, RULE_NAMES, rule_choices
from tallplank.core.job.construction import Construction, RuleValue
from tallplank.core.measure.source import Decided


@dataclass(frozen=True, slots=True)
class RuleSource:
    """Where rules are read and set; None is read where they differ, and set to go back to what holds otherwise."""

    read: Callable[[str], object]
    put: Callable[[str, RuleValue | None], None]
    origin: Callable[[str], str]
    own: str = "own"

    def origin_of(self, rule: str) -> Origin:
        """Where the value of a rule comes from."""
        return Origin(lambda: self.origin(rule), lambda: self.put(rule, None), own=self.own)


def rule_value(rules: Construction, rule: str) -> object:
    """The value that holds for a rule: thicknesses that are not set are a share of the gables'."""
    value = getattr(rules, rule)
    return rules.board_thickness * OF_BOARD[rule] if rule in OF_BOARD and not value else value


def add_rule(panel: SpecPanel, source: RuleSource, rule: str) -> None:
    """Add the row of one rule, in the way that suits what it can be set to."""
    name, origin = RULE_NAMES[rule], source.origin_of(rule)
    panel.decides(Decided("rule", rule))

    def read() -> object:
        return source.read(rule)

    def figure() -> str | None:
        value = read()
        return None if value is None else f"{value:g}"

    if choices := rule_choices(rule):
        panel.pick(name, choices, read, lambda v: source.put(rule, v), origin)  # type: ignore[arg-type]
    elif rule in COUNTS:
        panel.count(name, (0, MOST_COUNT), read, lambda n: source.put(rule, n), origin)  # type: ignore[arg-type]
    elif rule in NUMBERS:
        panel.text(name, figure, lambda t: source.put(rule, number(t)), origin, figure=True)
    else:
        panel.length(name, read, lambda v: source.put(rule, v), origin)  # type: ignore[arg-type]


def add_all_rules(panel: SpecPanel, source: RuleSource, tokens: Tokens) -> None:
    """Add every rule in its group; the groups can be folded away."""

    def own(rules: Iterable[str]) -> int:
        return sum([source.origin(rule) == source.own for rule in rules])

    def fill(rules: Iterable[str]) -> None:
        for rule in rules:
            add_rule(panel, source, rule)

    for group, rules in RULE_GROUPS.items():
        rows = {Decided("rule", rule): RULE_NAMES[rule] for rule in rules}
        panel.fold(group, tokens, Folded(rows, partial(own, rules), partial(fill, rules)))
