"""Practice: exercises, classes that do them by a link, and questions."""

from collections.abc import Iterable
from datetime import datetime
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Query, Request, Response
from pydantic import BaseModel, Field

from bluff.api.http.answers import download, stem
from bluff.api.learn.exercise import (
    DoneRequest,
    ExerciseView,
    GradeView,
    HintView,
    SheetRequest,
    exercise_view,
    grade_view,
    hint_view,
)
from bluff.api.people.people import LinkView
from bluff.api.people.session import SignedInAccount
from bluff.core.errors import SettingError
from bluff.core.job.standard import Standard
from bluff.core.learn.attempt import Kind
from bluff.core.learn.exercise import MOST_SEEDS, Exercise, Level, MadeUp
from bluff.core.learn.progress import HandedIn, Result, next_level, tally
from bluff.core.learn.questions import topics
from bluff.core.measure.length import parse_length
from bluff.core.message import message
from bluff.formats.class_results import class_csv
from bluff.formats.ways_values import FileModel
from bluff.service.practice import Class, Lesson, Practice, Whose
from bluff.store.practice import ResultRow
from bluff.views.lengths import Figure, figure
from bluff.views.reader import Reader, reader

_FEW = 6
"""How many of the last exercises are shown, to be done again."""

router = APIRouter(prefix="/api", tags=["practice"])

Seed = Annotated[int, Field(ge=1, le=MOST_SEEDS)]
_TypedReading = Annotated[str, Query(max_length=40, description="As it is typed: 15 1/4.")]


class WhoseRequest(FileModel):
    """Whose ways walls are framed by: a standard of the crew, a job, or neither for the usual ones."""

    standard: Annotated[str, Field(max_length=200)] | None = None
    job: UUID | None = None

    @property
    def whose(self) -> Whose:
        """As the service asks for it."""
        return Whose(self.standard, self.job)


class ExerciseOf(WhoseRequest):
    """Which exercise: of a level and a number, or a wall of a job."""

    level: Level | None = None
    seed: Seed = 1
    wall: Annotated[str, Field(max_length=60)] | None = None


class HintRequest(FileModel):
    """An exercise, and what is on its sheet so far."""

    of: ExerciseOf
    sheet: SheetRequest


class GradeRequest(FileModel):
    """An exercise, and the sheet that is handed in."""

    of: ExerciseOf
    sheet: DoneRequest


class LevelView(BaseModel):
    """A level: how often one did an exercise of it, the share that was right at best, and how long the last took."""

    level: Level
    called: str
    teaches: str
    tries: int
    is_right: bool
    best_percent: int | None
    seconds: int | None


class WrongView(BaseModel):
    """What goes wrong, and in how many exercises."""

    kind: Kind
    called: str
    times: int


class RecentView(BaseModel):
    """An exercise that was done: which, so that it can be done again, and what came of it."""

    level: Level
    called: str
    seed: int
    percent: int
    is_right: bool
    seconds: int
    hints: int
    made_at: datetime


class KnownView(BaseModel):
    """Of the topics of questions: how many there are, were ever asked, and are known for now."""

    topics: int
    asked: int
    known: int


class PracticeView(BaseModel):
    """How somebody gets on: every level from easy to hard, which comes next, the last few done, what goes wrong."""

    levels: list[LevelView]
    next: Level
    recent: list[RecentView]
    wrong: list[WrongView]
    known: KnownView


class QuestionView(BaseModel):
    """A question; without choices its answer is typed."""

    topic: str
    seed: int
    asks: str
    choices: list[str]


class AnswerRequest(WhoseRequest):
    """What somebody answered."""

    topic: Annotated[str, Field(max_length=60)]
    seed: Seed
    text: Annotated[str, Field(max_length=80)]


class AnswerView(BaseModel):
    """Whether it was right, what is right, and why."""

    is_right: bool
    answer: str
    because: str


class MadeUpExercise(FileModel):
    """An exercise of a class."""

    level: Level
    seed: Seed


class NewClass(WhoseRequest):
    """A class that is made."""

    name: Annotated[str, Field(max_length=200)]
    exercises: Annotated[list[MadeUpExercise], Field(max_length=100)]


class ClassView(BaseModel):
    """A class of the crew."""

    id: UUID
    name: str
    by: str
    exercises: list[MadeUpExercise]
    pupils: int
    created_at: datetime
    has_ended: bool


class PupilResult(BaseModel):
    """What came of one exercise of a pupil: the last time, and how often it was done."""

    place: int
    tries: int
    is_right: bool
    percent: int
    seconds: int
    hints: int
    wrong: list[str]


class PupilView(BaseModel):
    """A pupil of a class."""

    name: str
    results: list[PupilResult]


