"""The open job without any window: its history, what is selected, and who wants to know."""
