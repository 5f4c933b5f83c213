"""Questions: right answers by hand and by the engine, and boxes that bring back what was wrong."""

import re
from datetime import UTC, datetime, timedelta

import pytest

from bluff.core.errors import EditError, LengthError
from bluff.core.job.standard import Standard
from bluff.core.job.ways import JobWays
from bluff.core.job.words import PRESETS
from bluff.core.learn.boxes import AGAIN_AFTER, Card, answered, next_topic
from bluff.core.learn.questions import question, topics
from bluff.core.measure.length import format_exact, inches, parse_length
from bluff.views.reader import reader
from framing import frame_wall, say
from refusals import refused

USUAL = Standard()
NOW = datetime(2026, 3, 2, 7, tzinfo=UTC)


@pytest.mark.parametrize("words", PRESETS.values(), ids=PRESETS)
def test_every_question_has_one_right_answer(words):
    standard = Standard(words=words)
    for topic in topics(standard):
        for seed in range(1, 12):
            asked = question(topic, seed, standard)
            assert asked == question(topic, seed, standard)
            assert asked.because
            if asked.choices:
                assert len({*map(reader(words).say, asked.choices)}) == len(asked.choices) >= 2
                right = [at for at, _ in enumerate(asked.choices) if asked.is_right(str(at))]
                assert [asked.choices[at] for at in right] == [asked.answer]
            else:
                assert asked.is_right(say(asked.written))


def figures(text):
    """The lengths and counts a question names, in order."""
    return re.findall(r"\d+'-\d+(?: \d+/\d+)?\"|\d+-\d+(?= x)|\d+(?: \d+/\d+)?(?![-'x\d/])", text)


def test_halves_are_halves():
    for seed in range(1, 40):
        asked = question("half", seed, USUAL)
        (whole,) = figures(say(asked.asks))
        assert 2 * asked.answer.value == inches(whole)


def test_a_jack_is_its_head_less_the_plate_and_a_header_the_opening_and_its_jacks():
    for seed in range(1, 20):
        jack = question("jack length", seed, USUAL)
        assert jack.answer.value == inches(figures(say(jack.asks))[0]) - inches("1 1/2")
        header = question("header length", seed, USUAL)
        width, jacks = figures(say(header.asks))
        assert header.answer.value == inches(width) + 2 * int(jacks) * inches("1 1/2")


def test_the_other_end_reads_what_is_left_of_the_plate():
    """On a plate of 136 the stud at 15 1/4 reads 119 1/4: what is left, less its thickness."""
    for seed in range(1, 20):
        asked = question("other end", seed, USUAL)
        plate, line = figures(say(asked.asks))
        assert asked.answer.value == inches(plate) - inches(line) - inches("1 1/2")


def test_studs_are_counted_as_they_are_framed():
    for seed in range(1, 25):
        asked = question("studs exactly", seed, USUAL)
        plate, spacing = figures(say(asked.asks))
        framing = frame_wall(f"{format_exact(inches(plate))} 2x4", spacing=int(spacing))
        assert asked.answer == len([one for one in framing.standing if one.role in {"stud", "end_stud"}])


def test_openings_have_the_crews_own_allowance():
    standard = JobWays(door_allowance=None).over(USUAL)
    asked = question("door opening", 3, standard)
    assert asked.answer.value == parse_length(figures(say(asked.asks))[0]) + inches(2)


def test_a_length_is_typed_in_any_way_and_what_is_none_is_refused():
    asked = question("half", 1, USUAL)
    assert asked.is_right(f'{say(asked.written)}"')
    assert not asked.is_right("1")
    with pytest.raises(LengthError):
        asked.is_right("about a foot")


def test_there_are_no_questions_about_what_there_is_not():
    for topic in ("paint", "does paint", "called stud"):
        with refused(EditError, match="no questions"):
            question(topic, 1, USUAL)


def test_pieces_are_asked_for_in_the_crews_words():
    standard = Standard(words=PRESETS["Trimmers and soles"])
    assert reader(standard.words).say(question("does jack", 1, standard).written) == "trimmer"
    assert "called jack" in topics(standard)
    assert reader(standard.words).say(question("called jack", 1, standard).written) == "trimmer"


def test_what_is_known_comes_back_later_each_time_and_what_is_not_soon():
    card = answered(None, True, NOW)
    assert (card.box, card.asked, card.known) == (2, 1, 1)
    for box in (3, 4, 5, 5):
        card = answered(card, True, NOW)
        assert card.box == box
        assert card.due == NOW + AGAIN_AFTER[box]
    card = answered(card, False, NOW)
    assert card == Card(0, NOW + timedelta(minutes=1), 6, 5)


def test_what_is_due_comes_before_what_is_new():
    cards = {"half": Card(0, NOW - timedelta(minutes=1), 1, 0), "inches": Card(2, NOW + timedelta(days=1), 1, 1)}
    three = ("half", "inches", "call-out")
    assert next_topic(cards, three, NOW) == "half"
    assert next_topic(cards, three, NOW, just="half") == "call-out"
    assert next_topic(cards, ("half", "inches"), NOW, just="half") == "inches"
    assert next_topic({}, ("half",), NOW, just="half") == "half"
