"""Lengths and sums as a screen is given them: by the server, or by the core that runs on a phone.

Nothing but the standard library and the core is imported here: there is nothing else on a phone.
"""

import sys
from functools import lru_cache

from bluff.core.job.words import Words
from bluff.core.measure.length import Length, format_feet, format_inches, to_inches
from bluff.core.measure.sum import Sum
from bluff.core.site.checking import State, Verdict

if sys.version_info >= (3, 12):
    from typing import TypedDict
else:  # pydantic reads no other before
    from typing_extensions import TypedDict


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
