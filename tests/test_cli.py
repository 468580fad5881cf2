"""The command line, and the documented script, as other programs see them."""

import os
import subprocess
import sys
from pathlib import Path

import pytest

from tallplank.cli import main
from tallplank.core.catalog.reader import shipped
from tallplank.core.job.file import load, save
from tallplank.demo import demo_job

ROOT = Path(__file__).parents[1]


def plank(*arguments: str) -> subprocess.CompletedProcess[str]:
    environment = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "QT_QPA_PLATFORM")}
    environment["PYTHONPATH"] = str(ROOT / "src")
    return subprocess.run(
        [sys.executable, "-m", "tallplank", *arguments], capture_output=True, text=True, check=False, env=environment, cwd=ROOT
    )


def test_export_writes_what_is_asked_for_without_a_display(tmp_path: Path) -> None:
    done = plank("export", "demo", "--to", str(tmp_path), "--only", "price.csv,elevations.pdf")
    assert (done.returncode, done.stderr) == (0, "")
    assert sorted(p.name for p in tmp_path.iterdir()) == ["elevations.pdf", "price.csv"]


def test_export_of_a_file_and_the_list(tmp_path: Path) -> None:
    save(demo_job(shipped()), tmp_path / "a.plank")
    assert main(["export", str(tmp_path / "a.plank"), "--to", str(tmp_path / "out")]) == 0
    assert len(list((tmp_path / "out").iterdir())) == 6
    assert plank("export", "--list").stdout.split()[0] == "cutlist.csv"


@pytest.mark.parametrize(
    ("arguments", "words"),
    [
        (("export", "missing.plank", "--to", "x"), "missing.plank cannot be read"),
        (("export", "README.md", "--to", "x"), "README.md is damaged or not a job"),
        (("export", "demo"), "Say which job"),
        (("export", "demo", "--to", "x", "--only", "poem.txt"), "There is no file called 'poem.txt'"),
        (("open", "missing.plank"), "There is no display"),
        (("demo",), "There is no display"),
        (("run", "missing.py"), "There is no script missing.py"),
        (("fly",), "invalid choice"),
        ((), "required"),
    ],
)  # fmt: skip
def test_bad_input_gives_one_line_and_code_two(arguments: tuple[str, ...], words: str) -> None:
    done = plank(*arguments)
    assert done.returncode == 2
    assert words in done.stderr
    assert done.stderr.count("\n") == 1
    assert done.stdout == ""
    assert not (ROOT / "x").exists()


@pytest.mark.parametrize("command", [(), ("demo",), ("open",), ("export",), ("shots",), ("run",)])
def test_help_is_everywhere(command: tuple[str, ...]) -> None:
    done = plank(*command, "--help")
    assert done.returncode == 0
    assert done.stdout.startswith("usage: plank")


def test_export_imports_no_window(tmp_path: Path) -> None:
    code = (
        "import sys; from tallplank.cli import main;"
        f"main(['export', 'demo', '--to', {str(tmp_path)!r}]);"
        "print([m for m in sys.modules if m.split('.')[0] in ('PyQt6', 'vtk', 'vtkmodules', 'qtawesome')])"
    )
    environment = {**os.environ, "PYTHONPATH": str(ROOT / "src")}
    done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True, env=environment)
    assert done.stdout.strip().endswith("[]")


def test_the_documented_script_runs(tmp_path: Path) -> None:
    done = plank("run", "docs/examples/kitchen_wall.py", str(tmp_path))
    assert done.returncode == 0, done.stderr
    assert "0 findings" in done.stdout
    assert len(list(tmp_path.iterdir())) == 6


def test_the_demo_is_the_lockkeepers_house(tmp_path: Path) -> None:
    job = demo_job(shipped())
    assert job.name == "The Lockkeeper's House"
    assert job.rooms[0].width == 4200
    assert 10 <= len(job.units) <= 14
    assert any(o.kind == "window" for o in job.wall("room1", "back").openings)
    save(job, tmp_path / "demo.plank")
    assert load(tmp_path / "demo.plank") == job
