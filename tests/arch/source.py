"""The source, read and parsed once for all rules about it."""

import ast
from functools import cache
from pathlib import Path

ROOT = Path(__file__).parents[2]
SRC = ROOT / "src" / "tallplank"


@cache
def files() -> tuple[Path, ...]:
    """All modules, in their order."""
    return tuple(sorted(SRC.rglob("*.py")))


@cache
def text_of(file: Path) -> str:
    return file.read_text()


@cache
def tree_of(file: Path) -> ast.Module:
    return ast.parse(text_of(file))


@cache
def nodes_of(file: Path) -> tuple[ast.AST, ...]:
    """All that a module is made of."""
    return tuple(ast.walk(tree_of(file)))
