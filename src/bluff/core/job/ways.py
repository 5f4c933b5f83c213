"""Ways: what a job, a wall or an opening does otherwise than what holds for it.

Three types, one for each level, so that no setting can stand where it has no meaning: a crew has one word for a piece
in the whole job, and one wall one height for all its openings. Each key is one of `Standard`'s, None where it follows;
the nearest level that says something wins.
"""

from collections.abc import Iterable
from dataclasses import dataclass, fields, replace
from fractions import Fraction
from typing import Any, Self, TypeVar

from bluff.core.errors import SettingError
from bluff.core.job.amounts import (
    Allowance,
    BoltRule,
    Datum,
    DoorParts,
    Insulation,
    JoistLayout,
    Nailing,
    PinRule,
    PlateStock,
    Rates,
    SheetSize,
    StudMake,
    Studs,
    WideOpening,
    WorkDay,
)
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
    PlateTies,
    Sheets,
    ShopWork,
    SillTop,
)
from bluff.core.job.standard import CHECKS, Standard, UsualAllowances
from bluff.core.job.wood import Wood, WoodKind
from bluff.core.job.words import Words
from bluff.core.measure.length import Length
from bluff.core.measure.lumber import Lumber
from bluff.core.message import Message, message


@dataclass(frozen=True, slots=True)
class Ways:
    """What every level has in common: setting some keys of `Standard`.

    Raises:
        SettingError: A value no wall can be framed by.
    """

    def __post_init__(self) -> None:
        for key, check in _CHECKED[type(self)]:
            if (value := getattr(self, key)) is not None:
                check(key, value)

    def over(self, standard: Standard) -> Standard:
        """The standard with every key set here in place of its own."""
        given = self.given()
        return replace(standard, **given) if given else standard

    def merged(self, other: Self) -> Self:
        """These ways with every key the other sets in place of its own."""
        return replace(self, **other.given())

    def without(self, names: Iterable[str]) -> Self:
        """These ways with the named keys left to follow again."""
        return replace(self, **dict.fromkeys(names))

    def given(self) -> dict[str, Any]:
        """The keys that are given, with their values."""
        return {key: value for key in self.names() if (value := getattr(self, key)) is not None}

    @classmethod
    def names(cls) -> tuple[str, ...]:
        """Every key this level can set, as `Standard` has them."""
        return _KEYS[cls]


@dataclass(frozen=True, slots=True)
class _OfOpening(Ways):
    """What belongs to a single opening."""

    head_height: Length | None = None
    heads: Heads | None = None
    header: Header | None = None
    header_wood: WoodKind | None = None
    woods: tuple[Wood, ...] | None = None
    loads: HeaderLoads | None = None
    jacks: Jacks | None = None
    jack_count: int | None = None
    king_count: int | None = None
    wide_opening: WideOpening | None = None
    sills: int | None = None
    sill_top: SillTop | None = None
    end_top_cripples: bool | None = None
    window_allowance: Allowance | None = None
    door_allowance: Allowance | DoorParts | None = None
    usual_allowances: UsualAllowances | None = None


@dataclass(frozen=True, slots=True)
class _OfWall(_OfOpening):
    """What belongs to a wall as a whole, besides what its openings follow."""

    spacing: Fraction | None = None
    studs: Studs | None = None
    stud_make: StudMake | None = None
    end_studs: EndStuds | None = None
    bottom_plates: int | None = None
    top_plates: int | None = None
    single_on_partitions: bool | None = None
    plate_ties: PlateTies | None = None
    high_wind: bool | None = None
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
    insulation: Insulation | None = None
    lumber: tuple[Lumber, ...] | None = None
    tolerance: Length | None = None
    mark_lines: MarkLines | None = None
    marked_on: MarkedOn | None = None


@dataclass(frozen=True, slots=True)
class OpeningWays(_OfOpening):
    """What one opening does otherwise than its wall."""


@dataclass(frozen=True, slots=True)
class WallWays(_OfWall):
    """What one wall, and every opening in it that says nothing itself, does otherwise than the job."""


@dataclass(frozen=True, slots=True)
class JobWays(_OfWall):
    """What a job does otherwise than its crew's standard, or a crew otherwise than the product's."""

    rates: Rates | None = None
    day: WorkDay | None = None
    shop_work: ShopWork | None = None
    words: Words | None = None


LEVELS: tuple[type[Ways], ...] = (OpeningWays, WallWays, JobWays)
"""From the nearest to the farthest."""
_KEYS: dict[type[Ways], tuple[str, ...]] = {level: tuple(key.name for key in fields(level)) for level in LEVELS}


_CHECKED = {level: tuple((key, CHECKS[key]) for key in names if key in CHECKS) for level, names in _KEYS.items()}


def level_of(key: str) -> type[Ways]:
    """The nearest level that can say a key.

    Raises:
        KeyError: There is no such way.
    """
    for level in LEVELS:
        if key in level.names():
            return level
    raise KeyError(key)


def belongs(key: str, name: Message) -> Message:
    """A sentence for a way set where it has no meaning: where to set it.

    Args:
        key: As `Standard` has it.
        name: What the screen calls it.
    """
    if level_of(key) is JobWays:
        return message("{name} hold for the whole job. Set them on the job.", name=name)
    return message("{name} holds for a whole wall. Set it on the wall.", name=name)


_Level = TypeVar("_Level")


def whence(levels: Iterable[tuple[_Level, Ways]]) -> dict[str, _Level]:
    """Where each value comes from: every key that some level sets, and the name of the nearest such level.

    Args:
        levels: Name and ways of each, nearest first.
    """
    given: dict[str, _Level] = {}
    for name, ways in levels:
        for key in ways.given():
            given.setdefault(key, name)
    return given


LONGEST_NAME = 60
"""Characters a standard is called by."""


@dataclass(frozen=True, slots=True)
class Taken:
    """A crew's standard as a job took it: its name, and its ways at that time.

    Raises:
        SettingError: It has no name one could call it by.
    """

    name: str
    ways: JobWays

    def __post_init__(self) -> None:
        if not 1 <= len(self.name.strip()) <= LONGEST_NAME:
            raise SettingError(
                message("A standard needs a name of 1 to {longest_name} characters.", longest_name=LONGEST_NAME), "name"
            )
