"""Tall Plank: kitchens, wardrobes and paneled walls, from the measured room to the shop's papers."""

__version__ = "0.1.0"
