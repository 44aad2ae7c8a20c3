"""The survey desk in a real browser: draw a hole from nothing, undo, reload, import what was exported."""

import json

import pytest

from tests.browser.conftest import box_of
from ypodrome.accounts.models import Player
from ypodrome.course.models import Course

pytestmark = pytest.mark.django_db(transaction=True)

CENTRE_X, CENTRE_Y = 538, 391
"""Middle of the paper on the page at 1280 by 800."""


def begin(watched, name="Fennick Holt"):
    page = watched.page
    watched.open("/courses/")
    page.get_by_label("Begin a course called").fill(name)
    page.get_by_role("button", name="Begin", exact=True).click()
    page.wait_for_selector("[data-pen='0']")
    page.get_by_text("Choose a pen", exact=False).wait_for()
    return Course.objects.get(name=name)


def click(page, dx, dy):
    page.mouse.click(CENTRE_X + dx, CENTRE_Y + dy)


def pen(page, name):
    page.get_by_role("button", name=name, exact=True).click()


def saved(page, said):
    page.get_by_text(said, exact=False).wait_for()
    page.wait_for_selector(".desk-notes:has-text('saved')")
    page.wait_for_function("!document.querySelector('.working.on')")


def draw_a_hole(page):
    page.locator("#hole-choice").select_option("1")
    pen(page, "tee")
    click(page, 0, 200)
    saved(page, "Drawn: tee")
    pen(page, "pin")
    click(page, 40, -180)
    saved(page, "Drawn: pin")
    pen(page, "hole line")
    click(page, 0, 200)
    click(page, -60, 0)
    click(page, 40, -180)
    page.keyboard.press("Enter")
    saved(page, "Drawn: hole line")


def kinds(course):
    return sorted(f.properties["kind"] for f in course.features.all())


def test_a_hole_is_drawn_from_nothing_undone_and_kept_over_a_reload(watched):
    page = watched.page
    course = begin(watched)
    watched.accessible()
    draw_a_hole(page)
    assert kinds(course) == ["hole", "pin", "tee"]
    line = course.features.get(properties__kind="hole").geometry["coordinates"]
    tee = course.features.get(properties__kind="tee").geometry["coordinates"]
    assert line[0] == tee  # corners snap
    page.get_by_text("Nothing to mend: plans can be made").wait_for()
    page.locator("#hole-notes table").wait_for()
    assert "long" in page.locator("#hole-notes").inner_text()

    pen(page, "tree, bushy")
    click(page, 100, 0)
    saved(page, "Drawn: tree, bushy")
    page.keyboard.press("u")
    saved(page, "Undone")
    assert kinds(course) == ["hole", "pin", "tee"]
    page.reload()
    page.wait_for_selector("[data-at]")
    page.keyboard.press("y")
    saved(page, "Done again")
    assert kinds(course) == ["hole", "pin", "tee", "tree"]
    watched.accessible()


def test_fields_measure_and_keyboard(watched):
    page = watched.page
    course = begin(watched)
    draw_a_hole(page)
    pen(page, "tree, slim")
    page.get_by_label("Station").select_option(label="tee long")
    page.get_by_label("Distance", exact=True).fill("100")
    page.get_by_label("Bearing in degrees").fill("90")
    page.get_by_role("button", name="Place").click()
    saved(page, "Drawn: tree, slim")
    page.keyboard.press("Escape")
    tree = page.locator("[data-at]:has(.crown)").first
    tree.click()
    field = page.locator("[data-field=height_m]")
    field.fill("33")
    field.press("Tab")
    saved(page, "Changed")
    feature = course.features.get(properties__kind="tree")
    assert feature.properties["height_m"] == pytest.approx(33 * 0.3048, abs=0.01)
    assert feature.properties["canopy_radius_m"] == 1.3  # not touched, not rounded
    before = feature.geometry["coordinates"]
    page.locator("svg[role=application]").focus()
    page.keyboard.press("ArrowRight")
    saved(page, "Moved")
    assert course.features.get(properties__kind="tree").geometry["coordinates"][0] > before[0]
    page.keyboard.press("d")
    saved(page, "Doubled")
    page.keyboard.press("Delete")
    saved(page, "Taken away")
    assert kinds(course).count("tree") == 1
    pen(page, "rangefinder l")
    click(page, 0, 200)
    click(page, 40, -180)
    page.get_by_text("Simulated rangefinder", exact=False).wait_for()


