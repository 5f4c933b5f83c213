"""The clock of a phone, which may be wrong: moments it says are set right by what it showed when it sent them."""

from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta

_OFF = timedelta(minutes=1)
"""A clock that is further off than this is set right; less than that is the way to the server."""


@dataclass(frozen=True, slots=True)
class PhoneClock:
    """A phone's clock when it sent something.

    Args:
        shown: What it showed then.
        now: What it was.
    """

    shown: datetime
    now: datetime = field(default_factory=lambda: datetime.now(UTC))

    def right(self, at: datetime) -> datetime:
        """When something was, by the phone's clock; never later than now."""
        behind = self.now - self.shown
        return min(at + (behind if abs(behind) > _OFF else timedelta()), self.now)
