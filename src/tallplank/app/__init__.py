"""The window. Qt only here."""
