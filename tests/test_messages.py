"""Every message, read from the code: its fields are those it is given, and pieces are fields, never words of it."""

import re
from string import Formatter

import pytest
from tools.templates import fields, written

from bluff.core.crew.order import build_order
from bluff.core.job.words import PRESETS, USUAL, Word, Words
from bluff.core.message import follow, listed, message, plural
from bluff.core.site.raising import raising
from bluff.core.site.steps import framing_steps
from bluff.views.reader import FORMS, Reader, reader
from framing import frame_wall, framed, job_of

TERMS = ("wall jack", "fire block", "stop block", "sill plate", "drawing block")
"""What is called by words that look like those of pieces, whatever a crew calls the pieces."""


PIECES = frozenset(USUAL)


def escaped(text):
    return text.replace("{", "{{").replace("}", "}}")


def field_of(name, form):
    """A field of a piece as it is, and any other as one that holds a mark."""
    if name is None:
        return ""
    return f"{{{name}:{form}}}" if name.lower() in PIECES else "{x}"


ALL = [*written()]
EVERY = [(text, one.where) for one in ALL for text in one.texts]


def test_there_are_messages():
    assert len(ALL) > 1000


def test_every_field_is_given_and_everything_given_is_a_field():
    for one in ALL:
        if one.arguments is None:
            continue
        # One of two templates that count may leave something out that the other says.
        names = {name for text in one.texts for name, _ in fields(text)}
        assert not one.arguments & PIECES, f"{one.where}: an argument is called like a piece"
        assert names - PIECES == one.arguments, f"{one.where}: {one.template}"


def test_fields_are_written_in_forms_there_are():
    for text, where in EVERY:
        for name, form in fields(text):
            assert form in FORMS, f"{where}: {name} is written as {form}"


def test_no_piece_goes_by_a_word_of_its_own():
    """A word in a template is the same for every crew: pieces are fields, and terms of their own are terms."""
    names = sorted((piece.name for piece in USUAL.values()), key=len, reverse=True)
    piece = re.compile(rf"\b({'|'.join(names)})(e?s)?\b", re.IGNORECASE)
    for template, where in EVERY:
        text = "".join(text for text, *_ in Formatter().parse(template))
        for term in TERMS:
            text = re.sub(rf"{term}s?", "", text, flags=re.IGNORECASE)
        assert not piece.search(text), f"{where}: {template}"


@pytest.mark.parametrize("preset", PRESETS)
def test_a_crews_words_are_in_no_other_word(preset):
    """What a crew says for a piece stands where that piece is meant, and nowhere else of any message."""
    say = reader(PRESETS[preset]).say
    for template, where in EVERY:
        parts = [*Formatter().parse(template)]
        said = say(message("".join(escaped(text) + field_of(name, form) for text, name, form, _ in parts), x="W1"))
        assert re.fullmatch("".join(re.escape(text) + (".+?" if name else "") for text, name, *_ in parts), said), (
            where,
            said,
        )


@pytest.mark.parametrize("preset", PRESETS)
def test_a_tool_keeps_its_name_whatever_a_jack_is_called(preset):
    """A wall of 48 ft is more than six people lift: wall jacks, and the jacks of its door by the crew's word."""
    job = job_of("48' 2x6", "d 3-0x6-8 @ 8-0", words=PRESETS[preset])
    framing = framed(job)
    (turn,) = build_order([framing.plan])
    say = reader(framing.plan.standard.words).say
    lift = raising(framing, turn)
    assert say(dict(lift.before)["jacks"]) == "Wall jacks set, or the machine rigged. Nobody lifts by hand."
    jacks = next(step for step in framing_steps(framing) if step.id == "jacks")
    called = PRESETS[preset].name("jack")
    assert say(jacks.name) == f"{called[0].upper()}{called[1:]}s"
    assert called in say(jacks.caution)


def test_a_framing_is_the_same_for_crews_that_call_its_pieces_otherwise():
    usual = frame_wall("18-6 2x4", "3-6x4-6 @ 9-3")
    other = frame_wall("18-6 2x4", "3-6x4-6 @ 9-3", words=PRESETS["Australia"])
    assert usual.findings == other.findings
    assert [member.x.steps for member in usual.members] == [member.x.steps for member in other.members]


def test_counts_choose_between_one_and_many():
    brace = [plural("{count} brace", "{count} braces", count=count) for count in (1, 2, 0)]
    assert [Reader().say(one) for one in brace] == ["1 brace", "2 braces", "0 braces"]


def test_pieces_have_their_articles_and_plurals():
    words = Words((("jack", Word("upright")), ("block", Word("nogging"))))
    said = reader(words).say(message("{Jack:a} and {block:many}; {role:a} at {at:length}", role="end_stud", at=96))
    assert said == "An upright and noggings; an end stud at 1 1/2"


def test_a_message_in_a_formatted_text_is_a_mistake_that_shows():
    with pytest.raises(TypeError, match="put into words by a reader"):
        f"{message('Lower the head.')}"


def test_lists_and_sentences_are_put_together():
    walls = [message("{wall}", wall=wall) for wall in "ABC"]
    say = Reader().say
    assert [say(listed(walls[:count])) for count in (1, 2, 3)] == ["A", "A and B", "A, B and C"]
    assert say(follow(message("Lower it."), message("Then nail."))) == "Lower it. Then nail."
    with pytest.raises(ValueError, match="list of nothing"):
        listed([])
