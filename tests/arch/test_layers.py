"""The layers hold: each contract catches what it is for, and the core lives without Qt and VTK."""

import ast
import os
import re
import shutil
import subprocess
import sys
import tomllib
from collections import Counter
from pathlib import Path

import pytest

from arch.source import ROOT, SRC, files, nodes_of, text_of, tree_of
from makers import LONG


def _lint(folder: Path) -> subprocess.CompletedProcess[str]:
    environment = {**os.environ, "PYTHONPATH": str(folder)}
    config = ROOT / "pyproject.toml"
    command = [
        sys.executable,
        "-c",
        "import sys; from importlinter.cli import lint_imports_command; lint_imports_command()",
        "--config",
        str(config),
        "--no-cache",
    ]
    return subprocess.run(command, capture_output=True, text=True, check=False, env=environment, cwd=folder)


@pytest.fixture(scope="module")
def copied(tmp_path_factory: pytest.TempPathFactory) -> Path:
    folder = tmp_path_factory.mktemp("layers")
    shutil.copytree(SRC, folder / "tallplank", ignore=shutil.ignore_patterns("__pycache__"))
    return folder


@pytest.mark.parametrize(
    ("module", "line", "contract"),
    [
        ("session/store.py", "import tallplank.app.look.theme", "The application's layers"),
        ("core/joinery/rule/place.py", "import tallplank.core.edit.unit", "The core's layers"),
        ("core/draw/plan.py", "import tallplank.core.money.price", "The core's layers"),
        ("session/store.py", "def f():\n    import PyQt6.QtCore", "Qt only in the window"),
        ("core/solid/scene.py", "if __debug__:\n    import vtkmodules.vtkCommonCore", "VTK only in the 3D view"),
        ("app/look/sign.py", "import tallplank.app.board.plan", "The window's rooms"),
        ("app/board/plan.py", "import tallplank.app.board.price", "Kinds of panes do not know each other"),
        ("app/board/section.py", "import tallplank.app.board.before", "Kinds of panes do not know each other"),
        ("core/exchange/paper.py", "import tallplank.core.exchange.sheet", "Exporters do not know each other"),
        ("core/exchange/parts.py", "import tallplank.core.exchange.paper", "Exporters do not know each other"),
    ],
)  # fmt: skip
def test_each_contract_catches_a_planted_import(copied: Path, module: str, line: str, contract: str) -> None:
    file = copied / "tallplank" / module
    before = file.read_text()
    file.write_text(f"{before}\n{line}\n")
    try:
        done = _lint(copied)
    finally:
        file.write_text(before)
    assert done.returncode != 0
    assert f"{contract} BROKEN" in done.stdout


def _names(module: str) -> set[str]:
    """What a module imports from modules beside it, inside functions too."""
    tree = ast.parse((SRC.parent / module.replace(".", "/")).with_suffix(".py").read_text())
    package = module.rpartition(".")[0]
    found = set()
    for node in ast.walk(tree):
        if isinstance(node, ast.ImportFrom) and node.module is not None:
            found |= {f"{node.module}.{alias.name}" for alias in node.names} if node.module == package else {node.module}
    return {name for name in found if name.startswith(f"{package}.")}


@pytest.mark.parametrize(
    ("contract", "registry", "base"),
    [
        ("boards", "tallplank.app.board.registry", "tallplank.app.board.kind"),
        ("exporters", "tallplank.core.exchange.registry", "tallplank.core.exchange.exporter"),
    ],
)
def test_a_contract_lists_what_is_registered(contract: str, registry: str, base: str) -> None:
    contracts = tomllib.loads((ROOT / "pyproject.toml").read_text())["tool"]["importlinter"]["contracts"]
    (listed,) = [one["modules"] for one in contracts if one["id"] == contract]
    assert set(listed) == _names(registry) - {base}


def test_a_new_package_of_the_core_must_be_placed(copied: Path) -> None:
    package = copied / "tallplank" / "core" / "stray"
    package.mkdir()
    (package / "__init__.py").write_text("")
    try:
        done = _lint(copied)
    finally:
        shutil.rmtree(package)
    assert done.returncode != 0


