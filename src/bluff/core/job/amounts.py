"""The ways that have figures: what a school is not, a small value is, chosen once as well.

datum
    The point the on-center layout is measured from: normally where the first sheet starts.
"""

import re
from dataclasses import dataclass
from fractions import Fraction
from typing import Annotated, TypeAlias

from bluff.core.errors import SettingError
from bluff.core.job.form_field import Width, option, part, up_to, yes_or_no
from bluff.core.job.schools import End, StudKind, WideFace
from bluff.core.measure.clock import DAY, Clock, parse_clock
from bluff.core.measure.length import Length, format_feet, format_inches, inches
from bluff.core.measure.lumber import Lumber
from bluff.core.message import message

Count: TypeAlias = Annotated[int, "how many, where every other whole number is a length"]
Number: TypeAlias = Annotated[Fraction, "a plain figure, where every other fraction is a spacing"]
SignedLength: TypeAlias = Annotated[Length, "either way from a place"]
_FIVE_FEET: Length = inches("5'")
_HIGHEST_R = 100
_MOST_MINUTES = 480
MOST_ON_A_CREW = 12
MOST_TRUCKS = 12
_SHORTEST_DAY = 120
_DAYS_A_WEEK = 7
USUAL_PLAY: Length = inches("1/4")
"""What a wall that goes into a room is lower than the room."""
MOST_NAILS = 16
"""That a form offers for one joint, and that anybody drives into one."""


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
    play: Length = part(USUAL_PLAY, "Play", "How much lower the wall is than the room.")

    @property
    def smallest(self) -> Length:
        return min(self.heights)


Studs: TypeAlias = PrecutStuds | WallHeight | MeasuredRoom


@dataclass(frozen=True, slots=True)
class Datum:
    """Where the on-center layout is measured from.

    Args:
        end: The end of the wall the tape hooks on.
        shift: How far along the wall from that end the datum lies; negative is beyond it. The end is that
            of the building for an exterior wall in a plan, that of the plate for any other.
    """

    end: End = part(
        End.START,
        "Layout from",
        "The end the first sheet starts at.",
        options=(option("start", "Left end"), option("end", "Right end")),
    )
    shift: SignedLength = part(0, "Datum shifted", "Away from that end; with a minus beyond it.")


@dataclass(frozen=True, slots=True)
class JoistLayout:
    """Where the joists or trusses above lie, across the way they run.

    Args:
        first: Middle of one of them, east of the plan's zero where they run north to south, north of it where
            they run east to west.
        spacing: On center, in inches, exact.
    """

    first: SignedLength = part(
        0,
        "One joist at",
        "Its middle, east of the plan’s zero; north of it where they run east to west.",
        empty="0",
    )
    spacing: Fraction = part(
        Fraction(24),
        "Joists on center",
        "{Stud:many} stand under each where theirs is the same, or divides it.",
        empty="24",
    )

    def __post_init__(self) -> None:
        if not 8 <= self.spacing <= 96:
            raise SettingError(
                message("Joists and trusses lie 8 to 96 inches on center; 16 and 24 are usual."), "spacing"
            )


@dataclass(frozen=True, slots=True)
class Allowance:
    """What a rough opening has over the unit that goes into it."""

    width: Length
    height: Length

    def __post_init__(self) -> None:
        if self.width < 0 or self.height < 0:
            raise SettingError(message("An allowance is added to the unit. Write 0 or more."))


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

    jamb: Length = part(inches("3/4"), "Jamb", "Thickness of the jamb, both sides and the head.")
    gap: Length = part(inches("1/2"), "Gap", "Between jamb and {stud}, each side.")
    under: Length = part(inches("3/4"), "Under the slab", "Clear under the door.")
    floor: Length = part(inches("3/4"), "Floor finish", "That goes under the door.")
    shim: Length = part(inches("3/4"), "Shim", "Over the head jamb.")

    def __post_init__(self) -> None:
        if min(self.jamb, self.gap, self.under, self.floor, self.shim) < 0:
            raise SettingError(message("The parts of a door's allowance are added to the slab. Write 0 or more."))


