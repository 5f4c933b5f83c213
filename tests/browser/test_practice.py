"""Practice in the real interface: a wall laid out by keys, by pointer and by touch, questions, a class by its link."""

import re

import pytest
from playwright.sync_api import expect
from tools.served import sign_in

from bluff.core.job.ways import JobWays
from bluff.core.learn.exercise import Level, exercise
from bluff.core.measure.length import to_inches
from bluff.formats.job_file import read_job
from bluff.run.demo import DEMO_FILE
from bluff.service.jobs import Jobs
from bluff.service.sessions import begin

PLATE = 150
"""Of the third exercise of common layout, at 16 on center: lines at 15 1/4 and on, the last stud at 148 1/2."""
PER_INCH, MARGIN = 28, 32


@pytest.fixture
def deck(page):
    """The third exercise of common layout."""
    asked = exercise(Level.COMMON, 3, JobWays()).plan
    assert to_inches(asked.length) == PLATE
    return opened(page, "/practice/common/3")


def opened(page, path):
    page.goto(path)
    expect(page.get_by_role("button", name="Hand in")).to_be_visible()
    return page.get_by_role("application")


def typed(page, reading, letter):
    """A reading typed on the deck and the letter after it, as keys go."""
    page.keyboard.type(reading)
    page.keyboard.press("Enter")
    expect(page.locator("[data-reading]")).to_have_attribute("aria-live", "polite")
    expect(page.locator("#practice-deck:focus")).to_be_visible()
    page.keyboard.press(letter)


def hand_in(page):
    page.get_by_role("button", name="Hand in").click()
    return page.get_by_role("region", name="Result")


def test_by_keys_on_16_instead_of_before_it_is_said_once(page, deck):
    deck.focus()
    page.keyboard.press("x")
    for line in range(16, PLATE - 3, 16):
        typed(page, str(line), "x")
    typed(page, "148 1/2", "x")
    came = hand_in(page)
    expect(came.get_by_role("listitem")).to_have_count(1)
    expect(came.get_by_role("heading", name="On its number instead of before it")).to_be_visible()
    expect(came).to_contain_text("18 lines do not belong")
    page.goto("/practice")
    exercises = page.get_by_role("list", name="Exercises")
    expect(exercises.get_by_role("listitem").filter(has_text="Common layout")).to_contain_text("once")
    page.get_by_role("link", name="Do Common layout, number 3, again").click()
    expect(page.get_by_role("button", name="Hand in")).to_be_disabled()
    expect(page.locator("[data-drawn]")).to_have_count(0)
    page.goto("/practice")
    expect(page.get_by_text("On its number instead of before it")).to_be_visible()


def test_arrow_keys_move_the_pencil_and_rub_out(page, deck):
    deck.focus()
    reading = page.locator("[data-reading]")
    for key, says in (("PageUp", "12"), ("Shift+ArrowRight", "13"), ("ArrowLeft", "12 15/16"), ("PageDown", "15/16")):
        page.keyboard.press(key)
        expect(reading).to_have_text(says)
    page.keyboard.press("ArrowUp")
    page.keyboard.press("k")
    expect(page.locator("[data-drawn]")).to_have_count(1)
    expect(page.locator("[data-drawn='top K 0.9375']")).to_be_visible()
    page.keyboard.press("Delete")
    expect(page.locator("[data-drawn]")).to_have_count(0)


def at(inches, plate="bottom"):
    """Where a place of a plate is on the deck."""
    return {"x": MARGIN + round(inches * PER_INCH), "y": 40 if plate == "top" else 220}


def test_by_pointer_the_letter_on_the_wrong_side_is_said_once(page, deck):
    svg = deck.locator("svg")
    draw = page.get_by_role("button", name="X Stud")
    page.get_by_role("button", name="Ahead").click()
    for inches in (0, 148.5):
        svg.click(position=at(inches))
        draw.click()
    page.get_by_role("button", name="Behind").click()
    for line in range(16, PLATE - 3, 16):
        svg.click(position=at(line - 0.75, "top"))
        draw.click()
    came = hand_in(page)
    expect(came.get_by_role("listitem")).to_have_count(1)
    expect(came.get_by_role("heading", name="Letter on the wrong side of the line")).to_be_visible()


def test_a_pointer_that_moves_along_pushes_the_plates_and_leaves_the_pencil(page, deck):
    box = deck.locator("svg").bounding_box()
    page.mouse.move(box["x"] + 300, box["y"] + 60)
    page.mouse.down()
    page.mouse.move(box["x"] + 200, box["y"] + 60)
    page.mouse.up()
    expect(page.locator("[data-reading]")).to_have_text("0")
    page.mouse.click(box["x"] + MARGIN + 10 * PER_INCH, box["y"] + 60)
    expect(page.locator("[data-reading]")).to_have_text("10")


@pytest.fixture
def phone(browser, pool, account, address):
    """A phone, which is touched."""
    context = browser.new_context(
        base_url=address,
        viewport={"width": 390, "height": 844},
        has_touch=True,
        service_workers="block",
        reduced_motion="reduce",
    )
    sign_in(context, address, begin(pool, account))
    page = context.new_page()
    yield page
    context.close()


