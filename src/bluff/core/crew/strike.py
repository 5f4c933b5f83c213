"""Strike and add: what changes on plates that are marked, and in the cut list, when a wall is framed otherwise.

strike
    A mark that no longer counts; it is crossed out.
add
    A mark that is written besides.
"""

from collections import Counter, defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import TypeAlias

from bluff.core.job.schools import End
from bluff.core.job.stock import Section
from bluff.core.measure.length import Length
from bluff.core.wall.framing import Framing
from bluff.core.wall.marks import read_mark
from bluff.core.wall.member import Mark, Member, Plate


@dataclass(frozen=True, slots=True)
class Written:
    """A mark as it is on the wood.

    Args:
        mark: It, as the wall was framed.
        length: Of the plate, as it was then.
        revision: Of the job, where it matters which.
    """

    mark: Mark
    length: Length
    revision: int = 0


@dataclass(frozen=True, slots=True)
class Stroke:
    """One change of a plate.

    Args:
        mark: What is struck, or added.
        is_added: Which of them.
        reading: What the tape reads there, from the end it hooks on.
    """

    mark: Mark
    is_added: bool
    reading: Length


@dataclass(frozen=True, slots=True)
class StruckPlate:
    """A plate that is on the deck, and what changes on it.

    Args:
        wall: Its mark; it may be gone.
        plate: Which of its plates.
        hook: The end its strokes are read from.
        strokes: Along it.
    """

    wall: str
    plate: Plate
    hook: End
    strokes: tuple[Stroke, ...]


@dataclass(frozen=True, slots=True)
class Recut:
    """Pieces alike that there are more or fewer of.

    Args:
        section: Of what.
        length: To the long point.
        role: What they are for.
        more: How many more; below nothing, how many serve elsewhere.
    """

    section: Section
    length: Length
    role: str
    more: int


@dataclass(frozen=True, slots=True)
class Rework:
    """What a wall that is framed otherwise asks of the people who marked and cut it.

    Args:
        wall: Its mark.
        before: As it was framed; None where it was not there.
        after: As it is framed; None where it is gone.
        strokes: Of each plate, along it.
        recuts: Pieces more and fewer, long before short.
    """

    wall: str
    before: Framing | None
    after: Framing | None
    strokes: dict[Plate, tuple[Stroke, ...]]
    recuts: tuple[Recut, ...]

    @property
    def hook(self) -> End:
        """The end the tape hooks on, now or, where the wall is gone, as it last did."""
        return _hook(self.before, self.after)


def rework(before: Iterable[Framing], after: Iterable[Framing]) -> tuple[Rework, ...]:
    """Every wall that is framed otherwise than it was, in the order they are now, those that are gone last.

    Args:
        before: Every wall as it was.
        after: Every wall as it is.

    Source: docs/rules.md, Strike and add.
    """
    was = {framing.plan.id: framing for framing in before}
    now = {framing.plan.id: framing for framing in after}
    found = [_rework(wall, was.get(wall), now.get(wall)) for wall in (*now, *(wall for wall in was if wall not in now))]
    return tuple(one for one in found if not (one.before and one.after) or any(one.strokes.values()) or one.recuts)


def _rework(wall: str, before: Framing | None, after: Framing | None) -> Rework:
    members = before.members if before else (), after.members if after else ()
    hook = _hook(before, after)
    found = {plate: strokes(_on(plate, before), _on(plate, after), hook) for plate in reversed(Plate)}
    return Rework(wall, before, after, found, _recuts(*members))


def _on(plate: Plate, framing: Framing | None) -> list[Written]:
    """Everything that is to be on a plate of a wall."""
    marks = framing.marks if framing else ()
    return [Written(mark, framing.plan.length) for mark in marks if framing and mark.plate is plate]


def _hook(before: Framing | None, after: Framing | None) -> End:
    framing = after or before
    return framing.plan.standard.datum.end if framing else End.START


Looks: TypeAlias = tuple[Length, str, bool, str]


def looks(mark: Mark) -> Looks:
    """What of a mark is seen on the wood, so that one that stays is left alone whatever it now stands for."""
    return mark.at.value, mark.symbol, mark.ahead, mark.role if mark.width == 0 else ""


def strokes(was: Sequence[Written], wanted: Sequence[Written], hook: End) -> tuple[Stroke, ...]:
    """What is struck from a plate and added to it, along it from the end the tape hooks on.

    Args:
        was: What is on it.
        wanted: What is to be on it.
        hook: The end the tape hooks on.
    """
    found = [
        Stroke(one.mark, is_added, read_mark(one.mark, one.length, hook).at.value)
        for is_added, some, others in ((False, was, wanted), (True, wanted, was))
        for one in [some[place] for place in unlike([one.mark for one in some], [one.mark for one in others])]
    ]
    onward = 1 if hook is End.START else -1
    return tuple(sorted(found, key=lambda one: (onward * one.mark.at.value, one.is_added, one.mark.symbol)))


def unlike(marks: Iterable[Mark], others: Iterable[Mark]) -> list[int]:
    """Which marks, by their places, do not look like one of others, each of which stands for one."""
    left = Counter(map(looks, others))
    found = []
    for place, mark in enumerate(marks):
        if left[looks(mark)] > 0:
            left[looks(mark)] -= 1
        else:
            found.append(place)
    return found


def _recuts(before: Iterable[Member], after: Iterable[Member]) -> tuple[Recut, ...]:
    # Whatever they are for: a common that has become a king is the same piece of wood, and nobody cuts it again.
    alike: defaultdict[tuple[Section, Length], Counter[str]] = defaultdict(Counter)
    for members, sign in ((before, -1), (after, 1)):
        for member in members:
            alike[Section(member.size, member.is_treated), member.length.value][member.role] += sign * member.plies
    recuts = [
        Recut(section, length, min(role for role, count in roles.items() if count * more > 0), more)
        for (section, length), roles in alike.items()
        if (more := roles.total())
    ]
    return tuple(sorted(recuts, key=lambda one: (-one.length, str(one.section))))
