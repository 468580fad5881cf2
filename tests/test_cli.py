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
from tallplank.session.report import write_report

ROOT = Path(__file__).parents[1]


def plank(*arguments: str, state: Path | None = None) -> subprocess.CompletedProcess[str]:
    environment = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "QT_QPA_PLATFORM")}
    if state is not None:
        environment["XDG_STATE_HOME"] = str(state)
    environment["PYTHONPATH"] = str(ROOT / "src")
    return subprocess.run(
        [sys.executable, "-m", "tallplank", *arguments], capture_output=True, text=True, check=False, env=environment, cwd=ROOT
    )


def here(*arguments: str) -> int:
    """The code that a command ends with, run in this process."""
    try:
        return main(arguments)
    except SystemExit as ended:
        return int(str(ended.code))


def test_export_writes_what_is_asked_for_without_a_display(tmp_path: Path) -> None:
    done = plank("export", "demo", "--to", str(tmp_path), "--only", "price.csv,elevations.pdf")
    assert (done.returncode, done.stderr) == (0, "")
    assert sorted(p.name for p in tmp_path.iterdir()) == ["elevations.pdf", "price.csv"]


def test_export_of_a_file_and_the_list(tmp_path: Path) -> None:
    save(demo_job(shipped()), tmp_path / "a.plank")
    assert main(["export", str(tmp_path / "a.plank"), "--to", str(tmp_path / "out")]) == 0
    assert len(list((tmp_path / "out").iterdir())) == 10
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
def test_bad_input_gives_one_line_and_code_two(
    arguments: tuple[str, ...], words: str, capfd: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.chdir(ROOT)
    for name in ("DISPLAY", "QT_QPA_PLATFORM"):
        monkeypatch.delenv(name, raising=False)
    assert here(*arguments) == 2
    out, told = capfd.readouterr()
    assert words in told
    assert told.count("\n") == 1
    assert out == ""
    assert not (ROOT / "x").exists()


def test_bad_input_is_told_alike_to_another_program() -> None:
    done = plank("export", "missing.plank", "--to", "x")
    assert (done.returncode, done.stdout, done.stderr.count("\n")) == (2, "", 1)
    assert "missing.plank cannot be read" in done.stderr


@pytest.mark.parametrize(
    ("script", "words"),
    [("x = 1\nraise KeyError('a')\n", "line 2: KeyError: 'a'"), ("x = = 1\n", "line 1: SyntaxError"), ("def f():\n    f()\nf()\n", "RecursionError"),
     ("raise ValueError('two\\nlines \\x1b[2J')\n", "ValueError: two lines \\x1b[2J")],
)  # fmt: skip
def test_a_fault_of_a_script_is_one_line_with_its_place_and_a_report(tmp_path: Path, script: str, words: str) -> None:
    (tmp_path / "a.py").write_text(script)
    done = plank("run", str(tmp_path / "a.py"), state=tmp_path / "state")
    assert done.returncode == 1
    assert words in done.stderr
    assert done.stderr.count("\n") == 1
    (report,) = (tmp_path / "state" / "tall-plank" / "reports").iterdir()
    assert str(report) in done.stderr
    assert "Traceback" in report.read_text()


def test_a_fault_of_the_program_is_one_line_with_a_report(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    monkeypatch.setenv("XDG_STATE_HOME", str(tmp_path))
    monkeypatch.setattr("tallplank.cli.demo_job", lambda _: 1 / 0)
    assert main(["export", "demo", "--to", str(tmp_path / "out")]) == 1
    told = capsys.readouterr().err
    (report,) = (tmp_path / "tall-plank" / "reports").iterdir()
    assert told.count("\n") == 1
    assert "ZeroDivisionError at test_cli.py" in told
    assert str(report) in told
    assert "Doing: export demo" in report.read_text()


def test_a_report_that_cannot_be_written_there_goes_elsewhere(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    (tmp_path / "file").write_text("")
    monkeypatch.setattr("tempfile.tempdir", str(tmp_path / "temp"))
    path = write_report("text", tmp_path / "file" / "reports")
    assert path is not None
    assert path.parent == tmp_path / "temp"
    monkeypatch.setattr("tempfile.tempdir", str(tmp_path / "file" / "too"))
    assert write_report("text", tmp_path / "file" / "reports") is None


def test_nobody_reading_on_and_giving_up_are_no_faults(monkeypatch: pytest.MonkeyPatch) -> None:
    environment = {**os.environ, "PYTHONPATH": str(ROOT / "src")}
    command = f"{sys.executable} -m tallplank export --list | true"
    done = subprocess.run(["bash", "-c", command], capture_output=True, text=True, check=False, env=environment)
    assert done.stderr == ""

    def interrupted(_: object) -> None:
        raise KeyboardInterrupt

    monkeypatch.setattr("tallplank.cli.demo_job", interrupted)
    assert main(["export", "demo", "--to", "x"]) == 130


@pytest.mark.parametrize("command", [(), ("demo",), ("open",), ("export",), ("shots",), ("run",)])
def test_help_is_everywhere(command: tuple[str, ...], capsys: pytest.CaptureFixture[str]) -> None:
    assert here(*command, "--help") == 0
    assert capsys.readouterr().out.startswith("usage: plank")


def test_export_imports_no_window(tmp_path: Path) -> None:
    code = (
        "import sys; from tallplank.cli import main;"
        f"main(['export', 'demo', '--to', {str(tmp_path)!r}]);"
        "print([m for m in sys.modules if m.split('.')[0] in ('PyQt6', 'vtk', 'vtkmodules')])"
    )
    environment = {**os.environ, "PYTHONPATH": str(ROOT / "src")}
    done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True, env=environment)
    assert done.stdout.strip().endswith("[]")


def test_the_documented_script_runs(tmp_path: Path) -> None:
    done = plank("run", "docs/examples/kitchen_wall.py", str(tmp_path))
    assert done.returncode == 0, done.stderr
    assert "0 findings" in done.stdout
    assert len(list(tmp_path.iterdir())) == 10


def test_the_demo_is_the_lockkeepers_house(tmp_path: Path) -> None:
    job = demo_job(shipped())
    assert job.name == "The Lockkeeper's House"
    assert job.rooms[0].corners[1] == (4500, 4700)
    assert [room.name for room in job.rooms] == ["Galley kitchen", "Boot room", "Map room"]
    assert 30 <= len(job.units) <= 36
    assert any(o.kind == "window" for o in job.face("room1", "back").openings)
    save(job, tmp_path / "demo.plank")
    assert load(tmp_path / "demo.plank") == job
