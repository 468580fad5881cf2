"""VTK only: rooms as pictures, with a camera and pointing. No Qt."""
