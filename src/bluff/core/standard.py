"""A standard: a crew's ways of framing, each a value chosen once.

The product's own standard is `Standard()`. A job, a wall and an opening may each say something else
about any of it with `Ways`; the nearest one wins.

school
    One of the ways good crews do the same thing. Every school is a member of an enumeration here.
head height
    Underside of a header above the floor.
datum
    The point the on-centre layout is measured from: normally where the first sheet starts.
"""

from collections.abc import Iterable
from dataclasses import dataclass, field, fields, replace
from enum import StrEnum
from fractions import Fraction
from typing import Any, TypeAlias

from bluff.core.errors import LumberError, SettingError
from bluff.core.length import Length, format_inches, inches
from bluff.core.lumber import HEADER_PLIES, Lumber, lumber

_FIVE_FEET: Length = inches("5'")
USUAL_PLAY: Length = inches("1/4")
"""What a wall that goes into a room is lower than the room."""
_USUAL_HEAD: Length = inches("82 1/2")


class End(StrEnum):
    """An end of a wall: where its run starts or where it ends."""

    START = "start"
    END = "end"

    @property
    def other(self) -> "End":
        return End.END if self is End.START else End.START


class HeaderKind(StrEnum):
    """How a header is made. Source: docs/rules.md, Headers."""

    BUILT_UP = "built-up"
    """Two-bys on edge with a 1/2 spacer between each two."""
    SOLID = "solid"
    """One timber on edge."""
    FLAT = "flat"
    """Boards of the wall's own lumber laid flat, one on the other; for walls that carry nothing."""


class Source(StrEnum):
    """Who says so: where a size that carries load came from."""

    DRAWINGS = "drawings"
    ENGINEER = "engineer"
    HABIT = "habit"

    @property
    def is_verified(self) -> bool:
        """A crew's habit is never authority for a header."""
        return self is not Source.HABIT


class Jacks(StrEnum):
    """Where a window's jacks stand."""

    TO_PLATE = "to-plate"
    """On the bottom plate; the sill fits between them."""
    FLOATING = "floating"
    """On the sill, which runs from king to king."""


class CornerSchool(StrEnum):
    """How a corner is made in the wall that runs through."""

    TWO_STUD = "two-stud"
    THREE_STUD = "three-stud"
    BLOCKED = "blocked"
    CLIPS = "clips"


class IntersectionSchool(StrEnum):
    """What a wall has where another one butts into its side."""

    CHANNEL = "channel"
    WIDE_FLAT = "wide-flat"
    BLOCKED = "blocked"
    LADDER = "ladder"


class JoistRun(StrEnum):
    """Which way the joists or trusses above run, across the plan."""

    EAST_WEST = "east-west"
    NORTH_SOUTH = "north-south"


@dataclass(frozen=True, slots=True)
class PrecutStuds:
    """Studs used as they are sold; the wall is as high as they make it."""

    length: Length


@dataclass(frozen=True, slots=True)
class WallHeight:
    """Studs cut so that the wall, plates and all, is this high."""

    height: Length


@dataclass(frozen=True, slots=True)
class MeasuredRoom:
    """Studs cut so that the wall goes into a room that is there.

    Args:
        heights: Floor to ceiling as read at several points; the smallest governs.
        play: What the wall is lower than that, to go in.
    """

    heights: tuple[Length, ...]
    play: Length = USUAL_PLAY

    @property
    def smallest(self) -> Length:
        return min(self.heights)


Studs: TypeAlias = PrecutStuds | WallHeight | MeasuredRoom


class EndStuds(StrEnum):
    """Where the stud at a free end of a wall stands."""

    FLUSH = "flush"
    """Flush with the plates' end."""
    HELD_BACK = "held-back"
    """1/8 behind it, where the wall slides between old ones."""


