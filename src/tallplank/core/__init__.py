"""The computation, without any window: usable and tested on its own."""
