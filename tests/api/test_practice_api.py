"""Practice over the API: exercises, questions, classes by a link."""

import csv
from io import StringIO

import pytest

from bluff.core.job.ways import JobWays
from bluff.core.learn.attempt import Attempt
from bluff.core.learn.exercise import Level, exercise
from bluff.core.measure.length import format_exact, to_inches
from bluff.service.sessions import begin
from bluff.store import accounts
from bluff.store.accounts import Role
from entries import shed
from people import client_of, stranger_of

WINDOW = {"level": "window", "seed": 4}


def right_sheet(level="window", seed=4, **more):
    """Everything an exercise wants, as somebody draws and writes it."""
    work = Attempt.right(exercise(Level(level), seed, JobWays()).plan).work()
    marks = [
        {"plate": one.mark.plate, "inches": to_inches(one.line), "symbol": one.mark.symbol} for one in work.deck.wanted
    ]
    sums = [
        {"opening": key.opening, "figure": key.figure, "typed": format_exact(value)} for key, value in work.sums.items()
    ]
    return {"marks": marks, "sums": sums, "seconds": 240, **more}


def shifted(sheet, symbol, by):
    marks = [{**mark, "inches": mark["inches"] + by} if mark["symbol"] == symbol else mark for mark in sheet["marks"]]
    return {**sheet, "marks": marks}


@pytest.fixture
def nobody(pool):
    """A browser in which nobody is signed in."""
    with client_of(pool) as client:
        yield client


def test_an_exercise_gives_what_is_needed_and_no_mark(client):
    given = client.post("/api/practice/exercise", json=WINDOW).json()
    names = [one["name"] for one in given["given"]]
    assert {"Plate", "Tape", "Layout", "W1", "Window"} <= {*names}
    assert [letter["symbol"] for letter in given["letters"]] == ["X", "K", "J", "C", "B", "P", "cut"]
    assert {one["figure"] for one in given["sums"]} >= {"rough-width", "rough-height", "jack", "header"}
    assert "marks" not in given
    assert given == client.post("/api/practice/exercise", json=WINDOW).json()


def test_a_right_sheet_is_right_and_is_kept(client):
    graded = client.post("/api/practice/grade", json={"of": WINDOW, "sheet": right_sheet(hints=1)}).json()
    assert graded["is_right"]
    assert graded["there"] == graded["wanted"]
    assert all(one["is_right"] for one in graded["sums"])
    levels = {one["level"]: one for one in client.get("/api/practice").json()["levels"]}
    assert levels["window"] | {"called": "", "teaches": ""} == {
        "level": "window",
        "called": "",
        "teaches": "",
        "tries": 1,
        "is_right": True,
        "best_percent": 100,
        "seconds": 240,
    }
    assert levels["door"]["tries"] == 0
    (recent,) = client.get("/api/practice").json()["recent"]
    assert (recent["level"], recent["seed"], recent["percent"], recent["hints"]) == ("window", 4, 100, 1)


def test_what_is_wrong_is_named_and_comes_next(client):
    wrong = shifted(right_sheet("common", 2), "X", 0.75)
    wrong["marks"] = [mark | ({"inches": 0} if mark["inches"] == 0.75 else {}) for mark in wrong["marks"]]
    for _ in range(2):
        graded = client.post("/api/practice/grade", json={"of": {"level": "common", "seed": 2}, "sheet": wrong}).json()
        assert "on-the-line" in {one["kind"] for one in graded["named"]}
        (named,) = [one for one in graded["named"] if one["kind"] == "on-the-line"]
        assert named["missed"][0]["sum"]["steps"]
    mine = client.get("/api/practice").json()
    assert mine["next"] == "common"
    assert {"kind": "on-the-line", "called": "On its number instead of before it", "times": 2} in mine["wrong"]


