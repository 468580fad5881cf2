"""Findings: what a job still has wrong or open."""
