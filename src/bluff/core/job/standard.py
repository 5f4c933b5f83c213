"""A standard: a crew's ways of framing, each a value chosen once.

The product's own standard is `Standard()`. A crew, a job, a wall and an opening may each say something else
about any of it with `Ways`; the nearest one wins.
"""

from collections.abc import Iterable
from dataclasses import dataclass, field, fields, replace
from fractions import Fraction
from typing import Any, TypeAlias

from bluff.core.errors import SettingError
from bluff.core.job.header import Header
from bluff.core.job.schools import (
    Allowance,
    Anchors,
    Blocks,
    BoltRule,
    CeilingBacking,
    CornerSchool,
    Datum,
    DoorParts,
    EndStuds,
    Floor,
    Heads,
    IntersectionSchool,
    Jacks,
    JoistLayout,
    JoistRun,
    MarkedOn,
    MarkLines,
    MeasuredRoom,
    Nailing,
    OpeningKind,
    PinRule,
    PlateStock,
    PlateTies,
    PrecutStuds,
    Sheets,
    SheetSize,
    SillTop,
    StudMake,
    Studs,
    WallHeight,
    WideOpening,
    check_count,
)
from bluff.core.job.words import Words
from bluff.core.measure.length import Length, format_inches, inches
from bluff.core.measure.lumber import STUDS, Lumber, lumber

NARROWEST = "narrowest"
"""The board behind an intersection, where none is named: the narrowest that leaves enough to both sides."""
_USUAL_HEAD: Length = inches("82 1/2")
UsualAllowances: TypeAlias = tuple[tuple[OpeningKind, Allowance], ...]


