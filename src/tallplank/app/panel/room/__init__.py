"""The Spec of rooms: their sizes, walls, what stands in them and what is in their walls."""
