"""Copies: repeating, mirroring, exchanging units and groups, and carrying what one of them has to others."""