@dataclass(frozen=True, slots=True)
class WideOpening:
    """From which rough width on an opening gets more jacks and kings a side."""

    from_width: Length = part(_FIVE_FEET, "Wide from", "Rough width from which there are more of both.")
    jacks: Count = part(2, "{Jack:many} when wide", "A wide {header} bears on more wood.", options=up_to(3))
    kings: Count = part(2, "{King:many} when wide", "More wall leans on the {stud:many} beside it.", options=up_to(3))

    def __post_init__(self) -> None:
        check_count("jacks", self.jacks)
        check_count("kings", self.kings)


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

    kind: StudKind = part(StudKind.SAWN, "{Stud:many} are")
    thickness: Length = part(inches("1 1/2"), "Composite, thick", "Along the wall, at the wide face.")
    narrow: Length | None = part(None, "Narrow face", "Left empty where both faces are alike.", empty="as the other")
    wide_face: WideFace = part(
        WideFace.OUTSIDE, "Wide face", "Outside, where sheets meet on it; of a partition the left."
    )

    def __post_init__(self) -> None:
        if not _THINNEST_STUD <= self.thickness <= _THICKEST_STUD:
            raise SettingError(message("A composite {stud} is 3/4 to 3 inches thick."), "thickness")
        if self.narrow is not None and not _THINNEST_STUD <= self.narrow <= self.thickness:
            raise SettingError(
                message("The narrow face of {stud:a} is at least 3/4, and no more than the wide one."), "narrow"
            )
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

    from_end: Length = part(inches(12), "First bolt", "The most from each end of a board.")
    apart: Length = part(inches(72), "Bolts apart", "At most; the drawings and the code rule.")

    def __post_init__(self) -> None:
        if not inches(4) <= self.from_end <= inches(24):
            raise SettingError(message("The first bolt is 4 to 24 inches from an end; 12 is usual."), "from_end")
        if not inches(12) <= self.apart <= inches("10'"):
            raise SettingError(message("Bolts are 12 inches to 10 feet apart; 72 inches is usual."), "apart")


@dataclass(frozen=True, slots=True)
class PinRule:
    """Where a plate is shot down to concrete unless entered otherwise.

    Args:
        from_end: At most so far from each end of each piece of plate; two a piece at least.
        apart: At most so far from each other, as the drawings say.

    Source: docs/rules.md, Pins.
    """

    from_end: Length = part(inches(12), "First pin", "The most from each end of a board.")
    apart: Length = part(inches(32), "Pins apart", "At most, as the drawings say.")

    def __post_init__(self) -> None:
        if not inches(3) <= self.from_end <= inches(24):
            raise SettingError(message("The first pin is 3 to 24 inches from an end; 12 is usual."), "from_end")
        if not inches(6) <= self.apart <= inches("6'"):
            raise SettingError(message("Pins are 6 inches to 6 feet apart; 32 inches is usual."), "apart")


@dataclass(frozen=True, slots=True)
class PlateStock:
    """The boards plates are cut from, and where they may be broken.

    Args:
        boards: Lengths the yard has of sections the job's stock does not list.
        offset: How far a break of the second top plate stays from one of the first.
        doubled_studs: Whether a stud is added at each break, so that both boards have a whole one.
        in_doorways: Whether a bottom plate may break in a doorway, where it is cut out anyway, if that saves a board.

    Source: docs/rules.md, Plates and studs.
    """

    boards: tuple[Length, ...] = part(
        tuple(inches(f"{feet}'") for feet in range(8, 21, 2)),
        "Boards for plates",
        "Lengths the yard has, in feet, of what the stock does not list.",
        width=Width.LONG,
    )
    offset: Length = part(inches(48), "Breaks apart", "Of the two {top_plate:many}.")
    doubled_studs: bool = part(
        False,
        "{Stud} at a break",
        "A second one, so that both boards have a whole one.",
        options=yes_or_no(),
    )

    in_doorways: bool = part(
        False,
        "Break in a doorway",
        "The {bottom_plate} may, where it is cut out anyway.",
        options=yes_or_no(),
    )

    def __post_init__(self) -> None:
        if not self.boards:
            raise SettingError(message("Write at least one length of board plates are cut from."), "boards")
        if not inches("6'") <= min(self.boards) <= max(self.boards) <= inches("40'"):
            raise SettingError(message("Boards for plates are 6 to 40 feet long; yards keep 8 to 20."), "boards")
        if self.offset < inches(24):
            raise SettingError(
                message(
                    "Breaks of the two {top_plate:many} stay at least 24 apart, not {offset:length}; 48 is usual.",
                    offset=self.offset,
                ),
                "offset",
            )
        object.__setattr__(self, "boards", tuple(sorted(set(self.boards))))

    def __str__(self) -> str:
        return ", ".join(format_feet(board) for board in self.boards)


