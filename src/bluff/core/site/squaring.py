"""Squaring a wall on the deck: two diagonals, and how far its top is racked until they agree."""

from dataclasses import dataclass

from bluff.core.crew.snap_out import snap_out
from bluff.core.job.schools import End
from bluff.core.measure.length import Length, inches, nearest_quotient
from bluff.core.measure.shapes import Corner
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, message
from bluff.core.site.checking import Check, Measure, Readings, State, Verdict, over_or_short
from bluff.core.wall.wall_plan import WallPlan

BOTH_OFF: Length = inches("1/4")
"""Both diagonals off by more than this, and the wall is not as long or as high as planned."""

FROM_HOOK, TO_HOOK = "from-hook", "to-hook"


@dataclass(frozen=True, slots=True)
class Diagonals(Check):
    """The diagonals of a wall.

    The first runs from the bottom corner the tape hooks on to the top of the far end, the second from the far bottom
    corner to the top above the hook.
    """

    plan: WallPlan

    @property
    def id(self) -> str:
        return "diagonals"

    @property
    def name(self) -> Message:
        return message("Diagonals of the wall")

    @property
    def measures(self) -> tuple[Measure, ...]:
        near, far = self._ends
        near_top, far_top = self._tops
        from_hook, to_hook = snap_out(self.plan).diagonals
        return (
            Measure(FROM_HOOK, message("From the hooked corner"), from_hook, Corner(near, 0), Corner(far, far_top)),
            Measure(TO_HOOK, message("From the far corner"), to_hook, Corner(far, 0), Corner(near, near_top)),
        )

    def judged(self, readings: Readings) -> Verdict:
        first, second = self.measures
        off = first.off(readings), second.off(readings)
        if abs(off[0] - off[1]) <= self.plan.standard.tolerance:
            both = nearest_quotient(off[0] + off[1], 2)
            if abs(both) > BOTH_OFF:
                return Verdict(
                    State.WRONG,
                    message("The diagonals agree, but both are about {off}.", off=over_or_short(both)),
                    message("The wall is square but the wrong size: measure the {bottom_plate} and an {end_stud}."),
                )
            return Verdict(State.GOOD, message("Square."), message("Brace it as it lies, and sheathe it."))
        return self._racked(readings)

    def _racked(self, readings: Readings) -> Verdict:
        move = rack(self.plan.length, self._tops, readings[FROM_HOOK], readings[TO_HOOK])
        by = abs(move.value)
        sums = ((message("Rack the top"), move),)
        if move.value > 0:
            return Verdict(
                State.WRONG,
                message("Out of square: the top is {by:length} too far from the hooked end.", by=by),
                message(
                    "Pin the {bottom_plate}, push the far top corner {by:length} toward the hooked end, and read both "
                    "diagonals again.",
                    by=by,
                ),
                sums,
            )
        return Verdict(
            State.WRONG,
            message("Out of square: the top is {by:length} too far toward the hooked end.", by=by),
            message(
                "Pin the {bottom_plate}, push the top corner of the hooked end {by:length} away from the hook, and "
                "read both diagonals again.",
                by=by,
            ),
            sums,
        )

    @property
    def _ends(self) -> tuple[Length, Length]:
        from_start = self.plan.standard.datum.end is End.START
        return (0, self.plan.length) if from_start else (self.plan.length, 0)

    @property
    def _tops(self) -> tuple[Length, Length]:
        heights = self.plan.top.points[0][1], self.plan.top.points[-1][1]
        return heights if self.plan.standard.datum.end is End.START else (heights[1], heights[0])


def rack(length: Length, tops: tuple[Length, Length], from_hook: Length, to_hook: Length) -> Sum:
    """How far the top has to move toward the hooked end; less than nothing is away from it.

    It leans as one, so that a higher corner moves further: the message is for the corner that is pushed, the far one
    where its diagonal is too long, the hooked end's where that one is.

    Args:
        length: Of the bottom plate.
        tops: How high the wall is at the hooked end and at the far one.
        from_hook: Diagonal read from the hooked bottom corner.
        to_hook: Diagonal read from the far bottom corner.

    Source: docs/rules.md, Checks. 201 1/4 and 200 13/16 on 176: 1/4 toward the hooked end.
    """
    near, far = tops
    skew = from_hook**2 - to_hook**2 - (far**2 - near**2)
    pushed = far if skew > 0 else near
    if near == far:
        words = message(
            "{one:length} squared less {other:length} squared, over 4 times {length:length}",
            one=from_hook,
            other=to_hook,
            length=length,
        )
        return Sum.of(words, nearest_quotient(skew, 4 * length))
    move = nearest_quotient(skew * pushed, 2 * length * (near + far))
    words = message(
        "{one:length} squared less {other:length} squared, less what the slope makes, at the corner {high:length} high",
        one=from_hook,
        other=to_hook,
        high=pushed,
    )
    return Sum.of(words, move)
