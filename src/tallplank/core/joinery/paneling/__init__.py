"""Paneled walls: a scheme is solved into fields and the boards between them, and these are made into parts."""
