"""What is ordered for a job: boards by section and length, and everything besides them that its walls take.

Counts are exact; what is bought on top, because some boards turn out too crooked, is kept apart from them.
"""

from collections import Counter, defaultdict
from collections.abc import Collection, Container, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from math import ceil, floor

from bluff.core.crew.order import build_order
from bluff.core.cutting.bevels import taken
from bluff.core.cutting.board import JobBoard, Source
from bluff.core.cutting.demand import Demand
from bluff.core.cutting.saw import STRAIGHTEST, Members, wants_straight
from bluff.core.job.job import Job
from bluff.core.job.stock import Section
from bluff.core.measure.length import Length, format_board, format_feet, inches
from bluff.core.measure.lumber import LUMBER
from bluff.core.message import Message, message
from bluff.core.takeoff.cut_list import Spacer, SpacerRow, spacer_list
from bluff.core.takeoff.nails import nails
from bluff.core.takeoff.ties import ties
from bluff.core.takeoff.weight import pounds_of
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import ANCHOR_BOLT, PIN

PANEL: tuple[Length, Length] = inches("48"), inches("96")
"""The sheet spacers and foam are cut from."""


SPECIAL = message("longer than stock: engineered or special order")
"""Of a line no board of the stock is long enough for."""


@dataclass(frozen=True, slots=True)
class OrderLine:
    """Boards alike.

    Args:
        section: Of what.
        length: Each.
        count: That are cut.
        straight: How many of them are picked straight.
        crooked: Bought on top, for those that turn out too crooked.
        grade: As the yard calls it; empty if not entered.
        price: Of one; None if not entered.
        pounds: One weighs.
        is_special: Whether no board of the stock is so long, so that it is ordered engineered or by itself.
    """

    section: Section
    length: Length
    count: int
    straight: int
    crooked: int
    grade: str
    price: Fraction | None
    pounds: Fraction
    is_special: bool = False

    @property
    def bought(self) -> int:
        """Boards on the bill."""
        return self.count + self.crooked

    @property
    def cost(self) -> Fraction | None:
        """What they come to; None where nobody knows what one costs."""
        return None if self.price is None else self.bought * self.price

    @property
    def called(self) -> Message:
        """As it is called to the yard, quantity first: 18 – 2x6 x 16'."""
        size = self.section.called
        if self.grade:
            size = message("{size} {grade}", size=size, grade=self.grade)
        line = message("{count} – {size} x {length}", count=self.bought, size=size, length=self.board)
        return message("{line}, {note}", line=line, note=SPECIAL) if self.is_special else line

    @property
    def board(self) -> str:
        """Its length as it is called to the yard; feet and inches where it is cut to order.

        >>> print(OrderLine(Section("2x12"), inches("250"), 3, 3, 0, "", None, Fraction(0), is_special=True).board)
        20'-10"
        """
        return format_feet(self.length) if self.is_special else format_board(self.length)


@dataclass(frozen=True, slots=True)
class Supply:
    """Something that is ordered besides boards.

    Args:
        count: How many.
        what: Of what.
        because: What makes that many.
    """

    count: int
    what: Message
    because: Message


@dataclass(frozen=True, slots=True)
class Load:
    """What comes on one truck.

    Args:
        walls: That are framed of it, in order.
        lines: Boards on it.
        pounds: They weigh.
    """

    walls: tuple[str, ...]
    lines: tuple[OrderLine, ...]
    pounds: Fraction


@dataclass(frozen=True, slots=True)
class LumberOrder:
    """What is ordered for a job.

    Args:
        lines: Boards, by section and then longest first; what is longer than any board of the stock comes last.
        supplies: What else.
        pounds: All boards together.
        cost: Of those whose price is known.
        unpriced: Boards without a price.
    """

    lines: tuple[OrderLine, ...]
    supplies: tuple[Supply, ...]
    pounds: Fraction
    cost: Fraction
    unpriced: int


def lumber_order(
    job: Job, framings: Sequence[Framing], boards: Iterable[JobBoard], demands: Collection[Demand]
) -> LumberOrder:
    """What a job's boards and walls come to at the yard.

    Args:
        job: For its stock.
        framings: Its walls.
        boards: It is cut from; those that are on the site are not ordered.
        demands: What its walls ask for.

    Source: docs/rules.md, The order.
    """
    lines = order_lines(job, boards, demands)
    return LumberOrder(
        lines=lines,
        supplies=supplies(job, framings),
        pounds=_pounds(lines),
        cost=sum((line.cost for line in lines if line.cost is not None), Fraction(0)),
        unpriced=sum(line.bought for line in lines if line.price is None),
    )


