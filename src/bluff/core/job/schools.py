"""Schools: the ways good crews do the same thing, each a value chosen once.

Every choice that has names is an enumeration here; what has figures is a value of `bluff.core.job.amounts`. Which of
them hold for a job, a wall or an opening is decided by `bluff.core.job.ways`.

school
    One of the ways good crews do the same thing.
head
    Underside of a header above the floor.
"""

from collections.abc import Mapping
from enum import StrEnum

from bluff.core.job.form_field import School
from bluff.core.message import Message, message


class End(StrEnum):
    """An end of a wall: where its run starts or where it ends."""

    START = "start"
    END = "end"

    @property
    def other(self) -> "End":
        return End.END if self is End.START else End.START

    @property
    def called(self) -> Message:
        """Its name, after `the`."""
        return message("start") if self is End.START else message("end")


class Line(StrEnum):
    """A line of a wall's thickness, walking from start to end: one of its faces, or the middle."""

    LEFT = "left"
    CENTER = "center"
    RIGHT = "right"

    @classmethod
    def _missing_(cls, value: object) -> "Line | None":
        # As job files of version 1 have it.
        return cls.CENTER if value == "centre" else None

    @property
    def other(self) -> "Line":
        """The opposite side; the center is its own."""
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
    def called(self) -> Message:
        """Its name, in small letters."""
        return _OPENING_NAMES[self]

    @property
    def is_doorway(self) -> bool:
        """Whether people walk through it: no sill, and the bottom plate is cut out of it later."""
        return self is not OpeningKind.WINDOW


_OPENING_NAMES: Mapping[OpeningKind, Message] = {
    OpeningKind.WINDOW: message("window"),
    OpeningKind.DOOR: message("door"),
    OpeningKind.POCKET_DOOR: message("pocket door"),
    OpeningKind.BYPASS_DOOR: message("bypass door"),
    OpeningKind.BIFOLD_DOOR: message("bifold door"),
    OpeningKind.SLIDING_DOOR: message("sliding door"),
    OpeningKind.OVERHEAD_DOOR: message("overhead door"),
    OpeningKind.CASED_OPENING: message("cased opening"),
}


class Heads(School):
    """Whether heads are meant to line up."""

    ONE = "one", "One for all", "Trim lines run through; one pole does."
    """One head height through the building; an opening that differs is found."""
    PER_OPENING = "per-opening", "Each its own", "The elevations show heads at several heights."
    """Each opening says its own; a window that does not is found."""


class Jacks(School):
    """What a header bears on."""

    TO_PLATE = "to-plate", "To the plate", "The load goes straight down; the {sill} is cut between."
    """Jacks on the bottom plate; a window's sill fits between them."""
    FLOATING = "floating", "On the {sill}", "One long {sill} from {king} to {king}, quick to nail up flat."
    """A window's jacks stand on the sill, which runs from king to king."""
    HANGERS = "hangers", "Hangers", "Saves two {stud:many} an opening where the drawings call for hangers."
    """No jacks: the header hangs between the kings."""


class SillTop(School):
    """How a window's sill lies."""

    FLAT = "flat", "Flat", "{Cripple:many} are cut square; flashing drains it."
    SLOPED = "sloped", "Sloped 1/4", "Water that gets behind the window runs out."
    """Its top drops 1/4 across the wall toward the outside, to drain."""


class CornerSchool(School):
    """How a corner is made in the wall that runs through."""

    TWO_STUD = "two-stud", "{Stud} and flat {stud}", "Room for insulation in the corner, {backing} inside."
    THREE_STUD = "three-stud", "Three {stud:many}", "Solid to nail to; nothing to fit."
    BLOCKED = "blocked", "{Stud:many} and {block:many}", "Uses up offcuts between two {stud:many}."
    CLIPS = "clips", "Clips, no {stud}", "Least wood in the corner; clips hold the drywall."


class IntersectionSchool(School):
    """What a wall has where another one butts into its side."""

    CHANNEL = "channel", "Channel", "Nailing and {backing} in one pack, built beforehand."
    WIDE_FLAT = "wide-flat", "One wide flat {stud}", "One board, and insulation behind it."
    BLOCKED = "blocked", "{Stud:many} and {block:many}", "Uses up offcuts."
    LADDER = "ladder", "Ladder of {block:many}", "Least wood; the {stud:many} stay on their layout."


class JoistRun(School):
    """Which way the joists or trusses above run, across the plan."""

    EAST_WEST = "east-west", "East to west"
    NORTH_SOUTH = "north-south", "North to south"


