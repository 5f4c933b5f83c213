"""The line that is typed into, on Bench and Plan: changes, the list, and what was not meant."""

import re

import pytest
from playwright.sync_api import expect


@pytest.fixture
def plan(open_job):
    """The demo job, open on its plan."""
    page = open_job("plan")
    expect(page.locator("[data-wall=H] > polygon")).to_be_visible()
    return page


@pytest.fixture
def bench(plan):
    """The first wall of the demo job on the bench."""
    plan.get_by_role("link", name=re.compile("^Bench")).click()
    expect(plan.locator('[data-member="A/opening/W1/header"]')).to_be_attached()
    return plan


def line(page):
    return page.get_by_label(re.compile("^Type "))


def kept(page, text):
    """Types a line and waits until it is kept."""
    line(page).fill(text)
    line(page).press("Enter")
    expect(line(page)).to_have_value("")


def test_openings_and_walls_are_changed_by_their_marks_and_one_undo_brings_them_back(bench):
    line(bench).fill("W1 head 84")
    expect(bench.get_by_text("W1: head 82 1/2 → 84")).to_be_visible()
    line(bench).press("Enter")
    expect(drawing(bench)).to_contain_text("head 84")
    bench.get_by_role("button", name=re.compile("^Undo")).click()
    expect(drawing(bench)).not_to_contain_text("head 84")
    kept(bench, "W1 gone")
    expect(bench.locator('[data-member="A/opening/W1/header"]')).to_have_count(0)
    bench.get_by_role("button", name=re.compile("^Undo")).click()
    expect(bench.locator('[data-member="A/opening/W1/header"]')).to_be_attached()


def drawing(page):
    return page.get_by_role("application")


def test_a_plan_shows_what_a_change_would_do_before_enter(plan):
    line(plan).fill("H gone")
    expect(plan.locator("[data-wall=H]")).to_have_count(0)
    line(plan).fill("")
    expect(plan.locator("[data-wall=H]")).to_have_count(1)
    kept(plan, "H gone")
    kept(plan, "B through at A")
    undo = plan.get_by_role("button", name="Undo")
    expect(undo).to_have_attribute("title", re.compile("Wall B runs through at its start"))
    plan.get_by_role("button", name=re.compile("^Undo")).click()
    plan.get_by_role("button", name=re.compile("^Undo")).click()
    expect(plan.locator("[data-wall=H]")).to_have_count(1)


def test_a_question_mark_lists_everything_and_an_example_is_taken_at_a_press(bench):
    line(bench).fill("?")
    listed = bench.get_by_role("region", name="What can be typed")
    expect(listed).to_contain_text("Put an opening into a wall")
    expect(listed).to_contain_text("Walk around the outside")
    expect(bench.get_by_role("button", name="Enter", exact=True)).to_be_disabled()
    listed.get_by_role("button", name="w 3-0x3-0 centered head 84").click()
    expect(line(bench)).to_have_value("w 3-0x3-0 centered head 84")
    expect(listed).to_have_count(0)
    bench.get_by_role("button", name="What can be typed").click()
    expect(listed).to_be_visible()
    line(bench).press("Escape")
    expect(listed).to_have_count(0)


def test_a_walk_of_bare_numbers_offers_feet_at_one_key(page):
    page.get_by_label("Name of a new job").fill("Shed")
    page.get_by_role("button", name="Start").click()
    line(page).fill("24 R 12 R 24 R 12")
    expect(page.get_by_text("may mean several things")).to_be_visible()
    # Enter alone chooses neither.
    line(page).press("Enter")
    expect(line(page)).to_have_value("24 R 12 R 24 R 12")
    line(page).press("Alt+2")
    expect(line(page)).to_have_value("Walk 24'-0\" R 12'-0\" R 24'-0\" R 12'-0\" with 2x6")
    expect(page.get_by_text("4 walls: A 24'-0\"")).to_be_visible()
    expect(page.get_by_text("may mean several things")).to_have_count(0)
    line(page).press("Enter")
    expect(page.locator("[data-wall=D] > polygon")).to_be_visible()


def test_long_sentences_leave_the_wall_where_it_is(bench):
    before = drawing(bench).bounding_box()
    for text in ("W9 @ 7-0", "3-0x4-0 @ 4-0 from nowhere", "24 R 12 R 24 R 12", "w 3-0x3-0 @ -2-0 from W1"):
        line(bench).fill(text)
        expect(bench.get_by_text(re.compile("is not understood|may mean several|There is no")).first).to_be_visible()
        assert drawing(bench).bounding_box() == before, text


