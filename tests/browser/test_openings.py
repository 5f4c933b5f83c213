"""The schedule of openings in a real browser."""

import re

import pytest
from playwright.sync_api import expect


@pytest.fixture
def openings(open_job):
    """The demo job, open on its schedule."""
    page = open_job("openings")
    expect(page.get_by_role("grid", name="Openings")).to_be_visible()
    return page


def cell(page, mark, column):
    return page.locator(f'td[data-cell="{mark} {column}"]')


def test_typing_in_a_cell_changes_every_opening_of_its_line(openings):
    cell(openings, "W1", "head").click()
    openings.keyboard.type("84")
    openings.keyboard.press("Enter")
    expect(cell(openings, "W1", "head")).to_have_text("84")
    # Enter goes down, as in a spreadsheet.
    expect(cell(openings, "S1", "head")).to_have_attribute("data-here", "")
    openings.keyboard.press("Control+z")
    expect(cell(openings, "W1", "head")).to_contain_text("82")


def test_cells_written_in_one_breath_are_all_kept(openings):
    """Each is read by the server when its turn comes, so that none is worked out from before the last one."""
    cell(openings, "W5", "head").click()
    openings.keyboard.type("80")
    openings.keyboard.press("Tab")
    openings.keyboard.type("3-ply 2x10")
    openings.keyboard.press("Tab")
    openings.keyboard.press("Tab")
    openings.keyboard.type("2")
    openings.keyboard.press("Enter")
    expect(cell(openings, "W5", "jacks")).to_have_text("2")
    expect(cell(openings, "W5", "header")).to_have_text("3-ply 2x10")
    expect(cell(openings, "W5", "head")).to_have_text("80")


@pytest.mark.parametrize("how", ["database", "server", "net"])
def test_what_is_typed_while_nothing_answers_goes_in_by_itself(openings, how):
    def refuse(route):
        if how == "server":
            route.abort()
        else:
            route.fulfill(status=503, json={"message": "The database does not answer at the moment.", "faults": []})

    if how == "net":
        openings.context.set_offline(True)
    else:
        openings.route("**/api/**", refuse)
    cell(openings, "W1", "head").click()
    openings.keyboard.type("84")
    openings.keyboard.press("Enter")
    bar = openings.get_by_role("alert")
    expect(bar).to_contain_text("does not answer")
    expect(bar).to_contain_text("Your change is kept and is sent by itself")
    expect(cell(openings, "W1", "head").get_by_title("Saving")).to_have_text("84")
    openings.context.set_offline(False)
    openings.unroute_all()
    expect(cell(openings, "W1", "head")).to_have_text("84")
    expect(bar).to_have_count(0)


def test_a_cell_that_is_refused_keeps_what_was_typed_with_its_reason(openings):
    cell(openings, "W1", "head").click()
    openings.keyboard.type("high")
    openings.keyboard.press("Enter")
    alert = openings.get_by_role("alert", name="Not saved")
    expect(alert).to_contain_text("W1, W4 not saved: “high” is not a length")
    expect(cell(openings, "W1", "head")).to_have_text("high")
    openings.reload()
    expect(cell(openings, "W1", "head")).to_have_text("high")
    # Written otherwise it goes in, and what was refused is gone.
    cell(openings, "W1", "head").click()
    openings.keyboard.type("84")
    openings.keyboard.press("Enter")
    expect(cell(openings, "W1", "head")).to_have_text("84")
    expect(alert).to_have_count(0)


def test_cells_are_chosen_filled_down_and_emptied_as_in_a_spreadsheet(openings):
    cell(openings, "W5", "head").click()
    openings.keyboard.type("80")
    openings.keyboard.press("Enter")
    expect(cell(openings, "W5", "head")).to_have_text("80")
    openings.keyboard.press("ArrowUp")
    openings.keyboard.press("Shift+ArrowDown")
    expect(openings.locator("td[data-chosen]")).to_have_count(2)
    copied = openings.evaluate(
        """() => {
          const data = new DataTransfer();
          const copy = new ClipboardEvent("copy", { clipboardData: data, bubbles: true, cancelable: true });
          document.activeElement.dispatchEvent(copy);
          return data.getData("text");
        }"""
    )
    assert copied == "80\n82 1/2"
    openings.keyboard.press("Control+d")
    expect(cell(openings, "W6", "head")).to_have_text("80")
    openings.keyboard.press("Delete")
    for mark in ("W5", "W6"):
        expect(cell(openings, mark, "head")).to_contain_text("82")
    openings.keyboard.press("Escape")
    expect(openings.locator("td[data-chosen]")).to_have_count(0)


def test_a_schedule_pasted_into_an_empty_one_fills_it(page):
    page.get_by_label("Name of a new job").fill("From a schedule")
    page.get_by_role("button", name="Start").click()
    page.get_by_role("link", name="Bench").click()
    page.get_by_label("Type a wall").fill("18-6 2x4")
    page.keyboard.press("Enter")
    expect(page.locator('[data-member="A/end_stud/start"]')).to_be_attached()
    page.get_by_role("link", name="Openings").click()
    expect(page.get_by_role("heading", name="No openings yet")).to_be_visible()
    paste(page, "mark\twall\tunit\tat\nW1\tA\t3-6x4-6\t9-3\nD1\tA\t2-10x6-8\tedge 1-0\n")
    expect(cell(page, "W1", "rough")).to_have_text("43 x 55")
    expect(cell(page, "D1", "kind")).to_have_text("Door")


