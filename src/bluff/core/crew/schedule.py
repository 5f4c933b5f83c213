"""The schedule: every opening of a job with what was decided for it, alike ones together.

alike
    Openings of one kind and size whose pieces are the same: one line of a schedule, counted.
checked
    Somebody has compared an opening's size with the plan. It says when its rough opening was another.
"""

from collections import Counter, defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from bluff.core.job.finding import Severity
from bluff.core.job.header import HeaderBoards
from bluff.core.job.job import Opening
from bluff.core.wall.framing import Framing
from bluff.core.wall.placed import PlacedOpening


@dataclass(frozen=True, slots=True)
class ScheduleRow:
    """One line of the schedule.

    Args:
        openings: Those it stands for, all alike, in the job's order.
        findings: How many of each severity they have together.
    """

    openings: tuple[PlacedOpening, ...]
    findings: Counter[Severity]

    @property
    def first(self) -> PlacedOpening:
        return self.openings[0]

    @property
    def marks(self) -> tuple[str, ...]:
        return tuple(opening.id for opening in self.openings)

    @property
    def walls(self) -> tuple[str, ...]:
        """The walls they are in, each once, in the job's order."""
        return tuple(dict.fromkeys(placed.opening.wall for placed in self.openings))


def is_checked(placed: PlacedOpening) -> bool:
    """Whether somebody has checked it against the plan, and its rough opening is still what was checked."""
    checked = placed.opening.checked
    rough = placed.rough
    return checked is not None and (checked.width, checked.height) == (rough.width.value, rough.height.value)


def schedule(framings: Iterable[Framing], entered: Sequence[Opening], are_alike_together: bool) -> list[ScheduleRow]:
    """The lines of a job's schedule, in the order the openings were entered.

    Openings that have no place in their wall have no line; the bench finds them.

    Args:
        framings: Every wall of the job.
        entered: The job's openings.
        are_alike_together: Whether openings alike share a line, or each has its own.
    """
    framings = list(framings)
    placed = {opening.id: opening for framing in framings for opening in framing.plan.openings}
    found: dict[str, Counter[Severity]] = defaultdict(Counter)
    for framing in framings:
        for finding in framing.findings:
            if finding.opening:
                found[finding.opening][finding.severity] += 1
    lines: dict[object, list[PlacedOpening]] = defaultdict(list)
    for opening in entered:
        if one := placed.get(opening.id):
            lines[_alike(one) if are_alike_together else one.id].append(one)
    return [ScheduleRow(tuple(line), sum((found[one.id] for one in line), Counter())) for line in lines.values()]


def _alike(placed: PlacedOpening) -> tuple[object, ...]:
    opening = placed.opening
    header: HeaderBoards = placed.header
    return (
        opening.kind,
        opening.floor,
        opening.size,
        opening.sizing,
        placed.rough.width.value,
        placed.rough.height.value,
        placed.head.value,
        header.choice,
        header.thickness.value,
        placed.jack_count,
        placed.king_count,
        is_checked(placed),
    )
