"""Names of several things of one kind."""

import re
from collections.abc import Collection


def counted_name(name: str, taken: Collection[str]) -> str:
    """A name that none of the others has: this one, or with the next free number behind it."""
    if name not in taken:
        return name
    match = re.fullmatch(r"(.*?)\s*(\d*)", name)
    stem = match[1] if match else name
    number = 2
    while f"{stem} {number}" in taken:
        number += 1
    return f"{stem} {number}"
