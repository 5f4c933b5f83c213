"""The site: stops that are ticked, checks with their readings, and a log in which nothing is ever overwritten."""

import json
from datetime import datetime, timedelta
from io import BytesIO
from uuid import uuid4

import pytest
from PIL import ExifTags, Image
from pypdfium2 import PdfDocument

from bluff.service.people import People
from bluff.service.sessions import enter
from bluff.store.accounts import Role
from bluff.views import phone
from entries import LONG_AGO, MOVE, edit, now, record, shed
from people import client_of

DIAGONALS = {"kind": "reading", "wall": "A", "check": "diagonals"}


@pytest.fixture
def job(client):
    """A job of one wall with a window, RO 43 from 50 1/2: revision 2."""
    return shed(client, "3-6 x 4-6")


@pytest.fixture
def framer(pool, account):
    token = enter(pool, People(pool, account).invite("Second phone", "SP", Role.FRAMER)).token
    with client_of(pool, token) as theirs:
        yield theirs


def walk(client, job, **how):
    answer = client.get(f"/api/jobs/{job}/site/walls/A/stops", params=how)
    assert answer.status_code == 200, answer.text
    return answer.json()["stops"]


def written(stop, is_done=True):
    """A stop ticked on every plate it is on."""
    return [
        {"kind": "mark", "wall": "A", **mark, "revision": stop["revision"], "is_done": is_done}
        for mark in stop["marks"]
    ]


def check_of(client, job, check):
    answer = client.get(f"/api/jobs/{job}/site/walls/A/checks").json()
    return next(one for one in answer["checks"] if one["id"] == check)


def log(client, job, **asked):
    return [line["says"] for line in client.get(f"/api/jobs/{job}/site/log", params=asked).json()]


def test_every_stop_reads_as_the_bench_does_from_both_ends_and_burned(client, job):
    for hook in ("start", "end"):
        for burn in (False, True):
            bench = client.get(f"/api/jobs/{job}/walls/A/bench", params={"hook": hook, "burn": burn}).json()
            called = walk(client, job, hook=hook, burn=burn)
            assert sorted((stop["at"]["text"], stop["symbol"]) for stop in called for _ in stop["marks"]) == sorted(
                (mark["reading"]["at"]["text"], mark["symbol"]) for mark in bench["wall"]["marks"]
            )


def test_all_walks_asked_for_in_one_are_what_each_is_alone(client, job):
    record(client, job, *written(walk(client, job)[0]))
    found = client.get(f"/api/jobs/{job}/site/walls/A/walks", params={"figures": "feet", "reach": 8}).json()
    # Three for the hook, two for an inch burned, three for the plates, two for the order.
    assert len(found) == 36
    for one in found:
        how = {name: value for name, value in one.items() if name != "called" and value is not None}
        assert walk(client, job, figures="feet", reach=8, **how) == one["called"]["stops"]
    assert len({str(one["called"]) for one in found}) == 24, "by itself the tape hooks where the layout starts"


def ask(packed, question, **asked):
    """What a phone works out of what was packed for it."""
    return json.loads(phone.answer(packed, question, json.dumps(asked)))


def test_a_phone_without_a_signal_calls_stops_as_the_server_does(client, job):
    packed = client.get(f"/api/jobs/{job}/site/walls/A/packed").content
    of_the_server = {"revision", "is_written", "by"}
    over = [stop["id"] for stop in walk(client, job)[3:9:5]]
    for how in ({}, {"hook": "end", "burn": True, "figures": "feet"}, {"reach": 7, "on": "top"}, {"over": over}):
        read = ask(packed, "walk", **how)
        assert read == [
            {name: said for name, said in stop.items() if name not in of_the_server}
            for stop in walk(client, job, **how)
        ]
    assert {stop["from_stop"] for stop in read} == {None, *over}


def test_what_is_marked_is_ticked_with_who_and_when_and_goes_on_on_another_phone(client, framer, job):
    first, second, *_ = walk(client, job)
    record(client, job, *written(first))
    record(framer, job, *written(second))
    for theirs in (client, framer):
        stops = walk(theirs, job)
        assert [stop["is_written"] for stop in stops[:3]] == [True, True, False]
        assert [stop["by"]["initials"] for stop in stops[:2]] == ["LF", "SP"]
    (wall,) = client.get(f"/api/jobs/{job}/site").json()["walls"]
    assert wall["written"] == len(first["marks"]) + len(second["marks"])
    # Taken back, it is called again.
    record(framer, job, *written(second, is_done=False))
    assert not walk(client, job)[1]["is_written"]


