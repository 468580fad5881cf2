"""The sections of the panel about units; one module for each, and one name in `unit_panel.SECTIONS`."""
