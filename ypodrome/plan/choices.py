"""Which throw is in force on a hole: chosen by the player, aimed by the player, or the first plan."""

from __future__ import annotations

from dataclasses import replace

from ypodrome.core.api import (
    GroundValue,
    HolePlan,
    Key,
    Option,
    PlannedThrow,
    Situation,
    Tried,
    aimed,
    bearing_deg,
    is_throw,
    judged,
    released_apart_deg,
    told,
)
from ypodrome.core.refused import Refused
from ypodrome.plan.kept import Choice, Kept, choice_document
from ypodrome.plan.live import ground_of, situation_of
from ypodrome.plan.models import PlannedHole

WIDEST_AIM_DEG = 90.0
GONE = "this throw is not in the bag any more, or its kind is off today: plan the hole again"


def settled(situation: Situation, plan: HolePlan, choice: Choice | None) -> Kept:
    """The plan with what is in force: the choice found again by its key, or judged anew as it was thrown
    where it was aimed by hand or is no longer offered; the first plan where there is no choice."""
    if choice is None:
        return Kept(plan)
    place = place_of(plan, choice.key, choice.throw)
    if place < len(plan.options) and not choice.by_hand:
        return Kept(plan, place)
    scene = situation.scene
    heading = bearing_deg(scene.tee.at, scene.pin.at) + choice.aim_left_deg
    value = GroundValue(situation, plan.worth)
    own = judged(situation, value, replace(choice.throw, lie=scene.tee.at, heading_deg=heading))
    return Kept(plan, gone=True) if own is None else with_own(plan, place, own)


def place_of(plan: HolePlan, key: Key, throw: PlannedThrow) -> int:
    """Where a throw stands among a plan's options: at the one it is, released most alike; or behind all."""
    rows = [i for i, o in enumerate(plan.options) if is_throw(o, key, throw)]
    apart = {i: released_apart_deg(plan.options[i].throw, throw) for i in rows}
    return min(rows, key=lambda i: apart[i], default=len(plan.options))


def with_own(plan: HolePlan, place: int, own: Option) -> Kept:
    """The plan with the player's own throw at its place, in that place's role, and told anew."""
    options = plan.options
    role = options[place].standing.role if place < len(options) else own.standing.role
    own = replace(own, standing=replace(own.standing, role=role))
    shown = Kept(plan, place, own).options
    return Kept(plan, place, told(shown)[place])


def _offered(hole: PlannedHole, rank: int) -> Option:
    options = hole.kept.options if hole.kept else ()
    if not 1 <= rank <= len(options):
        raise Refused(f"there is no option {rank} on this hole")
    return options[rank - 1]


def choose(hole: PlannedHole, rank: int) -> PlannedHole:
    """Put the option of this rank in force: the plan's own throw, in place of one that was aimed by hand."""
    _offered(hole, rank)
    kept = hole.planned
    if rank > len(kept.plan.options):  # the player's throw, which stands behind them
        return hole
    option = kept.plan.options[rank - 1]
    hole.choice = (
        None if rank == 1 else choice_document(Choice(option.key, option.throw, option.aim.left_deg))
    )
    hole.keep(Kept(kept.plan, rank - 1), "choice")
    return hole


def play(hole: PlannedHole, throw: Tried) -> None:
    """Put a throw that was tried in force: where the plan offers it the option, else as the player's own."""
    options = hole.planned.plan.options
    rank = next((k for k, o in enumerate(options, 1) if o.throw == throw.throw), None)
    if rank is not None:
        choose(hole, rank)
        return
    own = judged(situation_of(hole), ground_of(hole), throw.throw)
    if own is None:
        raise Refused(GONE)
    keep_own(hole, with_own(hole.planned.plan, len(options), own))


def aim(hole: PlannedHole, rank: int, aim_left_deg: float, keep: bool) -> Option:
    """Judge an option, or the player's own throw in its place, at another aim; with `keep` it becomes the
    choice in force."""
    option = _offered(hole, rank)
    if not -WIDEST_AIM_DEG <= aim_left_deg <= WIDEST_AIM_DEG:
        raise Refused(f"aim must be within {WIDEST_AIM_DEG:g}° of the line to the basket")
    own = judged(situation_of(hole), ground_of(hole), aimed(option, aim_left_deg))
    if own is None:
        raise Refused(GONE)
    kept = with_own(hole.planned.plan, rank - 1, own)
    if keep:
        keep_own(hole, kept)
    return kept.in_force


def keep_own(hole: PlannedHole, kept: Kept) -> None:
    """Put the player's own throw, which is in force in `kept`, in force on the hole."""
    own = kept.in_force
    hole.choice = choice_document(Choice(own.key, own.throw, own.aim.left_deg, by_hand=True))
    hole.keep(kept, "choice")
