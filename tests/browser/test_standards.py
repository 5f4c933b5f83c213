"""The crew's ways in a real browser."""

import re

import pytest
from playwright.sync_api import expect


@pytest.fixture
def ways(open_job):
    """The demo job, open on its standards."""
    page = open_job("standards")
    expect(page.get_by_role("heading", name="This job as it is")).to_be_visible()
    return page


def choice(page, name):
    return page.get_by_role("group", name=name, exact=True)


def test_a_way_shows_its_effect_before_it_is_taken(ways):
    effect = ways.get_by_role("region", name="Effect on this job")
    clips = choice(ways, "Corner").get_by_role("button", name="Clips, no stud")
    clips.click()
    expect(effect.get_by_role("heading", name="Corner: clips, no stud")).to_be_visible()
    expect(effect.get_by_text("−4", exact=True).first).to_be_visible()
    expect(clips).to_have_attribute("aria-pressed", "false")
    ways.get_by_role("button", name="Apply to this job").click()
    expect(clips).to_have_attribute("aria-pressed", "true")
    expect(choice(ways, "Corner")).to_contain_text("From this job.")


def test_each_part_of_the_standard_is_a_press_away(ways):
    for name in ("Words", "Where walls meet", "Layout"):
        ways.get_by_role("button", name=name, exact=True).click()
        expect(choice(ways, name)).to_be_in_viewport()


def test_every_school_that_is_offered_is_drawn_and_says_when(ways):
    cards = ways.get_by_role("group").get_by_role("button").filter(has=ways.locator("svg[data-drawn]"))
    drawn = {card.inner_text(): card.locator("svg[data-drawn] rect").count() for card in cards.all()}
    assert len(drawn) > 60
    assert all(rectangles > 0 and "." in text for text, rectangles in drawn.items())


def test_a_figure_that_is_left_goes_back_to_what_holds(ways):
    enter(ways, "On center", "24")
    expect(ways.get_by_role("heading", name="On center: 24")).to_be_visible()
    ways.get_by_role("button", name="Cancel").click()
    expect(typed(ways, "On center")).to_have_value("16")


def test_a_header_is_tried_field_by_field_and_left_as_a_whole(ways):
    built_up = choice(ways, "Header").get_by_role("button", name="Built up")
    flat = choice(ways, "Header").get_by_role("button", name="Flat")
    expect(flat).to_have_attribute("aria-pressed", "true")
    built_up.click()
    expect(ways.get_by_label("Header size", exact=True)).to_have_value("2x8")
    enter(ways, "Header size", "2x10")
    ways.get_by_label("Header plies").select_option(label="3")
    expect(ways.get_by_label("Header size", exact=True)).to_have_value("2x10")
    expect(ways.get_by_label("Header size from")).to_have_value("unverified")
    expect(ways.get_by_role("heading", name="Header plies: 3")).to_be_visible()
    ways.get_by_role("button", name="Cancel").click()
    expect(flat).to_have_attribute("aria-pressed", "true")
    expect(ways.get_by_label("Header size", exact=True)).to_have_value("")


def test_a_figure_nobody_frames_by_is_said(ways):
    field = typed(ways, "On center")
    field.fill("3")
    field.press("Enter")
    expect(ways.get_by_role("alert")).to_contain_text("8 to 48 inches on center")
    expect(ways.get_by_role("button", name="Apply to this job")).to_be_disabled()


def test_the_jobs_ways_are_kept_as_a_standard_and_taken_by_another_job(ways):
    choice(ways, "Blocks at half height").get_by_role("button", name="Staggered").click()
    ways.get_by_role("button", name="Apply to this job").click()
    expect(choice(ways, "Blocks at half height")).to_contain_text("From this job.")
    ways.get_by_label("Name of a standard").fill("Harbour crew")
    ways.get_by_role("button", name="Save", exact=True).click()
    crew = ways.get_by_role("region", name="The crew’s standards")
    expect(crew.get_by_text("Harbour crew")).to_be_visible()

    ways.get_by_role("link", name="Jobs").click()
    ways.get_by_label("Name of a new job").fill("Next job")
    ways.get_by_role("button", name="Start").click()
    ways.get_by_role("link", name="Standards").click()
    crew.get_by_role("button", name="Preview").click()
    ways.get_by_role("button", name="Apply to this job").click()
    expect(choice(ways, "Blocks at half height")).to_contain_text("From Harbour crew.")
    expect(crew).to_contain_text("This job is framed by Harbour crew")
    crew.get_by_role("button", name="Delete Harbour crew").click()
    expect(crew.get_by_role("button", name="Delete Harbour crew")).to_have_count(0)
    expect(crew).to_contain_text("This job is framed by Harbour crew")


