"""What is given for an exercise: what the plan, the schedule and the crew's ways say, and no place of a mark."""

from collections.abc import Iterator, Mapping
from typing import NamedTuple

from bluff.core.job.amounts import Allowance, DoorParts
from bluff.core.job.description import place_described
from bluff.core.job.job import Sizing
from bluff.core.job.schools import End, OpeningKind
from bluff.core.learn.plan_strip import plan_strip
from bluff.core.message import Message, message, plural, separated
from bluff.core.wall.member import CUT_LINE, Role
from bluff.core.wall.placed import PlacedOpening
from bluff.core.wall.wall_plan import WallPlan


class Given(NamedTuple):
    """One thing that is given: what it is, and what it says."""

    name: Message
    says: Message


def given(plan: WallPlan) -> tuple[Given, ...]:
    """Everything an apprentice needs for a wall."""
    return (*_of_wall(plan), *_of_openings(plan))


_DRAWN = (
    Role.STUD,
    Role.END_STUD,
    Role.CORNER_STUD,
    Role.INTERSECTION_STUD,
    Role.KING,
    Role.JACK,
    Role.TOP_CRIPPLE,
    Role.BOTTOM_CRIPPLE,
    Role.CORNER_BACKING,
    Role.INTERSECTION_BACKING,
    Role.POST,
)
"""What is drawn on plates, in the order its letters are offered."""


def letters(plan: WallPlan) -> Mapping[str, tuple[Role | str, ...]]:
    """What is written on a plate, and for which pieces; the line where a plate is cut out stands last."""
    words = plan.standard.words
    found: dict[str, list[Role | str]] = {}
    for role in _DRAWN:
        if letter := words.letter(role):
            found.setdefault(letter, []).append(role)
    return {**{letter: tuple(roles) for letter, roles in found.items()}, "cut": (CUT_LINE,)}


def _of_wall(plan: WallPlan) -> Iterator[Given]:
    standard, wall = plan.standard, plan.wall
    yield Given(message("Plate"), message("{length:length}, of {size}", length=plan.length, size=plan.plate.nominal))
    if not plan.is_level:
        (slope,) = plan.ceiling.stretches
        low = End.START if slope.low_end == slope.start else End.END
        yield Given(
            message("{Top_plate}"),
            message(
                "rises {pitch:pitch} from the {end}; {length:length} along",
                pitch=slope.pitch,
                end=low.called,
                length=slope.length,
            ),
        )
    yield Given(message("Tape"), message("hooks on the {end}", end=standard.datum.end.called))
    yield Given(
        message("Layout"),
        message("{spacing:spacing} on center, {whence}", spacing=standard.spacing, whence=_starts(plan)),
    )
    yield Given(
        message("{Stud}"),
        message(
            "{length:length}, {thickness:length} thick", length=plan.stud_length.value, thickness=plan.stud.thickness
        ),
    )
    bottom = plural("{count} {bottom_plate}", "{count} {bottom_plate:many}", count=standard.bottom_plates)
    top = plural("{count} {top_plate}", "{count} {top_plate:many}", count=standard.top_plates)
    yield Given(message("Plates"), separated([bottom, top]))
    for end in End:
        if meeting := plan.meetings.at(end):
            yield Given(
                message("At the {end}", end=end.called),
                message("{meets}, {thickness:length} thick", meets=meeting.described, thickness=meeting.thickness),
            )
    measured = {one.of: one.length for one in plan_strip(plan).dimensions}
    for crossing in plan.meetings.intersections:
        yield Given(
            message("Wall {wall}", wall=crossing.other),
            message(
                "{thickness:length} thick, its center {at:feet} from the outside at the start"
                if wall.kind is not None
                else "{thickness:length} thick, its center {at:feet} from the start",
                thickness=crossing.thickness,
                at=measured[crossing.other],
            ),
        )
    if plan.meetings.others:
        yield Given(
            message("Corners"),
            message(
                "{corner}. Walls that butt: {intersection}",
                corner=standard.corner.called,
                intersection=standard.intersection.called,
            ),
        )


def _starts(plan: WallPlan) -> Message:
    shift = plan.datum.shift
    if not shift:
        return message("from where the tape hooks")
    if plan.meetings.at(plan.datum.end):
        return message("from the outside of the building")
    return message(
        "from {by:length} past the end of the plate" if shift > 0 else "from {by:length} before the end of the plate",
        by=abs(shift),
    )


def _of_openings(plan: WallPlan) -> Iterator[Given]:
    kinds: set[OpeningKind] = set()
    for placed in plan.openings:
        opening = placed.opening
        is_rough = opening.sizing is Sizing.ROUGH
        kinds |= set() if is_rough else {opening.kind}
        yield Given(
            message("{opening}", opening=opening.id),
            message(
                "{kind} RO {size}, {place}" if is_rough else "{kind} {size}, {place}",
                kind=opening.kind.called,
                size=str(opening.size),
                place=place_described(opening.position),
            ),
        )
        yield Given(message("Around {opening}", opening=opening.id), separated([*_around(placed)]))
    standard = plan.standard
    if OpeningKind.WINDOW in kinds:
        yield Given(
            message("Window"), message("rough opening: {allowance}", allowance=_allowance(standard.window_allowance))
        )
    if OpeningKind.DOOR in kinds:
        yield Given(
            message("Door"), message("rough opening: {allowance}", allowance=_allowance(standard.door_allowance))
        )


def _around(placed: PlacedOpening) -> Iterator[Message]:
    """What is decided about an opening: its header, its head, how many jacks and kings."""
    header = placed.header
    yield message("{header} {boards}, {depth:length} deep", boards=header.called, depth=header.depth)
    if placed.has_sill:
        yield message("head at {head:length}", head=placed.head.value)
        yield plural("{count} {sill}", "{count} {sill:many}", count=placed.standard.sills)
    count = placed.jack_count
    yield message(
        "{jacks} and {kings} a side",
        jacks=plural("{count} {jack}", "{count} {jack:many}", count=count) if count else message("no {jack}"),
        kings=plural("{count} {king}", "{count} {king:many}", count=placed.king_count),
    )


def _allowance(allowance: Allowance | DoorParts) -> Message:
    match allowance:
        case Allowance(width, height):
            return message(
                "unit + {width:length} wide, + {height:length} high",
                width=width,
                height=height,
            )
        case DoorParts(jamb, gap, under, floor, shim):
            return message(
                "unit + 2 jambs {jamb:length} + 2 gaps {gap:length} wide; + jamb, {under:length} under it, floor "
                "{floor:length} and shim {shim:length} high",
                jamb=jamb,
                gap=gap,
                under=under,
                floor=floor,
                shim=shim,
            )
