"""The edges of grooves in the face of a board."""

from collections.abc import Iterator

from shapely import LineString, Polygon

from tallplank.core.joinery.part.part import Part

Edge = tuple[tuple[float, float, float], tuple[float, float, float]]


def groove_edges(part: Part) -> Iterator[Edge]:
    """Both edges of each groove, from end to end in the part's own frame, as far as the board reaches."""
    cuts = [cut for cut in part.pockets if cut.what == "groove"]
    if not cuts:
        return
    shape = Polygon(part.form.ring(part.size))
    for cut in cuts:
        for y in (cut.low.y, cut.high.y):
            seen = shape.intersection(LineString([(cut.low.x, y), (cut.high.x, y)]))
            for piece in getattr(seen, "geoms", (seen,)):
                if isinstance(piece, LineString) and not piece.is_empty:
                    (ax, ay), (bx, by) = piece.coords
                    yield (ax, ay, cut.high.z), (bx, by, cut.high.z)