def paste(page, text):
    """Pastes as a spreadsheet's copy would, where the focus is."""
    page.evaluate(
        """text => {
          const data = new DataTransfer();
          data.setData("text", text);
          document.activeElement.dispatchEvent(
            new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }),
          );
        }""",
        text,
    )


def test_what_is_not_understood_is_said_and_nothing_changes(openings):
    cell(openings, "W5", "header").click()
    openings.keyboard.type("a big one")
    openings.keyboard.press("Enter")
    said = openings.get_by_role("alert").or_(openings.get_by_role("status"))
    expect(said.filter(has_text="is not a header")).to_be_visible()
    expect(cell(openings, "W5", "header")).to_have_text("a big one")
    openings.get_by_role("button", name="Discard").click()
    expect(cell(openings, "W5", "header")).to_have_text("3-ply 2x8")


def test_a_check_against_the_plan_is_signed_and_lost_with_the_size(openings):
    check = openings.get_by_role("button", name="W2 checked against the plan")
    check.click()
    expect(check).to_have_attribute("aria-pressed", "true")
    cell(openings, "W2", "rough").click()
    expect(openings.get_by_text(re.compile("Checked against the plan by LF"))).to_be_visible()
    openings.keyboard.type("74x55")
    openings.keyboard.press("Enter")
    expect(check).to_have_attribute("aria-pressed", "false")
    cell(openings, "W2", "rough").click()
    expect(openings.get_by_text("Size changed since it was checked by LF")).to_be_visible()


def test_rows_pasted_from_a_spreadsheet_run_on_from_the_cell(openings):
    cell(openings, "W5", "head").click()
    paste(openings, "80\t3-ply 2x10\n81\t3-ply 2x8\n")
    expect(cell(openings, "W5", "head")).to_have_text("80")
    expect(cell(openings, "W5", "header")).to_have_text("3-ply 2x10")
    expect(cell(openings, "W6", "head")).to_have_text("81")


def test_a_header_nobody_stands_for_is_marked_until_somebody_says(openings):
    # Nobody's word, and the crew's own: both are marked.
    for mark, said in (("D7", "Not verified"), ("W6", "Crew’s habit")):
        expect(cell(openings, mark, "source")).to_have_text(said)
        expect(cell(openings, mark, "source").locator("svg")).to_have_count(1)
    source = cell(openings, "W6", "source")
    source.dblclick()
    openings.get_by_label("Source").select_option("engineer")
    expect(source).to_have_text("Engineer")
    expect(source.locator("svg")).to_have_count(0)


def test_the_schedule_comes_back_from_a_spreadsheet(openings):
    with openings.expect_download() as download:
        openings.get_by_role("link", name="CSV").click()
    table = download.value.path().read_text().replace("2-0 x 3-0", "2-6 x 3-0")
    openings.get_by_label("Schedule from a spreadsheet").set_input_files(
        {"name": "openings.csv", "mimeType": "text/csv", "buffer": table.encode()}
    )
    expect(cell(openings, "W5", "unit")).to_have_text("2-6 x 3-0")
    openings.get_by_role("button", name="Group identical").click()
    expect(cell(openings, "W4", "unit")).to_have_text("3-6 x 4-6")


@pytest.fixture
def headers(openings):
    openings.get_by_role("button", name="Header check").click()
    expect(openings.get_by_role("table", name="Headers")).to_be_visible()
    return openings


def test_a_header_is_checked_once_somebody_says_what_lies_on_it(headers):
    """D1 is 38 under three 2x8: 400 dead is 400 x 41/24 = 683 on 6 3/4 of jack, 101 of 425, 24 %."""
    table, card = headers.get_by_role("table", name="Headers"), headers.get_by_label("Header check", exact=True)
    row = table.get_by_role("row").filter(has_text="D1")
    expect(row).to_contain_text("Enter the load of this header")
    row.get_by_role("button").click()
    dead = headers.get_by_label("Dead, lb a foot")
    dead.fill("400")
    dead.press("Enter")
    expect(row).to_contain_text("24%")
    expect(card).to_contain_text("Bearing governs")
    expect(card).to_contain_text("a licensed designer decide")
    card.get_by_text("Bending", exact=True).click()
    expect(card).to_contain_text("542 lb·ft")
    headers.keyboard.press("Control+z")
    expect(row).to_contain_text("Enter the load of this header")


def test_the_bench_checks_the_header_that_is_picked(headers):
    percent = headers.get_by_role("row").filter(has_text="S1").get_by_text(re.compile(r"\d+%")).inner_text()
    headers.get_by_role("link", name="Bench").click()
    headers.locator('[data-member="A/opening/S1/header"]').locator("rect").first.click(force=True)
    expect(headers.get_by_label("Header check", exact=True)).to_contain_text(percent)
