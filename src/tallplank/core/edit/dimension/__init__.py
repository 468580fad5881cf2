"""Dimensions that somebody adds: what can be measured, where it lies now, and the edits of it."""