FACADES = {"script.py"}
"""A script's own words for what it works with, over the records of the same names."""


def test_one_word_is_one_thing() -> None:
    """No two public classes have the same name: whoever reads it need not ask which is meant."""
    found: dict[str, list[str]] = {}
    for file in files():
        path = str(file.relative_to(SRC))
        for node in tree_of(file).body:
            if isinstance(node, ast.ClassDef) and not node.name.startswith("_") and path not in FACADES:
                found.setdefault(node.name, []).append(path)
    assert {name: paths for name, paths in found.items() if len(paths) > 1} == {}


WITHOUT_WINDOW = ("tests/core", "tests/session") if LONG else ("tests/core/money/test_price.py", "tests/core/draw/test_section.py")
"""What is run where there is neither Qt nor VTK: all tests of the core, or some that use the most of it."""


def test_the_core_and_its_tests_run_without_qt_and_vtk() -> None:
    """Every module of core and session is read there, and tests that go through most of it are run; a long run has them all."""
    code = (
        "import sys\n"
        "class Wall:\n"
        "    def find_spec(self, name, path=None, target=None):\n"
        "        if name.split('.')[0] in ('PyQt6', 'vtk', 'vtkmodules'):\n"
        "            raise ModuleNotFoundError(name)\n"
        "sys.meta_path.insert(0, Wall())\n"
        "import importlib, pkgutil, pytest\n"
        "import tallplank.core, tallplank.session\n"
        "for package in (tallplank.core, tallplank.session):\n"
        "    for module in pkgutil.walk_packages(package.__path__, package.__name__ + '.'):\n"
        "        importlib.import_module(module.name)\n"
        f"sys.exit(pytest.main(['-q', '-c', 'tests/arch/plain.ini', '--rootdir', '.', '--confcutdir', '.', '-p', 'no:cacheprovider', *{WITHOUT_WINDOW!r}]))\n"
    )
    environment = {**os.environ, "PYTHONPATH": str(ROOT / "src"), "PYTEST_DISABLE_PLUGIN_AUTOLOAD": "1", "PLANK_EXAMPLES": "2"}
    done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=False, env=environment, cwd=ROOT)
    assert done.returncode == 0, done.stdout[-3000:] + done.stderr[-2000:]


def test_every_test_file_is_collected(request: pytest.FixtureRequest) -> None:
    """In a run of all tests by what it has collected; a run of some asks for what all would be."""
    config = request.config
    if config.args == config.getini("testpaths") and not config.option.keyword and not config.option.markexpr:
        collected = {str(item.path.relative_to(ROOT)) for item in request.session.items}
    else:
        command = [sys.executable, "-m", "pytest", "--collect-only", "-qq", "-p", "no:cacheprovider"]
        environment = {**os.environ, "PYTHONPATH": str(ROOT / "src")}
        done = subprocess.run(command, capture_output=True, text=True, check=False, env=environment, cwd=ROOT)
        collected = {line.split(":")[0] for line in done.stdout.splitlines() if line.startswith("tests/")}
    assert {str(f.relative_to(ROOT)) for f in (ROOT / "tests").rglob("test_*.py")} == collected


LONG_MODULES: dict[str, str] = {"script.py": "the public face of scripts is one module, so that its names stay together"}
"""Modules over 400 lines, each with its reason; the list should only shrink."""
LONG_FUNCTIONS: dict[str, str] = {
    "app/look/theme.py:stylesheet": "one text, the style sheet of all widgets",
    "app/frame/commands.py:_edit": "a table of commands",
}
"""Functions over 50 lines, each with its reason."""
LARGE_CLASSES = {
    "script.py:Work": "the public face of scripts is one thing with many verbs",
    "session/store.py:Store": "the one place where the open job changes: verbs of a line or two, and what is open",
}
"""Classes with over 20 public methods, each with its reason."""


