"""The standard: every choice there is in framing a wall, described once.

Each field of `Standard` is one way of framing: its key, what kind of value it is, the product's own answer, and
what it may be. Which level may override it is in the types in `bluff.core.job.ways`; the job file's
keys and its schema, and the limits of the forms, are made from both.
"""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field, fields
from fractions import Fraction
from typing import Any, TypeAlias, TypeVar

from bluff.core.errors import SettingError
from bluff.core.job.amounts import (
    Allowance,
    BoltRule,
    Count,
    Datum,
    DoorParts,
    Insulation,
    JoistLayout,
    MeasuredRoom,
    Nailing,
    PinRule,
    PlateStock,
    PrecutStuds,
    Rates,
    SheetSize,
    StudMake,
    Studs,
    WallHeight,
    WideOpening,
    WorkDay,
    check_count,
)
from bluff.core.job.form_field import FormField, Option, option, up_to, yes_or_no
from bluff.core.job.header import Header
from bluff.core.job.loads import HeaderLoads
from bluff.core.job.schools import (
    Anchors,
    Blocks,
    CeilingBacking,
    CornerSchool,
    EndStuds,
    Floor,
    Heads,
    IntersectionSchool,
    Jacks,
    JoistRun,
    MarkedOn,
    MarkLines,
    OpeningKind,
    PlateTies,
    Sheets,
    ShopWork,
    SillTop,
)
from bluff.core.job.wood import Wood, WoodKind
from bluff.core.job.words import Words
from bluff.core.measure.length import Length, inches
from bluff.core.measure.lumber import STUDS, Lumber, lumber
from bluff.core.message import Message, message

LOWEST_HEAD: Length = inches(12)
NARROWEST = "narrowest"
"""The board behind an intersection, where none is named: the narrowest that leaves enough to both sides."""
UsualAllowances: TypeAlias = tuple[tuple[OpeningKind, Allowance], ...]
Value = TypeVar("Value")
Check: TypeAlias = Callable[[str, Any], None]
"""Refuses a value for a key that no wall can be framed by, with a `SettingError`."""


@dataclass(frozen=True, slots=True)
class Within:
    """A figure within bounds, and what to write instead."""

    least: Fraction | int
    most: Fraction | int
    refusal: Message

    def __call__(self, key: str, value: Fraction | int) -> None:
        if not self.least <= value <= self.most:
            raise SettingError(self.refusal, key)


@dataclass(frozen=True, slots=True)
class UpTo:
    """A count from one to a few."""

    most: int

    def __call__(self, key: str, value: int) -> None:
        check_count(key, value, self.most)


def way(
    usual: Value,
    name: str,
    when: str = "",
    *,
    check: Check | None = None,
    options: Iterable[Option] = (),
    is_open: bool = False,
    empty: str = "",
) -> Value:
    """A field of `Standard`: its usual answer, how it is asked for, and what not every value of its kind will do for.

    Args:
        usual: The product's own answer.
        name, when, options, is_open, empty: As of `FormField`. A count that is checked offers what it may be.
        check: Refuses what no wall can be framed by.
    """
    if isinstance(check, UpTo) and not options:
        options = up_to(check.most)
    form_field = FormField(message(name), message(when), tuple(options), is_open, message(empty))
    described: Value = field(default=usual, metadata={"form_field": form_field} | ({"check": check} if check else {}))
    return described


def of_parts(usual: Value, check: Check | None = None) -> Value:
    """A field of `Standard` whose value is asked for part by part, as its own fields or `bluff.core.job.rows` say."""
    described: Value = field(default=usual, metadata={"check": check} if check else {})
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
                raise SettingError(message("Write at least one reading from floor to ceiling."), key)
            if not 0 <= play <= inches(2):
                raise SettingError(message("Play is 0 to 2 inches; 1/4 is usual."), key)
            length = min(heights)
    if length < SHORTEST_STUD:
        raise SettingError(message("{length:length} is too short to frame. Write at least 12.", length=length), key)
    if length > inches("40'"):
        raise SettingError(
            message("Over 40 feet is no {stud} wall. Write the length of {stud:a} or the height of the wall."), key
        )


