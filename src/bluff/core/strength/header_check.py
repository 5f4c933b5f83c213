"""The header check: how much of what a header bears its loads use.

It is indicative. It takes the header as it is, shows each figure with its arithmetic, says what governs, and never
that it will do: the drawings, the local code and a licensed designer decide. Nothing is changed by it.

used
    What lies on it as a share of what its wood is allowed: in bending, in shear, pressed on its jacks, and by how far
    it bends under the live load and under all of it.
governs
    Of those the one that is used most.
"""

from collections.abc import Callable
from dataclasses import dataclass
from fractions import Fraction
from math import floor
from typing import NamedTuple

from bluff.core.job.header import HeaderKind
from bluff.core.job.wood import USUAL_WOODS, Wood, WoodKind
from bluff.core.measure.length import Length, inches
from bluff.core.measure.lumber import ENGINEERED_PLY, Lumber
from bluff.core.measure.sum import Sum, counted
from bluff.core.message import Message, listed, message
from bluff.core.strength.beam import Beam, in_inches, point_lines
from bluff.core.strength.load import Carried, Case, Load, per_foot
from bluff.core.strength.standing import NotKnown, Standing, beam_of
from bluff.core.strength.worked import Worked, rounded
from bluff.core.wall.framing import Framing
from bluff.core.wall.opening_frame import OpeningFrame
from bluff.core.wall.placed import PlacedOpening

_SIZE_FACTORS = {"4": "1.5", "6": "1.3", "8": "1.2", "10": "1.1", "12": "1"}
_SIZE_FACTORS_OF_FOURS = {**_SIZE_FACTORS, "8": "1.3", "10": "1.2", "12": "1.1"}
_REPETITIVE = Fraction(115, 100)
_PLIES_THAT_SHARE = 3
_THINNEST_TIMBER: Length = inches(5)
_LIVE_PART, _TOTAL_PART = 360, 240


@dataclass(frozen=True, slots=True)
class Use:
    """One way in which a header is used.

    Args:
        name: Bending, shear, bearing, bends under the live load, bends under all of it.
        lines: The arithmetic, in its order; the last but one is what is used, the last what is allowed.
    """

    name: Message
    lines: tuple[Worked, ...]

    @property
    def share(self) -> Fraction:
        """What is used of what is allowed."""
        return self.lines[-2].value / self.lines[-1].value

    @property
    def percent(self) -> int:
        """The share in hundredths, to the nearest; what is over is never shown as all of it."""
        nearest = floor(self.share * 100 + Fraction(1, 2))
        return max(nearest, 101) if self.is_over else nearest

    @property
    def is_over(self) -> bool:
        """Whether more is used than is allowed."""
        return self.share > 1


@dataclass(frozen=True, slots=True)
class HeaderCheck:
    """What a header would be used by.

    Args:
        span: Its rough opening and what it bears on, from middle to middle.
        wood: The base values taken, and where they are from.
        loads: What lies on a foot of it, all of that together, and what stands on it.
        per_foot: All that lies on a foot of it.
        uses: Each way it is used, the most used first.
        notes: What is in the load and what is not, in sentences.
    """

    span: Sum
    wood: Wood
    loads: tuple[Worked, ...]
    per_foot: Worked
    uses: tuple[Use, ...]
    notes: tuple[Message, ...]

    @property
    def governs(self) -> Use:
        return self.uses[0]


class NotSaid(NamedTuple):
    """Why a header cannot be checked.

    Args:
        sentence: What to do first.
        way: The way of this opening that is missing, None where it is not this opening that lacks something.
    """

    sentence: Message
    way: str | None = None