def test_a_plan_that_changes_under_the_pencil_calls_what_to_strike_first(client, job):
    """The king moves from 47 1/2 to 49: struck there, called here."""
    stops = walk(client, job)
    king = next(stop for stop in stops if stop["symbol"] == "K")
    assert king["at"]["text"] == "47 1/2"
    record(client, job, *(said for stop in stops for said in written(stop)))
    edit(client, job, 2, MOVE)
    called = walk(client, job)
    struck = [stop for stop in called if stop["turn"] == "strike"]
    assert called[: len(struck)] == struck
    assert struck[0]["aloud"] == "strike forty-seven and a half, king, ahead, both plates"
    again = [stop for stop in called if not stop["is_written"]]
    assert (again[0]["symbol"], again[0]["at"]["text"]) == ("K", "49")
    record(client, job, *(said for stop in struck for said in written(stop, is_done=False)))
    record(client, job, *(said for stop in again for said in written(stop)))
    assert all(stop["is_written"] and stop["turn"] != "strike" for stop in walk(client, job))


def test_what_is_sent_twice_is_kept_once(client, job):
    key = str(uuid4())
    for _ in range(3):
        record(client, job, {"kind": "note", "wall": "A", "words": "Crowned the wrong way", "key": key})
    assert log(client, job) == ["Crowned the wrong way"]


def test_what_one_said_is_not_kept_in_the_name_of_anyone_who_signed_in_since(client, framer, job):
    said = {"key": str(uuid4()), "at": now().isoformat(), "kind": "note", "words": "Rain from noon"}
    sent = {"sent_at": now().isoformat(), "by": client.get("/api/session").json()["person"], "entries": [said]}
    refused = framer.post(f"/api/jobs/{job}/site/entries", json=sent)
    assert refused.status_code == 409
    assert "Somebody else has signed in" in refused.json()["message"]
    assert log(client, job) == []
    assert client.post(f"/api/jobs/{job}/site/entries", json=sent).json() == {"refused": []}
    assert log(client, job) == ["Rain from noon"]


def test_what_does_not_fit_keeps_nothing_else_from_being_kept(client, job):
    refused = record(
        client,
        job,
        {"kind": "note", "words": "before"},
        {**DIAGONALS, "measure": "from-hook", "value": "173 x"},
        {"kind": "note", "words": "after"},
    )
    assert len(refused) == 1
    assert "173 x" in refused[0]
    assert log(client, job) == ["after", "before"]


def test_phones_are_merged_by_when_something_was_said_not_when_it_came(client, framer, job):
    """One phone had no signal: what it says later was said earlier, and the last said counts."""
    first = walk(client, job)[0]
    record(client, job, *written(first, is_done=False), at=now() - timedelta(minutes=1))
    record(framer, job, *written(first), at=now() - timedelta(minutes=5))
    assert not walk(client, job)[0]["is_written"]


def test_a_phone_whose_clock_is_wrong_is_set_right(client, framer, job):
    """Its clock is at the fifth of January; what it says a minute before it sends was said a minute ago."""
    first = walk(client, job)[0]
    record(client, job, *written(first, is_done=False), at=now() - timedelta(minutes=2))
    record(framer, job, *written(first), at=LONG_AGO, sent_at=LONG_AGO + timedelta(minutes=1))
    assert walk(client, job)[0]["is_written"]
    said = client.get(f"/api/jobs/{job}/site/log").json()[0]
    assert said["initials"] == "SP"
    assert abs((now() - timedelta(minutes=1)).timestamp() - datetime.fromisoformat(said["at"]).timestamp()) < 30


def test_a_clock_set_right_between_marking_and_sending_takes_no_mark_back(client, framer, job):
    """Unmarked today, marked again by a clock a day behind, sent once it is right: the phone knew today's time."""
    stop = walk(client, job)[0]
    record(client, job, *written(stop))
    record(client, job, *written(stop, is_done=False))
    knew = now()
    behind = knew - timedelta(days=1)
    again = [{**one, "after": knew.isoformat()} for one in written(stop)]
    assert record(framer, job, *again, at=behind) == []
    assert walk(client, job)[0]["is_written"]
    # Without what it knew it would be of yesterday, before it was unmarked.
    record(client, job, *written(stop, is_done=False))
    record(framer, job, *written(stop), at=behind)
    assert not walk(client, job)[0]["is_written"]


def test_a_clock_set_back_makes_nothing_later_than_it_was(client, framer, job):
    """Marked by a clock a day fast, an hour ago by the monotonic clock; unmarked by another half an hour ago."""
    stop = walk(client, job)[0]
    hour = 60 * 60 * 1000
    record(client, job, *written(stop, is_done=False), at=now() - timedelta(minutes=30))
    record(framer, job, *({**one, "age": hour} for one in written(stop)), at=now() + timedelta(days=1))
    assert not walk(client, job)[0]["is_written"]


