"""Worktops: their outlines, edges and openings, what stands on them, and boards on sills."""