def header_check(frame: OpeningFrame, framing: Framing) -> HeaderCheck | NotSaid:
    """Check a header, or say what must be entered before.

    Args:
        frame: Its opening.
        framing: Its wall.

    Source: docs/rules.md, Header check. Two 2x10 of spruce-pine-fir over 72 with 400 pounds of snow roof a foot: 48 %
    of what they bear in bending.
    """
    placed, stud = frame.placed, framing.plan.stud
    loads = placed.standard.loads
    if not loads.is_said:
        return NotSaid(
            message("Enter the load of this {header}: per foot, or what roof and floor it carries."), "loads.dead"
        )
    if any(refused.frame.placed.id == placed.id for refused in framing.refused_openings):
        return NotSaid(message("This opening is not framed. Fix its finding on the bench first."))
    carried = Standing(framing).carried_by(frame)
    if isinstance(carried, NotKnown):
        return NotSaid(carried.sentence)
    wood = _wood(placed)
    if isinstance(wood, NotSaid):
        return wood
    beam = beam_of(placed, stud.thickness)
    uses = [
        Use(message("Bending"), _bending(beam, carried, wood, placed)),
        Use(message("Shear"), _shear(beam, carried, wood)),
        Use(message("Deflection, live load"), _bends(beam, carried.live, wood, _LIVE_PART)),
        Use(message("Deflection, all loads"), _bends(beam, carried.total, wood, _TOTAL_PART)),
    ]
    if placed.jack_count:
        uses.append(Use(message("Bearing"), _bearing(beam, carried.total, wood, placed, stud)))
    by_share = sorted((use for use in uses if use.lines[-2].value), key=lambda use: use.share, reverse=True)
    entered = per_foot(loads).lines
    lines = (*entered, *point_lines(carried.total))
    return HeaderCheck(_span(placed, stud), wood, lines, entered[-1], tuple(by_share), _contents(placed, carried))


def _wood(placed: PlacedOpening) -> Wood | NotSaid:
    """The base values that hold for the boards of a header."""
    standard, header = placed.standard, placed.header
    is_engineered = header.choice.kind is HeaderKind.ENGINEERED
    kind = WoodKind.ENGINEERED if is_engineered else standard.header_wood
    if kind is None or (kind is WoodKind.ENGINEERED and not is_engineered):
        return NotSaid(message("Enter the species and grade of the {header}, from its stamp."), "header_wood")
    is_timber = header.board.thickness >= _THINNEST_TIMBER
    if is_timber and kind is not WoodKind.OTHER:
        return NotSaid(
            message(
                "Design values for boards do not apply to a {size}. Choose another wood and enter the values for "
                "timbers.",
                size=header.board.nominal,
            ),
            "header_wood",
        )
    known = {wood.kind: wood for wood in (*USUAL_WOODS, *standard.woods)}
    if found := known.get(kind):
        return found
    needed = (
        message(
            "Enter the manufacturer's design values of the plies: bending, shear, bearing, stiffness and the source."
        )
        if is_engineered
        else message("Enter the design values of the wood: bending, shear, bearing, stiffness and the source.")
    )
    return NotSaid(needed, f"woods.{kind}")


def _span(placed: PlacedOpening, stud: Lumber) -> Sum:
    """From the middle of what one end bears on to that of the other."""
    jacks = placed.jack_count
    return Sum.of("rough width", placed.rough.width.value).plus(
        message("half of {what}, both sides", what=counted("jack", jacks)), jacks * stud.thickness
    )


class _Worst(NamedTuple):
    """What is used in one way by the case that wood bears least well."""

    case: Case
    lines: tuple[Worked, ...]


def _worst(carried: Carried, work: Callable[[Load], tuple[Worked, ...]]) -> _Worst:
    """The case that takes most of what is allowed for its duration; which it is may differ from way to way."""
    each = (_Worst(case, work(case.load)) for case in carried.cases())
    return max(each, key=lambda one: one.lines[-1].value / one.case.duration)


