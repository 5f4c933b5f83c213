"""What a whole framed job comes to: counts, nails, weights, the order of the work and what is built before it."""

from collections.abc import Sequence

from pydantic import BaseModel

from bluff.core.crew.order import build_order
from bluff.core.crew.packs import prefab
from bluff.core.measure.length import to_inches
from bluff.core.plan.outline import CompassPoint
from bluff.core.takeoff.effect import tally
from bluff.core.takeoff.nails import nails
from bluff.core.takeoff.ties import ties
from bluff.core.takeoff.weight import lift
from bluff.core.wall.framing import Framing
from bluff.views.reader import Reader


class FramedCount(BaseModel):
    """One thing counted piece by piece, and by rule of thumb."""

    exact: float
    thumb: float


class FramedNailRow(BaseModel):
    """The nails of one kind of joint over the whole job."""

    joint: str
    joints: int
    nails: int


class FramedTies(BaseModel):
    """How second top plates tie the walls: laps, and places where a connector is called for."""

    laps: int
    connectors: int


class FramedStep(BaseModel):
    """A wall in its turn: what must stand before it, which way its top travels, and what lifting it takes."""

    wall: str
    after: list[str]
    raised_toward: CompassPoint | None
    pounds: int
    people: int


class FramedPack(BaseModel):
    """Packs alike, to be built before the walls."""

    kind: str
    count: int
    pieces: list[str]
    places: list[str]


class FramedTotals(BaseModel):
    """What a job comes to. Studs are boards of stud length, plates running inches; `wood_percent` is of the faces."""

    studs: FramedCount
    plates: FramedCount
    pieces: int
    lumber: float
    pounds: int
    sheets: int
    wood_percent: float
    nails: list[FramedNailRow]
    ties: FramedTies
    order: list[FramedStep]
    packs: list[FramedPack]


def framed_totals(framings: Sequence[Framing]) -> FramedTotals:
    """The totals of a framed job."""
    counted, say = tally(framings), Reader().say
    plans = [framing.plan for framing in framings]
    lifts = {framing.plan.id: lift(framing) for framing in framings}
    tied = ties(plans)
    return FramedTotals(
        studs=FramedCount(exact=counted.studs_exactly, thumb=counted.studs_by_thumb),
        plates=FramedCount(exact=to_inches(counted.plates_exactly), thumb=to_inches(counted.plates_by_thumb)),
        pieces=counted.pieces,
        lumber=to_inches(counted.lumber),
        pounds=counted.pounds,
        sheets=counted.sheets,
        wood_percent=round(float(100 * counted.wood), 1),
        nails=[FramedNailRow(joint=say(row.joint), joints=row.joints, nails=row.nails) for row in nails(framings)],
        ties=FramedTies(laps=tied.laps, connectors=tied.connectors),
        order=[
            FramedStep(
                wall=step.wall,
                after=list(step.after),
                raised_toward=step.raised_toward,
                pounds=round(lifts[step.wall].pounds),
                people=lifts[step.wall].people,
            )
            for step in build_order(plans)
        ],
        packs=[
            FramedPack(
                kind=pack.kind,
                count=pack.count,
                pieces=[say(piece.called) for piece in pack.pieces],
                places=[*map(str, pack.places)],
            )
            for pack in prefab(framings)
        ],
    )
