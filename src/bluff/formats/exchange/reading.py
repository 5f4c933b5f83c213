"""What was understood of a drawing: walls and openings, what of it was guessed, and everything that was not.

entry
    A wall or an opening as the job file says it, carried along in a drawing that Bluff wrote itself, so that
    it comes back as it was.
part
    A layer or a story of the drawing, which can be chosen.
"""

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, Literal, TypeAlias

from pydantic import BaseModel, ValidationError

from bluff.core.errors import BluffError
from bluff.core.job.amounts import WallHeight
from bluff.core.job.job import MOST_WALLS, Between, Job, Opening, Point, Wall, WallKind, is_mark
from bluff.core.job.marks import next_opening_id, next_wall_id
from bluff.core.job.position import At, FromPlate, Reference
from bluff.core.job.schools import End
from bluff.core.job.ways import WallWays
from bluff.core.measure.length import PER_INCH, from_inches
from bluff.core.measure.size import Size
from bluff.core.message import EMPTY, Message, follow, message, separated
from bluff.core.plan.outline import outline
from bluff.core.wall.wall_plan import WallPlan, wall_plans
from bluff.formats.exchange.choices import Answers, Choice, Guess
from bluff.formats.exchange.faces import SHORTEST, LineDrawn, Place
from bluff.formats.exchange.placing import Placement, walked
from bluff.formats.exchange.seen import OpeningSeen, WallSeen, fitted, misses
from bluff.formats.exchange.sizes import Sizes
from bluff.formats.exchange.thickness import thickness_text
from bluff.formats.exchange.tops import with_top
from bluff.formats.exchange.wall_types import WallTypes
from bluff.formats.job_file import JobFile, OpeningFile, WallFile
from bluff.formats.messages import Sentence

LARGEST_DRAWING = 24 * 1024 * 1024
"""Bytes of a drawing that are looked at."""

MOST_LINES = 20_000
"""Lines of a drawing that are shown under what was understood of it."""
_LONGEST_MARK = 6
"""Characters of a mark that is written on a plate; longer names are the drawing program's own."""


class Left(BaseModel):
    """Something that was not understood: what and why, and where it is in the plan, in inches."""

    text: Sentence
    at: Place | None = None


class DrawingPart(BaseModel):
    """A layer or a story: how many walls it has, what else is to say of it, and whether it is being read."""

    name: str
    walls: int
    note: Sentence = EMPTY
    is_chosen: bool


PartKind: TypeAlias = Literal["layer", "story"]


class Reading(BaseModel):
    """A drawing read: a job file of what was understood, and sentences on the rest.

    Args:
        part: What the drawing is made of: its key in the choices.
        parts: Those it has.
        guesses: What it does not say for sure, and what it was read as.
        lines: The drawing itself, in the plan of the job: x and y of both ends of each line, in inches.
        job: What was understood.
        left: What was not, and why.
    """

    part: PartKind
    parts: list[DrawingPart]
    guesses: list[Guess]
    lines: list[tuple[float, float, float, float]]
    job: JobFile
    left: list[Left]


