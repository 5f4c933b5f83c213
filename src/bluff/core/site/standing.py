"""Checks of what stands: the stud at the saw, the room a wall goes into, and walls against a plumb line."""

from dataclasses import dataclass

from bluff.core.checks.raising import needed_to_tip_up
from bluff.core.job.amounts import MeasuredRoom
from bluff.core.job.schools import End
from bluff.core.measure.length import PER_INCH, Length, format_inches
from bluff.core.measure.shapes import Corner
from bluff.core.measure.sum import Sum
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
    def name(self) -> str:
        return "A stud at the saw"

    @property
    def measures(self) -> tuple[Measure, ...]:
        foot = self.plan.bottom.value
        top = Corner(0, foot + self.plan.stud_length.value)
        return (Measure("length", "Stud", self.plan.stud_length, Corner(0, foot), top),)

    def judged(self, readings: Readings) -> Verdict:
        (measure,) = self.measures
        off = measure.off(readings)
        if abs(off) <= _AT_THE_SAW:
            return Verdict(State.GOOD, "Right: cut the stack.")
        way = "toward" if off > 0 else "away from"
        return Verdict(
            State.WRONG,
            f"The stud is {over_or_short(off)}.",
            f"Move the stop {format_inches(abs(off), 32)} {way} the blade, and read the next one before you cut more.",
            (("Off by", Sum.of("read", readings[measure.id]).minus("planned", self.plan.stud_length.value)),),
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
    def name(self) -> str:
        side = "hook side" if self.at is self.plan.standard.datum.end else "far side"
        return f"{'Old wall' if self.is_old else 'Plumb'}, {side}"

    @property
    def measures(self) -> tuple[Measure, ...]:
        x = 0 if self.at is End.START else self.plan.length
        top = self.plan.top.points[0 if self.at is End.START else -1][1]
        foot, head = self.plan.bottom.value, top - self.plan.bottom.value
        beside = x + (-1 if self.at is End.START else 1) * 6 * PER_INCH
        return (
            Measure("bottom", "Line to the wall, at the bottom", None, Corner(beside, foot), Corner(x, foot)),
            Measure("top", "Line to the wall, at the top", None, Corner(beside, head), Corner(x, head)),
        )

    def judged(self, readings: Readings) -> Verdict:
        move = Sum.of("at the top", readings["top"]).minus("at the bottom", readings["bottom"])
        by, way = format_inches(abs(move.value)), "toward" if move.value > 0 else "away from"
        if abs(move.value) <= self.plan.standard.tolerance:
            return Verdict(State.GOOD, "Plumb.", "" if self.is_old else "Brace it.")
        leans = "away from" if move.value > 0 else "toward"
        if self.is_old:
            return Verdict(
                State.AS_BUILT,
                f"It leans {by} {leans} the line over its height.",
                f"Shim behind the new end stud at the {'top' if move.value > 0 else 'bottom'}, {by} thicker there.",
                (("Leans by", move),),
            )
        return Verdict(
            State.WRONG,
            f"The top leans {by} {leans} the line.",
            f"Move the top {by} {way} the line, read both again, and brace it.",
            (("Move the top", move),),
        )


@dataclass(frozen=True, slots=True)
class RoomCheck(Check):
    """Floor to ceiling where a wall goes that is fitted into a room."""

    plan: WallPlan

    @property
    def id(self) -> str:
        return "room"

    @property
    def name(self) -> str:
        return "The room, floor to ceiling"

    @property
    def measures(self) -> tuple[Measure, ...]:
        length, from_start = self.plan.length, self.plan.standard.datum.end is End.START
        planned = Sum.of("the lowest place, as measured", self._room.smallest)
        top = self.plan.height.value + self._room.play
        return tuple(
            Measure(id_, name, planned, Corner(x, 0), Corner(x, top))
            for id_, name, along in (("hook", "Hook side", 0), ("middle", "Middle", 1), ("far", "Far side", 2))
            for x in [(along if from_start else 2 - along) * length // 2]
        )

    def judged(self, readings: Readings) -> Verdict:
        height = self.plan.height.value
        lowest = min(readings[measure.id] for measure in self.measures)
        shims = tuple(
            (f"Shims, {measure.name.lower()}", Sum.of("room", readings[measure.id]).minus("wall", height))
            for measure in self.measures
        )
        stud = Sum.of("lowest place", lowest).minus("play", self._room.play)
        stud = stud.minus("plates", height - self.plan.stud_length.value)
        cut = (("Stud as measured", stud), *shims)
        if lowest < height:
            return Verdict(
                State.WRONG,
                f"The wall is {format_inches(height - lowest)} too high for the lowest place.",
                f"Cut the studs {format_inches(stud.value)} instead of {format_inches(self.plan.stud_length.value)}.",
                cut[:1],
            )
        needed = needed_to_tip_up(height, self.plan.stud.width)
        if lowest < needed:
            return Verdict(
                State.WRONG,
                f"It needs {format_inches(needed)} to be tipped up, and the lowest place has {format_inches(lowest)}.",
                "Build it in place, or cut the studs shorter and shim.",
                cut,
            )
        return Verdict(State.GOOD, "It goes in.", "Shim in pairs, one from each side, over a stud.", shims)

    @property
    def _room(self) -> MeasuredRoom:
        room = self.plan.standard.studs
        if not isinstance(room, MeasuredRoom):
            raise TypeError("only a wall that is fitted into a room has one to measure")
        return room
