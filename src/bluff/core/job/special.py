"""Specials: what the plan asks for in a wall besides its openings, marked before the regular layout.

post
    Boards nailed up as one, standing where a load comes down: stacked in the wall, or under a beam.
beam pocket
    The gap a beam lies in at the top of a wall, on its post and between two studs.
kept clear
    A bay for something that runs or sits in the wall: a duct, a riser, a panel, a cabinet.
fixture backing
    A flat board between the studs at a height somebody has given, for a rail, a cabinet or a basin.
plate breaks
    Where the boards of a plate meet, where that is decided: by the framer, or with the cutting plan.
"""

from collections.abc import Sequence
from dataclasses import dataclass, fields, replace
from enum import StrEnum

from bluff.core.errors import JobError, LumberError
from bluff.core.job.amounts import check_count
from bluff.core.job.position import At, Centered
from bluff.core.job.schools import Line
from bluff.core.measure.length import LONGEST, Length, inches
from bluff.core.measure.lumber import STUDS, lumber
from bluff.core.message import Message, message

MOST_BREAKS = 200
"""Of one plate."""
MOST_PLIES = 6
"""Boards nailed up as one post."""


@dataclass(frozen=True, slots=True)
class Beam:
    """A beam that lies in a pocket of the wall.

    Args:
        width: Through which it takes up the wall's length.
        underside: Above the floor, where its post ends.
        depth: From its underside to its top; a beam that reaches the top plates breaks them.
    """

    width: Length
    underside: Length
    depth: Length

    def __post_init__(self) -> None:
        if not inches("1 1/2") <= self.width <= inches(24):
            raise JobError(
                message("A beam is 1 1/2 to 24 inches wide. Write how wide it is along the wall."), "beam.width"
            )
        if self.underside < inches(12):
            raise JobError(
                message("Write the underside of the beam above the floor, at least 12 inches."), "beam.underside"
            )
        if not inches(2) <= self.depth <= inches(48):
            raise JobError(message("A beam is 2 to 48 inches deep."), "beam.depth")


@dataclass(frozen=True, slots=True)
class Post:
    """A post in the wall.

    Args:
        id: Its mark, P1.
        position: Where its center or edge is.
        size: Of one board of it; None takes the wall's own lumber.
        plies: How many boards are nailed up.
        beam: What lies on it; None where the load comes down on the plates.

    Raises:
        JobError: Nobody can build it.
    """

    id: str
    position: At | Centered
    size: str | None = None
    plies: int = 2
    beam: Beam | None = None

    def __post_init__(self) -> None:
        check_count("plies", self.plies, MOST_PLIES)
        if self.size is None:
            return
        try:
            nominal = lumber(self.size).nominal
        except LumberError as error:
            raise JobError(error.message, "size") from error
        object.__setattr__(self, "size", nominal)


_ONE_BOARD: Length = inches("3 1/2")
"""A post of boards as thick as this is one of them; thinner boards are nailed up."""


def usual_plies(size: str | None) -> int:
    """How many boards a post is where nobody says: one of 4x and thicker, two of the wall's own or other thin ones.

    >>> usual_plies("4x4"), usual_plies("2x6"), usual_plies(None)
    (1, 2, 2)

    Raises:
        JobError: No such lumber.
    """
    if size is None:
        return 2
    try:
        return 1 if lumber(size).thickness >= _ONE_BOARD else 2
    except LumberError as error:
        raise JobError(error.message, "size") from error


class ClearFor(StrEnum):
    """What wants a bay of its own."""

    DUCT = "duct"
    RISER = "riser"
    PANEL = "panel"
    CABINET = "cabinet"

    @property
    def called(self) -> Message:
        """Its name, in small letters."""
        return _CLEAR_NAMES[self]


_CLEAR_NAMES = {
    ClearFor.DUCT: message("duct"),
    ClearFor.RISER: message("riser"),
    ClearFor.PANEL: message("panel"),
    ClearFor.CABINET: message("cabinet"),
}

