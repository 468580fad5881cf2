"""Lengths, the divide rule and frames: what every other package stands on."""
