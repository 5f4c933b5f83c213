"""No signal: a job taken along, a day of marking and checking with no server, and a newer program in the middle."""

import re
import shutil
from pathlib import Path
from urllib.parse import urlsplit

import pytest
from playwright.sync_api import expect
from tools.served import sign_in

from bluff.api.app import WEB
from bluff.api.site import packed
from bluff.core.job.job import Alone, Job, Wall
from bluff.core.measure.length import inches
from bluff.formats.job_file import read_job
from bluff.run.demo import DEMO_FILE
from bluff.run.serve import background_server
from bluff.service.cutting import Cuttings
from bluff.service.jobs import Jobs
from bluff.service.sessions import begin
from bluff.service.site import Site
from bluff.views import phone as phone_core

PHONE = {"width": 390, "height": 844}


@pytest.fixture
def shelter(pool, account):
    """The demo job."""
    return Jobs(pool, account).add(read_job(DEMO_FILE.read_bytes())).id


@pytest.fixture
def shed(pool, account):
    """A job of one wall, which is taken along in no time."""
    wall = Wall("A", "2x4", Alone(inches("8'")))
    return Jobs(pool, account).add(Job("Shed", walls=(wall,))).id


@pytest.fixture
def phone(pool, account, browser):
    """Opens a phone of a lead that keeps the program, at some address."""
    opened = []

    def at(address):
        context = browser.new_context(base_url=address, viewport=PHONE, reduced_motion="reduce")
        opened.append(context)
        sign_in(context, address, begin(pool, account))
        return context.new_page()

    yield at
    for context in opened:
        context.close()


def keep_program(page):
    """Until what runs beside the page has the program, and answers for this page."""
    page.wait_for_function("() => navigator.serviceWorker.controller !== null")


# That nothing is left here of what was said.
LEFT = """
    () => new Promise((done) => {
        indexedDB.open('bluff-site').onsuccess = ({ target: { result: database } }) => {
            const count = database.transaction('waiting').objectStore('waiting').count();
            count.onsuccess = () => { database.close(); done(count.result === 0); };
        };
    })
"""


# That the core, and what is packed for it, are all of one program.
KEPT_BY = """
    async ([job, edition]) => {
        const cache = await caches.open(`bluff-along-${job}`);
        const kept = (await cache.keys()).filter(({ url }) => /core$|packed$/.test(url));
        const by = await Promise.all(kept.map(async (one) => (await cache.match(one)).headers.get('x-bluff-edition')));
        return kept.length === 3 && by.every((one) => one === edition);
    }
"""


def take_along(page):
    page.get_by_role("button", name="Save for offline").click()
    expect(page.get_by_text("Saved ")).to_be_visible(timeout=90_000)


def a_quiet_moment(page):
    """Ten seconds in which nothing more is said, once all that was said is on the server."""
    expect(page.get_by_text("on this device")).to_have_count(0)
    page.wait_for_function(LEFT)
    page.clock.fast_forward(10_000)


def to_go(page, count):
    expect(page.get_by_text(f"{count} to go", exact=True)).to_be_visible()


