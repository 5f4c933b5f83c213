"""Codes on sheets and labels: a phone's camera reads one and opens what it stands for, without a signal too."""

import re

import pytest
from playwright.sync_api import expect
from tools.served import sign_in

from bluff.formats.job_file import read_job
from bluff.run.demo import DEMO_FILE
from bluff.service.jobs import Jobs
from bluff.service.sessions import begin

PHONE = {"width": 390, "height": 844}


@pytest.fixture
def shelter(pool, account):
    """The demo job."""
    return Jobs(pool, account).add(read_job(DEMO_FILE.read_bytes())).id


@pytest.fixture
def phone(pool, account, address, shelter, seeing):
    """Opens the site of the demo job on a phone that sees a code."""

    def at(text):
        context = seeing(text).new_context(
            base_url=address, viewport=PHONE, service_workers="block", reduced_motion="reduce"
        )
        sign_in(context, address, begin(pool, account))
        page = context.new_page()
        page.goto(f"/jobs/{shelter}/site")
        page.get_by_role("button", name="Scan a code").click()
        return page

    return at


def test_the_code_of_a_label_opens_its_piece(phone, shelter):
    """The printed label says where the server was then; what it says of the header is what the saw cuts."""
    page = phone(f"http://127.0.0.1:8460/jobs/{shelter}/bench/C?piece=C/opening/W6/header")
    piece = page.get_by_role("region", name="This piece")
    expect(piece).to_contain_text("C/opening/W6/header: goes in with “Headers”.")
    expect(page).to_have_url(re.compile(r"/site/walls/C/build\?piece="))
    piece.get_by_role("link", name="Add a note").click()
    page.get_by_label("Note about C/opening/W6/header").fill("Split at one end")
    page.get_by_role("button", name="Save note").click()
    expect(page.get_by_text("C/opening/W6/header: Split at one end")).to_be_visible()


def test_a_code_of_somebody_else_is_said_and_nothing_opens(phone):
    page = phone("https://example.test/")
    expect(page.get_by_text("This code is not from a Bluff sheet or label.")).to_be_visible()
    page.get_by_role("button", name="Close").click()
    expect(page.get_by_role("heading", name="A", exact=True)).to_be_visible()
