"""View data of the record and of the look back."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.db.models import Prefetch

from ypodrome.accounts.models import Player
from ypodrome.bag.services import bag_of
from ypodrome.core.api import KINDS, Event, fold
from ypodrome.plan.inputs import is_stale, staleness
from ypodrome.plan.models import GamePlan, PlannedHole
from ypodrome.plan.presenters.overview import RECORD, hole_cell
from ypodrome.round import services
from ypodrome.round.events import ByPosition, events_at, events_by_round
from ypodrome.round.joining import alike
from ypodrome.round.models import Round, RoundHole
from ypodrome.wording.measures import in_units

Json = dict[str, Any]


def record_context(hole: RoundHole) -> Json:
    """The form of a hole: what is told of it, or the plan to begin from."""
    player, played = hole.round.owner, hole.round
    events, planned = events_at(played, hole.position), services.planned_hole(hole)
    services.promise_anew(hole, planned, events)
    told = fold(events)
    throws = [_row(t, player.units) for t in told.others] or _planned_rows(hole)
    thrower = player.thrower
    kinds = [thrower.throw(k).value for k in KINDS if k in thrower.max_distance_m]
    discs = [d.name for d in bag_of(player)]
    first = (hole.promised.get("throws") or [None])[0]
    return {
        "hole": hole,
        "round": played,
        "plan": played.plan,
        "units": player.units,
        "holes": list(played.holes.all()),
        "promised": first,
        "throws": throws,
        "putts": len(told.putts) if told.throws else 2,
        "told": told if told.over else None,
        "whole": len(events),
        "disputed": [[e.disc or "a putt" for e in rivals] for rivals in told.disputed],
        "discs": [*discs, *dict.fromkeys(t["disc"] for t in throws if t["disc"] and t["disc"] not in discs)],
        "kinds": list(dict.fromkeys([*kinds, *(t["throw"] for t in throws if t["throw"])])),
        "results": services.RESULTS,
        "penalised": services.PENALTIES,
        "why_stale": staleness(planned)[1] if planned else [],
        "cell": hole_cell(planned, planned.plan, RECORD) if planned else None,
    }


def _row(event: Event, units: str) -> dict[str, str]:
    left = "" if event.to_go_m is None else f"{in_units(event.to_go_m, units):.0f}"
    return {"disc": event.disc, "throw": event.throw, "result": services.result_of(event), "left": left}


def _planned_rows(hole: RoundHole) -> list[dict[str, str]]:
    """The planned throws in sequence, for the record to begin from."""
    rows = [
        {"disc": t["disc"], "throw": t["throw"], "result": services.AS_PLANNED}
        for t in hole.promised.get("throws", [])
    ]
    return rows or [{"disc": "", "throw": "", "result": services.AS_PLANNED}]


LISTED_HOLES = PlannedHole.objects.defer("tried", "winds", "scratch", "notes")
"""Holes as a list of plans needs them."""


def shelf_context(player: Player, put_away: bool) -> Json:
    """Plans with their rounds, and rounds whose plan is gone, by course, latest first."""
    plans = GamePlan.objects.of(player).select_related("layout__course").filter(archived__isnull=not put_away)
    plans = plans.prefetch_related("owner__discs", "owner__lines__disc")
    plans = plans.prefetch_related(Prefetch("holes", LISTED_HOLES))
    rounds = list(
        Round.objects.of(player).filter(joined=None).select_related("plan").prefetch_related("holes")
    )
    told = events_by_round(rounds)
    courses: dict[str, Json] = {}
    for plan in plans:
        mine = [_round_row(r, told) for r in rounds if r.plan_id == plan.pk]
        course = courses.setdefault(plan.layout.course.name, {"plans": [], "alone": []})
        course["plans"].append(_plan_row(plan) | {"rounds": mine})
    for played in rounds:
        if not put_away and (played.plan is None or played.plan.deleted is not None):
            course = courses.setdefault(played.course_name, {"plans": [], "alone": []})
            course["alone"].append(_round_row(played, told))
    rows = [{"name": name, **rows} for name, rows in sorted(courses.items())]
    return {"courses": rows, "put_away": put_away}


def _plan_row(plan: GamePlan) -> Json:
    holes = list(plan.holes.all())
    for hole in holes:
        hole.plan = plan  # its owner's discs are read once
    planned = [h for h in holes if h.kept is not None]
    stale = sum(is_stale(h) for h in planned)
    if len(planned) < len(holes):
        state = f"{len(planned)} of {len(holes)} holes planned" if planned else "not planned yet"
    else:
        state = "planned"
    if stale:
        state += f", {stale} out of date"
    whole = bool(planned) and len(planned) == len(holes)
    expected = sum(h.planned.in_force.forecast.expected for h in planned) if whole else None
    return {"plan": plan, "state": state, "expected": expected}


def _round_row(played: Round, told: dict[UUID, ByPosition]) -> Json:
    score = services.round_score(played, told[played.uuid])
    done, par = len(score.holes), score.against_par
    against = "level" if par == 0 else f"{par:+d}".replace("-", "−")
    of = "" if done == len(played.holes.all()) else f" after {done}"
    result = f"{score.score} ({against}){of}" if done else "nothing recorded"
    named = f"{played.name}: " if played.name else ""
    return {"round": played, "words": f"{named}{played.day:%-d %b}, {result}"}


def _alike_rows(played: Round) -> list[Json]:
    """Rounds that may be the same, each in words."""
    others = alike(played)
    told = events_by_round(others)
    return [_round_row(other, told) for other in others]


PARTS = (("Tee", "tee"), ("Approach", "approach"), ("Putting", "putting"))


def after_context(played: Round, units: str) -> Json:
    """The round against par and against its plan."""
    told = services.played_holes(played)
    score = services.round_score(played)
    rows = [
        {"at": hole, "hole": s, "throws": [(t, services.result_of(t)) for t in play.others]}
        for (hole, play), s in zip(told, score.holes, strict=True)
    ]
    noted = [h for h in score.holes if h.gained is not None]
    parts = [
        (name, [getattr(h.gained, part) for h in noted], getattr(score.gained, part))
        for name, part in PARTS if noted
    ]  # fmt: skip
    done = {hole.position for hole, _ in told}
    return {
        "round": played, "plan": played.plan, "score": score, "rows": rows, "noted": noted, "parts": parts,
        "missing": [h for h in played.holes.all() if h.position not in done], "units": units,
        "parts_read": list(played.parts.all()), "alike": _alike_rows(played),
    }  # fmt: skip
