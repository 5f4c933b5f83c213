import json
from pathlib import Path
from uuid import uuid4

import pytest

from bluff.core.measure.length import format_inches, from_inches

EXAMPLE = (Path(__file__).parents[2] / "examples" / "quill-harbour.bluff.json").read_bytes()
WALL = {"edit": "add-wall", "wall": {"id": "A", "stud": "2x4", "length": "18' 6"}}
WINDOW = {
    "edit": "add-opening",
    "opening": {"id": "W1", "wall": "A", "kind": "window", "unit": "3-6 x 4-6", "at": {"center": "9-3"}},
}


@pytest.fixture
def job(client):
    """An empty job."""
    return client.post("/api/jobs", json={"name": "Shed"}).json()


@pytest.fixture
def edit(client, job):
    """Makes edits one after the other, each on the revision before."""

    def make(*edits):
        state = client.get(f"/api/jobs/{job['id']}").json()
        for edit in edits:
            answer = client.post(f"/api/jobs/{job['id']}/edits", json={"revision": state["revision"], "edit": edit})
            assert answer.status_code == 200, answer.text
            state = answer.json()["job"]
        return state

    return make


def bench(client, job, **query):
    answer = client.get(f"/api/jobs/{job['id']}/walls/A/bench", params=query)
    assert answer.status_code == 200, answer.text
    return answer.json()


def test_a_wall_is_laid_out_from_nothing(client, job, edit):
    state = edit(WALL, WINDOW)
    assert (state["revision"], state["undo"]) == (2, "Window W1 added, 3-6 x 4-6")
    assert state["walls"][0] == {
        "id": "A",
        "stud": "2x4",
        "length": {"inches": 222, "text": "18'-6\""},
        "openings": 1,
        "findings": {"error": 0, "warning": 0, "info": 1},
    }
    on_bench = bench(client, job)
    king = next(member for member in on_bench["wall"]["members"] if member["id"] == "A/opening/W1/king/start")
    assert king["x"] == 86.5
    stands = next(one for one in king["sums"] if one["name"] == "Stands at")
    assert stands["value"] == {"inches": 86.5, "text": "86 1/2"}
    # Two kings of one length; the two end studs and the commons are as long.
    assert king["alike"] == sum(
        member["sums"][0]["value"] == king["sums"][0]["value"] for member in on_bench["wall"]["members"]
    )


def test_every_figure_on_the_bench_is_printed_without_its_sign_and_every_sum_adds_up(client, job, edit):
    edit(WALL, WINDOW)
    view = bench(client, job)

    def sums(data):
        if isinstance(data, dict) and "steps" in data:
            yield data
        elif isinstance(data, list | dict):
            for inner in data.values() if isinstance(data, dict) else data:
                yield from sums(inner)

    found = list(sums(view))
    assert len(found) > 80
    for one in found:
        figures = [one["value"], *(amount for _, amount in one["steps"])]
        assert sum(figure["inches"] for figure in figures[1:]) == figures[0]["inches"]
        assert [figure["text"] for figure in figures] == [
            format_inches(abs(from_inches(figure["inches"]))) for figure in figures
        ]


def test_the_tape_reads_from_either_end_and_with_a_burned_inch(client, job, edit):
    edit(WALL, WINDOW)
    at = next(index for index, mark in enumerate(bench(client, job)["wall"]["marks"]) if mark["at"] == 15.25)
    readings = {
        (hook, burn): bench(client, job, hook=hook, burn=burn)["wall"]["marks"][at]["reading"]["at"]["inches"]
        for hook in ("start", "end")
        for burn in (False, True)
    }
    assert readings == {
        ("start", False): 15.25,
        ("start", True): 16.25,
        ("end", False): 222 - 16.75,
        ("end", True): 223 - 16.75,
    }


def way(client, job, where, name):
    groups = client.get(f"/api/jobs/{job['id']}/{where}").json()
    return next(row for group in groups for row in group["rows"] if row["way"] == name)


def test_the_bench_says_what_holds_and_what_the_wall_sets_itself(client, job, edit):
    edit(WALL, {"edit": "set-standard", "standard": {"sills": 2}})
    edit({"edit": "change-wall", "id": "A", "wall": {**WALL["wall"], "spacing": 24}})
    view = bench(client, job)
    spacing, sills = (way(client, job, "walls/A/ways", name) for name in ("spacing", "sills"))
    assert (spacing["text"], spacing["whence"], spacing["follows"]) == ("24", "this wall", "the job")
    assert (sills["text"], sills["whence"], sills["follows"]) == ("2", "this job", None)
    of_job = way(client, job, "ways", "sills")
    assert (of_job["text"], of_job["whence"], of_job["follows"]) == ("2", "this job", "the usual")
    assert way(client, job, "ways", "spacing")["text"] == "16"
    assert view["entered"]["spacing"] == "24"
    assert "sills" not in view["entered"]


