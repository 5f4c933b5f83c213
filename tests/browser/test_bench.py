import re

import pytest
from playwright.sync_api import expect

from bluff.core.change.apply import apply
from bluff.core.job.edit import AddOpening, AddWall
from bluff.core.job.job import Job
from bluff.core.phrase.opening_line import read_opening
from bluff.core.phrase.wall_line import read_wall


@pytest.fixture
def job(open_job):
    """A new job, open on an empty bench."""
    return open_job("bench", Job("Window wall"))


@pytest.fixture
def window_wall(open_job):
    """The worked window wall on the bench."""
    job = apply(Job("Window wall"), AddWall(read_wall("18-6 2x4", Job("Window wall"))))
    job = apply(job, AddOpening(read_opening("3-6x4-6 @ 9-3", job, job.walls[0])))
    page = open_job("bench", job)
    expect(piece(page, "A/opening/W1/header")).to_be_visible()
    return page


def piece(page, member):
    return page.locator(f'[data-member="{member}"]')


def card(page):
    return page.get_by_role("region", name="Picked piece")


def drawing(page):
    return page.get_by_role("application")


def readout(page):
    return page.get_by_test_id("readout")


def choose(page, tab, label, value):
    page.get_by_role("tab", name=tab).click()
    page.get_by_label(label, exact=True).select_option(label=value)


def enter(page, label, text):
    # Where a way is drawn too, the field is in a group of the same name.
    field = page.get_by_label(label, exact=True).and_(page.locator("input"))
    field.fill(text)
    field.press("Enter")


def test_the_wall_stands_still_while_somebody_types(window_wall):
    line = window_wall.get_by_label("Type an opening")
    before = drawing(window_wall).bounding_box()
    line.fill("2-0x2-0 @ 15-0")
    expect(window_wall.get_by_text("Add window W2 2-0 x 2-0")).to_be_visible()
    assert drawing(window_wall).bounding_box() == before
    line.fill("something else")
    expect(window_wall.get_by_text("“something” is not understood")).to_be_visible()
    assert drawing(window_wall).bounding_box() == before
    line.fill("")


def test_every_number_of_the_worked_wall_is_on_screen(window_wall):
    page = window_wall
    for member, numbers in {
        "A/opening/W1/king/start": ["92 5/8", "86 1/2"],
        "A/opening/W1/jack/start": ["81", "88"],
        "A/opening/W1/header": ["46", "82 1/2"],
        "A/opening/W1/sill": ["43", "89 1/2"],
        "A/opening/W1/top_cripple/7": ["4 3/8", "111 1/4"],
        "A/opening/W1/bottom_cripple/8": ["24 1/2", "127 1/4"],
        "A/opening/W1/jack/end": ["81", "132 1/2"],
        "A/opening/W1/king/end": ["92 5/8", "134"],
        "A/stud/5": ["92 5/8", "79 1/4"],
        "A/stud/9": ["92 5/8", "143 1/4"],
    }.items():
        piece(page, member).locator("rect").click(force=True)
        for number in numbers:
            expect(card(page)).to_contain_text(number)
    for at in ("86.5", "88", "89.5", "95.25", "111.25", "127.25", "131", "132.5", "134"):
        expect(page.locator(f'[data-mark^="bottom"][data-mark$=" {at}"]')).to_have_count(1)
    page.get_by_role("tab", name="Cut list").click()
    rows = page.get_by_role("table", name="Cut list").locator("tbody tr")
    assert [re.sub(r"\s+", " ", text) for text in rows.all_inner_texts()] == [
        "3 2x4 222 bottom plate, cap plate, top plate",
        "14 2x4 92 5/8 end stud, king, stud",
        "2 2x4 81 jack",
        "1 2x4 43 sill",
        "5 2x4 24 1/2 bottom cripple",
        "5 2x4 4 3/8 top cripple",
        "2 2x8 46 header",
        "1 1/2 x 7 1/4 46 header spacer",
    ]


def test_the_picked_piece_shows_its_sum(window_wall):
    piece(window_wall, "A/opening/W1/king/start").locator("rect").click(force=True)
    expect(card(window_wall)).to_contain_text(re.compile(r"center of W1\s*111.*half of the opening\s*−\s*21 1/2", re.S))


