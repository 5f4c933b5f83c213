"""Checks of what stands: the stud at the saw, the room a wall goes into, and walls against a plumb line."""

from dataclasses import dataclass

from bluff.core.checks.raising import needed_to_tip_up
from bluff.core.job.amounts import MeasuredRoom
from bluff.core.job.schools import End
from bluff.core.measure.length import PER_INCH, Length
from bluff.core.measure.shapes import Corner
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, message
from bluff.core.site.checking import Check, Measure, Readings, State, Verdict, over_or_short
from bluff.core.wall.wall_plan import WallPlan

_AT_THE_SAW: Length = PER_INCH // 32
"""What a stop may be off: every stud cut on it is. Source: docs/rules.md, Checks."""


@dataclass(frozen=True, slots=True)
class StudCheck(Check):
    """The first stud off the stop, before the rest of the stack is cut."""

    plan: WallPlan

    @property
    def id(self) -> str:
        return "stud"

    @property
    def name(self) -> Message:
        return message("A {stud} at the saw")

    @property
    def measures(self) -> tuple[Measure, ...]:
        foot = self.plan.bottom.value
        top = Corner(0, foot + self.plan.stud_length.value)
        return (Measure("length", message("{Stud}"), self.plan.stud_length, Corner(0, foot), top),)

    def judged(self, readings: Readings) -> Verdict:
        (measure,) = self.measures
        off = measure.off(readings)
        if abs(off) <= _AT_THE_SAW:
            return Verdict(State.GOOD, message("Right: cut the stack."))
        do = (
            message("Move the stop {by:fine} toward the blade, and measure the next one before you cut more.", by=off)
            if off > 0
            else message(
                "Move the stop {by:fine} away from the blade, and measure the next one before you cut more.", by=-off
            )
        )
        return Verdict(
            State.WRONG,
            message("The {stud} is {off}.", off=over_or_short(off)),
            do,
            ((message("Off by"), Sum.of("read", readings[measure.id]).minus("planned", self.plan.stud_length.value)),),
        )


@dataclass(frozen=True, slots=True)
class Plumb(Check):
    """One end of a wall against a plumb line or a laser.

    Args:
        plan: The wall.
        at: Which end of it.
        is_old: Whether it is the wall that stands there already.
    """

    plan: WallPlan
    at: End
    is_old: bool = False

    @property
    def id(self) -> str:
        return f"{'old-wall' if self.is_old else 'plumb'}/{self.at}"

    @property
    def name(self) -> Message:
        is_hooked = self.at is self.plan.standard.datum.end
        if self.is_old:
            return message("Old wall, hook side" if is_hooked else "Old wall, far side")
        return message("Plumb, hook side" if is_hooked else "Plumb, far side")

    @property
    def measures(self) -> tuple[Measure, ...]:
        x = 0 if self.at is End.START else self.plan.length
        top = self.plan.top.points[0 if self.at is End.START else -1][1]
        foot, head = self.plan.bottom.value, top - self.plan.bottom.value
        beside = x + (-1 if self.at is End.START else 1) * 6 * PER_INCH
        return (
            Measure("bottom", message("Line to the wall, at the bottom"), None, Corner(beside, foot), Corner(x, foot)),
            Measure("top", message("Line to the wall, at the top"), None, Corner(beside, head), Corner(x, head)),
        )

    def judged(self, readings: Readings) -> Verdict:
        move = Sum.of("at the top", readings["top"]).minus("at the bottom", readings["bottom"])
        by, leans_away = abs(move.value), move.value > 0
        if by <= self.plan.standard.tolerance:
            return Verdict(State.GOOD, message("Plumb."), None if self.is_old else message("Brace it."))
        if self.is_old:
            return Verdict(
                State.AS_BUILT,
                message(
                    "It leans {by:length} away from the line over its height."
                    if leans_away
                    else "It leans {by:length} toward the line over its height.",
                    by=by,
                ),
                message(
                    "Shim behind the new {end_stud} at the top, {by:length} thicker there."
                    if leans_away
                    else "Shim behind the new {end_stud} at the bottom, {by:length} thicker there.",
                    by=by,
                ),
                ((message("Leans by"), move),),
            )
        return Verdict(
            State.WRONG,
            message(
                "The top leans {by:length} away from the line."
                if leans_away
                else "The top leans {by:length} toward the line.",
                by=by,
            ),
            message(
                "Move the top {by:length} toward the line, read both again, and brace it."
                if leans_away
                else "Move the top {by:length} away from the line, read both again, and brace it.",
                by=by,
            ),
            ((message("Move the top"), move),),
        )


@dataclass(frozen=True, slots=True)
class RoomCheck(Check):
    """Floor to ceiling where a wall goes that is fitted into a room."""

    plan: WallPlan

    @property
    def id(self) -> str:
        return "room"

    @property
    def name(self) -> Message:
        return message("The room, floor to ceiling")

    @property
    def measures(self) -> tuple[Measure, ...]:
        length, from_start = self.plan.length, self.plan.standard.datum.end is End.START
        planned = Sum.of("the lowest place, as measured", self._room.smallest)
        top = self.plan.height.value + self._room.play
        return tuple(
            Measure(id_, name, planned, Corner(x, 0), Corner(x, top))
            for id_, name, along in (
                ("hook", message("Hook side"), 0),
                ("middle", message("Middle"), 1),
                ("far", message("Far side"), 2),
            )
            for x in [(along if from_start else 2 - along) * length // 2]
        )

    def judged(self, readings: Readings) -> Verdict:
        height = self.plan.height.value
        lowest = min(readings[measure.id] for measure in self.measures)
        shims = tuple(
            (
                message("Shims: {measure}", measure=measure.name),
                Sum.of("room", readings[measure.id]).minus("wall", height),
            )
            for measure in self.measures
        )
        stud = Sum.of("lowest place", lowest).minus("play", self._room.play)
        stud = stud.minus("plates", height - self.plan.stud_length.value)
        cut = ((message("{Stud} as measured"), stud), *shims)
        if lowest < height:
            return Verdict(
                State.WRONG,
                message("The wall is {by:length} too high for the lowest place.", by=height - lowest),
                message(
                    "Cut the {stud:many} {length:length} instead of {planned:length}.",
                    length=stud.value,
                    planned=self.plan.stud_length.value,
                ),
                cut[:1],
            )
        needed = needed_to_tip_up(height, self.plan.stud.width)
        if lowest < needed:
            return Verdict(
                State.WRONG,
                message(
                    "It needs {needed:length} to tip up; the lowest place has {lowest:length}.",
                    needed=needed,
                    lowest=lowest,
                ),
                message("Build it in place, or cut the {stud:many} shorter and shim."),
                cut,
            )
        return Verdict(
            State.GOOD, message("It fits."), message("Shim in pairs, one from each side, over a {stud}."), shims
        )

    @property
    def _room(self) -> MeasuredRoom:
        room = self.plan.standard.studs
        if not isinstance(room, MeasuredRoom):
            raise TypeError("only a wall that is fitted into a room has one to measure")
        return room
