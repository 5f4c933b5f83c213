"""Every message, read from the code: its fields are those it is given, and pieces are fields, never words of it."""

import ast
import re
from dataclasses import dataclass
from pathlib import Path
from string import Formatter

import pytest

import bluff
from bluff.core.crew.order import build_order
from bluff.core.job.words import PRESETS, USUAL, Word, Words
from bluff.core.message import follow, listed, message, plural
from bluff.core.site.raising import raising
from bluff.core.site.steps import framing_steps
from bluff.views.reader import FORMS, Reader, reader
from framing import frame_wall, framed, job_of

ROOT = Path(bluff.__file__).parent

TERMS = ("wall jack", "fire block", "stop block", "sill plate")
"""What is called by words that look like those of pieces, whatever a crew calls the pieces."""


@dataclass(frozen=True)
class Written:
    """A template where it stands, with the arguments it is given; None where it stands in a table."""

    template: str
    arguments: frozenset[str] | None
    where: str


def written():
    """Every template in the code."""
    for path in ROOT.rglob("*.py"):
        for node in ast.walk(ast.parse(path.read_text())):
            if isinstance(node, ast.Call):
                where = f"{path.relative_to(ROOT)}:{node.lineno}"
                yield from (Written(*found, where) for found in templates_of(node))


def templates_of(call):
    name = call.func.id if isinstance(call.func, ast.Name) else getattr(call.func, "attr", None)
    given = frozenset(keyword.arg for keyword in call.keywords)
    match name:
        case "message":
            yield from ((one, given) for one in texts(call.args[0]))
        case "plural":
            both = [one for text in call.args[:2] for one in texts(text)]
            # One of the two may leave something out that the other says.
            used = frozenset(field for one in both for field, _ in fields(one))
            yield from ((one, frozenset(name for name, _ in fields(one)) - PIECES) for one in both)
            assert used - PIECES == given, call.lineno
        case "template":
            yield from ((one, None) for one in texts(call.args[0]))
        case "of" | "plus" | "minus" | "named" if call.args and is_sum(call.func):
            yield from ((one, frozenset()) for one in texts(call.args[0]))


def is_sum(function):
    """Whether what is called belongs to a sum: `of` to its class, the others to any that there is."""
    if not isinstance(function, ast.Attribute):
        return False
    return function.attr != "of" or (isinstance(function.value, ast.Name) and function.value.id == "Sum")


def texts(node):
    """The texts an argument may be: one, or one of two."""
    match node:
        case ast.Constant(value=str(text)):
            yield text
        case ast.IfExp():
            yield from texts(node.body)
            yield from texts(node.orelse)


PIECES = frozenset(USUAL)


def field_of(name, form):
    """A field of a piece as it is, and any other as one that holds a mark."""
    if name is None:
        return ""
    return f"{{{name}:{form}}}" if name.lower() in PIECES else "{x}"


def fields(text):
    """The fields of a template in small letters, each with how it is written."""
    return [(name.lower(), form) for _, name, form, _ in Formatter().parse(text) if name is not None]


ALL = [*written()]


def test_there_are_messages():
    assert len(ALL) > 300


def test_every_field_is_given_and_everything_given_is_a_field():
    for one in ALL:
        names = {name for name, _ in fields(one.template)}
        if one.arguments is None:
            continue
        assert not one.arguments & PIECES, f"{one.where}: an argument is called like a piece"
        assert names - PIECES == one.arguments, f"{one.where}: {one.template}"


def test_fields_are_written_in_forms_there_are():
    for one in ALL:
        for name, form in fields(one.template):
            assert form in FORMS, f"{one.where}: {name} is written as {form}"


def test_no_piece_goes_by_a_word_of_its_own():
    """A word in a template is the same for every crew: pieces are fields, and terms of their own are terms."""
    names = sorted((piece.name for piece in USUAL.values()), key=len, reverse=True)
    piece = re.compile(rf"\b({'|'.join(names)})(e?s)?\b", re.IGNORECASE)
    for one in ALL:
        text = "".join(text for text, *_ in Formatter().parse(one.template))
        for term in TERMS:
            text = re.sub(rf"{term}s?", "", text, flags=re.IGNORECASE)
        assert not piece.search(text), f"{one.where}: {one.template}"


@pytest.mark.parametrize("preset", PRESETS)
def test_a_crews_words_are_in_no_other_word(preset):
    """What a crew says for a piece stands where that piece is meant, and nowhere else of any message."""
    say = reader(PRESETS[preset]).say
    for one in ALL:
        parts = [*Formatter().parse(one.template)]
        said = say(message("".join(text + field_of(name, form) for text, name, form, _ in parts), x="W1"))
        assert re.fullmatch(".+?".join(re.escape(text) for text, *_ in parts) + ".*", said), (one.where, said)


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
