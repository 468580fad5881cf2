"""How heavy functions and lines are. What is over the mark is listed beside this file, and the list only shrinks."""

import ast
import io
import tokenize

from arch.test_layers import ROOT, SRC

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
    """How many tokens each function has."""
    found = {}
    for file in sorted(SRC.rglob("*.py")):
        text = file.read_text()
        rows = [token.start[0] for token in tokenize.generate_tokens(io.StringIO(text).readline) if token.type not in QUIET]
        for node in ast.walk(ast.parse(text)):
            if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
                end = node.end_lineno or node.lineno
                found[f"{file.relative_to(SRC)}:{node.name}"] = sum(node.lineno <= row <= end for row in rows)
    return found


def test_functions_are_light() -> None:
    """A function that has become light is taken from the list; none is added."""
    found = weights()
    heavy = {name for name, count in found.items() if count > MOST_TOKENS}
    print(*(f"{found[name]} {name}" for name in sorted(heavy, key=lambda name: -found[name])), sep="\n")
    assert heavy == set(HEAVY.read_text().split())


def test_functions_take_few_parameters() -> None:
    found = {}
    for file in sorted(SRC.rglob("*.py")):
        for node in ast.walk(ast.parse(file.read_text())):
            if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
                taken = (*node.args.posonlyargs, *node.args.args, *node.args.kwonlyargs)
                found[f"{file.relative_to(SRC)}:{node.name}"] = sum(one.arg not in ("self", "cls") for one in taken)
    assert {name: count for name, count in found.items() if count > MOST_PARAMETERS} == {}


def test_lines_are_short() -> None:
    """A hundred fewer, and the mark is lowered."""
    longer = sum(len(line) > LONGEST for file in SRC.rglob("*.py") for line in file.read_text().splitlines())
    assert LONG_LINES - 100 < longer <= LONG_LINES