def order_lines(
    job: Job, boards: Iterable[JobBoard], demands: Collection[Demand], walls: Container[str] | None = None
) -> tuple[OrderLine, ...]:
    """Boards alike together, in the order of the job's sections and then longest first.

    What no board of the stock is long enough for comes after them, on lines of its own.

    Args:
        job: For its stock.
        boards: Those that are ordered, if they are bought.
        demands: What the job's walls ask for.
        walls: Those whose longer pieces are ordered; all of them where none are named.
    """
    members: Members = {one.section: one.members for one in demands}
    return (*_stocked_lines(job, boards, members), *_special_lines(job, demands, walls))


def _special_lines(job: Job, demands: Collection[Demand], walls: Container[str] | None) -> Iterator[OrderLine]:
    """Pieces longer than stock, each ordered at the length it takes."""
    for one in demands:
        longer: Counter[Length] = Counter()
        straight: Counter[Length] = Counter()
        for member in one.too_long:
            if walls is None or member.id.wall in walls:
                longer[taken(member)] += member.plies
                straight[taken(member)] += member.plies * (member.role in STRAIGHTEST)
        listed = job.stock.of(one.section)
        for length in sorted(longer, reverse=True):
            yield OrderLine(
                section=one.section,
                length=length,
                count=longer[length],
                straight=straight[length],
                crooked=0,
                grade=listed.grade if listed else "",
                price=None,
                pounds=pounds_of(one.too_long[0].board.section * length, job.standard),
                is_special=True,
            )


def _stocked_lines(job: Job, boards: Iterable[JobBoard], members: Members) -> tuple[OrderLine, ...]:
    """Boards of the stock, alike together."""
    alike: dict[tuple[Section, Length], list[JobBoard]] = defaultdict(list)
    for board in boards:
        if board.source is Source.BOUGHT:
            alike[board.section, board.length].append(board)
    order = {section: place for place, section in enumerate(members)}
    crooked = _crooked({key: len(found) for key, found in alike.items()}, job.stock.crooked)
    return tuple(
        _line(job, section, length, found, members, crooked[section, length])
        for (section, length), found in sorted(
            alike.items(), key=lambda item: (order.get(item[0][0], len(order)), -item[0][1])
        )
    )


def _crooked(counts: Mapping[tuple[Section, Length], int], percent: int) -> dict[tuple[Section, Length], int]:
    """What is bought on top of each line: the percentage of each section, up, shared out by how many its lines have.

    >>> two, one = (Section("2x4"), 100), (Section("2x4"), 200)
    >>> _crooked({two: 30, one: 10}, 4) == {two: 1, one: 1}
    True
    """
    found: dict[tuple[Section, Length], int] = {}
    for section in dict.fromkeys(section for section, _ in counts):
        lines = {key: Fraction(count * percent, 100) for key, count in counts.items() if key[0] == section}
        found |= {key: floor(share) for key, share in lines.items()}
        left = ceil(sum(lines.values())) - sum(found[key] for key in lines)
        # Whole boards first; the others go where most of one is missing, to the longer board of two.
        for key in sorted(lines, key=lambda key: (floor(lines[key]) - lines[key], -key[1]))[:left]:
            found[key] += 1
    return found


def _line(
    job: Job, section: Section, length: Length, boards: Sequence[JobBoard], members: Members, crooked: int
) -> OrderLine:
    ours = members.get(section, {})
    listed = job.stock.of(section)
    return OrderLine(
        section=section,
        length=length,
        count=len(boards),
        straight=sum(wants_straight(board, ours) for board in boards),
        crooked=crooked,
        grade=listed.grade if listed else "",
        price=job.stock.price_of(section, length),
        pounds=pounds_of(_area(section, members) * length, job.standard),
    )


def _area(section: Section, members: Members) -> int:
    """Of a board's end, in square 64ths; composite studs are known by their members alone."""
    if known := LUMBER.get(section.size):
        return known.section
    return next((member.board.section for member in members.get(section, {}).values()), 0)


def _pounds(lines: Iterable[OrderLine]) -> Fraction:
    return sum((line.bought * line.pounds for line in lines), Fraction(0))


