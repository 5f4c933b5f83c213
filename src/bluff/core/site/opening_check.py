"""Checking an opening as it is framed: width, height and diagonals, and what goes in cut to what was read."""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import islice

from bluff.core.job.schools import End
from bluff.core.measure.length import Length, inches, nearest_root
from bluff.core.measure.shapes import Corner, diagonal
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, message
from bluff.core.site.checking import Check, Fault, Measure, Readings, State, Verdict, sentences
from bluff.core.wall.member import Role
from bluff.core.wall.opening_frame import OpeningFrame

MOST_OVER: Length = inches("1/2")
"""Larger than the plan by more than this, either way, and shims alone do not fill it. Source: docs/rules.md, Checks."""
_OF_PLATE: Length = inches("1/4")
"""How near a height is to lacking just the bottom plate to be taken for that."""
_CANNOT_MEET: Length = inches("1/4")
"""What diagonals may differ from those the sides make; six readings to a sixteenth each make less."""

WIDTHS = ("width-bottom", "width-top")
HEIGHTS = ("height-hook", "height-far")
DIAGONALS = ("diagonal-hook", "diagonal-far")


@dataclass(frozen=True, slots=True)
class OpeningCheck(Check):
    """What is read of an opening as it is framed."""

    frame: OpeningFrame

    @property
    def id(self) -> str:
        return f"opening/{self.frame.placed.id}"

    @property
    def name(self) -> Message:
        return message("Opening {mark}", mark=self.frame.placed.id)

    @property
    def measures(self) -> tuple[Measure, ...]:
        placed, hole = self.frame.placed, self.frame.hole
        width = placed.rough.width
        # A doorway is read from the floor, whatever its unit is high.
        height = placed.rough.height if placed.has_sill else placed.head
        foot, head = hole.y, hole.y + hole.height
        near, far = placed.span if self._from_start else reversed(placed.span)
        cross = Sum.of(
            message(
                "root of {length:length} squared and {height:length} squared", length=width.value, height=height.value
            ),
            diagonal(width.value, height.value),
        )
        # A hand in from each side of the hole, so that no two tapes are drawn on one line.
        up, inward = min(_HAND, height.value // 4), min(_HAND, width.value // 4) * (1 if near < far else -1)
        low, high = foot + up, head - up
        below = message("At the {sill}") if placed.has_sill else message("At the plate")
        return (
            Measure(WIDTHS[0], below, width, Corner(near, low), Corner(far, low)),
            Measure(WIDTHS[1], message("At the {header}"), width, Corner(near, high), Corner(far, high)),
            Measure(
                HEIGHTS[0],
                message("Height, hook side"),
                height,
                Corner(near + inward, foot),
                Corner(near + inward, head),
            ),
            Measure(
                HEIGHTS[1], message("Height, far side"), height, Corner(far - inward, foot), Corner(far - inward, head)
            ),
            Measure(DIAGONALS[0], message("Diagonal, hook side’s foot"), cross, Corner(near, foot), Corner(far, head)),
            Measure(DIAGONALS[1], message("Diagonal, far side’s foot"), cross, Corner(far, foot), Corner(near, head)),
        )

    def judged(self, readings: Readings) -> Verdict:
        found, sums = [*self.faults(readings)], self._as_measured(readings)
        says, do = sentences(fault.says for fault in found), sentences(fault.do for fault in found)
        if says is None:
            return Verdict(State.GOOD, message("Right: the unit fits."))
        is_wrong = any(fault.is_wrong for fault in found)
        return Verdict(State.WRONG if is_wrong else State.AS_BUILT, says, do, sums)

    def faults(self, readings: Readings, /) -> Iterator[Fault]:
        """Every figure that is off, each by itself, then what they say of each other."""
        read = [measure for measure in self.measures[:4] if measure.id in readings]
        plate_in = [measure for measure in read if self._is_plate_short(measure, readings)]
        if plate_in:
            plate = self.frame.plan.bottom.value
            yield Fault(
                message(
                    "{measure}: {plate:length} too low, which is the {bottom_plate}.",
                    measure=plate_in[0].name,
                    plate=plate,
                ),
                message(
                    "If the plate is still in the doorway, add its {plate:length} to what you read. If it is cut out, "
                    "raise the {header}.",
                    plate=plate,
                ),
            )
        for measure in read:
            if measure not in plate_in and (fault := self._off(measure, measure.off(readings))):
                yield fault
        yield from self._crooked(readings)

    def _is_plate_short(self, measure: Measure, readings: Readings) -> bool:
        """Whether a doorway's height lacks just the bottom plate, which is in it until it is cut out."""
        lacks = measure.off(readings) + self.frame.plan.bottom.value
        return measure.id in HEIGHTS and not self.frame.has_sill and abs(lacks) <= _OF_PLATE

    def _off(self, measure: Measure, off: Length) -> Fault | None:
        """One figure against the plan: too small takes no unit, and what is too large for shims is filled out."""
        is_width = measure.id in WIDTHS
        if off < -self.frame.plan.standard.tolerance:
            if is_width:
                do = message("Move a {jack} over. The unit does not fit.")
            elif self.frame.has_sill:
                do = message("Lower the {sill} or raise the {header}. The unit does not fit.")
            else:
                do = message("Raise the {header}. The unit does not fit.")
            says = message(
                "{measure}: {off:length} too narrow." if is_width else "{measure}: {off:length} too low.",
                measure=measure.name,
                off=-off,
            )
            return Fault(says, do)
        if off > MOST_OVER:
            return Fault(
                message(
                    "{measure}: {off:length} too wide." if is_width else "{measure}: {off:length} too high.",
                    measure=measure.name,
                    off=off,
                ),
                message("Pack a {jack} out with a filler; shims alone are not enough.")
                if is_width
                else message("Put a filler under the {header}; shims alone are not enough."),
            )
        if off > self.frame.plan.standard.tolerance:
            return Fault(
                message("{measure}: {off:length} over.", measure=measure.name, off=off),
                message("Keep it as built; shims fill it."),
                is_wrong=False,
            )
        return None

    def _crooked(self, readings: Readings) -> Iterator[Fault]:
        tolerance = self.frame.plan.standard.tolerance
        bottom, top, hook, far = (readings.get(side) for side in (*WIDTHS, *HEIGHTS))
        if bottom is not None and top is not None and abs(bottom - top) > tolerance:
            is_below, by = bottom > top, abs(bottom - top)
            yield Fault(
                message(
                    "The {jack:many} are {by:length} farther apart at the bottom."
                    if is_below
                    else "The {jack:many} are {by:length} farther apart at the head.",
                    by=by,
                ),
                message("Bring a {jack} in at the bottom." if is_below else "Bring a {jack} in at the head."),
            )
        if hook is not None and far is not None and abs(hook - far) > tolerance:
            yield Fault(
                message(
                    "The {header} or the {sill} is out of level by {by:length}."
                    if self.frame.has_sill
                    else "The {header} or the floor is out of level by {by:length}.",
                    by=abs(hook - far),
                ),
                message("Put a level on both and reset the one that is off."),
            )
        if bottom is not None and top is not None and hook is not None and far is not None:
            yield from self._diagonals(readings, _diagonal_of(bottom, top, hook, far))

    def _diagonals(self, readings: Readings, by_sides: Length) -> Iterator[Fault]:
        """Diagonals against each other, and against what the sides that were read make of them."""
        tolerance = self.frame.plan.standard.tolerance
        read = [measure for measure in self.measures[4:] if measure.id in readings]
        lengths = [readings[measure.id] for measure in read]
        if len(read) == 1 and abs(lengths[0] - by_sides) > tolerance:
            yield Fault(
                message(
                    "{measure}: {read:length}. By its sides it would be {sides:length}.",
                    measure=read[0].name,
                    read=lengths[0],
                    sides=by_sides,
                ),
                message("Read the other diagonal to see whether the opening is out of square."),
            )
        if len(read) < 2:
            return
        near, far = lengths
        together = nearest_root(near**2 + far**2, 2)
        if abs(together - by_sides) > _CANNOT_MEET:
            yield Fault(
                message(
                    "These diagonals do not match these sides: by the sides they are about {sides:length}, but they "
                    "read {near:length} and {far:length}.",
                    sides=by_sides,
                    near=near,
                    far=far,
                ),
                message("One of the readings is wrong. Read all six again."),
            )
        if abs(near - far) > tolerance:
            yield Fault(
                message("Its diagonals differ by {by:length}.", by=abs(near - far)),
                message("Square the wall first, then move the {jack:many} to shorten the longer one."),
            )

    def _as_measured(self, readings: Readings) -> tuple[tuple[Message, Sum], ...]:
        """What header and sill are cut to, by the clear width that was read where the jacks stand."""
        clear = readings[WIDTHS[0]]
        planned = self.frame.placed.rough.width.value
        if clear == planned:
            return ()
        return tuple(
            (
                message("{Role:one} as measured", role=role),
                Sum.of("clear width read", clear).plus("bears on, both sides", piece.length.value - planned),
            )
            for role in (Role.HEADER, Role.SILL)
            for piece in islice((one for one in self.frame.members() if one.role is role), 1)
        )

    @property
    def _from_start(self) -> bool:
        return self.frame.plan.standard.datum.end is End.START


def _diagonal_of(bottom: Length, top: Length, hook: Length, far: Length) -> Length:
    """About what both diagonals of four sides are: their squares are each the widths multiplied and the heights.

    That is Ptolemy's theorem, exact where the corners lie on one circle, and within a 64th for anything that is nearly
    a rectangle. Out of square one diagonal is longer and the other shorter; the mean of their squares stays.

    >>> from bluff.core.measure.length import format_inches
    >>> format_inches(_diagonal_of(inches(43), inches(43), inches(55), inches("56 1/4")))
    '70 5/16'
    """
    return nearest_root(bottom * top + hook * far)


_HAND: Length = inches(4)