def typed(page, label):
    """The field of a way; one that is drawn too is in a group of the same name."""
    return page.get_by_label(label, exact=True).and_(page.locator("input"))


def enter(page, label, text):
    field = typed(page, label)
    field.fill(text)
    field.press("Enter")


def take(page):
    page.get_by_role("button", name="Apply to this job").click()
    expect(page.get_by_role("heading", name="This job as it is")).to_be_visible()


def figures(page, name):
    """What the effect says of one figure: as it is; and what it would be where something is looked at."""
    return [int(number) for number in re.findall(r"(?<![−\d+])\d+", row_of(page, name).inner_text())]


def row_of(page, name):
    return page.get_by_role("region", name="Effect on this job").get_by_text(name, exact=True).locator("..")


def test_the_figures_of_the_effect_are_those_of_the_job_afterwards(ways):
    enter(ways, "On center", "24")
    expect(ways.get_by_role("region", name="Effect on this job")).to_contain_text("−")
    before, after = figures(ways, "Studs, kings, jacks")
    assert after < before - 20
    take(ways)
    expect(row_of(ways, "Studs, kings, jacks")).to_contain_text(str(after))
    assert figures(ways, "Studs, kings, jacks") == [after]
    expect(typed(ways, "On center")).to_have_value("24")


def test_composite_studs_with_two_faces(ways):
    choice(ways, "Studs are").get_by_role("button", name="Composite").click()
    take(ways)
    for name, text in (("Composite, thick", "1 3/4"), ("Narrow face", "1 1/4")):
        enter(ways, name, text)
        take(ways)
    ways.get_by_role("link", name="Bench").click()
    ways.locator('[data-member="A/stud/2"] rect').click(force=True)
    expect(ways.get_by_role("region", name="Picked piece")).to_contain_text("composite 1 3/4 to 1 1/4 x 5 1/2")
    expect(ways.get_by_role("region", name="Picked piece")).to_contain_text("wide face outside")


def test_a_wall_says_where_each_of_its_ways_comes_from(ways):
    choice(ways, "Sill").get_by_role("button", name="Double").click()
    take(ways)
    ways.get_by_label("Name of a standard").fill("Harbour crew")
    ways.get_by_role("button", name="Save", exact=True).click()
    ways.get_by_role("button", name="Preview").click()
    take(ways)
    enter(ways, "Head height", "80")
    take(ways)
    ways.get_by_role("link", name="Bench").click()
    ways.get_by_role("tab", name="Ways").click()
    ways.get_by_label("Floor", exact=True).select_option(label="Wood")

    def row(name):
        return ways.locator(f'[data-field="{name}"]')

    expect(row("Floor")).to_contain_text("from this wall")
    expect(row("Head height")).to_contain_text("from this job")
    expect(row("Sill’s top")).not_to_contain_text("from")
    ways.get_by_role("button", name="Floor: follow the job again").click()
    expect(row("Floor")).to_contain_text("from this job")


def test_studs_go_under_the_trusses_once_somebody_says_where_those_are(ways):
    choice(ways, "Studs and the joists above").get_by_role("button", name="Under the joists").click()
    take(ways)
    enter(ways, "Joists on center", "24")
    expect(ways.get_by_role("region", name="Effect on this job")).to_contain_text("Warnings")
    take(ways)
    ways.get_by_role("link", name="Bench").click()
    findings = ways.get_by_role("list", name="Findings")
    expect(findings).to_contain_text("not every joist has a stud under it")
    findings.get_by_role("button", name="Studs at 12").click()
    expect(findings).not_to_contain_text("not every joist")
    expect(ways.locator('[data-mark="bottom X 23.25"]')).to_have_count(1)


