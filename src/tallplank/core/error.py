"""The one family of errors whose text is meant for the designer."""


class PlankError(ValueError):
    """Something the user asked for cannot be done; the text says what is wrong and what to do."""
