"""What holds for every wall, whatever is in it."""

import re
from collections import Counter
from dataclasses import replace
from itertools import combinations, pairwise

from hypothesis import event, given

from bluff.core.change.apply import apply
from bluff.core.frame import frame
from bluff.core.job.finding import Code, Severity
from bluff.core.job.schools import End
from bluff.core.takeoff.cut_list import cut_list
from bluff.core.wall.layout import NAILABLE
from bluff.core.wall.marks import BURNED_INCH, read_mark
from bluff.core.wall.member import UPRIGHTS, Plate, Role
from bluff.core.wall.sheets import joints_on_studs
from bluff.core.wall.wall_plan import wall_plan
from framing import are_apart, framed, in_role, say
from strategies import jobs


@given(jobs())
def test_no_two_pieces_overlap(job):
    pieces = framed(job).members
    for one, other in combinations(pieces, 2):
        assert are_apart(one, other), (one.id, other.id)


@given(jobs())
def test_every_piece_is_inside_its_wall_and_has_a_length(job):
    framing = framed(job)
    for piece in framing.members:
        assert 0 <= piece.start < piece.end <= framing.plan.length, piece.id
        assert 0 <= piece.bottom < piece.top <= framing.plan.height.value, piece.id
        assert piece.length.value == (piece.height if piece.role in UPRIGHTS else piece.width), piece.id


@given(jobs())
def test_the_clear_opening_is_the_rough_opening(job):
    framing = framed(job)
    event(f"{len(framing.openings)} openings framed")
    for opening in framing.openings:
        placed = opening.placed
        assert placed.end - placed.start.value == placed.rough.width.value
        for piece in framing.members:
            is_inside = piece.start < placed.end and placed.start.value < piece.end
            floor = placed.head.value - placed.rough.height.value
            if is_inside and piece.role not in (Role.BOTTOM_PLATE, Role.HEADER):
                assert piece.top <= max(floor, framing.plan.bottom.value) or piece.bottom >= placed.head.value, piece.id


@given(jobs())
def test_every_number_is_the_sum_of_its_steps(job):
    framing = framed(job)
    for piece in framing.members:
        for total in (piece.x, piece.y, piece.length):
            assert total.value == sum(step.amount for step in total.steps), piece.id
            assert all(say(step.words) for step in total.steps)
    for mark in framing.marks:
        assert mark.at.value == sum(step.amount for step in mark.at.steps)


@given(jobs())
def test_the_pieces_of_any_vertical_line_add_up_to_the_walls_height(job):
    """Wherever one goes up through an opening, wood and clear opening fill the wall but for the cripples' bays."""
    framing = framed(job)
    for opening in framing.openings:
        if any(finding.code is Code.HEADER_DOES_NOT_FIT for finding in framing.findings):
            continue
        cripple = next((piece for piece in framing.members if _is_top_cripple(piece, opening)), None)
        if cripple is None:
            continue
        x = (cripple.start + cripple.end) // 2
        column = [piece for piece in framing.members if piece.start <= x < piece.end]
        wood = sum(piece.height for piece in column if piece.top <= framing.plan.height.value)
        if opening.placed.start.value <= x < opening.placed.end:
            clear = opening.placed.rough.height.value
            under = [piece for piece in column if piece.role is Role.BOTTOM_CRIPPLE]
            if under or opening.bottom_cripple_length.value == 0:
                assert wood + clear == framing.plan.height.value + _plate_in_doorway(opening)


def _is_top_cripple(piece, opening):
    return piece.role is Role.TOP_CRIPPLE and piece.opening == opening.placed.id


def _plate_in_doorway(opening):
    """A doorway's rough height counts from the floor, through the plate that is cut out later."""
    return 0 if opening.has_sill else opening.plan.bottom.value


@given(jobs())
def test_every_sheet_edge_is_on_wood_or_found(job):
    framing = framed(job)
    said = {finding.at for finding in framing.findings if finding.code is Code.SHEET_EDGE_NO_WOOD}
    full_height = sorted(
        (piece.start, piece.end)
        for piece in framing.members
        if (piece.role in UPRIGHTS and piece.height == full(framing)) or piece.role is Role.POST
    )
    for edge in joints_on_studs(framing.plan):
        if any(opening.pack.start <= edge <= opening.pack.end for opening in framing.openings):
            continue
        joined = merge(
            [
                *full_height,
                *((o.pack.start, o.placed.start.value) for o in framing.openings),
                *((o.placed.end, o.pack.end) for o in framing.openings),
            ]
        )
        on_wood = any(start + NAILABLE <= edge <= end - NAILABLE for start, end in joined)
        assert on_wood or edge in said


def full(framing):
    return framing.plan.stud_length.value


def merge(spans):
    merged = []
    for start, end in sorted(spans):
        if merged and start <= merged[-1][1]:
            merged[-1] = (merged[-1][0], max(end, merged[-1][1]))
        else:
            merged.append((start, end))
    return merged


