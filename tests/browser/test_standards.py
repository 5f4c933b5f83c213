"""The crew's ways in a real browser."""

from pathlib import Path

import pytest
from playwright.sync_api import expect

EXAMPLE = Path(__file__).parents[2] / "examples" / "quill-harbour.bluff.json"


@pytest.fixture
def ways(page):
    """The demo job, open on its standards."""
    page.get_by_label("Job file").set_input_files(EXAMPLE)
    page.get_by_role("link", name="Standards").click()
    expect(page.get_by_role("heading", name="This job as it is")).to_be_visible()
    return page


def choice(page, name):
    return page.get_by_role("group", name=name, exact=True)


def test_a_way_shows_its_effect_before_it_is_taken(ways):
    effect = ways.get_by_role("region", name="Effect on this job")
    clips = choice(ways, "Corner").get_by_role("button", name="Clips, no stud")
    clips.click()
    expect(effect.get_by_role("heading", name="Corner: clips, no stud")).to_be_visible()
    expect(effect.get_by_text("−4", exact=True)).to_be_visible()
    expect(clips).to_have_attribute("aria-pressed", "false")
    ways.get_by_role("button", name="Take it for this job").click()
    expect(clips).to_have_attribute("aria-pressed", "true")
    expect(choice(ways, "Corner")).to_contain_text("From this job.")


def test_a_figure_nobody_frames_by_is_said(ways):
    field = ways.get_by_label("On centre", exact=True)
    field.fill("3")
    field.press("Enter")
    expect(ways.get_by_role("alert")).to_contain_text("8 to 48 inches on centre")
    expect(ways.get_by_role("button", name="Take it for this job")).to_be_disabled()


def test_the_jobs_ways_are_kept_as_a_standard_and_taken_by_another_job(ways):
    choice(ways, "Blocks at half height").get_by_role("button", name="Staggered").click()
    ways.get_by_role("button", name="Take it for this job").click()
    expect(choice(ways, "Blocks at half height")).to_contain_text("From this job.")
    ways.get_by_label("Name of a standard").fill("Harbour crew")
    ways.get_by_role("button", name="Keep", exact=True).click()
    crew = ways.get_by_role("region", name="The crew’s standards")
    expect(crew.get_by_text("Harbour crew")).to_be_visible()

    ways.get_by_role("link", name="Jobs").click()
    ways.get_by_label("Name of a new job").fill("Next job")
    ways.get_by_role("button", name="Start").click()
    ways.get_by_role("link", name="Standards").click()
    crew.get_by_role("button", name="Look at it").click()
    ways.get_by_role("button", name="Take it for this job").click()
    expect(choice(ways, "Blocks at half height")).to_contain_text("From Harbour crew.")
    expect(crew).to_contain_text("This job is framed by Harbour crew")
    crew.get_by_role("button", name="Forget Harbour crew").click()
    expect(crew.get_by_role("button", name="Forget Harbour crew")).to_have_count(0)
    expect(crew).to_contain_text("This job is framed by Harbour crew")
