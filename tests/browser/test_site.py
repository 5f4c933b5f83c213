"""The site on a phone: marks called and ticked, checks read on keys, and all of it with no signal."""

import re

import pytest
from PIL import Image
from playwright.sync_api import expect
from tools.served import sign_in

from bluff.formats.job_file import read_job
from bluff.run.demo import DEMO_FILE
from bluff.service.jobs import Jobs
from bluff.service.people import People
from bluff.service.sessions import begin, enter
from bluff.service.site import Site
from bluff.store.accounts import Role
from framing import say

PHONE = {"width": 390, "height": 844}

VOICE = """
window.called = [];
Object.defineProperty(window, 'speechSynthesis', { value: Object.assign(new EventTarget(), {
  getVoices: () => [{ name: 'Recorder' }], cancel: () => {}, speak: (said) => window.called.push(said.text),
})});
window.headset = {};
navigator.mediaSession.setActionHandler = (key, go) => { window.headset[key] = go; };
"""


@pytest.fixture
def shelter(pool, account):
    """The demo job."""
    return Jobs(pool, account).add(read_job(DEMO_FILE.read_bytes())).id


@pytest.fixture
def phone(page, shelter):
    """A phone on the site of the demo job."""
    page.set_viewport_size(PHONE)
    page.goto(f"/jobs/{shelter}/site")
    expect(page.get_by_role("heading", name="A", exact=True)).to_be_visible()
    return page


@pytest.fixture
def second(pool, account, browser, address, shelter):
    """Another phone, a framer's."""
    context = browser.new_context(base_url=address, viewport=PHONE, service_workers="block", reduced_motion="reduce")
    sign_in(context, address, enter(pool, People(pool, account).invite("Second phone", "SP", Role.FRAMER)).token)
    page = context.new_page()
    yield page
    context.close()


def call(page, wall, **held):
    """Open the caller of a wall, the tape held somehow."""
    page.evaluate("held => localStorage.setItem('bluff-held', JSON.stringify(held))", held)
    page.goto(re.sub(r"/site.*", f"/site/walls/{wall}/marks", page.url))
    expect(page.get_by_role("button", name="Skip")).to_be_visible()


def figure(page):
    return page.get_by_role("status").locator("span").first.inner_text()


def to_go(page, count):
    expect(page.get_by_text(f"{count} to go", exact=True)).to_be_visible()


def to_checks(page):
    page.goto(re.sub(r"/site.*", "/site/walls/A/checks", page.url))


def go_to(page, view):
    page.get_by_role("link", name=view, exact=True).click()


def key_in(page, reading):
    for key in re.findall(r"\d+/\d+|\d", reading):
        page.get_by_role("button", name=key, exact=True).click()
    page.get_by_role("button", name="Read", exact=True).click()


def settled(page):
    """Everything said here is on the server."""
    expect(page.get_by_text("on this device")).to_have_count(0)


@pytest.mark.parametrize("hook", ["start", "end"])
@pytest.mark.parametrize("burn", [False, True])
def test_the_caller_reads_what_the_bench_reads(phone, address, shelter, hook, burn):
    """Every mark of a wall, as somebody who skips through it sees it."""
    request = phone.context.request
    bench = request.get(f"{address}/api/jobs/{shelter}/walls/H/bench", params={"hook": hook, "burn": burn}).json()
    expected = {(mark["reading"]["at"]["inches"], mark["reading"]["at"]["text"]) for mark in bench["wall"]["marks"]}
    call(phone, "H", hook=hook, burn=burn, walk="along")
    seen, skip = [], phone.get_by_role("button", name="Skip")
    while True:
        seen.append(figure(phone))
        if skip.is_disabled():
            break
        skip.click()
    assert list(dict.fromkeys(seen)) == [text for _, text in sorted(expected)]


def test_what_is_marked_is_ticked_and_gone_on_with_on_another_phone(phone, second):
    call(phone, "H")
    all_of_it = int(phone.get_by_text("to go").inner_text().split()[0])
    first = figure(phone)
    for _ in range(3):
        phone.get_by_role("button", name=re.compile("^Marked")).click()
    to_go(phone, all_of_it - 3)
    settled(phone)
    second.goto(phone.url)
    to_go(second, all_of_it - 3)
    second.get_by_role("button", name=re.compile("^Marked")).click()
    to_go(phone, all_of_it - 4)
    for _ in range(3):
        phone.get_by_role("button", name="Back").click()
    assert figure(phone) == first
    expect(phone.get_by_text("Marked by lead")).to_be_visible()
    phone.get_by_role("button", name="Undo").click()
    to_go(second, all_of_it - 3)


