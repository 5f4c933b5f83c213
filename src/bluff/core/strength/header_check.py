"""The header check: how much of what a header bears is used by what is said to lie on it.

It is indicative. It takes the header as it is, shows each figure with its arithmetic, says what governs, and never
that it will do: the drawings, the local code and a licensed designer decide. Nothing is changed by it.

used
    What lies on it as a share of what its wood is allowed: in bending, in shear, pressed on its jacks, and by how far
    it bends under the live load and under all of it.
governs
    Of those the one that is used most.
"""

from dataclasses import dataclass
from fractions import Fraction
from math import ceil
from typing import NamedTuple

from bluff.core.job.header import HeaderKind
from bluff.core.job.loads import DEAD_ONLY, DURATION, HeaderLoads, LoadTime
from bluff.core.job.wood import USUAL_WOODS, Wood, WoodKind
from bluff.core.measure.length import Length, inches
from bluff.core.measure.lumber import ENGINEERED_PLY, Lumber
from bluff.core.measure.sum import Sum, counted
from bluff.core.strength.beam import Beam, in_inches
from bluff.core.strength.worked import Worked, said
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

    name: str
    lines: tuple[Worked, ...]

    @property
    def share(self) -> Fraction:
        """What is used of what is allowed."""
        return self.lines[-2].value / self.lines[-1].value

    @property
    def percent(self) -> int:
        """The share in hundredths, rounded up: what is over is never shown as all of it."""
        return ceil(self.share * 100)

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
        loads: What lies on a foot of it.
        uses: Each way it is used, the most used first.
        notes: What was left out, in sentences.
    """

    span: Sum
    wood: Wood
    loads: tuple[Worked, ...]
    uses: tuple[Use, ...]
    notes: tuple[str, ...]

    @property
    def governs(self) -> Use:
        return self.uses[0]


class NotSaid(NamedTuple):
    """Why a header cannot be checked: what to say first, and the way that says it."""

    sentence: str
    way: str


def header_check(placed: PlacedOpening, stud: Lumber) -> HeaderCheck | NotSaid:
    """Check a header, or say what must be said before.

    Args:
        placed: Its opening.
        stud: What its jacks are made of.

    Source: docs/rules.md, Header check. Two 2x10 of spruce-pine-fir over 72 with 400 pounds of snow roof a foot: 48 %
    of what they bear in bending.
    """
    loads = placed.standard.loads
    if not loads.is_said:
        return NotSaid("Say what lies on this header: by the foot, or what roof and floor it carries.", "loads.dead")
    wood = _wood(placed)
    if isinstance(wood, NotSaid):
        return wood
    beam = _beam(placed, stud)
    lies = _lies(loads)
    uses = [
        Use("Bending", _bending(beam, lies, wood, placed)),
        Use("Shear", _shear(beam, lies, wood)),
        Use("Bends, live load", _bends(beam, lies.live, wood, _LIVE_PART)),
        Use("Bends, all loads", _bends(beam, lies.total, wood, _TOTAL_PART)),
    ]
    notes = []
    if placed.jack_count:
        uses.append(Use("On its jacks", _bearing(beam, lies.total, wood, placed, stud)))
    else:
        notes.append("It hangs between the kings: what a hanger carries, its maker says.")
    if placed.header.is_flat:
        notes.append("Boards that lie flat on one another are taken to bend each for itself.")
    by_share = sorted((use for use in uses if use.lines[-2].value), key=lambda use: use.share, reverse=True)
    return HeaderCheck(_span(placed, stud), wood, lies.lines, tuple(by_share), tuple(notes))


def _wood(placed: PlacedOpening) -> Wood | NotSaid:
    """The base values that hold for the boards of a header."""
    standard, header = placed.standard, placed.header
    is_engineered = header.choice.kind is HeaderKind.ENGINEERED
    kind = WoodKind.ENGINEERED if is_engineered else standard.header_wood
    if kind is None or (kind is WoodKind.ENGINEERED and not is_engineered):
        return NotSaid("Say what wood and grade the header is of, as its stamp has it.", "header_wood")
    is_timber = header.board.thickness >= _THINNEST_TIMBER
    if is_timber and kind is not WoodKind.OTHER:
        return NotSaid(
            f"The figures of boards do not hold for a {header.board.nominal}: choose another wood, and write those of "
            "timbers for it.",
            "header_wood",
        )
    known = {wood.kind: wood for wood in (*USUAL_WOODS, *standard.woods)}
    if found := known.get(kind):
        return found
    whose = "the plies’ maker" if is_engineered else "the wood"
    return NotSaid(f"Write the figures of {whose}: bending, shear, bearing, stiffness and where from.", f"woods.{kind}")


def _span(placed: PlacedOpening, stud: Lumber) -> Sum:
    """From the middle of what one end bears on to that of the other."""
    jacks = placed.jack_count
    return Sum.of("rough width", placed.rough.width.value).plus(
        f"half of {counted('jack', jacks)}, both sides", jacks * stud.thickness
    )


def _beam(placed: PlacedOpening, stud: Lumber) -> Beam:
    header = placed.header
    breadth, depth = header.board.thickness, header.board.width
    if header.is_flat:
        breadth, depth = depth, breadth
    return Beam(header.choice.plies, breadth, depth, _span(placed, stud).value)


class _Case(NamedTuple):
    """Loads that lie together, by the foot, and for how long the shortest of them does."""

    name: str
    load: Fraction
    duration: Fraction


@dataclass(frozen=True, slots=True)
class _Lies:
    """What lies on a foot of header.

    Args:
        lines: Each part of it.
        live: All that comes and goes.
        total: All of it.
        worst: The loads that wood bears least well, by how long they lie.
    """

    lines: tuple[Worked, ...]
    live: Fraction
    total: Fraction
    worst: _Case


def _lies(loads: HeaderLoads) -> _Lies:
    dead = [*_part("Dead, as given", loads.dead), *_strip("Roof, dead", loads.roof, loads.roof_dead)]
    dead += _strip("Floor, dead", loads.floor, loads.floor_dead)
    live = {
        LoadTime.FLOOR: _strip("Floor, live", loads.floor, loads.floor_live),
        LoadTime.SNOW: [],
        LoadTime.ROOF: [],
    }
    live[loads.roof_is] += _strip(f"Roof, {loads.roof_is.called.lower()}", loads.roof, loads.roof_live)
    live[loads.live_is] += _part(f"Live, as given: {loads.live_is.called.lower()}", loads.live)
    cases = [_Case("w of the building alone", _total(dead), DEAD_ONLY)]
    for time, lines in live.items():
        if load := _total(lines):
            cases.append(
                _Case(f"w with {time.called[0].lower()}{time.called[1:]}", cases[-1].load + load, DURATION[time])
            )
    comes_and_goes = [line for lines in live.values() for line in lines]
    total = _total([*dead, *comes_and_goes])
    all_of_it = Worked("All of it, w", "", total, "lb/ft", 1)
    return _Lies(
        (*dead, *comes_and_goes, all_of_it),
        _total(comes_and_goes),
        total,
        max(cases, key=lambda case: case.load / case.duration),
    )


def _part(name: str, load: Fraction) -> list[Worked]:
    return [Worked(name, "", load, "lb/ft", 1)] if load else []


def _strip(name: str, feet: Fraction, weight: Fraction) -> list[Worked]:
    """What a strip so wide puts on a foot of header."""
    arithmetic = f"{said(feet, 2)} ft × {said(weight, 1)} lb/ft²"
    return [Worked(name, arithmetic, feet * weight, "lb/ft", 1)] if feet * weight else []


def _total(lines: list[Worked]) -> Fraction:
    return sum((line.value for line in lines), Fraction(0))


def _bending(beam: Beam, lies: _Lies, wood: Wood, placed: PlacedOpening) -> tuple[Worked, ...]:
    worst = lies.worst
    size, shared = _size_factor(placed.header.board), _shared(placed)
    allowed = Worked(
        "Allowed Fb′ = Fb × CD × CF × Cr",
        f"{said(wood.bending)} × {_by_time(worst)} × {said(size, 2)} × {said(shared, 2)}",
        wood.bending * worst.duration * size * shared,
        "psi",
    )
    return (_case(worst), *beam.bending(worst.load), allowed)


def _shear(beam: Beam, lies: _Lies, wood: Wood) -> tuple[Worked, ...]:
    worst = lies.worst
    allowed = Worked(
        "Allowed Fv′ = Fv × CD", f"{said(wood.shear)} × {_by_time(worst)}", wood.shear * worst.duration, "psi", 1
    )
    return (_case(worst), *beam.shear(worst.load), allowed)


def _case(case: _Case) -> Worked:
    return Worked(case.name, "", case.load, "lb/ft", 1)


def _by_time(case: _Case) -> str:
    return said(case.duration, 2)


def _bearing(beam: Beam, load: Fraction, wood: Wood, placed: PlacedOpening, stud: Lumber) -> tuple[Worked, ...]:
    """What presses on the jacks of one side; a header on edge presses with its boards beside one another."""
    reaction, jacks = beam.reaction(load), placed.jack_count
    boards = 1 if placed.header.is_flat else beam.boards
    wide, long = in_inches(beam.breadth), jacks * in_inches(stud.thickness)
    area = Worked(
        "Bears on A",
        f"{boards} × {said(wide, 3)} × {jacks} × {said(in_inches(stud.thickness), 3)}",
        boards * wide * long,
        "in²",
        2,
    )
    pressed = Worked(
        "Pressed fc⊥ = R ÷ A", f"{said(reaction.value)} ÷ {said(area.value, 2)}", reaction.value / area.value, "psi"
    )
    return reaction, area, pressed, Worked("Allowed Fc⊥", "", wood.bearing, "psi")


def _bends(beam: Beam, load: Fraction, wood: Wood, part: int) -> tuple[Worked, ...]:
    span = in_inches(beam.span)
    allowed = Worked(f"Allowed L ÷ {part}", f"{said(span, 2)} ÷ {part}", span / part, "in", 3)
    return (*beam.deflection(load, wood.stiffness * 1_000_000), allowed)


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