def test_an_edit_on_an_old_revision_gets_both_sides(client, job, edit):
    edit(WALL)
    answer = client.post(f"/api/jobs/{job['id']}/edits", json={"revision": 0, "edit": WINDOW})
    assert answer.status_code == 409
    body = answer.json()
    assert body["current"]["revision"] == 1
    assert body["yours"]["opening"]["id"] == "W1"
    assert "Somebody changed this job" in body["message"]


def test_undo_and_redo(client, job, edit):
    revision = edit(WALL, WINDOW)["revision"]
    undone = client.post(f"/api/jobs/{job['id']}/undo", json={"revision": revision}).json()["job"]
    assert (undone["walls"][0]["openings"], undone["redo"]) == (0, "Window W1 added, 3-6 x 4-6")
    redone = client.post(f"/api/jobs/{job['id']}/redo", json={"revision": undone["revision"]}).json()["job"]
    assert redone["walls"][0]["openings"] == 1
    nothing = client.post(f"/api/jobs/{job['id']}/redo", json={"revision": redone["revision"]})
    assert nothing.status_code == 409
    assert nothing.json()["message"] == "There is nothing to redo in this job."


def test_a_change_brings_what_is_in_view_as_it_is_after_it(client, job, edit):
    edit(WALL)
    in_view = {"plan": True, "bench": {"wall": "A", "hook": "end", "burn": True}}

    def post(change, revision, **also):
        request = {"revision": revision, "in_view": in_view, **also}
        return client.post(f"/api/jobs/{job['id']}/{change}", json=request).json()

    for change, revision, also in (("edits", 1, {"edit": WINDOW}), ("undo", 2, {}), ("redo", 3, {})):
        answer = post(change, revision, **also)
        assert answer["job"] == client.get(f"/api/jobs/{job['id']}").json()
        assert answer["plan"] == client.get(f"/api/jobs/{job['id']}/plan").json()
        assert answer["bench"] == bench(client, job, hook="end", burn=True)
    gone = post("edits", 4, edit={"edit": "remove-wall", "id": "A"})
    assert (gone["job"]["walls"], gone["bench"]) == ([], None)


def test_what_cannot_be_is_refused_with_its_path(client, job):
    bad = {"edit": "add-wall", "wall": {"id": "A", "stud": "2x4", "length": "12'14"}}
    answer = client.post(f"/api/jobs/{job['id']}/edits", json={"revision": 0, "edit": bad})
    assert answer.status_code == 422
    assert answer.json()["faults"][0]["path"] == "wall.length"
    assert "Write 158" in answer.json()["message"]
    for broken, says in (
        ({"revision": 0, "edit": {"edit": "paint"}}, "one of rename-job"),
        ({"revision": "x", "edit": WALL}, "“x”"),
        ({"edit": WALL}, "is missing"),
        ({"revision": 0, "edit": {"edit": "remove-wall", "id": "Z"}}, "There is no wall Z. There are no walls yet"),
    ):
        answer = client.post(f"/api/jobs/{job['id']}/edits", json=broken)
        assert answer.status_code == 422
        assert says in answer.json()["message"], answer.json()


def test_a_typed_line_is_understood_before_it_counts(client, job, edit):
    edit(WALL)
    reading = client.post(f"/api/jobs/{job['id']}/phrase", json={"text": "3-6x4-6 @ 9-3", "wall": "A"}).json()
    answer = reading["read"]
    assert reading["unread"] == []
    # The window is 43 wide in the rough, centered on 111.
    assert answer["says"] == (
        "Add window W1 3-6 x 4-6 at center 9'-3\" from start, in A · RO 43 x 55, 7'-5 1/2\" to 11'-0 1/2\""
    )
    assert [(total["name"], total["value"]["text"]) for total in answer["sums"]] == [
        ("rough width", "43"),
        ("rough height", "55"),
        ("starts at", "89 1/2"),
    ]
    assert client.get(f"/api/jobs/{job['id']}").json()["revision"] == 1
    edit(answer["edit"])
    wall = client.post(f"/api/jobs/{job['id']}/phrase", json={"text": "12' 2x6", "wall": None}).json()
    assert wall["read"]["says"] == "Add wall B 12'-0\" 2x6"
    assert client.post(f"/api/jobs/{job['id']}/phrase", json={"text": "x", "wall": "Z"}).status_code == 404


