"""Where the wind comes from, as felt facing the basket."""

from __future__ import annotations

SECTORS = (
    "head wind", "head, from the right", "from the right", "tail, from the right", "tail wind",
    "tail, from the left", "from the left", "head, from the left",
)  # fmt: skip


def wind_words(turn_deg: float) -> str:
    """A wind from so far clockwise of straight ahead."""
    return SECTORS[round((turn_deg % 360.0) / 45.0) % 8]
