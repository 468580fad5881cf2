"""Readers of files from outside that use somebody else's parser: run in a child process with a limit of time and memory.

No signal stops a parser that is caught in a compiled library; a process can always be ended. The child is this module: it reads the file
from its standard input and writes lines of JSON, `{"progress": …}`, `{"part": …}`, at last `{"result": …}` or `{"refused": …}`.
"""

import json
import resource
import selectors
import subprocess
import sys
import time
from collections.abc import Iterator
from dataclasses import dataclass, field
from importlib import import_module
from typing import Any, Protocol

from tallplank.core.error import PlankError
from tallplank.core.work import Report, silent

SECONDS, MEGABYTES = 30.0, 2048
"""How long a file is read at most, and with how much memory."""
POLL_S, REFUSED = 0.05, 2


class ApartError(PlankError):
    """A file could not be read in time, or with the memory that there is for it."""


class Told(Protocol):
    """What a reader may say while it reads."""

    def progress(self, done: int, total: int, what: str) -> None:
        """So much is done."""

    def part(self, value: object) -> None:
        """A part of the result, which stands even if the rest takes too long."""


@dataclass
class ReadApart:
    """What came of a file: its result; with none, the parts that were read before it was ended, and why."""

    result: Any = None
    parts: list[Any] = field(default_factory=list)
    ended: str = ""


class Silent:
    """For a reader that is called in this process: nobody listens."""

    def progress(self, done: int, total: int, what: str) -> None:
        """See `Told`."""

    def part(self, value: object) -> None:
        """See `Told`."""


def read_apart(
    reader: str, data: bytes, what: str, report: Report = silent, *, seconds: float = SECONDS, megabytes: int = MEGABYTES
) -> ReadApart:
    """What a reader, told as `module:function`, makes of the contents of a file, in a process of its own.

    Raises:
        ApartError: the process failed otherwise than by time.
        PlankError: the reader refused the file.
        whatever `report` raises, once the process has been ended.
    """
    command = [sys.executable, "-m", "tallplank.core.exchange.apart", reader, str(megabytes), str(seconds)]
    child = subprocess.Popen(command, stdin=subprocess.PIPE, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL, cwd="/")
    try:
        return _listened(child, data, what, report, seconds)
    finally:
        if child.poll() is None:
            child.kill()
        child.wait()
        for pipe in (child.stdin, child.stdout):
            if pipe is not None:
                pipe.close()


def _listened(child: "subprocess.Popen[bytes]", data: bytes, what: str, report: Report, seconds: float) -> ReadApart:
    found, said, begun = ReadApart(), (0, 0, f"Reading {what}"), time.monotonic()
    for message in _messages(child, data):
        if message is None:
            report(*said)
            if time.monotonic() - begun > seconds:
                found.ended = f"Reading {what} took longer than {seconds:g} seconds"
                return found
        elif "progress" in message:
            done, total, words = message["progress"]
            said = (int(done), int(total), str(words))
        elif "part" in message:
            found.parts.append(message["part"])
        elif "refused" in message:
            raise PlankError(str(message["refused"]))
        elif "result" in message:
            found.result = message["result"]
            return found
    if child.wait() == REFUSED or found.parts:
        found.ended = f"Reading {what} took more than the time or memory that there is for it"
        return found
    raise ApartError(f"{what} could not be read: reading it took more than the time or memory that there is for it.")


def _messages(child: "subprocess.Popen[bytes]", data: bytes) -> Iterator[dict[str, Any] | None]:
    """What the child says, line by line, and None whenever it has said nothing for a moment."""
    assert child.stdin is not None
    assert child.stdout is not None
    left, buffer = memoryview(data), b""
    with selectors.DefaultSelector() as selector:
        selector.register(child.stdin, selectors.EVENT_WRITE)
        selector.register(child.stdout, selectors.EVENT_READ)
        while True:
            ready = selector.select(POLL_S)
            if not ready or all(key.fileobj is child.stdin for key, _ in ready):
                yield None
            for key, _ in ready:
                if key.fileobj is child.stdin:
                    left = _written(child, left)
                    if not left:
                        selector.unregister(child.stdin)
                        child.stdin.close()
                elif chunk := child.stdout.read1(1 << 16):  # type: ignore[attr-defined]
                    *lines, buffer = (buffer + chunk).split(b"\n")
                    yield from map(json.loads, lines)
                else:
                    return


def _written(child: "subprocess.Popen[bytes]", left: memoryview) -> memoryview:
    assert child.stdin is not None
    try:
        return left[child.stdin.raw.write(left[: 1 << 16]) or 0 :]  # type: ignore[attr-defined]
    except BrokenPipeError:
        return left[:0]


class _Said:
    """What the child says to its parent."""

    def progress(self, done: int, total: int, what: str) -> None:
        """See `Told`."""
        self.say(progress=(done, total, what))

    def part(self, value: object) -> None:
        """See `Told`."""
        self.say(part=value)

    def say(self, **message: object) -> None:
        """One line."""
        sys.stdout.write(json.dumps(message) + "\n")
        sys.stdout.flush()


def main(arguments: list[str]) -> int:
    """Read a file from standard input as the child of `read_apart`."""
    reader, megabytes, seconds = arguments
    _limit(int(megabytes), float(seconds))
    module, name = reader.split(":")
    said = _Said()
    try:
        said.say(result=getattr(import_module(module), name)(sys.stdin.buffer.read(), said))
    except PlankError as problem:
        said.say(refused=str(problem))
    except MemoryError:
        return REFUSED
    return 0


def _limit(megabytes: int, seconds: float) -> None:
    """No more memory and time than this, whatever the parser does."""
    size = megabytes * 1024**2
    resource.setrlimit(resource.RLIMIT_AS, (size, size))
    resource.setrlimit(resource.RLIMIT_CPU, (int(seconds) + 1, int(seconds) + 2))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