def _bending(beam: Beam, carried: Carried, wood: Wood, placed: PlacedOpening) -> tuple[Worked, ...]:
    case, lines = _worst(carried, beam.bending)
    size, shared = _size_factor(placed.header.board), _shared(placed)
    allowed = Worked(
        message("Allowed Fb′ = Fb × CD × CF × Cr"),
        f"{rounded(wood.bending)} × {rounded(case.duration, 2)} × {rounded(size, 2)} × {rounded(shared, 2)}",
        wood.bending * case.duration * size * shared,
        "psi",
    )
    return (_even(case), *lines, allowed)


def _shear(beam: Beam, carried: Carried, wood: Wood) -> tuple[Worked, ...]:
    case, lines = _worst(carried, beam.shear)
    allowed = Worked(
        message("Allowed Fv′ = Fv × CD"),
        f"{rounded(wood.shear)} × {rounded(case.duration, 2)}",
        wood.shear * case.duration,
        "psi",
        1,
    )
    return (_even(case), *lines, allowed)


def _even(case: Case) -> Worked:
    return Worked(case.name, "", case.load.even, "lb/ft", 1)


def _bearing(beam: Beam, load: Load, wood: Wood, placed: PlacedOpening, stud: Lumber) -> tuple[Worked, ...]:
    """What presses on the jacks of one side. Plies that hang past the face of the jacks press on nothing."""
    reaction, jacks = beam.reaction(load), placed.jack_count
    boards = 1 if placed.header.is_flat else beam.boards
    wide, long = in_inches(min(boards * beam.breadth, stud.width)), in_inches(stud.thickness)
    area = Worked(
        message("Bearing area A"), f"{rounded(wide, 3)} × {jacks} × {rounded(long, 3)}", wide * jacks * long, "in²", 2
    )
    pressed = Worked(
        message("Bearing stress fc⊥ = R ÷ A"),
        f"{rounded(reaction.value)} ÷ {rounded(area.value, 2)}",
        reaction.value / area.value,
        "psi",
    )
    return reaction, area, pressed, Worked(message("Allowed Fc⊥"), "", wood.bearing, "psi")


def _bends(beam: Beam, load: Load, wood: Wood, part: int) -> tuple[Worked, ...]:
    span = in_inches(beam.span)
    allowed = Worked(message("Allowed L ÷ {part}", part=part), f"{rounded(span, 2)} ÷ {part}", span / part, "in", 3)
    return (*beam.deflection(load, wood.stiffness * 1_000_000), allowed)


def _contents(placed: PlacedOpening, carried: Carried) -> tuple[Message, ...]:
    """What is in the load and what is not."""
    above = [message("{name}", name=name) for name in dict.fromkeys(point.name for point in carried.points)]
    notes = [
        message(
            "In the load: what is entered per foot of this {header}, and what {above} brings down through its "
            "{jack:many}.",
            above=listed(above),
        )
        if above
        else message("In the load: what is entered per foot of this {header}."),
        message(
            "Not in the load, unless it is entered per foot: the weight of the {header} itself, and what {stud:many}, "
            "{king:many} and walls above bring."
        ),
    ]
    if not placed.jack_count:
        notes.append(
            message("It hangs between the {king:many}. The manufacturer of the hanger says what the hanger carries.")
        )
    if placed.header.is_flat:
        notes.append(message("Each flat board is assumed to bend by itself."))
    return tuple(notes)


def _size_factor(board: Lumber) -> Fraction:
    """CF: a shallow board bears more to the square inch than a deep one. Plies and timbers have none here."""
    if board.nominal.startswith(ENGINEERED_PLY):
        return Fraction(1)
    thick, _, deep = board.nominal.partition("x")
    factors = {"2": _SIZE_FACTORS, "4": _SIZE_FACTORS_OF_FOURS}.get(thick, {})
    return Fraction(factors.get(deep, "1"))


def _shared(placed: PlacedOpening) -> Fraction:
    """Cr: three sawn plies or more share what one of them cannot."""
    header = placed.header
    is_shared = header.choice.kind is HeaderKind.BUILT_UP and header.choice.plies >= _PLIES_THAT_SHARE
    return _REPETITIVE if is_shared else Fraction(1)
