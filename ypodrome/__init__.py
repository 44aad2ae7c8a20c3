"""Ypodrome: game plans for disc golf, computed for every hole."""

__version__ = "0.2.0"
