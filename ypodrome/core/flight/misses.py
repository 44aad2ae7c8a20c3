"""The misses every thrower makes: one release, and the same release a little wrong."""

from __future__ import annotations

import math
from dataclasses import replace

from ypodrome.core.flight.release import FASTEST_M_S, Release


def missed_releases(
    release: Release, hyzer_rad: float, nose_rad: float, speed_share: float
) -> dict[str, Release]:
    """The release missed by so much hyzer, nose and power either way, by name."""
    hyzer, nose, power = (
        f"{v:.0f}" for v in (math.degrees(hyzer_rad), math.degrees(nose_rad), 100 * speed_share)
    )
    v = release.speed_m_s
    return {
        f"{hyzer}° more hyzer": replace(release, hyzer_rad=release.hyzer_rad + hyzer_rad),
        f"{hyzer}° less hyzer": replace(release, hyzer_rad=release.hyzer_rad - hyzer_rad),
        f"{nose}° nose up": replace(release, nose_rad=release.nose_rad + nose_rad),
        f"{nose}° nose down": replace(release, nose_rad=release.nose_rad - nose_rad),
        f"{power} % harder": replace(release, speed_m_s=min(FASTEST_M_S, v * (1 + speed_share))),
        f"{power} % softer": replace(release, speed_m_s=v * (1 - speed_share)),
    }