def test_a_tape_hooked_on_the_other_end_begins_there(phone):
    call(phone, "H", walk="along")
    first = figure(phone)
    for _ in range(3):
        phone.get_by_role("button", name="Skip").click()
    assert figure(phone) != first
    phone.get_by_role("button", name=re.compile("Tape on the left end")).click()
    phone.get_by_role("button", name="Right end").click()
    expect(phone.get_by_role("button", name=re.compile("Tape on the right end"))).to_be_visible()
    expect(phone.get_by_role("button", name="Back")).to_be_disabled()
    phone.get_by_role("button", name="Left end").click()
    expect(phone.get_by_role("button", name="Back")).to_be_disabled()
    assert figure(phone) == first
    # Back at its end he burns an inch, and reads the first one an inch on.
    phone.get_by_role("button", name="Skip").click()
    phone.get_by_role("button", name="Burn an inch").click()
    expect(phone.get_by_role("button", name="Back")).to_be_disabled()


def test_keys_of_a_page_turner_and_swipes_go_on_and_back(phone):
    call(phone, "H")
    all_of_it = int(phone.get_by_text("to go").inner_text().split()[0])
    first = figure(phone)
    phone.keyboard.press("PageDown")
    to_go(phone, all_of_it - 1)
    phone.keyboard.press("PageUp")
    expect(phone.get_by_role("status").locator("span").first).to_have_text(first)
    phone.keyboard.press("MediaTrackNext")
    assert figure(phone) != first
    swiped = figure(phone)
    box = phone.get_by_role("button", name=re.compile("^(Marked|Next)")).bounding_box()
    y = box["y"] + box["height"] / 2
    phone.mouse.move(120, y)
    phone.mouse.down()
    phone.mouse.move(300, y, steps=4)
    phone.mouse.up()
    expect(phone.get_by_role("status").locator("span").first).to_have_text(first)
    assert swiped != first


def test_stops_are_called_aloud_in_the_crews_words(phone):
    phone.add_init_script(VOICE)
    call(phone, "H", isAloud=True, walk="along")
    expect(phone.get_by_role("button", name="Mute")).to_have_attribute("aria-pressed", "true")
    phone.get_by_role("button", name=re.compile("^Marked")).click()
    phone.wait_for_function("window.called.length >= 2")
    called = phone.evaluate("window.called")
    assert called[0].startswith("zero, ")
    assert "ahead, both plates" in called[0]
    assert called[-1] == phone.get_by_role("status").locator("span").last.inner_text()
    left = int(phone.get_by_text("to go").inner_text().split()[0])
    phone.evaluate("window.headset.nexttrack()")
    to_go(phone, left - 1)
    phone.get_by_role("button", name="Mute").click()
    phone.wait_for_function("window.headset.nexttrack === null")


def test_a_device_without_a_voice_offers_none(phone):
    call(phone, "H")
    expect(phone.get_by_role("button", name="Call aloud")).to_have_count(0)


def test_a_tape_starts_over_at_the_stop_it_is_held_on(phone):
    call(phone, "A", walk="along")
    for _ in range(4):
        phone.get_by_role("button", name="Skip").click()
    held_on = figure(phone)
    phone.get_by_role("button", name=re.compile("Tape on the left end")).click()
    phone.get_by_role("button", name=re.compile("Start the tape over at")).click()
    phone.get_by_role("button", name="Skip").click()
    expect(phone.get_by_text(re.compile("tape held on"))).to_contain_text(held_on)