def test_what_a_phone_says_keeps_its_order_whatever_its_clock_did(client, job):
    """The clock went back an hour between marking a stop and taking that back."""
    first = walk(client, job)[0]
    on, off = written(first)[0], written(first, is_done=False)[0]
    back = (now() - timedelta(hours=1)).isoformat()
    assert record(client, job, on, {**off, "at": back}) == []
    assert not walk(client, job)[0]["is_written"]


@pytest.mark.parametrize("shown", ["0001-01-01T00:00:00Z", "9999-12-31T23:59:59.999999-14:00", "1970-01-01T00:00:00Z"])
def test_a_clock_that_shows_no_plausible_year_loses_nothing(client, job, shown):
    note = {"kind": "note", "words": "Rain from noon"}
    assert record(client, job, {**note, "at": shown}) == []
    assert record(client, job, {**note, "after": shown}) == []
    answer = client.post(
        f"/api/jobs/{job}/site/entries",
        json={"sent_at": shown, "entries": [{**note, "key": str(uuid4()), "at": now().isoformat()}]},
    )
    assert (answer.status_code, answer.json()) == (200, {"refused": []})
    lines = client.get(f"/api/jobs/{job}/site/log").json()
    assert len(lines) == 3
    assert all(abs(datetime.fromisoformat(line["at"]) - now()) < timedelta(minutes=1) for line in lines)


def test_readings_are_judged_at_once_and_every_one_is_kept(client, job):
    """144 by 97 1/8: the root of 20736 + 9433 17/64 is 173.694, 173 11/16."""
    check = check_of(client, job, "diagonals")
    assert check["state"] == "open"
    assert check["measures"][0]["planned"]["value"]["text"] == "173 11/16"
    record(client, job, {**DIAGONALS, "measure": "from-hook", "value": "174"})
    record(client, job, {**DIAGONALS, "measure": "to-hook", "value": "173 3/8", "read_by": "tape"})
    wrong = check_of(client, job, "diagonals")
    assert wrong["state"] == "wrong"
    # (174² - 173 3/8²) / (4 x 144) = 0.3769
    assert wrong["sums"][0]["value"]["text"] == "3/8"
    assert wrong["do"].startswith("Pin the bottom plate, push the far top corner 3/8 toward the hooked end")
    record(client, job, {**DIAGONALS, "measure": "from-hook", "value": "173 11/16"})
    record(client, job, {**DIAGONALS, "measure": "to-hook", "value": "173 11/16"})
    right = check_of(client, job, "diagonals")
    assert right["state"] == "good"
    assert [reading["value"]["text"] for reading in right["measures"][0]["readings"]] == ["173 11/16", "174"]
    assert [reading["read_by"] for reading in right["measures"][1]["readings"]] == ["hand", "tape"]


def test_a_phone_says_of_a_wall_it_took_along_what_the_server_says(client, job):
    """The same readings through the wall as it is packed for a phone: one verdict, whoever works it out."""
    packed = client.get(f"/api/jobs/{job}/site/walls/A/packed").content
    read = {"from-hook": "174", "to-hook": "173 3/8"}
    here = ask(packed, "judge", check="diagonals", read=read)
    for measure, value in read.items():
        record(client, job, {**DIAGONALS, "measure": measure, "value": value})
    there = check_of(client, job, "diagonals")
    assert here == {name: there[name] for name in ("state", "says", "do", "sums")}
    assert ask(packed, "judge", check="diagonals", read={"from-hook": "174"})["state"] == "open"
    assert ask(packed, "judge", check="diagonals", read={"from-hook": "17x"}) is None
    assert ask(packed, "judge", check="opening/W9", read={}) is None
    core = client.get(f"/api/jobs/{job}/site/core").json()
    assert {"bluff/views/phone.py", "bluff/core/site/checking.py"} <= core.keys()


def test_readings_outlive_what_they_were_read_of(client, job):
    record(client, job, {**DIAGONALS, "measure": "from-hook", "value": "174"})
    edit(client, job, 2, {"edit": "remove-wall", "id": "A"})
    assert log(client, job) == ["diagonals, from-hook: 174"]
    client.post(f"/api/jobs/{job}/undo", json={"revision": 3})
    assert check_of(client, job, "diagonals")["measures"][0]["readings"]


