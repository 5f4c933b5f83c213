"""The day on the site: begun and done are ticked, times set the minutes right, lumber is there before it is needed."""

import json
from datetime import datetime, timedelta, timezone

import pytest

from bluff.views import phone
from entries import edit, record, shed

ZONE = timezone(timedelta(hours=2))
MONDAY = datetime(2026, 1, 12, 7, 0, tzinfo=ZONE)


@pytest.fixture
def job(client):
    """A job of one wall of 12 ft with a window: revision 2, three people from 7:00 to 15:30."""
    return shed(client, "3-6 x 4-6")


def day(client, job, now=MONDAY):
    answer = client.get(f"/api/jobs/{job}/site/day", params={"now": now.isoformat()})
    assert answer.status_code == 200, answer.text
    return answer.json()


def turns(client, job, now=MONDAY):
    return {turn["task"]: turn for turn in day(client, job, now)["turns"]}


def tick(work, is_done=True, wall="A", **more):
    return {"kind": "tick", "wall": wall, "work": work, "is_done": is_done, **more}


def at(hour, minute=0, days=0):
    return MONDAY.replace(hour=hour, minute=minute) + timedelta(days=days)


def test_a_wall_is_laid_out_at_half_a_minute_a_foot_from_the_morning_on(client, job):
    """12 feet are 6 minutes; the clock is that of the site, two hours ahead of Greenwich."""
    found = turns(client, job)
    assert (found["layout"]["begins"], found["layout"]["ends"]["clock"]) == (
        {"on": "2026-01-12", "clock": "7:00"},
        "7:06",
    )
    assert found["layout"]["takes"] == "6 min"
    assert turns(client, job, at(9, 20))["layout"]["begins"]["clock"] == "9:20"
    # After the end of Friday it goes on on Monday.
    assert turns(client, job, at(16, days=-3))["layout"]["begins"] == {"on": "2026-01-12", "clock": "7:00"}


def test_what_is_begun_says_by_whom_and_what_is_done_is_gone(client, job):
    record(client, job, tick("begun/frame", people=2), at=at(9))
    framing = turns(client, job, at(9, 10))["frame"]
    assert (framing["begun"]["name"], framing["begins"]["clock"], len(framing["who"])) == ("lead", "9:10", 2)
    record(client, job, tick("framed"), at=at(9, 40))
    assert list(turns(client, job, at(9, 45))) == ["sheet", "raise"]
    says = [line["says"] for line in client.get(f"/api/jobs/{job}/site/log").json()]
    assert says == ["Framed: done", "Started: Frame, by 2 people"]
    record(client, job, tick("framed", is_done=False), at=at(9, 50))
    assert "frame" in turns(client, job, at(9, 55))


def test_times_ticked_set_the_minutes_right_and_it_is_shown(client, job):
    """19 pieces at 2 and an opening at 15 are 53 minutes of one; two took 35 by the clock, 70: a third slower."""
    record(client, job, tick("begun/frame", people=2), at=at(9))
    record(client, job, tick("framed"), at=at(9, 35))
    rates = {rate["name"]: rate for rate in day(client, job, at(10))["rates"]}
    piece = rates["Minutes a piece"]
    assert (piece["minutes"], piece["is_guess"], piece["now"]) == ("2", True, "2.64")
    assert piece["because"] == "1 wall took 1 h 10 of work, 53 min planned"
    assert rates["Minutes a cut"]["because"] == ""
    edit(client, job, 2, {"edit": "set-way", "way": "rates.piece", "text": "3"})
    rates = {rate["name"]: rate for rate in day(client, job, at(10))["rates"]}
    assert (rates["Minutes a piece"]["minutes"], rates["Minutes a piece"]["is_guess"]) == ("3", False)


def test_a_wall_that_takes_more_people_than_there_are_says_how_many(client, job):
    edit(client, job, 2, {"edit": "set-way", "way": "day.people", "text": "1"})
    raising = turns(client, job)["raise"]
    assert (len(raising["who"]), raising["wants"] > 1) == (1, True)


