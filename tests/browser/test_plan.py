"""The plan as its user drives it: typed, pressed, dragged."""

import re

import pytest
from PIL import Image
from playwright.sync_api import expect

from bluff.core.job.job import Job

OUTSIDE = "36' R 22-6 R 36' R close"


@pytest.fixture
def empty(open_job):
    """A new job, open on an empty plan."""
    page = open_job("plan", Job("Ferry shelter"))
    expect(page.get_by_text("Nothing in the plan yet")).to_be_visible()
    return page


@pytest.fixture
def shelter(open_job):
    """The demo job, open on its plan."""
    page = open_job("plan")
    expect(wall(page, "H")).to_be_visible()
    return page


def type_in(page, text):
    field = page.get_by_label("Type what the plan says")
    field.fill(text)
    field.press("Enter")
    expect(field).to_have_value("")


def wall(page, id_):
    return page.locator(f"[data-wall={id_}] > polygon")


def select(page, id_):
    page.get_by_role("button", name=f"Select wall {id_}").click()
    return page.get_by_role("region", name="Selected wall")


def enter(page, label, text):
    field = page.get_by_label(label, exact=True)
    field.fill(text)
    field.press("Enter")


def center(locator):
    box = locator.bounding_box()
    return box["x"] + box["width"] / 2, box["y"] + box["height"] / 2


def drag(page, locator, east, south):
    x, y = center(locator)
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + east / 2, y + south / 2)
    page.mouse.move(x + east, y + south, steps=4)


def test_the_demos_outside_is_entered_by_typing_alone(empty):
    page = empty
    field = page.get_by_label("Type what the plan says")
    field.fill("36' R 22-6 R 35' R 22-6")
    expect(page.get_by_text("Ends 1'-0\" east of where it began.")).to_be_visible()
    expect(wall(page, "D")).to_be_visible()  # pencilled in while it is typed
    type_in(page, OUTSIDE)
    for text in (
        "21' off west outside to center",
        "10-0 off south outside from E to B",
        "29' off west outside to center",
    ):
        type_in(page, text)
    rows = page.get_by_role("list", name="Walls of the job").get_by_role("listitem")
    expect(rows).to_have_count(7)
    assert [re.sub(r"\s+", " ", text).split(" 2x")[0] for text in rows.all_inner_texts()][:4] == [
        "Select wall A 36'-0\"",
        "Select wall B 22'-6\"",
        "Select wall C 36'-0\"",
        "Select wall D 22'-6\"",
    ]
    card = select(page, "B")
    expect(card).to_contain_text("Plate 21'-7\"")
    expect(card).to_contain_text("butts into A")
    # And an opening, into the wall that is selected.
    type_in(page, "3-0x4-0 @ 6-0")
    expect(page.locator("[data-opening=W1]")).to_be_visible()


def test_what_cannot_be_understood_says_why_and_stays(empty):
    type_in(empty, OUTSIDE)
    field = empty.get_by_label("Type what the plan says")
    field.fill("12-4 off Z")
    expect(empty.get_by_text("There is no wall Z")).to_be_visible()
    field.press("Enter")
    expect(field).to_have_value("12-4 off Z")


def test_a_wall_is_dragged_with_its_figures_and_put_back(shelter):
    page = shelter
    select(page, "E")
    expect(page.get_by_label("To D", exact=True)).to_have_value("20'-4 3/4\"")
    drag(page, wall(page, "E"), 40, 25)
    expect(page.get_by_role("status").filter(has_text="Wall E moved")).to_contain_text("east")
    page.mouse.up()
    expect(page.get_by_label("To D", exact=True)).not_to_have_value("20'-4 3/4\"")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("To D", exact=True)).to_have_value("20'-4 3/4\"")


def test_an_exact_figure_is_typed_over(shelter):
    page = shelter
    select(page, "E")
    enter(page, "To D", "20-0")
    expect(page.get_by_label("To D", exact=True)).to_have_value("20'-0\"")
    expect(page.get_by_label("Start, east", exact=True)).to_have_value("20'-7 1/4\"")
    # What ended against it has followed.
    select(page, "F")
    expect(page.get_by_label("Length", exact=True)).to_have_value("15'-4 3/4\"")
    select(page, "A")
    enter(page, "Length", "38'")
    select(page, "C")
    expect(page.get_by_label("Length", exact=True)).to_have_value("38'-0\"")
    enter(page, "End, east", "nowhere")
    expect(page.get_by_role("alert").filter(has_text="“nowhere” is not a length")).to_be_visible()


