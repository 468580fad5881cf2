"""Drawings on screen: a viewer, and the tools that the mouse works with on it."""
