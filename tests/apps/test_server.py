"""A club's server from outside: what it starts with, whom it believes, what it keeps, what it writes."""

import stat
from http.cookiejar import DefaultCookiePolicy

import pytest
from django.core.exceptions import ImproperlyConfigured
from django.db import connection
from django.urls import reverse

from tests.served import Server, Tab
from ypodrome.web.apps import assert_durable

KEY = "a-long-and-random-text-for-this-test-0123456789-abcdefghij"
CLUB = {"YPODROME_MODE": "club", "YPODROME_SECRET_KEY": KEY, "YPODROME_HOSTS": "127.0.0.1,localhost"}
PASSWORD = "quite a long one"


@pytest.fixture(scope="module")
def club(tmp_path_factory):
    """A club's data folder, with the demo player as its owner."""
    server = Server(tmp_path_factory.mktemp("club"), **CLUB).prepare()
    server.manage("shell", "-v0", "-c", (
        "from django.contrib.auth import get_user_model as users; u = users().objects.get(); "
        f"u.username = 'ines'; u.set_password({PASSWORD!r}); u.save()"
    ))  # fmt: skip
    return server


@pytest.fixture
def started(club):
    """Starts the club's server with more settings."""
    servers = []

    def start(**environment):
        server = Server(club.folder, **CLUB, **environment)
        servers.append(server)
        return server.start()

    yield start
    for server in servers:
        server.stop()


def sign_in(tab, password=PASSWORD):
    tab.open("/login/")
    return tab.form("/login/", {"username": "ines", "password": password})


def test_behind_its_proxy_a_club_signs_in_and_keeps_others_apart(started, club):
    server = started(YPODROME_PROXY="127.0.0.1")
    here = {"X-Forwarded-Proto": "https", "X-Forwarded-For": "10.0.0.7"}
    for _ in range(8):
        sign_in(Tab(server.base, **here), "wrong")
    assert sign_in(Tab(server.base, **here))[0] in (403, 429)
    other = Tab(server.base, **here | {"X-Forwarded-For": "10.0.0.8"})
    status, page = sign_in(other)
    assert (status, "Ines Quarrow" in page) == (200, True)
    log = server.log()
    assert "POST /login/" in log
    assert PASSWORD not in log
    assert "wrong" not in log
    assert all(cookie.value not in log for cookie in other.jar)


def test_without_a_declared_proxy_nobody_is_believed(started):
    server = started()
    tab = Tab(server.base, **{"X-Forwarded-Proto": "https", "X-Forwarded-For": "10.0.0.9"})
    tab.jar.set_policy(DefaultCookiePolicy())  # as browsers: what is for HTTPS is not sent without
    status, page = sign_in(tab)
    assert status == 403
    assert "X-Forwarded-Proto" in page
    link = "/shown/" + "t0k3n" * 6 + "/"
    assert tab.open(link)[0] == 404
    assert link not in server.log()
    assert "GET /shown/…/ 404" in server.log()


def test_what_a_player_keeps_is_nobody_elses_on_the_machine(started, club):
    server = started()
    assert Tab(server.base).open("/health/") == (200, '{"well": true, "problems": []}')
    for name in ("ypodrome.sqlite3", "log/ypodrome.log"):
        assert stat.S_IMODE((club.folder / name).stat().st_mode) == 0o600


@pytest.mark.parametrize(
    ("settings", "words"),
    [
        ({"YPODROME_SECRET_KEY": "x"}, "random"),
        ({"YPODROME_TIME_ZONE": "Mars"}, "names a zone"),
        ({"YPODROME_PAGES": "none"}, "from 1 to 64"),
        ({"YPODROME_WORKERS": "0"}, "from 1 to 256"),
        ({"YPODROME_MODE": "local", "YPODROME_HOSTS": "golf.example.org"}, "set YPODROME_MODE=club"),
    ],
)
def test_settings_that_cannot_be_are_named(club, settings, words):
    told = Server(club.folder, **CLUB | settings).manage("check", check=False)
    assert told.returncode != 0
    assert words in told.stderr


def test_local_mode_listens_on_this_machine_only(club):
    told = Server(club.folder).manage("serve", "--host", "0.0.0.0", check=False)
    assert told.returncode != 0
    assert "YPODROME_MODE=club" in told.stderr


def test_check_deploy_is_clean(club):
    told = club.manage("check", "--deploy", "--fail-level", "WARNING")
    assert "no issues" in told.stdout


def test_the_days_of_a_club_are_its_zones(club):
    there = Server(club.folder, **CLUB, YPODROME_TIME_ZONE="Pacific/Auckland")
    code = "from django.utils import timezone as t; print(t.localtime().utcoffset())"
    told = there.manage("shell", "-v0", "-c", code)
    assert told.stdout.strip() in ("12:00:00", "13:00:00")


@pytest.mark.django_db(transaction=True)
def test_a_connection_that_would_lose_what_was_kept_is_refused():
    with connection.cursor() as cursor:
        assert cursor.execute("PRAGMA synchronous").fetchone()[0] == 2
        cursor.execute("PRAGMA synchronous=NORMAL")
        with pytest.raises(ImproperlyConfigured, match="FULL"):
            assert_durable(connection)
        cursor.execute("PRAGMA synchronous=FULL")


@pytest.mark.django_db
def test_pages_come_compressed_and_only_when_they_have_changed(client, demo_plan):
    url = reverse("plan:overview_of", args=(demo_plan.pk,))
    first = client.get(url, headers={"accept-encoding": "gzip"})
    assert first["Content-Encoding"] == "gzip"
    assert first["Cache-Control"] == "private, no-cache"
    assert client.cookies["csrftoken"].value not in client.get(url).content.decode()
    again = client.get(url, headers={"accept-encoding": "gzip", "if-none-match": first["ETag"]})
    assert again.status_code == 304
    demo_plan.wind_m_s += 1.0
    demo_plan.save()
    changed = client.get(url, headers={"if-none-match": first["ETag"]})
    assert changed.status_code == 200


@pytest.mark.django_db
def test_pages_of_many_holes_are_light(client, demo_plan):
    for name, most in (("plan:overview_of", 300_000), ("plan:book", 400_000)):
        page = client.get(reverse(name, args=(demo_plan.pk,))).content
        assert len(page) < most
