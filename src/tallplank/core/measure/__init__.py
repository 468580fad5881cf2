"""Lengths, the divide rule, sizes that explain themselves, and what is kept: what every other package stands on."""
