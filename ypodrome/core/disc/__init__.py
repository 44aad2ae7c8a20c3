"""Discs: the numbers stamped on them and what the air makes of those numbers."""

from ypodrome.core.disc.aero import aero_row
from ypodrome.core.disc.disc import Disc, Plastic

__all__ = ["Disc", "Plastic", "aero_row"]