@dataclass(frozen=True, slots=True)
class SheetSize:
    """The sheets that go on a wall.

    Args:
        width, length: Of a whole one.
        weight: In pounds a square foot; 1.6 for one of 1/2.
    """

    width: Length = part(inches(48), "Sheet, wide", "48 as most are sold.")
    length: Length = part(inches(96), "Sheet, long", "Longer ones reach from the sill plate to the {top_plate}.")
    weight: Fraction = part(Fraction(8, 5), "Sheet, lb a sq ft", "1.6 for one of 1/2.")

    def __post_init__(self) -> None:
        if not Fraction(1, 2) <= self.weight <= 6:
            raise SettingError(message("Sheets weigh 0.5 to 6 pounds a square foot; 1.6 is usual for 1/2."), "weight")
        if not inches(24) <= self.width <= self.length <= inches("12'"):
            raise SettingError(message("A sheet is 24 inches to 12 feet, width first; 48 x 96 is usual."), "width")


@dataclass(frozen=True, slots=True)
class Insulation:
    """What keeps the heat in a wall, by its R; 0 if not entered.

    Args:
        cavity: Of what fills the bays.
        outside: Of what covers the wood as well, unbroken.

    Source: docs/rules.md, Heat and hours.
    """

    cavity: Number = part(Fraction(0), "Cavity, R", "Of the insulation in the bays; 0 means not entered.")
    outside: Number = part(Fraction(0), "Over the wood, R", "Of insulation that covers wood and bays alike.")

    def __post_init__(self) -> None:
        for name in ("cavity", "outside"):
            if not 0 <= getattr(self, name) <= _HIGHEST_R:
                raise SettingError(
                    message("An R is 0 to {highest_r}; 21 fills bays of 5 1/2.", highest_r=_HIGHEST_R), name
                )


@dataclass(frozen=True, slots=True)
class Rates:
    """The crew's own minutes for its work; 0 where it has none.

    Args:
        cut: A cut at the saw.
        piece: A piece set and nailed.
        opening: On top of its pieces, for its header and its pack.
        plate: A foot of wall laid out on its plates.
        sheet: A sheet nailed on.
        raising: A wall raised, plumbed and braced, by all who lift it together.

    Source: docs/rules.md, Heat and hours.
    """

    cut: Number = part(Fraction(0), "Minutes a cut", "At the saw; 0 means not entered.")
    piece: Number = part(Fraction(0), "Minutes a piece", "Set and nailed.")
    opening: Number = part(Fraction(0), "Minutes an opening", "On top of its pieces: {header} and packs nailed up.")
    plate: Number = part(Fraction(0), "Minutes a foot", "Of plate, laid out and marked.")
    sheet: Number = part(Fraction(0), "Minutes a sheet", "Set and nailed.")
    raising: Number = part(Fraction(0), "Minutes a raising", "By all who lift it together, until it is braced.")

    def __post_init__(self) -> None:
        for name in ("cut", "piece", "opening", "plate", "sheet", "raising"):
            if not 0 <= getattr(self, name) <= _MOST_MINUTES:
                raise SettingError(
                    message("Enter 0 to {most_minutes} minutes; 0 means not entered.", most_minutes=_MOST_MINUTES),
                    name,
                )