@given(jobs())
def test_reading_from_either_end_marks_the_same_wood(job):
    framing = framed(job)
    length = framing.plan.length
    for mark in framing.marks:
        woods = set()
        for hook in End:
            for ahead in (True, False):
                for burn in (0, BURNED_INCH):
                    reading = read_mark(mark, length, hook, ahead, burn)
                    line = reading.at.value - burn
                    near = line if ahead else line - mark.width
                    woods.add(near if hook is End.START else length - near - mark.width)
        assert woods == {mark.at.value}


@given(jobs())
def test_marks_and_pieces_tell_the_same_story(job):
    framing = framed(job)
    pieces = {piece.id: piece for piece in framing.members}
    for mark in framing.marks:
        if mark.member:
            assert (mark.at.value, mark.width) == (pieces[mark.member].start, pieces[mark.member].width)
    marked = Counter(mark.member for mark in framing.marks if mark.member)
    for piece in framing.members:
        if piece.role in (Role.STUD, Role.END_STUD, Role.KING):
            assert marked[piece.id] == 2
        elif piece.role is Role.TOP_CRIPPLE and piece.top == framing.plan.underside.value:
            assert [mark.plate for mark in framing.marks if mark.member == piece.id] == [Plate.TOP]


@given(jobs())
def test_ids_are_unique_and_openings_are_framed_or_found(job):
    framing = framed(job)
    ids = [piece.id for piece in framing.members]
    assert len(ids) == len(set(ids))
    framed_ids = {opening.placed.id for opening in framing.openings}
    errors = {finding.opening for finding in framing.findings if finding.severity is Severity.ERROR}
    assert {opening.id for opening in job.openings} <= framed_ids | errors


@given(jobs())
def test_ids_stay_when_another_opening_comes_or_goes(job):
    if not job.openings:
        return
    after = replace(job, openings=job.openings[:-1])
    gone = job.openings[-1].id
    whole = framed(job)
    before = {piece.id: piece for piece in whole.members}
    # What stands above or below another opening ends at it.
    near = {
        opening.placed.id
        for opening in whole.openings
        if gone in {seen.opening for seen in (*opening.stack.below, *opening.stack.above)}
    }
    for piece in framed(after).members:
        if piece.opening in near:
            continue
        same = before.get(piece.id)
        if same and piece.role in (Role.BOTTOM_PLATE, Role.TOP_PLATE, Role.CAP_PLATE):
            continue  # another opening may move the stud a plate breaks on
        if same and piece.role in (Role.BLOCK, Role.BACKING):
            continue  # it fills its bay, which a stud that slides, or one that was a king, makes longer or shorter
        if same and piece.role not in (Role.STUD, Role.TOP_CRIPPLE, Role.BOTTOM_CRIPPLE):
            assert (same.start, same.length.value) == (piece.start, piece.length.value), piece.id
        elif same:
            # Only a neighbour that is gone can let a piece slide back, and never further than it slid.
            assert abs(same.start - piece.start) <= 2 * piece.width, (piece.id, gone)


@given(jobs())
def test_the_cut_list_is_all_the_wood(job):
    framing = framed(job)
    rows = cut_list([framing])
    assert sum(row.count * row.length for row in rows) == sum(
        piece.length.value * piece.plies for piece in framing.members
    )
    assert all(
        one != other for one, other in pairwise((row.size, row.length, row.is_treated, row.bevel) for row in rows)
    )


@given(jobs())
def test_a_fix_can_be_applied_and_settles_its_finding(job):
    before = framed(job)
    for finding in before.findings:
        if finding.fix is None:
            continue
        after = framed(apply(job, finding.fix))
        assert say(finding.fix_label)
        # Moved off one end, an opening of a short wall may crowd the other, or run past it.
        if finding.code not in (Code.OPENING_CROWDS_END, Code.OPENING_OFF_WALL):
            assert about(finding) not in {about(found) for found in after.findings}, finding.code
            # One that has room again may take it from openings that were entered later.
            if finding.code is not Code.OPENINGS_OVERLAP:
                assert errors(after) <= errors(before), finding.code


def about(finding):
    """What a finding is, and which opening or post it is about."""
    post = re.search(r"\b[Pp]ost (\w+)", say(finding.text))
    return finding.code, finding.opening or (post and post[1])


def errors(framing):
    return sum(finding.severity is Severity.ERROR for finding in framing.findings)


@given(jobs())
def test_equal_plans_frame_equally(job):
    plan, again = wall_plan(job, job.walls[0]), wall_plan(job, job.walls[0])
    assert plan == again
    assert hash(plan) == hash(again)
    assert frame(plan).members == frame(again).members


@given(jobs())
def test_studs_are_never_further_apart_than_the_spacing(job):
    """Full-height wood: no bay without studs is wider than the spacing plus what a stud may slide."""
    framing = framed(job)
    if not in_role(framing, Role.END_STUD) or framing.openings:
        return
    if any(finding.code is Code.STUD_LEFT_OUT for finding in framing.findings):
        return
    uprights = sorted((piece.start, piece.end) for piece in framing.members if piece.role in UPRIGHTS)
    widest = framing.plan.standard.spacing * 64 + 2 * framing.plan.stud.thickness
    assert all(after[0] - before[1] <= widest for before, after in pairwise(uprights))
