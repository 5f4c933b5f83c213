"""What is given for an exercise: what the plan, the schedule and the crew's ways say, and no place of a mark."""

from collections.abc import Iterator, Mapping
from typing import NamedTuple

from bluff.core.job.amounts import Allowance, DoorParts
from bluff.core.job.job import Sizing
from bluff.core.job.position import At, Centred, FromOpening, FromOutside, FromPlate, FromWall, Reference
from bluff.core.job.schools import End, OpeningKind
from bluff.core.learn.plan_strip import plan_strip
from bluff.core.measure.length import format_feet, format_inches, format_spacing
from bluff.core.measure.slope import format_pitch
from bluff.core.wall.member import CUT_LINE, Role
from bluff.core.wall.placed import PlacedOpening
from bluff.core.wall.wall_plan import WallPlan


class Given(NamedTuple):
    """One thing that is given: what it is, and what it says."""

    name: str
    says: str


def given(plan: WallPlan) -> tuple[Given, ...]:
    """Everything an apprentice needs for a wall, in the crew's words."""
    say = plan.standard.words.say
    return tuple(Given(say(one.name), say(one.says)) for one in (*_of_wall(plan), *_of_openings(plan)))


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
    yield Given("Plate", f"{format_inches(plan.length)}, of {plan.plate.nominal}")
    if not plan.is_level:
        (slope,) = plan.ceiling.stretches
        low = End.START if slope.low_end == slope.start else End.END
        long = format_inches(slope.length)
        yield Given("Top plate", f"rises {format_pitch(slope.pitch)} from the {low}; {long} along")
    yield Given("Tape", f"hooks on the {standard.datum.end}")
    yield Given("Layout", f"{format_spacing(standard.spacing)} on centre{_starts(plan)}")
    yield Given("Stud", f"{format_inches(plan.stud_length.value)}, {format_inches(plan.stud.thickness)} thick")
    bottom, top = standard.bottom_plates, standard.top_plates
    yield Given("Plates", f"{_many(bottom, 'bottom plate')}, {_many(top, 'top plate')}")
    for end in End:
        if meeting := plan.meetings.at(end):
            yield Given(
                f"At the {end}",
                f"{meeting.joint.verb} wall {meeting.other}, {format_inches(meeting.thickness)} thick",
            )
    measured = {one.of: one.length for one in plan_strip(plan).dimensions}
    for crossing in plan.meetings.intersections:
        thick, centre = format_inches(crossing.thickness), format_feet(measured[crossing.other])
        whence = "the outside at the start" if wall.kind is not None else "the start"
        yield Given(f"Wall {crossing.other}", f"{thick} thick, its centre {centre} from {whence}")
    if plan.meetings.others:
        yield Given("Corners", f"{standard.corner.called}; walls that butt: {standard.intersection.called}".lower())


def _starts(plan: WallPlan) -> str:
    if not plan.datum.shift:
        return ", from where the tape hooks"
    if plan.meetings.at(plan.datum.end):
        return ", from the outside of the building"
    where = "past" if plan.datum.shift > 0 else "before"
    return f", from {format_inches(abs(plan.datum.shift))} {where} the end of the plate"


def _of_openings(plan: WallPlan) -> Iterator[Given]:
    kinds: set[OpeningKind] = set()
    for placed in plan.openings:
        opening, size = placed.opening, placed.opening.size
        is_rough = opening.sizing is Sizing.ROUGH
        kinds |= set() if is_rough else {opening.kind}
        yield Given(
            opening.id,
            f"{opening.kind.replace('-', ' ')} {'RO ' if is_rough else ''}{size}, {_place(opening.position)}",
        )
        yield Given(f"Round {opening.id}", _round(placed))
    standard = plan.standard
    if OpeningKind.WINDOW in kinds:
        yield Given("Window", f"rough opening: {_allowance(standard.window_allowance)}")
    if OpeningKind.DOOR in kinds:
        yield Given("Door", f"rough opening: {_allowance(standard.door_allowance)}")


def _round(placed: PlacedOpening) -> str:
    """What is decided about an opening: its header, its head, how many jacks and kings."""
    jacks = _many(placed.jack_count, "jack") if placed.jack_count else "no jack"
    parts = [f"header {placed.header}, {format_inches(placed.header.depth)} deep"]
    if placed.has_sill:
        parts.append(f"head at {format_inches(placed.head.value)}")
        parts.append(_many(placed.standard.sills, "sill"))
    return ", ".join([*parts, f"{jacks} and {_many(placed.king_count, 'king')} a side"])


def _many(count: int, name: str) -> str:
    return f"{count} {name}" if count == 1 else f"{count} {name}s"


def _allowance(allowance: Allowance | DoorParts) -> str:
    match allowance:
        case Allowance(width, height):
            return f"unit + {format_inches(width)} wide, + {format_inches(height)} high"
        case DoorParts(jamb, gap, under, floor, shim):
            wide = f"2 jambs {format_inches(jamb)} + 2 gaps {format_inches(gap)}"
            high = f"jamb, {format_inches(under)} under it, floor {format_inches(floor)} and shim {format_inches(shim)}"
            return f"unit + {wide} wide; + {high} high"


def _place(position: At | Centred) -> str:
    if isinstance(position, Centred):
        return "in the middle of the plate"
    what = "centre" if position.reference is Reference.CENTRE else "edge"
    distance = format_feet(position.distance)
    match position.origin:
        case FromPlate(end):
            whence = f"from the {end} of the plate"
        case FromOutside(end):
            whence = f"from the outside at the {end}"
        case FromOpening(other):
            whence = f"{'past' if position.toward is End.END else 'before'} {other}"
        case FromWall(other, face):
            whence = f"{'past' if position.toward is End.END else 'before'} the {face} face of wall {other}"
    return f"{what} {distance} {whence}"
