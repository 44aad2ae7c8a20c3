"""The shot bench: any disc of the bag at any release in any wind, without a hole."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Any

from django.db import transaction

from ypodrome.accounts.http import checked
from ypodrome.accounts.models import Player
from ypodrome.bag.forms import LIMITS, TaughtForm, TrialForm
from ypodrome.bag.models import BagDisc, State, StockLine
from ypodrome.core.api import (
    Air,
    Disc,
    Flight,
    Release,
    Throw,
    Thrower,
    Wind,
    body_of,
    fly,
    grip_share,
    missed_releases,
    open_field,
)
from ypodrome.core.refused import Refused

FACING_DEG = 90.0
"""The throw is made to the east; a wind of 0 comes from ahead."""

MOST_LINES = 40


BORROWED = 0.85
"""Speed of a kind of throw the player has not measured, as a share of the backhand (chosen)."""


def full_speed_m_s(thrower: Thrower, kind: str) -> float:
    """Arm speed at full power; of a kind not measured, a share of the first that is."""
    if kind in thrower.max_distance_m:
        return thrower.arm_speed_m_s(kind)
    return BORROWED * thrower.arm_speed_m_s(next(iter(thrower.max_distance_m)))


@dataclass(frozen=True)
class Trial:
    """One release to fly: the values of the bench, checked."""

    disc: BagDisc
    throw: Throw
    hyzer_deg: float
    nose_deg: float
    launch_deg: float
    power_pct: float
    wind_m_s: float
    wind_from_deg: float

    def release(self, player: Player) -> Release:
        """The release at the player's arm speed for this kind of throw and disc."""
        full = grip_share(self.disc.speed) * full_speed_m_s(player.thrower, self.throw.kind)
        return Release(
            full * self.power_pct / 100,
            self.throw,
            math.radians(self.hyzer_deg),
            math.radians(self.nose_deg),
            math.radians(self.launch_deg),
        )

    def air(self) -> Air:
        return Air(wind=Wind(self.wind_m_s, (self.wind_from_deg + FACING_DEG) % 360))


def trial_from(player: Player, values: dict[str, Any]) -> Trial:
    """Values from the screen, checked; Refused names the field."""
    form = checked(TrialForm(values))
    disc = player.discs.filter(state=State.BAG, deleted=None, pk=form["disc"]).first()
    if disc is None:
        raise Refused("disc: is not in the bag")
    return Trial(disc, Throw(form["throw"]), **{name: form[name] for name in LIMITS})


def fly_trial(player: Player, trial: Trial) -> Flight:
    """The most likely flight of a trial over level cut grass."""
    return fly(body_of(trial.disc.to_core()), trial.release(player), trial.air(), open_field())


TAUGHT = ("speed", "glide", "turn", "fade")


def as_if(trial: Trial, values: dict[str, Any]) -> Disc | None:
    """The trial's disc with other flight numbers, where the bench has some; Refused names one that no disc
    has."""
    wanted = values.get("as_if")
    if not isinstance(wanted, dict):
        return None
    disc = trial.disc.to_core()
    numbers = checked(TaughtForm({name: wanted.get(name, getattr(disc, name)) for name in TAUGHT}))
    other = replace(disc, **numbers)
    return None if other == disc else other


def fly_as_if(player: Player, trial: Trial, disc: Disc) -> Flight:
    """The trial with another disc in its place, out of the same hand."""
    full = grip_share(disc.speed) * full_speed_m_s(player.thrower, trial.throw.kind)
    release = replace(trial.release(player), speed_m_s=full * trial.power_pct / 100)
    return fly(body_of(disc), release, trial.air(), open_field())


def fly_ghosts(player: Player, trial: Trial) -> dict[str, Flight]:
    """The same trial with the player's own ordinary misses, one standard deviation each, by name."""
    body, air, field = body_of(trial.disc.to_core()), trial.air(), open_field()
    spread = player.thrower.spread_of(trial.throw.kind)
    missed = missed_releases(
        trial.release(player), math.radians(_rounded(spread.hyzer_deg)),
        math.radians(_rounded(spread.nose_deg)), 0.01 * _rounded(spread.speed_pct),
    )  # fmt: skip
    return {name: fly(body, release, air, field) for name, release in missed.items()}


def _rounded(size: float) -> float:
    """A size as it is told: whole, and never nothing."""
    return max(1.0, round(size))


@transaction.atomic
def keep_line(player: Player, name: str, values: dict[str, Any]) -> StockLine:
    """Keep a trial under a name; the same name takes its place."""
    name = name.strip()[:60]
    if not name:
        raise Refused("name the line")
    trial = trial_from(player, values)
    if player.lines.exclude(name=name).count() >= MOST_LINES:
        raise Refused(f"{MOST_LINES} lines are kept already; take one away first")
    line, _ = StockLine.objects.update_or_create(
        owner=player,
        name=name,
        defaults={"disc": trial.disc, "throw": trial.throw.value}
        | {field: getattr(trial, field) for field in LIMITS},
    )
    return line


def trial_of(line: StockLine) -> Trial:
    """A kept line as a trial."""
    values = {field: getattr(line, field) for field in LIMITS}
    return Trial(line.disc, Throw(line.throw), **values)
