"""Cutting a job's boards in the real interface: drawn, ticked, locked, and planned again where walls change."""

import json
import re

import pytest
from playwright.sync_api import expect

from bluff.formats.job_file import read_job
from bluff.run.worker import worker_beside
from bluff.service.jobs import Jobs


@pytest.fixture
def shelter(open_job):
    """The boards of the demo's shelter."""
    page = open_job("cut")
    expect(page.get_by_role("heading", name=re.compile(r"^0 of \d+ pieces cut$"))).to_be_visible()
    return page


@pytest.fixture
def page(pool, page):
    """The list of jobs with the demo in it."""
    from bluff.run.demo import load_demo

    load_demo(pool)
    page.reload()
    return page


def board(page, number):
    return page.locator(f"[data-board='{number}']")


def test_the_boards_of_a_wall_are_shown_and_printed_alone(shelter):
    page = shelter
    page.get_by_role("button", name="Wall H", exact=True).click()
    heading = page.get_by_role("heading", name=re.compile(r"^0 of \d+ pieces cut for H$"))
    expect(heading).to_be_visible()
    expect(board(page, 1)).to_have_count(0)
    expect(page.get_by_role("link", name="Sheets")).to_have_attribute("href", re.compile(r"cutting\.pdf\?wall=H$"))
    page.locator("[data-board]").first.get_by_role("button", name=re.compile(r"^Board \d+, \d+ to cut")).click()
    expect(page.get_by_role("heading", name=re.compile(r"^[1-9]\d* of \d+ pieces cut for H$"))).to_be_visible()
    page.get_by_role("button", name="All walls").click()
    expect(board(page, 1)).to_be_visible()


def test_boards_are_ticked_and_only_what_a_wall_changes_is_planned_again(shelter):
    """A window in wall C takes studs; boards of other walls stay, what was cut stays, and it is said."""
    page = shelter
    first = board(page, 1)
    words = first.inner_text()
    page.get_by_role("button", name=re.compile("^Board 1, 1 to cut")).click()
    expect(page.get_by_role("button", name="Board 1, all cut")).to_be_visible()
    expect(page.get_by_role("heading", name=re.compile(r"^1 of \d+ pieces cut$"))).to_be_visible()
    page.get_by_role("button", name="Lock board 2", exact=True).click()
    expect(page.get_by_role("button", name="Lock board 2", exact=True)).to_have_attribute("aria-pressed", "true")

    page.get_by_role("link", name="Bench").click()
    page.get_by_role("link", name=re.compile("^C ")).first.click()
    # The line is that of the wall on the bench: typed before that is there, it would be the other's.
    expect(page.get_by_role("heading", name="Wall C")).to_be_visible()
    line = page.get_by_label("Type an opening")
    line.fill("2-0x2-0 @ 34-0")
    line.press("Enter")
    expect(line).to_have_value("")
    page.get_by_role("link", name="Cut", exact=True).click()
    said = page.get_by_role("status").filter(has_text="The walls changed")
    expect(said).to_be_visible()
    changed = {int(number) for number in re.findall(r"\d+", said.inner_text().split("changed:")[1].split(". ")[0])}
    assert not changed & {1, 2}
    expect(page.get_by_role("button", name="Board 1, all cut")).to_be_visible()
    assert board(page, 1).inner_text().replace("✓ ", "") == words
    page.get_by_role("button", name="Keep these boards").click()
    expect(said).to_have_count(0)


def test_better_boards_are_looked_for_beside_and_the_stops_count_down(shelter, database_url):
    page = shelter
    look = page.get_by_role("button", name="Optimize cutting")
    page.get_by_label("Search for", exact=True).select_option(label="5 seconds")
    page.get_by_label("Plates of walls not started").select_option(label="Keep splices")
    look.click()
    # No worker is there yet: nothing can be done with looking before it is stopped.
    expect(page.get_by_text("Waiting for a worker")).to_be_visible()
    page.get_by_role("button", name="Stop, keep the best").click()
    expect(look).to_be_enabled()
    look.click()
    with worker_beside(database_url):
        expect(page.get_by_text(re.compile("Optimal|Within"))).to_be_visible(timeout=60_000)
        expect(look).to_be_enabled(timeout=60_000)
    page.get_by_role("tab", name="Saw stops").click()
    stops = page.get_by_role("table", name="Stops for 2x6 treated")
    longest = stops.get_by_role("row").nth(1)
    expect(longest).to_contain_text("240")
    expect(longest.get_by_role("cell").first).to_have_text("1")
    page.get_by_role("button", name=re.compile("^C bottom plate 240")).click()
    expect(longest.get_by_role("cell").first).to_have_text("✓")


