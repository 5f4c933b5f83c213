from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.errors import BluffError, PhraseError
from bluff.core.job.job import Sizing
from bluff.core.job.marks import next_wall_id
from bluff.core.job.position import At, Centered, FromOpening, FromOutside, FromPlate, Reference
from bluff.core.job.schools import End, OpeningKind
from bluff.core.measure.length import format_exact, inches
from bluff.core.phrase.opening_line import read_opening
from bluff.core.phrase.wall_line import read_wall
from framing import job_of
from refusals import refused, sentence_of

JOB = job_of("18-6 2x4", "3-6x4-6 @ 9-3")


def opening(text):
    return read_opening(text, JOB, JOB.walls[0])


@pytest.mark.parametrize(
    ("text", "id_", "kind", "sizing"),
    [
        ("3-6x4-6 @ 9-3", "W2", OpeningKind.WINDOW, Sizing.UNIT),
        ("w 3-6x4-6 @ 9-3", "W2", OpeningKind.WINDOW, Sizing.UNIT),
        ("2-10x6-8 @ 9-3", "D1", OpeningKind.DOOR, Sizing.UNIT),
        ("d 2-10x6-8 @ 9-3", "D1", OpeningKind.DOOR, Sizing.UNIT),
        ("D 2-10 X 6-8 @ 9-3", "D1", OpeningKind.DOOR, Sizing.UNIT),
        ("window 3-0x6-8 @ 9-3", "W2", OpeningKind.WINDOW, Sizing.UNIT),
        ("pocket 2-6x6-8 @ 9-3", "D1", OpeningKind.POCKET_DOOR, Sizing.UNIT),
        ("sliding-door 8-0x6-8 @ 9-3", "D1", OpeningKind.SLIDING_DOOR, Sizing.UNIT),
        ("ro 43x55 @ 9-3", "W2", OpeningKind.WINDOW, Sizing.ROUGH),
        ("d ro 36x82 1/2 @ 9-3", "D1", OpeningKind.DOOR, Sizing.ROUGH),
    ],
)
def test_understands_what_goes_in(text, id_, kind, sizing):
    understood = opening(text)
    assert (understood.id, understood.kind, understood.sizing) == (id_, kind, sizing)


@pytest.mark.parametrize(
    ("place", "position"),
    [
        ("9-3", At(Reference.CENTER, inches(111))),
        ("9'3 1/2\"", At(Reference.CENTER, inches("111 1/2"))),
        ("edge 7-2", At(Reference.EDGE, inches(86))),
        ("center 7-2", At(Reference.CENTER, inches(86))),
        ("4-0 from end", At(Reference.CENTER, inches(48), FromPlate(End.END))),
        ("edge 4-0 from the end", At(Reference.EDGE, inches(48), FromPlate(End.END))),
        ("2-0 past W1", At(Reference.EDGE, inches(24), FromOpening("W1"))),
        ("center 4-0 from W1", At(Reference.CENTER, inches(48), FromOpening("W1"))),
        ("centered", Centered()),
        ("middle", Centered()),
        ("4-0 from left", At(Reference.CENTER, inches(48))),
        ("4-0 from right", At(Reference.CENTER, inches(48), FromPlate(End.END))),
        ("edge 4-0 from outside of the end", At(Reference.EDGE, inches(48), FromOutside(End.END))),
        ("2-0 before W1", At(Reference.EDGE, inches(24), FromOpening("W1"), End.START)),
        ("center 2-0 before w1", At(Reference.CENTER, inches(24), FromOpening("W1"), End.START)),
    ],
)
def test_understands_where_it_goes(place, position):
    assert opening(f"3-0x4-0 @ {place}").position == position


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("3-6x4-6", "place is missing"),
        ("window", "width x height is missing"),
        ("3-6 @ 9-3", "“3-6” is not a size"),
        ("z 3-6x4-6 @ 9-3", "“z” is not understood"),
        ("3-0x4-0 9-3", "“9-3” is not understood. To put an opening into a wall, write 3-6x4-6 @ 9-3"),
        ("w 30x40 @ -2-0 from W1", "measure the other way, as 2-0 before W1"),
        ("w 3-0x4-0 @ 4-0 from W9", "There is no wall W9"),
        ("d 3-0x6-8 @ 4-0 head 84", "A doorway's head is its rough height"),
        ("3-6x4-6 @ 12'14", "14 inches after the feet"),
        ("3-0-0x4-6 @ 9-3", "two dashes"),
        ("3-6x4-6 @ somewhere", "“somewhere” is not understood"),
    ],
)
def test_says_what_it_does_not_understand(text, says):
    with refused(PhraseError, match=says):
        opening(text)


@pytest.mark.parametrize(
    ("text", "id_", "length", "stud"),
    [
        ("18-6 2x4", "B", "222", "2x4"),
        ("18' 6 1/2 2 x 6", "B", "222 1/2", "2x6"),
        ("C 12' 2x6", "C", "144", "2x6"),
        ("NORTH 12' 2x6", "NORTH", "144", "2x6"),
        ("add a 2x6 wall, twelve foot long", "B", "144", "2x6"),
    ],
)
def test_understands_a_wall(text, id_, length, stud):
    wall = read_wall(text, JOB)
    assert (wall.id, format_exact(wall.run.length), wall.stud) == (id_, length, stud)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("18-6", "studs is missing"),
        ("2x4", "length is missing"),
        ("soon 2x4", "“soon” is not understood. To add a wall that is not on the plan, write 18-6 2x4"),
        ("18-6 2x5", "There is no 2x5"),
    ],
)
def test_says_what_is_no_wall(text, says):
    with refused(PhraseError, match=says):
        read_wall(text, JOB)


def test_marks_go_on_after_z():
    job = job_of("A 10' 2x4")
    letters = [chr(code) for code in range(ord("A"), ord("Z") + 1)]
    job = replace(job, walls=tuple(replace(job.walls[0], id=letter) for letter in letters))
    assert next_wall_id(job.walls) == "AA"


@given(st.text(max_size=40) | st.from_regex(r"(w |d |ro )?[0-9' -]{1,6}x[0-9' -]{1,6} ?@ ?[a-z0-9' -]{1,12}"))
def test_any_line_is_understood_or_refused_in_words(text):
    for read in (opening, lambda line: read_wall(line, JOB)):
        try:
            read(text)
        except BluffError as error:
            assert sentence_of(error).endswith(".")
