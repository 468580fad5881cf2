"""Wood and stone computed from a few colours; no photograph is used. Every texture tiles in both directions."""

from functools import cache

import numpy as np
from numpy.typing import NDArray

from tallplank.core.catalog.look import Look

SIZE, SAMPLE = 512, 128
"""Pixels of a texture each way, and of one for a small sample."""
_F = NDArray[np.float64]


@cache  # there are no more of them than the catalogue has looks
def textured(kind: str, colour: str, second: str, seed: int, size: int = SIZE) -> NDArray[np.uint8]:
    """The pixels of a kind of look, from its colours and a seed; coarser where the size is smaller."""
    base, other = _rgb(colour), _rgb(second)
    if kind == "wood":
        mix = _wood(seed, size)
    elif kind == "stone":
        mix = _stone(seed, size)
    elif kind == "tile":
        mix = _tile(size)
    else:
        return np.broadcast_to(base.astype(np.uint8), (size, size, 3)).copy()
    mixed = base + (other - base) * mix[:, :, None]
    return np.clip(mixed, 0, 255).astype(np.uint8)


def pixels(look: Look) -> NDArray[np.uint8]:
    """The texture as (512, 512, 3) bytes; columns run along the grain, rows across it; one repeat is `look.scale` mm."""
    return textured(look.kind, look.colour, look.second, look.seed)


def _rgb(colour: str) -> _F:
    return np.array([int(colour[i : i + 2], 16) for i in (1, 3, 5)], dtype=float)


def _noise(rng: np.random.Generator, across: int, along: int, size: int) -> _F:
    """Smooth noise that tiles, about 0 ± 1, with about this many waves each way.

    Only the part of the spectrum that has any weight is filled, so that a texture is ready at once.
    """
    rows = np.arange(-min(3 * across, size // 2 - 1), min(3 * across, size // 2 - 1) + 1)
    columns = np.arange(0, min(3 * along, size // 2) + 1)
    weight = np.exp(-((rows[:, None] / across) ** 2) - (columns[None, :] / along) ** 2)
    spectrum = np.zeros((size, len(columns)), dtype=np.complex64)
    spectrum[rows] = weight * np.exp(1j * rng.uniform(0, 2 * np.pi, weight.shape))
    spectrum[0, 0] = 0
    field: _F = np.fft.irfft(np.fft.ifft(spectrum, axis=0), size, axis=1)
    return field / (2 * float(field.std()))


def _wood(seed: int, size: int) -> _F:
    """Bands of early and late wood bent by slow noise, with fine pores drawn out along the grain."""
    rng = np.random.default_rng(seed)
    across = np.linspace(0, 1, size, endpoint=False)[:, None]
    bend = 0.9 * _noise(rng, 4, 1, size) + 0.12 * _noise(rng, 14, 3, size)
    rings = 0.5 + 0.5 * np.sin(2 * np.pi * (11 * across + bend))
    rings = rings**2.2
    pores = _noise(rng, 180, 5, size)
    broad = _noise(rng, 5, 1, size)
    mix: _F = np.clip(0.18 + 0.42 * rings + 0.16 * pores + 0.14 * broad, 0, 1)
    return mix


def _tile(size: int) -> _F:
    """Four rows of two tiles in bond, with their joints."""
    rows, columns = (np.arange(size) * 4 / size + 0.5)[:, None], (np.arange(size) * 2 / size + 0.25)[None, :]
    joint = 0.035
    across = (columns + 0.5 * (np.floor(rows) % 2)) % 1.0
    mix: _F = np.where((rows % 1.0 < joint * 2) | (across < joint), 1.0, 0.0)
    return mix


def _stone(seed: int, size: int) -> _F:
    """A cloudy ground with a few thin veins and fine grit."""
    rng = np.random.default_rng(seed)
    clouds = 0.22 * _noise(rng, 6, 6, size) + 0.1 * _noise(rng, 30, 30, size)
    veins = np.exp(-np.abs(_noise(rng, 5, 5, size) + 0.25 * _noise(rng, 18, 18, size)) * 26)
    grit = rng.normal(0, 0.035, (size, size))
    mix: _F = np.clip(0.2 + 0.5 * clouds + 0.5 * veins + grit, 0, 1)
    return mix
