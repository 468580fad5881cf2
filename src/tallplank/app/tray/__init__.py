"""What each stage offers to be placed or started."""
