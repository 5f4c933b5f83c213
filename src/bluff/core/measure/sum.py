"""Sums: every number carries the column of arithmetic that gave it.

A `Sum` is a value that was never anything but its steps added up, so the derivation a screen shows
cannot drift from the number it explains.
"""

from dataclasses import dataclass, field
from typing import NamedTuple

from bluff.core.measure.length import Length, format_inches
from bluff.core.message import Message, plural


class Step(NamedTuple):
    """One line of a sum: what it is, in words a carpenter would use, and how much (signed)."""

    words: Message
    amount: Length


@dataclass(frozen=True, slots=True)
class Sum:
    """A length and the steps that add up to it.

    Two sums are equal when their values are: how a number was reached is not part of what it is.
    Build one with `Sum.of`, then `plus` and `minus`.
    """

    value: Length
    steps: tuple[Step, ...] = field(compare=False)

    @classmethod
    def of(cls, words: Message | str, amount: Length) -> "Sum":
        """A sum of one step.

        Args:
            words: What it is; a template where nothing goes into it.
            amount: How much.

        >>> Sum.of("{stud}", 5928).minus("plate", 96).value
        5832
        """
        return cls(amount, (_step(words, amount),))

    def plus(self, words: Message | str, amount: Length) -> "Sum":
        """This sum with one more step; a step of nothing is not worth a line and is left out."""
        if amount == 0:
            return self
        return Sum(self.value + amount, (*self.steps, _step(words, amount)))

    def minus(self, words: Message | str, amount: Length) -> "Sum":
        """This sum with one step taken away."""
        if amount == 0:
            return self
        return Sum(self.value - amount, (*self.steps, _step(words, -amount)))

    def plus_all(self, other: "Sum") -> "Sum":
        """This sum with every step of another one added."""
        return Sum(self.value + other.value, self.steps + other.steps)

    def minus_all(self, other: "Sum") -> "Sum":
        """This sum with every step of another one taken away."""
        return Sum(self.value - other.value, self.steps + tuple(Step(s.words, -s.amount) for s in other.steps))

    def named(self, words: Message | str) -> "Sum":
        """The same value as a single step, for a sum that starts from another one's result."""
        return Sum.of(words, self.value)

    @property
    def in_figures(self) -> str:
        """The sum in one line, without its words.

        >>> Sum.of("head", 5280).minus("plate", 96).in_figures
        '82 1/2 − 1 1/2 = 81'
        """
        first, *others = self.steps
        if not others:
            return format_inches(self.value)
        signed = "".join(f" {'+' if one.amount > 0 else '−'} {format_inches(abs(one.amount))}" for one in others)
        return f"{format_inches(first.amount)}{signed} = {format_inches(self.value)}"


def _step(words: Message | str, amount: Length) -> Step:
    return Step(words if isinstance(words, Message) else Message(words), amount)


def counted(role: str, count: int) -> Message:
    """How a step names one or more of a piece: `jack`, `2 jacks`."""
    return plural("{role:one}", "{count} {role:many}", count=count, role=role)
