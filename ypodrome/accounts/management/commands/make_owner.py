"""Make the owner of a club, the first thing on a new server: prints a link that sets their password."""

from __future__ import annotations

from argparse import ArgumentParser

from django.core.management.base import BaseCommand, CommandError

from ypodrome.accounts.models import Invitation, Player, Role
from ypodrome.accounts.services import new_player
from ypodrome.core.refused import Refused


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("name", help="the name to sign in with")

    def handle(self, name: str, **_options: object) -> None:
        owner = Player.objects.filter(user__username__iexact=name, role=Role.OWNER).first()
        try:
            owner = owner or new_player(name, None, Role.OWNER)
        except Refused as error:
            raise CommandError(str(error)) from None
        link = Invitation.objects.create(made_by=owner, resets=owner, role=Role.OWNER)
        self.stdout.write(f"Open /player/join/{link.token}/ on the server to set the password of {name}.")