def test_elevation_plates_and_tape_share_their_pixels(window_wall):
    for member, mark in (("A/opening/W1/king/start", "bottom K 86.5"), ("A/stud/5", "top X 79.25")):
        wood = piece(window_wall, member).locator("rect").bounding_box()
        marked = window_wall.locator(f'[data-mark="{mark}"] [data-wood]').bounding_box()
        # A path's box takes in the corners of its stroke, a rectangle's does not.
        assert abs(wood["x"] - marked["x"]) <= 1.5
        assert abs(wood["width"] - marked["width"]) <= 2.5


def test_arrow_keys_step_through_marks_and_pieces(window_wall):
    page = window_wall
    drawing(page).focus()
    for _ in range(7):
        page.keyboard.press("ArrowRight")
    expect(readout(page)).to_contain_text("King of W1")
    expect(readout(page)).to_contain_text("86 1/2")
    page.keyboard.press("ArrowRight")
    expect(readout(page)).to_contain_text("Jack of W1")
    expect(readout(page)).to_contain_text("bottom plate only")
    page.keyboard.press("ArrowUp")
    expect(card(page)).to_contain_text("Header of W1")
    page.keyboard.press("ArrowUp")
    expect(card(page)).to_contain_text("Top cripple of W1")
    page.keyboard.press("Escape")
    expect(card(page)).to_contain_text("Wall A")


def test_hovering_lights_a_piece_up_in_both_drawings(window_wall):
    unlit = window_wall.locator('[data-mark="bottom X 79.25"] [data-line]').get_attribute("stroke")
    piece(window_wall, "A/stud/5").locator("rect").hover()
    lit = window_wall.locator('[data-mark="bottom X 79.25"] [data-line]')
    expect(lit).not_to_have_attribute("stroke", unlit)


def test_the_tape_reads_from_either_end_and_burns_an_inch(window_wall):
    page = window_wall
    piece(page, "A/opening/W1/king/start").locator("rect").click(force=True)
    expect(readout(page)).to_contain_text("86 1/2")
    page.get_by_role("button", name="Burn an inch").click()
    expect(readout(page)).to_contain_text("87 1/2")
    page.get_by_label("Where the tape hooks").select_option(label="Tape on the right end")
    expect(readout(page)).to_contain_text("135")
    page.reload()
    piece(page, "A/opening/W1/king/start").locator("rect").click(force=True)
    expect(readout(page)).to_contain_text("135")


def test_a_change_shows_at_once_and_is_there_again_tomorrow(window_wall):
    page = window_wall
    page.get_by_role("tab", name="Ways").click()
    enter(page, "On center", "24")
    expect(piece(page, "A/stud/2")).to_be_visible()
    expect(piece(page, "A/stud/10")).to_have_count(0)
    choose(page, "Ways", "Jacks", "On the sill")
    # The change moves the jack: a press on its way there would miss it.
    page.wait_for_function(
        """() => {
            const height = (id) => Number(document.querySelector(`[data-member="${id}"] rect`).getAttribute("height"));
            return height("A/opening/W1/jack/start") < 0.7 * height("A/opening/W1/king/start");
        }"""
    )
    piece(page, "A/opening/W1/jack/start").locator("rect").click(force=True)
    expect(card(page)).to_contain_text("55")
    choose(page, "Ways", "Header plies", "1")
    page.get_by_role("tab", name="Findings").click()
    expect(page.get_by_role("list", name="Findings")).to_contain_text("1 1/2 thick in a wall of 3 1/2")
    page.reload()
    expect(page.get_by_role("list", name="Findings")).to_contain_text("1 1/2 thick in a wall of 3 1/2")


def test_layout_starts_from_the_other_end(window_wall):
    page = window_wall
    choose(page, "Ways", "Layout from", "Right end")
    expect(page.locator('[data-mark="bottom X 205.25"]')).to_be_attached()
    expect(page.get_by_label("Where the tape hooks")).to_have_value("end")


