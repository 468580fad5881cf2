"""Files that other programs open; every exporter registers in one place."""
