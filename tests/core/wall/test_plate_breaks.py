"""Where plates break: where somebody decided it, as long as they can; and the ways that are as good."""

from dataclasses import replace
from itertools import combinations, pairwise

import pytest
from hypothesis import event, given
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.change.walls import mirrored
from bluff.core.errors import JobError
from bluff.core.job.amounts import Datum, PlateStock, StudMake
from bluff.core.job.edit import Across, ChangeWall
from bluff.core.job.finding import Code
from bluff.core.job.job import Job
from bluff.core.job.schools import End, Floor, StudKind, WideFace
from bluff.core.job.special import PlateBreaks
from bluff.core.job.stock import Board, Section, SectionStock, YardStock
from bluff.core.measure.length import format_exact, inches
from bluff.core.wall.breaks import ways_to_break
from bluff.core.wall.member import Role
from bluff.core.wall.plate_ways import breakable, breaks_of
from framing import found, framed, in_role, job_of, say
from refusals import refused
from strategies import jobs

PLATES = ("bottom_plate", "second_bottom_plate", "top_plate", "cap_plate")
ABOUT_JOINTS = {Code.PLATE_BREAK_OFF_STUD, Code.PLATE_BREAKS_CLOSE, Code.SINGLE_PLATE_JOINT}


def decided(job: Job, **places: str) -> Job:
    """A job of one wall whose plates break at some inches."""
    breaks = PlateBreaks(**{plate: tuple(inches(at) for at in said.split()) for plate, said in places.items()})
    (wall,) = job.walls
    return apply(job, ChangeWall(wall.id, replace(wall, breaks=breaks)))


def selling(job: Job, *sold: tuple[Section, str]) -> Job:
    """A job whose yard has sections in some lengths, in feet."""
    listed = tuple(
        SectionStock(section, tuple(Board(inches(f"{foot}'")) for foot in feet.split())) for section, feet in sold
    )
    return replace(job, stock=YardStock(listed))


def breaks(framing, plate):
    return [format_exact(at) for at in breaks_of(framing, plate)]


def test_plates_break_where_it_is_decided():
    """36 feet, studs on every 16: by the rule the bottom breaks at 192 and the top at 240."""
    framing = framed(decided(job_of("36' 2x4"), bottom_plate="224", top_plate="208", cap_plate="216"))
    assert [breaks(framing, plate) for plate in PLATES] == [["224"], [], ["208"], ["216"]]
    assert [format_exact(board.length.value) for board in in_role(framing, Role.BOTTOM_PLATE)] == ["224", "208"]
    # 16 apart is what somebody decided, and is said all the same where the rule says so.
    assert found(framing, Code.PLATE_BREAK_NOT_KEPT) == []
    assert framing.unkept == ()


@pytest.mark.parametrize(
    ("places", "because"),
    [
        ({"bottom_plate": "200"}, "at 200 (no stud has its middle at 200)"),
        ({"bottom_plate": "160"}, "at 160 (no board is 272 long)"),
        ({"bottom_plate": ""}, "without a splice (no board is 432 long)"),
        ({"bottom_plate": "192", "top_plate": "192"}, "at 192 (the stud at 192 holds a joint of the other plate)"),
        ({"cap_plate": "192 500"}, "at 192 and 500 (there is none of it at 500)"),
    ],
)
def test_where_a_plate_cannot_break_any_more_it_breaks_by_the_rule_and_it_is_said(places, because):
    job = decided(job_of("36' 2x4"), **places)
    framing, by_rule = framed(job), framed(job_of("36' 2x4"))
    plate = [*places][-1]
    assert [one.plate for one in framing.unkept] == [plate]
    assert breaks(framing, plate) == breaks(by_rule, plate)
    (said,) = found(framing, Code.PLATE_BREAK_NOT_KEPT)
    assert (
        say(said.text) == f"Splices chosen earlier no longer work: the {plate.replace('_', ' ')} {because}. "
        "The rule places them instead."
    )
    settled = framed(apply(job, said.fix))
    assert found(settled, Code.PLATE_BREAK_NOT_KEPT) == []
    assert breaks(settled, plate) == breaks(by_rule, plate)


def test_a_plate_one_board_would_do_for_breaks_where_somebody_says_so():
    framing = framed(decided(job_of("18' 2x4"), bottom_plate="96"))
    assert [format_exact(board.length.value) for board in in_role(framing, Role.BOTTOM_PLATE)] == ["96", "120"]


def test_a_wall_turned_over_breaks_at_the_same_studs():
    """A wall of 36 feet broken at 192 breaks 240 from its new start; a break that is past its end is none any more."""
    job = decided(job_of("36' 2x4"), bottom_plate="192 500")
    assert mirrored(job, Across.EAST_WEST).walls[0].breaks.bottom_plate == (inches(240),)


