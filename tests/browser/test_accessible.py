"""What a reader of the screen, or of no screen, meets: axe finds nothing on any of them, in daylight or in the dark."""

from pathlib import Path

import pytest
from playwright.sync_api import expect

ROOT = Path(__file__).parents[2]
AXE = (ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js").read_text()

FIND = """
    async (rules) => {
        const { violations } = await axe.run({ resultTypes: ["violations"], ...rules });
        return violations.flatMap(({ id, help, nodes }) =>
            nodes.map(({ html }) => `${id}: ${help}: ${html.slice(0, 160)}`));
    }
"""
IN_DAYLIGHT, IN_THE_DARK = {}, {"runOnly": ["color-contrast"]}  # all but its colors is alike in the dark


@pytest.fixture
def audit(blank):
    """Finds nothing wrong on the page as it is."""
    page = blank
    # What never ends would never let the network be idle.
    page.route("**/api/jobs/*/live", lambda route: route.abort())

    def audited(where):
        page.wait_for_load_state("networkidle")
        page.evaluate(AXE)
        found = page.evaluate(FIND, IN_DAYLIGHT)
        page.get_by_role("button", name="Dark colors").click()
        found += page.evaluate(FIND, IN_THE_DARK)
        page.get_by_role("button", name="Daylight colors").click()
        assert found == [], where

    return audited


def test_the_plan(open_job, audit):
    page = open_job("plan")
    page.get_by_role("button", name="Select wall G").click()
    audit("a wall")
    for tab in ("Order", "Packs"):
        page.get_by_role("tab", name=tab).click()
        audit(tab)


def test_openings(open_job, audit):
    page = open_job("openings")
    expect(page.get_by_role("grid")).to_be_visible()
    audit("the schedule")
    page.get_by_role("button", name="Header check").click()
    page.get_by_role("region", name="Header check").locator("summary").first.click()
    audit("the header check")


def test_the_bench(open_job, audit):
    page = open_job("bench")
    page.locator('[data-member="A/opening/W1/king/start"] rect').click(force=True)
    page.get_by_role("button", name="What is it for").click()
    expect(page.get_by_role("region", name="What it is for")).to_contain_text("Without it")
    audit("a piece, and what it is for")


@pytest.mark.parametrize("tab", ["Findings", "Cut list", "Openings", "Ways"])
def test_a_tab_of_the_bench(open_job, audit, tab):
    page = open_job("bench")
    page.get_by_role("tab", name=tab).click()
    audit(tab)
    if tab == "Openings":
        page.get_by_role("button", name="Change W1").click()
        expect(page.get_by_role("region", name="Change W1")).to_contain_text("RO width")
        audit("an opening's form")


def test_the_pole(open_job, audit):
    page = open_job("pole")
    expect(page.get_by_role("img", name="Story poles")).to_be_visible()
    audit("pole")


@pytest.mark.parametrize("tab", ["Boards", "Saw stops", "Model"])
def test_a_tab_of_cut(open_job, audit, tab):
    page = open_job("cut")
    page.get_by_role("tab", name=tab).click()
    if tab == "Model":
        expect(page.get_by_role("table", name="Sticks to cut")).to_be_visible()
    audit(tab)


def test_the_site(open_job, audit):
    page = open_job("site")
    expect(page.get_by_role("heading", name="A", exact=True)).to_be_visible()
    audit("site")
    page.get_by_role("link", name="The day").click()
    expect(page.get_by_role("region", name="Minutes this is based on")).to_be_visible()
    audit("the day")


@pytest.mark.parametrize("view", ["marks", "checks", "log"])
def test_a_wall_on_the_site(open_job, audit, view):
    page = open_job(f"site/walls/A/{view}")
    page.get_by_role("link", name=view.capitalize(), exact=True).wait_for()
    audit(view)


def test_standards(open_job, audit):
    page = open_job("standards")
    expect(page.get_by_role("heading", name="This job as it is")).to_be_visible()
    audit("standards")
    page.get_by_role("button", name="24", exact=False).first.click()
    page.get_by_role("button", name="Add to comparison").click()
    expect(page.get_by_role("table", name="Ways compared")).to_be_visible()
    audit("ways compared")


def test_practice(blank, audit):
    page = blank
    page.goto("/practice")
    expect(page.get_by_role("list", name="Exercises")).to_be_visible()
    audit("practice")
    page.goto("/practice/window/4")
    page.get_by_role("application").focus()
    page.keyboard.press("k")
    page.get_by_label("W1 RO width").fill("1")
    page.get_by_role("button", name="Hint").click()
    expect(page.get_by_role("status", name="Hint")).to_be_visible()
    audit("an exercise")
    page.get_by_role("button", name="Hand in").click()
    expect(page.get_by_role("region", name="Result")).to_be_visible()
    audit("an exercise, handed in")
    page.goto("/practice/questions")
    page.get_by_label("Answer").fill("1")
    page.get_by_role("button", name="Answer").click()
    expect(page.get_by_role("button", name="Next question")).to_be_visible()
    audit("a question, answered")


def test_jobs(open_job, audit):
    page = open_job("plan")
    page.get_by_role("link", name="Jobs", exact=True).click()
    expect(page.get_by_role("heading", name="Jobs")).to_be_visible()
    audit("jobs")
