"""Boxings: their frames, sides and lids, faces that bow out, and lids that are arched."""