def _found() -> tuple[dict[str, int], dict[str, int], dict[str, int]]:
    """Long modules, long functions and large classes with their sizes."""
    modules, functions, classes = {}, {}, {}
    for file in files():
        text, where = text_of(file), str(file.relative_to(SRC))
        if (lines := len(text.splitlines())) > 400:
            modules[where] = lines
        for node in nodes_of(file):
            if isinstance(node, ast.FunctionDef) and (span := (node.end_lineno or 0) - node.lineno + 1) > 50:
                functions[f"{where}:{node.name}"] = span
            if isinstance(node, ast.ClassDef):
                methods = {n.name for n in node.body if isinstance(n, ast.FunctionDef)}  # one with overloads is one
                public = [n for n in methods if not n.startswith("_") and not n.endswith("Event")]  # those are Qt's
                if len(public) > 20:
                    classes[f"{where}:{node.name}"] = len(public)
    return modules, functions, classes


def test_sizes_are_watched(capsys: pytest.CaptureFixture[str]) -> None:
    """Prints what is long or large; each has its reason above, and no reason stays for what is so no longer."""
    found = _found()
    with capsys.disabled():
        for what, sizes in zip(("modules over 400 lines", "functions over 50 lines", "classes over 20 public methods"), found, strict=True):
            print(f"\n{what}: {sizes}")
    assert [set(sizes) for sizes in found] == [set(LONG_MODULES), set(LONG_FUNCTIONS), set(LARGE_CLASSES)]
    assert max(found[0].values(), default=0) <= 500


UNNAMED = {
    "core/edit/front.py:style_one": "one front of many has another style: of scripts and fuzzers so far",
    "core/edit/survey/tape.py:room_by_tape": "a room from a tape walk alone, where none is shown yet",
    "core/job/construction.py:rule_bounds": "what fuzzers draw rules from",
    "core/shop/alike.py:are_alike": "what `grouped_alike` promises of each of its groups",
    "core/shop/alike.py:are_mirrored": "the same of left and right",
}
"""Functions that nothing in the application names, each with its reason; the list should only shrink."""


def test_what_nothing_names_is_not_there() -> None:
    texts = {file: text_of(file) for file in files()}
    words = Counter(word for text in texts.values() for word in re.findall(r"\w+", text))
    found = {
        f"{file.relative_to(SRC)}:{node.name}"
        for file in texts
        for node in tree_of(file).body
        if isinstance(node, ast.FunctionDef | ast.ClassDef) and words[node.name] < 2
    }
    assert found == set(UNNAMED)


def test_nothing_is_hidden_from_the_linters() -> None:
    words = ("importlib.import_module", "__import__(")
    assert [str(f) for f in files() if any(w in text_of(f) for w in words)] == []


def _imports(path: Path, modules: set[str]) -> set[str]:
    """The modules of the application that a file names in its imports, those inside functions and for types included."""
    found: set[str] = set()
    for node in nodes_of(path):
        if isinstance(node, ast.ImportFrom) and node.module:
            found |= {f"{node.module}.{a.name}" if f"{node.module}.{a.name}" in modules else node.module for a in node.names}
        elif isinstance(node, ast.Import):
            found |= {a.name for a in node.names}
    return found & modules


def _circles(graph: dict[str, set[str]]) -> list[str]:
    """The modules that can be reached from themselves."""
    found = []
    for start in graph:
        seen, todo = set(), list(graph[start])
        while todo:
            if (module := todo.pop()) not in seen:
                seen.add(module)
                todo += graph[module]
        found += [start] if start in seen else []
    return found


def test_no_modules_import_each_other_in_a_circle() -> None:
    modules = {".".join(f.relative_to(SRC.parent).with_suffix("").parts).removesuffix(".__init__"): f for f in files()}
    graph = {name: _imports(file, set(modules)) - {name} for name, file in modules.items()}
    assert sum(map(len, graph.values())) > 500
    assert _circles(graph) == []
    assert sorted(_circles({"a": {"b"}, "b": {"c"}, "c": {"a"}, "d": {"a"}})) == ["a", "b", "c"]
