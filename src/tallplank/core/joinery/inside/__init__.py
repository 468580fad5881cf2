"""What sits in an opening: shelves, drawers and other insides."""