def supplies(job: Job, framings: Sequence[Framing]) -> tuple[Supply, ...]:
    """What walls take besides boards: sheets, spacers, foam, nails, anchors, connectors; nothing of what none takes."""
    rows = spacer_list(framings)
    nailed = sum(row.nails for row in nails(framings))
    roles = Counter(mark.role for framing in framings for mark in framing.marks)
    tied = ties([framing.plan for framing in framings])
    hung = sum(opening.placed.jack_count == 0 for framing in framings for opening in framing.openings)
    wide, long = job.standard.sheet.width, job.standard.sheet.length
    found = [
        Supply(
            sum(framing.sheets.bought for framing in framings),
            message("sheets {wide} x {long} for one face", wide=format_board(wide), long=format_board(long)),
            message("whole sheets, each wall by itself"),
        ),
        _panels(Spacer.PANEL, message("panels 1/2, 4' x 8', for spacers of {header:many}"), rows),
        _panels(Spacer.FOAM, message("panels of foam, 4' x 8', for {header:many}"), rows),
        Supply(
            sum(row.count for row in rows if row.spacer is Spacer.FURRING),
            message("strips of furring for {header:many}"),
            message("cut from what is left of boards, 2 thick"),
        ),
        Supply(
            ceil(Fraction(nailed * (100 + job.stock.spare_nails), 100 * job.stock.box)),
            message("16d nails, by the box of {box}", box=job.stock.box),
            message(
                "{nailed} nails in all joints, plus {spare_nails}% to spare",
                nailed=nailed,
                spare_nails=job.stock.spare_nails,
            ),
        ),
        Supply(
            roles[ANCHOR_BOLT],
            message("anchor bolts, with washers and nuts"),
            message("as marked on the {bottom_plate:many}"),
        ),
        Supply(roles[PIN], message("pins for {bottom_plate:many}"), message("as marked on the {bottom_plate:many}")),
        Supply(tied.connectors, message("plate connectors"), message("where no {cap_plate} laps")),
        Supply(2 * hung, message("{header} hangers"), message("where {header:many} hang between their {king:many}")),
    ]
    return tuple(one for one in found if one.count)


def _panels(spacer: Spacer, what: Message, rows: Iterable[SpacerRow]) -> Supply:
    """Panels some spacers are cut from, by their area."""
    wide, long = PANEL
    mine = [row for row in rows if row.spacer is spacer]
    area = sum(row.depth * row.length * row.count for row in mine)
    pieces = sum(row.count for row in mine)
    return Supply(ceil(Fraction(area, wide * long)), what, message("{pieces} pieces, by their area", pieces=pieces))


def loads(
    job: Job, framings: Sequence[Framing], boards: Sequence[JobBoard], demands: Collection[Demand], count: int
) -> tuple[Load, ...]:
    """The order on so many trucks: what is framed first comes first, each truck about as heavy as the next.

    A board comes with the first wall that needs it. Fewer trucks come where there are fewer walls.

    Args:
        job: For its stock.
        framings: Its walls.
        boards: It is cut from.
        demands: What its walls ask for.
        count: Of trucks, 1 to `amounts.MOST_TRUCKS`.

    Source: docs/rules.md, The order.
    """
    steps = [step.wall for step in build_order([framing.plan for framing in framings])]
    turn = {wall: place for place, wall in enumerate(steps)}
    members: Members = {one.section: one.members for one in demands}
    of_wall: dict[int, list[JobBoard]] = defaultdict(list)
    for board in boards:
        ours = members.get(board.section, {})
        turns = [turn[ours[cut.piece].id.wall] for cut in board.cuts if cut.piece in ours]
        if board.source is Source.BOUGHT:
            of_wall[min(turns, default=0)].append(board)
    weights = [_pounds(order_lines(job, of_wall[place], demands, {wall})) for place, wall in enumerate(steps)]
    whole, carried = sum(weights, Fraction(0)), Fraction(0)
    parts: list[list[int]] = [[] for _ in range(count)]
    for place, weight in enumerate(weights):
        # A wall goes on the truck its middle falls on.
        middle = carried + weight / 2
        parts[min(int(middle * count / whole), count - 1) if whole else 0].append(place)
        carried += weight
    trucks = [
        (
            part,
            order_lines(
                job, [board for place in part for board in of_wall[place]], demands, {steps[place] for place in part}
            ),
        )
        for part in parts
        if part
    ]
    extra = {(line.section, line.length): line.crooked for line in _stocked_lines(job, boards, members)}
    found: list[Load] = []
    # What is bought on top comes with the last boards of its kind, when one knows how many were crooked.
    for part, alike in reversed(trucks):
        lines = tuple(
            line if line.is_special else replace(line, crooked=extra.pop((line.section, line.length), 0))
            for line in alike
        )
        found.append(Load(tuple(steps[place] for place in part), lines, _pounds(lines)))
    return tuple(reversed(found))