def test_lumber_is_there_once_somebody_says_so(client, job):
    (load,) = day(client, job)["deliveries"]
    assert (load["walls"], load["before"], load["there"]) == (["A"], {"on": "2026-01-12", "clock": "7:00"}, None)
    assert any("2x4" in board for board in load["boards"])
    record(client, job, tick(load["work"], wall=None), at=at(6, 40))
    assert day(client, job)["deliveries"][0]["there"]["name"] == "lead"


def planned(view):
    """A plan to compare: times as moments, whatever clock they are written by."""
    begun = [turn.pop("begun") for turn in view["turns"]]
    there = [load.pop("there") for load in view["deliveries"]]
    return view, [one and {**one, "at": datetime.fromisoformat(one["at"])} for one in begun + there]


def test_a_phone_without_a_signal_plans_the_day_as_the_server_does(client, job):
    """Through the job as it was packed, with what was said since on the phone alone: one plan, whoever makes it."""
    record(client, job, tick("begun/layout"), tick("begun/cut"), at=at(7, 10))
    packed = client.get(f"/api/jobs/{job}/site/packed").content
    (load,) = day(client, job)["deliveries"]
    stop = client.get(f"/api/jobs/{job}/site/walls/A/stops").json()["stops"][0]
    plate = {"kind": "mark", "wall": "A", "plate": "bottom", "is_done": False}
    later = [
        tick(load["work"], wall=None),
        {"kind": "mark", "wall": "A", **stop["marks"][0], "revision": 2, "is_done": True},
        {**plate, "plate": "top", "revision": 2, "is_done": True},
        {**plate, "revision": 2, "is_done": True},
        tick("cut"),
        tick("begun/frame", people=2),
        plate,
        {"kind": "note", "wall": "A", "words": "Rain"},
        tick("framed"),
        tick("begun/frame", is_done=False),
        tick("standing", wall="B"),
    ]
    who = {name: client.get("/api/session").json()[name] for name in ("name", "initials")}
    said = []
    for number, one in enumerate(later):
        when = at(8) + timedelta(minutes=7 * number)
        record(client, job, one, at=when)
        said.append({**one, **who, "at": when.isoformat()})
        now = when + timedelta(minutes=5)
        here = phone.answer(packed, "day", json.dumps({"now": now.isoformat(), "entries": said}))
        assert planned(json.loads(here)) == planned(day(client, job, now)), one


def test_a_phone_whose_page_is_of_before_says_how_many_by_the_old_name(client, job):
    record(client, job, tick("begun/frame", hands=2), at=at(9))
    assert len(turns(client, job, at(9, 10))["frame"]["who"]) == 2
    record(client, job, tick("raise/hands"), at=at(9, 5))
    says = [line["says"] for line in client.get(f"/api/jobs/{job}/site/log").json()]
    assert says == ["Raising: people to lift: done", "Started: Frame, by 2 people"]


def test_what_another_program_packed_is_not_read_by_this_one(client, job):
    """A phone keeps the program it came with while the server goes on to a newer one."""
    packed = client.get(f"/api/jobs/{job}/site/packed").content
    assert phone.answer(bytes([packed[0] ^ 1]) + packed[1:], "day", "{}") == "null"


def test_a_clock_that_was_never_set_plans_no_day(client, job):
    for never in ("9999-12-31T23:59:59Z", "0001-01-01T00:00:00Z", "7:00"):
        assert client.get(f"/api/jobs/{job}/site/day", params={"now": never}).status_code == 422


def test_how_many_work_is_said_only_of_what_they_do(client, job):
    record(client, job, tick("begun/frame", people=13), status=422)
    record(client, job, {"kind": "note", "words": "Rain", "people": 2}, status=422)


def test_what_is_packed_says_which_program_packed_it(client, job):
    """By the same word the core does, as long as both are of one program."""
    said = {
        client.get(f"/api/jobs/{job}/site/{what}").headers["X-Bluff-Edition"]
        for what in ("core", "packed", "walls/A/packed")
    }
    assert said == {client.get(f"/api/jobs/{job}/site/packed").content[:32].hex()}
