"""The bag laid out, and its discs: added, edited, copied, put away, lost, found, brought in by file."""

from __future__ import annotations

from typing import Any

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import redirect, render
from django.utils import timezone
from django.views.decorators.http import require_http_methods, require_POST, require_safe

from ypodrome.accounts.http import checked, say_room, upload_of
from ypodrome.accounts.models import Player
from ypodrome.accounts.owned import own_or_404
from ypodrome.accounts.requests import PlayerRequest
from ypodrome.bag import services
from ypodrome.bag.forms import WIND_CHOICES, DiscForm, LayoutForm, StateForm
from ypodrome.bag.layout import doubles, laid_out
from ypodrome.bag.layout_view import finish_words, layout_view
from ypodrome.bag.models import BagDisc, State
from ypodrome.bag.wear import worn_by_now
from ypodrome.core.refused import Refused
from ypodrome.interchange.plain import LARGEST_BYTES

WIND_M_S = 4.5
"""A moderate wind, ten miles an hour, to lay the bag out in where no plan says today's (chosen)."""


def _todays_wind_m_s(player: Player) -> float:
    """The wind of the player's latest plan."""
    latest = player.plans.filter(deleted=None, archived=None).first()
    return latest.wind_m_s if latest and latest.wind_m_s > 0.5 else WIND_M_S


@require_safe
def shelf(request: PlayerRequest) -> HttpResponse:
    """The bag laid out for its thrower, and every disc the player has or had."""
    return render(request, "bag/shelf.html", _context(request))


def _context(request: PlayerRequest) -> dict[str, Any]:
    player = request.player
    asked = LayoutForm(request.GET)
    chosen = asked.cleaned_data if asked.is_valid() else {}
    thrower = player.thrower
    kinds = [k for k in ("backhand", "forehand") if k in thrower.max_distance_m]
    kind = chosen.get("kind") or next(iter(kinds), "backhand")
    wind = chosen.get("wind") or "still"
    bag, wind_m_s = services.core_bag(player), _todays_wind_m_s(player)
    placed = laid_out(thrower, bag, kind, wind_m_s, wind)
    ends = {p.disc.id: p for p in placed}
    discs = list(BagDisc.objects.of(player))
    thrown = services.throws_of(player)
    rows = [_row(d, ends.get(str(d.uuid)), thrown, player.units) for d in discs]
    alike = doubles(thrower, bag, kind, wind_m_s)
    return {
        "view": layout_view(placed, alike, player.units), "units": player.units, "kind": kind, "wind": wind,
        "kinds": kinds, "winds": WIND_CHOICES, "wind_m_s": wind_m_s,
        "sections": [(s.label, s.value, [r for r in rows if r["disc"].state == s]) for s in State],
        "undo": player.bag_changes.first(),
    }  # fmt: skip


def _row(disc: BagDisc, end: Any, thrown: dict[str, int], units: str) -> dict[str, Any]:
    throws = thrown.get(str(disc.uuid), 0)
    return {
        "disc": disc, "numbers": disc.to_core().numbers, "far_m": end.far_m if end else None,
        "finish": finish_words(end, units) if end else "", "throws": throws,
        "worn": worn_by_now(disc, throws),
    }  # fmt: skip


def _own(request: PlayerRequest, pk: int) -> BagDisc:
    return own_or_404(BagDisc.objects.select_related("owner"), request, pk=pk)


@require_http_methods(["GET", "POST"])
def edit(request: PlayerRequest, pk: int | None = None) -> HttpResponse:
    """A disc's form: new, or one the player has."""
    disc = BagDisc(owner=request.player) if pk is None else _own(request, pk)
    form = DiscForm(request.POST if request.method == "POST" else None, instance=disc)
    if request.method == "POST" and form.is_valid():
        services.save_disc(request.player, form.instance)
        messages.success(request, f"{form.instance.name} is kept.")
        say_room(request, "discs")
        return redirect("bag:shelf")
    status = 400 if request.method == "POST" else 200
    context = {
        "form": form,
        "disc": disc if pk else None,
        "states": State.choices,
        "today": timezone.localdate(),
    }
    return render(request, "bag/disc.html", context, status=status)


@require_POST
def copy(request: PlayerRequest, pk: int) -> HttpResponse:
    """Another copy of a disc."""
    made = services.copy_disc(_own(request, pk))
    messages.success(request, f"{made.name} is in the bag, as new.")
    return redirect("bag:edit", made.pk)


@require_POST
def state(request: PlayerRequest, pk: int) -> HttpResponse:
    """Put a disc in the bag, away, among the lost or the retired."""
    disc, form = _own(request, pk), checked(StateForm(request.POST))
    services.set_state(disc, form["state"], form["lost_on"], form["lost_where"])
    messages.success(request, f"{disc.name}: {disc.get_state_display()}.")
    return redirect("bag:shelf")


@require_POST
def worn(request: PlayerRequest, pk: int) -> HttpResponse:
    """Take the wear that the logged throws make likely."""
    disc = _own(request, pk)
    wear = worn_by_now(disc, services.throws_of(request.player).get(str(disc.uuid), 0))
    if wear is not None:
        disc.wear = wear
        services.save_disc(request.player, disc)
        messages.success(request, f"{disc.name}: wear {wear:g}.")
    return redirect("bag:shelf")


@require_POST
def delete(request: PlayerRequest, pk: int) -> HttpResponse:
    """Take a disc off the list."""
    disc = _own(request, pk)
    services.delete_disc(disc)
    messages.success(request, f"{disc.name} is deleted; undo brings it back.")
    return redirect("bag:shelf")


@require_POST
def undo(request: PlayerRequest) -> HttpResponse:
    """Take the last change of the bag back."""
    what = services.undo(request.player)
    messages.success(request, f"Taken back: {what}.")
    return redirect("bag:shelf")


@require_POST
def read(request: PlayerRequest) -> HttpResponse:
    """Show what a file would change; taken when the player says so."""
    try:
        data = upload_of(request, LARGEST_BYTES)[1]
        merge = services.merge_of(request.player, data)
    except Refused as error:
        problems = [str(p) for p in getattr(error, "problems", [error])]
        context = _context(request) | {"problems": problems[:20], "more": len(problems[20:])}
        return render(request, "bag/shelf.html", context, status=400)
    changed = [
        (new.name, [_change_words(*c) for c in services.differences(old, new)]) for old, new in merge.changed
    ]
    context = {"merge": merge, "changed": changed, "text": data.decode("utf-8-sig")}
    return render(request, "bag/merge.html", context)


def _change_words(column: str, before: Any, after: Any) -> str:
    words = column.removesuffix("_g").replace("_", " ")
    shown = [f"{v:g}" if isinstance(v, float) else str(v) or "none" for v in (before, after)]
    return f"{words} {shown[0]} → {shown[1]}"


@require_POST
def merge(request: PlayerRequest) -> HttpResponse:
    """Take a file that was shown."""
    text = request.POST.get("text", "")
    done = services.import_bag(request.player, text.encode(), "put_away" in request.POST)
    messages.success(request, f"{len(done.added)} added, {len(done.changed)} changed; undo takes it back.")
    return redirect("bag:shelf")