def test_pieces_are_called_once_in_the_words_of_the_job(client):
    """Where a jack is a cripple stud and a cripple a short stud, a jack is not a short stud stud."""
    job = shed(client, "3-6 x 4-6")
    words = {"edit": "set-way", "way": "words", "text": "Britain and Ireland"}
    made = client.post(f"/api/jobs/{job}/edits", json={"revision": 2, "edit": words})
    assert made.status_code == 200, made.text
    of = {"job": job, "wall": "A"}
    letters = client.post("/api/practice/exercise", json=of).json()["letters"]
    assert {"symbol": "C", "names": ["cripple stud"]} in letters
    graded = client.post("/api/practice/grade", json={"of": of, "sheet": {"marks": [], "seconds": 1}}).json()
    names = {one["sum"]["name"] for one in graded["named"][0]["missed"]}
    assert {"cripple stud", "full stud", "top short stud"} <= names


def test_hints_lead_on(client):
    empty = {"marks": [], "sums": []}
    first = client.post("/api/practice/hint", json={"of": WINDOW, "sheet": empty}).json()
    assert "rough opening of W1" in first["piece"]
    whole = {key: value for key, value in right_sheet().items() if key != "seconds"}
    assert client.post("/api/practice/hint", json={"of": WINDOW, "sheet": whole}).json() is None


def test_a_wall_of_a_job_is_practiced_on_in_its_own_ways(client):
    job = shed(client, "3-6 x 4-6")
    given = client.post("/api/practice/exercise", json={"job": job, "wall": "A"}).json()
    assert given["wall"] == "A"
    answer = client.post("/api/practice/exercise", json={"job": job, "wall": "Z"})
    assert answer.status_code == 422
    assert "There is no wall Z" in answer.json()["message"]
    asked = client.post("/api/practice/exercise", json={})
    assert asked.status_code == 422
    assert "level and a number" in asked.json()["message"]


def test_what_is_no_figure_is_refused_in_a_sentence(client):
    sheet = right_sheet()
    sheet["sums"][0]["typed"] = "wide"
    answer = client.post("/api/practice/grade", json={"of": WINDOW, "sheet": sheet})
    assert answer.status_code == 422
    assert "“wide” is not a length" in answer.json()["message"]
    assert client.get("/api/practice").json()["levels"][1]["tries"] == 0
    assert client.get("/api/practice/reading", params={"typed": "15 1/4"}).json() == {"inches": 15.25, "text": "15 1/4"}
    assert client.get("/api/practice/reading", params={"typed": "far"}).status_code == 422


def test_questions_come_back_until_they_are_known(client):
    first = client.post("/api/practice/question", json={}).json()
    assert first["topic"] == "half"
    said = {"topic": "half", "seed": first["seed"]}
    wrong = client.post("/api/practice/answer", json={**said, "text": "1"}).json()
    assert not wrong["is_right"]
    right = client.post("/api/practice/answer", json={**said, "text": wrong["answer"]}).json()
    assert right["is_right"]
    assert right["because"]
    assert client.post("/api/practice/question", params={"just": "half"}, json={}).json()["topic"] == "inches"
    known = client.get("/api/practice").json()["known"]
    assert (known["asked"], known["known"]) == (1, 1)
    assert client.post("/api/practice/answer", json={**said, "text": "a lot"}).status_code == 422
    assert client.post("/api/practice/answer", json={**said, "topic": "paint", "text": "1"}).status_code == 422


def make_class(client, name="Tuesday beginners", *exercises):
    chosen = exercises or ({"level": "common", "seed": 2}, WINDOW)
    made = client.post("/api/practice/classes", json={"name": name, "exercises": [*chosen]})
    assert made.status_code == 201, made.text
    return made.json()["path"].removeprefix("/class#")


