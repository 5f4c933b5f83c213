"""The plan: the floor seen from above, and as an edit would leave it."""

from collections.abc import Callable
from typing import Annotated, Literal, TypeAlias
from uuid import UUID

from fastapi import APIRouter
from pydantic import BaseModel, Field

from bluff.api.http.wire import FindingCounts, PreviewRequest, severities
from bluff.api.people.session import CrewJobs
from bluff.core.change.apply import apply
from bluff.core.crew import floor_plan
from bluff.core.crew.order import BuildStep, build_order
from bluff.core.crew.packs import PackKind, handedness, prefab
from bluff.core.job.description import describe, parts_of
from bluff.core.job.edit import Edit, RunThrough
from bluff.core.job.job import Job, Sizing
from bluff.core.job.schools import End, Line, OpeningKind
from bluff.core.measure.length import PER_INCH, Length, to_inches
from bluff.core.measure.size import Size
from bluff.core.message import Message
from bluff.core.plan.beside import Beside
from bluff.core.plan.meeting import EndMeeting, Joint
from bluff.core.plan.outline import Outline
from bluff.core.takeoff.ties import ties
from bluff.core.takeoff.weight import Lift, lift
from bluff.core.wall.framing import Framing
from bluff.core.wall.placed import PlacedOpening
from bluff.core.wall.wall_plan import WallPlan
from bluff.formats.edits import EditFile, edit_from_core, edit_to_core
from bluff.formats.job_file import WallFile
from bluff.service.framings import counted, framings
from bluff.views.lengths import Figure, figure, in_feet
from bluff.views.reader import reader

router = APIRouter(prefix="/api/jobs", tags=["jobs"])


Place: TypeAlias = tuple[float, float]
"""A place in the plan in inches: x east, y north."""


class PlanEnd(BaseModel):
    """What a wall's end meets."""

    joint: Joint
    other: str
    is_corner: bool


class PlanOpening(BaseModel):
    """An opening seen from above; its corners go round from the start's left."""

    id: str
    kind: OpeningKind
    size: str
    floor: Annotated[int, Field(description="The story it is on; 0 is the floor that is drawn.")]
    corners: list[Place]
    center: Place


class PlanClear(BaseModel):
    """The clear floor to the next wall that runs the same way, face to face."""

    other: str
    side: Line
    distance: Figure
    start: Place
    end: Place


class PlanStation(BaseModel):
    """A place along a wall that plans dimension, from the outside of the building at its start."""

    name: str
    at: Place
    along: Figure
    step: Annotated[Figure, Field(description="From the place before it.")]


class PlanHeight(BaseModel):
    """How high a wall's top is at one of its points."""

    at: Place
    height: Figure


class PlanWall(BaseModel):
    """A wall seen from above, as its plates are cut; its corners go round from the start's left.

    `heights` are those of its top from end to end, where that is not level.

    `entered` is what the plan says of it. The tape hooks at `hook_at`. Who looks at its elevation stands on the
    side `seen_from` and has its start on the left.
    """

    id: str
    entered: WallFile
    start: Place
    end: Place
    corners: list[Place]
    middle: Place
    meets_start: PlanEnd | None
    meets_end: PlanEnd | None
    length: Figure
    plate_length: Figure
    hook: End
    hook_at: Place
    seen_from: str
    openings: list[PlanOpening]
    clears: list[PlanClear]
    stations: list[PlanStation]
    stations_side: Literal[Line.LEFT, Line.RIGHT]
    heights: list[PlanHeight]
    findings: FindingCounts


class PlanCorner(BaseModel):
    """A square corner: who runs through, and the edit that turns it round."""

    through: str
    butt: str
    at: Place
    turn: EditFile


class PlanStep(BaseModel):
    """One wall in the order of framing; weights in pounds, of bare framing."""

    wall: str
    after: list[str]
    waits_in_ring: bool
    raised_toward: str | None
    room: Figure | None
    is_tight: bool
    pounds: int
    at_edge: int
    people: int
    needs_help: bool


class PlanPack(BaseModel):
    """Packs alike, to be built before the walls."""

    kind: PackKind
    pieces: list[str]
    hand: Line | None
    count: int
    places: list[str]


class PlanTies(BaseModel):
    """How the second top plates are tied: laps with their 16d nails, and connectors where nothing laps."""

    laps: int
    nails: int
    connectors: int


class PlanView(BaseModel):
    """A floor seen from above, and what is known of it as a whole.

    `alone` are the walls that lie on no plan. `bounds` is west, south, east and north.
    """

    revision: int
    walls: list[PlanWall]
    alone: list[str]
    corners: list[PlanCorner]
    bounds: tuple[float, float, float, float] | None
    picture_corner: Place | None = Field(description="Upper left corner of the picture under the plan.")
    order: list[PlanStep]
    packs: list[PlanPack]
    handedness: str
    ties: PlanTies
    pounds: int


class PlanPreview(BaseModel):
    """The floor as an edit would leave it, with the edit in words."""

    says: str
    plan: PlanView


@router.get("/{job_id}/plan")
def plan(jobs: CrewJobs, job_id: UUID) -> PlanView:
    """The floor seen from above."""
    state = jobs.get(job_id)
    return plan_view(state.job, state.revision)


@router.post("/{job_id}/plan/preview")
def preview_plan(jobs: CrewJobs, job_id: UUID, request: PreviewRequest) -> PlanPreview:
    """The floor as an edit would leave it, without making it."""
    state = jobs.get(job_id)
    return plan_preview(state.job, state.revision, edit_to_core(request.edit))