def test_readings_are_keyed_in_and_judged_at_once(phone):
    """Wall A, 432 by 97 1/8: a wall that leans, then what the plan says, 442 3/4."""
    to_checks(phone)
    phone.get_by_role("button", name="Diagonals of the wall").click()
    key_in(phone, "440")
    key_in(phone, "443 1/2")
    verdict = phone.get_by_role("status").filter(has_text="Out of square")
    # (440² - 443 1/2²) / (4 x 432) = -1.789
    expect(verdict).to_contain_text("push the top corner of the hooked end 1\u00a013/16 away from the hook")
    phone.get_by_role("button", name="From the hooked corner").click()
    key_in(phone, "442 3/4")
    key_in(phone, "442 3/4")
    expect(phone.get_by_role("status").filter(has_text="Square.")).to_be_visible()
    go_to(phone, "Log")
    for reading in ("440", "443 1/2"):
        expect(phone.get_by_role("listitem").filter(has_text=reading.replace(" ", "\u00a0"))).to_have_count(1)


def test_a_digital_tape_reads_misses_and_is_lost_without_stopping_anybody(phone):
    """The stand-in: a reading a press, every fifth nothing, its battery empty at the twelfth."""
    to_checks(phone)
    phone.get_by_role("button", name="Opening W1").click()
    phone.get_by_role("button", name="Practice tape").click()
    press = phone.get_by_role("button", name="Press its button")
    for _ in range(4):
        press.click()
    # RO 43 by 55: what was read is within a 32nd of it.
    expect(phone.get_by_role("button", name=re.compile("^At the sill"))).to_contain_text(re.compile(r"43|42 31/32"))
    press.click()
    expect(phone.get_by_role("alert")).to_contain_text("No reading")
    for _ in range(6):
        press.click()
    expect(phone.get_by_text("5% left")).to_be_visible()
    expect(phone.get_by_role("status").filter(has_text="Right: the unit fits.")).to_be_visible()
    press.click()
    expect(phone.get_by_role("alert")).to_contain_text("Tape disconnected")
    phone.get_by_role("textbox").fill("37")
    phone.get_by_role("button", name="Read", exact=True).click()
    settled(phone)


def test_two_phones_without_a_signal_come_together_on_one_wall(phone, second):
    call(phone, "H", walk="along")
    all_of_it = int(phone.get_by_text("to go").inner_text().split()[0])
    second.goto(phone.url)
    to_go(second, all_of_it)
    for one in (phone, second):
        one.context.set_offline(True)
    for _ in range(3):
        phone.get_by_role("button", name=re.compile("^Marked")).click()
    to_go(phone, all_of_it - 3)
    expect(phone.get_by_text("on this device")).to_be_visible()
    # The other one begins where nobody has been: five on.
    for _ in range(5):
        second.get_by_role("button", name="Skip").click()
    second.get_by_role("button", name=re.compile("^Marked")).click()
    to_go(second, all_of_it - 1)
    for one in (phone, second):
        one.context.set_offline(False)
    for one in (phone, second):
        settled(one)
        to_go(one, all_of_it - 4)


def test_what_waits_outlives_the_page(phone):
    call(phone, "H", walk="along")
    all_of_it = int(phone.get_by_text("to go").inner_text().split()[0])
    phone.route("**/site/entries", lambda route: route.abort())
    # Nor is the wall on this device, for the core that runs here.
    phone.route("**/packed", lambda route: route.abort())
    phone.get_by_role("button", name=re.compile("^Marked")).click()
    expect(phone.get_by_text("on this device")).to_be_visible()
    phone.reload()
    to_go(phone, all_of_it - 1)
    expect(phone.get_by_text("on this device")).to_be_visible()
    to_checks(phone)
    phone.get_by_role("button", name="A stud at the saw").click()
    key_in(phone, "92")
    expect(phone.get_by_text("Saved on this device. The result follows once there is a signal.")).to_be_visible()
    phone.unroute("**/site/entries")
    settled(phone)
    expect(phone.get_by_role("status").filter(has_text="The stud is 5/8 short.")).to_be_visible()
    call(phone, "H", walk="along")
    to_go(phone, all_of_it - 1)


@pytest.mark.parametrize("has_signal", [True, False])
def test_what_is_no_reading_is_refused_where_it_is_typed(phone, has_signal):
    to_checks(phone)
    typed = phone.get_by_role("textbox")
    expect(typed).to_be_visible()
    phone.context.set_offline(not has_signal)
    # Beside it the page may say that the server is away.
    refusal = phone.get_by_role("alert").filter(has_text="is not a reading")
    for text in ("hello", "-3"):
        typed.fill(text)
        phone.get_by_role("button", name="Read", exact=True).click()
        expect(refusal).to_contain_text(f"“{text}” is not a reading.")
        expect(typed).to_have_value(text)
    phone.get_by_role("button", name="4", exact=True).click()
    expect(refusal).to_have_count(0)


