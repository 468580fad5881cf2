"""What fills the regions of a paneled wall: a module for each kind of fill that is more than boards."""
