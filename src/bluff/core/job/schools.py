"""Schools: the ways good crews do the same thing, each a value chosen once.

Every choice that has names is an enumeration here, every choice that has figures a small value. Which of
them hold for a job, a wall or an opening is said by `bluff.core.job.standard`.

school
    One of the ways good crews do the same thing.
datum
    The point the on-centre layout is measured from: normally where the first sheet starts.
head
    Underside of a header above the floor.
"""

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from typing import TypeAlias

from bluff.core.errors import SettingError
from bluff.core.measure.length import Length, format_feet, format_inches, inches
from bluff.core.measure.lumber import Lumber

_FIVE_FEET: Length = inches("5'")
USUAL_PLAY: Length = inches("1/4")
"""What a wall that goes into a room is lower than the room."""


class End(StrEnum):
    """An end of a wall: where its run starts or where it ends."""

    START = "start"
    END = "end"

    @property
    def other(self) -> "End":
        return End.END if self is End.START else End.START


class Line(StrEnum):
    """A line of a wall's thickness, walking from start to end: one of its faces, or the middle."""

    LEFT = "left"
    CENTRE = "centre"
    RIGHT = "right"

    @property
    def other(self) -> "Line":
        """The opposite side; the centre is its own."""
        return {Line.LEFT: Line.RIGHT, Line.RIGHT: Line.LEFT}.get(self, self)


class OpeningKind(StrEnum):
    """What goes into an opening."""

    WINDOW = "window"
    DOOR = "door"
    POCKET_DOOR = "pocket-door"
    BYPASS_DOOR = "bypass-door"
    BIFOLD_DOOR = "bifold-door"
    SLIDING_DOOR = "sliding-door"
    OVERHEAD_DOOR = "overhead-door"
    CASED_OPENING = "cased-opening"

    @property
    def is_doorway(self) -> bool:
        """Whether people walk through it: no sill, and the bottom plate is cut out of it later."""
        return self is not OpeningKind.WINDOW


class Heads(StrEnum):
    """Whether heads are meant to line up."""

    ONE = "one"
    """One head height through the building; an opening that differs is found."""
    PER_OPENING = "per-opening"
    """Each opening says its own; a window that does not is found."""


class Jacks(StrEnum):
    """What a header bears on."""

    TO_PLATE = "to-plate"
    """Jacks on the bottom plate; a window's sill fits between them."""
    FLOATING = "floating"
    """A window's jacks stand on the sill, which runs from king to king."""
    HANGERS = "hangers"
    """No jacks: the header hangs between the kings."""


class SillTop(StrEnum):
    """How a window's sill lies."""

    FLAT = "flat"
    SLOPED = "sloped"
    """Its top drops 1/4 across the wall toward the outside, to drain."""


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


class PlateTies(StrEnum):
    """How the second top plates of walls that meet are tied to each other."""

    LAPPED = "lapped"
    """One runs onto the other wall."""
    CONNECTORS = "connectors"
    """Both end at the joint, and a plate connector holds them."""


class CeilingBacking(StrEnum):
    """What a ceiling's edge is nailed to over a wall that runs along the joists."""

    NONE = "none"
    ON_PLATES = "on-plates"
    """A wider board flat on the wall's plates; it follows every dip of the slab."""
    BETWEEN_JOISTS = "between-joists"
    """Blocks from joist to joist over the wall and a board on each side of it, in plane with the joists."""


class Anchors(StrEnum):
    """What holds a plate down on concrete."""

    BY_KIND = "by-kind"
    """Bolts cast in under exterior walls, pins shot through partitions."""
    BOLTS = "bolts"
    PINS = "pins"
    """As on a slab that was cast before anybody thought of the wall."""


class MarkLines(StrEnum):
    """Which sides of a piece get a line on the plate."""

    ONE = "one"
    """The side nearer to the hook, and the symbol says on which side the piece goes."""
    BOTH = "both"


class MarkedOn(StrEnum):
    """Which side of the plates is written on."""

    FACE = "face"
    """The wide side, plates laid flat beside each other."""
    EDGE = "edge"
    """The narrow side, plates tacked together on edge."""


class EndStuds(StrEnum):
    """Where the stud at a free end of a wall stands."""

    FLUSH = "flush"
    """Flush with the plates' end."""
    HELD_BACK = "held-back"
    """1/8 behind it, where the wall slides between old ones."""


class Floor(StrEnum):
    """What the bottom plate lies on."""

    WOOD = "wood"
    SLAB = "slab"
    """Concrete: the plate on it is treated and bolted down."""


class Blocks(StrEnum):
    """Blocks between the studs at half height."""

    NONE = "none"
    ONE_LINE = "one-line"
    STAGGERED = "staggered"
    """Above and below the line in turn, so that each end can be nailed through the stud."""