@dataclass
class Understood:
    """Walls and openings as they are found, and what is not understood.

    Args:
        answers: What somebody answered to guesses.
    """

    answers: Answers = field(default_factory=Answers)
    entered: list[Wall] = field(default_factory=list)
    openings: list[Opening] = field(default_factory=list)
    seen: list[WallSeen] = field(default_factory=list)
    guesses: list[Guess] = field(default_factory=list)
    lines: list[LineDrawn] = field(default_factory=list)
    _left: list[tuple[Message, Place | None]] = field(default_factory=list)

    def entry(self, data: Any, what: str) -> bool:
        """Take what Bluff itself wrote; whether it could be taken."""
        try:
            if what == "wall":
                self.entered.append(WallFile.model_validate(data).to_core())
            else:
                self.openings.append(OpeningFile.model_validate(data).to_core())
        except (ValidationError, BluffError):
            return False
        return True

    def leave(self, text: Message, at: Place | None = None) -> None:
        """Say what was not understood, and where it is on the drawing."""
        self._left.append((text, at))

    def reading(self, name: str, part: PartKind, parts: Iterable[DrawingPart]) -> Reading:
        """Everything as a reading.

        What others drew may be miles from their origin and out of square: unless there are entries, which say where
        they are, it is turned square and its lower left is put at the plan's.

        Raises:
            FaultyData: An answer to a guess is none.
        """
        types = WallTypes(self.answers, self.seen)
        framed = {index: wall for index, wall in enumerate(fitted(types.framed)) if self._can_be_framed(wall, types)}
        placement = Placement(list(framed.values()), self.answers, is_placed=bool(self.entered))
        sides = types.outsides(framed)
        self.guesses += [*types.guesses, *([placement.guess] if placement.guess else [])]
        found = self._topped(self._walls(framed, sides, placement), placement)
        walls = [*self.entered, *(wall for wall, _ in found)]
        self._say_misses(found)
        self._take_openings(walls, found, placement)
        job = Job(name, walls=tuple(walls), openings=tuple(self._of_known_walls(walls)))
        return Reading(
            part=part,
            parts=list(parts),
            guesses=self.guesses,
            lines=[_rounded(placement.of(one), placement.of(other)) for one, other in self.lines[:MOST_LINES]],
            job=JobFile.from_core(job),
            left=[Left(text=text, at=placement.of(at) if at else None) for text, at in self._left],
        )

    def _can_be_framed(self, wall: WallSeen, types: WallTypes) -> bool:
        """Whether a wall is one Bluff frames; what is not is left, with what is in it."""
        if wall.stud is None:
            why = wall.why_not or message("No usual {stud} with its panels is that thick.")
            why = follow(why, message("If it is framed, choose its {stud} above."))
            if types.is_left_as_said(wall):
                why = message("It is marked as not framed.")
            thick = thickness_text(wall.drawn)
            self.leave(
                follow(message("{wall}, {thick} thick:", wall=_called(wall), thick=thick), why, *_left_with(wall)),
                wall.at(wall.length / 2),
            )
        elif wall.length < SHORTEST:
            short = message(
                "{wall} is under {least:length} long, too short to frame.",
                wall=_called(wall),
                least=from_inches(SHORTEST),
            )
            self.leave(follow(short, *_left_with(wall)), wall.start)
        return wall.stud is not None and wall.length >= SHORTEST

    def _walls(
        self, framed: Mapping[int, WallSeen], sides: Mapping[int, int], placement: Placement
    ) -> list[tuple[Wall, WallSeen]]:
        """The walls of the job, each with what was seen of it."""
        found: list[tuple[Wall, WallSeen]] = []
        has_height = self._takes_heights(list(framed.values()))
        for index, seen in _longest(framed, MOST_WALLS - len(self.entered), self.leave):
            taken = [*self.entered, *(wall for wall, _ in found)]
            is_free = _is_short_mark(seen.name) and all(wall.id != seen.name for wall in taken)
            try:
                ways = (
                    WallWays(studs=WallHeight(from_inches(seen.height))) if has_height and seen.height else WallWays()
                )
                run = Between(_point(placement.of(seen.start)), _point(placement.of(seen.end)))
                mark = seen.name if is_free else next_wall_id(taken)
                floors = tuple(map(from_inches, seen.stories)) if has_height else ()
                wall = Wall(mark, seen.stud or "", run, WallKind.PARTITION, ways=ways, floors=floors)
                found.append((walked(wall, sides[index]), seen))
            except BluffError as error:
                self.leave(message("{wall}: {why}", wall=_called(seen), why=error.message), seen.start)
        if self.entered:
            return found
        walls = placement.at_origin([wall for wall, _ in found])
        return [(wall, seen) for wall, (_, seen) in zip(walls, found, strict=True)]

    def _say_misses(self, found: Sequence[tuple[Wall, WallSeen]]) -> None:
        """Say which walls end near another one's framing and not at it, and by how much."""
        for miss in misses([seen for _, seen in found]):
            wall, other = (found[index][0].id for index in (miss.wall, miss.other))
            off = thickness_text(abs(miss.past))
            how = message(
                "Wall {wall} runs {off} past the framing of wall {other}, as drawn. Check which it should be."
                if miss.past > 0
                else "Wall {wall} stops {off} short of the framing of wall {other}, as drawn. Check which it should "
                "be.",
                wall=wall,
                off=off,
                other=other,
            )
            self.leave(how, miss.end)

    def _topped(self, found: Sequence[tuple[Wall, WallSeen]], placement: Placement) -> list[tuple[Wall, WallSeen]]:
        """The walls with the tops they were seen to have, where that is not level."""
        if not any(seen.top for _, seen in found):
            return list(found)
        # As answered; nobody asks where no wall says how high it is.
        has_height = (self.answers.one_of("wall height", ("drawn", "standard")) or "drawn") == "drawn"
        plans = {plan.id: plan for plan in wall_plans(Job("drawing", walls=tuple(wall for wall, _ in found)))}
        topped = []
        for wall, seen in found:
            try:
                own = with_top(wall, seen, plans[wall.id], placement, has_height=has_height)
            except BluffError as error:
                self.leave(message("{wall} is read as level: {why}", wall=_called(seen), why=error.message), seen.start)
                own = wall
            topped.append((own, seen))
        return topped

    def _takes_heights(self, framed: Sequence[WallSeen]) -> bool:
        """Whether walls are as high as the drawing says; asked where it says so."""
        heights = sorted({from_inches(wall.height) for wall in framed if wall.height})
        if not heights:
            return False
        answer = self.answers.one_of("wall height", ("drawn", "standard"))
        low, high = heights[0], heights[-1]
        drawn = (
            message("as drawn, {height:length}", height=low)
            if low == high
            else message("as drawn, {low:length} to {high:length}", low=low, high=high)
        )
        choices = [
            Choice(value="drawn", label=drawn),
            Choice(value="standard", label=message("as the job's standard says")),
        ]
        value, is_sure = answer or "drawn", answer is not None
        self.guesses.append(
            Guess(
                key="wall height", label=message("Height of the walls"), value=value, choices=choices, is_sure=is_sure
            )
        )
        return value == "drawn"

    def _take_openings(
        self, walls: Sequence[Wall], found: Sequence[tuple[Wall, WallSeen]], placement: Placement
    ) -> None:
        """The openings that were seen, in the job's walls."""
        if not any(wall.openings for _, wall in found):
            return
        sizes = Sizes(self.answers, [opening for _, wall in found for opening in wall.openings])
        self.guesses += sizes.guesses
        plans = {plan.id: plan for plan in wall_plans(Job("drawing", walls=tuple(walls)))}
        seen = [(wall, one) for wall, of_it in found for one in of_it.openings if sizes.is_opening(one)]
        # Those with marks first, so that none of theirs is given to another.
        for wall, opening in sorted(seen, key=lambda one: not _is_short_mark(one[1].name)):
            try:
                self.openings.append(self._opening(opening, plans[wall.id], sizes, placement.of(opening.middle)))
            except BluffError as error:
                what = message("Opening {mark}", mark=opening.name) if opening.name else message("An opening")
                self.leave(
                    message("{Opening} in wall {wall}: {why}", opening=what, wall=wall.id, why=error.message),
                    opening.middle,
                )

    def _opening(self, seen: OpeningSeen, plan: WallPlan, sizes: Sizes, middle: Place) -> Opening:
        drawn = outline(plan.wall, plan.stud.width)
        place = middle[0] * PER_INCH, middle[1] * PER_INCH
        along = round(drawn.along(place)) if drawn else 0  # every wall that was seen is drawn
        reach = plan.meetings.drawn_start
        kind = sizes.kind(seen)
        is_free = _is_short_mark(seen.name) and all(one.id != seen.name for one in self.openings)
        below = [0, *(line for line in plan.wall.floors if seen.sill is not None and line <= from_inches(seen.sill))]
        return Opening(
            seen.name if is_free else next_opening_id(self.openings, kind),
            plan.id,
            kind,
            Size(from_inches(seen.width), sizes.height(seen)),
            sizes.sizing(seen),
            At(Reference.CENTER, along + reach, FromPlate(End.START)),
            sizes.ways(seen, below[-1]),
            floor=len(below) - 1,
        )

    def _of_known_walls(self, walls: Sequence[Wall]) -> list[Opening]:
        """The openings, without those Bluff wrote for walls that are not there."""
        known = {wall.id for wall in walls}
        for opening in self.openings:
            if opening.wall not in known:
                self.leave(
                    message(
                        "{opening} is in wall {wall}, which is not in the drawing.",
                        opening=opening.id,
                        wall=opening.wall,
                    )
                )
        return [opening for opening in self.openings if opening.wall in known]


