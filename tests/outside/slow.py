"""Readers that stand in for parsers that are caught: they never end, eat memory, or fall over."""

from time import sleep


def never(data: bytes, told: object) -> None:
    """Never ends."""
    while True:
        sleep(0.01)


def busy(data: bytes, told: object) -> None:
    """Tells one part and is caught in a loop."""
    told.part(["a part", len(data)])  # type: ignore[attr-defined]
    while True:
        pass


def hungry(data: bytes, told: object) -> int:
    """Takes all memory that it can get."""
    return len([bytearray(1 << 24) for _ in range(10_000)])


def clumsy(data: bytes, told: object) -> None:
    """Falls over."""
    raise RuntimeError("unforeseen")


def well(data: bytes, told: object) -> int:
    """Says how long its file is."""
    told.progress(1, 2, "half")  # type: ignore[attr-defined]
    return len(data)
