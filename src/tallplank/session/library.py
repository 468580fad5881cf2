"""The user's library of saved pieces: one file for each, in a folder of the user's data."""

import re
from pathlib import Path
from typing import NamedTuple

from tallplank.core.disk import told, write_atomically
from tallplank.core.error import PlankError
from tallplank.core.job.saved_piece import SUFFIX, SavedPiece, dumps, load

MOST_PIECES = 2000


class StoredPiece(NamedTuple):
    """A piece of the library and its file."""

    path: Path
    piece: SavedPiece


class PieceLibrary:
    """Reads and writes the folder; damaged files are told and left alone, and hide no others."""

    def __init__(self, folder: Path) -> None:
        self._folder = folder
        self._read: dict[Path, tuple[tuple[int, int], SavedPiece | None]] = {}
        self.damaged: tuple[str, ...] = ()
        """What is wrong with files that were found and could not be read."""

    def pieces(self, words: str = "") -> tuple[StoredPiece, ...]:
        """All pieces, or those that words are found in, by their names."""
        found: list[StoredPiece] = []
        wrong: list[str] = []
        for path in sorted(self._folder.glob(f"*{SUFFIX}"))[:MOST_PIECES]:
            piece = self._piece(path, wrong)
            if piece is not None and piece.matches(words):
                found.append(StoredPiece(path, piece))
        self.damaged = tuple(wrong)
        return tuple(sorted(found, key=lambda kept: kept.piece.name.lower()))

    def _piece(self, path: Path, wrong: list[str]) -> SavedPiece | None:
        try:
            state = path.stat()
            stamp = (state.st_mtime_ns, state.st_size)
            known = self._read.get(path)
            if known is None or known[0] != stamp or known[1] is None:
                self._read[path] = known = (stamp, load(path))
            return known[1]
        except (OSError, PlankError) as problem:
            wrong.append(str(problem))
            return None

    def keep(self, piece: SavedPiece) -> Path:
        """Write a piece into the library; one of the same name is replaced.

        Raises:
            PlankError: it cannot be written.
        """
        with told(self._folder, "made"):
            self._folder.mkdir(parents=True, exist_ok=True)
        same = next((kept.path for kept in self.pieces() if kept.piece.name == piece.name), None)
        path = same or self._free(piece.name)
        write_atomically(path, dumps(piece).encode())
        return path

    def remove(self, path: Path) -> None:
        """Take a piece out of the library.

        Raises:
            PlankError: it cannot be removed.
        """
        with told(path, "removed"):
            path.unlink(missing_ok=True)

    def take_in(self, path: Path) -> SavedPiece:
        """Copy a piece from a file of somebody else's into the library.

        Raises:
            PlankError: it is no piece, or cannot be read or written.
        """
        piece = load(path)
        self.keep(piece)
        return piece

    def _free(self, name: str) -> Path:
        slug = re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-")[:60] or "piece"
        path, number = self._folder / f"{slug}{SUFFIX}", 2
        while path.exists():
            path, number = self._folder / f"{slug}-{number}{SUFFIX}", number + 1
        return path