def check_usual_allowances(key: str, allowances: UsualAllowances) -> None:
    """Refuse a usual figure for a kind of opening that has an allowance of its own."""
    for kind, _ in allowances:
        if kind in (OpeningKind.WINDOW, OpeningKind.DOOR):
            raise SettingError(message("This kind has a setting of its own: {key}.", key=f"{kind}_allowance"), key)


def check_intersection_board(key: str, board: str) -> None:
    """Refuse a board no yard sells for it."""
    if board not in (NARROWEST, *STUDS):
        raise SettingError(
            message(
                "The board behind a wall is {narrowest} or one of {choices}.",
                narrowest=NARROWEST,
                choices=", ".join(STUDS),
            ),
            key,
        )


def check_lumber(key: str, boards: Iterable[Lumber]) -> None:
    """Refuse a board that measures so far from the table that it is another one."""
    for board in boards:
        listed = lumber(board.nominal)
        off = max(abs(board.thickness - listed.thickness), abs(board.width - listed.width))
        if off > MOST_OFF:
            raise SettingError(
                message(
                    "A {listed} measures {thickness:length} by {width:length}. Write what yours measures, at most "
                    "{most_off:length} over or under.",
                    listed=listed.nominal,
                    thickness=listed.thickness,
                    width=listed.width,
                    most_off=MOST_OFF,
                ),
                key,
            )