class Sheets(StrEnum):
    """How the sheets on a wall lie."""

    UPRIGHT = "upright"
    LYING = "lying"
    NONE = "none"


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
class JoistLayout:
    """Where the joists or trusses above lie, across the way they run.

    Args:
        first: Middle of one of them, east of the plan's zero where they run north to south, north of it where
            they run east to west.
        spacing: On centre, in inches, exact.
    """

    first: Length = 0
    spacing: Fraction = Fraction(24)

    def __post_init__(self) -> None:
        if not 8 <= self.spacing <= 96:
            raise SettingError("Joists and trusses lie 8 to 96 inches on centre; 16 and 24 are usual.", "spacing")


@dataclass(frozen=True, slots=True)
class Allowance:
    """What a rough opening has over the unit that goes into it."""

    width: Length
    height: Length

    def __post_init__(self) -> None:
        if self.width < 0 or self.height < 0:
            raise SettingError("An allowance is added to the unit; write 0 or more.")


@dataclass(frozen=True, slots=True)
class DoorParts:
    """A door's allowance built up from what stands round the slab.

    Args:
        jamb: Thickness of a jamb, at each side and at the head.
        gap: Shim space behind each side jamb.
        under: Under the slab.
        floor: The finished floor it stands over.
        shim: Above the head jamb.

    Source: docs/rules.md, Rough openings. 2-10 x 6-8: 34 + 2 x 3/4 + 2 x 1/2 = 36 1/2, 80 + 4 x 3/4 = 83.
    """

    jamb: Length = inches("3/4")
    gap: Length = inches("1/2")
    under: Length = inches("3/4")
    floor: Length = inches("3/4")
    shim: Length = inches("3/4")

    def __post_init__(self) -> None:
        if min(self.jamb, self.gap, self.under, self.floor, self.shim) < 0:
            raise SettingError("The parts of a door's allowance are added to the slab; write 0 or more.")


@dataclass(frozen=True, slots=True)
class WideOpening:
    """From which rough width on an opening gets more jacks and kings a side."""

    from_width: Length = _FIVE_FEET
    jacks: int = 2
    kings: int = 2

    def __post_init__(self) -> None:
        check_count("jacks", self.jacks)
        check_count("kings", self.kings)


class StudKind(StrEnum):
    """What studs are made of."""

    SAWN = "sawn"
    """Of the same boards as the plates."""
    COMPOSITE = "composite"
    """Laminated, or built up with insulation between: as wide as the plates, as thick as their maker makes them."""


class WideFace(StrEnum):
    """Where the wide face of a composite stud goes."""

    OUTSIDE = "outside"
    INSIDE = "inside"


@dataclass(frozen=True, slots=True)
class StudMake:
    """What studs, kings, jacks and cripples are made of.

    Args:
        kind: Sawn from one board, or composite.
        thickness: Of a composite one, along the wall, at its wide face.
        narrow: At its other face, where that is less.
        wide_face: Which way round they go. A partition's outside is its left.

    Raises:
        SettingError: A stud no wall can be framed with.

    Source: docs/rules.md, Composite studs.
    """

    kind: StudKind = StudKind.SAWN
    thickness: Length = inches("1 1/2")
    narrow: Length | None = None
    wide_face: WideFace = WideFace.OUTSIDE

    def __post_init__(self) -> None:
        if not _THINNEST_STUD <= self.thickness <= _THICKEST_STUD:
            raise SettingError("A composite stud is 3/4 to 3 inches thick.", "thickness")
        if self.narrow is not None and not _THINNEST_STUD <= self.narrow <= self.thickness:
            raise SettingError("The narrow face of a stud is at least 3/4, and no more than the wide one.", "narrow")
        # Sawn studs say nothing more, and like faces go either way round: one way to say each.
        if self.kind is StudKind.SAWN:
            object.__setattr__(self, "thickness", inches("1 1/2"))
        if self.kind is StudKind.SAWN or self.narrow == self.thickness:
            object.__setattr__(self, "narrow", None)
        if self.narrow is None:
            object.__setattr__(self, "wide_face", WideFace.OUTSIDE)

    def board(self, plate: Lumber) -> Lumber:
        """The lumber of a stud between plates of that lumber.

        >>> plate = Lumber("2x6", inches("1 1/2"), inches("5 1/2"))
        >>> StudMake(StudKind.COMPOSITE, inches("1 3/4"), inches("1 1/4")).board(plate).nominal
        'composite 1 3/4 to 1 1/4 x 5 1/2'
        """
        if self.kind is StudKind.SAWN:
            return plate
        thick = format_inches(self.thickness) + (f" to {format_inches(self.narrow)}" if self.narrow else "")
        return Lumber(f"composite {thick} x {format_inches(plate.width)}", self.thickness, plate.width, self.narrow)


