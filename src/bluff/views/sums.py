"""Sums as a screen is given them: every step by its words."""

from bluff.core.measure.sum import Sum
from bluff.core.message import Message
from bluff.views.lengths import Figure, figure
from bluff.views.reader import Reader
from bluff.views.typed import TypedDict


class NamedSum(TypedDict):
    """A length with its name and the steps that add up to it: words, and an amount that may be taken away."""

    name: str
    value: Figure
    steps: list[tuple[str, Figure]]


def named_sum(name: Message, total: Sum, reader: Reader) -> NamedSum:
    """A sum with the name a screen gives it."""
    return {
        "name": reader.say(name),
        "value": figure(total.value),
        "steps": [(reader.say(step.words), figure(step.amount)) for step in total.steps],
    }