_AROUND: Length = inches(1)
"""What a duct or a riser wants besides its own width; what is made to fit between studs wants nothing."""


@dataclass(frozen=True, slots=True)
class KeptClear:
    """A bay that is kept clear of wood, from plate to plate.

    Args:
        id: Its mark, U1.
        use: What for.
        position: Where its center or edge is.
        width: Of the thing itself.

    Raises:
        JobError: Nothing so wide goes into a wall.
    """

    id: str
    use: ClearFor
    position: At | Centered
    width: Length

    def __post_init__(self) -> None:
        if not inches(1) <= self.width <= inches(96):
            raise JobError(
                message("What is kept clear is 1 to 96 inches wide. Write how wide the thing itself is."), "width"
            )

    @property
    def clear(self) -> Length:
        """What it wants between the studs. Source: docs/rules.md, Kept clear. A duct of 12 wants 13."""
        return self.width + (_AROUND if self.use in (ClearFor.DUCT, ClearFor.RISER) else 0)


@dataclass(frozen=True, slots=True)
class FixtureBacking:
    """A board flat between the studs for something that is fixed to the wall later.

    Args:
        id: Its mark, R1.
        start, end: Between these points of the plate.
        height: Its center above the floor.
        size: Its lumber.
        side: The face of the wall it lies on, walking from start to end; None is the inside of an exterior wall, and
            the right of any other.

    Raises:
        JobError: It is nowhere.
    """

    id: str
    start: Length
    end: Length
    height: Length
    size: str = "2x8"
    side: Line | None = None

    def __post_init__(self) -> None:
        if self.end - self.start < inches(3):
            raise JobError(
                message("{Backing} runs at least 3 inches. Write where it starts, then where it ends."), "to"
            )
        if self.size not in STUDS:
            raise JobError(
                message("{Backing} is cut from {choices}, not {size}.", choices=", ".join(STUDS), size=self.size),
                "size",
            )


@dataclass(frozen=True, slots=True)
class PlateBreaks:
    """Where the boards of a wall's plates meet, along its bottom plate; None where the rule says.

    A break is the middle of a stud, a place in a doorway where the crew breaks there, or for the cap plate any place.

    Args:
        bottom_plate: The lowest.
        second_bottom_plate: Where there is one.
        top_plate: The first of the top plates.
        cap_plate: The second.

    Raises:
        JobError: More breaks than any plate has, or one that is no place along it.
    """

    bottom_plate: tuple[Length, ...] | None = None
    second_bottom_plate: tuple[Length, ...] | None = None
    top_plate: tuple[Length, ...] | None = None
    cap_plate: tuple[Length, ...] | None = None

    def __post_init__(self) -> None:
        for plate in fields(self):
            places = self.of(plate.name)
            if places is None:
                continue
            if len(places) > MOST_BREAKS:
                raise JobError(
                    message("A plate breaks at up to {most_breaks} places.", most_breaks=MOST_BREAKS),
                    f"plate_breaks.{plate.name}",
                )
            if not all(0 < place <= LONGEST for place in places):
                raise JobError(
                    message("A plate breaks between its ends. Write how far from the wall's start."),
                    f"plate_breaks.{plate.name}",
                )
            object.__setattr__(self, plate.name, tuple(sorted(set(places))))

    def of(self, plate: str) -> tuple[Length, ...] | None:
        """Those of one plate, by its name here."""
        places: tuple[Length, ...] | None = getattr(self, plate)
        return places

    def put(self, plate: str, places: Sequence[Length] | None) -> "PlateBreaks":
        """The same with those of one plate decided otherwise."""
        return replace(self, **{plate: None if places is None else tuple(places)})

    def turned(self, length: Length) -> "PlateBreaks":
        """The same places of a wall of some length that is walked the other way round."""
        ends = {plate.name: self.of(plate.name) for plate in fields(self)}
        return PlateBreaks(
            **{name: places and tuple(length - at for at in places if at < length) for name, places in ends.items()}
        )