def test_no_plate_breaks_at_its_end_or_in_a_thousand_places():
    with refused(JobError, match="between its ends") as error:
        PlateBreaks(top_plate=(0,))
    assert error.value.path == "plate_breaks.top_plate"
    with refused(JobError, match="at up to 200 places"):
        PlateBreaks(cap_plate=tuple(range(1, 202)))


def test_plates_are_broken_to_the_boards_the_stock_lists():
    """36 feet of 12-foot boards are three, broken at 144 and 288; of what is treated there are 20-foot boards."""
    wood = job_of("36' 2x4", floor=Floor.SLAB)
    of_12 = framed(selling(replace(wood, ways=replace(wood.ways, floor=Floor.WOOD)), (Section("2x4"), "12")))
    assert breaks(of_12, "bottom_plate") == ["144", "288"]
    slab = framed(selling(wood, (Section("2x4"), "12"), (Section("2x4", is_treated=True), "20")))
    assert len(in_role(slab, Role.BOTTOM_PLATE)) == 2
    # On other studs than the bottom plate, where that has any there; so one board more.
    assert len(in_role(of_12, Role.TOP_PLATE)) == 4
    # A stud that is sold precut is no board to a plate.
    precut = SectionStock(Section("2x4"), (Board(inches("92 5/8")), Board(inches("20'"))))
    assert breaks(framed(replace(wood, stock=YardStock((precut,)))), "top_plate") == breaks(
        framed(selling(wood, (Section("2x4"), "20"))), "top_plate"
    )


@given(
    st.integers(1, 60),
    st.sets(st.integers(1, 59), max_size=9),
    st.sets(st.integers(5, 30), min_size=1, max_size=3),
    st.integers(0, 4),
)
def test_every_way_to_break_is_found_and_no_other(length, places, boards, count):
    found_ways = ways_to_break(length, places, sorted(boards), count, 1000)
    every = [
        breaks
        for breaks in combinations(sorted(place for place in places if place < length), count)
        if max(after - before for before, after in pairwise((0, *breaks, length))) <= max(boards)
    ]
    assert sorted(found_ways) == every
    few = ways_to_break(length, places, sorted(boards), count, 3)
    assert {*few} <= {*every}
    assert min(len(every), 1) <= len(few) <= 3


@given(jobs())
def test_every_way_offered_is_as_good_and_is_kept(job):
    """Decided as it is offered, a plate breaks there, in as many boards, and no more is said of its joints."""
    (wall,), before = job.walls, framed(job)
    for plate in PLATES:
        for stretch in breakable(before, plate, 5):
            event("a stretch may break elsewhere")
            now, *others = stretch.ways
            at_all = breaks_of(before, plate)
            assert {*now.breaks} <= {*at_all}
            for way in others:
                places = sorted({*at_all} - {*now.breaks} | {*way.breaks})
                # Other plates stay where they are, whatever the rule would make of this one.
                said = {one: breaks_of(before, one) for one in PLATES} | {plate: places}
                breaks = PlateBreaks(**{one: tuple(places) for one, places in said.items()})
                after = framed(apply(job, ChangeWall(wall.id, replace(wall, breaks=breaks))))
                assert after.unkept == ()
                assert breaks_of(after, plate) == tuple(places)
                boards = {str(board.id): board.length.value for board in after.plates}
                assert [boards[name] for name in stretch.pieces] == [*way.lengths]
                assert _joints_said(after) <= _joints_said(before)


def _joints_said(framing):
    return sum(finding.code in ABOUT_JOINTS for finding in framing.findings)


def test_where_studs_are_doubled_at_breaks_plates_stay():
    job = job_of("36' 2x4", plate_stock=PlateStock(doubled_studs=True))
    assert [*breakable(framed(job), "bottom_plate", 60)] == []


def test_a_plate_whose_bolts_are_cast_stays_and_those_above_it_may_break_elsewhere():
    job = job_of("25' 2x4", floor=Floor.SLAB)
    held = apply(job, ChangeWall("A", replace(job.walls[0], bolts=(inches(12), inches(180)))))
    free, cast = ({plate for plate in PLATES if [*breakable(framed(one), plate, 60)]} for one in (job, held))
    assert free - cast == {"bottom_plate"}
    assert cast == {"top_plate", "cap_plate"}


def test_a_break_on_studs_of_an_odd_thickness_is_where_it_was_offered():
    """Half of 95/64 is rounded once, from the side of the stud, for what is offered and for what is cut."""
    odd = StudMake(StudKind.COMPOSITE, inches("1 31/64"), inches("1 31/64"), WideFace.INSIDE)
    job = job_of("36' 2x4", stud_make=odd, datum=Datum(End.START, inches("1/64")))
    before = framed(job)
    for plate in ("bottom_plate", "cap_plate"):
        (stretch,) = breakable(before, plate, 60)
        for way in stretch.ways:
            after = apply(job, ChangeWall("A", replace(job.walls[0], breaks=PlateBreaks(**{plate: way.breaks}))))
            assert breaks_of(framed(after), plate) == way.breaks
