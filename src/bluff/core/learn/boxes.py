"""Boxes: what was known is asked again later each time, what was not comes back soon.

Every topic lies in a box. A right answer moves its topic one box on, a wrong one moves it back to the
first; the farther on, the longer until it is asked again.
"""

from collections.abc import Mapping, Sequence
from datetime import datetime, timedelta
from typing import NamedTuple

AGAIN_AFTER: tuple[timedelta, ...] = (
    timedelta(minutes=1),
    timedelta(minutes=10),
    timedelta(days=1),
    timedelta(days=3),
    timedelta(days=7),
    timedelta(days=21),
)
"""How long a topic of each box rests."""


class Card(NamedTuple):
    """What somebody knows of a topic.

    Args:
        box: In which box it lies, from 0.
        due: When it is asked again.
        asked: How often it was.
        known: How often it was known.
    """

    box: int
    due: datetime
    asked: int
    known: int


def answered(card: Card | None, is_right: bool, now: datetime) -> Card:
    """A topic's card after an answer.

    Args:
        card: As it was, None where nobody was ever asked.
        is_right: Whether the answer was known.
        now: When it was given.
    """
    # Known the first time it is asked, it was known before.
    first = 1 if card is None else card.box
    box = min(first + 1, len(AGAIN_AFTER) - 1) if is_right else 0
    asked, known = (card.asked, card.known) if card else (0, 0)
    return Card(box, now + AGAIN_AFTER[box], asked + 1, known + is_right)


def next_topic(cards: Mapping[str, Card], topics: Sequence[str], now: datetime, just: str | None = None) -> str:
    """Which topic is asked about: what is due, longest due first; then what never was; then what is due soonest.

    Args:
        cards: What somebody knows, by topic.
        topics: All there are, in order.
        now: When it is asked.
        just: What was asked last, which is not asked twice running.
    """
    others = [topic for topic in topics if topic != just] or [*topics]
    due = [topic for topic in others if topic in cards and cards[topic].due <= now]
    if due:
        return min(due, key=lambda topic: cards[topic].due)
    new = next((topic for topic in others if topic not in cards), None)
    return new or min(others, key=lambda topic: cards[topic].due)