class PlateTies(School):
    """How the second top plates of walls that meet are tied to each other."""

    LAPPED = "lapped", "Lapped", "Two nails through the lap tie the walls."
    """One runs onto the other wall."""
    CONNECTORS = "connectors", "With connectors", "Walls that are set by crane or made elsewhere."
    """Both end at the joint, and a plate connector holds them."""


class CeilingBacking(School):
    """What a ceiling's edge is nailed to over a wall that runs along the joists."""

    NONE = "none", "Nothing on top", "Somebody else backs the ceiling’s edge."
    BETWEEN_JOISTS = (
        "between-joists",
        "{Block:many} between the joists",
        "In plane with the joists, however the slab runs; enter their spacing.",
    )
    """Blocks from joist to joist over the wall and a board on each side of it, in plane with the joists."""
    ON_PLATES = (
        "on-plates",
        "A wider board on top",
        "Quickly done where the slab is true; it follows every dip of it.",
    )
    """A wider board flat on the wall's plates; it follows every dip of the slab."""


class Anchors(School):
    """What holds a plate down on concrete."""

    BY_KIND = "by-kind", "Each kind its own", "Bolts cast in under exterior walls, pins through partitions."
    """Bolts cast in under exterior walls, pins shot through partitions."""
    BOLTS = "bolts", "Bolted", "Bolts stand in the concrete before the wall does."
    PINS = "pins", "Shot down", "On an old slab without bolts, where the drawings allow it."
    """As on a slab that was cast before anybody thought of the wall."""


class MarkLines(School):
    """Which sides of a piece get a line on the plate."""

    ONE = "one", "One side", "A line where the tape reads, and the letter on the side the piece goes."
    """The side nearer to the hook, and the symbol says on which side the piece goes."""
    BOTH = "both", "Both sides", "Nobody can set the piece on the wrong side of it."


class MarkedOn(School):
    """Which side of the plates is written on."""

    FACE = "face", "The face", "Plates laid flat beside each other; marks stay in sight under the {stud:many}."
    """The wide side, plates laid flat beside each other."""
    EDGE = "edge", "The edge", "Plates tacked together on edge; seen while the wall lies framed."
    """The narrow side, plates tacked together on edge."""


class ShopWork(School):
    """What is made before the crew stands on the deck."""

    NONE = "none", "All on the site", "Lumber is delivered as sold and cut on site."
    PACKS = (
        "packs",
        "Packs prebuilt",
        "A slab that is not ready yet; corners, {header:many}, {king:many} and {jack:many} wait in a pile.",
    )
    """Corners, intersections, headers, kings with their jacks."""
    PRECUT = "precut", "All cut in the shop", "A saw under a roof; the deck only lays out, sets and nails."


class EndStuds(School):
    """Where the stud at a free end of a wall stands."""

    FLUSH = "flush", "Flush", "New walls on an open deck."
    """Flush with the plates' end."""
    HELD_BACK = "held-back", "Held back 1/8", "The wall slides between old ones."
    """1/8 behind it, where the wall slides between old ones."""


class Floor(School):
    """What the bottom plate lies on."""

    WOOD = "wood", "Wood", "On a deck; the plate is nailed down."
    SLAB = "slab", "Slab", "Concrete: the plate is treated, and bolted or shot down."
    """Concrete: the plate on it is treated and bolted down."""


class Blocks(School):
    """Blocks between the studs at half height."""

    NONE = "none", "None", "Nothing asks for them."
    ONE_LINE = "one-line", "One line", "Behind a joint of sheets, or stiff {stud:many}."
    STAGGERED = "staggered", "Staggered", "Each end is nailed through the {stud}; boxes stay clear."
    """Above and below the line in turn, so that each end can be nailed through the stud."""


class Sheets(School):
    """How the sheets on a wall lie."""

    UPRIGHT = "upright", "Upright", "Every long edge on {stud:a}, no {block:many} needed."
    LYING = "lying", "On their side", "Stiffer across the {stud:many}; 19.2 meets their ends."
    NONE = "none", "None", "Boards, or somebody else sheaths."


class StudKind(School):
    """What studs are made of."""

    SAWN = "sawn", "Sawn", "The same boards as the plates."
    """Of the same boards as the plates."""
    COMPOSITE = (
        "composite",
        "Composite",
        "Laminated straight, or with foam between a wide and a narrow face.",
    )
    """Laminated, or built up with insulation between: as wide as the plates, as thick as their maker makes them."""


class WideFace(School):
    """Where the wide face of a composite stud goes."""

    OUTSIDE = "outside", "Outside"
    INSIDE = "inside", "Inside"