def note(page, words):
    page.get_by_label("Note").fill(words)
    page.get_by_role("button", name="Save note").click()


def test_what_the_server_fails_on_is_set_aside_and_all_the_rest_goes_up(phone):
    """Sent three times, then shown; what was said before and after it is on the server, and so is it once mended."""
    asked = []

    def fail(route):
        if "Broken" in (route.request.post_data or ""):
            asked.append(route.request.post_data)
            route.fulfill(status=500, json={"message": "Something went wrong in Bluff itself.", "faults": []})
        else:
            route.continue_()

    go_to(phone, "Site log")
    phone.context.set_offline(True)
    for words in ("First", "Broken", "Last"):
        note(phone, words)
    phone.route("**/site/entries", fail)
    phone.context.set_offline(False)
    alert = phone.get_by_role("alert").filter(has_text="Not saved")
    expect(alert).to_contain_text("Broken", timeout=15_000)
    expect(alert).to_contain_text("Bluff failed three times to save this. It is still on this device.")
    assert sum(text.count('"words"') == 1 for text in asked) == 3
    for words in ("First", "Last"):
        expect(phone.get_by_role("listitem").filter(has_text=words)).to_be_visible()
    phone.reload()
    phone.unroute("**/site/entries")
    alert.get_by_role("button", name="Try again").click()
    expect(alert).to_have_count(0)
    expect(phone.get_by_role("listitem").filter(has_text="Broken")).to_be_visible()


def test_a_photograph_the_server_refuses_stays_on_the_phone_with_its_note(phone, tmp_path):
    Image.new("RGB", (800, 400), "tan").save(tmp_path / "corner.png")
    go_to(phone, "Site log")
    refusal = {"message": "This is over 24 MB, more than may be sent here.", "faults": []}
    phone.route("**/site/pictures/*", lambda route: route.fulfill(status=413, json=refusal))
    phone.get_by_label("Photograph").set_input_files(tmp_path / "corner.png")
    expect(phone.get_by_alt_text("Goes with the note")).to_be_visible()
    note(phone, "Corner is out of plumb")
    alert = phone.get_by_role("alert").filter(has_text="Not saved")
    expect(alert).to_contain_text("The photo was not saved: This is over 24 MB")
    expect(alert.get_by_role("link")).to_have_attribute("download", "photo.jpg")
    alert.get_by_role("button", name="Save without the photo").click()
    expect(alert).to_have_count(0)
    expect(phone.get_by_role("listitem")).to_contain_text("Corner is out of plumb")


def test_what_does_not_fit_the_job_is_shown_until_it_is_discarded(phone):
    """A mark of a revision the job has not reached, as after a restore of an older backup."""
    call(phone, "H", walk="along")

    def newer(route):
        body = re.sub(r'"revision":\d+', '"revision":999', route.request.post_data or "")
        route.continue_(post_data=body)

    phone.route("**/site/entries", newer)
    phone.get_by_role("button", name=re.compile("^Marked")).click()
    alert = phone.get_by_role("alert").filter(has_text="Not saved")
    expect(alert.first).to_contain_text("This job is at revision")
    while alert.get_by_role("button", name="Discard").count():
        alert.get_by_role("button", name="Discard").first.click()
    expect(alert).to_have_count(0)


FULL = """
IDBObjectStore.prototype.add = () => { throw new DOMException('no room', 'QuotaExceededError'); };
"""


def test_a_full_device_says_so_and_still_sends_what_was_said(phone):
    """There is no room to write it down: the open page keeps it, and asks to stay open."""
    phone.add_init_script(FULL)
    call(phone, "H", walk="along")
    phone.route("**/site/entries", lambda route: route.abort())
    phone.get_by_role("button", name=re.compile("^Marked")).click()
    alert = phone.get_by_role("alert").filter(has_text="This device is full")
    expect(alert).to_be_visible()
    expect(phone.get_by_text("on this device")).to_be_visible()
    phone.unroute("**/site/entries")
    settled(phone)
    expect(alert).to_have_count(0)
    phone.reload()
    expect(phone.get_by_role("button", name="Skip")).to_be_visible()
    go_to(phone, "Log")
    expect(phone.get_by_role("listitem").first).to_contain_text("2 marks written")


