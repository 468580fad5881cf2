"""What can be chosen: readers of the catalogue files and the entries shipped with the application."""
