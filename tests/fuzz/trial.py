"""What all fuzzers share: one trial by its seed, a limit on its time and memory, and a tally of what was tried."""

import random
import resource
import signal
import traceback
from collections import Counter
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from pathlib import Path
from time import monotonic

HANG_S = 10.0
MOST_GROWN = 700 * 1024**2
"""Bytes by which one trial may make the process larger."""
FARTHEST = 4 * 1024**3
"""Bytes that it gets from the system at most: beyond that an allocation fails, before the machine does."""


class HangError(BaseException):
    """What was tried took too long; no handler of ordinary errors may swallow it."""


class GrownError(BaseException):
    """What was tried took too much memory."""


@dataclass(frozen=True)
class Fuzzer:
    """A name, what one trial of it tries, and the trial: it returns what came of it, and raises where that is a fault."""

    name: str
    tries: str
    trial: Callable[[random.Random], str]


@dataclass
class Tally:
    """What came of the trials of one fuzzer."""

    fuzzer: Fuzzer
    outcomes: Counter[str] = field(default_factory=Counter)
    faults: list[str] = field(default_factory=list)
    longest: float = 0.0

    def run(self, seed: int) -> None:
        """One trial; a fault is kept with the seed that brings it back."""
        start = monotonic()
        try:
            self.outcomes[self.fuzzer.trial(random.Random(f"{self.fuzzer.name} {seed}"))] += 1
        except (Exception, HangError, GrownError):  # noqa: BLE001  whatever it is, it is what is looked for
            self.faults.append(f"{self.fuzzer.name}, seed {seed}:\n{traceback.format_exc()}")
        self.longest = max(self.longest, monotonic() - start)

    def __str__(self) -> str:
        tried = sum(self.outcomes.values()) + len(self.faults)
        outcomes = ", ".join(f"{count} {what}" for what, count in sorted(self.outcomes.items()))
        return f"{self.fuzzer.name:6} {tried:6} × {self.fuzzer.tries}: {outcomes}; {len(self.faults)} faults; longest {self.longest:.1f} s"


@contextmanager
def limited(seconds: float = HANG_S, most: int = MOST_GROWN) -> Iterator[None]:
    """Raises HangError inside if it takes longer, GrownError after it if it took more bytes; for the main thread."""

    def ring(*_: object) -> None:
        raise HangError(f"took longer than {seconds:g} s")

    before, (soft, hard), peak = signal.signal(signal.SIGALRM, ring), resource.getrlimit(resource.RLIMIT_AS), _peak()
    resource.setrlimit(resource.RLIMIT_AS, (_mapped() + FARTHEST, hard))
    signal.setitimer(signal.ITIMER_REAL, seconds)
    try:
        yield
    finally:
        signal.setitimer(signal.ITIMER_REAL, 0)
        signal.signal(signal.SIGALRM, before)
        resource.setrlimit(resource.RLIMIT_AS, (soft, hard))
    if _peak() - peak > most:
        raise GrownError(f"took {(_peak() - peak) / 1024**2:.0f} MB")


def _peak() -> int:
    """The most bytes that the process had at once so far."""
    return resource.getrusage(resource.RUSAGE_SELF).ru_maxrss * 1024


def _mapped() -> int:
    """Bytes of addresses that it has now."""
    return int(Path("/proc/self/statm").read_text().split()[0]) * resource.getpagesize()
