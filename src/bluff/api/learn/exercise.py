"""Exercises on the wire: what is given, what somebody drew and wrote, what was wrong with it."""

from typing import Annotated

from pydantic import BaseModel, Field

from bluff.core.job.schools import End
from bluff.core.job.words import Words
from bluff.core.learn.attempt import Kind
from bluff.core.learn.deck import Drawn, Wanted
from bluff.core.learn.exercise import Exercise
from bluff.core.learn.given import given, letters
from bluff.core.learn.grading import Grade, Named, Sheet
from bluff.core.learn.hints import Hint, hint
from bluff.core.learn.plan_strip import PlanStrip, plan_strip
from bluff.core.learn.required_sums import Figure as SheetFigure
from bluff.core.learn.required_sums import SumKey, required_sums
from bluff.core.measure.length import Length, format_feet, from_inches, parse_length, to_inches
from bluff.core.measure.sum import Sum
from bluff.core.message import message
from bluff.core.wall.build import build
from bluff.core.wall.member import CUT_LINE, Plate
from bluff.formats.ways_values import FileModel
from bluff.service.practice import Done
from bluff.views.lengths import Figure, figure
from bluff.views.reader import reader
from bluff.views.sums import NamedSum, named_sum

_LONGEST_TAPE = 20_000
_MOST_MARKS = 2_000
_MOST_SUMS = 500
_A_DAY = 86_400


class GivenView(BaseModel):
    """One thing that is given."""

    name: str
    says: str


class LetterView(BaseModel):
    """What is written on a plate, and what the pieces are called it is written for."""

    symbol: str
    names: list[str]


class AskedSum(BaseModel):
    """A figure that is asked about an opening, and what it is called; a rough opening's, or one of the pole's."""

    opening: str
    figure: SheetFigure
    called: str
    is_rough: bool


class PlanStretch(BaseModel):
    """A stretch along the plate, in inches, and what is there."""

    of: str
    start: float
    end: float


class PlanDimension(PlanStretch):
    """What the plan measures; `text` as it is written there."""

    text: str


class PlanStripView(BaseModel):
    """The wall from above, as its tape lies: walls that meet it, openings by their units, dimensions."""

    length: float
    beside: list[PlanStretch]
    holes: list[PlanStretch]
    dimensions: list[PlanDimension]


class ExerciseView(BaseModel):
    """A wall to lay out. Lengths of its plates as their tapes read; `thickness` is that of what is drawn."""

    wall: str
    plan: PlanStripView
    given: list[GivenView]
    bottom: Figure
    top: Figure
    hook: End
    thickness: float
    letters: list[LetterView]
    sums: list[AskedSum]


class DrawnMark(FileModel):
    """A line and a letter: what the tape reads there, in inches, and on which side of it the letter is."""

    plate: Plate
    inches: Annotated[float, Field(ge=-12, le=_LONGEST_TAPE)]
    symbol: Annotated[str, Field(min_length=1, max_length=12)]
    ahead: bool = True


class WrittenSum(FileModel):
    """A figure that somebody worked out, as typed."""

    opening: Annotated[str, Field(max_length=40)]
    figure: SheetFigure
    typed: Annotated[str, Field(max_length=40)]


class SheetRequest(FileModel):
    """What somebody drew and wrote. An empty figure is not entered yet."""

    marks: Annotated[list[DrawnMark], Field(max_length=_MOST_MARKS)]
    sums: Annotated[list[WrittenSum], Field(max_length=_MOST_SUMS, default_factory=list)]

    def to_core(self) -> Sheet:
        """As the core grades it.

        Raises:
            LengthError: A figure is no length.
        """
        return Sheet(
            tuple(Drawn(one.plate, from_inches(one.inches), one.symbol, one.ahead) for one in self.marks),
            {SumKey(one.opening, one.figure): parse_length(one.typed) for one in self.sums if one.typed.strip()},
        )


class DoneRequest(SheetRequest):
    """A sheet that is handed in: how long it took, and how many hints were taken."""

    seconds: Annotated[int, Field(ge=0, le=_A_DAY)]
    hints: Annotated[int, Field(ge=0, le=1_000)] = 0

    @property
    def done(self) -> Done:
        """How it went."""
        return Done(self.seconds, self.hints)


class HintView(BaseModel):
    """The next step, given a little at a time."""

    piece: str
    sum: str
    number: str


class MissedView(BaseModel):
    """A mark that belongs on a plate and is not there, with its sum."""

    plate: Plate
    inches: float
    width: float
    symbol: str
    sum: NamedSum


