"""The command line: the same core without a window."""

import argparse
import gc
import os
import runpy
import sys
import traceback
from collections.abc import Sequence
from pathlib import Path

from platformdirs import user_state_path

from tallplank import __version__
from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.reader import laid_over
from tallplank.core.derive.derived import Deriver
from tallplank.core.disk import printable
from tallplank.core.edit.open import open_job
from tallplank.core.error import PlankError
from tallplank.core.exchange.exporter import chosen, export
from tallplank.core.exchange.registry import EXPORTERS
from tallplank.core.job.job import Job
from tallplank.demo import demo_job
from tallplank.session.report import place_of, report_text, tell_on_terminal, write_report
from tallplank.session.shop import shop_folder

FAULT, BAD_INPUT, GIVEN_UP = 1, 2, 130


class _Parser(argparse.ArgumentParser):
    """Refuses wrong arguments with one line."""

    def error(self, message: str) -> None:  # type: ignore[override]
        self.exit(BAD_INPUT, f"plank: {message} (see ./plank {self.prog.removeprefix('plank').strip()} --help)\n".replace("  ", " "))


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; 0 when done, 2 after one clear line on standard error for bad input, 1 after one for a fault of the program."""
    options = _parser().parse_args(arguments)
    try:
        code = int(options.run(options))
        sys.stdout.flush()
    except PlankError as problem:
        tell_on_terminal(f"plank: {_one_line(problem)}")
        return BAD_INPUT
    except BrokenPipeError:
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())  # nobody reads on: the interpreter's own flush must not fail
        return 0
    except KeyboardInterrupt:
        return GIVEN_UP
    except Exception as problem:  # noqa: BLE001  whatever it is, the user reads one line and finds a report
        return _fault(problem, " ".join(arguments if arguments is not None else sys.argv[1:]))
    return code


def _fault(problem: Exception, doing: str) -> int:
    file = write_report(report_text(problem, doing), user_state_path("tall-plank") / "reports")
    where = f"the report is in {file}" if file is not None else "no report could be written"
    tell_on_terminal(f"plank: that did not work, by a fault of the program ({place_of(problem)}): {_one_line(problem)}; {where}.")
    return FAULT


def _one_line(problem: Exception) -> str:
    return printable(" ".join(str(problem).split())) or type(problem).__name__


def _parser() -> argparse.ArgumentParser:
    parser = _Parser(prog="plank", description="Tall Plank: kitchens, wardrobes and paneled walls, from the room to the shop's papers.")
    parser.add_argument("--version", action="version", version=f"Tall Plank {__version__}")
    commands = parser.add_subparsers(required=True, metavar="COMMAND", parser_class=_Parser)

    demo = commands.add_parser("demo", help="open the window with the demo job")
    demo.set_defaults(run=lambda o: _window(None, o.catalog, demo=True))
    opened = commands.add_parser("open", help="open the window with a job, or with a new one")
    opened.add_argument("file", nargs="?", type=Path, help="a .plank file")
    opened.set_defaults(run=lambda o: _window(o.file, o.catalog, demo=False))
    out = commands.add_parser("export", help="write the shop's papers, without a window")
    out.add_argument("job", nargs="?", help="a .plank file, or 'demo'")
    out.add_argument("--to", type=Path, metavar="DIR", help="the folder to write to")
    out.add_argument("--only", metavar="NAME,…", help="only these files")
    out.add_argument("--list", action="store_true", help="list the files that can be written")
    out.set_defaults(run=_export)
    for command in (demo, opened, out):
        command.add_argument("--catalog", type=Path, metavar="DIR", help="a folder of catalogue files to lay over the shipped ones")
    shots = commands.add_parser("shots", help="write docs/screenshots from the demo, without a display")
    shots.add_argument("--to", type=Path, default=Path("docs/screenshots"), metavar="DIR")
    shots.set_defaults(run=_shots)
    script = commands.add_parser("run", help="run a Python script with the application's modules")
    script.add_argument("script", type=Path)
    script.add_argument("arguments", nargs=argparse.REMAINDER)
    script.set_defaults(run=_script)
    return parser


def _export(options: argparse.Namespace) -> int:
    if options.list:
        for exporter in EXPORTERS:
            print(f"{exporter.name:16} {exporter.title}")  # noqa: T201
        return 0
    if not options.job or options.to is None:
        raise PlankError("Say which job and where to: plank export (FILE|demo) --to DIR.")
    exporters = chosen(EXPORTERS, [n.strip() for n in options.only.split(",")] if options.only is not None else None)
    catalog = laid_over(options.catalog or shop_folder())
    for path in export(Deriver(catalog).derive(_job(options.job, catalog)).shop, exporters, options.to):
        print(path)  # noqa: T201
    return 0


def _job(name: str, catalog: Catalog) -> Job:
    return demo_job(catalog) if name == "demo" else open_job(Path(name), catalog)


def _window(file: Path | None, folder: Path | None, *, demo: bool) -> int:
    if not any(os.environ.get(name) for name in ("DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM")):
        raise PlankError("There is no display to open a window on; 'plank export' and 'plank shots' work without one.")
    gc.disable()  # all that start-up makes stays; the window collects from when it has settled
    from tallplank.app.frame.start import run

    return run(demo_job if demo else None, file, folder)


def _shots(options: argparse.Namespace) -> int:
    from tallplank.app.shots import write_shots

    for path in write_shots(options.to):
        print(path)  # noqa: T201
    return 0


def _script(options: argparse.Namespace) -> int:
    if not options.script.is_file():
        raise PlankError(f"There is no script {options.script}.")
    sys.argv = [str(options.script), *options.arguments]
    try:
        runpy.run_path(str(options.script), run_name="__main__")
    except PlankError:
        raise
    except Exception as problem:  # noqa: BLE001  the script's own fault, told with its place in it
        return _script_fault(options.script, problem)
    return 0


def _script_fault(script: Path, problem: Exception) -> int:
    lines = [f.lineno for f in traceback.extract_tb(problem.__traceback__) if f.filename == str(script)]
    line = problem.lineno if isinstance(problem, SyntaxError) else lines[-1] if lines else None
    place = f"{script}, line {line}" if line else str(script)
    file = write_report(report_text(problem, f"run {script}"), user_state_path("tall-plank") / "reports")
    where = f"; the report is in {file}" if file is not None else ""
    tell_on_terminal(f"plank: {place}: {type(problem).__name__}: {_one_line(problem)}{where}.")
    return FAULT


if __name__ == "__main__":
    sys.exit(main())
