from dataclasses import replace

import pytest

from bluff.core.job.amounts import Allowance, PrecutStuds
from bluff.core.job.finding import Code
from bluff.core.job.header import Header, HeaderKind, Source
from bluff.core.job.schools import Jacks
from bluff.core.job.ways import OpeningWays
from bluff.core.measure.length import format_exact, inches
from bluff.core.takeoff.cut_list import Spacer, spacer_list
from bluff.core.wall.member import Orientation, Plate, Role
from framing import found, frame_wall, framed, in_role, job_of, lengths, marked, member, row, say, starts

WALL, WINDOW = "18-6 2x4", "3-6x4-6 @ 9-3"


@pytest.fixture(scope="module")
def worked():
    """Studs of 92 5/8, head 82 1/2, two-ply 2x8, window 3-6 x 4-6 plus 1, centered 111 from the hooked end, at 16."""
    return frame_wall(WALL, WINDOW)


def spans(framing, *ids):
    return [(format_exact(piece.start), format_exact(piece.end)) for piece in (member(framing, id_) for id_ in ids)]


def test_the_worked_window_stands_where_it_should(worked):
    assert spans(
        worked, "opening/W1/king/start", "opening/W1/jack/start", "opening/W1/jack/end", "opening/W1/king/end"
    ) == [
        ("86 1/2", "88"),
        ("88", "89 1/2"),
        ("132 1/2", "134"),
        ("134", "135 1/2"),
    ]
    rough = worked.openings[0].placed
    assert (format_exact(rough.start.value), format_exact(rough.end)) == ("89 1/2", "132 1/2")
    assert (rough.rough.width.value, rough.rough.height.value) == (inches(43), inches(55))


@pytest.mark.parametrize(
    ("role", "length"),
    [
        (Role.KING, "92 5/8"),
        (Role.JACK, "81"),
        (Role.HEADER, "46"),
        (Role.SILL, "43"),
        (Role.TOP_CRIPPLE, "4 3/8"),
        (Role.BOTTOM_CRIPPLE, "24 1/2"),
    ],
)
def test_the_worked_window_is_cut_to_length(worked, role, length):
    assert lengths(worked, role) == {length}


def test_the_worked_window_has_its_cripples(worked):
    assert starts(worked, Role.TOP_CRIPPLE) == ["88", "95 1/4", "111 1/4", "127 1/4", "132 1/2"]
    assert starts(worked, Role.BOTTOM_CRIPPLE) == ["89 1/2", "95 1/4", "111 1/4", "127 1/4", "131"]
    assert format_exact(worked.plan.underside.value) == "94 1/8"
    assert format_exact(worked.plan.height.value) == "97 1/8"


def test_a_floating_jack_stands_on_a_sill_from_king_to_king():
    framing = frame_wall(WALL, WINDOW, jacks=Jacks.FLOATING)
    assert lengths(framing, Role.JACK) == {"55"}
    assert lengths(framing, Role.SILL) == {"46"}
    sill, jack = member(framing, "opening/W1/sill"), member(framing, "opening/W1/jack/start")
    assert jack.bottom == sill.top
    assert starts(framing, Role.BOTTOM_CRIPPLE) == ["88", "95 1/4", "111 1/4", "127 1/4", "132 1/2"]
    assert marked(framing, Plate.BOTTOM, "jack") == marked(framing, Plate.TOP, "jack") == []


def test_every_floating_jack_has_a_cripple_below_it():
    framing = frame_wall("20' 2x4", "6-0x3-0 @ centered", jacks=Jacks.FLOATING)
    jacks = {piece.start for piece in in_role(framing, Role.JACK)}
    assert len(jacks) == 4
    assert jacks <= {piece.start for piece in in_role(framing, Role.BOTTOM_CRIPPLE)}


def test_a_double_sill_shortens_the_cripples():
    framing = frame_wall(WALL, WINDOW, sills=2)
    assert lengths(framing, Role.BOTTOM_CRIPPLE) == {"23"}
    assert len(in_role(framing, Role.SILL)) == 2


def test_end_top_cripples_are_a_choice():
    framing = frame_wall(WALL, WINDOW, end_top_cripples=False)
    assert starts(framing, Role.TOP_CRIPPLE) == ["95 1/4", "111 1/4", "127 1/4"]


