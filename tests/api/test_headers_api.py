"""The header check over the API: what is missing, and the check once it is said."""

import csv
from io import StringIO

from entries import edit, shed


def way(client, job, revision, name, text):
    edit(client, job, revision, {"edit": "set-way", "way": name, "text": text})


def test_it_asks_for_what_is_missing_and_then_shows_its_arithmetic(client):
    """A window of 5-11 with 1 over it is 72; two 2x10 and one jack a side, as on paper."""
    job = shed(client, "5-11 x 4-0")
    ask = lambda: client.get(f"/api/jobs/{job}/headers").json()["lines"]  # noqa: E731
    (line,) = ask()
    assert (line["marks"], line["rough_width"]["text"], line["check"]) == (["W1"], "72", None)
    assert line["missing"]["way"] == "loads.dead"
    way(client, job, 2, "header.size", "2x10")
    way(client, job, 3, "wide_opening.jacks", "1")
    way(client, job, 4, "loads.dead", "150")
    way(client, job, 5, "loads.live", "250")
    assert ask()[0]["missing"]["way"] == "header_wood"
    way(client, job, 6, "loads.live_is", "snow")
    way(client, job, 7, "header_wood", "spruce-pine-fir")
    check = ask()[0]["check"]
    assert [(use["name"], use["percent"]) for use in check["uses"]][:2] == [("Bearing", 65), ("Bending", 48)]
    assert check["uses"][1]["lines"][1] == {
        "name": "Moment M = wL² ÷ 8",
        "arithmetic": "400 × 6.125² ÷ 8",
        "text": "1,876 lb·ft",
    }
    assert check["figures"].startswith("875, 135, 425, 1.4, usual tables")


def test_a_crews_own_figures_take_the_place_of_the_usual_ones(client):
    job = shed(client, "5-11 x 4-0")
    for revision, (name, text) in enumerate(
        [
            ("loads.dead", "400"),
            ("header_wood", "spruce-pine-fir"),
            ("woods.spruce-pine-fir", "1000, 140, 500, 1.5, stamp of the yard"),
        ],
        start=2,
    ):
        way(client, job, revision, name, text)
    check = client.get(f"/api/jobs/{job}/headers").json()["lines"][0]["check"]
    assert check["figures"] == "1000, 140, 500, 1.5, stamp of the yard"
    # 1000 x 0.9 x 1.2 of a 2x8 under nothing but the building.
    bending = next(use for use in check["uses"] if use["name"] == "Bending")
    assert bending["lines"][-1]["text"] == "1,080 psi"


def test_figures_without_where_they_are_from_are_refused(client):
    job = shed(client, "5-11 x 4-0")
    refused = client.post(
        f"/api/jobs/{job}/edits",
        json={"revision": 2, "edit": {"edit": "set-way", "way": "woods.other", "text": "1000, 140, 500, 1.5"}},
    )
    assert refused.status_code == 422
    assert "where they are from" in refused.json()["message"]


def test_it_goes_out_as_a_table(client):
    """The worked header again: 65 percent on its jacks governs; before it is said what must be said first."""
    job = shed(client, "5-11 x 4-0")

    def table():
        return list(csv.DictReader(StringIO(client.get(f"/api/jobs/{job}/headers.csv").text)))

    (before, caution) = table()
    assert (before["openings"], before["percent used"]) == ("W1", "")
    assert before["governs"].endswith(".")
    assert caution["openings"].startswith("Indicative only")
    said = [("header.size", "2x10"), ("wide_opening.jacks", "1"), ("loads.dead", "150"), ("loads.live", "250")]
    for revision, (name, text) in enumerate([*said, ("loads.live_is", "snow"), ("header_wood", "spruce-pine-fir")], 2):
        way(client, job, revision, name, text)
    (line, _) = table()
    assert (line["header"], line["governs"], line["percent used"]) == ("2-ply 2x10", "Bearing", "65")
    assert (line["Bending, percent used"], line["Bearing, percent used"]) == ("48", "65")
    assert line["its figures"].startswith("875, 135, 425, 1.4, usual tables")
