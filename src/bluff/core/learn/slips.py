"""Slips: what a figure comes to when one line of its sum is left out, taken twice, or taken the wrong way.

Every number carries the column of arithmetic that gave it, so the slip that gives exactly a wrong figure is looked
for in that column.
"""

from collections.abc import Iterator
from enum import StrEnum
from math import floor
from typing import NamedTuple

from bluff.core.measure.length import PER_INCH, Length, half
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, message, template


class How(StrEnum):
    """What is done to a line of a sum."""

    LEFT_OUT = "left out"
    TWICE = "taken twice"
    TURNED = "taken the wrong way"


_SLIPPED = {
    How.LEFT_OUT: template("{step} {amount:length} left out"),
    How.TWICE: template("{step} {amount:length} counted twice"),
    How.TURNED: template("{step} {amount:length} taken the wrong way"),
}


class Slip(NamedTuple):
    """One wrong line of a sum.

    Args:
        how: What is done to it.
        step: What the line says.
        amount: What it is, signed as it belongs.
        gives: The figure that comes of it.
    """

    how: How
    step: Message
    amount: Length
    gives: Length

    @property
    def words(self) -> Message:
        """As it is told: `allowance 1 left out`."""
        return message(_SLIPPED[self.how], step=self.step, amount=abs(self.amount))


def slips(right: Sum) -> Iterator[Slip]:
    """Every slip that gives another figure, the likeliest first.

    >>> [slip.how.value for slip in slips(Sum.of("call-out 3-6", 42 * 64).plus("allowance", 64))][:2]
    ['left out', 'taken twice']
    """
    # The first line is what one starts from; it is there, or there is no figure.
    lines = [step for step in right.steps[1:] if step.amount]
    for how, times in ((How.LEFT_OUT, -1), (How.TWICE, 1), (How.TURNED, -2)):
        for step in lines:
            yield Slip(how, step.words, step.amount, right.value + times * step.amount)


def slip_of(right: Sum, figure: Length, near: Length = 0) -> Slip | None:
    """The slip that gives a wrong figure, None where no single one does."""
    return next((slip for slip in slips(right) if abs(slip.gives - figure) <= near), None)


def wrong_halves(length: Length) -> tuple[Length, ...]:
    """What half of a length comes to for who halves inches and fraction apart and forgets something.

    >>> from bluff.core.measure.length import format_inches
    >>> [format_inches(one) for one in wrong_halves(43 * 64)]
    ['21', '22']
    >>> [format_inches(one) for one in wrong_halves(42 * 64 + 32)]
    ['21 1/2', '21']
    """
    whole, part = divmod(length, PER_INCH)
    low, is_odd = divmod(whole, 2)
    tried = (
        low * PER_INCH + half(part),  # the half that is left of an odd number, forgotten
        half(whole * PER_INCH) + part,  # the fraction not halved
        half(whole * PER_INCH),  # the fraction forgotten
        (low + is_odd) * PER_INCH + half(part),  # the odd number rounded up
    )
    right = half(length)
    return tuple(dict.fromkeys(one for one in tried if one != right and floor(one) > 0))


def capital(text: str) -> str:
    """A line of a sum at the head of a sentence."""
    return text[:1].upper() + text[1:]