def _longest(walls: Mapping[int, WallSeen], most: int, leave: Callable[[Message], None]) -> list[tuple[int, WallSeen]]:
    """As many walls as a job holds, in their order."""
    if len(walls) > most:
        leave(
            message(
                "There are {count} walls, and a job holds {most}. The shortest were left. Choose fewer layers.",
                count=len(walls),
                most=MOST_WALLS,
            )
        )
    kept = set(sorted(walls, key=lambda index: -walls[index].length)[:most])
    return [(index, wall) for index, wall in walls.items() if index in kept]


def _left_with(wall: WallSeen) -> Iterator[Message]:
    """What is left with a wall: its openings."""
    if wall.openings:
        openings = separated([*map(_opening_called, wall.openings)])
        yield message("Left out with it: {openings}.", openings=openings)


def _opening_called(opening: OpeningSeen) -> Message:
    """An opening by its name and its size as drawn."""
    kind = opening.kind.called if opening.kind else message("opening")
    size = " x ".join(thickness_text(side) for side in (opening.width, opening.height) if side)
    if opening.name:
        return message("{kind} “{name}” {size}", kind=kind, name=opening.name, size=size)
    return message("{kind} {size}", kind=kind, size=size)


def _is_short_mark(name: str) -> bool:
    return is_mark(name) and len(name) <= _LONGEST_MARK


def _called(wall: WallSeen) -> Message:
    return message("Wall “{name}”", name=wall.name) if wall.name else message("A wall")


def _point(place: Place) -> Point:
    return Point(from_inches(place[0]), from_inches(place[1]))


def _rounded(one: Place, other: Place) -> tuple[float, float, float, float]:
    x1, y1, x2, y2 = (round(value, 2) for value in (*one, *other))
    return x1, y1, x2, y2
