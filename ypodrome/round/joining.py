"""One round begun on two devices, read as one."""

from __future__ import annotations

from django.db import transaction

from ypodrome.core.refused import Refused
from ypodrome.round.models import Round


def alike(played: Round) -> list[Round]:
    """Other rounds that may be the same: of that day, on the same holes."""
    others = Round.objects.of(played.owner).filter(day=played.day, joined=None).exclude(pk=played.pk)
    holes = _holes(played)
    return [other for other in others.prefetch_related("holes") if _holes(other) == holes]


def _holes(played: Round) -> list[tuple[int, int]]:
    return [(h.position, h.number) for h in played.holes.all()]


@transaction.atomic
def join(played: Round, other: Round) -> None:
    """Read what is told of two rounds as told of the first, the parts of either with it."""
    if other not in alike(played):
        raise Refused("only rounds of one day on the same holes can be read as one")
    Round.objects.filter(joined=other).update(joined=played)
    other.joined = played
    other.save(update_fields=["joined"])


def take_apart(played: Round) -> None:
    """Let every part of a round stand by itself again."""
    played.parts.update(joined=None)
