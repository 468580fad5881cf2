"""How each thing is made: parts, fittings and their places, derived from the job and the catalogue."""
