"""What everything results in: parts with their holes and pockets."""
