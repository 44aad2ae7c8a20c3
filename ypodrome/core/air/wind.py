"""Mean wind with height, and its throw-to-throw scatter.

The neutral logarithmic profile u(z) = u_ref ln((z + z0) / z0) / ln((z_ref + z0) / z0)
(Stull, An Introduction to Boundary Layer Meteorology, 1988, §9.7; displaced by z0 so that it is
zero at the ground).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from ypodrome.core.refused import Refused
from ypodrome.core.units import mph

FASTEST_M_S, HARDEST_GUST_M_S = 30.0, 45.0
"""Beyond these nobody throws (chosen)."""

REFERENCE_HEIGHT_M = 2.0
"""Height at which the stated wind is felt: a hand-held meter or a face. Chosen: that is where
players read it."""

ROUGHNESS_M = 0.03
"""Roughness length of open mown ground (Davenport-Wieringa class "open", 0.03 m)."""

VEER_DEG = 14.0
"""One standard deviation of the direction from throw to throw: a steady breeze swings by some ten
degrees within minutes, and what is felt at the tee is not what blows out there [common practice];
the size is chosen."""

MISJUDGED = 0.20
"""Share by which a player misjudges the speed out there, one standard deviation (chosen)."""

INTENSITY = 0.12
"""Turbulence over one flight on open ground when no gust is reported (chosen)."""

BEAUFORT_LOWER_M_S = (0.0, 0.3, 1.6, 3.4, 5.5, 8.0, 10.8, 13.9, 17.2, 20.8, 24.5, 28.5, 32.7)
"""Lower limits of Beaufort forces 0 to 12 (WMO-No. 306, code table 1100)."""


@dataclass(frozen=True)
class Wind:
    """A breeze: `speed_m_s` at two metres, blowing from `from_deg` (compass), gusting to `gust_m_s`."""

    speed_m_s: float = 0.0
    from_deg: float = 0.0
    gust_m_s: float = 0.0

    def __post_init__(self) -> None:
        for name in ("speed_m_s", "from_deg", "gust_m_s"):
            if not math.isfinite(getattr(self, name)):
                raise Refused(f"wind {name} must be a finite number")
        limits = (("wind", self.speed_m_s, FASTEST_M_S), ("gust", self.gust_m_s, HARDEST_GUST_M_S))
        for what, given, most in limits:
            if not 0.0 <= given <= most:
                raise Refused(
                    f"the {what} must be from 0 to {most:.0f} m/s ({mph(most):.0f} mph), "
                    f"got {given:.1f} m/s ({mph(given):.0f} mph)"
                )

    @property
    def gust_sd_m_s(self) -> float:
        """Standard deviation of the speed that a throw meets, around the speed it was planned for.

        A reported gust is about 2.5 standard deviations above the mean; INTENSITY stands in when
        none is reported. Misjudgement comes on top.
        """
        gusting = INTENSITY * self.speed_m_s
        if self.gust_m_s > self.speed_m_s:
            gusting = (self.gust_m_s - self.speed_m_s) / 2.5
        return math.hypot(gusting, MISJUDGED * self.speed_m_s)


def beaufort_force(speed_10_m_m_s: float) -> int:
    """Beaufort number of a mean wind [m/s] at ten metres."""
    return max(i for i, low in enumerate(BEAUFORT_LOWER_M_S) if speed_10_m_m_s >= low)