def test_by_touch_a_layout_from_the_wrong_end_is_said_once(page, phone):
    """From the other end of 150 the studs are from 150 - 16 k - 3/4 on."""
    svg = opened(phone, "/practice/common/3").locator("svg")
    draw = phone.get_by_role("button", name="X Stud")
    for inches in (0, *(PLATE - 16 * k - 0.75 for k in range(9, 0, -1)), 148.5):
        svg.tap(position=at(inches))
        draw.tap()
    phone.get_by_role("button", name="Hand in").tap()
    came = phone.get_by_role("region", name="Result")
    expect(came.get_by_role("heading", name="Counted from the wrong end")).to_be_visible()
    expect(came.get_by_role("listitem")).to_have_count(1)
    assert phone.evaluate("() => document.documentElement.scrollWidth <= innerWidth")


def test_hints_come_in_steps_and_what_is_written_is_kept(page):
    opened(page, "/practice/window/4")
    page.get_by_role("button", name="Hint").click()
    hint = page.get_by_role("status", name="Hint")
    expect(hint).to_contain_text("The rough opening of W1 before any of its marks.")
    expect(hint).not_to_contain_text("plus allowance")
    hint.get_by_role("button", name="Which sum?").click()
    expect(hint).to_contain_text("plus allowance")
    hint.get_by_role("button", name="Which number?").click()
    expect(hint).to_contain_text("+ 1 =")
    page.get_by_label("W1 RO width").fill("1")
    page.get_by_label("W1 RO height").fill("high")
    page.get_by_role("application").focus()
    page.keyboard.press("x")
    page.get_by_role("button", name="Hand in").click()
    expect(page.get_by_text("“high” is not a length")).to_be_visible()
    page.reload()
    expect(page.get_by_label("W1 RO width")).to_have_value("1")
    expect(page.locator("[data-drawn]")).to_have_count(2)
    page.get_by_label("W1 RO height").fill("")
    came = hand_in(page)
    expect(came.get_by_text("The RO width of W1")).to_be_visible()
    page.get_by_role("button", name="Start over").click()
    expect(page.get_by_label("W1 RO width")).to_have_value("")
    expect(page.locator("[data-drawn]")).to_have_count(0)


def test_what_is_typed_and_is_no_reading_is_refused_in_place(page, deck):
    field = page.get_by_label("Reading", exact=True)
    field.fill("far")
    field.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="“far” is not a length")).to_be_visible()
    expect(field).to_have_value("far")


def test_a_wall_of_a_job_is_practiced_on(page, pool, account):
    job = Jobs(pool, account).add(read_job(DEMO_FILE.read_bytes())).id
    page.goto(f"/jobs/{job}/plan")
    page.get_by_role("link", name="Practice").click()
    page.get_by_role("link", name="Wall E", exact=True).click()
    expect(page.get_by_role("heading", name="Wall E of Quill Harbour ferry shelter")).to_be_visible()
    deck = page.get_by_role("application")
    deck.focus()
    page.keyboard.press("x")
    expect(hand_in(page)).to_contain_text("marks are there")
    page.get_by_role("link", name="See it on the bench").click()
    expect(page).to_have_url(re.compile(f"/jobs/{job}/bench/E$"))


def test_questions_one_after_another(page):
    page.goto("/practice")
    page.get_by_role("link", name="Ask me").click()
    expect(page.get_by_text("What is half of")).to_be_visible()
    page.get_by_label("Answer").fill("1")
    page.keyboard.press("Enter")
    expect(page.get_by_role("status").filter(has_text="It is")).to_be_visible()
    page.keyboard.press("Enter")
    expect(page.get_by_text("How many inches are")).to_be_visible()
    page.get_by_label("Answer").fill("a few")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="“a few” is not a length")).to_be_visible()


def test_a_class_by_its_link(page, browser, address):
    page.goto("/practice")
    page.get_by_label("Name of a new class").fill("Tuesday beginners")
    page.get_by_role("group", name="Its exercises").get_by_role("button", name="Common layout").click()
    page.get_by_role("button", name="Create class").click()
    link = page.get_by_label("Link for Tuesday beginners").input_value()
    context = browser.new_context(base_url=address, service_workers="block", reduced_motion="reduce")
    try:
        pupil = context.new_page()
        pupil.goto(link.replace(link.split("/class")[0], address))
        pupil.get_by_label("Your name").fill("Ona")
        pupil.get_by_role("button", name="Start").click()
        pupil.get_by_role("link", name="Exercise 1").click()
        pupil.get_by_role("application").focus()
        pupil.keyboard.press("x")
        expect(hand_in(pupil)).to_contain_text("marks are there")
        pupil.get_by_role("link", name="All exercises").click()
        expect(pupil.get_by_text("Your teacher sees what you hand in")).to_be_visible()
        expect(pupil.get_by_role("dialog", name="Sign in")).to_have_count(0)
    finally:
        context.close()
    page.reload()
    page.get_by_role("button", name="Results of Tuesday beginners").click()
    expect(page.get_by_role("row", name="Ona")).to_contain_text("Forgotten")
    with page.expect_download() as download:
        page.get_by_role("link", name="CSV of Tuesday beginners").click()
    assert download.value.suggested_filename == "tuesday-beginners-results.csv"
    page.get_by_role("button", name="End Tuesday beginners").click()
    expect(page.get_by_text("ended")).to_be_visible()


def test_a_reading_and_its_letter_are_typed_in_one_line(page, deck):
    field = page.get_by_label("Reading", exact=True)
    for line in ("15 1/4 x", "16 k"):
        field.fill(line)
        field.press("Enter")
        expect(field).to_have_value("")
        expect(field).to_be_focused()
    expect(page.locator("[data-drawn='bottom X 15.25']")).to_be_visible()
    expect(page.locator("[data-drawn='top K 16']")).to_be_visible()
