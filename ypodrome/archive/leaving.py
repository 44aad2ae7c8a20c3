"""A player leaves: what is private goes, what the club shares stays with the club."""

from __future__ import annotations

from django.db import transaction

from ypodrome.accounts.models import Player, Role
from ypodrome.core.refused import Refused
from ypodrome.plan.models import GamePlan
from ypodrome.round.models import Round


@transaction.atomic
def delete_player(player: Player) -> None:
    """Delete a player with everything private. Courses shared with the club pass to the club; one of the
    player's that another has planned on stays for them. Refused for the last owner of a club with others."""
    others = Player.objects.exclude(pk=player.pk)
    if player.role == Role.OWNER and others.exists() and not others.filter(role=Role.OWNER).exists():
        raise Refused("a club needs an owner: make another one first")
    Round.objects.filter(owner=player).delete()
    GamePlan.objects.filter(owner=player).delete()
    for course in player.courses.filter(shared=False):
        needed = GamePlan.objects.filter(layout__course=course).exists()
        if not needed and not Round.objects.filter(version__course=course).exists():
            course.delete()
    player.user.delete()
