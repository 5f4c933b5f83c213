"""A crew's hours of work on the calendar: how much lies between two moments, and when so much of it is over."""

from datetime import date, datetime, timedelta

from bluff.core.job.amounts import WorkDay
from bluff.core.measure.clock import HOUR, Clock

_ONE_DAY = timedelta(days=1)
_ONE_WEEK = timedelta(weeks=1)


def is_worked(day: WorkDay, on: date) -> bool:
    """Whether a crew works on a date."""
    return on.weekday() < day.week


def worked(day: WorkDay, begun: datetime, ended: datetime) -> int:
    """Minutes of work between two moments of the same clock: nights, and days off between, do not count.

    What is begun before the day starts, or done after it ends, counts from and until then all the same.

    Source: docs/rules.md, The day.
    """
    if begun >= ended:
        return 0
    if begun.date() == ended.date():
        return round((ended - begun).total_seconds() / 60)
    first = max(day.ends - _clock(begun), 0)
    last = max(_clock(ended) - day.starts, 0)
    between = (begun.date() + _ONE_DAY * days for days in range(1, (ended.date() - begun.date()).days))
    return first + last + day.minutes * sum(is_worked(day, one) for one in between)


def next_shift(day: WorkDay, now: datetime) -> tuple[date, int]:
    """The day on which work goes on, today if any of it is left, and how many minutes of it are over by then."""
    on, over = now.date(), max(_clock(now) - day.starts, 0)
    if is_worked(day, on) and over < day.minutes:
        return on, over
    return _next(day, on), 0


def at(day: WorkDay, first: date, minute: int, *, is_end: bool = False) -> tuple[date, Clock]:
    """When a minute of work is, counted from the start of a day that is worked.

    Args:
        day: Of the crew.
        first: The day counted from.
        minute: Of work.
        is_end: Whether something ends then: the last minute of a day, not the first one of the next.
    """
    days, rest = divmod(minute, day.minutes)
    if is_end and days and not rest:
        days, rest = days - 1, day.minutes
    weeks, left = divmod(days, day.week)
    on = first + _ONE_WEEK * weeks
    for _ in range(left):
        on = _next(day, on)
    return on, day.starts + rest


def _next(day: WorkDay, on: date) -> date:
    on += _ONE_DAY
    while not is_worked(day, on):
        on += _ONE_DAY
    return on


def _clock(moment: datetime) -> Clock:
    return moment.hour * HOUR + moment.minute
