"""Edits of what is measured: rooms, walls, and what is in them."""