class ClassResults(BaseModel):
    """What came of a class: pupil by pupil, and what goes wrong in it, the most frequent first."""

    of: ClassView
    pupils: list[PupilView]
    wrong: list[WrongView]


class LevelOf(BaseModel):
    """One exercise of a class."""

    level: Level
    called: str
    teaches: str


class LessonView(BaseModel):
    """A class as its pupils see it; `done` is what one of them did, where they gave their name."""

    name: str
    exercises: list[LevelOf]
    done: list[PupilResult]


class PupilRequest(FileModel):
    """A sheet that a pupil hands in."""

    pupil: Annotated[str, Field(max_length=200)]
    sheet: DoneRequest


def practice_of(request: Request, account: SignedInAccount) -> Practice:
    """The practice of the signed-in account."""
    return Practice(request.app.state.pool, account)


def lesson_of(request: Request, token: str) -> Lesson:
    """The class a link leads to; who has it need not be signed in."""
    return Lesson(request.app.state.pool, token)


MyPractice = Annotated[Practice, Depends(practice_of)]
TheLesson = Annotated[Lesson, Depends(lesson_of)]


@router.get("/practice")
def practice(practice: MyPractice) -> PracticeView:
    """How one gets on."""
    done = practice.results()
    results = [result for result, _ in done]
    cards = practice.cards()
    all_topics = topics(Standard())
    return PracticeView(
        levels=[_level(level, [one for one in results if one.level is level]) for level in Level],
        next=next_level(results),
        recent=[_recent(one.level, one, row) for one, row in done[-_FEW:][::-1] if one.level],
        wrong=_wrong(results),
        known=KnownView(
            topics=len(all_topics),
            asked=sum(topic in cards for topic in all_topics),
            known=sum(cards[topic].box > 0 for topic in all_topics if topic in cards),
        ),
    )


@router.post("/practice/exercise")
def practice_exercise(practice: MyPractice, of: ExerciseOf) -> ExerciseView:
    """A wall to lay out."""
    return exercise_view(_exercise(practice, of))


@router.post("/practice/hint")
def practice_hint(practice: MyPractice, request: HintRequest) -> HintView | None:
    """What comes next on a sheet; null where nothing is missing."""
    return hint_view(_exercise(practice, request.of), request.sheet.to_core())


@router.post("/practice/grade")
def practice_grade(practice: MyPractice, request: GradeRequest) -> GradeView:
    """What is right on a sheet and what is not; it is kept how it went."""
    exercise, sheet = _exercise(practice, request.of), request.sheet.to_core()
    made_up = MadeUp(request.of.level, request.of.seed) if request.of.level else None
    return grade_view(exercise, sheet, practice.graded(exercise, made_up, sheet, request.sheet.done))


@router.get("/practice/reading")
def practice_reading(_: SignedInAccount, typed: _TypedReading) -> Figure:
    """A typed reading as a length."""
    return figure(parse_length(typed))


@router.post("/practice/question")
def practice_question(practice: MyPractice, whose: WhoseRequest, just: str | None = None) -> QuestionView:
    """What is asked next: what was wrong comes back, what was known does later."""
    posed, seed = practice.next_question(whose.whose, just)
    say = reader(practice.standard(whose.whose).words).say
    return QuestionView(topic=posed.topic, seed=seed, asks=say(posed.asks), choices=[*map(say, posed.choices)])


@router.post("/practice/answer")
def practice_answer(practice: MyPractice, request: AnswerRequest) -> AnswerView:
    """Whether an answer is right, and why."""
    posed, is_right = practice.answer(request.whose, request.topic, request.seed, request.text)
    say = reader(practice.standard(request.whose).words).say
    return AnswerView(is_right=is_right, answer=say(posed.written), because=say(posed.because))


@router.get("/practice/classes")
def practice_classes(practice: MyPractice) -> list[ClassView]:
    """The crew's classes, the newest first."""
    return [_class_view(one) for one in practice.classes()]


@router.post("/practice/classes", status_code=201)
def make_class(practice: MyPractice, new: NewClass) -> LinkView:
    """Make a class and the link to it."""
    exercises = [MadeUp(one.level, one.seed) for one in new.exercises]
    return {"path": f"/class#{practice.make_class(new.name, new.whose, exercises)}"}


@router.delete("/practice/classes/{class_id}", status_code=204)
def end_class(practice: MyPractice, class_id: UUID) -> None:
    """End a class; what was done in it stays."""
    practice.end_class(class_id)


@router.get("/practice/classes/{class_id}")
def class_results(practice: MyPractice, class_id: UUID) -> ClassResults:
    """What came of a class."""
    of, found = practice.class_results(class_id)
    return ClassResults(of=_class_view(of), pupils=_pupils(found), wrong=_wrong(one.result for one in found))


