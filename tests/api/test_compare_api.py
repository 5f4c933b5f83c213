"""Ways of framing a job compared, on screen and on paper."""

from pypdfium2 import PdfDocument

from entries import shed

WIDE = {"edit": "set-way", "way": "spacing", "text": "24"}


def ask(client, job, *ways, file="", **more):
    return client.post(f"/api/jobs/{job}/compare{file}", json={"ways": ways, **more})


def test_two_ways_are_counted_beside_each_other_and_nothing_is_changed(client):
    job = shed(client, "3-6 x 4-6")
    answer = ask(client, job, {"name": "As it is"}, {"name": "At 24", "edit": WIDE}).json()
    assert answer["ways"] == ["As it is", "At 24"]
    by_name = {line["name"]: line for line in answer["lines"]}
    as_it_is, wide = (int(text) for text in by_name["Pieces"]["texts"])
    assert wide < as_it_is
    assert by_name["Pieces"]["shares"] == [1, wide / as_it_is]
    assert by_name["Headers"] == {"name": "Headers", "differs": False, "texts": ["1", "1"], "shares": [1, 1]}
    assert client.get(f"/api/jobs/{job}").json()["revision"] == 2


def test_the_figures_are_those_of_the_tally(client):
    job = shed(client, "3-6 x 4-6")
    tally = client.get(f"/api/jobs/{job}/tally").json()
    lines = ask(client, job, {"name": "One"}, {"name": "Other"}).json()["lines"]
    said = {line["name"]: line["texts"] for line in lines}
    assert said["Pieces"] == [str(tally["pieces"])] * 2
    assert said["Boards to buy"] == [str(tally["bought"])] * 2
    assert said["Weight"] == [f"{tally['pounds']} lb"] * 2
    assert not any(line["differs"] for line in lines)


def test_they_come_on_paper(client):
    job = shed(client, "3-6 x 4-6")
    answer = ask(client, job, {"name": "As it is"}, {"name": "At 24", "edit": WIDE}, file=".pdf")
    assert answer.headers["content-type"] == "application/pdf"
    (page,) = PdfDocument(answer.content)
    said = page.get_textpage().get_text_range()
    assert all(text in said for text in ("Ways compared", "As it is", "At 24", "Studs, kings, jacks"))


def test_one_way_is_nothing_to_compare_and_five_are_not_read_across(client):
    job = shed(client, "3-6 x 4-6")
    for many in (1, 5):
        assert ask(client, job, *[{"name": str(number)} for number in range(many)]).status_code == 422


def test_two_ways_of_one_opening_are_counted_in_its_wall_alone(client):
    """One jack a side more are two pieces more; boards are bought for the job, and not counted of a wall."""
    job = shed(client, "3-6 x 4-6")
    two = {"edit": "set-way", "way": "jack_count", "text": "2", "opening": "W1"}
    answer = ask(client, job, {"name": "As it is"}, {"name": "Two jacks", "edit": two}, wall="A").json()
    by_name = {
        line["name"]: [int(text) for text in line["texts"]] for line in answer["lines"] if line["name"] == "Pieces"
    }
    assert by_name["Pieces"][1] == by_name["Pieces"][0] + 2
    assert not any("to buy" in line["name"] for line in answer["lines"])
    assert ask(client, job, {"name": "One"}, {"name": "Other"}, wall="Z").status_code == 404