SLAB = {
    "format": "bluff-job",
    "version": 2,
    "name": "Boat slab",
    "standard": {"floor": "slab"},
    "stock": {"2x4 treated": {"16'": None}},
    "walls": [{"id": "A", "stud": "2x4", "length": "25-0"}, {"id": "B", "stud": "2x4", "length": "22-0"}],
}
"""Bottom plates broken at 112 and 80 take four boards of 16 feet; with B's broken at 192 its 72 fit beside the 112."""


def test_plates_break_where_they_cut_best_and_it_is_undone_like_any_change(pool, account, page, database_url):
    Jobs(pool, account).add(read_job(json.dumps(SLAB).encode()))
    page.reload()
    page.get_by_role("link", name="Boat slab", exact=True).click()
    page.get_by_role("link", name="Cut", exact=True).click()
    treated = page.get_by_role("region", name="2x4 treated")
    expect(treated.locator("[data-board]")).to_have_count(4)
    page.get_by_label("Plates of walls not started").select_option(label="Keep splices")
    look, said = page.get_by_role("button", name="Optimize cutting"), page.get_by_text("have new splices")
    with worker_beside(database_url):
        look.click()
        expect(page.get_by_text(re.compile("Optimal|Within"))).to_be_visible(timeout=60_000)
        expect(look).to_be_enabled(timeout=60_000)
        expect(treated.locator("[data-board]")).to_have_count(4)
        page.get_by_label("Plates of walls not started").select_option(label="Re-plan splices")
        look.click()
        expect(said).to_be_visible(timeout=60_000)
    expect(treated.locator("[data-board]")).to_have_count(3)
    expect(treated.get_by_role("button", name=re.compile("^B bottom plate 192"))).to_be_visible()
    page.get_by_title(re.compile("^Undo: .*plate splices")).click()
    # The worker made it, not this page: it is asked first.
    page.get_by_role("button", name="Undo it").click()
    expect(treated.locator("[data-board]")).to_have_count(4)
    expect(page.get_by_text("The walls changed")).to_be_visible()


def test_a_label_leads_to_its_piece(shelter):
    address = shelter.url.replace("/cut", "/bench/C?piece=C/opening/W6/header")
    shelter.goto(address)
    expect(shelter.get_by_role("complementary").get_by_role("heading", name="Header of W6")).to_be_visible()


def test_boards_without_prices_cannot_be_planned_by_price_and_it_says_what_to_do(page):
    page.get_by_role("link", name="Quill Harbour net loft", exact=True).click()
    page.get_by_role("link", name="Cut", exact=True).click()
    page.get_by_label("Optimize for").select_option(label="Least price")
    page.get_by_role("button", name="Optimize cutting").click()
    expect(page.get_by_text("Boards of 2x6 treated have no prices. Enter them.")).to_be_visible()


def test_a_model_is_cut_of_the_sticks_there_are(shelter):
    """Four walls round, partitions that end at eight others' sides; sticks too thin to stand for boards are refused."""
    cut = shelter
    cut.get_by_role("tab", name="Model").click()
    table = cut.get_by_role("table", name="Sticks to cut")
    expect(table).to_be_visible()
    expect(cut.get_by_text("4 corners, 8 intersections")).to_be_visible()
    thick = cut.get_by_label("Sticks, thick")
    thick.fill("1/32")
    thick.press("Enter")
    expect(cut.get_by_role("alert")).to_contain_text("or another scale")
    thick.fill("3/16")
    thick.press("Enter")
    expect(table).to_be_visible()
    link = cut.get_by_role("link", name="Letter").get_attribute("href")
    assert "thick=3%2F16" in link
    assert cut.request.get(link).body().startswith(b"%PDF")
