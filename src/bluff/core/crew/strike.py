"""Strike and add: what changes on plates that are marked, and in the cut list, when a wall is framed otherwise.

strike
    A mark that no longer counts; it is crossed out.
add
    A mark that is written besides.
"""

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import TypeAlias

from bluff.core.job.stock import Section
from bluff.core.measure.length import Length
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Mark, Member, Plate


@dataclass(frozen=True, slots=True)
class Stroke:
    """One change of a plate.

    Args:
        mark: What is struck, or added.
        is_added: Which of them.
    """

    mark: Mark
    is_added: bool


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
    """What a wall that is framed otherwise asks of whoever marked and cut it.

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
    marks = before.marks if before else (), after.marks if after else ()
    members = before.members if before else (), after.members if after else ()
    return Rework(wall, before, after, {plate: _strokes(plate, *marks) for plate in reversed(Plate)}, _recuts(*members))


_Written: TypeAlias = tuple[Length, str, bool, str]


def _written(mark: Mark) -> _Written:
    """What of a mark is seen on the wood, so that one that stays is left alone whatever it now stands for."""
    return mark.at.value, mark.symbol, mark.ahead, mark.role if mark.width == 0 else ""


def _strokes(plate: Plate, before: Iterable[Mark], after: Iterable[Mark]) -> tuple[Stroke, ...]:
    was = [mark for mark in before if mark.plate is plate]
    now = [mark for mark in after if mark.plate is plate]
    strokes = [Stroke(mark, is_added=False) for mark in _without(was, now)]
    strokes += [Stroke(mark, is_added=True) for mark in _without(now, was)]
    return tuple(sorted(strokes, key=lambda stroke: (stroke.mark.at.value, stroke.is_added, stroke.mark.symbol)))


def _without(marks: Sequence[Mark], others: Sequence[Mark]) -> list[Mark]:
    """The marks that are not written among others, each of which stands for one."""
    left = Counter(map(_written, others))
    found = []
    for mark in marks:
        if left[_written(mark)] > 0:
            left[_written(mark)] -= 1
        else:
            found.append(mark)
    return found


def _recuts(before: Iterable[Member], after: Iterable[Member]) -> tuple[Recut, ...]:
    counts: Counter[tuple[Section, Length, str]] = Counter()
    for members, sign in ((before, -1), (after, 1)):
        for member in members:
            counts[Section(member.size, member.is_treated), member.length.value, member.role] += sign * member.plies
    # A common that has become a king is the same piece of wood: it serves, and nobody cuts it again.
    alike: Counter[tuple[Section, Length]] = Counter()
    for (section, length, _), more in counts.items():
        alike[section, length] += more
    recuts = []
    for (section, length), more in alike.items():
        roles = sorted({role for (s, at, role), n in counts.items() if (s, at) == (section, length) and n * more > 0})
        if more:
            recuts.append(Recut(section, length, roles[0] if roles else "", more))
    return tuple(sorted(recuts, key=lambda one: (-one.length, str(one.section))))
