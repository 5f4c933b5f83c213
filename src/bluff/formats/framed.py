"""The framed job as JSON: what `./bluff frame` prints and the interface draws.

Numbers are inches, exact 64ths. docs/job-file.md describes every key.
"""

from collections.abc import Iterable
from typing import Annotated, Any

from pydantic import BaseModel, Field, model_serializer
from pydantic_core.core_schema import SerializerFunctionWrapHandler

from bluff.core.job.finding import Code, Finding, Severity
from bluff.core.job.schools import Line
from bluff.core.job.special import ClearFor
from bluff.core.job.standard import Standard
from bluff.core.job.words import Words
from bluff.core.measure.length import Length, to_inches
from bluff.core.measure.shapes import Corner, Rectangle
from bluff.core.measure.sum import Sum
from bluff.core.plan.meeting import EndMeeting, Joint
from bluff.core.takeoff.cut_list import CutRow, Spacer, SpacerRow, cut_list, spacer_list
from bluff.core.takeoff.nails import joints_by_kind
from bluff.core.takeoff.weight import lift, weight
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import PLATES, Bevel, Mark, Member, Orientation, Plate, Role
from bluff.core.wall.piece import Of, Part
from bluff.core.wall.placed import PlacedClear
from bluff.core.wall.sheets import SheetLayout
from bluff.formats.edits import EditFile, edit_from_core
from bluff.formats.framed_totals import FramedTotals, framed_totals
from bluff.views.reader import Reader, reader

Steps = list[tuple[str, float]]
"""A derivation: words and amounts that add up to the value."""


Points = list[tuple[float, float]]
"""Corners of the elevation in inches: x along the plate, y up from the floor."""


class MemberWhy(BaseModel):
    """The sums behind a member's place and length."""

    x: Steps
    y: Steps
    length: Steps


class LeavesOut(BaseModel):
    """Something with keys that few have; those that do not apply are left out."""

    @model_serializer(mode="wrap")
    def _only_what_applies(self, write: SerializerFunctionWrapHandler) -> dict[str, Any]:
        return {key: value for key, value in write(self).items() if value or key not in _SELDOM}


_SELDOM = {"of", "treated", "short", "long", "bevel", "wide_face", "side", "outline", "pitch", "over"}


class Special(LeavesOut):
    """What few boards have.

    `short`, `long` and `bevel` are those of an end that is not square: its two points, and degrees off square.
    """

    treated: bool = False
    short: float | None = None
    long: float | None = None
    bevel: float | None = None


class FramedPart(BaseModel):
    """A part of the wall that has pieces of its own: which kind, and which one of it."""

    part: Part
    mark: str


class FramedMember(Special):
    """One piece of the wall; x, y, width, height are its rectangle in the elevation.

    `id` names it through every edit that leaves it what it is, and is never to be taken apart. `of` is the corner,
    intersection, post or fixture backing it belongs to; for an opening's pieces `opening` says so.
    `wide_face` is the side of the wall, walking from start to end, to which a stud turns the wider of its faces;
    `side` the face that an upright or backing lies flat on. What is cut to a slope has its corners as `outline`, once
    round; a plate that lies on one its `pitch`, the rise in 12, negative where it falls toward the wall's end.
    """

    id: str
    role: Role
    opening: str | None
    of: FramedPart | None = None
    size: str
    length: float
    x: float
    y: float
    width: float
    height: float
    outline: Points | None = None
    pitch: float | None = None
    orientation: Orientation
    plies: int
    pounds: float
    wide_face: Line | None = None
    side: Line | None = None
    why: MemberWhy


class MarkWhy(BaseModel):
    """The sum behind a mark's line."""

    at: Steps


class FramedMark(LeavesOut):
    """A line and a symbol on a plate; ahead means the symbol is away from the wall's start.

    On a plate that does not lie level `at` is plumb over the bottom plate's mark, and `along` what the tape reads on
    the slope from its low end.
    """

    plate: Plate
    at: float
    width: float
    ahead: bool
    symbol: str
    role: str
    member: str | None
    opening: str | None
    wide_face: Line | None = None
    side: Line | None = None
    along: float | None = None
    why: MarkWhy


class FramedFinding(BaseModel):
    """What is the matter, where, and what to do; fix is an edit that would settle it, other_fix the other answer."""

    code: Code
    severity: Severity
    at: float | None
    opening: str | None
    text: str
    do: str
    fix: Annotated[EditFile | None, Field(description="An edit that settles it, if one needs no more thought.")]
    fix_label: str | None
    other_fix: EditFile | None = None
    other_fix_label: str | None = None


class FramedEnd(BaseModel):
    """What a wall's end meets; short is from its plates' long point back to their short one, 0 when cut square."""

    wall: str
    joint: Joint
    short: float
    long_side: Annotated[Line | None, Field(description="The side the long point is on, walking from the start.")]


class FramedEnds(BaseModel):
    """What both ends of a wall meet, null where one is free."""

    start: FramedEnd | None
    end: FramedEnd | None