_THINNEST_STUD: Length = inches("3/4")
_THICKEST_STUD: Length = inches(3)


@dataclass(frozen=True, slots=True)
class BoltRule:
    """Where anchor bolts go when nobody has given them.

    Args:
        from_end: At most so far from each end of each piece of plate.
        apart: At most so far from each other.

    Source: docs/rules.md, Anchor bolts. The local code and the drawings rule.
    """

    from_end: Length = inches(12)
    apart: Length = inches(72)

    def __post_init__(self) -> None:
        if not inches(4) <= self.from_end <= inches(24):
            raise SettingError("The first bolt is 4 to 24 inches from an end; 12 is usual.", "from_end")
        if not inches(12) <= self.apart <= inches("10'"):
            raise SettingError("Bolts are 12 inches to 10 feet apart; 72 inches is usual.", "apart")


@dataclass(frozen=True, slots=True)
class PinRule:
    """Where a plate is shot down to concrete when nobody has said.

    Args:
        from_end: At most so far from each end of each piece of plate; two a piece at least.
        apart: At most so far from each other, as the drawings say.

    Source: docs/rules.md, Pins.
    """

    from_end: Length = inches(12)
    apart: Length = inches(32)

    def __post_init__(self) -> None:
        if not inches(3) <= self.from_end <= inches(24):
            raise SettingError("The first pin is 3 to 24 inches from an end; 12 is usual.", "from_end")
        if not inches(6) <= self.apart <= inches("6'"):
            raise SettingError("Pins are 6 inches to 6 feet apart; 32 inches is usual.", "apart")


@dataclass(frozen=True, slots=True)
class PlateStock:
    """The boards plates are cut from, and where they may be broken.

    Args:
        boards: Lengths the yard has.
        offset: How far a break of the second top plate stays from one of the first.
        doubled_studs: Whether a stud is added at each break, so that both boards have a whole one.

    Source: docs/rules.md, Plates and studs.
    """

    boards: tuple[Length, ...] = tuple(inches(f"{feet}'") for feet in range(8, 21, 2))
    offset: Length = inches(48)
    doubled_studs: bool = False

    def __post_init__(self) -> None:
        if not self.boards:
            raise SettingError("Write at least one length of board plates are cut from.", "boards")
        if not inches("6'") <= min(self.boards) <= max(self.boards) <= inches("40'"):
            raise SettingError("Boards for plates are 6 to 40 feet long; yards keep 8 to 20.", "boards")
        if self.offset < inches(24):
            raise SettingError(
                f"Breaks of the two top plates stay at least 24 apart, not {format_inches(self.offset)}; 48 is usual.",
                "offset",
            )
        object.__setattr__(self, "boards", tuple(sorted(set(self.boards))))

    @property
    def longest(self) -> Length:
        return self.boards[-1]

    def __str__(self) -> str:
        return ", ".join(format_feet(board) for board in self.boards)


@dataclass(frozen=True, slots=True)
class SheetSize:
    """The sheets that go on a wall.

    Args:
        width, length: Of a whole one.
        weight: In pounds a square foot; 1.6 for one of 1/2.
    """

    width: Length = inches(48)
    length: Length = inches(96)
    weight: Fraction = Fraction(8, 5)

    def __post_init__(self) -> None:
        if not Fraction(1, 2) <= self.weight <= 6:
            raise SettingError("Sheets weigh 0.5 to 6 pounds a square foot; 1.6 is usual for 1/2.", "weight")
        if not inches(24) <= self.width <= self.length <= inches("12'"):
            raise SettingError("A sheet is 24 inches to 12 feet, width first; 48 x 96 is usual.", "width")


@dataclass(frozen=True, slots=True)
class Nailing:
    """How many nails a joint gets; each field is a count, `apart` a distance along a row.

    Source: docs/rules.md, Nails.
    """

    stud: int = 2
    header: int = 4
    deep_header: int = 5
    apart: Length = inches(16)
    lap: int = 2
    splice: int = 8

    def __post_init__(self) -> None:
        for name in ("stud", "header", "deep_header", "lap", "splice"):
            check_count(name, getattr(self, name), 16)
        if not inches(4) <= self.apart <= inches(24):
            raise SettingError("Nails in a row are 4 to 24 inches apart; 16 is usual.", "apart")


def check_count(name: str, count: int, most: int = 3, least: int = 1) -> None:
    """Refuse a count nobody builds with.

    Raises:
        SettingError: It is not from least to most.
    """
    if not least <= count <= most:
        raise SettingError(f"{name.replace('_', ' ').capitalize()} can be {least} to {most}, not {count}.", name)
