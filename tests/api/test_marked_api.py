"""Plates that are marked, and the strike and add list a change of the plan makes of them."""

import pytest
from pypdfium2 import PdfDocument

from bluff.service.people import People
from bluff.service.sessions import enter
from bluff.store.accounts import Role
from entries import MOVE, edit, record, shed
from people import client_of


@pytest.fixture
def job(client):
    """A job of one wall with a window: revision 2."""
    return shed(client, "3-0 x 4-0")


def mark(client, job, plate="bottom", revision=None, wall="A", name=None, is_done=None, hook=None, status=200):
    """Say that a plate, or one mark of it, is marked by the job at a revision, or is not; the plates marked then."""
    is_done = revision is not None if is_done is None else is_done
    said = {"wall": wall, "plate": plate, "mark": name, "revision": revision, "is_done": is_done, "hook": hook}
    assert record(client, job, {"kind": "mark", **said}, status=status) == []
    return client.get(f"/api/jobs/{job}/marked").json()


def kings(plate):
    return [(stroke["added"], stroke["at"]["text"]) for stroke in plate["strokes"] if stroke["symbol"] == "K"]


def texts(pdf):
    return "\n".join(page.get_textpage().get_text_bounded() for page in PdfDocument(pdf))


def test_a_marked_plate_is_struck_and_added_to_until_that_is_done(client, job):
    """RO 37 on center 6-0: kings at 50 1/2 and 92; an inch and a half on, at 52 and 93 1/2."""
    assert client.get(f"/api/jobs/{job}/marked").json() == []
    (bottom,) = mark(client, job, revision=2)
    assert (bottom["wall"], bottom["plate"], bottom["initials"], bottom["strokes"]) == ("A", "bottom", "LF", [])
    edit(client, job, 2, MOVE)
    # Only the plate that is marked has anything to strike.
    (bottom,) = client.get(f"/api/jobs/{job}/marked").json()
    assert kings(bottom) == [(False, "50 1/2"), (True, "52"), (False, "92"), (True, "93 1/2")]
    (done,) = mark(client, job, revision=3)
    assert done["strokes"] == []
    # Undone, it is the other way round.
    client.post(f"/api/jobs/{job}/undo", json={"revision": 3})
    (bottom,) = client.get(f"/api/jobs/{job}/marked").json()
    assert kings(bottom) == [(True, "50 1/2"), (False, "52"), (True, "92"), (False, "93 1/2")]
    assert mark(client, job) == []


def test_each_plate_is_struck_from_what_it_was_marked_by(client, job):
    mark(client, job, "top", 2)
    edit(client, job, 2, MOVE)
    mark(client, job, "bottom", 3)
    edit(client, job, 3, MOVE)
    plates = {one["plate"]: one for one in client.get(f"/api/jobs/{job}/marked").json()}
    assert kings(plates["top"]) == [(False, "50 1/2"), (True, "53 1/2"), (False, "92"), (True, "95")]
    assert kings(plates["bottom"]) == [(False, "52"), (True, "53 1/2"), (False, "93 1/2"), (True, "95")]


def test_a_wall_that_is_gone_is_struck_whole_and_can_be_let_go_of(client, job):
    mark(client, job, revision=2)
    edit(client, job, 2, {"edit": "remove-wall", "id": "A"})
    (bottom,) = client.get(f"/api/jobs/{job}/marked").json()
    assert bottom["strokes"]
    assert not any(stroke["added"] for stroke in bottom["strokes"])
    assert mark(client, job) == []


def test_the_list_is_printed_plate_by_plate(client, job):
    mark(client, job, "bottom", 2)
    assert "Every plate that is marked is marked as the plan is." in texts(
        client.get(f"/api/jobs/{job}/strike.pdf").content
    )
    edit(client, job, 2, MOVE)
    said = texts(client.get(f"/api/jobs/{job}/strike.pdf").content)
    assert "Wall A, bottom plate, tape on the left end" in said
    assert "top plate" not in said
    assert "50 1/2" in said
    assert "king of W1, ahead" in said


def test_a_framer_marks_and_a_viewer_does_not(pool, account, client, job):
    for role, status in ((Role.VIEWER, 403), (Role.FRAMER, 200)):
        token = enter(pool, People(pool, account).invite(role, role[:2].upper(), role)).token
        with client_of(pool, token) as theirs:
            mark(theirs, job, revision=2, status=status)
    (bottom,) = client.get(f"/api/jobs/{job}/marked").json()
    assert (bottom["name"], bottom["initials"]) == ("framer", "FR")


