"""`./plank fuzz`: all fuzzers in turn for some minutes; prints what was tried, and every fault with the seed that brings it back."""

import argparse
import random
import sys
import time
from collections.abc import Sequence

from fuzz import edits, files, kills, pairs, readers, sizes, user, walls
from fuzz.trial import Fuzzer, Tally

FUZZERS: tuple[Fuzzer, ...] = tuple(m.FUZZER for m in (files, readers, edits, sizes, pairs, walls, kills, user))
TOLD_EVERY_S = 60.0


def main(arguments: Sequence[str] | None = None) -> int:
    """Run the fuzzers; 1 if there was a fault."""
    options = _parser().parse_args(arguments)
    chosen = [f for f in FUZZERS if f.name in (options.only or [f.name for f in FUZZERS])]
    tallies = [Tally(f) for f in chosen]
    if options.again is not None:
        for tally in tallies:
            tally.run(options.again)
    else:
        _run_for(tallies, options.minutes * 60, options.seed)
    print(*tallies, sep="\n")
    faults = [fault for tally in tallies for fault in tally.faults]
    print(*faults, sep="\n\n")
    print(f"{sum(map(_tried, tallies)) - len(faults)} passed, {len(faults)} failed")
    return 1 if faults else 0


def _run_for(tallies: list[Tally], seconds: float, first_seed: int) -> None:
    """Give each fuzzer the same share of the time, in turn."""
    begun, told = time.monotonic(), time.monotonic()
    spent = dict.fromkeys(range(len(tallies)), 0.0)
    seeds = [first_seed] * len(tallies)
    while time.monotonic() - begun < seconds:
        index = min(spent, key=lambda i: spent[i])
        start = time.monotonic()
        tallies[index].run(seeds[index])
        seeds[index] += 1
        spent[index] += time.monotonic() - start
        if time.monotonic() - told > TOLD_EVERY_S:
            told = time.monotonic()
            print(
                f"{(told - begun) / 60:.0f} min: " + "; ".join(f"{t.fuzzer.name} {_tried(t)}, {len(t.faults)} faults" for t in tallies),
                flush=True,
            )


def _tried(tally: Tally) -> int:
    return sum(tally.outcomes.values()) + len(tally.faults)


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(
        prog="plank fuzz", description="Try files, edits, sizes, kills and a user at random, and print what was tried."
    )
    parser.add_argument("--minutes", type=float, default=1.0, help="how long, for all of them together (1)")
    parser.add_argument("--only", action="append", choices=[f.name for f in FUZZERS], help="only this one; may be said again")
    parser.add_argument("--seed", type=int, default=random.SystemRandom().randrange(10**9), help="the first seed (a new one each time)")
    parser.add_argument("--again", type=int, metavar="SEED", help="one trial with the seed of a fault")
    return parser


if __name__ == "__main__":
    sys.exit(main())
