"""Sums as a screen is given them: every step by its words."""

from bluff.core.job.words import Words
from bluff.core.measure.sum import Sum
from bluff.views.lengths import Figure, figure
from bluff.views.typed import TypedDict


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
