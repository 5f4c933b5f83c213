"""Work on a wall: what is built before, how it is framed step by step, how it is raised, and what of it is done."""

from collections.abc import Iterable
from uuid import UUID

from fastapi import APIRouter
from typing_extensions import TypedDict

from bluff.api.site.entries import OurSite, by_whom_of
from bluff.api.wall.elevation import Lifted, lifted
from bluff.core.crew.order import build_order
from bluff.core.crew.packs import Pack, prefab
from bluff.core.job.words import Words
from bluff.core.message import Message, message
from bluff.core.site.raising import Raising, raising
from bluff.core.site.steps import Step, framing_steps, header_packs
from bluff.core.site.work import Work, WorkKind, pack_work
from bluff.service.framings import framings
from bluff.views.by_whom import ByWhom
from bluff.views.reader import reader

router = APIRouter(prefix="/api/jobs/{job_id}/site", tags=["site"])


class PackPlace(TypedDict):
    """Where one pack goes, and what its tick is kept under."""

    work: str
    place: str


class PackOnSite(TypedDict):
    """Packs alike of a wall: what each is made of, and where they go."""

    name: str
    pieces: list[str]
    places: list[PackPlace]


class HeaderMade(TypedDict):
    """How one header is made, line by line."""

    opening: str
    header: str
    steps: list[str]


class PiecesOfStep(TypedDict):
    """Pieces alike of one step: which, and their length as it is cut."""

    members: list[str]
    count: int
    name: str
    board: str
    length: str


class NailsOfStep(TypedDict):
    """The nails of one kind of joint in a step."""

    joint: str
    count: int


class StepView(TypedDict):
    """One step of framing a wall."""

    work: str
    name: str
    do: str
    caution: str
    pieces: list[PiecesOfStep]
    nails: list[NailsOfStep]


class ToTick(TypedDict):
    """Something to look at or do, and what its tick is kept under."""

    work: str
    says: str


class RaisingView(TypedDict):
    """Raising a wall: what it takes, what is to be known, what is looked at before, what is done after."""

    bare: Lifted
    sheeted: Lifted
    says: list[str]
    before: list[ToTick]
    after: list[ToTick]


class WorkView(TypedDict):
    """How a wall is framed and raised, and what of it is done, by what its tick is kept under."""

    revision: int
    wall: str
    packs: list[PackOnSite]
    headers: list[HeaderMade]
    steps: list[StepView]
    raising: RaisingView
    done: dict[str, ByWhom]


@router.get("/walls/{wall_id}/work")
def work(site: OurSite, job_id: UUID, wall_id: str) -> WorkView:
    """How a wall is framed and raised, step by step, and what of it is done."""
    state, framing, ticks = site.work(job_id, wall_id)
    words = framing.plan.standard.words
    say = reader(words).say
    plans = [one.plan for one in framings(state.job)]
    turn = next(one for one in build_order(plans) if one.wall == wall_id)
    return {
        "revision": state.revision,
        "wall": wall_id,
        "packs": [_pack(pack, words) for pack in prefab([framing])],
        "headers": [
            {"opening": one.opening, "header": say(one.header), "steps": [say(line) for line in one.steps]}
            for one in header_packs(framing)
        ],
        "steps": [_step(step, words) for step in framing_steps(framing)],
        "raising": _raising(raising(framing, turn), words),
        "done": {name: by_whom_of(record) for name, record in ticks.items() if record.is_done},
    }


def _pack(pack: Pack, words: Words) -> PackOnSite:
    say = reader(words).say
    return {
        "name": say(pack.called),
        "pieces": [say(piece.called) for piece in pack.pieces],
        "places": [{"work": str(pack_work(pack.kind, place)), "place": say(place.called)} for place in pack.places],
    }


def _step(step: Step, words: Words) -> StepView:
    reads = reader(words)
    say = reads.say
    return {
        "work": str(Work(WorkKind.STEP, step.id)),
        "name": say(step.name),
        "do": say(step.do),
        "caution": say(step.caution),
        "pieces": [
            {
                "members": [str(member) for member in one.members],
                "count": one.count,
                "name": reads.piece(one.role),
                "board": say(message("{plies}-ply {size}", plies=one.plies, size=one.size))
                if one.plies > 1
                else one.size,
                "length": say(one.length),
            }
            for one in step.pieces
        ],
        "nails": [{"joint": say(joint), "count": count} for joint, count in step.nails],
    }


def _raising(one: Raising, words: Words) -> RaisingView:
    say = reader(words).say

    def listed(items: Iterable[tuple[str, Message]]) -> list[ToTick]:
        return [{"work": str(Work(WorkKind.RAISE, name)), "says": say(says)} for name, says in items]

    return {
        "bare": lifted(one.bare),
        "sheeted": lifted(one.sheeted),
        "says": [say(line) for line in one.says],
        "before": listed(one.before),
        "after": listed(one.after),
    }
