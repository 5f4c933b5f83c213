"""Scale models: a job or a wall framed again from the sticks one has, and what to cut of them.

scale
    Inches of the model for an inch of the wall: 1 1/2 in to the foot is an eighth.
sticks
    What the model's boards are cut from. They are as thick as they are, not as boards would be at that scale; so the
    walls are framed from boards as thick as the sticks come to at full size, and only then made small: every opening
    and every height stays to scale, and studs are shorter by what the plates are thicker.
"""

from collections import defaultdict
from collections.abc import Collection, Sequence
from dataclasses import dataclass, field, replace
from fractions import Fraction

from bluff.core.errors import SettingError
from bluff.core.job.amounts import PrecutStuds, StudMake, WallHeight
from bluff.core.job.job import Job, Wall
from bluff.core.job.standard import Standard
from bluff.core.measure.length import Length, inches, nearest, parse_length
from bluff.core.measure.lumber import HEADER_PLIES, LUMBER, Lumber
from bluff.core.message import message
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Role

_LEAST_SCALE, _MOST_SCALE = Fraction(1, 48), Fraction(1, 2)
_THINNEST, _THICKEST = inches("3/4"), inches("3 1/2")
"""What sticks may come to at full size: beyond that nothing of a wall is left, or nothing fits between."""
THIRTY_SECONDS = 32
"""What a model is cut to the nearest of, in an inch."""


@dataclass(frozen=True, slots=True)
class Model:
    """How a model is made.

    Args:
        scale: Model inches for an inch of the wall.
        thick, wide: Of the sticks.

    Raises:
        SettingError: Nobody can build a wall so.
    """

    scale: Fraction
    thick: Length
    wide: Length

    def __post_init__(self) -> None:
        if not _LEAST_SCALE <= self.scale <= _MOST_SCALE:
            raise SettingError(message("A model is 1/4 to 6 inches to the foot; 1 1/2 is usual."), "scale")
        if not 0 < self.thick <= self.wide:
            raise SettingError(
                message("Sticks are as wide as they are thick at least. Write thickness, then width."), "wide"
            )
        if not _THINNEST <= (full := self.full_size(self.thick)) <= _THICKEST:
            raise SettingError(
                message(
                    "At this scale a stick of {thick:fine} stands for a board of {full:length}; take sticks of "
                    "{small:fine} to {small2:fine}, or another scale.",
                    thick=self.thick,
                    full=full,
                    small=self.small(_THINNEST),
                    small2=self.small(_THICKEST),
                ),
                "thick",
            )

    def full_size(self, length: Length) -> Length:
        """What a length of the model stands for."""
        return nearest(length / self.scale)

    def small(self, length: Length) -> Length:
        """A length of the wall in the model, to the nearest 32nd."""
        step = inches(1) // THIRTY_SECONDS
        return nearest(length * self.scale / step) * step


@dataclass(frozen=True, slots=True)
class ModelRow:
    """Pieces of a model alike.

    Args:
        count: Sticks.
        length: To cut to, at the long point.
        deep: How wide its board is where that is not the stick's width: headers. None for a stick as it is.
        roles: What they are for.
    """

    count: int
    length: Length
    deep: Length | None
    roles: tuple[Role, ...]


@dataclass(frozen=True, slots=True)
class ModelList:
    """What a model is made of.

    Args:
        rows: What to cut, longest first.
        corners: Where two walls end at each other.
        intersections: Where one ends at another's side.
        left_out: Openings that cannot be framed from such sticks.
    """

    rows: tuple[ModelRow, ...]
    corners: int
    intersections: int
    left_out: tuple[str, ...]


def read_scale(text: str) -> Fraction:
    """A scale as it is typed: inches to the foot, or one to so many.

    >>> read_scale("1 1/2"), read_scale("1:10")
    (Fraction(1, 8), Fraction(1, 10))

    Raises:
        SettingError: It is neither.
    """
    one, colon, to = text.partition(":")
    if not colon:
        return Fraction(parse_length(text), inches("1'"))
    if one.strip() != "1" or not to.strip().isdecimal() or int(to) == 0:
        raise SettingError(
            message(
                "“{text}” is not a scale. Write inches to the foot, like 1 1/2, or a ratio, like 1:10.",
                text=text,
            )
        )
    return Fraction(1, int(to))


def as_sticks(job: Job, model: Model) -> Job:
    """A job at full size, framed from boards that are what the model's sticks stand for."""
    thick, wide = model.full_size(model.thick), model.full_size(model.wide)
    studs = {wall.stud for wall in job.walls}
    headers = {name: LUMBER[name].width for name in HEADER_PLIES if LUMBER[name].width >= thick}
    boards = {**headers, **dict.fromkeys(studs, wide)}
    sticks = tuple(Lumber(name, thick, width) for name, width in sorted(boards.items()))
    given = {key: getattr(job, key) for key in ("name", "ways", "walls", "openings", "taken")}
    return _OfSticks(**given, sticks=sticks)


@dataclass(frozen=True)
class _OfSticks(Job):
    """A job whose boards are others, each wall as high as it is."""

    sticks: tuple[Lumber, ...] = field(default=())

    def _standard_of_wall(self, wall: Wall) -> Standard:
        own = super()._standard_of_wall(wall)
        studs = own.studs
        if isinstance(studs, PrecutStuds):
            plates = (own.bottom_plates + own.top_plates) * own.board(wall.stud).thickness
            studs = WallHeight(studs.length + plates)
        return replace(own, lumber=self.sticks, studs=studs, stud_make=StudMake())


def model_list(framings: Sequence[Framing], model: Model) -> ModelList:
    """What to cut for a model.

    Args:
        framings: The walls that are built, framed `as_sticks`.
        model: How it is made.

    Source: docs/rules.md, Scale models. A wall of 9 ft at 1 1/2 in to the foot is 13 1/2 high; three plates of sticks
    of 1/4 leave studs of 12 3/4.
    """
    counts: dict[tuple[Length, Length | None], int] = defaultdict(int)
    roles: dict[tuple[Length, Length | None], set[Role]] = defaultdict(set)
    for framing in framings:
        for member in framing.members:
            width = model.small(member.board.width)
            deep = width if width != model.small(model.full_size(model.wide)) else None
            key = (model.small(member.length.value), deep)
            counts[key] += member.plies
            roles[key].add(member.role)
    rows = [ModelRow(count, *key, tuple(sorted(roles[key]))) for key, count in counts.items()]
    left_out = [refused.frame.placed.id for framing in framings for refused in framing.refused_openings]
    corners, intersections = _meetings(framings)
    in_order = sorted(rows, key=lambda row: (row.deep is not None, row.deep or 0, -row.length))
    return ModelList(tuple(in_order), corners, intersections, tuple(left_out))


def _meetings(framings: Sequence[Framing]) -> tuple[int, int]:
    """Corners and intersections between walls that are built."""
    built: Collection[str] = {framing.plan.id for framing in framings}
    corners: set[frozenset[str]] = set()
    intersections = 0
    for framing in framings:
        meetings = framing.plan.meetings
        for end in (meetings.start, meetings.end):
            if end and end.is_corner and end.other in built:
                corners.add(frozenset({framing.plan.id, end.other}))
        intersections += sum(one.other in built for one in meetings.intersections)
    return len(corners), intersections