def test_a_photograph_the_server_chokes_on_holds_nothing_else_up(phone, tmp_path):
    Image.new("RGB", (40, 20), "tan").save(tmp_path / "corner.png")
    phone.route("**/site/pictures/**", lambda route: route.fulfill(status=500))
    go_to(phone, "Site log")
    phone.get_by_label("Photograph").set_input_files(tmp_path / "corner.png")
    expect(phone.get_by_alt_text("Goes with the note")).to_be_visible()
    phone.get_by_label("Note").fill("Corner is out of plumb")
    phone.get_by_role("button", name="Save note").click()
    phone.get_by_label("Note").fill("Rain from noon")
    phone.get_by_role("button", name="Save note").click()
    expect(phone.get_by_role("region", name="Not sent yet").get_by_role("listitem")).to_have_count(1)
    expect(phone.get_by_role("region", name="Not sent yet")).to_contain_text("Corner is out of plumb")
    expect(phone.get_by_text("Rain from noon")).to_be_visible()
    phone.unroute("**/site/pictures/**")
    settled(phone)


def test_what_somebody_said_waits_for_them_no_matter_who_signs_in_next(phone, pool, account, address, shelter):
    """Records a lead left unsent never go up under the framer who takes the phone after them."""
    call(phone, "H", walk="along")
    all_of_it = int(phone.get_by_text("to go").inner_text().split()[0])
    phone.route("**/site/entries", lambda route: route.abort())
    phone.get_by_role("button", name=re.compile("^Marked")).click()
    expect(phone.get_by_text("on this device")).to_be_visible()
    phone.context.clear_cookies()
    phone.goto(f"{address}/")
    expect(phone.get_by_role("status").filter(has_text="2 by lead")).to_be_visible()
    phone.unroute("**/site/entries")
    framer = enter(pool, People(pool, account).invite("Second phone", "SP", Role.FRAMER)).token
    sign_in(phone.context, address, framer)
    phone.goto(f"{address}/jobs/{shelter}/site/walls/H/log")
    expect(phone.get_by_role("region", name="Not sent yet")).to_contain_text("lead")
    expect(phone.get_by_text("No entries yet.")).to_have_count(0)
    phone.get_by_label("Note").fill("Rain from noon")
    phone.get_by_role("button", name="Save note").click()
    expect(phone.get_by_role("listitem").filter(has_text="Rain from noon").get_by_title("Second phone")).to_be_visible()
    # One stop, on both plates.
    expect(phone.get_by_role("region", name="Not sent yet").get_by_role("listitem")).to_have_count(2)
    assert [(entry.last.kind, entry.last.name) for entry in Site(pool, account).log(shelter)] == [
        ("note", "Second phone")
    ]
    sign_in(phone.context, address, begin(pool, account))
    phone.reload()
    expect(phone.get_by_role("listitem").filter(has_text="2 marks written").get_by_title("lead")).to_be_visible()
    settled(phone)
    assert {entry.last.name for entry in Site(pool, account).log(shelter) if entry.last.kind == "mark"} == {"lead"}
    call(phone, "H", walk="along")
    to_go(phone, all_of_it - 1)


def test_walls_are_ticked_off_as_they_are_done(phone, second):
    row = phone.get_by_role("listitem").filter(has=phone.get_by_role("heading", name="C", exact=True))
    row.get_by_role("button", name="Framed").click()
    expect(row.get_by_role("button", name="Framed")).to_have_attribute("aria-pressed", "true")
    settled(phone)
    second.goto(phone.url)
    theirs = second.get_by_role("listitem").filter(has=second.get_by_role("heading", name="C", exact=True))
    expect(theirs.get_by_role("button", name="Framed")).to_have_attribute("aria-pressed", "true")


