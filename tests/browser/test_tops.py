"""Walls whose top is not level, entered and read as a framer does."""

import pytest
from playwright.sync_api import expect


@pytest.fixture
def shelter(open_job):
    """The demo job, open on its plan."""
    page = open_job("plan")
    expect(page.locator("[data-wall=H] > polygon")).to_be_visible()
    return page


def type_in(page, text):
    field = page.get_by_label("Type what the plan says")
    field.fill(text)
    field.press("Enter")
    expect(field).to_have_value("")


def test_the_gable_is_typed_on_the_plan_and_read_on_the_bench(shelter):
    page = shelter
    type_in(page, "B top level")
    expect(page.locator("[data-top=B]")).to_have_count(0)
    type_in(page, "B top 5/12 ridge centered")
    # 97 1/8 as A has it, and 129 1/2 x 5/12 more at the ridge.
    expect(page.locator("[data-top=B]")).to_contain_text("151")
    page.get_by_role("navigation", name="Stages").get_by_role("link", name="Bench").click()
    page.get_by_role("link", name="B 22").click()
    page.locator('[data-member="B/stud/2"]').click(force=True)
    readout = page.get_by_test_id("readout")
    expect(readout).to_contain_text("bottom plate")
    expect(readout).to_contain_text("25 3/4")
    expect(readout).to_contain_text("27 7/8")
    for figure in ("103 1/8", "103 3/4", "22.6°"):
        expect(page.get_by_test_id("cut")).to_contain_text(figure)
    page.get_by_role("tab", name="Snap").click()
    expect(page.get_by_role("img", name="The wall on the deck")).to_be_visible()


def test_a_top_is_chosen_by_its_drawing_and_its_figures(shelter):
    page = shelter
    page.get_by_role("button", name="Select wall E").click()
    shapes = page.get_by_role("group", name="Shape of the top")
    shapes.get_by_role("button", name="Low at start").click()
    expect(shapes.get_by_role("button", name="Low at start")).to_have_attribute("aria-pressed", "true")
    rise = page.get_by_label("Rise in 12")
    rise.fill("30")
    rise.press("Enter")
    expect(page.get_by_text("from 0 to 24")).to_be_visible()
    rise.fill("3")
    rise.press("Enter")
    # E butts between A and C: 259 long, it rises 259 x 3/12 = 64 3/4 from A's 97 1/8.
    expect(page.locator("[data-top=E]")).to_contain_text("161")
    shapes.get_by_role("button", name="Level").click()
    expect(page.locator("[data-top=E]")).to_have_count(0)
