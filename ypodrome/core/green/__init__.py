"""The green: run it or lay it up, and what a putt that misses comes to over the real ground."""

from ypodrome.core.green.green import Green, Putt

__all__ = ["Green", "Putt"]
