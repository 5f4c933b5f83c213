"""Story poles in a real browser."""

import re

import pytest
from playwright.sync_api import expect


@pytest.fixture
def poles(open_job):
    """The demo job, open on its poles."""
    page = open_job("pole")
    expect(page.get_by_role("img", name="Story poles")).to_be_visible()
    return page


def pole(page, mark):
    return page.locator(f"[data-pole~={mark}]")


def test_a_head_out_of_line_stands_out(poles):
    expect(pole(poles, "D5")).to_have_attribute("data-off", "2")
    expect(pole(poles, "W1")).not_to_have_attribute("data-off", re.compile("."))


def test_what_if_is_pencilled_and_taken_or_left(poles):
    pole(poles, "W3").click()
    poles.get_by_label("Head", exact=True).fill("80")
    poles.get_by_label("Head", exact=True).press("Enter")
    expect(pole(poles, "W3")).to_have_attribute("data-off", "-2.5")
    poles.get_by_role("button", name="Cancel").click()
    expect(pole(poles, "W3")).not_to_have_attribute("data-off", re.compile("."))
    poles.get_by_label("Header").fill("3-ply 2x10")
    poles.get_by_label("Header").press("Enter")
    expect(pole(poles, "W3")).to_contain_text("9 1/4header")
    poles.get_by_role("button", name="Apply").click()
    expect(poles.get_by_role("button", name="Undo")).to_be_enabled()
    expect(pole(poles, "W3")).to_contain_text("9 1/4header")


def test_what_is_no_header_is_said(poles):
    poles.get_by_label("Header").fill("a big one")
    poles.get_by_label("Header").press("Enter")
    expect(poles.get_by_role("alert")).to_contain_text("is not a header")
    expect(poles.get_by_role("button", name="Apply")).to_be_disabled()


def test_poles_print_as_a_sheet_and_as_a_strip(poles):
    sheet = poles.get_by_role("link", name="Print").get_attribute("href")
    strip = poles.get_by_role("link", name="Strip of W1").get_attribute("href")
    for address in (sheet, strip):
        answer = poles.request.get(f"{poles.url.split('/jobs/')[0]}{address}")
        assert answer.ok
        assert answer.body().startswith(b"%PDF")