def test_the_crews_words_are_said_everywhere(ways):
    ways.get_by_label("Words of", exact=True).select_option(label="Trimmers and soles")
    expect(choice(ways, "Trimmers")).to_be_visible()
    expect(ways.get_by_label("Word for jack")).to_have_value("trimmer")
    enter(ways, "Word for header", "lintel")
    expect(ways.get_by_role("group", name="Lintels, ROs")).to_be_visible()
    enter(ways, "Letter for header", "L")
    enter(ways, "Word for king", "lintel")
    expect(ways.get_by_role("alert").filter(has_text="cannot both be called lintel")).to_be_visible()
    ways.get_by_role("link", name="Bench").click()
    ways.locator('[data-member="A/opening/W1/jack/start"] rect').click(force=True)
    card = ways.get_by_role("region", name="Picked piece")
    expect(card.get_by_role("heading", name="Trimmer of W1")).to_be_visible()
    expect(card).to_contain_text("sole plate")
    expect(ways.get_by_test_id("readout")).to_contain_text("T ahead, sole plate only")
    expect(ways.locator('[data-mark^="bottom T"]')).not_to_have_count(0)
    expect(ways.locator('[data-mark^="bottom J"]')).to_have_count(0)
    ways.get_by_role("link", name="Openings").click()
    expect(ways.get_by_role("columnheader", name="Lintel")).to_be_visible()
    ways.get_by_role("link", name="Pole").click()
    expect(ways.get_by_text(re.compile(r"^trimmer \d")).first).to_be_visible()


def test_ways_that_were_looked_at_are_compared_and_printed(ways):
    """At 24 there are fewer pieces than at 16: the figure first, the bar as long as its share of the larger."""
    choice(ways, "On center").get_by_role("button", name="24", exact=False).first.click()
    after = ways.get_by_role("region", name="Effect on this job")
    expect(after.get_by_role("heading", name="On center: 24")).to_be_visible()
    ways.get_by_role("button", name="Add to comparison").click()
    row = ways.get_by_role("table", name="Ways compared").get_by_role("row").filter(has_text="Pieces")
    expect(row).to_be_visible()
    as_it_is, wide = (int(cell.inner_text()) for cell in row.get_by_role("cell").all())
    assert wide < as_it_is
    with ways.expect_download() as kept:
        ways.get_by_role("button", name="Print").click()
    assert kept.value.path().read_bytes().startswith(b"%PDF")
    ways.get_by_role("group", name="Ways to compare").get_by_role("button", name="On center: 24").click()
    expect(ways.get_by_text("Nothing to compare yet.")).to_be_visible()
    ways.get_by_role("button", name="Compare", exact=True).click()
    expect(ways.get_by_role("heading", name="This job as it is")).to_be_visible()


def test_the_options_of_one_choice_are_compared_in_a_wall_and_in_an_opening(ways):
    """Clips leave out the stud that a flat stud corner has, at both its ends: two pieces fewer in wall A."""
    ways.get_by_role("button", name="Compare", exact=True).click()
    ways.get_by_label("Options of").select_option(label="Wall A")
    ways.get_by_label("One choice").select_option(label="Corner")
    table = ways.get_by_role("table", name="Ways compared")
    expect(table.get_by_role("columnheader", name="Stud and flat stud, as it is")).to_be_visible()
    row = table.get_by_role("row").filter(has_text="Pieces")
    expect(row.get_by_role("cell")).to_have_count(4)
    as_it_is, _, _, clips = (int(cell.inner_text()) for cell in row.get_by_role("cell").all())
    assert clips == as_it_is - 2
    expect(table.get_by_text("Boards to buy")).to_have_count(0)
    ways.get_by_label("Options of").select_option(label="W1 in wall A")
    ways.get_by_label("One choice").select_option(label="Jacks")
    expect(table.get_by_role("columnheader", name="Hangers")).to_be_visible()
    ways.get_by_role("button", name="Back to all ways").click()
    expect(ways.get_by_text("Nothing to compare yet.")).to_be_visible()
