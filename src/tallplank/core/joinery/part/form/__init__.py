"""How parts are shaped: one module for each form, which answers everything that depends on it."""
