"""What walls meet in the plan: at their ends, and along their sides.

through
    The wall that runs on to the outside of a corner, or past the end of another wall.
butt
    The wall that stops against a through wall and is shorter by its thickness.
miter
    A corner that is not square: both plates are cut to half the turn, and neither runs through.
splice
    Two walls in line, the end of one against the end of the other.
intersection
    Where a wall butts into the side of another one, away from its ends.
outside
    How far the outside of the building lies beyond the end of a plate: nothing for a wall that runs
    through, the thickness of the wall it butts into otherwise. At an inside corner of two outside faces the
    plate that runs through goes on past it, so that it lies before the plate's end.

Which of them is which is decided in `bluff.core.plan.junction`.
"""

from dataclasses import dataclass
from enum import StrEnum

from bluff.core.job.schools import End, Line
from bluff.core.measure.length import Length
from bluff.core.message import Message, message, template


class Joint(StrEnum):
    """How a wall's end meets another wall."""

    THROUGH = "through"
    BUTT = "butt"
    MITER = "miter"
    SPLICE = "splice"


_SAID = {
    Joint.THROUGH: template("runs past wall {wall}"),
    Joint.BUTT: template("butts into wall {wall}"),
    Joint.MITER: template("mitered with wall {wall}"),
    Joint.SPLICE: template("goes on in wall {wall}"),
}


@dataclass(frozen=True, slots=True)
class EndMeeting:
    """What a wall's end meets.

    Args:
        other: The wall it meets.
        joint: How.
        is_corner: Whether that wall ends here too, rather than running past.
        thickness: What that wall takes up of this one's run.
        reach: How far the plate's end, at its long point, lies beyond the end of the wall as drawn; negative
            when it stops short.
        outside: How far beyond the plate's end the outside of the building lies; negative where the plate runs past it.
        side: The side of this wall the other one goes off to.
        short: From the plate's long point back to its short point; 0 for a square cut.
        long_side: The side of the wall the long point is on; of no account for a square cut.
        lap: How far the second top plate runs beyond the plate's end, negative where it stops short; None where
            the two cannot lap.
        lapped_by: The wall whose second top plate lies where this one's would lap, if that is why it does not.
    """

    other: str
    joint: Joint
    is_corner: bool
    thickness: Length
    reach: Length
    outside: Length
    side: Line
    short: Length = 0
    long_side: Line = Line.LEFT
    lap: Length | None = None
    lapped_by: str | None = None

    @property
    def described(self) -> Message:
        """What this wall does there: butts into wall A."""
        return message(_SAID[self.joint], wall=self.other)

    @property
    def is_through(self) -> bool:
        """Whether this wall runs through at a square corner."""
        return self.joint is Joint.THROUGH

    @property
    def beyond(self) -> Length:
        """How much of the other wall stands beyond the plate's end; the rest of it stands on the plate."""
        return self.thickness if self.joint is Joint.BUTT else 0


@dataclass(frozen=True, slots=True)
class Intersection:
    """A wall that butts into this one's side.

    Args:
        other: The wall that butts.
        thickness: What it takes up of this wall's run.
        center: Its center, along this wall as drawn, from its drawn start.
        side: The face it butts against, walking from start to end.
        is_lapped: Whether the second top plates of the two can lap.
    """

    other: str
    thickness: Length
    center: Length
    side: Line
    is_lapped: bool


@dataclass(frozen=True, slots=True)
class Crossing:
    """A wall that runs right through this one.

    Args:
        other: That wall.
        at: Where their lines cross, along this wall from its start as drawn.
        others_at: The same along the other one.
        is_through: Whether the longer-wall rule lets this one run through.
    """

    other: str
    at: Length
    others_at: Length
    is_through: bool


@dataclass(frozen=True, slots=True)
class Meetings:
    """Everything that one wall meets.

    Args:
        start, end: What its ends meet; an end that is not there is free.
        intersections: In order along the wall.
        crossings: Walls that run right through it, which no wall can be built with; in order along the wall.
        overlaps: Walls in line with it that lie in the same place for some way.
    """

    start: EndMeeting | None = None
    end: EndMeeting | None = None
    intersections: tuple[Intersection, ...] = ()
    crossings: tuple[Crossing, ...] = ()
    overlaps: tuple[str, ...] = ()

    @property
    def others(self) -> tuple[str, ...]:
        """The walls it meets, from its start to its end, each once."""
        start, end = ([meeting.other] if meeting else [] for meeting in (self.start, self.end))
        return tuple(dict.fromkeys((*start, *(meeting.other for meeting in self.intersections), *end)))

    @property
    def drawn_start(self) -> Length:
        """Where the wall's start as drawn lies along its plate; less than 0 where the plate begins past it."""
        return self.start.reach if self.start else 0

    def at(self, end: End) -> EndMeeting | None:
        """What that end meets, None when it is free."""
        return self.start if end is End.START else self.end


@dataclass(frozen=True, slots=True)
class Profile:
    """A wall seen from its end.

    Args:
        thickness: Of its studs' width.
        lap_height: Where its second top plate lies above the floor, None when it has only one, laps onto nothing, or
            does not lie level from end to end.
        at_start, at_end: The same at its ends, where its plates do not lie level between them.
    """

    thickness: Length
    lap_height: Length | None
    at_start: Length | None = None
    at_end: Length | None = None

    def laps_at(self, end: End | None) -> Length | None:
        """Where its second top plate lies at an end, or beside its ends."""
        if self.lap_height is not None or end is None:
            return self.lap_height
        return self.at_start if end is End.START else self.at_end
