"""Decisions: which throw, where to aim, what next, and why."""
