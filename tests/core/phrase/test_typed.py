"""Everything that can be typed: phrases as a framer says them, the list of them, and lines that mean nothing."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import example, given
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.errors import BluffError, PhraseError
from bluff.core.job.edit import AddOpening, AddWall, RemoveOpening, RemoveWall, SetWays
from bluff.core.job.header import HeaderKind
from bluff.core.job.job import Alone, Sizing, WallKind
from bluff.core.job.position import At, FromOpening, FromWall, Reference, WallFace
from bluff.core.job.schools import End, Jacks
from bluff.core.job.top import Gable, HeightAt, Rake
from bluff.core.job.words import PRESETS, Words
from bluff.core.measure.length import format_exact, inches
from bluff.core.phrase.grammar import read
from bluff.core.phrase.opening_line import read_opening
from bluff.core.phrase.place import Reading, place_in_words, read_place
from bluff.core.phrase.plan_line import in_feet
from bluff.core.phrase.typed import PHRASES, read_line
from bluff.views.phrases import part_list, phrase_list
from bluff.views.reader import reader
from floors import partition, plans, shelter
from framing import job_of, say
from refusals import refused, sentence_of
from strategies import jobs

FLOOR = shelter(partition("E", (12, 0), (12, 22.5)), partition("H", (24, 0), (24, 22.5)))


def after(*lines, job=FLOOR, wall="A"):
    """A job with some lines typed into it."""
    for line in lines:
        job = apply(job, read_line(line, job, wall))
    return job


ONE = after("3-6x4-6 @ 6-0")
LISTED = after("post @ 20-0", "backing 200 to 230 @ 34", "split H at 10-0", job=ONE)


@pytest.mark.parametrize(
    ("line", "size", "kind"),
    [
        ("3068 @ 6-0", "3-0 x 6-8", "door"),
        ("2640 @ 6-0", "2-6 x 4-0", "window"),
        ("w 2640 @ 4-0", "2-6 x 4-0", "window"),
        ("2-6 4-0 @ 4-0", "2-6 x 4-0", "window"),
        ("2/6 x 4/0 @ 4-0", "2-6 x 4-0", "window"),
        ("2/6 4/0 at 4-0", "2-6 x 4-0", "window"),
        ("pocket 2668 at 4-0", "2-6 x 6-8", "pocket-door"),
    ],
)
def test_call_outs_are_read_as_they_are_written_on_plans(line, size, kind):
    opening = read_line(line, FLOOR, "A").opening
    assert (str(opening.size), str(opening.kind)) == (size, kind)


@pytest.mark.parametrize(
    ("line", "start"),
    [
        # A is 432 long; the RO of a 3-0 window is 37 wide.
        ("3-0x4-0 centered", "197 1/2"),
        ("3-0x4-0 centred", "197 1/2"),
        ("3-0x4-0 at centered", "197 1/2"),
        ("3-0x4-0 6-0 from left", "53 1/2"),
        ("3-0x4-0 6-0 from right", "341 1/2"),
        # E stands from 142 1/4 to 145 3/4.
        ("3-0x4-0 2-0 before E", "81 1/4"),
        ("3-0x4-0 @ 2-0 past E", "169 3/4"),
        ("3-0x4-0 @ center 2-0 before E", "99 3/4"),
        ("3-0x4-0 @ 2-0 before near of E", "81 1/4"),
        # W1 is 43 wide, centered on 72: from 50 1/2 to 93 1/2.
        ("3-0x4-0 @ 6 before W1", "7 1/2"),
        ("3-0x4-0 @ 1-0 past W1", "105 1/2"),
    ],
)
def test_places_are_said_as_one_says_them(line, start):
    job = after(line, job=ONE)
    placed = plans(job)["A"].openings[-1]
    assert format_exact(placed.start.value) == start


def test_what_differs_stands_behind_the_place():
    job = after("3-6x4-6 @ 6-0 head 84 header 2x10 double sill floating 2 kings")
    ways = job.openings[0].ways
    assert (ways.head_height, ways.sills, ways.jacks, ways.king_count) == (inches(84), 2, Jacks.FLOATING, 2)
    # Called without a number it is as many plies as before.
    assert (ways.header.kind, ways.header.size, ways.header.plies) == (HeaderKind.BUILT_UP, "2x10", 2)
    assert not ways.header.source.is_verified


def test_several_alike_stand_evenly_apart():
    openings = after("3 of 3-0x4-0 @ 6-0 every 8-0").openings
    assert [(one.id, format_exact(one.position.distance)) for one in openings] == [
        ("W1", "72"),
        ("W2", "168"),
        ("W3", "264"),
    ]


@pytest.mark.parametrize(
    ("line", "what", "expected"),
    [
        ("W1 @ 7-0", lambda job: job.opening("W1").position, At(Reference.CENTER, inches(84))),
        ("w1 at 7-0", lambda job: job.opening("W1").position, At(Reference.CENTER, inches(84))),
        ("W1 3-0x4-0", lambda job: str(job.opening("W1").size), "3-0 x 4-0"),
        ("W1 head 84", lambda job: job.opening("W1").ways.head_height, inches(84)),
        ("W1 gone", lambda job: job.openings, ()),
        ("B 24'", lambda job: job.wall("B").run.length, inches("24'")),
        ("E 2x6", lambda job: job.wall("E").stud, "2x6"),
        ("E bearing", lambda job: job.wall("E").bearing, True),
        ("E not bearing", lambda job: job.wall("E").bearing, False),
        ("E exterior", lambda job: job.wall("E").kind, WallKind.EXTERIOR),
        ("H gone", lambda job: [wall.id for wall in job.walls], ["A", "B", "C", "D", "E"]),
        ("B through at A", lambda job: plans(job)["B"].meetings.start.is_through, True),
        ("A butts into B", lambda job: plans(job)["B"].meetings.start.is_through, True),
    ],
)
def test_what_is_there_is_changed_by_its_mark(line, what, expected):
    assert what(after(line, job=ONE, wall=None)) == expected


def test_a_wall_on_its_own_is_made_longer_too():
    job = job_of("18-6 2x4")
    assert after("A 20' 2x6", job=job, wall=None).walls[0].run == Alone(inches("20'"))


@pytest.mark.parametrize(
    ("line", "says"),
    [
        ("W9 @ 7-0", "There is no opening W9"),
        ("A through at A", "A wall makes no corner with itself"),
        ("A through at E", "ends in no corner with wall E"),
        ("3-0x4-0 @ 4-0 centered on the ridge", "“ridge” is not understood"),
        ("3 of 3-0x4-0 centered every 8-0", "need a distance for the first"),
        ("", "Nothing is typed yet"),
        ("a " * 300, "300 words"),
    ],
)
def test_what_is_not_understood_names_the_word(line, says):
    with refused(PhraseError, match=says):
        read_line(line, ONE, "A")


@pytest.mark.parametrize("phrase", PHRASES, ids=lambda phrase: say(phrase.does))
def test_every_example_of_the_list_is_understood_as_it_says(phrase):
    for line in map(say, phrase.lines):
        edit = read_line(line, LISTED, "A")
        apply(LISTED, edit)
        # No other phrase of the table takes it for its own.
        assert read(line, (phrase,), Reading(LISTED, "A"), Words()) == edit


@pytest.mark.parametrize("words", PRESETS.values(), ids=PRESETS)
def test_the_list_is_in_the_crews_words_and_understood_in_them(words):
    job = apply(LISTED, SetWays(replace(LISTED.ways, words=words)))
    for listed in phrase_list(reader(words)):
        assert listed.needs or listed.takes
        assert all((*listed.needs, *listed.takes))
        for line in listed.examples:
            apply(job, read_line(line, job, "A"))
    assert all(forms for _, forms in part_list(reader(words)))


WORDS_OF_LINES = (
    "W1 A E @ at 3-0x4-0 3068 6-0 12' R L45 close off east from before past head 84 header 2x10 double sill gone "
    "through post bolts by rule of"
)


@given(st.lists(st.sampled_from(WORDS_OF_LINES.split()), max_size=9).map(" ".join) | st.text(max_size=60))
@example("3-0x4-0 @ 6-0 from from from from")
@example("12' R 12' L 12' R 12' L 12' R 12' L 12' R 12' L 12' R 12' what")
def test_no_line_raises_anything_but_a_sentence(text):
    try:
        apply(ONE, read_line(text, ONE, "A"))
    except BluffError as error:
        assert sentence_of(error).endswith((".", "…"))


def opening_in_words(opening):
    """What somebody would type for an opening that is there."""
    rough = "ro " if opening.sizing is Sizing.ROUGH else ""
    size = f"{format_exact(opening.size.width)} x {format_exact(opening.size.height)}"
    return f"{opening.kind} {rough}{size} @ {place_in_words(opening.position)}"


@given(jobs())
def test_an_opening_said_in_words_reads_back_the_same(job):
    for opening in job.openings:
        if isinstance(opening.position, At) and isinstance(opening.position.origin, FromWall):
            continue
        understood = read_opening(opening_in_words(opening), job, job.walls[0])
        assert (understood.kind, understood.size, understood.sizing, understood.position) == (
            opening.kind,
            opening.size,
            opening.sizing,
            opening.position,
        )


@given(st.sampled_from(Reference), st.integers(0, 20000), st.sampled_from(End), st.data())
def test_a_place_said_in_words_reads_back_the_same(reference, distance, toward, data):
    wall = st.builds(FromWall, st.just("E"), st.sampled_from(WallFace))
    position = At(reference, distance, data.draw(st.just(FromOpening("W1")) | wall), toward)
    assert read_place(place_in_words(position)) == position


@pytest.mark.parametrize(
    ("line", "feet"),
    [
        ("24 R 12 R 24 R 12", "24' R 12' R 24' R 12'"),
        ("24 R 12 R45 24 L close", "24' R 12' R45 24' L close"),
        ("24' R 12 R 24 R 12", None),
        ("24-0 R 12-0", None),
        ("24", None),
        ("3-0x4-0 @ 6", None),
    ],
)
def test_a_walk_of_bare_numbers_may_have_meant_feet(line, feet):
    assert in_feet(line) == feet


def test_lines_that_add_still_do():
    assert isinstance(read_line("3-6x4-6 @ 9-3 in C", FLOOR, "A"), AddOpening)
    assert isinstance(read_line("N 12' 2x4", FLOOR, "A"), AddWall)
    assert read_line("remove E", FLOOR, None) == RemoveWall("E")
    assert read_line("remove W1", ONE, None) == RemoveOpening("W1")


@pytest.mark.parametrize(
    ("line", "top"),
    [
        ("B top 5/12 ridge centered", Gable(Fraction(5))),
        (
            "B top 9/12 ridge @ 9-0 height 97 1/8",
            Gable(Fraction(9), At(Reference.CENTER, inches(108)), inches("97 1/8")),
        ),
        ("D top 5/12 low at A", Rake(Fraction(5), End.END)),
        ("D top 4.5/12 low at start flat 36", Rake(Fraction(9, 2), End.START, flat=inches(36))),
        ("D top 4/12 low end height 100 outside", Rake(Fraction(4), End.END, inches(100), HeightAt.OUTSIDE)),
        ("top 3 in 12 low at start", Rake(Fraction(3), End.START)),
        ("B top level", None),
    ],
)
def test_a_top_is_typed(line, top):
    edit = read_line(line, FLOOR, "C")
    assert edit.wall.top == top
    assert edit.id == (line[0] if line[0].isupper() else "C")


@pytest.mark.parametrize(
    ("line", "says"),
    [
        ("B top 5/12 low at E", "Wall B ends at no wall E. Write low at start or low at end"),
        ("B top 30/12 ridge centered", "from 0 to 24"),
        ("B top steep ridge centered", "“steep” is not understood.*write B top 5/12 ridge centered"),
    ],
)
def test_a_top_nobody_frames_is_refused_in_a_sentence(line, says):
    with refused(PhraseError, match=says):
        read_line(line, FLOOR, "A")
