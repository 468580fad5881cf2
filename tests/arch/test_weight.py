"""How heavy functions and lines are. What is over the mark is listed beside this file, and the list only shrinks."""

import ast
import io
import re
import tokenize
from textwrap import dedent

from arch.source import ROOT, SRC, files, nodes_of, text_of

HEAVY = ROOT / "tests" / "arch" / "heavy.txt"
MOST_TOKENS, LONGEST = 350, 110
MOST_PARAMETERS = 9
"""What a function takes, beside itself."""
LONG_LINES = 3148
"""So many lines are longer so far: none may be added."""
QUIET = {
    tokenize.COMMENT,
    tokenize.NL,
    tokenize.NEWLINE,
    tokenize.INDENT,
    tokenize.DEDENT,
    tokenize.ENCODING,
    tokenize.ENDMARKER,
}


def weights() -> dict[str, int]:
    """How many tokens the functions have that may have too many: words and signs, of which there are no fewer, say which these are."""
    found = {}
    for file in files():
        lines = text_of(file).splitlines(keepends=True)
        for node in nodes_of(file):
            if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
                text = dedent("".join(lines[node.lineno - 1 : node.end_lineno]))
                if len(re.findall(r"\w+|[^\w\s]", text)) > MOST_TOKENS:
                    tokens = tokenize.generate_tokens(io.StringIO(text).readline)
                    found[f"{file.relative_to(SRC)}:{node.name}"] = sum(one.type not in QUIET for one in tokens)
    return found


def test_functions_are_light() -> None:
    """A function that has become light is taken from the list; none is added."""
    found = weights()
    heavy = {name for name, count in found.items() if count > MOST_TOKENS}
    print(*(f"{found[name]} {name}" for name in sorted(heavy, key=lambda name: -found[name])), sep="\n")
    assert heavy == set(HEAVY.read_text().split())


def test_functions_take_few_parameters() -> None:
    found = {}
    for file in files():
        for node in nodes_of(file):
            if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
                taken = (*node.args.posonlyargs, *node.args.args, *node.args.kwonlyargs)
                found[f"{file.relative_to(SRC)}:{node.name}"] = sum(one.arg not in ("self", "cls") for one in taken)
    assert {name: count for name, count in found.items() if count > MOST_PARAMETERS} == {}


def test_lines_are_short() -> None:
    """A hundred fewer, and the mark is lowered."""
    longer = sum(len(line) > LONGEST for file in files() for line in text_of(file).splitlines())
    assert LONG_LINES - 100 < longer <= LONG_LINES