@pytest.mark.parametrize(
    ("allowance", "width", "height"),
    [(("1", "1"), "43", "55"), (("0", "0"), "42", "54"), (("1/4", "1/4"), "42 1/4", "54 1/4")],
)
def test_a_window_gets_the_crews_allowance(allowance, width, height):
    over = Allowance(*(inches(part) for part in allowance))
    rough = frame_wall(WALL, WINDOW, window_allowance=over).openings[0].placed.rough
    assert (format_exact(rough.width.value), format_exact(rough.height.value)) == (width, height)


@pytest.mark.parametrize(("allowance", "height", "jack"), [("2 1/2", "82 1/2", "81"), ("3", "83", "81 1/2")])
def test_a_doors_header_sits_at_its_own_rough_height(allowance, height, jack):
    over = Allowance(inches(2), inches(allowance))
    framing = frame_wall(WALL, "d 2-10x6-8 @ 9-3", door_allowance=over)
    placed = framing.openings[0].placed
    assert format_exact(placed.rough.width.value) == "36"
    assert format_exact(placed.head.value) == height
    assert lengths(framing, Role.JACK) == {jack}


def test_a_doorway_has_only_its_cut_lines_inside():
    framing = frame_wall(WALL, "d 2-10x6-8 @ 9-3")
    assert in_role(framing, Role.SILL) == in_role(framing, Role.BOTTOM_CRIPPLE) == []
    assert marked(framing, Plate.BOTTOM, "cut_line") == ["93", "129"]
    inside = [at for at in marked(framing, Plate.BOTTOM) if 93 < inches(at) / 64 < 129]
    assert inside == []


def test_a_size_as_scheduled_is_taken_as_it_stands():
    rough = frame_wall(WALL, "d ro 36x82 1/2 @ 9-3").openings[0].placed.rough
    assert (format_exact(rough.width.value), format_exact(rough.height.value)) == ("36", "82 1/2")
    assert say(rough.width.steps[0].words) == "as scheduled"


@pytest.mark.parametrize(
    ("kind", "width", "height"),
    [
        ("pocket", "61", "84 1/2"),
        ("bypass", "32", "82 1/2"),
        ("sliding", "30 1/2", "80 1/2"),
        ("overhead", "33", "81 1/2"),
        ("cased", "32", "81"),
    ],
)
def test_kinds_that_makers_differ_on_get_a_usual_figure_marked_as_one(kind, width, height):
    framing = frame_wall(WALL, f"{kind} 2-6x6-8 @ 9-3")
    rough = framing.openings[0].placed.rough
    assert (format_exact(rough.width.value), format_exact(rough.height.value)) == (width, height)
    assert len(found(framing, Code.ROUGH_OPENING_BY_DEFAULT)) == 1
    scheduled = frame_wall(WALL, f"{kind} ro 61x82 @ 9-3")
    assert found(scheduled, Code.ROUGH_OPENING_BY_DEFAULT) == []


def test_from_five_feet_up_there_are_two_and_two():
    assert len(in_role(frame_wall("20' 2x4", "ro 59 3/4x40 @ centered"), Role.JACK)) == 2
    wide = frame_wall("20' 2x4", "ro 60x40 @ centered")
    assert len(in_role(wide, Role.JACK)) == len(in_role(wide, Role.KING)) == 4
    assert lengths(wide, Role.HEADER) == {"66"}
    assert member(wide, "opening/W1/king/start/2").end == member(wide, "opening/W1/king/start").start


def test_a_count_given_for_the_opening_outranks_the_rule_for_wide_ones():
    job = job_of("20' 2x4", "ro 60x40 @ centered")
    opening = job.openings[0]
    job = replace(job, openings=(replace(opening, ways=OpeningWays(jack_count=1, king_count=3)),))
    framing = framed(job)
    assert len(in_role(framing, Role.JACK)) == 2
    assert len(in_role(framing, Role.KING)) == 6


