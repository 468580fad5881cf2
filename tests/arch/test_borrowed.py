"""What benches, tools and examples take from the application is there: they import late, and nothing else would notice."""

import ast
import importlib
import importlib.util
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[2]
FILES = sorted(file for folder in ("bench", "tools", "docs/examples") for file in (ROOT / folder).glob("*.py"))


def borrowed(text: str) -> list[tuple[str, str]]:
    """The modules of ours that a program imports from, wherever it does, each with a name."""
    return [
        (node.module, alias.name)
        for node in ast.walk(ast.parse(text))
        if isinstance(node, ast.ImportFrom) and node.module is not None and node.module.split(".")[0] in ("tallplank", "makers")
        for alias in node.names
    ]


def missing(text: str) -> list[str]:
    return [f"{module}.{name}" for module, name in borrowed(text) if not _is_there(module, name)]


def _is_there(module: str, name: str) -> bool:
    if hasattr(importlib.import_module(module), name):
        return True
    is_package = hasattr(importlib.import_module(module), "__path__")
    return is_package and importlib.util.find_spec(f"{module}.{name}") is not None


@pytest.mark.parametrize("file", FILES, ids=lambda f: f.name)
def test_what_a_program_borrows_is_there(file: Path) -> None:
    assert missing(file.read_text()) == []


def test_a_name_that_is_gone_is_noticed() -> None:
    assert missing("def late():\n    from tallplank.core.space.frame import Frame, Gone\n") == ["tallplank.core.space.frame.Gone"]
    assert len(borrowed((ROOT / "bench" / "run.py").read_text())) > 30
