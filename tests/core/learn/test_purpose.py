"""What each piece is for: written for every one of them, briefly, in words that can be put in a crew's own."""

import re

import pytest

from bluff.core.job.words import PRESETS, USUAL, Words
from bluff.core.learn.purpose import PURPOSES, called_elsewhere
from bluff.core.wall.member import Role
from bluff.views.reader import Reader, reader
from framing import say


@pytest.mark.parametrize("role", Role)
def test_every_piece_says_what_it_is_for(role):
    purpose = PURPOSES[role]
    for said in (purpose.does, purpose.takes, purpose.gives, purpose.without):
        assert re.fullmatch(r"[A-Z].{15,170}\.", say(said)), said


def test_no_two_pieces_are_for_the_same():
    assert len({purpose.does for purpose in PURPOSES.values()}) == len(Role)
    assert len({purpose.without for purpose in PURPOSES.values()}) == len(Role)


def test_what_it_is_called_elsewhere_is_not_what_it_is_called_here():
    def elsewhere(role, words):
        return {name: [*map(Reader().say, by)] for name, by in called_elsewhere(role, words).items()}

    assert elsewhere(Role.JACK, Words()) == {
        "trimmer": ["Trimmers and soles"],
        "cripple stud": ["Britain and Ireland"],
        "secondary jamb stud": ["Australia"],
        "doubling stud": ["New Zealand"],
    }
    assert elsewhere(Role.HEADER, Words()) == {"lintel": ["Britain and Ireland", "Australia", "New Zealand"]}
    british = PRESETS["Britain and Ireland"]
    assert elsewhere(Role.JACK, british)["jack"] == ["Usual"]
    assert "cripple stud" not in called_elsewhere(Role.JACK, british)


def test_a_crews_words_are_put_in_place_of_ours():
    """Said to a crew that calls a jack a trimmer, nothing is left of the jack."""
    trimmers = reader(PRESETS["Trimmers and soles"]).say
    said = [trimmers(text) for purpose in PURPOSES.values() for text in (purpose.does, purpose.takes, purpose.gives)]
    assert any("trimmer" in text for text in said)
    assert not any(re.search(r"\bjacks?\b", text) for text in said)
    assert set(USUAL) >= {role.value for role in Role}
