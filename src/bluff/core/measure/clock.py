"""Times of day, as minutes since midnight: whole numbers, like every other thing that is counted exactly."""

import re
from typing import Annotated, TypeAlias

from bluff.core.errors import SettingError
from bluff.core.message import Message, message

Clock: TypeAlias = Annotated[int, "minutes since midnight"]

HOUR = 60
DAY = 24 * HOUR
_CLOCK = re.compile(r"(\d{1,2})(?:[:.](\d{2}))?")


def parse_clock(text: str) -> Clock:
    """A time of day as it is typed.

    Raises:
        SettingError: It is none.

    >>> parse_clock("7:30"), parse_clock("15")
    (450, 900)
    """
    typed = _CLOCK.fullmatch(text.strip())
    if not typed or int(typed[1]) >= DAY // HOUR or int(typed[2] or 0) >= HOUR:
        raise SettingError(message("“{text}” is not a time of day. Write it like 7:00.", text=text))
    return int(typed[1]) * HOUR + int(typed[2] or 0)


def format_clock(clock: Clock) -> str:
    """A time of day as a clock shows it.

    >>> format_clock(450)
    '7:30'
    """
    return f"{clock // HOUR}:{clock % HOUR:02}"


def in_hours(minutes: int) -> Message:
    """How long something takes: 1 h 40, 45 min, 2 h."""
    hours, rest = divmod(minutes, HOUR)
    if not hours:
        return message("{minutes} min", minutes=rest)
    if not rest:
        return message("{hours} h", hours=hours)
    return message("{hours} h {minutes}", hours=hours, minutes=f"{rest:02}")