def plan_view(job: Job, revision: int) -> PlanView:
    """A floor seen from above, with framing order, packs and weights."""
    framed = framings(job)
    plans = [framing.plan for framing in framed]
    outlines = {plan.id: seen for plan in plans if (seen := floor_plan.drawn(plan))}
    beside = Beside(outlines.values())
    packs, say = prefab(framed), reader(job.standard.words).say
    walls = [_wall(framing, seen, beside, say) for framing in framed if (seen := outlines.get(framing.plan.id))]
    tied = ties(plans)
    lifts = {framing.plan.id: lift(framing) for framing in framed}
    area = floor_plan.area(plans)
    return PlanView(
        revision=revision,
        walls=walls,
        alone=[plan.id for plan in plans if plan.id not in outlines],
        corners=[_corner(corner) for corner in floor_plan.corners(plans)],
        bounds=area and _bounds(*area),
        picture_corner=_place((job.picture.at.x, job.picture.at.y)) if job.picture else None,
        order=[_step(step, lifts[step.wall], say) for step in build_order(plans)],
        packs=[
            PlanPack(
                kind=pack.kind,
                pieces=[say(piece.called) for piece in pack.pieces],
                hand=pack.hand,
                count=pack.count,
                places=[say(place.called) for place in pack.places],
            )
            for pack in packs
        ],
        handedness=say(handedness(packs)),
        ties=PlanTies(laps=tied.laps, nails=tied.nails, connectors=tied.connectors),
        pounds=round(sum(raised.pounds for raised in lifts.values())),
    )


def plan_preview(job: Job, revision: int, edit: Edit) -> PlanPreview:
    """The floor as an edit would leave it.

    Raises:
        BluffError: The edit does not fit the job.
    """
    after = apply(job, edit)
    says = reader(after.standard.words).say(describe(edit, parts_of(job)))
    return PlanPreview(says=says, plan=plan_view(after, revision))


def _wall(framing: Framing, seen: Outline, beside: Beside, say: Callable[[Message], str]) -> PlanWall:
    plan = framing.plan
    stations = floor_plan.stations(plan, seen)
    before: Length = 0
    listed = []
    for station in stations:
        listed.append(
            PlanStation(
                name=station.name,
                at=_place(station.place),
                along=in_feet(station.along),
                step=in_feet(station.along - before),
            )
        )
        before = station.along
    return PlanWall(
        id=plan.id,
        entered=WallFile.from_core(plan.wall),
        start=_place(seen.at(0, 0)),
        end=_place(seen.at(seen.length, 0)),
        corners=[_place(corner) for corner in floor_plan.cut_corners(plan, seen)],
        middle=_place(floor_plan.middle_of(plan, seen)),
        meets_start=_end(plan.meetings.start),
        meets_end=_end(plan.meetings.end),
        length=in_feet(plan.wall.run.length),
        plate_length=in_feet(plan.length),
        hook=plan.standard.datum.end,
        seen_from=say(floor_plan.seen_from(seen).called),
        hook_at=_place(floor_plan.datum_place(plan, seen)),
        openings=[_opening(plan, placed, seen) for placed in plan.openings],
        clears=[
            PlanClear(
                other=clear.other,
                side=clear.side,
                distance=in_feet(clear.distance),
                start=_place(clear.start),
                end=_place(clear.end),
            )
            for clear in floor_plan.clears(seen, beside)
        ],
        stations=listed,
        stations_side=floor_plan.dimensioned_side(seen),
        heights=[
            PlanHeight(at=_place(place), height=figure(height)) for place, height in floor_plan.top_heights(plan, seen)
        ],
        findings=severities(counted(framing)),
    )


def _opening(plan: WallPlan, placed: PlacedOpening, seen: Outline) -> PlanOpening:
    corners = floor_plan.opening_corners(plan, placed, seen)
    rough = Size(placed.rough.width.value, placed.rough.height.value)
    return PlanOpening(
        id=placed.id,
        kind=placed.opening.kind,
        size=str(placed.opening.size if placed.opening.sizing is Sizing.UNIT else rough),
        floor=placed.opening.floor,
        corners=[_place(corner) for corner in corners],
        center=_place((sum(x for x, _ in corners) / 4, sum(y for _, y in corners) / 4)),
    )


def _end(meeting: EndMeeting | None) -> PlanEnd | None:
    if meeting is None:
        return None
    return PlanEnd(joint=meeting.joint, other=meeting.other, is_corner=meeting.is_corner)


def _corner(corner: floor_plan.Corner) -> PlanCorner:
    turn = edit_from_core(RunThrough(corner.butt, corner.butt_end))
    return PlanCorner(through=corner.through, butt=corner.butt, at=_place(corner.at), turn=turn)


def _step(step: BuildStep, raised: Lift, say: Callable[[Message], str]) -> PlanStep:
    return PlanStep(
        wall=step.wall,
        after=list(step.after),
        waits_in_ring=step.waits_in_ring,
        raised_toward=say(step.raised_toward.called) if step.raised_toward else None,
        room=None if step.room is None else in_feet(step.room),
        is_tight=step.is_tight,
        pounds=round(raised.pounds),
        at_edge=round(raised.at_edge),
        people=raised.people,
        needs_help=raised.needs_help,
    )


def _bounds(west: Length, south: Length, east: Length, north: Length) -> tuple[float, float, float, float]:
    return to_inches(west), to_inches(south), to_inches(east), to_inches(north)


def _place(place: tuple[float, float]) -> Place:
    """A place in inches, to a thousandth: it is for drawing."""
    return round(place[0] / PER_INCH, 3), round(place[1] / PER_INCH, 3)