def test_a_task_is_begun_by_so_many_and_done_and_the_day_goes_on(phone, second, pool, account, shelter):
    """A phone begins cutting A with two; another sees who did, and says it is done."""
    go_to(phone, "The day")
    cut = phone.get_by_role("group", name="Cut A", exact=True)
    cut.get_by_role("button", name="One person more").click()
    cut.get_by_role("button", name="Start with 2").click()
    expect(cut.get_by_text(re.compile("^Started .*lead"))).to_be_visible()
    settled(phone)
    second.goto(phone.url)
    theirs = second.get_by_role("group", name="Cut A", exact=True)
    theirs.get_by_role("button", name="Done").click()
    expect(theirs).to_have_count(0)
    settled(second)
    expect(cut).to_have_count(0)
    says = [(say(entry.says), entry.last.name) for entry in Site(pool, account).log(shelter)]
    assert says == [("Cut: done", "Second phone"), ("Started: Cut, by 2 people", "lead")]


def test_lumber_that_came_is_ticked_and_guesses_are_marked(phone):
    go_to(phone, "The day")
    lumber = phone.get_by_role("region", name="Lumber needed on site").get_by_role("button")
    lumber.click()
    expect(lumber).to_have_attribute("aria-pressed", "true")
    expect(lumber).to_contain_text("lead")
    expect(phone.get_by_role("region", name="Minutes this is based on")).to_contain_text("A first guess")


def test_without_a_camera_it_is_said_and_nothing_of_the_list_is_seen_through(phone):
    phone.get_by_role("button", name="Scan a code").click()
    scanner = phone.get_by_role("dialog", name="Scan a code")
    expect(scanner.get_by_role("status")).to_contain_text(re.compile("may not use the camera|has no camera"))
    expect(scanner.locator("video")).to_be_hidden()
    seen_through = """() => [...Array(200).keys()].filter((place) => {
        const [across, down] = [(place % 10) + 0.5, Math.floor(place / 10) + 0.5];
        const seen = document.elementFromPoint((across * innerWidth) / 10, (down * innerHeight) / 20);
        return !seen.closest("[role=dialog]");
    })"""
    assert phone.evaluate(seen_through) == []
    scanner.get_by_role("button", name="Close").click()
    expect(scanner).to_have_count(0)


def test_notes_are_kept_and_found(phone):
    go_to(phone, "Site log")
    phone.get_by_label("Note").fill("Rain from noon")
    phone.get_by_role("button", name="Save note").click()
    expect(phone.get_by_role("listitem")).to_contain_text("Rain from noon")
    phone.get_by_role("searchbox").fill("snow")
    expect(phone.get_by_text("No entries match.")).to_be_visible()


def test_a_photograph_goes_with_a_note_also_when_it_is_taken_without_a_signal(phone, tmp_path):
    Image.new("RGB", (2400, 1200), "tan").save(tmp_path / "corner.png")
    go_to(phone, "Site log")
    phone.context.set_offline(True)
    phone.get_by_label("Photograph").set_input_files(tmp_path / "corner.png")
    expect(phone.get_by_alt_text("Goes with the note")).to_be_visible()
    phone.get_by_label("Note").fill("Corner is out of plumb")
    phone.get_by_role("button", name="Save note").click()
    expect(phone.get_by_text("on this device")).to_be_visible()
    phone.context.set_offline(False)
    settled(phone)
    expect(phone.get_by_role("listitem")).to_contain_text("Corner is out of plumb")
    shown = phone.get_by_alt_text("Photograph by lead")
    expect(shown).to_be_visible()
    assert shown.evaluate("picture => picture.naturalWidth") == 1600


@pytest.mark.parametrize("view", ["", "/day", "/walls/A/marks", "/walls/A/checks", "/walls/A/log"])
def test_nothing_runs_off_a_phone_and_every_target_takes_a_thumb(phone, view):
    phone.goto(re.sub(r"/site.*", f"/site{view}", phone.url))
    phone.wait_for_load_state("load")
    expect(phone.get_by_role("main").get_by_role("heading").first).to_be_visible()
    assert phone.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    small = phone.get_by_role("main").evaluate(
        """main => [...main.querySelectorAll('button, a, input:not([type=file])')]
            .map(one => [one.textContent || one.getAttribute('aria-label'), one.getBoundingClientRect()])
            .filter(([, box]) => box.height > 0 && (box.height < 43.5 || box.width < 43.5)).map(([name]) => name)"""
    )
    assert small == []
