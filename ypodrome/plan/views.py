"""Screens of the game plan: parse, call a service, respond."""

from __future__ import annotations

import time
from datetime import datetime
from typing import Any

from django.contrib import messages
from django.http import HttpResponse, JsonResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.template.loader import render_to_string
from django.utils import timezone
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ypodrome.accounts.http import checked, json_body, say_room
from ypodrome.accounts.owned import own_or_404
from ypodrome.accounts.requests import PlayerRequest
from ypodrome.core.api import Option, dearer
from ypodrome.core.refused import Refused
from ypodrome.course.documents import core_course
from ypodrome.course.models import Course, Layout
from ypodrome.course.presenters import look_words
from ypodrome.drawing.frame import hole_frame
from ypodrome.drawing.hole_drawing import HEIGHT, WIDTH
from ypodrome.plan import choices, comparison, conditions, planning
from ypodrome.plan.forms import AimForm, BesideForm, HourForm, OtherForm, RankForm, paper_of
from ypodrome.plan.inputs import staleness
from ypodrome.plan.live import ground_of, labels_of, scene_for_hole
from ypodrome.plan.models import GamePlan, PlannedHole
from ypodrome.plan.presenters.book import book_context
from ypodrome.plan.presenters.overview import comparison_context, overview_context
from ypodrome.plan.presenters.sheet import sheet_context, shot_context, standard_context
from ypodrome.plan.presenters.value_drawing import draw_value
from ypodrome.plan.presenters.weather import weather_context
from ypodrome.plan.presenters.winds import winds_context
from ypodrome.plan.target import play_for_target, set_target


def own_plan(request: PlayerRequest, pk: int) -> GamePlan:
    """The player's own plan, or a 404."""
    plans = GamePlan.objects.select_related("layout__course", "owner")
    plans = plans.prefetch_related("owner__discs", "owner__lines__disc")
    return own_or_404(plans, request, pk=pk)


def own_hole(request: PlayerRequest, pk: int, position: int) -> PlannedHole:
    """A hole of the player's own plan, or a 404."""
    holes = PlannedHole.objects.select_related("plan__layout__course", "plan__owner")
    holes = holes.prefetch_related("plan__owner__discs", "plan__owner__lines__disc")
    mine = {"plan__owner": request.player, "plan__deleted": None}
    return get_object_or_404(holes, plan_id=pk, position=position, **mine)


@require_safe
def current(request: PlayerRequest) -> HttpResponse:
    """The latest plan, or a page that says how to begin."""
    plan = GamePlan.objects.of(request.player).filter(archived=None).order_by("-pk").first()
    if plan:
        return redirect("plan:overview_of", plan.pk)
    seen = Course.objects.seen_by(request.player)
    layouts = Layout.objects.filter(course__in=seen).select_related("course")
    return render(request, "plan/start.html", {"layouts": layouts})


@require_POST
def start(request: PlayerRequest, layout: int) -> HttpResponse:
    """Begin a plan for a layout."""
    found = get_object_or_404(Layout, pk=layout, course__in=Course.objects.seen_by(request.player))
    core_course(found.course)  # a course that is not sound yet says so here
    plan = planning.start_plan(request.player, found, datetime.now().hour)
    say_room(request, "plans")
    return redirect("plan:overview_of", plan.pk)


@require_safe
def overview(request: PlayerRequest, pk: int) -> HttpResponse:
    """All holes of a plan."""
    return render(request, "plan/overview.html", overview_context(own_plan(request, pk)))


@require_POST
def target(request: PlayerRequest, pk: int) -> HttpResponse:
    """Set the total the round needs, or play what it wants."""
    plan = own_plan(request, pk)
    try:
        set_target(plan, request.POST.get("target", ""))
        if request.POST.get("act") == "play":
            changed = play_for_target(plan)
            messages.success(request, f"{changed} hole{'' if changed == 1 else 's'} changed for the target.")
    except Refused as error:
        messages.error(request, f"Not set: {error}.")
    return redirect("plan:overview_of", pk)


