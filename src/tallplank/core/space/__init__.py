"""Frames, arcs, outlines and motions: geometry that knows nothing of the trade."""
