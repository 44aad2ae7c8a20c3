"""Browsers for the views' tests."""

import pytest
from django.contrib.auth import get_user_model
from django.contrib.auth.models import User
from django.test import Client

from ypodrome.accounts.models import Player


def _signed_in(user: User) -> Client:
    browser = Client()
    browser.force_login(user)
    return browser


@pytest.fixture
def client(demo):
    """The demo player's browser."""
    return _signed_in(demo.user)


@pytest.fixture
def stranger(demo):
    """The browser of another player, who owns nothing."""
    user = get_user_model().objects.create_user("stranger")
    Player.objects.create(user=user, name="Stranger", thrower_document=demo.thrower_document)
    return _signed_in(user)
