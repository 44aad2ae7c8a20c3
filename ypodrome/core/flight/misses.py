"""The misses every thrower makes: one release, and the same release a little wrong."""

from __future__ import annotations

import math
from dataclasses import replace

from ypodrome.core.flight.release import Release

HYZER_MISS_RAD = math.radians(5.0)
NOSE_MISS_RAD = math.radians(3.0)
POWER_MISS = 0.05
"""Sizes of ordinary misses: about one standard deviation of a club player, rounded (chosen)."""


def missed_releases(release: Release) -> dict[str, Release]:
    """The release missed by 5° of hyzer, 3° of nose and 5 % of power, either way, by name."""
    return {
        "5° more hyzer": replace(release, hyzer_rad=release.hyzer_rad + HYZER_MISS_RAD),
        "5° less hyzer": replace(release, hyzer_rad=release.hyzer_rad - HYZER_MISS_RAD),
        "3° nose up": replace(release, nose_rad=release.nose_rad + NOSE_MISS_RAD),
        "3° nose down": replace(release, nose_rad=release.nose_rad - NOSE_MISS_RAD),
        "5 % harder": replace(release, speed_m_s=min(45.0, release.speed_m_s * (1 + POWER_MISS))),
        "5 % softer": replace(release, speed_m_s=release.speed_m_s * (1 - POWER_MISS)),
    }
