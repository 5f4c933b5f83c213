"""What a piece is for, over the API."""

from entries import edit, shed


def test_a_jack_says_what_it_is_for_in_the_crews_words_and_where_its_load_goes(client):
    job = shed(client, "3-6 x 4-6")
    edit(client, job, 2, {"edit": "set-way", "way": "words", "text": "Trimmers and soles"})
    answer = client.get(f"/api/jobs/{job}/walls/A/purpose", params={"piece": "A/opening/W1/jack/start"}).json()
    assert answer["name"] == "trimmer"
    assert answer["does"] == "Stands under the header, and makes the side of the rough opening."
    assert answer["carries"] == ["A/opening/W1/header"]
    assert answer["down"] == ["A/bottom_plate"]
    assert {"name": "jack", "by": ["Usual"]} in answer["elsewhere"]


def test_a_piece_that_is_gone_is_said(client):
    job = shed(client, "3-6 x 4-6")
    answer = client.get(f"/api/jobs/{job}/walls/A/purpose", params={"piece": "A/stud/99"})
    assert answer.status_code == 404
    assert "has no piece A/stud/99" in answer.json()["message"]
