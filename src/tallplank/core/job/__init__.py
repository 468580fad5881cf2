"""The job: one customer's project, holding decisions only. Everything else is derived from it."""
