"""What a reader of the screen, or of no screen, meets: axe finds nothing on any of them, in daylight or in the dark."""

import re
from pathlib import Path

import pytest
from playwright.sync_api import expect

ROOT = Path(__file__).parents[2]
EXAMPLE = ROOT / "examples" / "quill-harbour.bluff.json"
AXE = (ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js").read_text()


@pytest.fixture(params=["daylight", "dark"])
def theme(request):
    return request.param


@pytest.fixture
def audit(page, theme):
    """Finds nothing wrong on the page as it is; in the dark only in its colours, all else being alike."""
    rules = {"runOnly": ["color-contrast"]} if theme == "dark" else {}

    # What never ends would never let the network be idle.
    page.route("**/api/jobs/*/live", lambda route: route.abort())

    def audited(where):
        page.wait_for_load_state("networkidle")
        page.evaluate(AXE)
        found = page.evaluate("(rules) => axe.run({ resultTypes: ['violations'], ...rules })", rules)["violations"]
        said = [f"{one['id']}: {one['help']}: {node['html'][:160]}" for one in found for node in one["nodes"]]
        assert said == [], where

    return audited


@pytest.fixture
def shelter(page, theme):
    """The demo job in both themes."""
    if theme == "dark":
        page.get_by_role("button", name="Dark colours").click()
    page.get_by_label("Job file").set_input_files(EXAMPLE)
    expect(page.get_by_role("application", name="Plan")).to_be_visible()
    return page


def stage(page, name):
    page.get_by_role("navigation", name="Stages").get_by_role("link", name=name).click()


def test_nothing_is_wrong_on_any_screen(shelter, audit):
    page = shelter
    page.get_by_role("button", name="Select wall G").click()
    audit("plan, a wall")
    for tab in ("Order", "Packs"):
        page.get_by_role("tab", name=tab).click()
        audit(f"plan, {tab}")
    stage(page, "Openings")
    expect(page.get_by_role("grid")).to_be_visible()
    audit("openings")
    page.get_by_role("button", name="Header check").click()
    page.get_by_role("region", name="Header check").locator("summary").first.click()
    audit("the header check")
    stage(page, "Bench")
    page.locator('[data-member="A/opening/W1/king/start"] rect').click(force=True)
    page.get_by_role("button", name="What is it for").click()
    expect(page.get_by_role("region", name="What it is for")).to_contain_text("Without it")
    for tab in ("Findings", "Cut list", "Openings", "Ways"):
        page.get_by_role("tab", name=tab).click()
        audit(f"bench, {tab}")
    page.get_by_role("tab", name="Openings").click()
    page.get_by_role("button", name="Change W1").click()
    expect(page.get_by_role("region", name="Change W1")).to_contain_text("RO width")
    audit("an opening's form")
    stage(page, "Pole")
    expect(page.get_by_role("img", name="Story poles")).to_be_visible()
    audit("pole")
    stage(page, "Cut")
    for tab in ("Boards", "Saw stops", "Model"):
        page.get_by_role("tab", name=tab).click()
        if tab == "Model":
            expect(page.get_by_role("table", name="Sticks to cut")).to_be_visible()
        audit(f"cut, {tab}")
    stage(page, "Site")
    expect(page.get_by_role("heading", name="A", exact=True)).to_be_visible()
    audit("site")
    page.get_by_role("link", name="The day").click()
    expect(page.get_by_role("region", name="The minutes it is made of")).to_be_visible()
    audit("site, the day")
    for view in ("marks", "checks", "log"):
        page.goto(re.sub(r"/site.*", f"/site/walls/A/{view}", page.url))
        page.get_by_role("link", name=view.capitalize(), exact=True).wait_for()
        audit(f"site, {view}")
    stage(page, "Standards")
    expect(page.get_by_role("heading", name="This job as it is")).to_be_visible()
    audit("standards")
    page.get_by_role("button", name="24", exact=False).first.click()
    page.get_by_role("button", name="Set aside to compare").click()
    expect(page.get_by_role("table", name="Ways compared")).to_be_visible()
    audit("ways compared")
    stage(page, "Practice")
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
    expect(page.get_by_role("region", name="What came of it")).to_be_visible()
    audit("an exercise, handed in")
    page.goto("/practice/questions")
    page.get_by_label("Answer").fill("1")
    page.get_by_role("button", name="Answer").click()
    expect(page.get_by_role("button", name="Next question")).to_be_visible()
    audit("a question, answered")
    stage(page, "Jobs")
    expect(page.get_by_role("heading", name="Jobs")).to_be_visible()
    audit("jobs")
