"""What the pupils of a class handed in, as CSV for a spreadsheet."""

from collections.abc import Iterable, Sequence

from bluff.core.learn.exercise import MadeUp
from bluff.core.learn.progress import HandedIn
from bluff.core.message import message, separated
from bluff.formats.tables import headings, written

_COLUMNS = headings("pupil", "exercise", "level", "number", "percent", "right", "seconds", "hints", "wrong", "when")


def class_csv(exercises: Sequence[MadeUp], handed_in: Iterable[HandedIn]) -> str:
    """Everything that was handed in, a line each, in the order it is given.

    Args:
        exercises: Of the class, in order.
        handed_in: What came of them.
    """
    return written(_COLUMNS, [_row(exercises, one) for one in handed_in])


def _row(exercises: Sequence[MadeUp], one: HandedIn) -> tuple[object, ...]:
    made_up, result = exercises[one.place - 1], one.result
    return (
        one.pupil,
        one.place,
        made_up.level.called,
        made_up.seed,
        result.percent,
        message("yes") if result.is_right else message("no"),
        result.seconds,
        result.hints,
        separated([kind.called for kind in result.kinds]) if result.kinds else "",
        one.made_at.isoformat(timespec="minutes"),
    )
