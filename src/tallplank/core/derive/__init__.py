"""What follows from a job as it is made: lists, price and findings, and what is written about them."""
