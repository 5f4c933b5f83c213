"""Framing a wall: from its plan to members, marks and findings.

`frame` is the whole of it. It reads a `WallPlan` and nothing else, so equal plans frame equally and a
wall whose plan did not change need not be framed again.
"""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from math import atan2, degrees

from bluff.core.along import Along
from bluff.core.assembly import Assembly, assemblies, ladders
from bluff.core.backing import check_backing
from bluff.core.blocks import blocks, check_block_line, check_blocks, check_fixture_backing, fixture_backing
from bluff.core.bolts import anchor_bolts
from bluff.core.ceiling import ceiling_backing
from bluff.core.finding import Code, Finding, Severity
from bluff.core.framing import Framing
from bluff.core.joist_checks import check_joists
from bluff.core.layout import Height, LaidOut, Layer, Wood, join, lay_out, on_centre_lines
from bluff.core.length import Length, format_inches
from bluff.core.marks import plate_marks
from bluff.core.meeting import EndMeeting
from bluff.core.member import Member, Plate, Role
from bluff.core.opening_admission import admit, crowds_end, crowds_meeting
from bluff.core.opening_checks import check_heads, check_opening
from bluff.core.opening_frame import OpeningFrame, upright
from bluff.core.pins import plate_pins
from bluff.core.plates import check_laps, plates
from bluff.core.posts import PostFrame, admit_posts
from bluff.core.schools import End
from bluff.core.sheets import (
    check_bare_top,
    check_sheet_edges,
    check_sheet_joints,
    check_spacing,
    lay_sheets,
    sheet_edges,
)
from bluff.core.sum import Sum
from bluff.core.tip_up import check_tip_up
from bluff.core.wall_plan import WallPlan
from bluff.core.weight import check_lift


def frame(plan: WallPlan) -> Framing:
    """Frame one wall.

    Openings are placed first, since they outrank the layout; the layout then counts straight through
    them, layer by layer.

    Args:
        plan: A wall with every position and way decided.

    Returns:
        Its framing. Whatever could not be framed is in the findings, never an exception.
    """
    openings, findings = admit(plan)
    posts, about_posts = admit_posts(plan, openings)
    findings += about_posts
    loads = [piece for post in posts for piece in post.members()]
    standing, crowded = _stand_beside([*loads, *_end_studs(plan, openings, posts)], [*assemblies(plan)], openings)
    findings += crowded
    zones = [*_full_height_layers(plan, openings, standing)]
    layers = [*zones, *(layer for opening in openings for layer in opening.layers())]
    behind = (plan.stands_from, plan.length - plan.stands_to)
    lines = on_centre_lines(plan.length, plan.standard.spacing, plan.datum, behind)
    laid_out = [lay_out(layer, lines, plan.stud.thickness) for layer in layers]

    pieces = _without_blocks_in_the_way(standing, laid_out, plan.stud.thickness)
    between = [Wood(piece.start, piece.end, "blocks") for piece in pieces if piece.role is Role.BLOCK]
    for opening in openings:
        pieces.extend(opening.members())
    for laid in laid_out:
        pieces.extend(_commons(plan, openings, laid))
    pockets = [pocket for post in posts if (pocket := post.pocket())]
    boards = plates(plan, pieces, openings, pockets)
    pieces.extend(boards.studs)
    wood = _full_height_wood(openings, laid_out, boards.studs, between)
    pieces.extend(_between_studs(plan, wood, pieces, openings))
    bottom_breaks = [at.value for plate, at in boards.breaks if plate is Plate.BOTTOM]
    bolts = anchor_bolts(plan, openings, pieces, bottom_breaks)
    pins = plate_pins(plan, openings, pieces, bottom_breaks)
    standing_order = sorted(pieces, key=lambda member: (member.start, member.bottom))
    members = (*boards.members, *ceiling_backing(plan), *standing_order)
    marks = plate_marks(plan, openings, members, boards.breaks, bolts.places, pins.places)

    findings += [*plan.findings, *boards.findings, *bolts.findings, *pins.findings]
    for opening in openings:
        findings.extend(check_opening(opening))
        findings.extend(found for end in End if (found := crowds_end(opening, end)))
    findings.extend(check_heads(openings))
    for laid in laid_out:
        findings.extend(laid.findings)
    findings.extend(check_sheet_edges(laid_out, sheet_edges(plan), plan.set_back))
    for check in (check_backing, check_sheet_joints, check_blocks):
        findings.extend(check(plan, pieces))
    findings.extend(check_fixture_backing(plan, pieces, openings))
    for wall_check in (check_spacing, check_joists, check_laps, check_tip_up, check_block_line, _check_meetings):
        findings.extend(wall_check(plan))
    framing = Framing(
        plan,
        tuple(openings),
        members,
        marks,
        boards.breaks,
        bolts.places,
        pins.places,
        lay_sheets(plan, openings),
        tuple(beam for post in posts if (beam := post.beam())),
        (),
    )
    findings += [*check_bare_top(plan, framing.sheets), *check_lift(framing)]
    return replace(framing, findings=tuple(found.in_words(plan.standard.words) for found in _in_order(findings)))