@require_safe
def unseen(request: PlayerRequest, pk: int) -> HttpResponse:
    """What has not been seen on the plan's holes, by what knowing it would save."""
    plan = own_plan(request, pk)
    rows = [{"worth": w.throws, "where": look_words(w.look, request.player.units), "look": w.look}
            for w in comparison.worth_looking(plan)]  # fmt: skip
    return render(request, "plan/unseen.html", {"plan": plan, "rows": rows})


@require_http_methods(["GET", "POST"])
def beside(request: PlayerRequest, pk: int) -> HttpResponse:
    """Make the same round in other conditions, and compare two plans."""
    plan = own_plan(request, pk)
    problems: list[str] = []
    if request.method == "POST":
        try:
            return redirect("plan:overview_of", _copied(request, plan).pk)
        except Refused as error:
            problems = [str(error)]
    others = GamePlan.objects.of(request.player).filter(layout__course=plan.layout.course).exclude(pk=pk)
    context: dict[str, Any] = {"plan": plan, "others": others, "problems": problems}
    chosen = OtherForm({"with_": request.GET.get("with")})
    asked = chosen.cleaned_data["with_"] if chosen.is_valid() else None
    other = others.filter(pk=asked).first() if asked else others.first()
    if other is not None:
        context |= comparison_context(plan, other)
    return render(request, "plan/beside.html", context, status=400 if problems else 200)


def _copied(request: PlayerRequest, plan: GamePlan) -> GamePlan:
    form = checked(BesideForm(request.POST))
    times = 1.0 if form["wind"] is None else form["wind"]
    return comparison.copy_plan(plan, form["name"], form["wet"], form["without"], times)


@require_safe
def book(request: PlayerRequest, pk: int) -> HttpResponse:
    """The plan as pages to print."""
    return render(request, "plan/book/book.html", book_context(own_plan(request, pk), paper_of(request)))


@require_safe
def weather(request: PlayerRequest, pk: int) -> HttpResponse:
    """The hours of the round as the station has them."""
    plan, form = own_plan(request, pk), HourForm(request.GET)
    asked = form.cleaned_data["at"] if form.is_valid() else None
    begins = timezone.localtime().hour if asked is None else int(asked)
    return render(request, "plan/weather.html", weather_context(plan, begins) | {"plan": plan})