def test_a_day_with_the_server_stopped_is_all_there_once_it_is_back(pool, account, shelter, phone):
    with background_server(pool) as address:
        page = phone(address)
        page.goto(f"/jobs/{shelter}/site")
        keep_program(page)
        take_along(page)
        page.get_by_role("heading", name="H", exact=True).click()
        all_of_it = int(page.get_by_text("to go").inner_text().split()[0])
    # The program starts by itself, and knows the wall however the tape is held.
    page.reload()
    to_go(page, all_of_it)
    for _ in range(3):
        page.get_by_role("button", name=re.compile("^Marked")).click()
    to_go(page, all_of_it - 3)
    page.get_by_role("button", name=re.compile("Tape on the left end")).click()
    page.get_by_role("button", name="Burn an inch").click()
    expect(page.get_by_text("burned an inch")).to_be_visible()
    # From which mark it is started over is not kept in every way there is: the core starts on the phone itself.
    page.get_by_role("button", name=re.compile("^Start the tape over at")).click()
    page.get_by_role("button", name=re.compile("Tape on the left end")).click()
    page.get_by_role("button", name=re.compile("^Marked")).click()
    expect(page.get_by_text("tape held on")).to_be_visible(timeout=120_000)
    to_go(page, all_of_it - 4)
    page.get_by_role("link", name="Build", exact=True).click()
    page.get_by_role("button", name="Kings").click()
    expect(page.get_by_role("button", name="Kings")).to_have_attribute("aria-pressed", "true")
    page.get_by_role("link", name="Cut its boards").click()
    page.locator("[data-board]").first.get_by_role("button", name=re.compile("to cut$")).click()
    expect(page.get_by_role("heading", name=re.compile(r"^[1-9]\d* of \d+ pieces cut for H$"))).to_be_visible()
    page.go_back()
    page.get_by_role("link", name="Checks", exact=True).click()
    page.get_by_role("button", name="Diagonals of the wall").click()
    page.get_by_role("textbox").fill("153 1/2")
    page.get_by_role("button", name="Read", exact=True).click()
    expect(page.get_by_role("button", name=re.compile("From the hooked corner"))).to_contain_text("153")
    page.get_by_role("textbox").fill("152")
    page.get_by_role("button", name="Read", exact=True).click()
    expect(page.get_by_role("heading", name=re.compile("^Out of square"))).to_be_visible()
    page.get_by_role("link", name="All walls").click()
    page.get_by_role("link", name="The day").click()
    # The day is planned on the phone itself: what is begun is of somebody, and what comes after it can be begun.
    cutting = page.get_by_role("group", name=re.compile("^Cut ")).first
    cut = cutting.get_attribute("aria-label")
    cutting.get_by_role("button", name="Start with").click()
    expect(cutting.get_by_text(re.compile("^Started .*, lead$"))).to_be_visible(timeout=120_000)
    cutting.get_by_role("button", name="Done").click()
    expect(page.get_by_role("group", name=cut)).to_have_count(0)
    expect(page.get_by_role("group", name=re.compile("^Cut "))).to_be_visible(timeout=120_000)
    # Switched off and on again in between, it is all still there.
    page.reload()
    expect(page.get_by_text("on this device")).to_be_visible()
    with background_server(pool, urlsplit(address).port):
        expect(page.get_by_text("on this device")).to_have_count(0, timeout=90_000)
    said = Site(pool, account).log(shelter)
    assert [entry.last.kind for entry in said] == ["tick", "tick", "reading", "reading", "tick", "mark"]
    marked = Site(pool, account).walls(shelter)[1][7]
    assert 0 < len(marked.unwritten) < len(marked.marks)
    assert Cuttings(pool, account, lambda _: None).get(shelter).ticks


def test_a_signal_lost_under_an_open_page_takes_nothing_away(pool, shed, phone):
    with background_server(pool) as address:
        page = phone(address)
        page.clock.install()
        page.goto(f"/jobs/{shed}/site")
        keep_program(page)
        take_along(page)
        page.locator("main li").first.get_by_role("heading").click()
        all_of_it = int(page.get_by_text("to go").inner_text().split()[0])
        # What is marked while the tape is started over is not called again once it is not, signal or none.
        page.get_by_role("button", name=re.compile("^Tape on the")).click()
        page.get_by_role("button", name=re.compile("^Start the tape over at")).click()
        # Once nothing more is said for a while all that is kept of the wall is read again, the job at work last.
        with page.expect_request(re.compile("/site/packed$"), timeout=60_000):
            for _ in range(2):
                page.get_by_role("button", name=re.compile("^Marked")).click()
            to_go(page, all_of_it - 2)
            a_quiet_moment(page)
        page.context.set_offline(True)
        page.get_by_role("button", name=re.compile("^All from the")).click()
        expect(page.get_by_text("tape held on")).to_have_count(0)
        to_go(page, all_of_it - 2)
        page.get_by_role("button", name="Burn an inch").click()
        expect(page.get_by_text("burned an inch")).to_be_visible()
        to_go(page, all_of_it - 2)
        page.get_by_role("button", name="Its end").click()
        page.get_by_role("button", name="Feet and inches").click()
        page.get_by_role("button", name=re.compile("^Start the tape over at")).click()
        page.get_by_role("button", name=re.compile("^Tape on the")).click()
        page.get_by_role("button", name=re.compile("^Marked")).click()
        expect(page.get_by_text("tape held on")).to_be_visible(timeout=120_000)
        page.get_by_role("link", name="Checks", exact=True).click()
        expect(page.get_by_text("0 of 1 read")).to_be_visible()


def test_what_the_server_has_taken_stays_marked_though_it_cannot_be_asked_again(pool, account, shed, phone):
    """The signal goes with the very answer: what was kept before knows nothing of the mark."""
    with background_server(pool) as address:
        page = phone(address)
        page.goto(f"/jobs/{shed}/site")
        keep_program(page)
        take_along(page)
        page.locator("main li").first.get_by_role("heading").click()
        all_of_it = int(page.get_by_text("to go").inner_text().split()[0])

        def take_and_go(route):
            taken = route.fetch()
            page.context.set_offline(True)
            route.fulfill(response=taken)

        page.route("**/site/entries", take_and_go)
        with page.expect_response("**/site/entries"):
            page.get_by_role("button", name=re.compile("^Marked")).click()
        expect(page.get_by_text("no signal")).to_be_visible()
        assert Site(pool, account).log(shed) != []
        for _ in range(2):
            to_go(page, all_of_it - 1)
            page.reload()
        to_go(page, all_of_it - 1)
        page.unroute("**/site/entries")
        page.context.set_offline(False)
        expect(page.get_by_text("no signal")).to_have_count(0)
        to_go(page, all_of_it - 1)
        page.wait_for_function(LEFT)


