"""Lengths, sums, verdicts and stops as a screen is given them: by the server, or by the core that runs on a phone.

Nothing but the standard library and the core is imported here: there is nothing else on a phone.
"""

import sys
from datetime import datetime
from functools import lru_cache

from bluff.core.job.schools import MarkLines
from bluff.core.job.words import Words
from bluff.core.measure.aloud import Figures
from bluff.core.measure.length import Length, format_feet, format_inches, to_inches
from bluff.core.measure.sum import Sum
from bluff.core.site.caller import Stop, Turn, called_out, lies
from bluff.core.site.checking import State, Verdict
from bluff.core.wall.member import Plate
from bluff.core.wall.wall_plan import WallPlan

if sys.version_info >= (3, 12):
    from typing import TypedDict
else:  # pydantic reads no other before
    from typing_extensions import TypedDict


class ByWhom(TypedDict):
    """Who said something, and when."""

    name: str
    initials: str
    at: datetime


class Figure(TypedDict):
    """A length: inches, exact, and how it is printed, without a sign."""

    inches: float
    text: str


@lru_cache(maxsize=1 << 14)
def figure(length: Length) -> Figure:
    """A length as it is read on a tape; the same value for the same length, since an answer says most many times."""
    return {"inches": to_inches(length), "text": format_inches(abs(length))}


def in_feet(length: Length) -> Figure:
    """A length as a plan writes it."""
    return {"inches": to_inches(length), "text": format_feet(abs(length))}


class NamedSum(TypedDict):
    """A length with its name and the steps that add up to it: words, and an amount that may be taken away."""

    name: str
    value: Figure
    steps: list[tuple[str, Figure]]


def named_sum(name: str, total: Sum, words: Words) -> NamedSum:
    """A sum with the name a screen gives it, in the crew's words."""
    return {
        "name": words.say(name),
        "value": figure(total.value),
        "steps": [(words.say(step.words), figure(step.amount)) for step in total.steps],
    }


class VerdictView(TypedDict):
    """What readings say, and what to do about it."""

    state: State
    says: str
    do: str
    sums: list[NamedSum]


def verdict_view(verdict: Verdict, words: Words) -> VerdictView:
    """A verdict in the crew's words."""
    return {
        "state": verdict.state,
        "says": words.say(verdict.says),
        "do": words.say(verdict.do),
        "sums": [named_sum(name, total, words) for name, total in verdict.sums],
    }


class NamedMark(TypedDict):
    """A mark of a stop: its plate, and what names it there."""

    plate: Plate
    mark: str


class StopRead(TypedDict):
    """A stop of a walk as the plan has it.

    `lies` says which way round the piece goes, where it is not as the others.
    """

    id: str
    turn: Turn
    marks: list[NamedMark]
    at: Figure
    in_feet: str
    other_line: Figure | None
    from_stop: str | None
    ahead: bool | None
    symbol: str
    name: str
    lies: str | None
    opening: str | None
    aloud: str


def stop_read(stop: Stop, plan: WallPlan, figures: Figures) -> StopRead:
    """A stop in the crew's words, called out in these figures."""
    words, mark, reading = plan.standard.words, stop.mark, stop.reading
    other = reading.other_line if plan.standard.mark_lines is MarkLines.BOTH else None
    return {
        "id": stop.id,
        "turn": stop.turn,
        "marks": [{"plate": one.plate, "mark": name} for name, one in stop.marks.items()],
        "at": figure(reading.at.value),
        "in_feet": in_feet(reading.at.value)["text"],
        "other_line": None if other is None else figure(other),
        "from_stop": stop.from_stop,
        "ahead": reading.ahead if mark.width else None,
        "symbol": mark.symbol,
        "name": words.name(mark.role),
        "lies": lies(mark, plan),
        "opening": mark.opening,
        "aloud": called_out(stop, plan, figures),
    }