def test_an_l_shaped_house_closes_at_its_inside_corner(page):
    page.get_by_label("Name of a new job").fill("L")
    page.get_by_role("button", name="Start").click()
    kept(page, "24' R 12' R 12' L 10' R 12' R close")
    page.get_by_role("link", name=re.compile("^Bench")).click()
    page.get_by_role("link", name=re.compile("^C 12")).click()
    page.locator('[data-member="C/corner/end/backing"] rect').first.click()
    card = page.get_by_role("region", name="Picked piece")
    expect(card).to_contain_text("on the outside face")
    expect(card).to_contain_text("137")


def test_who_has_to_say_whether_a_wall_carries_has_both_answers(plan):
    kept(plan, "6-0 south of A from D to E")
    plan.get_by_role("link", name=re.compile("^Bench")).click()
    plan.get_by_role("link", name=re.compile("^I ")).click()
    findings = plan.get_by_role("list", name="Findings")
    expect(findings).to_contain_text("not marked bearing or non-bearing")
    expect(findings.get_by_role("button", name="Bearing", exact=True)).to_be_visible()
    findings.get_by_role("button", name="Not bearing").click()
    expect(findings).not_to_contain_text("not marked bearing or non-bearing")


def test_what_was_typed_outlives_a_reload_and_back(plan):
    """A line that is not entered yet, and a price list that is not: both are there again."""
    line = plan.get_by_label("Type what the plan says")
    line.fill("8-0 north of")
    plan.reload()
    expect(line).to_have_value("8-0 north of")
    plan.get_by_role("link", name="Order").click()
    prices = plan.get_by_label("Price list", exact=True)
    prices.fill("2x6 16' 9.06\nstuds 3")
    plan.go_back()
    expect(line).to_have_value("8-0 north of")
    plan.get_by_role("link", name="Order").click()
    expect(prices).to_have_value("2x6 16' 9.06\nstuds 3")


def test_two_meanings_are_offered_and_enter_alone_chooses_none(bench):
    line(bench).fill("d 30x68 at 20-0")
    choices = bench.locator("[data-choice]")
    expect(choices).to_have_count(2)
    line(bench).press("Enter")
    expect(line(bench)).to_have_value("d 30x68 at 20-0")
    choices.filter(has_text="3-0 x 6-8").click()
    expect(line(bench)).to_have_value("Add door D8 3-0 x 6-8 at center 20'-0\" from start, in A")
    expect(bench.get_by_text("RO 38 x 82 1/2")).to_be_visible()
    line(bench).press("Enter")
    expect(line(bench)).to_have_value("")
    bench.get_by_role("button", name=re.compile("^Undo")).click()


def test_what_is_not_understood_stays_in_the_line_and_the_rest_is_one_undo(plan):
    line(plan).fill("H gone; W1 hedder 2x10; W1 head 84")
    expect(plan.get_by_text("Did you mean “header”?")).to_be_visible()
    line(plan).press("Enter")
    expect(line(plan)).to_have_value("W1 hedder 2x10")
    expect(plan.locator("[data-wall=H]")).to_have_count(0)
    line(plan).press("Alt+1")
    expect(line(plan)).to_have_value(re.compile("W1: header .* → .*2x10"))
    line(plan).fill("")
    plan.get_by_role("button", name=re.compile("^Undo")).click()
    expect(plan.locator("[data-wall=H] > polygon")).to_be_visible()


def test_lines_that_are_pasted_stay_several(plan):
    line(plan).focus()
    plan.evaluate(
        """() => {
            const data = new DataTransfer();
            data.setData("text", "H gone\\nW1 head 84\\n");
            const paste = new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true });
            document.activeElement.dispatchEvent(paste);
        }"""
    )
    expect(line(plan)).to_have_value("H gone; W1 head 84")


def test_a_word_that_is_begun_is_written_out_with_tab_and_earlier_lines_come_back(bench):
    line(bench).fill("W1 he")
    offered = bench.get_by_role("listbox", name="How the line may go on")
    expect(offered.get_by_role("option")).to_have_text(["head", "header"])
    line(bench).press("ArrowDown")
    line(bench).press("ArrowDown")
    expect(offered.get_by_role("option", selected=True)).to_have_text("header")
    line(bench).press("Tab")
    expect(line(bench)).to_have_value("W1 header ")
    expect(line(bench)).to_be_focused()
    kept(bench, "W1 head 84")
    line(bench).press("ArrowUp")
    expect(line(bench)).to_have_value("W1 head 84")
    line(bench).press("ArrowDown")
    expect(line(bench)).to_have_value("")


def test_it_is_the_opening_that_is_selected_in_the_plan(plan):
    plan.locator("[data-opening=W1]").first.click()
    line(plan).fill("make it 4 wider")
    expect(plan.get_by_text("W1: 3-10 x 4-6")).to_be_visible()
