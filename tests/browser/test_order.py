"""The order in the real interface: prices typed and pasted, boards on the site, trucks, the rule of thumb."""

import pytest
from playwright.sync_api import expect

from bluff.core.job.job import Alone, Job, Wall
from bluff.core.measure.length import inches


@pytest.fixture
def order(open_job):
    """The order of a job of one bare wall of 12 feet."""
    page = open_job("order", Job("Shed", walls=(Wall("A", "2x4", Alone(inches("12'"))),)))
    expect(page.get_by_role("table", name="Boards to order")).to_contain_text("3 –")
    return page


def test_prices_are_typed_and_pasted_and_what_is_refused_stays_in_the_field(order):
    page = order
    price = page.get_by_label("Price of a 2x4 x 12'")
    price.fill("4.55")
    price.press("Enter")
    expect(page.get_by_text("$13.65", exact=True).first).to_be_visible()
    price.fill("call us")
    price.press("Enter")
    expect(page.get_by_text("is not a price. Write it like 9.06.")).to_be_visible()
    expect(price).to_have_value("call us")
    price.press("Escape")
    listed = page.get_by_label("Price list", exact=True)
    listed.fill("2x4 92 5/8 2.80\nstuds 3")
    page.get_by_role("button", name="Import prices").click()
    expect(page.get_by_text("begins with no section")).to_be_visible()
    expect(listed).to_have_value("2x4 92 5/8 2.80\nstuds 3")
    listed.fill("2x4 92 5/8 2.80")
    page.get_by_role("button", name="Import prices").click()
    expect(page.get_by_role("region", name="Order")).to_contain_text("41.65")
    expect(listed).to_have_value("")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("region", name="Order")).to_contain_text("without 10 boards that have no price")


def test_boards_on_the_site_are_taken_off_and_trucks_share_the_rest(order):
    page = order
    there = page.get_by_label("Boards on the site", exact=True)
    there.fill("2 2x4 12'")
    page.get_by_role("button", name="Add to site stock").click()
    expect(page.get_by_role("table", name="Boards to order")).to_contain_text("1 –")
    expect(there).to_have_value("2 – 2x4 x 12'")
    page.get_by_label("Too crooked, percent").fill("10")
    page.get_by_label("Too crooked, percent").press("Enter")
    expect(page.get_by_text("1 extra for crooked boards").first).to_be_visible()
    trucks = page.get_by_label("Trucks")
    trucks.fill("0")
    trucks.press("Enter")
    expect(page.get_by_text("Enter 1 to 12 trucks.")).to_be_visible()
    trucks.fill("2")
    trucks.press("Enter")
    expect(page.get_by_role("heading", name="Load 1, wall A")).to_be_visible()
    page.get_by_role("tab", name="By thumb").click()
    expect(page.get_by_role("table", name="By thumb beside the count")).to_contain_text("A")


def test_a_crew_keeps_its_boards_for_the_next_job(order):
    page = order
    page.get_by_label("Price of a 2x4 x 12'").fill("4.55")
    page.get_by_label("Price of a 2x4 x 12'").press("Enter")
    expect(page.get_by_text("$13.65", exact=True).first).to_be_visible()
    page.get_by_role("button", name="Save for the crew").click()
    expect(page.get_by_text("Saved. New jobs start with these boards and prices.")).to_be_visible()
    page.get_by_role("link", name="Jobs", exact=True).click()
    page.get_by_label("Name of a new job").fill("Next")
    page.get_by_role("button", name="Start").click()
    page.get_by_role("link", name="Bench").click()
    page.get_by_label("Type a wall").fill("12' 2x4")
    page.get_by_label("Type a wall").press("Enter")
    page.get_by_role("link", name="Order", exact=True).click()
    expect(page.get_by_label("Price of a 2x4 x 12'")).to_have_value("4.55")
