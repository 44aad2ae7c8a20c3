"""What happened in a round or a field session, told once and never changed: a correction is an event too."""

from __future__ import annotations

from dataclasses import dataclass, fields
from enum import StrEnum


class What(StrEnum):
    """What an event tells."""

    THROW = "throw"
    PROVISIONAL = "provisional"
    PUTT = "putt"
    PENALTY = "penalty"
    CORRECTION = "correction"
    PIN_CHANGED = "pin changed"
    SCORE_ONLY = "score only"
    HOLE_FINISHED = "hole finished"
    NOTE = "note"


class Fault(StrEnum):
    """How a throw went wrong, as a player tells it."""

    LEFT = "left"
    RIGHT = "right"
    SHORT = "short"
    LONG = "long"
    HIT = "hit something"


class Penalty(StrEnum):
    """What a penalty throw was for."""

    OB = "out of bounds"
    HAZARD = "hazard"
    LOST = "lost disc"
    MANDO = "missed mandatory"
    RELIEF = "relief"
    OTHER = "other"


WITHDRAWN = "withdrawn"
MADE, MISSED = "made", "missed"


@dataclass(frozen=True)
class Event:
    """One event. Identity is `id`, made by the device; `corrects` names the event that a correction stands
    for from then on, and `becomes` what that event is now ("withdrawn": it did not happen).

    Angles in degrees, lengths in metres, speeds in m/s. `lie_to_go_m`, `to_go_m`: to the basket before and
    after. `rest_m`, `rest_left_m`: along and left of the aim. `throw_no` counts throws and putts of the hole,
    penalties not counted. `penalties`: penalty throws that came with it. `planned`: key of the planned throw,
    `promised`: its values then. None or "" where nobody told.
    """

    id: str
    what: What
    round: str = ""
    device: str = ""
    running: int = 0
    made_at: str = ""
    position: int | None = None
    hole: int | None = None
    tee: str = ""
    pin: str = ""
    throw_no: int | None = None
    corrects: str = ""
    becomes: str = ""
    disc_id: str = ""
    disc: str = ""
    disc_numbers: str = ""
    throw: str = ""
    kind: str = ""
    power_pct: float | None = None
    hyzer_deg: float | None = None
    nose_deg: float | None = None
    launch_deg: float | None = None
    aim_bearing_deg: float | None = None
    lie_lon: float | None = None
    lie_lat: float | None = None
    lie_to_go_m: float | None = None
    rest_lon: float | None = None
    rest_lat: float | None = None
    intended_m: float | None = None
    rest_m: float | None = None
    rest_left_m: float | None = None
    to_go_m: float | None = None
    surface: str = ""
    stance: str = ""
    wind_m_s: float | None = None
    wind_from_deg: float | None = None
    wind_source: str = ""
    fault: str = ""
    penalty: str = ""
    penalties: int = 0
    putt: str = ""
    score: int | None = None
    planned: str = ""
    promised: str = ""
    note: str = ""

    @property
    def holed(self) -> bool:
        """Whether the disc ended in the basket."""
        return self.putt == MADE


TOLD = tuple(f.name for f in fields(Event) if f.name not in ("id", "round", "device", "running", "made_at"))
"""What an event tells, apart from which it is."""


def same_told(one: Event, other: Event) -> bool:
    """Whether two events tell the same, whichever of them came first."""
    skip = {"what", "corrects", "becomes"}
    return all(getattr(one, name) == getattr(other, name) for name in TOLD if name not in skip)
