"""Edits of paneled walls, and the schemes that one can start from."""