@router.get("/practice/classes/{class_id}/results.csv", response_class=Response)
def class_results_csv(practice: MyPractice, class_id: UUID) -> Response:
    """Everything that was handed in in a class, the oldest first."""
    of, found = practice.class_results(class_id)
    return download(class_csv(of.exercises, found), "text/csv; charset=utf-8", f"{stem(of.row.name)}-results.csv")


@router.get("/classes/{token}")
def lesson(lesson: TheLesson, pupil: Annotated[str, Query(max_length=200)] = "") -> LessonView:
    """A class, by its link, and what a pupil did of it."""
    say = Reader().say
    found = lesson.found()
    mine = _pupils(lesson.results(pupil)) if pupil.strip() else []
    return LessonView(
        name=found.row.name,
        exercises=[
            LevelOf(level=one.level, called=say(one.level.called), teaches=say(one.level.teaches))
            for one in found.exercises
        ],
        done=mine[0].results if mine else [],
    )


@router.post("/classes/{token}/{place}/exercise")
def lesson_exercise(lesson: TheLesson, place: int) -> ExerciseView:
    """An exercise of a class."""
    return exercise_view(lesson.exercise(place))


@router.post("/classes/{token}/{place}/hint")
def lesson_hint(lesson: TheLesson, place: int, sheet: SheetRequest) -> HintView | None:
    """As `practice_hint`."""
    return hint_view(lesson.exercise(place), sheet.to_core())


@router.post("/classes/{token}/{place}/grade")
def lesson_grade(lesson: TheLesson, place: int, request: PupilRequest) -> GradeView:
    """As `practice_grade`; it is kept for the teacher."""
    sheet = request.sheet.to_core()
    graded = lesson.graded(place, request.pupil, sheet, request.sheet.done)
    return grade_view(lesson.exercise(place), sheet, graded)


@router.get("/classes/{token}/reading")
def lesson_reading(lesson: TheLesson, typed: _TypedReading) -> Figure:
    """As `practice_reading`."""
    lesson.found()
    return figure(parse_length(typed))


def _exercise(practice: Practice, of: ExerciseOf) -> Exercise:
    if of.level is not None:
        return practice.exercise(MadeUp(of.level, of.seed), of.whose)
    if of.job is None or of.wall is None:
        raise SettingError(message("Choose an exercise: a level and a number, or a job and a wall of it."), "level")
    return practice.exercise_of(of.job, of.wall)


def _level(level: Level, done: list[Result]) -> LevelView:
    say = Reader().say
    return LevelView(
        level=level,
        called=say(level.called),
        teaches=say(level.teaches),
        tries=len(done),
        is_right=any(one.is_right for one in done),
        best_percent=max((one.percent for one in done), default=None),
        seconds=done[-1].seconds if done else None,
    )


def _recent(level: Level, result: Result, row: ResultRow) -> RecentView:
    say = Reader().say
    return RecentView(
        level=level,
        called=say(level.called),
        seed=row.seed or 1,
        percent=result.percent,
        is_right=result.is_right,
        seconds=result.seconds,
        hints=result.hints,
        made_at=row.made_at,
    )


def _wrong(results: Iterable[Result]) -> list[WrongView]:
    say = Reader().say
    return [WrongView(kind=kind, called=say(kind.called), times=times) for kind, times in tally(results)]


def _class_view(one: Class) -> ClassView:
    return ClassView(
        id=one.row.id,
        name=one.row.name,
        by=one.row.initials,
        exercises=[MadeUpExercise(level=made_up.level, seed=made_up.seed) for made_up in one.exercises],
        pupils=one.row.pupils,
        created_at=one.row.created_at,
        has_ended=one.row.ended_at is not None,
    )


def _pupils(found: list[HandedIn]) -> list[PupilView]:
    """Pupils by name, each with the last of what they did of every exercise."""
    by_name: dict[str, list[HandedIn]] = {}
    for one in found:
        by_name.setdefault(one.pupil.lower(), []).append(one)
    return [PupilView(name=theirs[-1].pupil, results=_of_pupil(theirs)) for _, theirs in sorted(by_name.items())]


def _of_pupil(theirs: list[HandedIn]) -> list[PupilResult]:
    say = Reader().say
    results = []
    for place in sorted({one.place for one in theirs}):
        tries = [one.result for one in theirs if one.place == place]
        last = tries[-1]
        results.append(
            PupilResult(
                place=place,
                tries=len(tries),
                is_right=last.is_right,
                percent=last.percent,
                seconds=last.seconds,
                hints=last.hints,
                wrong=[say(kind.called) for kind in last.kinds],
            )
        )
    return results