def test_a_class_is_done_by_anyone_who_has_its_link(client, nobody):
    token = make_class(client)
    lesson = nobody.get(f"/api/classes/{token}").json()
    assert lesson["name"] == "Tuesday beginners"
    assert [one["level"] for one in lesson["exercises"]] == ["common", "window"]
    assert nobody.post(f"/api/classes/{token}/2/exercise").json()["wall"] == "A"
    for pupil, sheet in (
        ("Ona", right_sheet("common", 2)),
        ("Pim", shifted(right_sheet("common", 2), "X", 0.75)),
        ("pim", right_sheet("common", 2)),
    ):
        answer = nobody.post(f"/api/classes/{token}/1/grade", json={"pupil": pupil, "sheet": sheet})
        assert answer.status_code == 200, answer.text
    assert nobody.get(f"/api/classes/{token}", params={"pupil": "PIM"}).json()["done"][0]["tries"] == 2
    (one,) = client.get("/api/practice/classes").json()
    assert (one["pupils"], one["has_ended"]) == (2, False)
    results = client.get(f"/api/practice/classes/{one['id']}").json()
    assert [(pupil["name"], pupil["results"][0]["tries"]) for pupil in results["pupils"]] == [("Ona", 1), ("pim", 2)]
    assert "on-the-line" in {wrong["kind"] for wrong in results["wrong"]} | {"burned-inch"}
    table = list(csv.DictReader(StringIO(client.get(f"/api/practice/classes/{one['id']}/results.csv").text)))
    assert [row["pupil"] for row in table] == ["Ona", "Pim", "pim"]
    assert [row["right"] for row in table] == ["yes", "no", "yes"]


def test_a_class_ends_and_its_results_stay(client, nobody):
    token = make_class(client)
    nobody.post(f"/api/classes/{token}/1/grade", json={"pupil": "Ona", "sheet": right_sheet("common", 2)})
    (one,) = client.get("/api/practice/classes").json()
    assert client.delete(f"/api/practice/classes/{one['id']}").status_code == 204
    assert client.delete(f"/api/practice/classes/{one['id']}").status_code == 404
    assert nobody.get(f"/api/classes/{token}").status_code == 404
    assert nobody.post(f"/api/classes/{token}/1/exercise").status_code == 404
    assert client.get(f"/api/practice/classes/{one['id']}").json()["pupils"][0]["name"] == "Ona"


def test_what_is_no_class_is_refused(client, nobody):
    for new, says in (
        ({"name": " ", "exercises": [WINDOW]}, "name of 1 to 80"),
        ({"name": "One", "exercises": []}, "1 to 20 exercises"),
    ):
        answer = client.post("/api/practice/classes", json=new)
        assert answer.status_code == 422
        assert says in answer.json()["message"]
    token = make_class(client)
    nameless = nobody.post(f"/api/classes/{token}/1/grade", json={"pupil": " ", "sheet": right_sheet("common", 2)})
    assert nameless.status_code == 422
    assert "Write your name" in nameless.json()["message"]
    assert nobody.post(f"/api/classes/{token}/3/exercise").status_code == 404
    assert nobody.get("/api/classes/none").status_code == 404
    assert nobody.get("/api/practice").status_code == 401


def test_classes_are_made_by_leads_and_seen_by_their_crew_alone(client, pool, account):
    make_class(client)
    (one,) = client.get("/api/practice/classes").json()
    with pool.connection() as connection:
        framer = accounts.ensure_account(connection, account.crew_id, "framer", "FR", Role.FRAMER)
    with client_of(pool, begin(pool, framer)) as theirs:
        assert theirs.get("/api/practice/classes").status_code == 403
        assert theirs.post("/api/practice/classes", json={"name": "Own", "exercises": [WINDOW]}).status_code == 403
        assert theirs.post("/api/practice/exercise", json=WINDOW).status_code == 200
    with client_of(pool, begin(pool, stranger_of(pool))) as stranger:
        assert stranger.get("/api/practice/classes").json() == []
        assert stranger.get(f"/api/practice/classes/{one['id']}").status_code == 404
        assert stranger.delete(f"/api/practice/classes/{one['id']}").status_code == 404
