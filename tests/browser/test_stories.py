"""A tall wall with openings above one another, entered and read as a framer does."""

from pathlib import Path

import pytest
from playwright.sync_api import expect

EXAMPLE = Path(__file__).parents[2] / "examples" / "net-loft.bluff.json"


@pytest.fixture
def loft(open_job):
    """The net loft, its gable on the bench."""
    page = open_job("bench", EXAMPLE)
    expect(page.locator("[data-floor='1']")).to_contain_text("floor 1 at 109")
    return page


def stage(page, name):
    page.get_by_role("navigation", name="Stages").get_by_role("link", name=name).click()


def type_in(page, text):
    field = page.get_by_label("Type an opening")
    field.fill(text)
    field.press("Enter")
    expect(field).to_have_value("")


def test_a_window_is_typed_above_another_and_stands_on_its_header(loft):
    page = loft
    type_in(page, "W2 gone")
    expect(page.locator("[data-opening=W2]")).to_have_count(0)
    type_in(page, "w 3-0x4-0 @ 84 floor 1")
    page.locator('[data-member="A/opening/W2/jack/start"]').click(force=True)
    # From the top of the header below, 82 1/2 + 7 1/4, to the head at 109 1/8 + 82 1/2.
    card = page.get_by_role("heading", name="Jack of W2").locator("xpath=..")
    for figure in ("101 7/8", "top of the header of W1", "89 3/4"):
        expect(card).to_contain_text(figure)
    expect(page.get_by_text("carries 2 jacks of W2 above it")).to_be_visible()


def test_the_floor_of_an_opening_is_chosen_in_its_form(loft):
    page = loft
    page.get_by_role("tab", name="Openings").click()
    page.get_by_role("button", name="Change W2").click()
    form = page.get_by_role("region", name="Change W2")
    expect(form.get_by_label("Floor", exact=True)).to_have_value("1")
    form.get_by_label("Floor", exact=True).select_option("0")
    # There it would stand in W1.
    expect(form).to_contain_text("W2 is left out")


def test_the_schedule_and_the_poles_tell_the_stories_apart(loft):
    page = loft
    stage(page, "Openings")
    expect(page.get_by_role("row", name="W2").first).to_contain_text("A floor 1")
    stage(page, "Pole")
    page.locator("[data-pole=W2]").click()
    card = page.get_by_role("heading", name="W2").locator("xpath=..")
    # Given above its own floor, and marked on the pole above that of the wall.
    expect(card).to_contain_text("82 1/2")
    expect(page.locator("[data-pole=W2]")).to_contain_text("191 5/8")


def test_story_lines_are_written_in_the_walls_own_fields(loft):
    page = loft
    page.get_by_role("tab", name="Ways").click()
    field = page.get_by_label("Story lines")
    field.fill("120")
    field.press("Enter")
    expect(page.locator("[data-floor='1']")).to_contain_text("floor 1 at 120")
    field.fill("12")
    field.press("Enter")
    expect(page.get_by_text("less than 6'-0")).to_be_visible()