@require_safe
def sheet(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """One hole."""
    hole = own_hole(request, pk, position)
    scene = scene_for_hole(hole)
    stale, why = staleness(hole)
    holes = list(hole.plan.holes.all())
    at = next(k for k, h in enumerate(holes) if h.pk == hole.pk)
    context = sheet_context(hole, scene) | {
        "before": holes[at - 1] if at else None,
        "after": holes[at + 1] if at + 1 < len(holes) else None,
        "stale": stale,
        "why_stale": why,
        "tees": labels_of(hole, "tees"),
        "pins": labels_of(hole, "pins"),
        "hole_name": scene.line.name,
    }
    return render(request, "plan/hole/sheet.html", context)


def _fragments(request: PlayerRequest, hole: PlannedHole) -> dict[str, Any]:
    """The parts of the sheet that a new plan or choice changes, as HTML and SVG."""
    context = sheet_context(hole, scene_for_hole(hole))
    names = ("drawing", "side", "tee_view", "card", "options", "facts")
    parts = {n: render_to_string(f"plan/hole/_{n}.html", context, request) for n in names}
    return {"parts": parts, "wind": context["wind"], "expected": hole.planned.in_force.forecast.expected}


def _shot_parts(
    request: PlayerRequest, hole: PlannedHole, option: Option, by_hand: bool = False,
    look: planning.Look | None = None,
) -> dict[str, str]:  # fmt: skip
    """The parts of the sheet that show one throw."""
    scene = scene_for_hole(hole)
    frame = hole_frame(scene, WIDTH, HEIGHT)
    context = shot_context(option, scene, frame, hole.plan.owner.units)
    context |= {"by_hand": by_hand, "first_look": look}
    names = ("shot", "side", "tee_view", "card")
    return {n: render_to_string(f"plan/hole/_{n}.html", context, request) for n in names}


@require_http_methods(["GET", "POST"])
def winds(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """The hole in every wind; POST works the table out."""
    hole = own_hole(request, pk, position)
    if request.method == "POST":
        comparison.work_out_winds(hole)
        return JsonResponse({"kept": True})
    kept = comparison.winds_kept(hole)
    context = winds_context(kept, request.player.units) if kept else {}
    context |= {"plan": hole.plan, "hole": hole, "units": request.player.units}
    context["hole_name"] = scene_for_hole(hole).line.name
    return render(request, "plan/winds.html", context)


@require_POST
def value_map(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """What ground is worth on the hole, as lines to lay over its drawing."""
    hole = own_hole(request, pk, position)
    frame = hole_frame(scene_for_hole(hole), WIDTH, HEIGHT)
    planning.fresh(hole)
    context = {"lines": draw_value(ground_of(hole), frame)}
    return JsonResponse({"parts": {"value": render_to_string("plan/hole/_value.html", context, request)}})


@require_POST
def scratch(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """A scratch player's expected score on the hole."""
    return JsonResponse({"expected": comparison.scratch_of(own_hole(request, pk, position))})


@require_POST
def standard(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """What a standard player of the player's level would throw, beside the player's own best."""
    hole = own_hole(request, pk, position)
    context = standard_context(planning.fresh(hole), comparison.standard_of(hole))
    shown = render_to_string("plan/hole/_standard.html", context, request)
    return JsonResponse({"parts": {"standard": shown}})


@require_POST
def notes(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """Keep the player's notes on the hole."""
    hole = own_hole(request, pk, position)
    conditions.set_notes(hole, json_body(request).get("notes", ""))
    return JsonResponse({"kept": True})


@require_POST
def look(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """Take new conditions, and show what a first look says to throw in them, if there is one."""
    hole = own_hole(request, pk, position)
    conditions.set_conditions(hole, json_body(request))
    first = planning.first_look(hole)
    return JsonResponse({"parts": _shot_parts(request, hole, first.option, look=first) if first else {}})


@require_POST
def replan(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """Take new conditions and plan the hole again."""
    hole = own_hole(request, pk, position)
    first = hole.kept.plan.options[0] if hole.kept else None
    conditions.set_conditions(hole, json_body(request))
    planning.plan_one(hole)
    answer = _fragments(request, hole)
    answer["changed"] = _change_words(first, hole.planned.plan.options[0])
    return JsonResponse(answer)


def _change_words(old: Option | None, new: Option) -> str:
    """What a new plan changed, in a sentence."""
    if old is None:
        return "Planned."
    moved = dearer(new.forecast.expected, old.forecast.expected)
    by = f"expected score {moved:+.2f}".replace("-", "−")
    was, now = (f"{o.throw.disc.name}, {o.forecast.shape}, {o.throw.code}" for o in (old, new))
    if was == now:
        return f"The {new.throw.disc.name} stays first plan; {by}."
    return f"First plan is now {now}; before, {was}; {by}."


@require_POST
def choose(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """Put an option in force."""
    hole = own_hole(request, pk, position)
    choices.choose(hole, checked(RankForm(json_body(request)))["rank"])
    return JsonResponse(_fragments(request, hole))


@require_POST
def aim(request: PlayerRequest, pk: int, position: int) -> HttpResponse:
    """Judge the option in force at another aim, while it is dragged or when it is let go."""
    began = time.perf_counter()
    hole = own_hole(request, pk, position)
    values = json_body(request)
    keep, form = values.get("keep") is True, checked(AimForm(values))
    planning.fresh(hole)
    option = choices.aim(hole, form["rank"], form["aim_left_deg"], keep)
    if keep:
        return JsonResponse(_fragments(request, hole))
    parts = _shot_parts(request, hole, option, by_hand=True)
    return JsonResponse({"parts": parts, "ms": round(1000 * (time.perf_counter() - began))})