def test_the_log_says_in_words_who_did_what_and_is_searched(client, framer, job):
    stops = walk(client, job, on="bottom", walk="along")
    record(client, job, *(said for stop in stops[:3] for said in written(stop)))
    record(framer, job, {**DIAGONALS, "measure": "from-hook", "value": "174"})
    record(framer, job, {"kind": "tick", "wall": "A", "work": "framed", "is_done": True})
    record(client, job, {"kind": "note", "words": "Rain from noon"})
    assert log(client, job) == [
        "Rain from noon",
        "Framed: done",
        "Diagonals of the wall, From the hooked corner: 174",
        "3 marks written, X at 0 to X at 31 1/4",
    ]
    assert log(client, job, words="RAIN noon") == ["Rain from noon"]
    assert log(client, job, words="second framed") == ["Framed: done"]
    assert len(log(client, job, wall="A")) == 3
    assert len(log(client, job, day=now().date().isoformat())) == 4
    assert log(client, job, day=LONG_AGO.date().isoformat()) == []
    paper = "".join(
        page.get_textpage().get_text_bounded()
        for page in PdfDocument(client.get(f"/api/jobs/{job}/site/log.pdf", params={"words": "rain"}).content)
    )
    assert "Rain from noon" in paper
    assert "Framed" not in paper
    table = client.get(f"/api/jobs/{job}/site/log.csv").text.splitlines()
    assert table[0] == "when,who,wall,what"
    assert table[1].endswith(",lead,,Rain from noon")


def photograph(size=(3000, 2000), turned=6):
    """A picture as a phone takes it: lying on its side, and saying where it was taken."""
    exif = Image.Exif()
    exif[ExifTags.Base.Orientation] = turned
    exif[ExifTags.Base.Make] = "Nobody"
    exif[ExifTags.IFD.GPSInfo] = {ExifTags.GPS.GPSLatitude: (1.0, 2.0, 3.0)}
    file = BytesIO()
    Image.new("RGB", size, "tan").save(file, "JPEG", exif=exif)
    return file.getvalue()


def test_a_photograph_is_kept_small_upright_and_without_where_it_was_taken(client, job):
    key = str(uuid4())
    at = f"/api/jobs/{job}/site/pictures/{key}"
    assert client.get(f"{at}.jpg").status_code == 404
    # It may come before what it goes with, and twice.
    for _ in range(2):
        assert client.put(at, content=photograph()).status_code == 204
    record(client, job, {"kind": "note", "wall": "A", "words": "Header cracked", "key": key})
    (line,) = client.get(f"/api/jobs/{job}/site/log").json()
    assert line["picture"] == key
    kept = Image.open(BytesIO(client.get(f"{at}.jpg").content))
    assert kept.size == (1067, 1600)
    assert not dict(kept.getexif())
    assert b"Nobody" not in client.get(f"{at}.jpg").content
    refused = client.put(f"/api/jobs/{job}/site/pictures/{uuid4()}", content=b"no picture")
    assert (refused.status_code, "not a picture" in refused.json()["message"]) == (422, True)


def test_a_photograph_of_several_megabytes_is_kept(client, job):
    """A phone makes it small before it sends it; one that cannot sends it as it is."""
    grain = Image.effect_noise((2400, 2400), 90)
    file = BytesIO()
    grain.save(file, "JPEG", quality=95)
    assert len(file.getvalue()) > 2 * 1024 * 1024
    at = f"/api/jobs/{job}/site/pictures/{uuid4()}"
    assert client.put(at, content=file.getvalue()).status_code == 204
    assert client.get(f"{at}.jpg").status_code == 200


def test_a_viewer_looks_and_says_nothing(pool, account, client, job):
    token = enter(pool, People(pool, account).invite("Owner", "OW", Role.VIEWER)).token
    with client_of(pool, token) as theirs:
        assert walk(theirs, job)
        record(theirs, job, {"kind": "note", "words": "mine"}, status=403)
        assert theirs.put(f"/api/jobs/{job}/site/pictures/{uuid4()}", content=photograph()).status_code == 403
    assert log(client, job) == []


def test_a_tape_that_is_too_short_is_started_over(client, job):
    called = walk(client, job, walk="along", reach=8)
    over = next(stop for stop in called if stop["from_stop"])
    assert max(stop["at"]["inches"] for stop in called) <= 96
    named = next(stop for stop in called if stop["at"]["text"] == "31 1/4")
    from_there = walk(client, job, walk="along", over=[named["id"]])
    assert next(stop for stop in from_there if stop["from_stop"] == named["id"])["at"]["text"] == "16 1/4"
    assert over["from_stop"] in {stop["id"] for stop in called}


def test_walls_come_in_the_order_they_are_framed_with_how_far_they_are(client, job):
    edit(client, job, 2, {"edit": "add-wall", "wall": {"id": "B", "stud": "2x4", "length": "20'"}})
    record(client, job, {"kind": "tick", "wall": "A", "work": "framed", "is_done": True})
    record(client, job, {"kind": "tick", "wall": "B", "work": "framed", "is_done": True})
    record(client, job, {"kind": "tick", "wall": "B", "work": "framed", "is_done": False})
    longest, shorter = client.get(f"/api/jobs/{job}/site").json()["walls"]
    assert (longest["wall"], shorter["wall"]) == ("B", "A")
    assert (list(longest["done"]), list(shorter["done"])) == ([], ["framed"])
    assert shorter["checks"] == {"open": 5, "good": 0, "as-built": 0, "wrong": 0}
