"""Practice: exercises of one's own and of a class, what came of them, and questions that come back."""

import secrets
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any, NamedTuple
from uuid import UUID

from psycopg_pool import ConnectionPool

from bluff.core.errors import SettingError
from bluff.core.job.standard import Standard
from bluff.core.job.ways import JobWays
from bluff.core.learn.attempt import Kind
from bluff.core.learn.boxes import Card, answered, next_topic
from bluff.core.learn.exercise import Exercise, Level, MadeUp, exercise, exercise_of
from bluff.core.learn.grading import Grade, Sheet, grade
from bluff.core.learn.progress import HandedIn, Result
from bluff.core.learn.questions import Question, question, topics
from bluff.core.message import message
from bluff.formats.ways_file import ways_data, ways_from_data
from bluff.service.errors import NotFound
from bluff.service.jobs import Jobs
from bluff.service.rights import Right, need
from bluff.service.sessions import hash_of
from bluff.service.standards import Standards
from bluff.store import practice as rows
from bluff.store.accounts import Account
from bluff.store.practice import CardRow, ClassRow, ResultRow

MOST_EXERCISES = 20
LONGEST_NAME = 80
LONGEST_PUPIL = 60
_LATEST = 200
"""How many results one looks back over."""
_SEEDS = 999


class Whose(NamedTuple):
    """Whose ways an exercise is framed by: a crew's standard, a job, or the product's own."""

    standard: str | None = None
    job: UUID | None = None


@dataclass(frozen=True, slots=True)
class Done:
    """How an exercise went: how long it took, and how many hints were taken."""

    seconds: int
    hints: int


@dataclass(frozen=True, slots=True)
class Class:
    """A class and its exercises.

    Args:
        row: As it is kept.
        exercises: In order.
        ways: How they are framed.
    """

    row: ClassRow
    exercises: tuple[MadeUp, ...]
    ways: JobWays


@dataclass(frozen=True, slots=True)
class Practice:
    """The practice of one account, and the classes of its crew."""

    pool: ConnectionPool
    account: Account

    def ways(self, whose: Whose) -> JobWays:
        """The ways exercises are framed by.

        Raises:
            NotFound: The crew has no such standard or job.
        """
        if whose.job is not None:
            return Jobs(self.pool, self.account).get(whose.job).job.own_ways
        if whose.standard is None:
            return JobWays()
        kept = Standards(self.pool, self.account).all()
        found = next((one.ways for one in kept if one.name == whose.standard), None)
        if found is None:
            raise NotFound(
                message("There is no standard called {standard}; it may have been removed.", standard=whose.standard)
            )
        return found

    def exercise(self, made_up: MadeUp, whose: Whose) -> Exercise:
        """The exercise of a level and a number. As `ways`; a SettingError where there is no such number."""
        return exercise(made_up.level, made_up.seed, self.ways(whose))

    def exercise_of(self, job: UUID, wall: str) -> Exercise:
        """A wall of one of the crew's jobs.

        Raises:
            NotFound: The crew has no such job.
            EditError: The job has no such wall.
            SettingError: It cannot be practiced on.
        """
        return exercise_of(Jobs(self.pool, self.account).get(job).job, wall)

    def graded(self, exercise: Exercise, made_up: MadeUp | None, sheet: Sheet, done: Done) -> Grade:
        """Grade a sheet and keep what came of it."""
        found = grade(exercise.plan, sheet)
        with self.pool.connection() as connection:
            rows.add_result(connection, {"account_id": self.account.id, **_kept(found, made_up, done)})
        return found

    def results(self) -> list[tuple[Result, ResultRow]]:
        """What came of one's last exercises, the oldest first."""
        with self.pool.connection() as connection:
            return [(_result(row), row) for row in rows.results_of(connection, self.account.id, _LATEST)]

    def standard(self, whose: Whose) -> Standard:
        """The ways questions are asked by."""
        return self.ways(whose).over(Standard())

    def next_question(self, whose: Whose, just: str | None = None) -> tuple[Question, int]:
        """What is asked next, and its number."""
        standard = self.standard(whose)
        cards = {topic: card for topic, card in self.cards().items() if topic in topics(standard)}
        topic = next_topic(cards, topics(standard), _now(), just)
        seed = 1 + secrets.randbelow(_SEEDS)
        return question(topic, seed, standard), seed

    def answer(self, whose: Whose, topic: str, seed: int, given: str) -> tuple[Question, bool]:
        """Whether an answer is right, and the question with why; what is known of the topic is kept.

        Raises:
            LengthError: A length is asked for, and this is none.
            EditError: There is no such topic.
        """
        posed = question(topic, seed, self.standard(whose))
        is_right = posed.is_right(given)
        with self.pool.connection() as connection:
            kept = rows.lock_card(connection, self.account.id, topic)
            card = answered(_card(kept) if kept else None, is_right, _now())
            rows.save_card(connection, self.account.id, CardRow(topic, card.box, card.due, card.asked, card.known))
        return posed, is_right

    def cards(self) -> dict[str, Card]:
        """What one knows, by topic."""
        with self.pool.connection() as connection:
            return {row.topic: _card(row) for row in rows.cards_of(connection, self.account.id)}

    def classes(self) -> list[Class]:
        """The crew's classes, the newest first.

        Raises:
            NotAllowed: The account is not a lead.
        """
        need(self.account, Right.PEOPLE)
        with self.pool.connection() as connection:
            return [_class(row) for row in rows.list_classes(connection, self.account.crew_id)]

    def make_class(self, name: str, whose: Whose, exercises: Sequence[MadeUp]) -> str:
        """The token of a new class's link.

        Raises:
            NotAllowed: The account is not a lead.
            SettingError: It has no name, no exercise or too many.
        """
        need(self.account, Right.PEOPLE)
        name = name.strip()
        if not 1 <= len(name) <= LONGEST_NAME:
            raise SettingError(
                message("A class needs a name of 1 to {longest_name} characters.", longest_name=LONGEST_NAME), "name"
            )
        if not 1 <= len(exercises) <= MOST_EXERCISES:
            raise SettingError(
                message("A class has 1 to {most_exercises} exercises. Choose some.", most_exercises=MOST_EXERCISES),
                "exercises",
            )
        ways = self.ways(whose)
        for made_up in exercises:
            exercise(made_up.level, made_up.seed, ways)
        token = secrets.token_urlsafe(32)
        listed = [{"level": one.level.value, "seed": one.seed} for one in exercises]
        with self.pool.connection() as connection:
            rows.add_class(connection, self.account, hash_of(token), name, ways_data(ways), listed)
        return token

    def end_class(self, class_: UUID) -> None:
        """End a class; what was done in it stays. As `classes`.

        Raises:
            NotFound: There is none that goes on.
        """
        need(self.account, Right.PEOPLE)
        with self.pool.connection() as connection:
            if not rows.end_class(connection, self.account.crew_id, class_):
                raise NotFound(message("There is no such class, or it has ended."))

    def class_results(self, class_: UUID) -> tuple[Class, list[HandedIn]]:
        """A class and what came of its exercises, the oldest first. As `classes`.

        Raises:
            NotFound: The crew has no such class.
        """
        need(self.account, Right.PEOPLE)
        with self.pool.connection() as connection:
            row = rows.find_class(connection, self.account.crew_id, class_)
            if row is None:
                raise NotFound(message("There is no such class."))
            return _class(row), _class_results(rows.results_in(connection, class_))


