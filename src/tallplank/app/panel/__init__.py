"""The Spec: everything about what is selected, where each value comes from, and back to it."""
