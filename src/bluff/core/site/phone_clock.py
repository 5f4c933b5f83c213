"""The clock of a phone, which may be wrong: moments it says are set right by what it showed when it sent them."""

from dataclasses import dataclass
from datetime import datetime, timedelta

_OFF = timedelta(minutes=1)
"""A clock that is further off than this is set right; less than that is the way to the server."""


_PLAUSIBLE = range(2000, 2101)
"""Years a clock may show. A phone whose battery ran out may show any other, which says nothing about when."""


@dataclass(frozen=True, slots=True)
class PhoneClock:
    """A phone's clock when it sent something.

    Args:
        shown: What it showed then.
        now: What it was.
    """

    shown: datetime
    now: datetime

    def right(self, at: datetime, *, age: timedelta | None = None, after: datetime | None = None) -> datetime:
        """When something was, by the phone's clock; never later than now.

        A clock that was set between making and sending an entry shows nothing of that when it is sent, so the phone
        says two more things that no clock setting changes.

        Args:
            at: What the clock showed when it was made.
            age: What has passed since at least, by the phone's monotonic clock.
            after: The server's own time as the phone knew it by then: it was made after that.
        """
        if at.year not in _PLAUSIBLE or self.shown.year not in _PLAUSIBLE:
            when = self.now
        else:
            behind = self.now - self.shown
            when = at + (behind if abs(behind) > _OFF else timedelta())
        if age is not None:
            when = min(when, self.now - age)
        if after is not None and after.year in _PLAUSIBLE:
            when = max(when, after)
        return min(when, self.now)
