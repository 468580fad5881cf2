"""What a pane of the board can show; every kind registers in one place."""