def test_what_of_a_line_is_not_sure_is_left_with_its_reason_and_what_it_may_mean(client, job, edit):
    edit(WALL)
    line = {"text": "w 3-0x4-0 at 6-0; A 24; W9 head 84", "wall": "A"}
    reading = client.post(f"/api/jobs/{job['id']}/phrase", json=line).json()
    assert reading["read"]["edit"]["edit"] == "add-opening"
    length, opening = reading["unread"]
    # A is 18-6: 24 inches are odd, and 24 feet are not.
    assert (length["text"], length["reason"]) == ("A 24", None)
    assert length["choices"] == [f"Wall A: length 18'-6\" → {feet}'-0\"" for feet in (2, 24)]
    assert opening == {"text": "W9 head 84", "reason": "There is no opening W9; there are W1.", "choices": []}


def test_a_line_is_completed_in_the_jobs_own_marks(client, job, edit):
    edit(WALL)
    edit(WINDOW)
    path = f"/api/jobs/{job['id']}/phrase/completions"
    assert client.post(path, json={"text": "W1 he", "wall": "A"}).json() == {"lines": ["W1 head", "W1 header"]}
    assert client.post(path, json={"text": "delete w", "wall": "A"}).json()["lines"][0] == "delete W1"
    assert client.post(path, json={"text": "W1 head 8", "wall": "A"}).json() == {"lines": []}


def test_an_edit_can_be_looked_at_before_it_is_made(client, job, edit):
    edit(WALL)
    off = {**WINDOW, "opening": {**WINDOW["opening"], "at": {"center": "1-0"}}}
    answer = client.post(f"/api/jobs/{job['id']}/preview", json={"edit": off}).json()
    assert "opening-off-wall" in [finding["code"] for finding in answer["findings"]]
    assert client.get(f"/api/jobs/{job['id']}").json()["revision"] == 1
    renamed = client.post(f"/api/jobs/{job['id']}/preview", json={"edit": {"edit": "rename-job", "name": "x"}}).json()
    assert (renamed["says"], renamed["sums"], renamed["findings"]) == ("Job renamed x", [], [])


def test_a_job_file_goes_in_and_comes_out_the_same(client):
    imported = client.post("/api/jobs/import", content=EXAMPLE)
    assert imported.status_code == 201
    job = imported.json()
    exported = client.get(f"/api/jobs/{job['id']}/file")
    assert "quill-harbour-ferry-shelter.bluff.json" in exported.headers["content-disposition"]
    again = client.post("/api/jobs/import", content=exported.content).json()
    assert again["job"] == job["job"]
    assert json.loads(exported.content)["walls"][0]["id"] == "A"


def test_a_bad_file_is_refused_whole_with_every_fault(client):
    answer = client.post("/api/jobs/import", content=b'{"format": "bluff-job", "version": 2, "walls": [{}]}')
    assert answer.status_code == 422
    assert {fault["path"] for fault in answer.json()["faults"]} == {"name", "walls[0].id", "walls[0].stud"}
    assert client.get("/api/jobs").json() == []


def test_a_file_too_large_is_refused_at_the_door(client):
    answer = client.post("/api/jobs/import", content=b"x", headers={"content-length": str(10**9)})
    assert answer.status_code == 413


def test_jobs_are_listed_removed_and_restored(client, job):
    (listed,) = client.get("/api/jobs").json()
    assert (listed["name"], listed["walls"], listed["findings"]) == ("Shed", 0, {"error": 0, "warning": 0, "info": 0})
    assert client.delete(f"/api/jobs/{job['id']}").status_code == 204
    assert client.get("/api/jobs").json() == []
    assert client.get(f"/api/jobs/{job['id']}").status_code == 404
    assert client.post(f"/api/jobs/{job['id']}/restore").status_code == 200


def test_what_is_not_there_is_not_found(client, job):
    assert client.get(f"/api/jobs/{uuid4()}").status_code == 404
    missing = client.get(f"/api/jobs/{job['id']}/walls/Z/bench")
    assert (missing.status_code, missing.json()["message"]) == (404, "There is no wall Z. There are no walls yet.")


def test_the_schedule_is_read_typed_and_signed(client, job, edit):
    edit(WALL, WINDOW)
    address = f"/api/jobs/{job['id']}/schedule"
    (line,) = client.get(address).json()["lines"]
    assert (line["marks"], line["size"], line["source"]) == (["W1"], "3-6 x 4-6", "unverified")
    assert line["rough_width"]["steps"] == [
        ["call-out 3-6", {"inches": 42, "text": "42"}],
        ["allowance", {"inches": 1, "text": "1"}],
    ]
    reading = client.post(f"{address}/read", json={"changes": [{"mark": "W1", "header": "2-ply 2x10"}]}).json()
    assert client.get(address).json()["lines"] == [line]  # only looked at
    edit(reading["edit"])
    edit({"edit": "check-openings", "ids": ["W1"], "by": "somebody else", "at": "long ago"})
    (line,) = client.get(address).json()["lines"]
    assert line["header"] == "2-ply 2x10"
    # Who and when are not for the sender to say.
    assert line["checked"]["by"] != "somebody else"
    assert line["checked"]["at"].startswith("20")
    refused = client.post(f"{address}/read", json={"changes": [{"mark": "W1", "head": "up there"}]})
    assert refused.status_code == 422
    assert refused.json()["faults"][0]["path"] == "W1.head"


