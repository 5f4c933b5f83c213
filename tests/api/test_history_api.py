"""The history of a job as the screen asks for it: who, what, as it was, drawn over one another, brought back."""

import pytest

from bluff.service.people import People
from bluff.service.sessions import enter
from bluff.store.accounts import Role
from people import client_of

WALL = {"edit": "add-wall", "wall": {"id": "A", "stud": "2x4", "length": "12'"}}


def window(id_, center):
    return {"id": id_, "wall": "A", "kind": "window", "unit": "3-0 x 4-0", "at": {"center": center}}


@pytest.fixture
def job(client):
    """A job of one wall with a window: revision 2."""
    made = client.post("/api/jobs", json={"name": "Shed"}).json()["id"]
    edit(client, made, 0, WALL)
    edit(client, made, 1, {"edit": "add-opening", "opening": window("W1", "6-0")})
    return made


def edit(client, job, revision, change, status=200):
    answer = client.post(f"/api/jobs/{job}/edits", json={"revision": revision, "edit": change})
    assert answer.status_code == status, answer.text
    return answer.json()


def move(opening, by):
    return {"edit": "move-opening", "id": opening, "by": by}


def history(client, job, **query):
    return client.get(f"/api/jobs/{job}/history", params=query).json()


def test_every_change_is_listed_with_who_and_what_in_the_crews_words(pool, account, client, job):
    token = enter(pool, People(pool, account).invite("Ro Ash", "RA", Role.LEAD)).token
    with client_of(pool, token) as theirs:
        edit(theirs, job, 2, move("W1", "1 1/2"))
    client.post(f"/api/jobs/{job}/undo", json={"revision": 3})
    assert [(made["number"], made["initials"], made["name"], made["says"]) for made in history(client, job)] == [
        (4, "LF", "lead", "Undone, back to revision 2"),
        (3, "RA", "Ro Ash", "W1 moved 1 1/2 toward the end"),
        (2, "LF", "lead", "Window W1 added, 3-0 x 4-0"),
        (1, "LF", "lead", "Wall A added, 12'-0\""),
        (0, "LF", "lead", "Job started"),
    ]
    assert [made["number"] for made in history(client, job, below=2)] == [1, 0]


def test_a_changed_wall_is_told_beside_what_it_was(client, job):
    """In the history, on the button that undoes it and on the one that does it again."""
    wall = client.get(f"/api/jobs/{job}").json()["job"]["walls"][0]
    top = {"pitch": 6, "low": "end", "height": 66}
    edit(client, job, 2, {"edit": "change-wall", "id": "A", "wall": wall | {"top": top, "bearing": True}})
    says = "Wall A: bearing, top 6/12, low at the end, 66 high"
    assert history(client, job)[0]["says"] == says
    assert client.get(f"/api/jobs/{job}").json()["undo"] == says
    undone = client.post(f"/api/jobs/{job}/undo", json={"revision": 3}).json()["job"]
    assert (undone["redo"], undone["undo"]) == (says, "Window W1 added, 3-0 x 4-0")


def test_an_undo_says_whose_change_it_takes_back(pool, account, client, job):
    token = enter(pool, People(pool, account).invite("Ro Ash", "RA", Role.LEAD)).token
    assert client.get(f"/api/jobs/{job}").json()["made"] == {
        "revision": 2,
        "name": "lead",
        "initials": "LF",
        "is_yours": True,
    }
    with client_of(pool, token) as theirs:
        edit(theirs, job, 2, move("W1", "1 1/2"))
    made = client.get(f"/api/jobs/{job}").json()["made"]
    assert (made["revision"], made["name"], made["is_yours"]) == (3, "Ro Ash", False)


def test_a_wall_is_drawn_over_what_it_was_with_marks_struck_and_added(client, job):
    edit(client, job, 2, move("W1", "1 1/2"))
    (wall,) = client.get(f"/api/jobs/{job}/history/2/to/3").json()
    assert (wall["wall"], wall["change"], wall["length"]) == ("A", "changed", 144)
    bottom = next(plate["strokes"] for plate in wall["plates"] if plate["plate"] == "bottom")
    kings = [(stroke["added"], stroke["at"]["text"]) for stroke in bottom if stroke["symbol"] == "K"]
    # RO 37 on center 6-0: a king from 50 1/2 and one from 92; an inch and a half on, from 52 and 93 1/2.
    assert kings == [(False, "50 1/2"), (True, "52"), (False, "92"), (True, "93 1/2")]
    assert {piece["state"] for piece in wall["pieces"]} == {"same", "gone", "new"}
    assert client.get(f"/api/jobs/{job}/history/3/to/3").json() == []
    (new,) = client.get(f"/api/jobs/{job}/history/0/to/3").json()
    assert (new["change"], {piece["state"] for piece in new["pieces"]}) == ("new", {"new"})


def test_the_plan_as_it_was_and_what_never_was(client, job):
    edit(client, job, 2, {"edit": "rename-job", "name": "Barn"})
    assert client.get(f"/api/jobs/{job}/history/1/plan").status_code == 200
    for path in ("history/9/plan", "history/0/to/9", "history/9/to/0"):
        answer = client.get(f"/api/jobs/{job}/{path}")
        assert answer.status_code == 404
        assert answer.json()["message"] == "This job has no revision 9."


def test_a_revision_is_brought_back_and_that_is_undone_as_any_change(client, job):
    before = client.get(f"/api/jobs/{job}").json()["job"]
    edit(client, job, 2, {"edit": "remove-wall", "id": "A"})
    back = f"/api/jobs/{job}/history/2/restore"
    assert client.post(back, json={"revision": 2}).status_code == 409
    brought = client.post(back, json={"revision": 3}).json()["job"]
    assert (brought["revision"], brought["undo"], brought["job"]) == (4, "Revision 2 restored", before)
    undone = client.post(f"/api/jobs/{job}/undo", json={"revision": 4}).json()["job"]
    assert undone["job"]["walls"] == []
    # Only the history knows what a revision was.
    refused = edit(client, job, 5, {"edit": "restore-revision", "revision": 2}, status=422)
    assert refused["message"] == "Restore revisions on the History screen."


def test_edits_of_two_that_touch_other_things_are_both_made_and_it_is_said(pool, account, client, job):
    edit(client, job, 2, {"edit": "add-opening", "opening": window("W2", "10-0") | {"unit": "1-0 x 2-0"}})
    token = enter(pool, People(pool, account).invite("Ro Ash", "RA", Role.LEAD)).token
    with client_of(pool, token) as theirs:
        edit(theirs, job, 3, move("W2", "1"))
    both = edit(client, job, 3, move("W1", "-2"))
    assert both["over"] == ["RA: W2 moved 1 toward the end"]
    assert both["job"]["revision"] == 5
    places = {opening["id"]: opening["at"]["center"] for opening in both["job"]["job"]["openings"]}
    assert places == {"W1": "70", "W2": "121"}
    assert edit(client, job, 5, move("W1", "1"))["over"] == []


def test_edits_of_two_that_touch_the_same_show_both_sides(client, job):
    edit(client, job, 2, move("W1", "2"))
    refused = edit(client, job, 2, move("W1", "3"), status=409)
    assert refused["current"]["revision"] == 3
    assert refused["yours"]["edit"] == "move-opening"
