"""What is kept belongs to somebody: no module keeps anything that was made, but for pure tables, each with its reason."""

import ast
from collections.abc import Iterator

import pytest

from arch.source import SRC, files, tree_of

PURE = {
    "app/look/painter.py:_made_pixmap": "a picture of each look that there is, by what it looks like; textures take long",
    "core/catalog/reader.py:shipped": "the catalogue that ships with the application, read once",
    "core/exchange/sheet.py:_fonts": "the library of PDFs knows its fonts for the whole process",
    "core/joinery/part/form/swept.py:_drawn": "of shapes, by their values: a wall has thousands of pieces of few",
    "core/joinery/part/form/swept.py:_reach": "of shapes, by their values: asked of every molding",
    "core/joinery/part/form/swept.py:_shape_of": "of profiles, by their corners: a catalogue has few, and each is cut into triangles",
    "core/joinery/run/top/let_in.py:_round_corners": "the corners of a rounded rectangle, by how fine they are",
    "core/joinery/part/form/swept.py:_front_of_long": "of shapes, by their values: a wall has thousands of pieces of few",
    "core/solid/outline.py:_lines": "of shapes, by their values: parts that are alike share their edges",
    "core/solid/outline.py:_notched_lines": "of shapes, by their values: parts that are alike share their edges",
    "core/solid/texture.py:textured": "a texture of each look that there is",
    "core/job/construction.py:NO_RULES": "an empty table that records begin with; pydantic writes no other kind of mapping",
    "core/space/outline.py:is_simple": "of outlines, by their corners: asked again by every check of the same record",
}
"""Nearly all are functions that remember what they returned, of plain values alone: that is small, bounded, and holds on to no job."""
KEEPERS = {
    "Counter",
    "IdentityMemo",
    "Keep",
    "Mapped",
    "OrderedDict",
    "Parts",
    "Recent",
    "Rounds",
    "WeakKeyDictionary",
    "WeakValueDictionary",
    "defaultdict",
    "deque",
    "dict",
    "list",
    "set",
}
CHANGES = {"add", "append", "clear", "extend", "insert", "move_to_end", "pop", "popitem", "remove", "setdefault", "update"}


def _name(node: ast.expr) -> str:
    """What is called, or decorates, or is subscripted, by its last name."""
    while isinstance(node, ast.Call | ast.Subscript):
        node = node.func if isinstance(node, ast.Call) else node.value
    return node.attr if isinstance(node, ast.Attribute) else node.id if isinstance(node, ast.Name) else ""


def _made(tree: ast.Module) -> dict[str, ast.expr]:
    """What a module gives names to."""
    found = {}
    for node in tree.body:
        if isinstance(node, ast.Assign | ast.AnnAssign) and node.value is not None:
            targets = node.targets if isinstance(node, ast.Assign) else [node.target]
            found |= {target.id: node.value for target in targets if isinstance(target, ast.Name)}
    return found


def keepers(tree: ast.Module) -> Iterator[str]:
    """What a module keeps, and functions of it that remember or that change what it has."""
    made = _made(tree)
    for name, value in made.items():
        is_empty = (isinstance(value, ast.Dict) and not value.keys) or (isinstance(value, ast.List | ast.Set) and not value.elts)
        if is_empty or (isinstance(value, ast.Call) and _name(value) in KEEPERS):
            yield name
    for function in (node for node in ast.walk(tree) if isinstance(node, ast.FunctionDef)):
        if any(_name(one) in ("cache", "lru_cache") for one in function.decorator_list):
            yield function.name
        for node in ast.walk(function):
            changed = ""
            if isinstance(node, ast.Global):
                yield function.name
            elif isinstance(node, ast.Subscript) and not isinstance(node.ctx, ast.Load) and isinstance(node.value, ast.Name):
                changed = node.value.id
            elif isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute) and node.func.attr in CHANGES:
                changed = node.func.value.id if isinstance(node.func.value, ast.Name) else ""
            if changed in made and changed not in _own(function):
                yield function.name


def _own(function: ast.FunctionDef) -> set[str]:
    """What a function itself gives names to."""
    own = {node.id for node in ast.walk(function) if isinstance(node, ast.Name) and isinstance(node.ctx, ast.Store)}
    return own | {arg.arg for arg in ast.walk(function.args) if isinstance(arg, ast.arg)}


def test_no_module_keeps_what_was_made() -> None:
    found = {f"{file.relative_to(SRC)}:{name}" for file in files() for name in keepers(tree_of(file))}
    assert found == set(PURE)


@pytest.mark.parametrize(
    "planted",
    [
        "_KNOWN: IdentityMemo[int] = IdentityMemo(9)",
        "_KNOWN = {}",
        "_KNOWN: dict[int, int] = {}",
        "_KNOWN = measure.memo.Rounds()",
        "_SEEN = set[int]()",
        "_SEEN = [None]\ndef look():\n    _SEEN[0] = 1",
        "_SEEN = [1]\ndef look():\n    _SEEN.append(1)",
        "_SEEN = {1: 2}\ndef look():\n    return _SEEN.setdefault(3, 4)",
        "LAST = None\ndef look():\n    global LAST\n    LAST = 1",
        "@lru_cache(maxsize=3)\ndef look(): pass",
        "class A:\n    @cache\n    def look(self): pass",
        "@functools.cache\ndef look(): pass",
    ],
)
def test_what_is_planted_is_found(planted: str) -> None:
    assert list(keepers(ast.parse(planted)))


def test_what_changes_what_is_its_own_is_left_alone() -> None:
    assert (
        list(
            keepers(
                ast.parse("NAMES = (1, 2)\nWORDS = {1: 2}\ndef look(found):\n    rows = []\n    rows.append(WORDS[1])\n    found[1] = rows")
            )
        )
        == []
    )
