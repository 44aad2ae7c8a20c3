"""Planning from where the disc lies, judging a throw of one's own, and the best of every disc."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Any, TypeVar

import numpy as np

from ypodrome.accounts.http import checked
from ypodrome.core.api import (
    KINDS,
    Follow,
    Kind,
    LiePlan,
    PlannedThrow,
    Scene,
    Situation,
    Stance,
    bearing_deg,
    check_lie,
    follows_of,
    judged,
    plan_from_lie,
    usual_nose_deg,
)
from ypodrome.core.refused import Refused
from ypodrome.drawing.frame import Frame
from ypodrome.interchange.fingerprint import digest
from ypodrome.jobs.asked import worked_out
from ypodrome.plan.choices import with_own
from ypodrome.plan.forms import FromForm, LieForm, OwnForm
from ypodrome.plan.kept import Kept
from ypodrome.plan.live import ground_of, situation_of
from ypodrome.plan.models import PlannedHole
from ypodrome.plan.planning import fresh
from ypodrome.standins.gps_fix import fix
from ypodrome.wording.measures import in_metres

Json = dict[str, Any]
Result = TypeVar("Result")
Point = tuple[float, float]

FARTHEST_M = 400.0


def lie_of(hole: PlannedHole, scene: Scene, frame: Frame, values: Json) -> Point:
    """The lie that a page names: a place on the drawing, a distance and compass bearing to the basket, or the
    simulated receiver. ValueError names what is missing or wrong."""
    form = checked(LieForm(values))
    if form["gps"]:
        return _simulated(hole, int(form["thrown"] or 1))
    if form["x"] is not None and form["y"] is not None:
        return frame.place(form["x"], form["y"])
    away = form["distance"]
    away_m = in_metres(away, hole.plan.owner.units)
    if away_m > FARTHEST_M:
        raise Refused("distance: no hole is that long")
    bearing = math.radians(form["bearing"])
    pin = scene.pin.at
    return pin[0] - away_m * math.sin(bearing), pin[1] - away_m * math.cos(bearing)


def _simulated(hole: PlannedHole, thrown: int) -> Point:
    """Where a phone would say the player stands after a throw as planned: one end of the planned cloud."""
    option = hole.planned.in_force
    for _ in range(1, thrown):
        option = option.standing.next or option
    rests = option.forecast.rests
    at = rests[np.random.default_rng([hole.pk, thrown]).integers(len(rests))]
    return fix((float(at[0]), float(at[1])), seed=hole.pk + thrown)


def from_here(hole: PlannedHole, lie: Point, values: Json) -> LiePlan:
    """The plan from a lie, by the number of throws made and the stance. ValueError names a bad one."""
    form = checked(FromForm(values))
    stance = Stance(form["stance"] or Stance.LEVEL)
    thrown, at = int(form["thrown"]), (round(lie[0], 2), round(lie[1], 2))
    situation = situation_of(hole)
    check_lie(situation.scene, at, thrown)
    worth = fresh(hole).planned.plan.worth
    key = f"here {hole.fingerprint} {at} {thrown} {stance}"
    return _at_once(hole, key, plan_from_lie, hole.fingerprint, situation, worth, at, thrown, stance)


def zone_of(hole: PlannedHole) -> tuple[Follow, ...]:
    """What comes next from the parts of the zone of the throw in force."""
    kept = fresh(hole).planned
    key = f"zone {hole.fingerprint} {digest(repr(kept.in_force.throw))}"
    situation, worth = situation_of(hole), kept.plan.worth
    return _at_once(hole, key, follows_of, hole.fingerprint, situation, worth, kept.in_force)


def _at_once(hole: PlannedHole, key: str, work: Callable[..., Result], *args: Any) -> Result:
    """Worked out before whole rounds: a player stands at the lie."""
    return worked_out(key, hole.plan.owner_id, work, *args, urgent=True)


def own_throw(hole: PlannedHole, values: Json) -> Kept:
    """The plan with a throw of the player's own from the tee, judged behind its options. ValueError names
    what is wrong with it."""
    situation = situation_of(fresh(hole))
    option = judged(situation, ground_of(hole), _entered(situation, values))
    if option is None:
        raise Refused("this disc or kind of throw is off today")
    plan = hole.planned.plan
    return with_own(plan, len(plan.options), option)


def _entered(situation: Situation, values: Json) -> PlannedThrow:
    form = checked(OwnForm(values))
    disc = next((d for d in situation.bag if d.key == form["disc"]), None)
    if disc is None:
        raise Refused("disc: choose one of the bag")
    if form["kind"] not in situation.kinds:
        known = ", ".join(k for k in KINDS if k in situation.kinds)
        raise Refused(f"kind: must be one that is thrown today: {known}")
    kind = Kind(form["kind"])
    tee, pin = situation.scene.tee.at, situation.scene.pin.at
    return PlannedThrow(
        disc, kind, situation.thrower.throw(kind), form["hyzer_deg"], usual_nose_deg(kind),
        form["launch_deg"], form["power_pct"] / 100.0, 0.0,
        bearing_deg(tee, pin) + form["aim_left_deg"], tee,
    )  # fmt: skip