@dataclass(frozen=True, slots=True)
class WorkDay:
    """A crew's day on the site.

    Args:
        people: How many work.
        starts, ends: When; breaks are in the crew's minutes, which are measured on the site with them.
        week: Days a week, from Monday on.
        trucks: That bring the lumber, what is framed first on the first.

    Source: docs/rules.md, The day.
    """

    people: Count = part(3, "People", "How many of the crew frame.", options=up_to(MOST_ON_A_CREW))
    starts: Clock = part(parse_clock("7:00"), "Work starts", "As a clock shows it, like 7:00.")
    ends: Clock = part(parse_clock("15:30"), "Work ends", "Breaks are in the minutes things take.")
    week: Count = part(5, "Days a week", "From Monday on.", options=up_to(7))
    trucks: Count = part(1, "Trucks of lumber", "What is framed first on the first.", options=up_to(MOST_TRUCKS))

    @property
    def minutes(self) -> int:
        """From start to end."""
        return self.ends - self.starts

    def __post_init__(self) -> None:
        if not 1 <= self.people <= MOST_ON_A_CREW:
            raise SettingError(
                message("A crew has 1 to {most_on_a_crew} people.", most_on_a_crew=MOST_ON_A_CREW), "people"
            )
        if not 0 <= self.starts < self.ends <= DAY:
            raise SettingError(message("A day ends later than it starts, like 7:00 and 15:30."), "ends")
        if self.minutes < _SHORTEST_DAY:
            raise SettingError(message("A day has two hours of work at least."), "ends")
        if not 1 <= self.week <= _DAYS_A_WEEK:
            raise SettingError(message("A week has 1 to 7 days of work."), "week")
        if not 1 <= self.trucks <= MOST_TRUCKS:
            raise SettingError(message("Lumber comes on 1 to {most_trucks} trucks.", most_trucks=MOST_TRUCKS), "trucks")


@dataclass(frozen=True, slots=True)
class Nailing:
    """How many nails a joint gets; each field is a count, `apart` a distance along a row.

    Source: docs/rules.md, Nails.
    """

    stud: Count = part(
        2,
        "Nails, {stud} end",
        "Through the plate into each end of {stud:a}.",
        options=up_to(MOST_NAILS),
    )
    header: Count = part(
        4,
        "Nails, {header} end",
        "Through the {king} into each end of {header:a}.",
        options=up_to(MOST_NAILS),
    )
    deep_header: Count = part(5, "of a deep one", "In {header:a} of 11 1/4 or more.", options=up_to(MOST_NAILS))
    apart: Length = part(inches(16), "In a row, apart", "Along plates, {jack:many} and {header} plies.")
    lap: Count = part(
        2,
        "Nails at a lap",
        "Where {cap_plate:a} runs onto another wall, and at its ends.",
        options=up_to(MOST_NAILS),
    )
    splice: Count = part(
        8,
        "Nails at a splice",
        "In the {cap_plate}, each side of a joint in the first.",
        options=up_to(MOST_NAILS),
    )

    def __post_init__(self) -> None:
        for name in ("stud", "header", "deep_header", "lap", "splice"):
            check_count(name, getattr(self, name), MOST_NAILS)
        if not inches(4) <= self.apart <= inches(24):
            raise SettingError(message("Nails in a row are 4 to 24 inches apart; 16 is usual."), "apart")


_POUNDS = re.compile(r"\d{1,3}(\.\d{1,4})?")
_FIGURE = re.compile(r"\d{1,5}(\.\d{1,4})?")


def parse_pounds(text: str) -> Fraction:
    """A weight as it is typed.

    >>> parse_pounds("1.6")
    Fraction(8, 5)

    Raises:
        SettingError: It is no number of pounds under a thousand.
    """
    if not _POUNDS.fullmatch(text.strip()):
        raise SettingError(message("Write a weight as a number of pounds, like 1.6."))
    return Fraction(text.strip())


def parse_number(text: str) -> Fraction:
    """A plain figure as it is typed.

    >>> parse_number("7.5")
    Fraction(15, 2)

    Raises:
        SettingError: It is no number under a hundred thousand.
    """
    if not _FIGURE.fullmatch(text.strip()):
        raise SettingError(message("Write a number, like 7.5."))
    return Fraction(text.strip())


def format_pounds(weight: Fraction) -> str:
    """A weight as it is typed, in pounds."""
    return f"{float(weight):.10g}"


def check_count(name: str, count: int, most: int = 3, least: int = 1) -> None:
    """Refuse a count nobody builds with.

    Raises:
        SettingError: It is not from least to most.
    """
    if not least <= count <= most:
        raise SettingError(
            message(
                "Write a count from {least} to {most}, not {count}.",
                least=least,
                most=most,
                count=count,
            ),
            name,
        )