@dataclass(frozen=True, slots=True)
class Lesson:
    """A class as those see it who have its link."""

    pool: ConnectionPool
    token: str

    def found(self) -> Class:
        """The class.

        Raises:
            NotFound: The link leads to none, or it has ended.
        """
        with self.pool.connection() as connection:
            row = rows.class_of(connection, hash_of(self.token))
        if row is None:
            raise NotFound(message("This link leads to no class, or the class has ended. Ask the person who sent it."))
        return _class(row)

    def exercise(self, place: int) -> Exercise:
        """One of its exercises, by its place from 1.

        Raises:
            NotFound: It has none there. As `found`.
        """
        found = self.found()
        made_up = _at(found, place)
        return exercise(made_up.level, made_up.seed, found.ways)

    def graded(self, place: int, pupil: str, sheet: Sheet, done: Done) -> Grade:
        """Grade a pupil's sheet and keep what came of it.

        Raises:
            SettingError: The pupil has no name. As `exercise`.
        """
        found, pupil = self.found(), pupil.strip()
        made_up = _at(found, place)
        if not 1 <= len(pupil) <= LONGEST_PUPIL:
            raise SettingError(message("Write your name first, so that your teacher knows whose work it is."), "pupil")
        result = grade(exercise(made_up.level, made_up.seed, found.ways).plan, sheet)
        kept = {"class_id": found.row.id, "pupil": pupil, "place": place, **_kept(result, made_up, done)}
        with self.pool.connection() as connection:
            rows.add_result(connection, kept)
        return result

    def results(self, pupil: str) -> list[HandedIn]:
        """What came of one pupil's exercises, the oldest first. As `found`."""
        found = self.found()
        with self.pool.connection() as connection:
            return _class_results(rows.results_in(connection, found.row.id, pupil.strip()))


def _at(found: Class, place: int) -> MadeUp:
    if not 1 <= place <= len(found.exercises):
        raise NotFound(message("This class has exercises 1 to {exercises}.", exercises=len(found.exercises)))
    return found.exercises[place - 1]


def _class(row: ClassRow) -> Class:
    exercises = tuple(MadeUp(Level(one["level"]), one["seed"]) for one in row.exercises)
    return Class(row, exercises, ways_from_data(row.ways))


def _class_results(found: Sequence[ResultRow]) -> list[HandedIn]:
    return [HandedIn(row.pupil or "", row.place or 0, _result(row), row.made_at) for row in found]


def _kept(found: Grade, made_up: MadeUp | None, done: Done) -> Mapping[str, Any]:
    return {
        "level": made_up.level.value if made_up else None,
        "seed": made_up.seed if made_up else None,
        "wanted": found.wanted,
        "there": found.there,
        "wrong": len(found.wrong) + len(found.wrong_sums),
        "kinds": list(dict.fromkeys(one.kind.value for one in found.named)),
        "seconds": done.seconds,
        "hints": done.hints,
    }


def _result(row: ResultRow) -> Result:
    return Result(
        level=Level(row.level) if row.level else None,
        wanted=row.wanted,
        there=row.there,
        wrong=row.wrong,
        kinds=tuple(Kind(kind) for kind in row.kinds),
        seconds=row.seconds,
        hints=row.hints,
    )


def _card(row: CardRow) -> Card:
    return Card(row.box, row.due_at, row.asked, row.known)


def _now() -> datetime:
    return datetime.now(UTC)
