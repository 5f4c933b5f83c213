"""Who is here: signing in and out, invited by a link, and what each finds they may do."""

import re

import pytest
from playwright.sync_api import expect
from tools.served import sign_in as sign_in_as

from bluff.service.sessions import begin, set_password

PASSWORD = "three words do"


@pytest.fixture
def demo(open_job):
    """The demo job, open on its plan."""
    page = open_job("plan")
    expect(page.locator("[data-wall=H] > polygon")).to_be_visible()
    return page


@pytest.fixture
def device(browser, address):
    """Another device: a browser that knows nothing."""
    context = browser.new_context(
        base_url=address, viewport={"width": 1280, "height": 800}, service_workers="block", reduced_motion="reduce"
    )
    yield context.new_page()
    context.close()


def sign_in(page, name="lead", password=PASSWORD):
    dialog = page.get_by_role("dialog", name="Sign in")
    dialog.get_by_label("Name").fill(name)
    dialog.get_by_label("Password").fill(password)
    dialog.get_by_role("button", name="Sign in").click()


def invited(page, name, role):
    """The link that lets somebody in, as the lead gets it."""
    page.get_by_role("link", name=re.compile("^Crew, ")).click()
    page.get_by_label("Name of the new person").fill(name)
    page.get_by_label("Their initials").fill(name[:2])
    page.get_by_label("Role", exact=True).select_option(role)
    page.get_by_role("button", name="Invite").click()
    return page.get_by_label(f"Link for {name}", exact=True).input_value()


def test_somebody_signs_in_and_goes_on_where_they_were(demo, pool, account, device):
    set_password(pool, account, PASSWORD)
    device.goto(demo.url)
    sign_in(device, password="not that one")
    expect(device.get_by_role("alert")).to_contain_text("The name or the password is wrong")
    sign_in(device)
    expect(device.locator("[data-wall=H] > polygon")).to_be_visible()
    device.get_by_role("link", name="Crew, LF").click()
    device.get_by_role("button", name="Sign out", exact=True).click()
    expect(device.get_by_role("dialog", name="Sign in")).to_be_visible()


def test_what_was_typed_is_kept_when_a_session_ends_under_it(demo, pool, account):
    page = demo
    set_password(pool, account, PASSWORD)
    with pool.connection() as connection:
        connection.execute("DELETE FROM session")
    line = page.get_by_label("Type what the plan says")
    line.fill("3-0x4-0 @ 30-0 in C")
    line.press("Enter")
    expect(page.get_by_role("dialog", name="Sign in")).to_be_visible()
    sign_in(page)
    expect(page.get_by_role("dialog", name="Sign in")).to_have_count(0)
    # It goes in by itself, once.
    expect(line).to_have_value("")
    expect(page.locator("[data-opening=W8]")).to_have_count(1)


def test_a_framer_comes_by_a_link_ticks_what_is_cut_and_changes_nothing(demo, device):
    job = demo.url
    device.goto(invited(demo, "Ro", "framer"))
    device.get_by_label("New password").fill(PASSWORD)
    device.get_by_role("button", name="Save password").click()
    expect(device.get_by_role("heading", name="Jobs")).to_be_visible()
    expect(device.get_by_role("button", name="Start")).to_be_disabled()
    device.goto(job)
    expect(device.locator("[data-wall=H] > polygon")).to_be_visible()
    expect(device.get_by_label("Type what the plan says")).to_have_count(0)
    expect(device.get_by_role("button", name="Undo")).to_be_disabled()
    device.get_by_role("link", name="Bench").click()
    device.get_by_role("tab", name="Ways").click()
    expect(device.get_by_label("Mark", exact=True)).to_be_disabled()
    # What a piece is for is for everybody who looks.
    told = device.get_by_role("region", name="What it is for")
    device.locator("[data-member]").first.click(force=True)
    told.get_by_role("button", name="What is it for").click()
    expect(told).to_contain_text("Without it")
    device.get_by_role("link", name="Cut", exact=True).click()
    expect(device.get_by_role("button", name="Optimize cutting")).to_be_disabled()
    expect(device.get_by_role("button", name="Lock board 2", exact=True)).to_be_disabled()
    device.get_by_role("button", name=re.compile("^Board 1, 1 to cut")).click()
    expect(device.get_by_role("button", name="Board 1, all cut")).to_be_visible()
    device.get_by_role("link", name="Crew, RO").click()
    expect(device.get_by_label("Name of the new person")).to_have_count(0)


def test_the_link_of_the_demo_lets_in_at_once(demo, device):
    device.goto(invited(demo, "Ro", "framer").replace("/enter#", "/enter?demo#"))
    expect(device.get_by_role("link", name="Crew, RO")).to_be_visible()
    expect(device.get_by_role("heading", name="Jobs")).to_be_visible()


def test_a_link_that_was_used_lets_in_nobody_else(demo, device):
    link = invited(demo, "Ro", "framer")
    device.goto(link)
    expect(device.get_by_role("heading", name="Welcome, Ro")).to_be_visible()
    device.context.clear_cookies()
    device.goto("/")
    expect(device.get_by_role("dialog", name="Sign in")).to_be_visible()
    device.goto(link)
    device.reload()
    expect(device.get_by_role("alert")).to_contain_text("This link was used")
    device.get_by_role("link", name="Sign in by name").click()
    expect(device.get_by_role("dialog", name="Sign in")).to_be_visible()