def test_a_way_set_on_the_wall_can_follow_the_job_again(window_wall):
    page = window_wall
    page.get_by_role("tab", name="Ways").click()
    enter(page, "On center", "24")
    page.get_by_role("button", name="On center: follow the job again").click()
    expect(page.get_by_label("On center", exact=True)).to_have_value("16")
    page.get_by_role("tabpanel").get_by_role("link", name="Standards").click()
    expect(page.get_by_text("This job as it is")).to_be_visible()
    enter(page, "On center", "12")
    page.get_by_role("button", name="Apply to this job").click()
    expect(page.get_by_text("This job as it is")).to_be_visible()
    page.get_by_role("link", name="Bench").click()
    expect(piece(page, "A/stud/12")).to_be_visible()
    page.get_by_role("tab", name="Ways").click()
    expect(page.get_by_label("On center", exact=True)).to_have_value("12")


def test_every_way_of_a_wall_can_be_set_on_it(window_wall):
    page = window_wall
    page.get_by_role("tab", name="Ways").click()
    page.get_by_label("Floor", exact=True).select_option(label="Slab")
    enter(page, "Bolts apart", "48")
    choose(page, "Ways", "Blocks at half height", "One line")
    enter(page, "2x4 measures", "1 5/8 x 3 1/2")
    piece(page, "A/stud/5").locator("rect").click(force=True)
    # Half of a 1 5/8 stud before the line at 80.
    expect(card(page)).to_contain_text("79 3/16")
    page.get_by_role("button", name="2x4 measures: follow the job again").click()
    expect(card(page)).to_contain_text("79 1/4")
    page.get_by_role("tab", name="Findings").click()
    expect(page.get_by_role("list", name="Findings")).to_contain_text("at most 48 apart")


def test_a_change_made_while_another_is_on_its_way_keeps_both(window_wall):
    page = window_wall
    page.get_by_role("tab", name="Ways").click()
    held = []
    page.route("**/edits", lambda route: route.continue_() if held else held.append(route))
    page.get_by_label("Floor", exact=True).select_option(label="Slab")
    enter(page, "On center", "24")
    held[0].continue_()
    expect(piece(page, "A/stud/10")).to_have_count(0)
    expect(page.get_by_label("On center", exact=True)).to_have_value("24")
    expect(page.get_by_label("Floor", exact=True)).to_have_value("slab")


def test_two_fingers_bring_the_wall_nearer_where_they_are(window_wall, pinch):
    page = window_wall
    page.reload()
    king = piece(page, "A/opening/W1/king/end").locator("rect")
    before = king.bounding_box()
    at = (before["x"] + before["width"] / 2, before["y"] + 60)
    pinch(at, (60, 180))
    page.wait_for_function(
        "([x, width]) => {"
        " const box = document.querySelector('[data-member=\"A/opening/W1/king/end\"] rect').getBoundingClientRect();"
        " return box.width > 2 * width && Math.abs(box.x + box.width / 2 - x) < 8; }",
        arg=[at[0], before["width"]],
    )
    page.get_by_role("button", name="Whole wall").click()
    page.wait_for_function(
        "width => document.querySelector('[data-member=\"A/opening/W1/king/end\"] rect').getBoundingClientRect().width"
        " < 1.2 * width",
        arg=before["width"],
    )


def test_layers_are_kept_and_followed_on_paper(window_wall):
    page = window_wall
    nails = page.get_by_role("button", name="Nails", exact=True)
    expect(page.locator("[data-joint]")).to_have_count(0)
    nails.click()
    expect(page.locator('[data-joint="header to king"]')).to_have_text(["4", "4"])
    page.get_by_role("tab", name="Cut list").click()
    at_joints = sum(int(text) for text in page.locator("[data-joint]").all_text_contents())
    expect(page.get_by_text("nails, 16d")).to_have_text(f"{at_joints} nails, 16d")
    page.get_by_role("button", name="Sheets", exact=True).click()
    expect(page.locator("[data-sheet]")).not_to_have_count(0)
    page.get_by_role("button", name="Export").click()
    expect(page.get_by_role("menuitem", name="Wall A on letter paper")).to_have_attribute(
        "href", re.compile(r"wall=A&show=sheets&show=nails$")
    )
    page.keyboard.press("Escape")
    page.reload()
    expect(nails).to_have_attribute("aria-pressed", "true")
    nails.click()
    expect(page.locator("[data-joint]")).to_have_count(0)