class FramedRectangle(BaseModel):
    """A rectangle of the elevation."""

    x: float
    y: float
    width: float
    height: float


class FramedSheet(FramedRectangle, LeavesOut):
    """A sheet as it lies, row by row from the floor, openings cut out of it.

    `edges` are what the openings leave of its sides: from x, from y, to x, to y. One that is cut to a slope has its
    upper edge as `over`, from corner to corner.
    """

    row: int
    edges: list[tuple[float, float, float, float]]
    cut_outs: list[FramedRectangle]
    over: Points | None = None


class FramedSheets(BaseModel):
    """The sheets of one face: how many whole ones, and how much of them is left over."""

    count: int
    wasted_percent: float
    sheets: list[FramedSheet]


class FramedNails(BaseModel):
    """The nails of one kind of joint, in all; `at` has x, y and nails of each, x and y in the elevation."""

    joint: str
    joints: int
    nails: int
    at: list[tuple[float, float, int]]


class FramedLift(BaseModel):
    """Raising a wall: its weight, and how many people lift its top edge."""

    pounds: int
    people: int


class FramedBeam(FramedRectangle):
    """The end of a beam as it is seen on a post of the wall."""


class FramedClear(BaseModel):
    """A bay that is kept clear, between its studs."""

    id: str
    use: Annotated[ClearFor, Field(alias="for")]
    x: float
    width: float


class FramedWall(BaseModel):
    """A framed wall: length as the plan gives it, plate_length of its bottom plate, height over all plates.

    `pounds` is its bare framing, `people` how many people lift its top edge; `sheeted` the same with the sheets of one
    face on it. `beams` are the ends of beams that lie on its posts. `top` are the points of its top line.
    """

    id: str
    length: float
    plate_length: float
    height: float
    top: Points
    pounds: int
    people: int
    sheeted: FramedLift
    ends: FramedEnds
    members: list[FramedMember]
    marks: list[FramedMark]
    beams: list[FramedBeam]
    clear: list[FramedClear]
    sheets: FramedSheets
    nails: list[FramedNails]
    findings: list[FramedFinding]


class FramedCutRow(Special):
    """Boards alike: how many of one section and length."""

    size: str
    length: float
    count: int
    roles: list[Role]


class FramedSpacerRow(BaseModel):
    """Spacers of headers alike: panels, foam or furring."""

    kind: Spacer
    thickness: float
    depth: float
    length: float
    count: int


class FramedJob(BaseModel):
    """A framed job: its walls, one cut list for all of them, and what it comes to."""

    walls: list[FramedWall]
    cut_list: list[FramedCutRow]
    spacers: list[FramedSpacerRow]
    totals: FramedTotals


def framed_job(framings: Iterable[Framing]) -> FramedJob:
    """A framed job for printing."""
    framings = list(framings)
    return FramedJob(
        walls=[framed_wall(framing) for framing in framings],
        cut_list=[framed_cut_row(row) for row in cut_list(framings)],
        spacers=[framed_spacer_row(row) for row in spacer_list(framings)],
        totals=framed_totals(framings),
    )


def framed_wall(framing: Framing) -> FramedWall:
    """One wall of `framed_job`."""
    plan, raised, sheeted = framing.plan, lift(framing), lift(framing, is_sheeted=True)
    return FramedWall(
        id=plan.id,
        length=to_inches(plan.wall.run.length),
        plate_length=to_inches(plan.length),
        height=to_inches(plan.height.value),
        top=points(plan.top.points),
        pounds=round(raised.pounds),
        people=raised.people,
        sheeted=FramedLift(pounds=round(sheeted.pounds), people=sheeted.people),
        beams=[FramedBeam(**_rectangle(beam)) for beam in framing.beams],
        clear=[framed_clear(bay) for bay in plan.clear],
        ends=FramedEnds(start=_end(plan.meetings.start), end=_end(plan.meetings.end)),
        members=[_member(member, plan.standard) for member in framing.members],
        marks=[_mark(mark, plan.standard.words) for mark in framing.marks],
        sheets=_sheets(framing.sheets),
        nails=_nails(framing),
        findings=[framed_finding(finding, reader(plan.standard.words)) for finding in framing.findings],
    )


def framed_clear(placed: PlacedClear) -> FramedClear:
    """A bay that is kept clear, on its plate."""
    return FramedClear.model_construct(
        id=placed.bay.id, use=placed.bay.use, x=to_inches(placed.start.value), width=to_inches(placed.bay.clear)
    )


def _nails(framing: Framing) -> list[FramedNails]:
    say = reader(framing.plan.standard.words).say
    return [
        FramedNails(
            joint=say(kind),
            joints=len(joints),
            nails=sum(joint.nails for joint in joints),
            at=[(to_inches(joint.x), to_inches(joint.y), joint.nails) for joint in joints],
        )
        for kind, joints in joints_by_kind(framing)
    ]