@dataclass(frozen=True, slots=True)
class Standard:
    """Every choice there is in framing a wall, with the product's own answer to each.

    Args:
        spacing: Studs on centre, in inches, exact (19.2 is no whole 64th).
        studs: Precut studs, the height the wall must have, or the room it must go into.
        stud_make: What they are made of.
        end_studs: Where the stud at a free end stands.
        head_height: Underside of window headers above the floor. A door's is its own rough height.
        heads: Whether they are meant to line up.
        bottom_plates: Boards under the studs.
        top_plates: 1, or 2 with a cap plate.
        single_on_partitions: Whether a partition has one top plate, unless its own ways say how many.
        plate_ties: How second top plates are tied where walls meet.
        header: Over every opening that has none of its own.
        jacks: Where a window's jacks stand.
        jack_count: Jacks a side of an ordinary opening.
        king_count: Kings a side of an ordinary opening.
        wide_opening: When there are more of both.
        high_wind: Whether every opening has two of both at least.
        sills: Boards under a window, one on the other.
        sill_top: Whether they lie flat or drain.
        end_top_cripples: Whether a top cripple stands against each king besides those on layout.
        window_allowance: Rough opening over a window's call-out.
        door_allowance: Rough opening over a door slab's call-out, in two figures or built up from its parts.
        usual_allowances: The crew's own figures for kinds whose makers differ, in place of the product's.
        datum: Where the layout is measured from.
        corner: How corners are made, where this wall meets another.
        intersection: What stands where another wall butts into it.
        joists: Which way the joists or trusses above run; None where nobody has said.
        joist_layout: Where they lie; None where nobody has said.
        stacked: Whether the studs of a wall that runs across them stand under them.
        ceiling_backing: What a ceiling's edge is nailed to over a wall that runs along the joists.
        intersection_board: A wide flat's board behind a wall that butts, by its size, or the narrowest that will do.
        panel_gap: What the plates of a wall that goes into a measured room are shorter at each free end, for the panels
            of the old walls to run past.
        floor: What the bottom plate lies on.
        bolts: Where anchor bolts go in a plate on concrete when a wall gives none.
        anchors: Whether a plate on concrete is bolted or shot down.
        pins: Where it is shot down when a wall does not say.
        plate_stock: What plates are cut from, and where they may be broken.
        blocks: Blocks between the studs at half height.
        block_height: The line they are on, above the floor.
        fire_blocks: Whether blocks keep every cavity at 10 ft or less.
        panel_edge_blocks: Whether blocks stand behind the joints between rows of sheets.
        sheets: How sheets lie on the wall.
        sheet: What the sheets measure.
        sheet_drop: How far below the underside of the bottom plate the crew hangs the lowest sheets.
        nails: How many a joint gets.
        density: Of the lumber, in pounds a cubic foot.
        lumber: Boards that measure otherwise than the table says.
        mark_lines: Whether a piece gets a line at one side or at both.
        marked_on: Which side of the plates is written on.
        words: What the crew calls the pieces, and writes for them.
    """

    spacing: Fraction = Fraction(16)
    studs: Studs = PrecutStuds(inches("92 5/8"))
    stud_make: StudMake = field(default_factory=StudMake)
    end_studs: EndStuds = EndStuds.FLUSH
    head_height: Length = _USUAL_HEAD
    heads: Heads = Heads.ONE
    bottom_plates: int = 1
    top_plates: int = 2
    single_on_partitions: bool = False
    plate_ties: PlateTies = PlateTies.LAPPED
    header: Header = field(default_factory=Header)
    jacks: Jacks = Jacks.TO_PLATE
    jack_count: int = 1
    king_count: int = 1
    wide_opening: WideOpening = field(default_factory=WideOpening)
    high_wind: bool = False
    sills: int = 1
    sill_top: SillTop = SillTop.FLAT
    end_top_cripples: bool = True
    window_allowance: Allowance = Allowance(inches(1), inches(1))
    door_allowance: Allowance | DoorParts = Allowance(inches(2), inches("2 1/2"))
    usual_allowances: UsualAllowances = ()
    datum: Datum = field(default_factory=Datum)
    corner: CornerSchool = CornerSchool.TWO_STUD
    intersection: IntersectionSchool = IntersectionSchool.CHANNEL
    joists: JoistRun | None = None
    joist_layout: JoistLayout | None = None
    stacked: bool = False
    ceiling_backing: CeilingBacking = CeilingBacking.NONE
    intersection_board: str = NARROWEST
    panel_gap: Length = inches("1/2")
    floor: Floor = Floor.WOOD
    bolts: BoltRule = field(default_factory=BoltRule)
    anchors: Anchors = Anchors.BY_KIND
    pins: PinRule = field(default_factory=PinRule)
    plate_stock: PlateStock = field(default_factory=PlateStock)
    blocks: Blocks = Blocks.NONE
    block_height: Length = inches(48)
    fire_blocks: bool = False
    panel_edge_blocks: bool = False
    sheets: Sheets = Sheets.UPRIGHT
    sheet: SheetSize = field(default_factory=SheetSize)
    sheet_drop: Length = 0
    nails: Nailing = field(default_factory=Nailing)
    density: int = 33
    lumber: tuple[Lumber, ...] = ()
    mark_lines: MarkLines = MarkLines.ONE
    marked_on: MarkedOn = MarkedOn.FACE
    words: Words = field(default_factory=Words)

    def board(self, nominal: str) -> Lumber:
        """The board of that name, as this crew's yard really cuts it.

        Raises:
            LumberError: There is no such size.
        """
        listed = lumber(nominal)
        return next((board for board in self.lumber if board.nominal == listed.nominal), listed)


_RANGES: tuple[tuple[str, Fraction | int, Fraction | int, str], ...] = (
    ("spacing", 8, 48, "Studs stand 8 to 48 inches on centre; write 12, 16, 19.2 or 24."),
    (
        "head_height",
        inches(12),
        inches("1000'"),
        "A head height under a foot leaves no opening; write it from the floor.",
    ),
    (
        "block_height",
        inches(12),
        inches("20'"),
        "A line of blocks is 12 inches to 20 feet above the floor; 48 is usual.",
    ),
    ("panel_gap", 0, inches(2), "The gap for a panel is 0 to 2 inches; 1/2 is usual."),
    ("sheet_drop", 0, inches(12), "Sheets hang 0 to 12 inches below the bottom plate; 0 is flush with it."),
    ("density", 15, 70, "Lumber weighs 15 to 70 pounds a cubic foot; 33 is usual."),
)
"""Figures that are within bounds: key, least, most, and what to write instead."""


