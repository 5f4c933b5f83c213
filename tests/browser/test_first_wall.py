"""Somebody new is led through a first wall on the real screens, and never again."""

import pytest
from playwright.sync_api import expect
from tools.served import sign_in

from bluff.service.people import People
from bluff.service.sessions import enter
from bluff.store.accounts import Role


@pytest.fixture
def new(page, pool, account):
    """A lead who is new."""
    with pool.connection() as connection:
        connection.execute("UPDATE account SET led_at = NULL")
    page.reload()
    expect(strip(page)).to_contain_text("1 of 5")
    return page


def strip(page):
    return page.get_by_role("region", name="First wall")


def test_from_a_job_to_the_deck_in_five_steps(new):
    page = new
    page.get_by_label("Name of a new job").fill("First job")
    page.get_by_role("button", name="Start").click()
    expect(strip(page)).to_contain_text("2 of 5")
    page.get_by_label("Type what the plan says").fill("12' R 8' R 12' R close 2x4")
    page.keyboard.press("Enter")
    expect(strip(page)).to_contain_text("3 of 5")
    strip(page).get_by_role("link", name="Go to it").click()
    page.get_by_label("Type an opening").fill("3-6x4-6 @ 6-0")
    page.keyboard.press("Enter")
    expect(strip(page)).to_contain_text("4 of 5")
    strip(page).get_by_role("button", name="Next").click()
    expect(strip(page)).to_contain_text("5 of 5")
    strip(page).get_by_role("link", name="Go to it").click()
    strip(page).get_by_role("button", name="Done").click()
    expect(strip(page)).to_have_count(0)
    page.reload()
    expect(page.get_by_role("heading", name="A", exact=True)).to_be_visible()
    expect(strip(page)).to_have_count(0)


def test_it_can_be_skipped_for_good(new):
    strip(new).get_by_role("button", name="Skip").click()
    expect(strip(new)).to_have_count(0)
    new.reload()
    expect(new.get_by_role("heading", name="No jobs yet")).to_be_visible()
    expect(strip(new)).to_have_count(0)


def test_a_framer_sets_out_on_a_job_that_is_there(page, pool, account, browser, address):
    token = enter(pool, People(pool, account).invite("New framer", "NF", Role.FRAMER)).token
    context = browser.new_context(base_url=address, service_workers="block", reduced_motion="reduce")
    try:
        sign_in(context, address, token)
        theirs = context.new_page()
        theirs.goto("/")
        expect(strip(theirs)).to_contain_text("Open a job")
        theirs.goto("/practice")
        expect(theirs.get_by_role("heading", name="Practice", exact=True)).to_be_visible()
        expect(strip(theirs)).to_have_count(0)
    finally:
        context.close()
