"""Courses: features, layouts, exchange."""
