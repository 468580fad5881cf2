"""Whether what is done again and again takes ever more memory."""

import gc
from pathlib import Path
from resource import getpagesize

from tallplank.app.frame.memory import give_back

SETTLED, MOST = 5, 1.4
"""After so many looks everything was used that is loaded once; from then on the process grows by so much at most."""


class Growth:
    """Looks at the memory of this process, time after time."""

    def __init__(self) -> None:
        self._first: list[int] = []

    def look(self) -> None:
        """Raises AssertionError where it is much more than it was at first."""
        now = resident()
        if len(self._first) < SETTLED:
            self._first.append(now)
        else:
            assert now <= MOST * max(self._first), f"{now / 1e6:.0f} MB, at first {max(self._first) / 1e6:.0f} MB"


def resident() -> int:
    """Bytes of memory that this process has, without what it could give back."""
    gc.collect()
    give_back()
    return int(Path("/proc/self/statm").read_text().split()[1]) * getpagesize()