def test_walls_are_nudged_selected_together_and_removed(shelter):
    page = shelter
    select(page, "G")
    page.get_by_role("application", name="Plan").press("ArrowRight")
    expect(page.get_by_label("Start, east", exact=True)).to_have_value("29'-1\"")
    page.get_by_role("application", name="Plan").press("Shift+ArrowLeft")
    expect(page.get_by_label("Start, east", exact=True)).to_have_value("28'-1\"")
    page.get_by_role("button", name="Select wall H").click(modifiers=["Shift"])
    expect(page.get_by_role("region", name="Selected walls")).to_contain_text("2 walls")
    page.get_by_role("button", name="Remove walls").click()
    expect(wall(page, "G")).to_have_count(0)
    expect(page.get_by_role("button", name="Undo")).to_have_attribute("title", "Undo: 2 walls removed")
    page.get_by_role("button", name="Undo").click()
    expect(wall(page, "G")).to_be_visible()


def test_two_fingers_bring_the_plan_nearer_and_move_no_wall(shelter, pinch):
    page = shelter
    page.reload()
    expect(wall(page, "E")).to_be_visible()
    # The plan fits its room once that has been measured.
    page.wait_for_function(
        "() => document.querySelector('[data-wall=E] > polygon').getBoundingClientRect().height > 200"
    )
    box = wall(page, "E").bounding_box()
    middle = (box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    # On a wall, so that the first finger could have been about to drag it.
    pinch(middle, (60, 120), aside=30)
    page.wait_for_function(
        "([x, height]) => {"
        " const box = document.querySelector('[data-wall=E] > polygon').getBoundingClientRect();"
        " return Math.abs(box.height / height - 2) < 0.1 && Math.abs(box.x + box.width / 2 - x) < 8; }",
        arg=[middle[0] + 30, box["height"]],
    )
    expect(page.get_by_role("button", name="Undo")).to_be_disabled()
    page.get_by_role("button", name="The whole plan").click()
    page.wait_for_function(
        "height => document.querySelector('[data-wall=E] > polygon').getBoundingClientRect().height < 1.2 * height",
        arg=box["height"],
    )


def test_a_corner_is_turned_round(shelter):
    page = shelter
    card = select(page, "B")
    expect(card).to_contain_text("butts into A")
    card.get_by_role("button", name="Run through").first.click()
    expect(card).to_contain_text("runs past A")
    page.locator("[data-corner] circle").first.click(force=True)
    expect(card).to_contain_text("butts into A")


def test_a_wall_is_split_and_joined(shelter):
    page = shelter
    select(page, "D")
    enter(page, "Split at, from its start", "6-0")
    page.get_by_role("button", name="Split off I").click()
    select(page, "I")
    expect(page.get_by_label("Length", exact=True)).to_have_value("16'-6\"")
    select(page, "D").get_by_role("button", name="Join with I").click()
    expect(wall(page, "I")).to_have_count(0)
    select(page, "D")
    expect(page.get_by_label("Length", exact=True)).to_have_value("22'-6\"")


def test_the_plan_is_mirrored(shelter):
    page = shelter
    before = center(wall(page, "E"))
    page.get_by_role("button", name="East–west").click()
    expect(page.get_by_role("button", name="Undo")).to_have_attribute("title", "Undo: Plan mirrored east to west")
    page.wait_for_function(
        "x => Math.abs(document.querySelector('[data-wall=E] > polygon').getBoundingClientRect().x - x) > 40",
        arg=before[0],
    )


def test_an_opening_is_moved_and_copied_from_the_plan(shelter):
    page = shelter
    page.locator("[data-opening=W1]").click(force=True)
    card = page.get_by_role("region", name="Selected opening")
    expect(card).to_contain_text("3-6 x 4-6")
    enter(page, "By", "1-0")
    expect(page.get_by_role("button", name="Undo")).to_have_attribute("title", "Undo: W1 moved 12 toward the end")
    card.get_by_label("Into wall").select_option("D")
    enter(page, "Its center", "4-0")
    card.get_by_role("button", name="Copy", exact=True).click()
    expect(page.locator("[data-wall=D] [data-opening=W8]")).to_be_visible()
    expect(card).to_contain_text("W8")


def test_order_and_packs_are_listed(shelter):
    page = shelter
    page.get_by_role("tab", name="Order").click()
    steps = page.get_by_role("list", name="Framing order").get_by_role("listitem")
    expect(steps).to_have_count(8)
    expect(steps.first).to_contain_text("raise it toward the north")
    expect(steps.nth(6)).to_contain_text("carry it in")
    page.get_by_role("tab", name="Packs").click()
    expect(page.get_by_role("region", name="Corners")).to_contain_text("A start, A end, C start, C end")


def test_the_plan_leads_to_the_bench_and_back(shelter):
    page = shelter
    select(page, "F").get_by_role("button", name="Bench").click()
    expect(page.locator('[data-member="F/opening/D5/header"]')).to_be_visible()
    page.get_by_role("link", name="Plan").click()
    expect(page.get_by_role("region", name="Selected wall")).to_contain_text("The bench shows it from the south")


def test_a_picture_lies_under_the_plan_scaled_by_two_places(empty, tmp_path):
    page = empty
    file = tmp_path / "plan.png"
    Image.new("L", (800, 500), 255).save(file)
    page.get_by_label("Drawing or picture of the plan").set_input_files(file)
    picture = page.get_by_role("application", name="Plan").locator("image")
    expect(picture).to_be_visible()
    page.get_by_role("button", name="Scale").click()
    box = picture.bounding_box()
    page.mouse.click(box["x"] + 5, box["y"] + 20)
    page.mouse.click(box["x"] + box["width"] / 2 + 5, box["y"] + 20)
    enter(page, "Distance between the two places", "20'")
    expect(page.get_by_role("button", name="Undo")).to_have_attribute("title", "Undo: Plan picture scaled by 20'-0\"")
    page.get_by_role("button", name="Move", exact=True).click()
    drag(page, picture, 60, 0)
    page.mouse.up()
    expect(page.get_by_role("button", name="Undo")).to_have_attribute("title", "Undo: Plan picture placed")
    page.get_by_role("button", name="Lock the picture").click()
    expect(page.get_by_role("button", name="Scale")).to_be_disabled()
    page.get_by_role("button", name="Remove the picture").click()
    expect(picture).to_have_count(0)


def test_a_drawing_is_shown_before_it_is_taken_in(shelter, tmp_path):
    page = shelter
    page.get_by_role("button", name="Export").click()
    with page.expect_download() as download:
        page.get_by_role("menuitem", name="Drawing, DXF").click()
    file = tmp_path / "shelter.dxf"
    download.value.save_as(file)
    page.get_by_role("link", name="Jobs").click()
    page.get_by_label("Name of a new job").fill("Copy")
    page.get_by_role("button", name="Start").click()
    page.get_by_label("Drawing or picture of the plan").set_input_files(file)
    card = page.get_by_role("region", name="Drawing")
    # It is read in a process of its own, which may take half a minute.
    expect(card).to_contain_text("8 walls and 15 openings", timeout=40_000)
    expect(wall(page, "H")).to_be_visible()
    rows = page.get_by_role("list", name="Walls of the job").get_by_role("listitem")
    expect(rows).to_have_count(0)
    layers = card.get_by_role("group", name="Layers of the walls")
    layers.get_by_role("button", name=re.compile("^PLAN-WALLS")).click()
    expect(card).to_contain_text("8 walls and 15 openings")
    expect(card.get_by_role("group", name="Guessed")).to_contain_text("8 doors drawn without a height")
    layers.get_by_role("button", name=re.compile("^ELEVATION [0-9]")).click()
    # Left before that layer is read: its answer comes too late and changes nothing.
    card.get_by_role("button", name="Cancel").click()
    expect(page.get_by_text("Nothing in the plan yet")).to_be_visible()
    page.get_by_label("Drawing or picture of the plan").set_input_files(file)
    card.get_by_role("button", name="Import").click()
    expect(rows).to_have_count(8)


def test_a_file_that_is_no_drawing_says_so(empty, tmp_path):
    file = tmp_path / "plan.ifc"
    file.write_text("nothing of the kind")
    empty.get_by_label("Drawing or picture of the plan").set_input_files(file)
    expect(empty.get_by_role("status").filter(has_text="plan.ifc: This is neither")).to_be_visible(timeout=40_000)
