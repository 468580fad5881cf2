"""The project in a copy, where a kind is made up to see what names it."""

import os
import shutil
import subprocess
import sys
from pathlib import Path

from arch.source import ROOT


class Copied:
    """A copy of what is checked and tried."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        for name in ("src", "tests", "docs"):
            shutil.copytree(ROOT / name, folder / name, ignore=shutil.ignore_patterns("__pycache__", "screenshots"))
        shutil.copy(ROOT / "pyproject.toml", folder)

    def change(self, module: str, old: str, new: str) -> None:
        """Write something else into a module of the core, where it must stand."""
        file = self.folder / "src" / "tallplank" / "core" / module
        text = file.read_text()
        assert old in text
        file.write_text(text.replace(old, new))

    def mistyped(self) -> set[str]:
        """The files in which the type checker finds something wrong."""
        return {line.split(":")[0] for line in self._told("mypy", "src").splitlines() if ": error:" in line}

    def tried(self, tests: str, word: str) -> str:
        """What pytest says of those tests of a file that have a word in their name."""
        return self._told("pytest", "-q", "-p", "no:cacheprovider", tests, "-k", word)

    def _told(self, *module: str) -> str:
        environment = {key: text for key, text in os.environ.items() if key != "PLANK_EXAMPLES"}
        environment["PYTHONPATH"] = f"{self.folder / 'src'}:{self.folder / 'tests'}"
        run = [sys.executable, "-m", *module]
        return subprocess.run(run, cwd=self.folder, env=environment, capture_output=True, text=True, check=False).stdout
