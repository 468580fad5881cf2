"""Edits: plain functions from a job to a job. One that fails raises an error for the user and changes nothing."""