# What runs beside the page is asked something it never answers, as a page that is reloaded at the wrong moment does.
HANGS = "self.addEventListener('message', (event) => event.data === 'hang' && event.waitUntil(new Promise(() => {})));"


@pytest.mark.parametrize("hangs", [False, True], ids=["at rest", "at work for good"])
def test_a_newer_program_waits_until_somebody_changes_over(pool, shelter, phone, tmp_path, hangs):
    web = Path(shutil.copytree(WEB, tmp_path / "web"))
    worker = web / "sw.js"
    older = worker.read_text()
    worker.write_text(f"{older}\n{HANGS}\n")
    with background_server(pool, web=web) as address:
        page = phone(address)
        page.goto(f"/jobs/{shelter}/site/walls/H/marks")
        keep_program(page)
        if hangs:
            page.evaluate("navigator.serviceWorker.controller.postMessage('hang')")
        all_of_it = int(page.get_by_text("to go").inner_text().split()[0])
        page.route("**/site/entries", lambda route: route.abort())
        page.get_by_role("button", name=re.compile("^Marked")).click()
        worker.write_text(f"{older}\n// newer\n")
        page.reload()
        bar = page.get_by_role("status").filter(has_text="A newer version of Bluff is ready.")
        expect(bar).to_be_visible()
        to_go(page, all_of_it - 1)
        with page.expect_navigation():
            bar.get_by_role("button", name="Update").click()
        to_go(page, all_of_it - 1)
        expect(bar).to_have_count(0)
        expect(page.get_by_text("on this device")).to_be_visible()
        keep_program(page)
        page.reload()
        expect(bar).to_have_count(0)


@pytest.fixture
def newer_core(monkeypatch):
    """Makes the server one whose core is another: nothing that was packed before is read by it."""

    def become():
        newer = {**phone_core.files(), "bluff/views/phone.py": phone_core.files()["bluff/views/phone.py"] + "# newer\n"}
        for module in (phone_core, packed):
            monkeypatch.setattr(module, "files", lambda: newer)
        phone_core.edition.cache_clear()

    yield become
    monkeypatch.undo()
    phone_core.edition.cache_clear()


def test_the_core_that_was_taken_along_follows_a_newer_server(pool, shed, phone, newer_core):
    with background_server(pool) as address:
        page = phone(address)
        page.clock.install()
        page.goto(f"/jobs/{shed}/site")
        keep_program(page)
        take_along(page)
        newer_core()
        page.locator("main li").first.get_by_role("heading").click()
        # In a quiet moment after it was said, what is packed is read again, then the core, then all that it reads.
        with page.expect_response(re.compile("/site/core$"), timeout=60_000):
            for _ in range(2):
                page.get_by_role("button", name=re.compile("^Marked")).click()
            a_quiet_moment(page)
        page.wait_for_function(KEPT_BY, arg=[str(shed), phone_core.edition().hex()])
        page.context.set_offline(True)
        page.reload()
        page.get_by_role("button", name=re.compile("^Tape on the")).click()
        page.get_by_role("button", name=re.compile("^Start the tape over at")).click()
        page.get_by_role("button", name=re.compile("^Tape on the")).click()
        page.get_by_role("button", name=re.compile("^Marked")).click()
        expect(page.get_by_text("tape held on")).to_be_visible(timeout=120_000)


def test_signing_out_leaves_nothing_on_the_device(pool, shed, phone):
    with background_server(pool) as address:
        page = phone(address)
        page.goto(f"/jobs/{shed}/site")
        keep_program(page)
        take_along(page)
        kept = "caches.keys().then(names => names.filter(name => name.startsWith('bluff-along-')).length)"
        assert page.evaluate(kept) == 1
        page.get_by_role("link", name=re.compile("^Crew, ")).click()
        page.get_by_role("button", name="Sign out", exact=True).click()
        page.wait_for_url(f"{address}/")
        assert page.evaluate(kept) == 0


def test_what_the_device_cleared_is_said(pool, shed, phone):
    with background_server(pool) as address:
        page = phone(address)
        page.goto(f"/jobs/{shed}/site")
        keep_program(page)
        take_along(page)
        page.evaluate(f"caches.delete('bluff-along-{shed}')")
        page.reload()
        expect(page.get_by_text("This device deleted the offline copy")).to_be_visible()
