"""Who is here: signing in and out, invited by a link, and what each finds they may do."""

import re

import pytest
from playwright.sync_api import expect

from bluff.demo import load_demo
from bluff.service.sessions import set_password

PASSWORD = "three words do"


@pytest.fixture
def demo(pool, page):
    """The demo job, open on its plan."""
    load_demo(pool)
    page.reload()
    page.get_by_role("link", name="Quill Harbour ferry shelter", exact=True).click()
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
    page.get_by_label("Name of somebody new").fill(name)
    page.get_by_label("Their initials").fill(name[:2])
    page.get_by_label("What they are", exact=True).select_option(role)
    page.get_by_role("button", name="Invite").click()
    return page.get_by_label(f"Link for {name}", exact=True).input_value()


def test_somebody_signs_in_and_goes_on_where_they_were(demo, pool, account, device):
    set_password(pool, account, PASSWORD)
    device.goto(demo.url)
    sign_in(device, password="not that one")
    expect(device.get_by_role("alert")).to_contain_text("do not go together")
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
    device.get_by_role("button", name="Choose this password").click()
    expect(device.get_by_role("heading", name="Jobs")).to_be_visible()
    expect(device.get_by_role("button", name="Start")).to_be_disabled()
    device.goto(job)
    expect(device.locator("[data-wall=H] > polygon")).to_be_visible()
    expect(device.get_by_label("Type what the plan says")).to_have_count(0)
    expect(device.get_by_role("button", name="Undo")).to_be_disabled()
    device.get_by_role("link", name="Bench").click()
    device.get_by_role("tab", name="Ways").click()
    expect(device.get_by_label("Mark", exact=True)).to_be_disabled()
    device.get_by_role("link", name="Cut", exact=True).click()
    expect(device.get_by_role("button", name="Look for better boards")).to_be_disabled()
    expect(device.get_by_role("button", name="Keep board 2 as it is")).to_be_disabled()
    device.get_by_role("button", name=re.compile("^Board 1, 1 to cut")).click()
    expect(device.get_by_role("button", name="Board 1, all cut")).to_be_visible()
    # The same link lets in nobody else.
    device.get_by_role("link", name="Crew, RO").click()
    expect(device.get_by_label("Name of somebody new")).to_have_count(0)


def test_a_guest_sees_one_job_and_what_is_ended_shows_nothing(demo, device, pool):
    page = demo
    page.get_by_role("link", name="History").click()
    page.get_by_label("Opens at").select_option("C")
    page.get_by_role("button", name="Make a link").click()
    device.goto(page.get_by_label("Link for whoever you send it to", exact=True).input_value())
    expect(device.get_by_role("heading", name="Wall C")).to_be_visible()
    expect(device.get_by_role("link", name="Jobs", exact=True)).to_have_count(0)
    expect(device.get_by_label("Type an opening")).to_have_count(0)
    page.get_by_role("button", name="End the link to wall C").click()
    expect(page.get_by_text("Nobody outside the crew can see this job.")).to_be_visible()
    device.reload()
    expect(device.get_by_role("dialog", name="Sign in")).to_be_visible()
