"""What the shop works from: cut lists and hardware schedules."""
