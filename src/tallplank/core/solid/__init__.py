"""Surfaces for the 3D view and procedural textures, as plain arrays."""