def test_a_dropped_connection_loses_nothing(watched):
    page = watched.page
    course = begin(watched)
    page.route("**/change/", lambda route: route.abort())
    pen(page, "landmark")
    click(page, 0, 0)
    page.get_by_text("kept in this browser", exact=False).first.wait_for()
    assert course.features.count() == 0
    page.unroute("**/change/")
    page.reload()
    page.wait_for_selector("[data-at]")
    saved(page, "Drawn: landmark")
    assert kinds(course) == ["landmark"]
    watched.wrong.clear()  # the browser logs the failed request itself


def test_an_exported_course_is_shown_and_taken_back(watched, tmp_path):
    page = watched.page
    course = begin(watched)
    draw_a_hole(page)
    with page.expect_download() as download:
        page.get_by_role("link", name="GeoJSON").click()
    file = tmp_path / "holt.geojson"
    download.value.save_as(file)
    watched.open("/courses/")
    page.set_input_files("input[type=file]", file)
    page.get_by_role("button", name="Look at it").click()
    page.get_by_text("Nothing is stored yet", exact=False).wait_for()
    watched.accessible()
    page.get_by_role("button", name="Take it as a new course").click()
    page.get_by_text("is on the shelf", exact=False).wait_for()
    copy = Course.objects.order_by("-pk")[0]
    assert copy.pk != course.pk
    ours = [(f.geometry, f.properties) for f in course.features.all()]
    assert [(f.geometry, f.properties) for f in copy.features.all()] == ours
    assert json.loads(file.read_text())["ypodrome"]["format"] == "course"


def test_a_dragged_corner_is_kept(watched):
    page = watched.page
    watched.open(f"/courses/{Player.objects.get().courses.get().pk}/desk/")
    page.wait_for_selector("[data-at]")
    page.locator("#hole-choice").select_option("9")
    page.locator(".feature:not(.faint):has(.ground-water)").first.click()
    handle = box_of(page.locator(".corner-handle").first)
    x, y = handle["x"] + 5, handle["y"] + 5
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + 20, y + 30, steps=4)
    page.mouse.up()
    saved(page, "Changed")
    assert Player.objects.get().courses.get().changes.count() == 1


@pytest.mark.parametrize(
    "path", ["/courses/", "/courses/{}/layouts/", "/courses/{}/scouting/", "/courses/{}/desk/"]
)
def test_course_pages_are_accessible(watched, path):
    watched.open(path.format(Player.objects.get().courses.get().pk))
    watched.page.wait_for_timeout(1500)
    watched.accessible()


def test_a_shape_is_drawn_by_keys_alone_from_its_first_corner(watched):
    page = watched.page
    course = begin(watched)
    page.locator(".pen", has_text="out of bounds").first.focus()
    page.keyboard.press("Enter")
    page.locator("svg[role=application]").focus()
    page.keyboard.press("Space")
    for keys in (["ArrowRight"] * 6, ["ArrowUp"] * 5):
        for key in keys:
            page.keyboard.press(key)
        page.keyboard.press("Space")
    page.keyboard.press("Enter")
    saved(page, "Drawn: out of bounds")
    (feature,) = course.features.all()
    assert len(feature.geometry["coordinates"][0]) == 4
    page.keyboard.press("Escape")
    watched.accessible()


def test_what_is_half_drawn_outlives_another_pen_and_a_double_click_closes_it(watched):
    page = watched.page
    course = begin(watched)
    pen(page, "woods")
    for x, y in ((0, 0), (40, 0)):
        click(page, x, y)
    pen(page, "landmark")
    click(page, -60, 60)
    saved(page, "Drawn: landmark")
    page.locator("#fields input").first.wait_for()  # what was drawn is selected
    pen(page, "woods")
    page.get_by_text("2 corners drawn before are kept", exact=False).wait_for()
    map_ = page.locator("svg[role=application]").bounding_box()
    page.mouse.dblclick(map_["x"] + map_["width"] / 2 + 40, map_["y"] + map_["height"] / 2 + 50)
    saved(page, "Drawn: woods")
    (ring,) = [f for f in course.features.all() if f.properties["kind"] == "grove"]
    assert len(ring.geometry["coordinates"][0]) == 4


def test_the_paper_is_brought_closer_by_buttons(watched):
    page = watched.page
    begin(watched)
    before = page.locator("#scale-text").text_content()
    for _ in range(6):
        page.get_by_role("button", name="Closer").click()
    page.wait_for_timeout(300)
    assert page.locator("#scale-text").text_content() != before
