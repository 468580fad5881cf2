"""Setting out: the box, the tree of openings, the plane of the fronts, and the collector that all builders fill."""
