"""Drawings as lists of primitives, the same for screen and paper."""