def test_a_guest_sees_one_job_and_what_is_ended_shows_nothing(demo, device, pool):
    page = demo
    page.get_by_role("link", name="History").click()
    page.get_by_label("Opens at").select_option("C")
    page.get_by_role("button", name="Create link").click()
    device.goto(page.get_by_label("Link for the person it is for", exact=True).input_value())
    expect(device.get_by_role("heading", name="Wall C")).to_be_visible()
    expect(device.get_by_role("link", name="Jobs", exact=True)).to_have_count(0)
    expect(device.get_by_label("Type an opening")).to_have_count(0)
    page.get_by_role("button", name="End the link to wall C").click()
    expect(page.get_by_text("Nobody outside the crew can see this job.")).to_be_visible()
    device.reload()
    expect(device.get_by_role("dialog", name="Sign in")).to_be_visible()


def test_what_another_does_comes_on_the_screen_and_both_see_who_is_here(demo, device):
    """A lead adds a window while a framer looks; a second lead would see it as fast."""
    job = demo.url
    device.goto(invited(demo, "Ro", "framer"))
    device.get_by_label("New password").fill(PASSWORD)
    device.get_by_role("button", name="Save password").click()
    expect(device.get_by_role("heading", name="Jobs")).to_be_visible()
    device.goto(job)
    demo.goto(job)
    expect(demo.get_by_role("list", name="Also here")).to_have_text("RO")
    expect(device.get_by_role("list", name="Also here")).to_have_text("LF")
    line = demo.get_by_label("Type what the plan says")
    line.fill("2-0x2-0 @ 34-0 in C")
    line.press("Enter")
    expect(device.locator("[data-opening=W8]")).to_have_count(1)
    device.goto("/")
    expect(demo.get_by_role("list", name="Also here")).to_have_count(0)


def test_two_leads_change_different_things_at_once_and_it_is_said(demo, browser, address, pool, account):
    context = browser.new_context(base_url=address, service_workers="block", reduced_motion="reduce")
    sign_in_as(context, address, begin(pool, account))
    other = context.new_page()
    # Somebody whose screen is not told in time, as on a bad line.
    other.route("**/live", lambda route: route.abort())
    other.goto(demo.url)
    expect(other.locator("[data-wall=H] > polygon")).to_be_visible()
    for page, text in ((demo, "W1 @ 6-2"), (other, "W6 head 80")):
        line = page.get_by_label("Type what the plan says")
        line.fill(text)
        line.press("Enter")
        expect(line).to_have_value("")
    expect(other.get_by_role("status").filter(has_text="Saved on top of other changes: LF: W1: ")).to_be_visible()
    context.close()


def test_a_change_is_drawn_over_what_was_and_brought_back(demo):
    page = demo
    line = page.get_by_label("Type what the plan says")
    line.fill("W1 @ 6-2")
    line.press("Enter")
    expect(line).to_have_value("")
    page.get_by_role("link", name="History").click()
    wall = page.get_by_role("region", name="Wall A")
    # On center 5-8 the king stood at 43 1/2; six inches on it stands at 49 1/2.
    expect(wall.get_by_role("region", name="Bottom plate").get_by_role("row").first).to_have_text(
        re.compile(r"strike\s*K.*43.*king of W1, ahead")
    )
    page.get_by_role("button", name="Job started").click()
    page.get_by_role("tab", name="Plan at this point").click()
    expect(page.locator("[data-opening=W1]")).to_have_count(1)
    page.get_by_role("button", name="Restore revision 0", exact=True).click()
    # That is a change like any other, in the list with the rest.
    page.get_by_role("button", name=re.compile("^2 Revision 0 restored")).click()
    page.get_by_role("tab", name="Changes since").click()
    expect(page.get_by_text("No wall is framed differently")).to_be_visible()


def test_a_marked_plate_says_what_to_strike_and_add(demo):
    page = demo
    page.get_by_role("link", name="Bench").click()
    page.get_by_role("tab", name="Marked").click()
    bottom = page.get_by_role("region", name="Bottom plate, marked or not")
    bottom.get_by_role("button", name="All marked").click()
    expect(bottom).to_contain_text("Marked by lead")
    line = page.get_by_label("Type an opening")
    line.fill("W1 @ 6-2")
    line.press("Enter")
    expect(bottom).to_contain_text("The plan changed since")
    # On center 5-8 the king stood at 43 1/2; six inches on it stands at 49 1/2.
    expect(bottom.get_by_role("row").first).to_have_text(re.compile(r"strike\s*K.*43.*king of W1, ahead"))
    expect(page.get_by_role("region", name="Top plate, marked or not")).to_contain_text("Not marked yet.")
    expect(page.get_by_role("link", name="Strike and add, all walls")).to_be_visible()
    bottom.get_by_role("button", name="Struck and added").click()
    expect(bottom.get_by_role("row")).to_have_count(0)
