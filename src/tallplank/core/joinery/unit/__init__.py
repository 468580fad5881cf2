"""Units with straight sides: carcasses, face frames, fillers and panels."""
