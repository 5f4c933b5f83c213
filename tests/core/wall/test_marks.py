import pytest

from bluff.core.job.header import Header, HeaderKind
from bluff.core.job.schools import End
from bluff.core.measure.length import format_exact, inches
from bluff.core.measure.lumber import SPACER
from bluff.core.takeoff.cut_list import cut_list, spacer_list
from bluff.core.wall.marks import BURNED_INCH, read_mark
from bluff.core.wall.member import CUT_LINE, Plate, Role
from framing import frame_wall, marked, row


@pytest.fixture(scope="module")
def worked():
    return frame_wall("18-6 2x4", "3-6x4-6 @ 9-3", "d 2-10x6-8 @ 14-0")


@pytest.mark.parametrize(
    ("role", "bottom", "top"),
    [
        (Role.STUD, True, True),
        (Role.END_STUD, True, True),
        (Role.KING, True, True),
        (Role.JACK, True, False),
        (Role.BOTTOM_CRIPPLE, True, False),
        (Role.TOP_CRIPPLE, False, True),
    ],
)
def test_a_piece_is_marked_on_the_plates_it_touches_and_only_there(worked, role, bottom, top):
    assert bool(marked(worked, Plate.BOTTOM, role)) is bottom
    assert bool(marked(worked, Plate.TOP, role)) is top


def test_symbols_are_the_crews_shorthand(worked):
    symbols = {mark.role: mark.symbol for mark in worked.marks}
    assert symbols == {
        Role.STUD: "X",
        Role.END_STUD: "X",
        Role.KING: "K",
        Role.JACK: "J",
        Role.TOP_CRIPPLE: "C",
        Role.BOTTOM_CRIPPLE: "C",
        CUT_LINE: "cut",
    }


def test_marks_come_in_the_order_of_the_tape(worked):
    assert [mark.at.value for mark in worked.marks] == sorted(mark.at.value for mark in worked.marks)


def mark_at(framing, text):
    return next(mark for mark in framing.marks if mark.at.value == inches(text))


@pytest.mark.parametrize(
    ("hook", "ahead", "burn", "reads"),
    [
        (End.START, True, 0, "15 1/4"),
        (End.START, False, 0, "16 3/4"),
        (End.END, True, 0, "119 1/4"),
        (End.END, False, 0, "120 3/4"),
        (End.START, True, BURNED_INCH, "16 1/4"),
        (End.END, True, BURNED_INCH, "120 1/4"),
    ],
)
def test_the_same_wood_reads_from_either_end(hook, ahead, burn, reads):
    wall = frame_wall("11-4 2x4")
    reading = read_mark(mark_at(wall, "15 1/4"), wall.plan.length, hook, ahead, burn)
    assert format_exact(reading.at.value) == reads
    assert sum(step.amount for step in reading.at.steps) == reading.at.value
    assert reading.ahead is ahead


def test_the_cut_list_counts_boards_by_section_and_length(worked):
    rows = cut_list([worked])
    assert [cut.size for cut in rows] == sorted([cut.size for cut in rows], key=lambda size: int(size[2:]))
    assert row(worked, "2x4", inches(222)).count == 3
    boards = sum(cut.count for cut in rows)
    assert boards == sum(member.plies for member in worked.members)


def test_like_cuts_of_several_walls_are_one_row(worked):
    both = cut_list([worked, worked])
    assert [cut.count for cut in both] == [2 * cut.count for cut in cut_list([worked])]


def test_spacers_are_listed_besides():
    framing = frame_wall("20' 2x6", "3-6x4-6 @ 5-0", "3-6x4-6 @ 14-0", header=Header(size="2x8", plies=3))
    (spacers,) = spacer_list([framing])
    assert (spacers.thickness, spacers.depth, spacers.length) == (SPACER, inches("7 1/4"), inches(46))
    assert spacers.count == 4
    solid = frame_wall("20' 2x6", "3-6x4-6 @ 5-0", header=Header(HeaderKind.SOLID, "6x8", 1))
    assert spacer_list([solid]) == ()