@dataclass(frozen=True, slots=True)
class Standard:
    """Every choice there is in framing a wall, with the product's own answer to each.

    Args:
        spacing: Studs on center, in inches, exact (19.2 is no whole 64th).
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
        header_wood: What sawn headers are of; None if not entered. Asked for by the header check alone.
        woods: The crew's own figures for woods, in place of the usual ones.
        loads: What lies on a header, for the header check.
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
        joists: Which way the joists or trusses above run; None if not entered.
        joist_layout: Where they lie; None if not entered.
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
        insulation: What keeps the heat in, by its R.
        rates: The crew's minutes for its work.
        day: How many of them work, and when.
        shop_work: What is made before they are on the site.
        density: Of the lumber, in pounds a cubic foot.
        lumber: Boards that measure otherwise than the table says.
        tolerance: How far from the plan a check lets a framed wall be.
        mark_lines: Whether a piece gets a line at one side or at both.
        marked_on: Which side of the plates is written on.
        words: What the crew calls the pieces, and writes for them.
    """

    spacing: Fraction = way(
        Fraction(16),
        "On center",
        "Any other, as the drawings have it.",
        check=Within(8, 48, message("{Stud:many} stand 8 to 48 inches on center. Write 12, 16, 19.2 or 24.")),
        options=(
            option("16", "16", "Carries most walls; every sheet meets on {stud:a}."),
            option("24", "24", "A third fewer {stud:many}, where the drawings allow it."),
            option("19.2", "19.2", "Five bays to 8 ft: sheets lie on their side."),
            option("12", "12", "Tall or heavily loaded walls, as the drawings ask."),
        ),
        is_open=True,
    )
    studs: Studs = of_parts(PrecutStuds(inches("92 5/8")), check_studs)
    stud_make: StudMake = of_parts(StudMake())
    end_studs: EndStuds = way(EndStuds.FLUSH, "{End_stud:many}")
    head_height: Length = way(
        inches("82 1/2"),
        "Head height",
        "Underside of window {header:many} above the floor.",
        check=Within(
            LOWEST_HEAD,
            inches("1000'"),
            message("A head height under a foot leaves no opening. Write it from the floor."),
        ),
    )
    heads: Heads = way(Heads.ONE, "Head heights")
    bottom_plates: Count = way(
        1,
        "{Bottom_plate:many}",
        check=UpTo(2),
        options=(
            option("1", "One", "Most walls."),
            option("2", "Two", "Over a thick floor finish or heating pipes, so that trim has wood."),
        ),
    )
    top_plates: Count = way(
        2,
        "{Top_plate:many}",
        check=UpTo(2),
        options=(
            option(
                "1",
                "Single",
                "Partitions, or {stud:many} stacked under trusses, tied with connectors.",
            ),
            option("2", "Double, lapped", "Ties the walls to each other."),
        ),
    )
    single_on_partitions: bool = way(
        False,
        "{Top_plate:many} of partitions",
        options=yes_or_no(
            ("Single", "Partitions carry nothing; a plate less, tied with connectors."),
            ("As on other walls", "Every wall laps onto the next."),
        ),
    )
    plate_ties: PlateTies = way(PlateTies.LAPPED, "Where {cap_plate:many} meet")
    header: Header = of_parts(Header())
    header_wood: WoodKind | None = way(
        None,
        "{Header:many} are of",
        "For the {header} check alone; as the stamp on the boards.",
        # Engineered headers are of their plies without anybody's word.
        options=(
            option("", "Not set"),
            *(Option(kind.value, kind.called) for kind in WoodKind if kind is not WoodKind.ENGINEERED),
        ),
    )
    woods: tuple[Wood, ...] = of_parts(())
    loads: HeaderLoads = of_parts(HeaderLoads())
    jacks: Jacks = way(Jacks.TO_PLATE, "{Jack:many}")
    jack_count: Count = way(
        1,
        "{Jack:many} a side",
        "One under an ordinary {header}; more where the drawings say.",
        check=UpTo(3),
    )
    king_count: Count = way(
        1, "{King:many} a side", "One beside an ordinary opening; more against wind.", check=UpTo(3)
    )
    wide_opening: WideOpening = of_parts(WideOpening())
    high_wind: bool = way(
        False,
        "High wind",
        options=yes_or_no(
            ("Two everywhere", "The code or the drawings ask for it."),
            ("As wide as it is", "Two {jack:many} and {king:many} only over wide openings."),
        ),
    )
    sills: Count = way(
        1,
        "{Sill}",
        check=UpTo(2),
        options=(
            option("1", "Single", "Enough for most trim."),
            option("2", "Double", "More to nail wide trim and stools to."),
        ),
    )
    sill_top: SillTop = way(SillTop.FLAT, "{Sill}’s top")
    end_top_cripples: bool = way(
        True,
        "{Cripple:many} over {header:a}",
        options=yes_or_no(
            ("At the {king:many} too", "Sheets and trim have wood in the corners of the opening."),
            ("On the lines only", "Fewer short {block:many} to cut."),
        ),
    )
    window_allowance: Allowance = way(
        Allowance(inches(1), inches(1)),
        "Window RO, plus",
        "Over its call-out, width by height.",
        options=(
            option("1 x 1", "+ 1 and + 1", "The makers most crews meet."),
            option("1/2 x 1/2", "+ 1/2", "Flanged windows with a tight sheet."),
            option("1/4 x 1/4", "+ 1/4", "Units called out at nearly their rough opening."),
            option("0 x 0", "The call-out is the opening", "Schedules that list the rough opening."),
        ),
        is_open=True,
    )
    door_allowance: Allowance | DoorParts = way(
        Allowance(inches(2), inches("2 1/2")),
        "Door RO, plus",
        "Over its slab, width by height, or built up from parts.",
        options=(
            option("2 x 2 1/2", "+ 2 by + 2 1/2", "Prehung doors on a finished floor."),
            option("2 x 3", "+ 2 by + 3", "Thicker floor finish."),
            option("2 1/2 x 3", "+ 2 1/2 by + 3", "More room to shim."),
            option("parts", "Built up from its parts", "Jamb, gap, floor and shim, each as it is."),
        ),
        is_open=True,
    )
    usual_allowances: UsualAllowances = of_parts((), check_usual_allowances)
    datum: Datum = of_parts(Datum())
    corner: CornerSchool = way(CornerSchool.TWO_STUD, "Corner")
    intersection: IntersectionSchool = way(IntersectionSchool.CHANNEL, "Wall that butts")
    joists: JoistRun | None = way(
        None,
        "Joists above run",
        "Joists or trusses: what {stud:many} stand under, and what a ceiling hangs on.",
    )
    joist_layout: JoistLayout | None = of_parts(None)
    stacked: bool = way(
        False,
        "{Stud:many} and the joists above",
        options=yes_or_no(
            ("Under the joists", "Loads go straight down; single {top_plate:many} ask for it."),
            ("On their own", "A doubled {top_plate} carries between the {stud:many}."),
        ),
    )
    ceiling_backing: CeilingBacking = way(CeilingBacking.NONE, "Along the joists above")
    intersection_board: str = way(
        NARROWEST,
        "Board behind a wall",
        "A wide flat’s; a 2x8 behind a wall of 5 1/2 leaves 7/8 a side.",
        check=check_intersection_board,
        options=(option(NARROWEST, "Narrowest that works"), *(option(size, size) for size in STUDS[1:])),
    )
    panel_gap: Length = way(
        inches("1/2"),
        "Gap for panels",
        "What a wall fitted into a measured room leaves at each free end.",
        check=Within(0, inches(2), message("The gap for a panel is 0 to 2 inches; 1/2 is usual.")),
    )
    floor: Floor = way(Floor.WOOD, "Floor")
    bolts: BoltRule = of_parts(BoltRule())
    anchors: Anchors = way(Anchors.BY_KIND, "Plate on a slab")
    pins: PinRule = of_parts(PinRule())
    plate_stock: PlateStock = of_parts(PlateStock())
    blocks: Blocks = way(Blocks.NONE, "{Block:many} at half height")
    block_height: Length = way(
        inches(48),
        "Line of the {block:many}",
        "Above the floor; 48 meets lying sheets.",
        check=Within(
            inches(12),
            inches("20'"),
            message("A line of {block:many} is 12 inches to 20 feet above the floor; 48 is usual."),
        ),
    )
    fire_blocks: bool = way(
        False,
        "Fire blocks",
        options=yes_or_no(
            ("In tall cavities", "Walls over 10 ft, as the local code asks."),
            ("None", "No cavity is over 10 ft."),
        ),
    )
    panel_edge_blocks: bool = way(
        False,
        "{Block:many} behind joints of sheets",
        options=yes_or_no(
            ("At every joint", "Shear panels with blocked edges."),
            ("None", "The drawings do not ask for blocked edges."),
        ),
    )
    sheets: Sheets = way(Sheets.UPRIGHT, "Sheets")
    sheet: SheetSize = of_parts(SheetSize())
    sheet_drop: Length = way(
        0,
        "Sheets hang below",
        "How far below the {bottom_plate}; 0 is flush with it.",
        check=Within(
            0, inches(12), message("Sheets hang 0 to 12 inches below the {bottom_plate}; 0 is flush with it.")
        ),
        empty="0",
    )
    nails: Nailing = of_parts(Nailing())
    density: Count = way(
        33,
        "Pounds a cubic foot",
        "33 is usual; wet or treated lumber is more.",
        check=Within(15, 70, message("Lumber weighs 15 to 70 pounds a cubic foot; 33 is usual.")),
        is_open=True,
    )
    lumber: tuple[Lumber, ...] = of_parts((), check_lumber)
    insulation: Insulation = of_parts(Insulation())
    rates: Rates = of_parts(Rates())
    day: WorkDay = of_parts(WorkDay())
    shop_work: ShopWork = way(ShopWork.NONE, "Made in the shop", "Taken off the day on the site.")
    tolerance: Length = way(
        inches("1/8"),
        "Tolerance of checks",
        "How far diagonals, openings and plumb may be off.",
        check=Within(inches("1/64"), inches(1), message("A tolerance is 1/64 to 1 inch; 1/8 is usual.")),
    )
    mark_lines: MarkLines = way(MarkLines.ONE, "Lines on the plate")
    marked_on: MarkedOn = way(MarkedOn.FACE, "Marks go on")
    words: Words = of_parts(Words())

    def board(self, nominal: str) -> Lumber:
        """The board of that name, as this crew's yard really cuts it.

        Raises:
            LumberError: There is no such size.
        """
        listed = lumber(nominal)
        return next((board for board in self.lumber if board.nominal == listed.nominal), listed)


CHECKS: Mapping[str, Check] = {key.name: key.metadata["check"] for key in fields(Standard) if "check" in key.metadata}
"""What each key refuses, for those that refuse anything their kind would be."""
