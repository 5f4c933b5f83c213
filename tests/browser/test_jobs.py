import json
import re
from pathlib import Path

from playwright.sync_api import expect

EXAMPLE = Path(__file__).parents[2] / "examples" / "quill-harbour.bluff.json"


def to_jobs(page):
    # From a job that is open; on its way there the link would lead where one still is.
    expect(page.get_by_label("Job name")).to_be_visible()
    page.get_by_role("link", name="Jobs").click()
    expect(page.get_by_role("heading", name="Jobs", exact=True)).to_be_visible()


def test_an_empty_list_says_how_to_begin(page):
    expect(page.get_by_role("heading", name="No jobs yet")).to_be_visible()
    expect(page.get_by_role("button", name="Start")).to_be_disabled()
    page.get_by_label("Name of a new job").fill("Shed")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Nothing in the plan yet")).to_be_visible()
    expect(page).to_have_url(re.compile("/plan$"))


def test_a_job_file_is_imported_and_exported(page, tmp_path):
    page.get_by_label("Job file").set_input_files(EXAMPLE)
    expect(page.get_by_role("application", name="Plan")).to_be_visible()
    expect(page.get_by_role("navigation", name="Stages")).to_contain_text("14 warnings")
    with page.expect_download() as download:
        page.get_by_role("button", name="Export").click()
        page.get_by_role("menuitem", name="Job file").click()
    assert download.value.suggested_filename == "quill-harbour-ferry-shelter.bluff.json"
    exported = json.loads(Path(download.value.path()).read_text())
    assert [wall["id"] for wall in exported["walls"]] == list("ABCDEFGH")
    to_jobs(page)
    expect(page.get_by_role("listitem")).to_contain_text(re.compile(r"8\s*walls\s*15\s*openings"))


def test_a_bad_file_is_refused_with_its_faults(page, tmp_path):
    bad = tmp_path / "bad.json"
    bad.write_text(
        '{"format": "bluff-job", "version": 2, "name": "x", "walls": [{"id": "A", "stud": "2x5", "length": 9}]}'
    )
    page.get_by_label("Job file").set_input_files(bad)
    expect(page.get_by_role("status").filter(has_text="bad.json: walls[0].stud: There is no 2x5")).to_be_visible()


def test_a_job_is_removed_and_put_back(page):
    page.get_by_label("Job file").set_input_files(EXAMPLE)
    expect(page.get_by_role("application")).to_be_visible()
    to_jobs(page)
    page.get_by_role("button", name="Remove Quill Harbour ferry shelter").click()
    expect(page.get_by_role("heading", name="No jobs yet")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("link", name="Quill Harbour ferry shelter", exact=True)).to_be_visible()


def test_a_removed_job_is_listed_and_restored_after_a_reload(page):
    page.get_by_label("Job file").set_input_files(EXAMPLE)
    expect(page.get_by_role("application")).to_be_visible()
    to_jobs(page)
    page.get_by_role("button", name="Remove Quill Harbour ferry shelter").click()
    expect(page.get_by_role("heading", name="No jobs yet")).to_be_visible()
    page.reload()
    page.get_by_text("Removed in the last 30 days: 1 job").click()
    page.get_by_role("button", name="Restore Quill Harbour ferry shelter").click()
    expect(page.get_by_role("link", name="Quill Harbour ferry shelter", exact=True)).to_be_visible()
    expect(page.get_by_text("Removed in the last 30 days")).to_have_count(0)


def test_an_undo_of_what_another_page_did_asks_first(page):
    page.get_by_label("Job file").set_input_files(EXAMPLE)
    name = page.get_by_label("Job name")
    name.fill("Shelter, second go")
    name.press("Enter")
    other = page.context.new_page()
    other.goto(page.url)
    expect(other.get_by_label("Job name")).to_have_value("Shelter, second go")
    other.get_by_role("button", name="Undo", exact=True).click()
    asked = other.get_by_role("status").filter(has_text="was made in another window or earlier")
    expect(asked).to_contain_text("Undo it?")
    asked.get_by_role("button", name="Cancel").click()
    expect(other.get_by_label("Job name")).to_have_value("Shelter, second go")
    other.get_by_role("button", name="Undo", exact=True).click()
    other.get_by_role("button", name="Undo it").click()
    expect(other.get_by_label("Job name")).to_have_value("Quill Harbour ferry shelter")
    other.close()


def test_a_job_is_renamed_on_the_bench(page):
    page.get_by_label("Job file").set_input_files(EXAMPLE)
    name = page.get_by_label("Job name")
    name.fill("Shelter, second go")
    name.press("Enter")
    to_jobs(page)
    expect(page.get_by_role("link", name="Shelter, second go", exact=True)).to_be_visible()


def test_a_job_that_is_not_there_says_so(page):
    page.goto("/jobs/00000000-0000-0000-0000-000000000000/bench")
    expect(page.get_by_role("heading", name="This job could not be opened")).to_be_visible()
    expect(page.get_by_text("There is no such job")).to_be_visible()
    page.goto("/nowhere")
    expect(page.get_by_role("heading", name="Page not found")).to_be_visible()


def test_dark_colors_are_kept(page):
    page.get_by_role("button", name="Dark colors").click()
    expect(page.locator("html")).to_have_class(re.compile("dark"))
    page.reload()
    expect(page.locator("html")).to_have_class(re.compile("dark"))


def test_a_long_name_does_not_break_the_list(page):
    page.get_by_label("Name of a new job").fill("Shelter " * 15)
    page.get_by_role("button", name="Start").click()
    to_jobs(page)
    expect(page.get_by_role("listitem")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 1280
