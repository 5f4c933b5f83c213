"""The standard: every choice there is in framing a wall, described once.

Each field of `Standard` is one way of framing: its key, what kind of value it is, the product's own answer, and
what it may be. Which level may answer it otherwise is said by the types in `bluff.core.job.ways`; the job file's
keys and its schema, and the limits of the forms, are made from both.
"""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field, fields
from fractions import Fraction
from typing import Annotated, Any, TypeAlias, TypeVar

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
UsualAllowances: TypeAlias = tuple[tuple[OpeningKind, Allowance], ...]
Value = TypeVar("Value")
Count: TypeAlias = Annotated[int, "how many, where every other whole number is a length"]
Check: TypeAlias = Callable[[str, Any], None]
"""Refuses a value for a key that no wall can be framed by, with a `SettingError`."""


@dataclass(frozen=True, slots=True)
class Within:
    """A figure within bounds, and what to write instead."""

    least: Fraction | int
    most: Fraction | int
    sentence: str

    def __call__(self, key: str, value: Fraction | int) -> None:
        if not self.least <= value <= self.most:
            raise SettingError(self.sentence, key)


@dataclass(frozen=True, slots=True)
class UpTo:
    """A count from one to a few."""

    most: int

    def __call__(self, key: str, value: int) -> None:
        check_count(key, value, self.most)


def way(usual: Value, check: Check) -> Value:
    """A field of `Standard` that not every value of its kind will do for."""
    described: Value = field(default=usual, metadata={"check": check})
    return described


MOST_OFF: Length = inches("1/4")
"""How far a board may be from the table before it is another board."""

SHORTEST_STUD: Length = inches(12)


def check_studs(_: str, studs: Studs) -> None:
    """Refuse studs nobody frames with, at the key of the file that says them."""
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


def check_usual_allowances(key: str, allowances: UsualAllowances) -> None:
    """Refuse a usual figure for a kind of opening that has an allowance of its own."""
    for kind, _ in allowances:
        if kind in (OpeningKind.WINDOW, OpeningKind.DOOR):
            raise SettingError(f"A {kind} has an allowance of its own: {kind}_allowance.", key)


def check_intersection_board(key: str, board: str) -> None:
    """Refuse a board no yard sells for it."""
    if board not in (NARROWEST, *STUDS):
        raise SettingError(f"The board behind a wall is {NARROWEST} or one of {', '.join(STUDS)}.", key)


def check_lumber(key: str, boards: Iterable[Lumber]) -> None:
    """Refuse a board that measures so far from the table that it is another one."""
    for board in boards:
        listed = lumber(board.nominal)
        off = max(abs(board.thickness - listed.thickness), abs(board.width - listed.width))
        if off > MOST_OFF:
            raise SettingError(
                f"A {listed.nominal} measures {format_inches(listed.thickness)} by {format_inches(listed.width)}; "
                f"write what yours measures, at most {format_inches(MOST_OFF)} over or under.",
                key,
            )


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

    spacing: Fraction = way(
        Fraction(16), Within(8, 48, "Studs stand 8 to 48 inches on centre; write 12, 16, 19.2 or 24.")
    )
    studs: Studs = way(PrecutStuds(inches("92 5/8")), check_studs)
    stud_make: StudMake = field(default_factory=StudMake)
    end_studs: EndStuds = EndStuds.FLUSH
    head_height: Length = way(
        inches("82 1/2"),
        Within(inches(12), inches("1000'"), "A head height under a foot leaves no opening; write it from the floor."),
    )
    heads: Heads = Heads.ONE
    bottom_plates: Count = way(1, UpTo(2))
    top_plates: Count = way(2, UpTo(2))
    single_on_partitions: bool = False
    plate_ties: PlateTies = PlateTies.LAPPED
    header: Header = field(default_factory=Header)
    jacks: Jacks = Jacks.TO_PLATE
    jack_count: Count = way(1, UpTo(3))
    king_count: Count = way(1, UpTo(3))
    wide_opening: WideOpening = field(default_factory=WideOpening)
    high_wind: bool = False
    sills: Count = way(1, UpTo(2))
    sill_top: SillTop = SillTop.FLAT
    end_top_cripples: bool = True
    window_allowance: Allowance = Allowance(inches(1), inches(1))
    door_allowance: Allowance | DoorParts = Allowance(inches(2), inches("2 1/2"))
    usual_allowances: UsualAllowances = way((), check_usual_allowances)
    datum: Datum = field(default_factory=Datum)
    corner: CornerSchool = CornerSchool.TWO_STUD
    intersection: IntersectionSchool = IntersectionSchool.CHANNEL
    joists: JoistRun | None = None
    joist_layout: JoistLayout | None = None
    stacked: bool = False
    ceiling_backing: CeilingBacking = CeilingBacking.NONE
    intersection_board: str = way(NARROWEST, check_intersection_board)
    panel_gap: Length = way(inches("1/2"), Within(0, inches(2), "The gap for a panel is 0 to 2 inches; 1/2 is usual."))
    floor: Floor = Floor.WOOD
    bolts: BoltRule = field(default_factory=BoltRule)
    anchors: Anchors = Anchors.BY_KIND
    pins: PinRule = field(default_factory=PinRule)
    plate_stock: PlateStock = field(default_factory=PlateStock)
    blocks: Blocks = Blocks.NONE
    block_height: Length = way(
        inches(48),
        Within(inches(12), inches("20'"), "A line of blocks is 12 inches to 20 feet above the floor; 48 is usual."),
    )
    fire_blocks: bool = False
    panel_edge_blocks: bool = False
    sheets: Sheets = Sheets.UPRIGHT
    sheet: SheetSize = field(default_factory=SheetSize)
    sheet_drop: Length = way(
        0, Within(0, inches(12), "Sheets hang 0 to 12 inches below the bottom plate; 0 is flush with it.")
    )
    nails: Nailing = field(default_factory=Nailing)
    density: Count = way(33, Within(15, 70, "Lumber weighs 15 to 70 pounds a cubic foot; 33 is usual."))
    lumber: tuple[Lumber, ...] = way((), check_lumber)
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


CHECKS: Mapping[str, Check] = {key.name: key.metadata["check"] for key in fields(Standard) if "check" in key.metadata}
"""What each key refuses, for those that refuse anything their kind would be."""