@dataclass(frozen=True, slots=True)
class Header:
    """The header over an opening.

    Args:
        kind: How it is made.
        size: Nominal size of one board of it; None takes the wall's own lumber (flat headers).
        plies: How many boards: side by side when built up, one on the other when flat.
        source: Who says that this size will do.
    """

    kind: HeaderKind = HeaderKind.BUILT_UP
    size: str | None = "2x8"
    plies: int = 2
    source: Source = Source.HABIT

    def __post_init__(self) -> None:
        if not 1 <= self.plies <= 4:
            raise SettingError(f"A header of {self.plies} plies cannot be built; write 1 to 4.", "plies")
        if self.kind is HeaderKind.SOLID and self.plies != 1:
            raise SettingError("A solid header is one board; write 1 ply, or choose built-up.", "plies")
        if self.size is None:
            if self.kind is not HeaderKind.FLAT:
                raise SettingError(f"A {self.kind} header needs a size, like 2x8.", "size")
            return
        try:
            nominal = lumber(self.size).nominal
        except LumberError as error:
            raise SettingError(error.message, "size") from error
        if self.kind is HeaderKind.BUILT_UP and nominal not in HEADER_PLIES:
            raise SettingError(f"A built-up header is made of {', '.join(HEADER_PLIES)}, not {nominal}.", "size")
        object.__setattr__(self, "size", nominal)


@dataclass(frozen=True, slots=True)
class Datum:
    """Where the on-centre layout is measured from.

    Args:
        end: The end of the wall the tape hooks on.
        shift: How far along the wall from that end the datum lies; negative is beyond it. The end is that
            of the building for an exterior wall in a plan, that of the plate for any other.
    """

    end: End = End.START
    shift: Length = 0


@dataclass(frozen=True, slots=True)
class Allowance:
    """What a rough opening has over the unit that goes into it."""

    width: Length
    height: Length

    def __post_init__(self) -> None:
        if self.width < 0 or self.height < 0:
            raise SettingError("An allowance is added to the unit; write 0 or more.")


@dataclass(frozen=True, slots=True)
class WideOpening:
    """From which rough width on an opening gets more jacks and kings a side."""

    from_width: Length = _FIVE_FEET
    jacks: int = 2
    kings: int = 2

    def __post_init__(self) -> None:
        _check_count("jacks", self.jacks)
        _check_count("kings", self.kings)


@dataclass(frozen=True, slots=True)
class Standard:
    """Every choice there is in framing a wall, with the product's own answer to each.

    Args:
        spacing: Studs on centre, in inches, exact (19.2 is no whole 64th).
        studs: Precut studs, the height the wall must have, or the room it must go into.
        end_studs: Where the stud at a free end stands.
        head_height: Underside of window headers above the floor. A door's is its own rough height.
        bottom_plates: Boards under the studs.
        top_plates: 1, or 2 with a cap plate.
        header: Over every opening that has none of its own.
        jacks: Where a window's jacks stand.
        jack_count: Jacks a side of an ordinary opening.
        king_count: Kings a side of an ordinary opening.
        wide_opening: When there are more of both.
        sills: Boards under a window, one on the other.
        end_top_cripples: Whether a top cripple stands against each king besides those on layout.
        window_allowance: Rough opening over a window's call-out.
        door_allowance: Rough opening over a door slab's call-out.
        datum: Where the layout is measured from.
        corner: How corners are made, where this wall meets another.
        intersection: What stands where another wall butts into it.
        joists: Which way the joists or trusses above run; None where nobody has said.
        ceiling_backing: Whether a wall that runs along them gets a wider board on top, for the ceiling's edge.
        density: Of the lumber, in pounds a cubic foot.
        lumber: Boards that measure otherwise than the table says.
    """

    spacing: Fraction = Fraction(16)
    studs: Studs = PrecutStuds(inches("92 5/8"))
    end_studs: EndStuds = EndStuds.FLUSH
    head_height: Length = _USUAL_HEAD
    bottom_plates: int = 1
    top_plates: int = 2
    header: Header = field(default_factory=Header)
    jacks: Jacks = Jacks.TO_PLATE
    jack_count: int = 1
    king_count: int = 1
    wide_opening: WideOpening = field(default_factory=WideOpening)
    sills: int = 1
    end_top_cripples: bool = True
    window_allowance: Allowance = Allowance(inches(1), inches(1))
    door_allowance: Allowance = Allowance(inches(2), inches("2 1/2"))
    datum: Datum = field(default_factory=Datum)
    corner: CornerSchool = CornerSchool.TWO_STUD
    intersection: IntersectionSchool = IntersectionSchool.CHANNEL
    joists: JoistRun | None = None
    ceiling_backing: bool = False
    density: int = 33
    lumber: tuple[Lumber, ...] = ()

    def board(self, nominal: str) -> Lumber:
        """The board of that name, as this crew's yard really cuts it.

        Raises:
            LumberError: There is no such size.
        """
        listed = lumber(nominal)
        return next((board for board in self.lumber if board.nominal == listed.nominal), listed)