def test_walls_of_a_plan_show_what_they_meet(open_job):
    page = open_job("bench")
    page.get_by_role("link", name="B 22'-6\"").click()
    expect(card(page)).to_contain_text(re.compile(r"Plate\s*259.*butts into A at the start\s*−\s*5 1/2", re.S))
    expect(piece(page, "B/intersection/F/backing")).to_be_visible()
    card(page).get_by_role("link", name="A", exact=True).click()
    expect(piece(page, "A/corner/start/backing")).to_be_visible()
    choose(page, "Ways", "Corner", "Three studs")
    expect(piece(page, "A/corner/start/stud/2")).to_be_visible()
    piece(page, "A/corner/start/stud").locator("rect").click(force=True)
    expect(card(page)).to_contain_text("Corner stud")
    expect(readout(page)).to_contain_text("5")
    page.locator("[data-neighbour=H] rect").click(force=True)
    expect(piece(page, "H/opening/D7/header")).to_be_visible()


def test_a_wall_is_cut_to_a_measured_room(window_wall):
    page = window_wall
    page.get_by_role("tab", name="Ways").click()
    enter(page, "or room, measured", "97 1/4, 97, 97 1/8")
    page.get_by_label("Type an opening").click()
    expect(card(page)).to_contain_text("smallest of 3 readings")
    expect(card(page)).to_contain_text("play")
    enter(page, "Play", "0")
    page.get_by_role("tab", name="Findings").click()
    expect(page.get_by_role("list", name="Findings")).to_contain_text("to tip up")


def test_what_cannot_be_is_said_and_nothing_is_lost(window_wall):
    page = window_wall
    page.get_by_role("tab", name="Ways").click()
    enter(page, "On center", "4")
    expect(page.get_by_role("alert").filter(has_text="Studs stand 8 to 48 inches on center")).to_be_visible()
    page.get_by_label("Type an opening").fill("3-6x4-6 @ 12'14")
    expect(page.get_by_text("has 14 inches after the feet")).to_be_visible()
    page.keyboard.press("Enter")
    expect(page.get_by_label("Type an opening")).to_have_value("3-6x4-6 @ 12'14")


def test_what_is_entered_counts_once_though_the_field_is_left_after_it(window_wall):
    edits = []
    window_wall.on("request", lambda sent: edits.append(sent) if sent.url.endswith("/edits") else None)
    window_wall.get_by_role("tab", name="Ways").click()
    field = window_wall.get_by_label("Length", exact=True)
    field.fill("19-0")
    field.press("Enter")
    field.press("Tab")
    expect(window_wall.get_by_label("On center", exact=True)).to_be_visible()
    expect(piece(window_wall, "A/stud/14")).to_be_visible()
    expect(field).to_have_value("19'-0\"")
    assert len(edits) == 1


def test_a_refused_field_keeps_its_text_and_says_why(window_wall):
    window_wall.get_by_role("tab", name="Ways").click()
    field = window_wall.get_by_label("On center", exact=True)
    field.fill("4")
    field.press("Enter")
    expect(field).to_have_attribute("aria-invalid", "true")
    expect(field).to_have_accessible_error_message(re.compile("8 to 48 inches on center"))
    expect(field).to_have_value("4")
    field.press("Tab")
    expect(field).to_have_value("4")
    field.fill("24")
    expect(field).not_to_have_attribute("aria-invalid", "true")
    field.press("Enter")
    expect(piece(window_wall, "A/stud/8")).to_be_visible()


