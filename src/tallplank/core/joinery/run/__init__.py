"""What passes over and under several units."""