def _between_studs(
    plan: WallPlan, wood: Sequence[Wood], pieces: Sequence[Member], openings: Sequence[OpeningFrame]
) -> list[Member]:
    """What lies between the studs: ladders, fixture backing, and blocks wherever those leave room."""
    lying = [*ladders(plan, wood)]
    lying += fixture_backing(plan, [*pieces, *lying], openings)
    there = [piece for piece in pieces if piece.role in (Role.BLOCK, Role.BACKING)]
    return [*lying, *blocks(plan, wood, [*there, *lying])]


def _end_studs(plan: WallPlan, openings: Sequence[OpeningFrame], posts: Sequence[PostFrame]) -> Iterator[Member]:
    """A stud at each end whatever the spacing, unless a king or a post stands there."""
    thick = plan.stud.thickness
    at_start = Sum.of("start of the wall", 0).plus(_behind(plan, End.START), plan.stands_from)
    outer = Sum.of("plate length", plan.length).minus(_behind(plan, End.END), plan.length - plan.stands_to)
    at_end = outer.minus("its own thickness", thick)
    ends = [(End.START, at_start)]
    if at_end.value >= at_start.value + thick:  # a stub of thick boards has room for one
        ends.append((End.END, at_end))
    for end, x in ends:
        packs = [(opening.pack_start, opening.pack_end) for opening in openings]
        packs += [(post.start, post.end) for post in posts]
        if not any(start < x.value + thick and x.value < end for start, end in packs):
            yield upright(plan, Role.END_STUD, f"end_stud/{end}", x, plan.bottom, plan.stud_length)


def _behind(plan: WallPlan, end: End) -> str:
    return "to the short point" if plan.meetings.at(end) else "held back"


def _stand_beside(
    end_studs: Sequence[Member], meetings: Sequence[Assembly], openings: Sequence[OpeningFrame]
) -> tuple[list[Member], list[Finding]]:
    """End studs and the wood of corners and intersections, as far as they are not in each other's way.

    An opening outranks them, and what stands first outranks what comes next; which pieces gave way to an
    opening is found.
    """
    standing = [*end_studs]
    taken = Along(standing)
    findings = []
    for assembly in meetings:
        near, far = assembly.body
        crowding = [one for one in openings if one.placed.start.value < far and near < one.placed.end]
        for piece in assembly.pieces:
            in_the_way = [opening for opening in openings if opening.overlaps(piece.start, piece.end)]
            if in_the_way:
                crowding += in_the_way
            elif taken.has_room_for(piece):
                taken.add(piece)
                standing.append(piece)
        if crowding:
            findings.append(crowds_meeting(crowding[0], assembly.other, assembly.body, assembly.extent, openings))
    return standing, findings


def _without_blocks_in_the_way(
    standing: Sequence[Member], laid_out: Sequence[LaidOut], thickness: Length
) -> list[Member]:
    """What stands beside the commons: the blocks of a corner or an intersection give way to a stud between them."""
    at_full_height = (common for laid in laid_out if laid.layer.at is Height.FULL for common in laid.commons)
    studs = [(common.x.value, common.x.value + thickness) for common in at_full_height]
    return [
        piece
        for piece in standing
        if piece.role is not Role.BLOCK or not any(piece.start < end and start < piece.end for start, end in studs)
    ]


