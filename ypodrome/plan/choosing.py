"""Which throw is in force on a hole: chosen by the player, aimed by the player, or the first plan."""

from __future__ import annotations

from typing import Any

from ypodrome.core.api import FixedThrow, HolePlan, judged_again
from ypodrome.course.services import core_course
from ypodrome.interchange.frame import LonLat
from ypodrome.interchange.thrower_json import kind_named
from ypodrome.plan.alike import in_force, nearest_alike
from ypodrome.plan.live import live_plan
from ypodrome.plan.models import PlannedHole
from ypodrome.plan.stored import stored_option

Json = dict[str, Any]


def kept_choice(hole: PlannedHole, computed: HolePlan, options: list[Json], origin: LonLat) -> Json:
    """What is in force after planning again: the new first plan, unless the player chose otherwise. An own
    aim is kept and judged anew; a chosen throw is found again among the options, or the way it took."""
    chosen = hole.chosen
    if chosen is None or (hole.result and chosen == hole.result["options"][0]):
        return options[0]
    if "kind" in chosen:
        chosen = {**chosen, "kind": kind_named(chosen["kind"])}
    if hole.own_aim:
        own = _judged_again(computed, chosen, chosen["aim_left_deg"], origin)
        if own is not None:
            return _placed(own, options)
    place = nearest_alike(options, chosen)
    if place is not None:
        return options[place]
    way = chosen.get("way")
    return next((o for o in options if way and o["way"] == way), options[0])


def _judged_again(computed: HolePlan, option: Json, aim_left_deg: float, origin: LonLat) -> Json | None:
    """A stored option at an aim, judged in the conditions of a plan; None when it cannot be thrown there."""
    names = ("disc", "kind", "hyzer_deg", "launch_deg", "power", "bend_deg", "own_line")
    throw = FixedThrow(**{name: option[name] for name in names})
    moved = judged_again(computed, throw, aim_left_deg, option["role"])
    return {**stored_option(moved, origin), "rank": option["rank"], "own_aim": True} if moved else None


def _placed(own: Json, options: list[Json]) -> Json:
    """A throw aimed by the player at its place among the options: that of the same release, or the last."""
    place = in_force(options, own)
    if place is not None:
        own |= {"rank": options[place]["rank"], "role": options[place]["role"]}
        return own
    own |= {"rank": len(options) + 1, "role": "other"}
    options.append(own)
    return own


def choose(hole: PlannedHole, rank: int) -> PlannedHole:
    """Put the option of this rank in force."""
    options = (hole.result or {}).get("options", [])
    if not 1 <= rank <= len(options):
        raise ValueError(f"there is no option {rank} on this hole")
    hole.chosen = options[rank - 1]
    hole.own_aim = bool(hole.chosen.get("own_aim"))
    hole.save(update_fields=["chosen", "own_aim"])
    return hole


def aim(hole: PlannedHole, rank: int, aim_left_deg: float, keep: bool) -> Json:
    """Judge an option, or the player's own throw in its place, at another aim; with `keep` it becomes the
    choice in force."""
    computed = live_plan(hole)
    options = (hole.result or {}).get("options", [])
    if not 1 <= rank <= len(options):
        raise ValueError(f"there is no option {rank} on this hole")
    if not -90.0 <= aim_left_deg <= 90.0:
        raise ValueError("aim must be within 90° of the line to the basket")
    own = hole.own_aim and hole.chosen["rank"] == rank
    document = _judged_again(
        computed, hole.chosen if own else options[rank - 1], aim_left_deg,
        core_course(hole.plan.layout.course).origin,
    )  # fmt: skip
    if document is None:
        raise ValueError(
            "this throw is not in the bag any more, or its kind is off today: plan the hole again"
        )
    if keep:
        hole.chosen, hole.own_aim = document, True
        hole.save(update_fields=["chosen", "own_aim"])
    return document