def test_what_nobody_can_have_marked_is_refused(client, job):
    said = {"kind": "mark", "plate": "bottom", "is_done": True}
    for what, why in (
        ({"wall": "Q", "revision": 2}, "There is no wall Q at revision 2."),
        ({"wall": "A", "revision": 3}, "This job is at revision 2; look at it again before you mark by it."),
        ({"wall": "A", "revision": 2, "mark": "bottom/stud/99"}, "Wall A has no such mark at revision 2."),
        ({"wall": "A"}, "Give the revision of the job this was marked by."),
        ({"wall": "A", "revision": 2, "is_done": False}, "A plate that is unmarked takes no revision."),
    ):
        assert record(client, job, {**said, **what}) == [why]


KING = "bottom/opening/W1/king/start"


def test_a_plate_that_was_begun_has_what_was_written_struck_and_nothing_added(client, job):
    """The king at 50 1/2 was written alone; the rest of the plate is still to be marked anyway."""
    (bottom,) = mark(client, job, revision=2, name=KING)
    assert (bottom["written"], bottom["is_whole"], bottom["strokes"]) == (1, False, [])
    edit(client, job, 2, MOVE)
    (bottom,) = client.get(f"/api/jobs/{job}/marked").json()
    assert kings(bottom) == [(False, "50 1/2")]
    # Written again where it goes, it is there twice until the old one is struck.
    (bottom,) = mark(client, job, revision=3, name=KING)
    assert (bottom["written"], kings(bottom)) == (2, [(False, "50 1/2")])
    (bottom,) = mark(client, job, revision=2, name=KING, is_done=False)
    assert (bottom["written"], kings(bottom)) == (1, [])


def test_a_plate_marked_mark_by_mark_is_whole_once_the_last_is_there(client, job):
    called = client.get(f"/api/jobs/{job}/site/walls/A/stops", params={"on": "bottom"}).json()["stops"]
    for stop in called:
        (bottom,) = mark(client, job, revision=2, name=stop["marks"][0]["mark"])
        assert bottom["is_whole"] is (stop is called[-1])
    edit(client, job, 2, MOVE)
    (bottom,) = client.get(f"/api/jobs/{job}/marked").json()
    assert kings(bottom) == [(False, "50 1/2"), (True, "52"), (False, "92"), (True, "93 1/2")]


def test_a_plate_is_struck_from_the_end_it_was_marked_from(client, job):
    """Hooked on the right end since, a wall of 144 would give the kings other figures."""
    mark(client, job, revision=2)
    edit(client, job, 2, MOVE)
    wall = {"id": "A", "stud": "2x4", "length": "12'", "datum": {"end": "end"}}
    edit(client, job, 3, {"edit": "change-wall", "id": "A", "wall": wall})
    (bottom,) = client.get(f"/api/jobs/{job}/marked").json()
    assert bottom["hook"] == "start"
    assert kings(bottom) == [(False, "50 1/2"), (True, "52"), (False, "92"), (True, "93 1/2")]
    assert "tape on the left end" in texts(client.get(f"/api/jobs/{job}/strike.pdf").content)
    # What is marked by the wall as it is now is read from its new end. The kings stand from 52 and 93 1/2 on, and from
    # 53 1/2 and 95 after that: 144 - 95 = 49, 144 - 53 1/2 = 90 1/2, and 1 1/2 less of each.
    mark(client, job, revision=4)
    edit(client, job, 4, MOVE)
    (bottom,) = client.get(f"/api/jobs/{job}/marked").json()
    assert bottom["hook"] == "end"
    assert kings(bottom) == [(True, "47 1/2"), (False, "49"), (True, "89"), (False, "90 1/2")]


def test_marks_written_from_a_hook_somebody_chose_are_struck_and_told_from_there(client, job):
    """The king from 50 1/2 to 52 reads 144 - 52 = 92 from the right end; where it goes then, 144 - 53 1/2 = 90 1/2."""
    (bottom,) = mark(client, job, revision=2, name=KING, hook="end")
    assert bottom["hook"] == "end"
    edit(client, job, 2, MOVE)
    (bottom,) = mark(client, job, revision=3, name=KING, hook="end")
    assert kings(bottom) == [(False, "92")]
    (line,) = client.get(f"/api/jobs/{job}/site/log").json()
    assert line["says"] == "2 marks written, K at 92 to K at 90 1/2"
    # To strike it from the other end leaves the plate as it was marked.
    (bottom,) = mark(client, job, revision=2, name=KING, is_done=False, hook="start")
    assert (bottom["hook"], bottom["strokes"]) == ("end", [])
