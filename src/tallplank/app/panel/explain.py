"""Sizes and counts told term by term; each term is a link to where it can be changed."""

from collections.abc import Iterator
from html import escape

from tallplank.app.look.theme import Tokens
from tallplank.app.panel.link import linked
from tallplank.core.measure.cut import CutSizes
from tallplank.core.measure.size import Size, term_text


def explained(name: str, size: Size, sizes: CutSizes, tokens: Tokens) -> str:
    """A size as rich text: `Length 564 = 600 width − 2 × 18 gable`, and below it what its terms are made of."""
    lines = [f"{strong(name)} {_sum(size, sizes, tokens)}"]
    lines += [f"&nbsp;&nbsp;– {line}" for line in _inner(size, sizes, tokens)]
    return "<br>".join(lines)


def counted(name: str, count: Size, tokens: Tokens) -> str:
    """A count as rich text: `Cup hinge: 3 = 2 hinges to a door + 1 more for a height of 1300`."""
    parts = [
        ("− " if t.factor < 0 else "+ " if i else "") + linked(f"{abs(t.factor * t.amount):g} {t.name}", t.source, tokens)
        for i, t in enumerate(t for t in count.terms if t.factor * t.amount)
    ]
    return f"{strong(name)} {count.value:g} = {' '.join(parts)}"


def _inner(size: Size, sizes: CutSizes, tokens: Tokens) -> Iterator[str]:
    for term in size.terms:
        if term.inner is not None and len(term.inner.terms) > 1:
            yield f"{escape(term.name)}: {_sum(term.inner, sizes, tokens)}"
            yield from _inner(term.inner, sizes, tokens)


def _sum(size: Size, sizes: CutSizes, tokens: Tokens) -> str:
    total = sizes.shown(size.value)
    terms = [t for t in size.terms if t.factor * t.amount]
    parts = []
    for i, term in enumerate(terms):
        sign = "− " if term.factor < 0 else "+ " if i else ""
        parts.append(sign + linked(term_text(term, sizes.style, sizes.parts), term.source, tokens))
    return f"{total} = {' '.join(parts)}" if parts else total


def strong(text: str) -> str:
    """A text in the shipped face's heavier cut; plain bold would be a thickened one."""
    return f'<span style="font-weight:600">{escape(text)}</span>'
