"""Fronts: where they lie, how they are built, hung and pulled."""