@dataclass(frozen=True, slots=True)
class Ways:
    """What a job, a wall or an opening does otherwise: the keys of `Standard`, None where it follows.

    Raises:
        SettingError: A value no wall can be framed by.
    """

    spacing: Fraction | None = None
    studs: Studs | None = None
    stud_make: StudMake | None = None
    end_studs: EndStuds | None = None
    head_height: Length | None = None
    heads: Heads | None = None
    bottom_plates: int | None = None
    top_plates: int | None = None
    single_on_partitions: bool | None = None
    plate_ties: PlateTies | None = None
    header: Header | None = None
    jacks: Jacks | None = None
    jack_count: int | None = None
    king_count: int | None = None
    wide_opening: WideOpening | None = None
    high_wind: bool | None = None
    sills: int | None = None
    sill_top: SillTop | None = None
    end_top_cripples: bool | None = None
    window_allowance: Allowance | None = None
    door_allowance: Allowance | DoorParts | None = None
    usual_allowances: UsualAllowances | None = None
    datum: Datum | None = None
    corner: CornerSchool | None = None
    intersection: IntersectionSchool | None = None
    joists: JoistRun | None = None
    joist_layout: JoistLayout | None = None
    stacked: bool | None = None
    ceiling_backing: CeilingBacking | None = None
    intersection_board: str | None = None
    panel_gap: Length | None = None
    floor: Floor | None = None
    bolts: BoltRule | None = None
    anchors: Anchors | None = None
    pins: PinRule | None = None
    plate_stock: PlateStock | None = None
    blocks: Blocks | None = None
    block_height: Length | None = None
    fire_blocks: bool | None = None
    panel_edge_blocks: bool | None = None
    sheets: Sheets | None = None
    sheet: SheetSize | None = None
    sheet_drop: Length | None = None
    nails: Nailing | None = None
    density: int | None = None
    lumber: tuple[Lumber, ...] | None = None
    mark_lines: MarkLines | None = None
    marked_on: MarkedOn | None = None
    words: Words | None = None

    def __post_init__(self) -> None:
        for name, least, most, sentence in _RANGES:
            value = getattr(self, name)
            if value is not None and not least <= value <= most:
                raise SettingError(sentence, name)
        if self.studs is not None:
            _check_studs(self.studs)
        for kind, _ in self.usual_allowances or ():
            if kind in (OpeningKind.WINDOW, OpeningKind.DOOR):
                raise SettingError(f"A {kind} has an allowance of its own: {kind}_allowance.", "usual_allowances")
        if self.intersection_board not in (None, NARROWEST, *STUDS):
            raise SettingError(
                f"The board behind a wall is {NARROWEST} or one of {', '.join(STUDS)}.", "intersection_board"
            )
        for board in self.lumber or ():
            _check_board(board)
        for name, most in (("bottom_plates", 2), ("top_plates", 2), ("sills", 2), ("jack_count", 3), ("king_count", 3)):
            count = getattr(self, name)
            if count is not None:
                check_count(name, count, most)

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


LONGEST_NAME = 60
"""Characters a standard is called by."""


@dataclass(frozen=True, slots=True)
class Taken:
    """A crew's standard as a job took it: its name, and what it said then.

    Raises:
        SettingError: It has no name one could call it by.
    """

    name: str
    ways: Ways

    def __post_init__(self) -> None:
        if not 1 <= len(self.name.strip()) <= LONGEST_NAME:
            raise SettingError(f"A standard needs a name of 1 to {LONGEST_NAME} characters.", "name")


OPENING_WAYS = frozenset(
    {
        "head_height",
        "heads",
        "header",
        "jacks",
        "jack_count",
        "king_count",
        "wide_opening",
        "sills",
        "sill_top",
        "end_top_cripples",
        "window_allowance",
        "door_allowance",
        "usual_allowances",
    }
)
"""The keys an opening can answer for itself; the others are the whole wall's."""

JOB_WAYS = frozenset({"words"})
"""The keys that hold for a whole job: a crew has one word for a piece."""

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