class NamedView(BaseModel):
    """One mistake: `drawn` are the lines it made wrong, by their number; `either` are others that give the same."""

    kind: Kind
    called: str
    of: str | None
    words: str
    drawn: list[int]
    missed: list[MissedView]
    either: list[str]


class GradedSum(BaseModel):
    """A figure that was written down, and what it should have been."""

    opening: str
    figure: SheetFigure
    is_right: bool
    right: NamedSum


class GradeView(BaseModel):
    """What came of a sheet: `wrong` are lines that do not belong, by their number."""

    is_right: bool
    wanted: int
    there: int
    wrong: list[int]
    sums: list[GradedSum]
    named: list[NamedView]


def exercise_view(exercise: Exercise) -> ExerciseView:
    """An exercise as it is given out: no mark of it."""
    plan = exercise.plan
    reads = reader(plan.standard.words)
    level, say = figure(plan.length), reads.say
    return ExerciseView(
        wall=plan.id,
        plan=_plan(plan_strip(plan)),
        given=[GivenView(name=say(one.name), says=say(one.says)) for one in given(plan)],
        bottom=level,
        top=level if plan.is_level else figure(plan.ceiling.stretches[0].length),
        hook=plan.standard.datum.end,
        thickness=to_inches(plan.stud.thickness),
        letters=[
            LetterView(
                symbol=symbol, names=[say(_DOORWAY_CUT) if role == CUT_LINE else reads.piece(role) for role in roles]
            )
            for symbol, roles in letters(plan).items()
        ],
        sums=[
            AskedSum(
                opening=key.opening,
                figure=key.figure,
                called=say(key.figure.called),
                is_rough=key.figure.is_rough,
            )
            for key in required_sums(build(plan))
        ],
    )


_DOORWAY_CUT = message("doorway cut")


def _plan(strip: PlanStrip) -> PlanStripView:
    def stretch(of: str, start: Length, end: Length) -> PlanStretch:
        return PlanStretch(of=of, start=to_inches(start), end=to_inches(end))

    return PlanStripView(
        length=to_inches(strip.length),
        beside=[stretch(one.wall, one.start, one.end) for one in strip.beside],
        holes=[stretch(one.opening, one.start, one.end) for one in strip.holes],
        dimensions=[
            PlanDimension(of=one.of, start=to_inches(one.start), end=to_inches(one.end), text=format_feet(one.length))
            for one in strip.dimensions
        ],
    )


def hint_view(exercise: Exercise, sheet: Sheet) -> HintView | None:
    """What comes next on a sheet, None where nothing is missing."""
    found: Hint | None = hint(exercise.plan, sheet)
    if found is None:
        return None
    say = reader(exercise.plan.standard.words).say
    return HintView(piece=say(found.piece), sum=say(found.sum), number=say(found.number))


def grade_view(exercise: Exercise, sheet: Sheet, found: Grade) -> GradeView:
    """What came of a sheet."""
    words = exercise.plan.standard.words
    right = required_sums(build(exercise.plan))
    return GradeView(
        is_right=found.is_right,
        wanted=found.wanted,
        there=found.there,
        wrong=[*found.wrong],
        sums=[
            GradedSum(
                opening=key.opening,
                figure=key.figure,
                is_right=key not in found.wrong_sums,
                right=named_sum(key.figure.called, right[key], reader(words)),
            )
            for key in sheet.sums
            if key in right
        ],
        named=[_named(one, words) for one in found.named],
    )


def _named(one: Named, words: Words) -> NamedView:
    say = reader(words).say
    return NamedView(
        kind=one.kind,
        called=say(one.kind.called),
        of=one.of,
        words=say(one.words),
        drawn=[*one.drawn],
        missed=[_missed(wanted, words) for wanted in one.missed],
        either=[say(sentence) for _, _, sentence in one.either],
    )


def _missed(wanted: Wanted, words: Words) -> MissedView:
    mark = wanted.mark
    return MissedView(
        plate=mark.plate,
        inches=to_inches(wanted.line),
        width=to_inches(wanted.width),
        symbol=mark.symbol,
        sum=named_sum(message("{piece:one}", piece=mark.role), _as_read(mark.at, wanted.line), reader(words)),
    )


def _as_read(at: Sum, line: Length) -> Sum:
    """A mark's sum out to what the tape reads, where that is another figure: from the other end, or along a slope."""
    return at if at.value == line else at.plus("as the tape lies", line - at.value)