def framed_finding(finding: Finding, reader: Reader) -> FramedFinding:
    """A finding as its reader says it, its fix in the words of the job file."""
    return FramedFinding(
        code=finding.code,
        severity=finding.severity,
        at=None if finding.at is None else to_inches(finding.at),
        opening=finding.opening,
        text=reader.say(finding.text),
        do=reader.say(finding.do),
        fix=edit_from_core(finding.fix) if finding.fix else None,
        fix_label=reader.say(finding.fix_label) if finding.fix_label else None,
        other_fix=edit_from_core(finding.other_fix) if finding.other_fix else None,
        other_fix_label=reader.say(finding.other_fix_label) if finding.other_fix_label else None,
    )


def framed_cut_row(row: CutRow) -> FramedCutRow:
    """A row of the cut list."""
    return FramedCutRow(
        size=row.size,
        length=to_inches(row.length),
        treated=row.is_treated,
        count=row.count,
        roles=list(row.roles),
        **_bevel(row.bevel, row.length),
    )


def framed_spacer_row(row: SpacerRow) -> FramedSpacerRow:
    """A row of the spacers, which are listed besides the boards."""
    return FramedSpacerRow(
        kind=row.spacer,
        thickness=to_inches(row.thickness),
        depth=to_inches(row.depth),
        length=to_inches(row.length),
        count=row.count,
    )


def steps(why: Sum, words: Words) -> Steps:
    """A sum's steps in inches, in the crew's words."""
    say = reader(words).say
    return [(say(step.words), to_inches(step.amount)) for step in why.steps]


def _end(meeting: EndMeeting | None) -> FramedEnd | None:
    if meeting is None:
        return None
    long_side = meeting.long_side if meeting.short else None
    return FramedEnd(wall=meeting.other, joint=meeting.joint, short=to_inches(meeting.short), long_side=long_side)


def _sheets(layout: SheetLayout) -> FramedSheets:
    return FramedSheets(
        count=layout.bought,
        wasted_percent=layout.wasted_percent,
        sheets=[
            FramedSheet(
                row=sheet.row,
                edges=[(to_inches(a), to_inches(b), to_inches(c), to_inches(d)) for a, b, c, d in sheet.edges()],
                cut_outs=[FramedRectangle(**_rectangle(hole)) for hole in sheet.cut_outs],
                over=points(sheet.over) if sheet.over else None,
                **_rectangle(sheet.shape),
            )
            for sheet in layout.sheets
        ],
    )


def _rectangle(part: Rectangle) -> dict[str, float]:
    return {
        "x": to_inches(part.x),
        "y": to_inches(part.y),
        "width": to_inches(part.width),
        "height": to_inches(part.height),
    }


def _bevel(bevel: Bevel | None, long: Length) -> dict[str, float]:
    """The three keys of an end that is not square."""
    if bevel is None:
        return {}
    if bevel.short is None:
        return {"bevel": bevel.degrees}
    return {"short": to_inches(bevel.short), "long": to_inches(long), "bevel": bevel.degrees}


def _member(member: Member, standard: Standard) -> FramedMember:
    words = standard.words
    return FramedMember(
        id=str(member.id),
        role=member.role,
        opening=member.opening,
        of=_of(member.id.of),
        size=member.size,
        length=to_inches(member.length.value),
        x=to_inches(member.start),
        y=to_inches(member.bottom),
        width=to_inches(member.width),
        height=to_inches(member.height),
        outline=points(member.outline) if member.edges else None,
        pitch=_pitch(member),
        orientation=member.orientation,
        plies=member.plies,
        treated=member.is_treated,
        wide_face=member.wide_face,
        side=member.side,
        pounds=round(float(weight(member, standard)), 1),
        why=MemberWhy(x=steps(member.x, words), y=steps(member.y, words), length=steps(member.length, words)),
        **_bevel(member.bevel, member.length.value),
    )


def points(corners: Iterable[Corner]) -> Points:
    """Corners of the elevation in inches."""
    return [(to_inches(x), to_inches(y)) for x, y in corners]


def _pitch(member: Member) -> float | None:
    """The rise in 12 of a plate on a slope."""
    if member.edges is None or member.role not in PLATES:
        return None
    low, high = member.edges.under
    return round(12 * (high.y - low.y) / (high.x - low.x), 3)


def _of(of: Of | None) -> FramedPart | None:
    return FramedPart(part=of.part, mark=of.mark) if of and of.part is not Part.OPENING else None


def _mark(mark: Mark, words: Words) -> FramedMark:
    return FramedMark(
        plate=mark.plate,
        at=to_inches(mark.at.value),
        width=to_inches(mark.width),
        ahead=mark.ahead,
        symbol=mark.symbol,
        role=mark.role,
        member=str(mark.member) if mark.member else None,
        opening=mark.opening,
        wide_face=mark.wide_face,
        side=mark.side,
        along=None if mark.along is None else to_inches(mark.along),
        why=MarkWhy(at=steps(mark.at, words)),
    )
