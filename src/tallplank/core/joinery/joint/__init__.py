"""Where parts meet, and what is bored and cut to join them."""