@dataclass(frozen=True, slots=True)
class Ways:
    """What a job, a wall or an opening does otherwise: the keys of `Standard`, None where it follows.

    Raises:
        SettingError: A value no wall can be framed by.
    """

    spacing: Fraction | None = None
    studs: Studs | None = None
    end_studs: EndStuds | None = None
    head_height: Length | None = None
    bottom_plates: int | None = None
    top_plates: int | None = None
    header: Header | None = None
    jacks: Jacks | None = None
    jack_count: int | None = None
    king_count: int | None = None
    wide_opening: WideOpening | None = None
    sills: int | None = None
    end_top_cripples: bool | None = None
    window_allowance: Allowance | None = None
    door_allowance: Allowance | None = None
    datum: Datum | None = None
    corner: CornerSchool | None = None
    intersection: IntersectionSchool | None = None
    joists: JoistRun | None = None
    ceiling_backing: bool | None = None
    density: int | None = None
    lumber: tuple[Lumber, ...] | None = None

    def __post_init__(self) -> None:
        if self.spacing is not None and not 8 <= self.spacing <= 48:
            raise SettingError("Studs stand 8 to 48 inches on centre; write 12, 16, 19.2 or 24.", "spacing")
        if self.studs is not None:
            _check_studs(self.studs)
        if self.head_height is not None and self.head_height < inches(12):
            raise SettingError("A head height under a foot leaves no opening; write it from the floor.", "head_height")
        if self.density is not None and not 15 <= self.density <= 70:
            raise SettingError("Lumber weighs 15 to 70 pounds a cubic foot; 33 is usual.", "density")
        for board in self.lumber or ():
            _check_board(board)
        for name, most in (("bottom_plates", 2), ("top_plates", 2), ("sills", 2), ("jack_count", 3), ("king_count", 3)):
            count = getattr(self, name)
            if count is not None:
                _check_count(name, count, most)

    def over(self, standard: Standard) -> Standard:
        """The standard with everything this says in place of its own."""
        said = self.said()
        return replace(standard, **said) if said else standard

    def merged(self, other: "Ways") -> "Ways":
        """These ways with everything the other says in place of its own."""
        return replace(self, **other.said())

    def without(self, names: Iterable[str]) -> "Ways":
        """These ways with the named keys left to follow again."""
        return replace(self, **dict.fromkeys(names))

    def said(self) -> dict[str, Any]:
        """The keys that are given, with their values."""
        return {key.name: value for key in fields(self) if (value := getattr(self, key.name)) is not None}


OPENING_WAYS = frozenset(
    {
        "head_height",
        "header",
        "jacks",
        "jack_count",
        "king_count",
        "wide_opening",
        "sills",
        "end_top_cripples",
        "window_allowance",
        "door_allowance",
    }
)
"""The keys an opening can answer for itself; the others are the whole wall's."""

MOST_OFF: Length = inches("1/4")
"""How far a board may be from the table before it is another board."""

SHORTEST_STUD: Length = inches(12)


def _check_studs(studs: Studs) -> None:
    match studs:
        case PrecutStuds(length):
            key = "stud_length"
        case WallHeight(length):
            key = "wall_height"
        case MeasuredRoom(heights, play):
            key = "measured"
            if not heights:
                raise SettingError("Write at least one reading from floor to ceiling.", key)
            if not 0 <= play <= inches(2):
                raise SettingError("Play is 0 to 2 inches; 1/4 is usual.", key)
            length = min(heights)
    if length < SHORTEST_STUD:
        raise SettingError(f"{format_inches(length)} inches is too short to frame; write at least 12.", key)
    if length > inches("40'"):
        raise SettingError("Over 40 feet is no stud wall; write the length of a stud or the height of the wall.", key)


def _check_board(board: Lumber) -> None:
    listed = lumber(board.nominal)
    off = max(abs(board.thickness - listed.thickness), abs(board.width - listed.width))
    if off > MOST_OFF:
        raise SettingError(
            f"A {listed.nominal} measures {format_inches(listed.thickness)} by {format_inches(listed.width)}; write "
            f"what yours measures, at most {format_inches(MOST_OFF)} over or under.",
            "lumber",
        )


def _check_count(name: str, count: int, most: int = 3) -> None:
    if not 1 <= count <= most:
        raise SettingError(f"{name.replace('_', ' ').capitalize()} can be 1 to {most}, not {count}.", name)