def test_a_schedule_goes_out_to_a_spreadsheet_and_comes_back(client, job, edit):
    edit(WALL, WINDOW)
    address = f"/api/jobs/{job['id']}/schedule.csv"
    table = client.get(address).text.replace("3-6 x 4-6", "3-8 x 4-6")
    reading = client.post(address, content=table.encode()).json()
    assert reading["edit"]["opening"]["unit"] == "3-8 x 4-6"
    assert client.post(address, content=b"\xff\xfe").status_code == 422


def test_a_crews_standards_are_kept_taken_and_forgotten(client, job, edit):
    edit({"edit": "set-standard", "standard": {"spacing": 24, "corner": "clips"}})
    wide = {"name": "Wide open", "job": job["id"]}
    assert client.put("/api/standards", json=wide).status_code == 204
    edit({"edit": "set-standard", "standard": {}})
    (kept,) = [one for one in client.get("/api/standards").json() if one["name"] == "Wide open"]
    assert kept["standard"] == {"spacing": "24", "corner": "clips"}
    edit(WALL, {"edit": "apply-standard", "taken": {"name": "Wide open", "standard": kept["standard"]}})
    assert way(client, job, "walls/A/ways", "spacing")["text"] == "24"
    # What the job says goes before what its crew says, and the job keeps what it took.
    edit({"edit": "set-standard", "standard": {"spacing": 12}})
    assert client.delete("/api/standards/Wide open").status_code == 204
    assert client.delete("/api/standards/Wide open").status_code == 404
    assert way(client, job, "walls/A/ways", "spacing")["text"] == "12"
    corner = way(client, job, "walls/A/ways", "corner")
    assert (corner["text"], corner["whence"]) == ("clips", "Wide open")
    assert client.put("/api/standards", json={"name": " ", "job": job["id"]}).status_code == 422
    assert client.put("/api/standards", json={"name": "No", "job": str(uuid4())}).status_code == 404


def test_an_opening_in_a_form_shows_the_ways_that_matter_to_it_and_keeps_none(client, job, edit):
    edit(WALL, WINDOW)
    window = {**WINDOW["opening"], "id": "W9", "at": {"center": "3-0"}}
    form = client.post(f"/api/jobs/{job['id']}/draft", json={"opening": window, "way": "sills", "text": "2"}).json()
    assert form["opening"]["sills"] == 2
    rows = {row["way"]: row for group in form["ways"] for row in group["rows"]}
    assert (rows["sills"]["whence"], rows["sills"]["follows"]) == ("this opening", "the wall")
    assert "window_allowance" in rows
    assert {"spacing", "door_allowance", "usual_allowances.pocket-door", "corner"}.isdisjoint(rows)
    pocket = {**window, "kind": "pocket-door", "unit": "2-6 x 6-8"}
    form = client.post(f"/api/jobs/{job['id']}/draft", json={"opening": pocket}).json()
    rows = {row["way"] for group in form["ways"] for row in group["rows"]}
    assert {"usual_allowances.pocket-door", "header.kind"} <= rows
    assert {"sills", "window_allowance", "usual_allowances.bypass-door"}.isdisjoint(rows)
    scheduled = {**window, "rough": "43 x 55"}
    del scheduled["unit"]
    form = client.post(f"/api/jobs/{job['id']}/draft", json={"opening": scheduled}).json()
    assert "window_allowance" not in {row["way"] for group in form["ways"] for row in group["rows"]}
    again = client.post(f"/api/jobs/{job['id']}/draft", json={"opening": window, "before": "W1"}).json()
    assert again["opening"]["id"] == "W9"
    refused = client.post(f"/api/jobs/{job['id']}/draft", json={"opening": window, "way": "spacing", "text": "16"})
    assert refused.status_code == 422
    assert "holds for a whole wall" in refused.json()["message"]
    assert [one["id"] for one in client.get(f"/api/jobs/{job['id']}").json()["job"]["openings"]] == ["W1"]


def test_the_effect_of_a_standard_is_shown_before_it_is_taken(client, job, edit):
    edit(WALL, WINDOW)
    address = f"/api/jobs/{job['id']}"
    change = {"edit": "set-standard", "standard": {"spacing": 24}}
    answer = client.post(f"{address}/effect", json={"edit": change}).json()
    assert answer["after"]["studs"] < answer["before"]["studs"]
    assert answer["after"]["wood_percent"] < answer["before"]["wood_percent"]
    assert client.get(f"{address}/tally").json() == answer["before"]
    assert answer["before"]["studs_by_thumb"] == 14 + 1 + 4
