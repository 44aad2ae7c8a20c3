"""The book: pages in their order on paper, and from a plan's file without a server."""

import contextlib
import io
import json

import pytest
from django.urls import reverse
from hypothesis import given
from hypothesis import strategies as st

from tests.conftest import DEMO
from ypodrome.cli import main
from ypodrome.plan import planning
from ypodrome.plan.presenters.book import A_SIDE, book_context, imposed

FILES = ["--bag", str(DEMO / "bag.csv"), "--thrower", str(DEMO / "thrower.json")]
COURSE = str(DEMO / "course.geojson")


@given(st.integers(1, 40))
def test_cut_apart_each_even_page_lies_behind_the_odd_one_before_it(count):
    """A sheet turned over its long edge shows its right column behind the left one."""
    sides = imposed(list(range(1, count + 1)))
    cut = []
    for front, back in zip(sides[::2], sides[1::2], strict=True):
        assert len(front) == len(back) == A_SIDE
        cut += [(front[k], back[k ^ 1]) for k in range(A_SIDE)]  # k ^ 1: the other column of the same row
    pages = [p for leaf in cut for p in leaf if p != ""]
    assert pages == list(range(1, count + 1))
    for odd, even in cut:
        assert even == "" or even == odd + 1


@pytest.mark.django_db
def test_a_page_says_what_the_sheet_says(demo_plan, client):
    hole = planning.plan_one(demo_plan.holes.get(position=1))
    context = book_context(demo_plan)
    first, second = context["pages"][:2]
    assert first.throw["disc"] == hole.kept.in_force.throw.disc.name
    assert second.throw is None
    for paper in ("a6", "a4", "letter", "other"):
        page = client.get(reverse("plan:book", args=(demo_plan.pk,)), {"paper": paper}).content.decode()
        assert page.count('<article class="pocket-page') == (24 if paper in ("a4", "letter") else 19)
    demo_plan.wind_m_s += 3
    demo_plan.save()
    assert book_context(demo_plan)["pages"][0].out_of_date == ("the wind is another",)


@pytest.fixture(scope="module")
def planned(tmp_path_factory):
    """A plan's file of the demo's first hole, as the command prints it."""
    path = tmp_path_factory.mktemp("plan") / "plan.json"
    said = io.StringIO()
    with contextlib.redirect_stdout(said):
        assert main(["plan", COURSE, "--hole", "1", *FILES, "--wind-m-s", "4", "--wind-from-deg", "200"]) == 0
    path.write_text(said.getvalue())
    return path


def test_the_book_of_a_plans_file_needs_no_server(planned, capsys):
    assert main(["book", str(planned), "--course", COURSE, *FILES]) == 0
    page, plan = capsys.readouterr().out, json.loads(planned.read_text())
    assert plan["options"][0]["disc"] in page
    assert "Out of date" not in page
    assert 'class="flight"' in page and "src=" not in page and "<script" not in page


def test_a_plan_of_another_course_or_bag_is_out_of_date_in_its_book(planned, tmp_path, capsys):
    course = json.loads((DEMO / "course.geojson").read_text())
    pin = next(
        f for f in course["features"] if f["properties"]["kind"] == "pin" and f["properties"]["hole"] == 1
    )
    pin["geometry"]["coordinates"][1] += 0.00002
    moved = tmp_path / "course.geojson"
    moved.write_text(json.dumps(course))
    assert main(["book", str(planned), "--course", str(moved)]) == 0
    assert "the course has changed" in capsys.readouterr().out
    bag = tmp_path / "bag.csv"
    bag.write_text("name,speed,glide,turn,fade\nGantle,5,4,-1,2\n")
    files = ["--bag", str(bag), *FILES[2:]]
    assert main(["book", str(planned), "--course", COURSE, *files]) == 0
    assert "the bag has changed" in capsys.readouterr().out


@pytest.mark.parametrize(
    ("change", "said"),
    [
        (lambda d: d.pop("conditions"), "conditions is missing"),
        (lambda d: d.update(options=[]), "offers no throw"),
        (lambda d: d["options"][0].pop("flight"), "option 1, flight is missing"),
        (lambda d: d["options"][0].update(zone=[[900, 1]]), "not on earth"),
        (lambda d: d.update(hole="one"), "hole is not what"),
        (lambda d: d.update(hole=99), "99"),
    ],
)
def test_a_file_that_is_no_plan_is_refused(planned, tmp_path, capsys, change, said):
    document = json.loads(planned.read_text())
    change(document)
    path = tmp_path / "plan.json"
    path.write_text(json.dumps(document))
    assert main(["book", str(path), "--course", COURSE]) == 2
    told = capsys.readouterr()
    assert said in told.err.replace(": ", " ") and not told.out


def test_the_round_as_a_file_for_a_phone(planned, capsys):
    assert main(["book", str(planned), "--course", COURSE, "--phone"]) == 2
    assert "--phone needs --bag and --thrower" in capsys.readouterr().err
    assert main(["book", str(planned), "--course", COURSE, *FILES, "--phone"]) == 0
    page = capsys.readouterr().out
    document = json.loads(page.split('<script id="round" type="application/json">')[1].split("</script>")[0])
    assert document["player"] == "" and len(document["prepared"]) == 1
    assert len(document["holes"][0]["throws"]) >= 1
