"""Discs: the numbers stamped on them, and the record that flies."""

from ypodrome.core.disc.body import BODY, Body
from ypodrome.core.disc.disc import Disc, Plastic

__all__ = ["BODY", "Body", "Disc", "Plastic"]
