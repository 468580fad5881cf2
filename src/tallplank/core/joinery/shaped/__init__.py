"""Units that are no rectangles."""
