"""Which material, hardware and rule holds, where a unit stands, and what it weighs."""
