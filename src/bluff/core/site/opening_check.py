"""Checking an opening as it is framed: width, height and diagonals, and what goes in cut to what was read."""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import islice

from bluff.core.job.schools import End
from bluff.core.measure.length import Length, format_inches, inches
from bluff.core.measure.shapes import Corner, diagonal
from bluff.core.measure.sum import Sum
from bluff.core.site.checking import Measure, Readings, State, Verdict
from bluff.core.wall.member import Role
from bluff.core.wall.opening_frame import OpeningFrame

MOST_WIDE: Length = inches("1/2")
"""Wider than the plan by more than this, and shims alone do not fill it. Source: docs/rules.md, Checks."""

WIDTHS = ("width-bottom", "width-top")
HEIGHTS = ("height-hook", "height-far")
DIAGONALS = ("diagonal-hook", "diagonal-far")


@dataclass(frozen=True, slots=True)
class OpeningCheck:
    """What is read of an opening as it is framed."""

    frame: OpeningFrame

    @property
    def id(self) -> str:
        return f"opening/{self.frame.placed.id}"

    @property
    def name(self) -> str:
        return f"Opening {self.frame.placed.id}"

    @property
    def measures(self) -> tuple[Measure, ...]:
        placed, hole = self.frame.placed, self.frame.hole
        width = placed.rough.width
        # A doorway is read from the floor, whatever its unit is high.
        height = placed.rough.height if placed.has_sill else placed.head
        foot, head = hole.y, hole.y + hole.height
        near, far = placed.span if self._from_start else reversed(placed.span)
        cross = Sum.of(
            f"root of {format_inches(width.value)} squared and {format_inches(height.value)} squared",
            diagonal(width.value, height.value),
        )
        # A hand in from each side of the hole, so that no two tapes are drawn on one line.
        up, inward = min(_HAND, height.value // 4), min(_HAND, width.value // 4) * (1 if near < far else -1)
        low, high = foot + up, head - up
        below = "At the sill" if placed.has_sill else "At the plate"
        return (
            Measure(WIDTHS[0], below, width, Corner(near, low), Corner(far, low)),
            Measure(WIDTHS[1], "At the header", width, Corner(near, high), Corner(far, high)),
            Measure(HEIGHTS[0], "Height, hook side", height, Corner(near + inward, foot), Corner(near + inward, head)),
            Measure(HEIGHTS[1], "Height, far side", height, Corner(far - inward, foot), Corner(far - inward, head)),
            Measure(DIAGONALS[0], "Diagonal, hook side’s foot", cross, Corner(near, foot), Corner(far, head)),
            Measure(DIAGONALS[1], "Diagonal, far side’s foot", cross, Corner(far, foot), Corner(near, head)),
        )

    def judged(self, readings: Readings) -> Verdict:
        wrong = [*self._too_small(readings), *self._crooked(readings)]
        sums = self._as_measured(readings)
        if wrong:
            return Verdict(State.WRONG, " ".join(says for says, _ in wrong), " ".join(do for _, do in wrong), sums)
        over = [measure for measure in self.measures[:4] if measure.off(readings) > self.frame.plan.standard.tolerance]
        if over:
            said = ", ".join(f"{measure.name.lower()} {format_inches(measure.off(readings))} over" for measure in over)
            return Verdict(State.AS_BUILT, f"Larger than planned: {said}.", "Kept as built; shims fill it.", sums)
        return Verdict(State.GOOD, "Right: the unit goes in.")

    def _too_small(self, readings: Readings) -> Iterator[tuple[str, str]]:
        for measure in self.measures[:4]:
            off = measure.off(readings)
            if off < -self.frame.plan.standard.tolerance:
                is_width = measure.id in WIDTHS
                yield (
                    f"{measure.name}: {format_inches(-off)} too {'narrow' if is_width else 'low'}.",
                    f"{'Move the jack over' if is_width else 'Let the sill down, or the header up'}: what is too small "
                    "takes no unit.",
                )
            elif measure.id in WIDTHS and off > MOST_WIDE:
                yield (
                    f"{measure.name}: {format_inches(off)} too wide.",
                    "Pack a jack out with a filler; shims alone do not fill it.",
                )

    def _crooked(self, readings: Readings) -> Iterator[tuple[str, str]]:
        bottom, top = (readings[width] for width in WIDTHS)
        if abs(bottom - top) > self.frame.plan.standard.tolerance:
            wider = "foot" if bottom > top else "head"
            yield (
                f"The jacks are {format_inches(abs(bottom - top))} further apart at the {wider}.",
                f"Bring a jack in at the {wider}.",
            )
        near, far = (readings[diagonal] for diagonal in DIAGONALS)
        if abs(near - far) > self.frame.plan.standard.tolerance:
            yield (
                f"Its diagonals differ by {format_inches(abs(near - far))}.",
                "Square the wall first; then shorten the longer one by moving the jacks.",
            )

    def _as_measured(self, readings: Readings) -> tuple[tuple[str, Sum], ...]:
        """What header and sill are cut to, by the clear width that was read where the jacks stand."""
        clear = readings[WIDTHS[0]]
        planned = self.frame.placed.rough.width.value
        if clear == planned:
            return ()
        return tuple(
            (
                f"{name} as measured",
                Sum.of("clear width read", clear).plus("bears on, both sides", piece.length.value - planned),
            )
            for role, name in ((Role.HEADER, "Header"), (Role.SILL, "Sill"))
            for piece in islice((one for one in self.frame.members() if one.role is role), 1)
        )

    @property
    def _from_start(self) -> bool:
        return self.frame.plan.standard.datum.end is End.START


_HAND: Length = inches(4)
