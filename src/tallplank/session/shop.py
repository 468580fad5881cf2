"""The shop's own constructions, kept for other jobs in one file of the user's."""

import json
from pathlib import Path

from platformdirs import user_data_path
from pydantic import TypeAdapter, ValidationError

from tallplank.core.disk import read_file, told, write_atomically
from tallplank.core.error import PlankError
from tallplank.core.job.base import complaint
from tallplank.core.job.standard import SavedConstruction

LARGEST_BYTES = 4 * 1024**2
_adapter = TypeAdapter(tuple[SavedConstruction, ...])


def shop_folder() -> Path | None:
    """The shop's own folder of catalogue entries, in the user's data; None where there is none."""
    folder = user_data_path("tall-plank") / "catalogue"
    return folder if folder.is_dir() else None


class ShopShelf:
    """Reads and writes the file; a damaged one is told, never overwritten."""

    def __init__(self, path: Path) -> None:
        self._path = path

    def constructions(self) -> tuple[SavedConstruction, ...]:
        """All that the shop has kept.

        Raises:
            PlankError: the file is damaged.
        """
        if not self._path.exists():
            return ()
        try:
            return _adapter.validate_json(read_file(self._path, LARGEST_BYTES))
        except ValidationError as problem:
            reason = complaint(problem)
        except (OSError, ValueError) as problem:
            reason = str(problem)
        raise PlankError(f"The shop's constructions in {self._path} cannot be read: {reason.rstrip('.')}.")

    def keep(self, saved: SavedConstruction) -> None:
        """Add a construction; one of the same name is replaced.

        Raises:
            PlankError: the file is damaged or cannot be written.
        """
        others = [s for s in self.constructions() if s.name != saved.name]
        data = [s.model_dump(mode="json") for s in (*others, saved)]
        with told(self._path.parent, "made"):
            self._path.parent.mkdir(parents=True, exist_ok=True)
        write_atomically(self._path, (json.dumps(data, indent=1, ensure_ascii=False) + "\n").encode())
