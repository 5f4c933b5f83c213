"""The schedule of openings in a real browser."""

import re
from pathlib import Path

import pytest
from playwright.sync_api import expect

EXAMPLE = Path(__file__).parents[2] / "examples" / "quill-harbour.bluff.json"


@pytest.fixture
def openings(page):
    """The demo job, open on its schedule."""
    page.get_by_label("Job file").set_input_files(EXAMPLE)
    page.get_by_role("link", name="Openings").click()
    expect(page.get_by_role("table", name="Openings")).to_be_visible()
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


def test_what_is_not_understood_is_said_and_nothing_changes(openings):
    cell(openings, "W5", "header").click()
    openings.keyboard.type("a big one")
    openings.keyboard.press("Enter")
    said = openings.get_by_role("alert").or_(openings.get_by_role("status"))
    expect(said.filter(has_text="is no header")).to_be_visible()
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
    openings.evaluate(
        """() => {
          const data = new DataTransfer();
          data.setData("text", "80\\t3-ply 2x10\\n81\\t3-ply 2x8\\n");
          document.activeElement.dispatchEvent(
            new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }),
          );
        }"""
    )
    expect(cell(openings, "W5", "head")).to_have_text("80")
    expect(cell(openings, "W5", "header")).to_have_text("3-ply 2x10")
    expect(cell(openings, "W6", "head")).to_have_text("81")


def test_a_header_nobody_stands_for_is_marked_until_somebody_says(openings):
    source = cell(openings, "W6", "source")
    expect(source).to_contain_text("unverified")
    source.dblclick()
    openings.get_by_label("Says who").select_option("engineer")
    expect(source).to_have_text("engineer")


def test_the_schedule_comes_back_from_a_spreadsheet(openings):
    with openings.expect_download() as download:
        openings.get_by_role("link", name="CSV").click()
    table = download.value.path().read_text().replace("2-0 x 3-0", "2-6 x 3-0")
    openings.get_by_label("Schedule from a spreadsheet").set_input_files(
        {"name": "openings.csv", "mimeType": "text/csv", "buffer": table.encode()}
    )
    expect(cell(openings, "W5", "unit")).to_have_text("2-6 x 3-0")
    openings.get_by_role("button", name="Alike together").click()
    expect(cell(openings, "W4", "unit")).to_have_text("3-6 x 4-6")
