"""The day: what is done when and by how many, from the framing order, how many a crew has and what its work takes.

Time is counted in minutes of work from the start of the first day, so that a day's last minute is followed by the
next day's first one.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from fractions import Fraction
from math import ceil

from bluff.core.crew.order import BuildStep
from bluff.core.job.amounts import WorkDay
from bluff.core.site.pace import Pace, minutes
from bluff.core.site.work import Task
from bluff.core.takeoff.weight import lift
from bluff.core.wall.framing import Framing

PEOPLE: Mapping[Task, int] = {Task.LAYOUT: 1, Task.CUT: 1, Task.FRAME: 2, Task.SHEET: 2}
"""Hands a task is done by; a wall is lifted by as many as it takes."""


@dataclass(frozen=True, slots=True)
class WallWork:
    """What there is to do on a wall.

    Args:
        wall: Which.
        takes: Minutes of one person at the crew's own minutes; of raising, by the clock. Nothing of it is 0.
        lifters: Hands it is raised by.
    """

    wall: str
    takes: Mapping[Task, Fraction]
    lifters: int

    def wants(self, task: Task) -> int:
        """Hands a task is done by where there are so many."""
        return PEOPLE.get(task, self.lifters)


def work_on(framing: Framing) -> WallWork:
    """What there is to do on a wall, which goes up with its sheets where it has any."""
    takes = {task: minutes(framing, task) for task in Task}
    return WallWork(framing.plan.id, takes, lift(framing, is_sheeted=bool(framing.sheets.bought)).people)


@dataclass(frozen=True, slots=True)
class Begun:
    """A task that is under way: minutes of work since it was begun, and by how many."""

    ran: int
    people: int


@dataclass(frozen=True, slots=True)
class OnDeck:
    """A wall as the day finds it.

    Args:
        work: What there is to do on it.
        to_mark: How much of its layout is left, 1 to 0.
        done: What of it is done.
        begun: What of it is under way.
    """

    work: WallWork
    to_mark: Fraction = Fraction(1)
    done: frozenset[Task] = frozenset()
    begun: Mapping[Task, Begun] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Turn:
    """A task in its time, or the part of it until somebody joins or a wall is lifted.

    Args:
        wall: Of which wall.
        task: Which.
        begins, ends: Minutes of work from the start of the first day.
        who: The people who do it, counted from 0.
        wants: Hands it is done by where there are so many.
        is_begun: Whether it is under way, or goes on after a lift.
        is_late: Whether it is under way and takes longer than planned.
    """

    wall: str
    task: Task
    begins: int
    ends: int
    who: tuple[int, ...]
    wants: int
    is_begun: bool
    is_late: bool


@dataclass(frozen=True, slots=True)
class _Chore:
    """A task that is still to be done.

    Args:
        wall: Of which wall.
        task: Which.
        place: Of the wall in the framing order.
        work: Minutes of one person; of raising, by the clock.
        people: That do it.
        wants: Hands it takes, however many there are.
        after: The chores it waits for.
        is_begun: Whether it is under way.
    """

    wall: str
    task: Task
    place: int
    work: Fraction
    people: int
    wants: int
    after: frozenset[tuple[str, Task]]
    is_begun: bool

    @property
    def id(self) -> tuple[str, Task]:
        return self.wall, self.task

    @property
    def is_lift(self) -> bool:
        return self.task is Task.RAISE

    @property
    def urgency(self) -> tuple[bool, bool, int, int]:
        """What is under way goes on; a wall that can stand is stood, so that the deck is free; then in order."""
        return not self.is_begun, not self.is_lift, self.place, [*Task].index(self.task)

    def takes(self, people: int) -> int:
        """By the clock, with so many."""
        return ceil(self.work if self.is_lift else self.work / people)


@dataclass(frozen=True, slots=True)
class _Doing:
    """A chore that somebody does."""

    chore: _Chore
    who: tuple[int, ...]
    begins: int
    ends: int


def day_plan(
    walls: Iterable[OnDeck], order: Sequence[BuildStep], day: WorkDay, pace: Mapping[Task, Pace], now: int = 0
) -> tuple[Turn, ...]:
    """What is left to be done on some walls, in the order it is begun.

    A free person takes the most urgent task that can be begun, and keeps to the saw or the plates if that goes; who
    is left over frames or sheathes alone until somebody joins. A wall that can be raised is raised at once, and never
    across the end of a day: as many as it takes leave what they do, and go on with it afterwards.

    Args:
        walls: As they are.
        order: In which they are framed.
        day: Of the crew.
        pace: How its work goes.
        now: Minutes of work since the first day's start.

    Source: docs/rules.md, The day.
    """
    crew = _Crew(day, now, sorted(_chores(walls, order, day, pace), key=lambda one: one.urgency))
    while crew.waiting or crew.doing:
        crew.begin()
        crew.go_on()
    return tuple(sorted(crew.turns, key=lambda turn: (turn.begins, not turn.is_begun, turn.who)))


@dataclass(slots=True)
class _Crew:
    """A crew at some minute of work: what waits, what is being done, and what was done so far."""

    day: WorkDay
    now: int
    waiting: list[_Chore]
    doing: list[_Doing] = field(default_factory=list)
    turns: list[Turn] = field(default_factory=list)
    last: dict[int, Task] = field(default_factory=dict)

    def begin(self) -> None:
        """Begin everything that can be begun now: lifts first, then with all the people it wants, then with any."""
        for chore in self._ready():
            if chore.is_lift and self._free(chore.people):
                self._take(chore, chore.people)
        for one in sorted(self.doing, key=lambda one: one.chore.urgency):
            if self._idle() and len(one.who) < one.chore.people:
                self._leave(one)
                self._take(self.waiting[0], one.chore.people)
        for chore in self._ready() if self._idle() else ():
            if not chore.is_lift and len(self._idle()) >= chore.people:
                self._take(chore, chore.people)
        for chore in self._ready() if self._idle() else ():
            if not chore.is_lift and self._idle():
                self._take(chore, len(self._idle()))

    def go_on(self) -> None:
        """To the minute at which somebody is done, or a day starts."""
        tomorrow = (self.now // self.day.minutes + 1) * self.day.minutes
        self.now = min([one.ends for one in self.doing] + [tomorrow])
        for one in self.doing:
            if one.ends <= self.now:
                self._put_down(one, one.ends)
        self.doing = [one for one in self.doing if one.ends > self.now]

    def _ready(self) -> list[_Chore]:
        """What waits for nothing any more."""
        left = {one.id for one in self.waiting} | {one.chore.id for one in self.doing}
        return [one for one in self.waiting if not one.after & left and not self._would_cross_the_night(one)]

    def _would_cross_the_night(self, chore: _Chore) -> bool:
        """Whether a wall would be half up when the day ends."""
        left = self.day.minutes - self.now % self.day.minutes
        return chore.is_lift and left < chore.takes(chore.people) <= self.day.minutes

    def _idle(self) -> list[int]:
        busy = {hand for one in self.doing for hand in one.who}
        return [hand for hand in range(self.day.people) if hand not in busy]

    def _take(self, chore: _Chore, count: int) -> None:
        # Those first that did the like last.
        idle = sorted(self._idle(), key=lambda hand: (self.last.get(hand) is not chore.task, hand))
        who = tuple(sorted(idle[: min(count, chore.people)]))
        self.waiting.remove(chore)
        self.doing.append(_Doing(chore, who, self.now, self.now + chore.takes(len(who))))
        self.last.update(dict.fromkeys(who, chore.task))

    def _free(self, wanted: int) -> bool:
        """Whether so many are free, once some have left what takes longest; nobody lets go of another wall."""
        others = sorted((one for one in self.doing if not one.chore.is_lift), key=lambda one: one.ends)
        if len(self._idle()) + sum(len(one.who) for one in others) < wanted:
            return False
        while len(self._idle()) < wanted:
            self._leave(others.pop())
        return True

    def _leave(self, one: _Doing) -> None:
        """Put a chore aside, to go on with what is left of it before anything else."""
        self.doing.remove(one)
        self._put_down(one, self.now)
        rest = Fraction((one.ends - self.now) * len(one.who))
        self.waiting.insert(0, replace(one.chore, work=rest, is_begun=True))

    def _put_down(self, one: _Doing, ends: int) -> None:
        chore = one.chore
        if ends == one.begins and one.ends > ends:
            return
        is_late = chore.is_begun and not chore.work
        self.turns.append(Turn(chore.wall, chore.task, one.begins, ends, one.who, chore.wants, chore.is_begun, is_late))


def _chores(
    walls: Iterable[OnDeck], order: Sequence[BuildStep], day: WorkDay, pace: Mapping[Task, Pace]
) -> Iterable[_Chore]:
    by_wall = {one.work.wall: one for one in walls}
    earlier: set[str] = set()
    for place, step in enumerate(order):
        wall = by_wall[step.wall]
        before: set[tuple[str, Task]] = set()
        for task in _left(wall):
            work = wall.work.takes[task] * pace[task].factor * (wall.to_mark if task is Task.LAYOUT else 1)
            if not work:
                continue
            wants = wall.work.wants(task)
            begun = wall.begun.get(task)
            people = min(begun.people if begun else wants, day.people)
            if begun:
                work = max(work - begun.ran * (1 if task is Task.RAISE else begun.people), Fraction(0))
            after = set(before) if task not in {Task.LAYOUT, Task.CUT} else set()
            if task is Task.RAISE:
                # One that comes later in the order is held open until this one is in.
                after |= {(other, Task.RAISE) for other in step.after if other in earlier}
            # What is under way goes on, whatever nobody has ticked before it.
            after = set() if begun else after
            yield _Chore(step.wall, task, place, work, people, wants, frozenset(after), begun is not None)
            before.add((step.wall, task))
        earlier.add(step.wall)


def _left(wall: OnDeck) -> list[Task]:
    """The tasks that are not done: what is sheathed was framed, ticked or not; what is cut may not be laid out yet."""
    tasks = [*Task]
    past = max((tasks.index(task) for task in wall.done - {Task.LAYOUT, Task.CUT}), default=-1)
    return [task for task in tasks[past + 1 :] if task not in wall.done]


def needed_by(turns: Iterable[Turn], walls: Sequence[str]) -> int | None:
    """When the lumber of some walls must be there: before the first of them is laid out or cut; None if all are."""
    return min(
        (turn.begins for turn in turns if turn.wall in walls and turn.task in {Task.LAYOUT, Task.CUT}), default=None
    )
