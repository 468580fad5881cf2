"""Where a paneled wall meets another round a corner of its room."""
