"""The one error for what a player or a file asks and cannot have: it names the place and the mend."""

from __future__ import annotations


class Refused(ValueError):
    """A value, a file or a wish that cannot be taken, in words for whoever gave it."""