def _full_height_wood(
    openings: Sequence[OpeningFrame], laid_out: Sequence[LaidOut], added: Sequence[Member], between: Sequence[Wood]
) -> tuple[Wood, ...]:
    """What is taken from plate to plate along the whole wall: wood, openings from king to king, packs with blocks."""
    taken = [wood for laid in laid_out if laid.layer.at is Height.FULL for wood in laid.wood]
    taken += [Wood(stud.start, stud.end, "the stud at the break") for stud in added]
    taken += between
    return join([*taken, *(Wood(opening.pack_start, opening.pack_end, opening.placed.id) for opening in openings)])


def _full_height_layers(
    plan: WallPlan, openings: Sequence[OpeningFrame], standing: Sequence[Member]
) -> Iterator[Layer]:
    """The stretches between openings, where studs run from plate to plate; short blocks keep no stud out."""
    face = plan.sheeted_side
    studs = [
        Wood(stud.start, stud.end, f"the {stud.role.replace('_', ' ')}", stud.reaches(face))
        for stud in standing
        if stud.role is not Role.BLOCK
    ]
    start, end = plan.stands_from, plan.stands_to
    beside: tuple[Wood, ...] = ()
    for opening in openings:
        left, right = opening.packs()
        within = [stud for stud in studs if start <= stud.start and stud.end <= left.start]
        yield Layer(Height.FULL, start, left.start, (*beside, *within, left))
        start, beside = right.end, (right,)
    within = [stud for stud in studs if start <= stud.start]
    yield Layer(Height.FULL, start, end, (*beside, *within))


def _commons(plan: WallPlan, openings: Sequence[OpeningFrame], laid: LaidOut) -> Iterator[Member]:
    """The studs or cripples of one layer, named by their line so that they keep their names."""
    opening = next((opening for opening in openings if opening.placed.id == laid.layer.opening), None)
    for common in laid.commons:
        if opening is None:
            place = f"stud/{common.number}"
            yield upright(plan, Role.STUD, place, common.x, plan.bottom, plan.stud_length)
        elif laid.layer.at is Height.ABOVE:
            yield opening.top_cripple(f"line/{common.number}", common.x)
        else:
            yield opening.bottom_cripple(f"line/{common.number}", common.x)


def _check_meetings(plan: WallPlan) -> Iterator[Finding]:
    for other in plan.meetings.crossings:
        yield Finding(
            Code.WALLS_CROSS,
            Severity.ERROR,
            f"Wall {other} runs right through this one; each plate is laid out as if the other were not there.",
            "Enter one of them as two walls that butt against the other.",
        )
    for other in plan.meetings.overlaps:
        yield Finding(
            Code.WALLS_OVERLAP,
            Severity.ERROR,
            f"Wall {other} lies in the same place as this one for some way; each is framed as if the other were not "
            "there.",
            "Take one of them out, or end the one where the other starts.",
        )
    for end in End:
        meeting = plan.meetings.at(end)
        if meeting and meeting.short:
            yield _angled_end(plan, end, meeting)


def _angled_end(plan: WallPlan, end: End, meeting: EndMeeting) -> Finding:
    # A saw is set to half a degree.
    bevel = round(2 * degrees(atan2(meeting.short, plan.stud.width))) / 2
    return Finding(
        Code.ANGLED_END,
        Severity.INFO,
        f"The plates end at {bevel:g} degrees at wall {meeting.other}, long point on the {meeting.long_side}: "
        f"{format_inches(meeting.short)} from long to short point. The end stud stands square at the short point.",
        f"Measure the plates to the long point, and fill the {format_inches(meeting.short)} beyond the end stud with a "
        "piece ripped to the bevel, so that the sheets have wood at the corner.",
        at=0 if end is End.START else plan.length,
    )


_RANK = {severity: rank for rank, severity in enumerate(Severity)}


def _in_order(findings: Sequence[Finding]) -> tuple[Finding, ...]:
    return tuple(
        sorted(
            findings, key=lambda found: (_RANK[found.severity], found.at if found.at is not None else -1, found.code)
        )
    )