def test_undo_and_redo_by_button_and_by_key(window_wall):
    page = window_wall
    line = page.get_by_label("Type an opening")
    line.fill("2-0x2-0 @ 15-0")
    line.press("Enter")
    expect(piece(page, "A/opening/W2/header")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(piece(page, "A/opening/W2/header")).to_have_count(0)
    page.get_by_role("button", name="Redo").click()
    expect(piece(page, "A/opening/W2/header")).to_be_visible()
    drawing(page).focus()
    page.keyboard.press("Control+z")
    expect(piece(page, "A/opening/W2/header")).to_have_count(0)
    page.keyboard.press("Control+Shift+z")
    expect(piece(page, "A/opening/W2/header")).to_be_visible()


def test_an_opening_is_added_changed_and_removed_in_the_form(window_wall):
    page = window_wall
    page.get_by_role("tab", name="Openings").click()
    page.get_by_role("button", name="Opening", exact=True).click()
    form = page.get_by_role("region", name="New opening")
    form.get_by_label("Kind", exact=True).select_option(label="Door")
    expect(form.get_by_label("Mark", exact=True)).to_have_value("D1")
    enter(page, "Width x height", "2-10 x 6-8")
    form.get_by_label("Placed by").select_option(label="Nearest edge")
    enter(page, "At", "1-0")
    form.get_by_label("From", exact=True).select_option(label="Past W1")
    expect(form).to_contain_text(re.compile(r"RO width\s*36\s*call-out 2-10\s*34\s*allowance\s*\+\s*2", re.S))
    expect(form).to_contain_text(re.compile(r"RO starts at\s*144 1/2", re.S))
    form.get_by_role("button", name="Add").click()
    expect(piece(page, "A/opening/D1/header")).to_be_visible()

    page.get_by_role("button", name="Change D1").click()
    form = page.get_by_role("region", name="Change D1")
    enter(page, "Width x height", "3-0 x 6-8")
    form.get_by_label("Kings a side", exact=True).select_option(label="2")
    expect(form).to_contain_text("from this opening")
    expect(form.get_by_role("button", name="Kings a side: follow the wall again")).to_be_visible()
    # A door has no sill, and its head is its rough height.
    expect(form.get_by_label("Sill", exact=True)).to_have_count(0)
    expect(form.get_by_label("Head height", exact=True)).to_have_count(0)
    expect(form).to_contain_text(re.compile(r"RO width\s*38", re.S))
    form.get_by_role("button", name="Save").click()
    expect(piece(page, "A/opening/D1/king/start/2")).to_be_attached()

    page.get_by_role("button", name="Change D1").click()
    page.get_by_role("button", name="Remove").click()
    expect(piece(page, "A/opening/D1/header")).to_have_count(0)


def test_every_way_of_an_opening_can_be_set_for_it_alone(window_wall):
    page = window_wall
    page.get_by_role("tab", name="Openings").click()
    page.get_by_role("button", name="Change W1").click()
    form = page.get_by_role("region", name="Change W1")
    form.get_by_label("Sill", exact=True).select_option(label="Double")
    form.get_by_label("Header", exact=True).select_option(label="Solid")
    form.get_by_label("Header laid").select_option(label="Flat")
    enter(page, "Head height", "80")
    form.get_by_role("button", name="Save").click()
    expect(piece(page, "A/opening/W1/sill/2")).to_be_attached()
    piece(page, "A/opening/W1/header").locator("rect").click(force=True)
    expect(card(page)).to_contain_text("4x8")
    expect(card(page)).to_contain_text("80")
    page.get_by_role("button", name="Undo").click()
    expect(piece(page, "A/opening/W1/sill/2")).to_have_count(0)


def test_both_lines_of_a_piece_are_drawn_and_read_for_crews_that_draw_them(window_wall):
    page = window_wall
    piece(page, "A/opening/W1/king/start").locator("rect").click(force=True)
    expect(readout(page)).not_to_contain_text("and")
    choose(page, "Ways", "Lines on the plate", "Both sides")
    expect(readout(page)).to_contain_text(re.compile(r"86 1/2.*and.*88", re.S))
    expect(page.locator('[data-mark="bottom K 86.5"] [data-other-line]')).to_have_count(1)
    page.get_by_label("Where the tape hooks").select_option(label="Tape on the right end")
    expect(readout(page)).to_contain_text(re.compile(r"134.*and.*135 1/2", re.S))
    choose(page, "Ways", "Marks go on", "The edge")
    expect(page.get_by_text("Bottom plate, marked on its edge")).to_be_visible()


def test_a_wrong_size_in_the_form_says_what_to_write(window_wall):
    page = window_wall
    page.locator("[data-opening=W1] rect").click(position={"x": 8, "y": 40})
    enter(page, "Width x height", "30046")
    expect(page.get_by_role("alert")).to_contain_text("could be several sizes")
    expect(page.get_by_role("button", name="Save")).to_be_disabled()
    page.get_by_role("button", name="Cancel").click()
    expect(card(page)).to_be_visible()


def test_a_finding_leads_to_its_place_and_settles_itself(window_wall):
    page = window_wall
    page.get_by_label("Type an opening").fill("2-0x3-0 @ 0-10")
    page.keyboard.press("Enter")
    findings = page.get_by_role("list", name="Findings")
    expect(findings).to_contain_text("runs 5 1/2 past the start of the wall")
    expect(page.locator("[data-left-out=W2]")).to_be_visible()
    expect(page.get_by_role("navigation", name="Stages")).to_contain_text("1 error")
    findings.get_by_role("button", name="Move it 5 1/2").click()
    expect(piece(page, "A/opening/W2/header")).to_be_visible()
    expect(page.locator("[data-left-out=W2]")).to_have_count(0)
    findings.get_by_role("button", name="It is on the drawings").first.click()
    expect(findings.get_by_role("button", name="It is on the drawings")).to_have_count(1)


def test_walls_are_added_renamed_and_removed(window_wall):
    page = window_wall
    page.get_by_role("button", name="Add a wall").click()
    page.get_by_label("Type a wall").fill("36' 2x6")
    page.keyboard.press("Enter")
    expect(page.get_by_role("link", name=re.compile("^B"))).to_have_attribute("aria-current", "page")
    # Longer than any board there is, its plates are made of two each.
    expect(page.locator('[data-member="B/bottom_plate/board/2"]')).to_be_attached()
    page.get_by_role("tab", name="Ways").click()
    enter(page, "Mark", "North")
    expect(page).to_have_url(re.compile("/bench/North$"))
    # The address changes before the wall of that name, and its form, are there.
    expect(piece(page, "North/bottom_plate/board/2")).to_be_attached()
    enter(page, "Length", "12'")
    expect(page.get_by_role("link", name=re.compile("North"))).to_contain_text("12'-0\"")
    page.get_by_role("button", name="Remove wall North").click()
    expect(page.get_by_role("link", name=re.compile("^A"))).to_have_attribute("aria-current", "page")
    expect(page.get_by_role("link", name=re.compile("^North"))).to_have_count(0)


def test_somebody_elses_change_is_shown_and_yours_can_be_made_again(window_wall, address):
    page = window_wall
    # On a bad line, where nobody is told in time.
    page.route("**/live", lambda route: route.abort())
    page.reload()
    expect(piece(page, "A/stud/10")).to_have_count(1)
    job = re.search(r"/jobs/([^/]+)/", page.url)[1]
    rename = {"edit": "rename-job", "name": "Theirs"}
    space = {"edit": "set-way", "way": "spacing", "wall": "A", "text": "12"}
    edit = {"edit": "several", "says": "theirs", "edits": [rename, space]}
    made = page.request.post(f"/api/jobs/{job}/edits", data={"revision": 0, "edit": edit})
    assert made.ok
    page.get_by_role("tab", name="Ways").click()
    enter(page, "On center", "24")
    expect(page.get_by_role("status").filter(has_text="Somebody changed this job")).to_be_visible()
    expect(page.get_by_label("Job name")).to_have_value("Theirs")
    page.get_by_role("button", name="Apply mine").click()
    expect(piece(page, "A/stud/10")).to_have_count(0)
    expect(page.get_by_label("Job name")).to_have_value("Theirs")


def test_nothing_scrolls_the_page_and_no_figure_is_cut(window_wall):
    page = window_wall
    for tab in ("Findings", "Cut list", "Openings", "Ways"):
        page.get_by_role("tab", name=tab).click()
        assert page.evaluate("document.documentElement.scrollHeight") <= 800
        assert page.evaluate("document.documentElement.scrollWidth") <= 1280


def test_a_long_wall_scrolls_inside_its_frame_and_can_be_seen_whole(job):
    page = job
    page.get_by_label("Type a wall").fill("36' 2x6")
    page.keyboard.press("Enter")
    expect(drawing(page)).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 1280
    wide = drawing(page).evaluate("frame => [frame.scrollWidth, frame.clientWidth]")
    assert wide[0] > wide[1]
    page.get_by_role("button", name="Whole wall").click()
    whole = drawing(page).evaluate("frame => [frame.scrollWidth, frame.clientWidth]")
    assert whole[0] <= whole[1]


def test_plates_say_the_opening_between_its_jacks_as_a_crew_marks_them(window_wall):
    labels = drawing(window_wall).get_by_text("W1 43 x 55")
    expect(labels).to_have_count(2)
    left, right = (piece(window_wall, f"A/opening/W1/jack/{end}").bounding_box() for end in ("start", "end"))
    for index in range(2):
        box = labels.nth(index).bounding_box()
        assert left["x"] + left["width"] <= box["x"]
        assert box["x"] + box["width"] <= right["x"] + 1


def test_a_long_wall_seen_whole_has_its_readings_along_the_plates(open_job):
    page = open_job("bench")
    page.get_by_role("button", name="Whole wall").click()
    # The king of W1 at 43 1/2 stands in a pack and has no room; the stud at 15 1/4 has, on both plates.
    expect(drawing(page).locator("text", has_text=re.compile(r"^15 1/4$"))).to_have_count(2)
    expect(drawing(page).locator("text", has_text=re.compile(r"^43 1/2$"))).to_have_count(0)


def test_no_figure_of_a_fraction_is_small(open_job):
    """3/8 and 5/8 must be told apart on a bright day: at least 0.7 of the other figures, and 11 pixels."""
    page = open_job("plan")
    for screen in ("Openings", "Pole", "Plan", "Bench"):
        page.get_by_role("link", name=screen).first.click()
        expect(page.locator("sup, tspan tspan").first).to_be_attached()
        sizes = page.evaluate("""() => [...document.querySelectorAll("sup, sub, tspan tspan")].map((part) => {
            const whole = part.tagName === "tspan" ? part.closest("text") : part.parentElement.parentElement;
            return [part, whole].map((one) => parseFloat(getComputedStyle(one).fontSize));
        })""")
        assert all(small >= 11 and small >= 0.7 * min(size, 100) for small, size in sizes), (screen, sizes)


def test_layers_are_switched_on_and_off(window_wall):
    page = window_wall
    layers = page.get_by_role("group", name="Layers")
    expect(page.locator("[data-sheet]")).to_have_count(0)
    layers.get_by_role("button", name="Sheets").click()
    expect(page.locator("[data-sheet]")).to_have_count(5)
    layers.get_by_role("button", name="Sheets").click()
    expect(page.locator("[data-sheet]")).to_have_count(0)


def test_a_post_is_typed_in_and_taken_out(window_wall):
    page = window_wall
    page.get_by_label("Type an opening").fill("post 3 @ 4-0")
    page.keyboard.press("Enter")
    post = page.locator('[data-member="A/post/P1/post"]')
    expect(post).to_be_attached()
    post.click(force=True)
    page.get_by_role("button", name="Remove from the wall").click()
    expect(post).not_to_be_attached()


def test_a_piece_says_what_it_is_for_and_lights_the_way_of_its_load(window_wall):
    """A header is pressed on by its cripples and goes down through two jacks; asked once, every piece says it."""
    told = window_wall.get_by_role("region", name="What it is for")
    piece(window_wall, "A/opening/W1/header").locator("rect").first.click(force=True)
    expect(told).not_to_contain_text("Without it")
    told.get_by_role("button", name="What is it for").click()
    expect(told).to_contain_text("Carries the load over the opening that the studs there would have carried.")
    for jack in ("start", "end"):
        expect(window_wall.locator(f'[data-load="A/opening/W1/jack/{jack}"]')).to_be_visible()
    expect(window_wall.locator('[data-load="A/opening/W1/king/start"]')).to_have_count(0)
    piece(window_wall, "A/stud/5").locator("rect").click(force=True)
    expect(told).to_contain_text("gives sheets and drywall an edge to meet on")
    told.get_by_role("button", name="What is it for").click()
    expect(told).not_to_contain_text("Without it")
    expect(window_wall.locator("[data-load]")).to_have_count(0)