@pytest.mark.parametrize(
    ("stud", "header", "thickness"),
    [
        ("2x4", Header(size="2x10", plies=2), "3 1/2"),
        ("2x6", Header(size="2x10", plies=3), "5 1/2"),
        ("2x4", Header(HeaderKind.SOLID, "4x8", 1), "3 1/2"),
        ("2x6", Header(HeaderKind.SOLID, "6x8", 1), "5 1/2"),
        ("2x4", Header(HeaderKind.FLAT, None, 2), "3 1/2"),
    ],
)
def test_a_header_as_thick_as_the_wall_is_no_finding(stud, header, thickness):
    framing = frame_wall(f"18-6 {stud}", WINDOW, header=header)
    assert format_exact(framing.openings[0].placed.header.thickness.value) == thickness
    assert found(framing, Code.HEADER_THICKNESS) == []


def test_a_header_that_does_not_fill_the_wall_says_so_and_how_it_would():
    framing = frame_wall("18-6 2x6", WINDOW)
    (finding,) = found(framing, Code.HEADER_THICKNESS)
    assert "3 1/2 thick in a wall of 5 1/2: 2 of furring fills it, or 3 plies of 2x8 would" in say(finding.text)
    assert say(finding.fix_label) == "Make it 3 plies"
    (solid,) = found(frame_wall("18-6 2x6", WINDOW, header=Header(HeaderKind.SOLID, "4x8", 1)), Code.HEADER_THICKNESS)
    assert say(solid.fix_label) == "Fur it out 2"
    furred = frame_wall("18-6 2x6", WINDOW, header=Header(HeaderKind.SOLID, "4x8", 1, is_furred=True))
    assert found(furred, Code.HEADER_THICKNESS) == []
    (furring,) = spacer_list([furred])
    assert (furring.spacer, format_exact(furring.thickness)) == (Spacer.FURRING, "2")


def test_a_flat_header_lies_and_is_as_deep_as_its_boards_are_thick():
    framing = frame_wall(WALL, WINDOW, header=Header(HeaderKind.FLAT, None, 2))
    header = member(framing, "opening/W1/header")
    assert (header.orientation, header.size, header.plies) == (Orientation.FLAT, "2x4", 2)
    assert format_exact(header.height) == "3"


def test_a_header_exactly_under_the_plates_has_no_cripples():
    # 94 1/8 less 82 1/2 leaves 11 5/8: a stud 3/8 shorter leaves a 2x12 exactly.
    framing = frame_wall(WALL, WINDOW, header=Header(size="2x12"), studs=PrecutStuds(inches("92 1/4")))
    assert in_role(framing, Role.TOP_CRIPPLE) == []
    assert member(framing, "opening/W1/header").top == framing.plan.underside.value
    assert found(framing, Code.SHORT_CRIPPLE) == found(framing, Code.HEADER_DOES_NOT_FIT) == []


def test_short_cripples_are_listed_and_said():
    framing = frame_wall(WALL, WINDOW, header=Header(size="2x10"))
    assert lengths(framing, Role.TOP_CRIPPLE) == {"2 3/8"}
    (finding,) = found(framing, Code.SHORT_CRIPPLE)
    assert "only 2 3/8 long" in say(finding.text)
    assert row(framing, "2x4", inches("2 3/8")).count == 5


def test_a_deeper_header_is_offered_where_one_fits():
    framing = frame_wall(
        WALL, WINDOW, header=Header(size="2x10", source=Source.DRAWINGS), studs=PrecutStuds(inches("92 1/4"))
    )
    (finding,) = found(framing, Code.SHORT_CRIPPLE)
    assert say(finding.fix_label) == "Use 2x12"
    # Nobody has verified the deeper one yet, no matter who gave the first.
    assert finding.fix.opening.ways.header.source is Source.UNVERIFIED


def test_a_header_that_does_not_fit_is_an_error_and_left_out():
    framing = frame_wall(WALL, WINDOW, header=Header(size="2x12"), head_height=inches("84"))
    (finding,) = found(framing, Code.HEADER_DOES_NOT_FIT)
    assert "1 1/8 too deep" in say(finding.text)
    assert in_role(framing, Role.HEADER) == in_role(framing, Role.TOP_CRIPPLE) == []


def test_the_worked_window_counts_in_boards(worked):
    assert row(worked, "2x8", inches(46)).count == 2
    studs = row(worked, "2x4", inches("92 5/8"))
    assert (studs.count, studs.roles) == (14, (Role.END_STUD, Role.KING, Role.STUD))
    assert row(worked, "2x4", inches("24 1/2")).count == 5
