"""The book: a pocket page a hole, to print or to keep, from plans in the database or from a plan's file."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from threading import Lock
from typing import Any

from cachetools import LRUCache, cached
from django.template.loader import render_to_string

from ypodrome.core.api import Role, Scene
from ypodrome.drawing.hole_drawing import Look, draw_hole
from ypodrome.plan.comparison import winds_kept
from ypodrome.plan.forms import PAPERS
from ypodrome.plan.inputs import staleness
from ypodrome.plan.live import scene_for_hole
from ypodrome.plan.models import GamePlan, PlannedHole
from ypodrome.plan.presenters.drawn import drawn
from ypodrome.plan.presenters.sheet import MOST_SHOWN, Shown, by_key, card, gone_words, shown_of, wind_view
from ypodrome.plan.presenters.shot_drawing import draw_shot
from ypodrome.plan.presenters.winds import winds_context
from ypodrome.wording.cautions import caution_words
from ypodrome.wording.measures import length, wind_speed

Json = dict[str, Any]

PAGE = Look(184.0, 372.0, light=True)
"""The drawing on a page of 105 by 148 mm, at four pixels a millimetre."""

A_SIDE = 4
STAND_BY = (Role.FIRST, Role.CONTINGENCY, Role.SAFE)
BOXES = {"throws": range(5), "putts": range(3)}
"""Boxes to tick on a page (chosen: enough for a bad par 5)."""


@dataclass(frozen=True)
class Page:
    """A hole in the book: what is said of it, its drawing, the throw to make and those that stand by."""

    number: int
    name: str
    par: int
    facts: str
    picture: str
    throw: Json | None = None
    others: tuple[Json, ...] = ()
    switches: tuple[str, ...] = ()
    cautions: tuple[str, ...] = ()
    notes: str = ""
    out_of_date: tuple[str, ...] = ()
    gone: str = ""


@dataclass(frozen=True)
class Cover:
    """What the book says before its holes."""

    course: str
    layout: str
    wind: str
    player: str


def book_of(cover: Cover, pages: Sequence[Page], paper: str) -> Json:
    """What the book's template shows: pages in their order, or four to a side where they are cut apart."""
    whole: list[Page | None] = [None, *pages]  # the cover goes first
    sides = [whole] if paper == "a6" else imposed(whole)
    return {
        "cover": cover,
        "pages": pages,
        "sides": sides,
        "paper": paper,
        "papers": dict(PAPERS),
        "boxes": BOXES,
    }


def imposed(pages: Sequence[Page | None]) -> list[list[Page | str | None]]:
    """Sides of four pages each, fronts and backs in turn, so that sheets printed on both sides over the long
    edge and cut in four have every even page behind the odd one before it. "" is an empty place."""
    sides: list[list[Page | str | None]] = []
    per_sheet = 2 * A_SIDE
    for first in range(0, len(pages), per_sheet):
        leaf = [*pages[first : first + per_sheet], *[""] * per_sheet][:per_sheet]
        front, back = leaf[0::2], leaf[1::2]
        sides += [front, [back[k] for k in (1, 0, 3, 2)]]
    return sides


def book_context(plan: GamePlan, paper: str = "a6") -> Json:
    """The book of a plan: the throw in force and the two that stand by, hole by hole."""
    units, layout = plan.owner.units, plan.layout
    wind = (
        f"{wind_speed(plan.wind_m_s, units)} from {plan.wind_from_deg:.0f}°, {'wet' if plan.wet else 'dry'}"
    )
    cover = Cover(layout.course.name, layout.name, wind, plan.owner.name)
    return book_of(cover, [_page(h, plan) for h in plan.holes.all()], paper) | {"plan": plan, "units": units}


def _page(hole: PlannedHole, plan: GamePlan) -> Page:
    scene, units = scene_for_hole(hole), plan.owner.units
    shown = shown_of(hole) if hole.kept is not None else None
    wind = wind_view(plan, draw_hole(scene, units, PAGE)[1].angle)
    facts = f"par {hole.par}, {length(scene.distance_m, units)}"
    told: Json = {}
    if shown:
        facts += f", plays like {length(shown.kept.plan.plays_like_m, units)}"
        kept = winds_kept(hole)
        told = _told(shown, units) | {
            "switches": tuple(winds_context(kept, units)["sentences"]) if kept else (),
            "gone": gone_words(hole),
        }  # fmt: skip
    return Page(
        hole.number, scene.line.name, hole.par, f"{facts}, {wind['words']}",
        _picture(shown, scene, hole.number, units, wind["turn_deg"]), notes=hole.notes,
        out_of_date=tuple(staleness(hole)[1]), **told,
    )  # fmt: skip


@cached(LRUCache(MOST_SHOWN), key=by_key, lock=Lock())
def _told(shown: Shown, units: str) -> Json:
    """The throw in force, those that stand by, and to take care of."""
    kept = shown.kept
    others = [o for k, o in enumerate(kept.options) if k != kept.place and o.standing.role in STAND_BY]
    return {
        "throw": card(shown.option, units),
        "others": tuple(card(o, units) for o in others[:2]),
        "cautions": tuple(caution_words(c, units) for c in kept.plan.cautions),
    }


@cached(LRUCache(MOST_SHOWN), key=by_key, lock=Lock())
def _picture(shown: Shown | None, scene: Scene, number: int, units: str, wind_turn_deg: float) -> str:
    shot = drawn(draw_shot, shown.option, scene, draw_hole(scene, units, PAGE)[1], True) if shown else None
    return picture(scene, number, units, shot, wind_turn_deg)


def picture(scene: Scene, number: int, units: str, shot: Any, wind_turn_deg: float) -> str:
    """A hole to scale, with its throw and the wind."""
    drawing = draw_hole(scene, units, PAGE)[0]
    context = {"drawing": drawing, "shot": shot, "number": number, "turn_deg": wind_turn_deg}
    return render_to_string("plan/book/_picture.html", context)
