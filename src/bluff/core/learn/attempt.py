"""Attempts: a wall laid out by somebody who takes one thing or another otherwise than the plan means it.

What such a person marks is worked out by the engine that frames the wall, so that one mistake moves every mark it
would move on a deck: the studs that slide against a king that stands wrong too.
"""

from collections.abc import Callable
from dataclasses import dataclass, field, replace
from enum import StrEnum
from functools import lru_cache
from typing import Any, TypeAlias

from bluff.core.job.schools import End
from bluff.core.learn.deck import Deck, deck_of
from bluff.core.learn.required_sums import SumKey, required_sums
from bluff.core.measure.length import Length
from bluff.core.message import Message, message
from bluff.core.wall.build import build
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Mark
from bluff.core.wall.wall_plan import WallPlan

Marks: TypeAlias = tuple[Mark, ...]
Stroke: TypeAlias = Callable[[Framing, Marks], Marks]
"""What somebody does with the pencil whatever the figures are: from how they framed the wall in their head, and its
marks, to the marks they draw."""


class Kind(StrEnum):
    """What can go wrong when a wall is laid out. Source: docs/rules.md, Learning to lay out."""

    ON_THE_LINE = "on-the-line"
    WRONG_SIDE = "wrong-side"
    WRONG_END = "wrong-end"
    THICKNESS_LEFT_ON = "thickness-left-on"
    UNIT_FOR_ROUGH = "unit-for-rough"
    ALLOWANCE_TWICE = "allowance-twice"
    JACK_FORGOTTEN = "jack-forgotten"
    JACK_TWICE = "jack-twice"
    HALVED_WRONG = "halved-wrong"
    CENTER_OR_EDGE = "center-or-edge"
    WRONG_FACE = "wrong-face"
    STARTED_AGAIN = "started-again"
    END_STUD_ON_LINE = "end-stud-on-line"
    OTHER_SPACING = "other-spacing"
    ADDED_UP = "added-up"
    BURNED_INCH = "burned-inch"
    LEVEL_ON_SLOPE = "level-on-slope"
    OTHER_THICKNESS = "other-thickness"
    WRONG_PLATE = "wrong-plate"
    IN_DOORWAY = "in-doorway"
    WRONG_LETTER = "wrong-letter"
    SLIP = "slip"
    OFF = "off"
    NOT_THERE = "not-there"
    FORGOTTEN = "forgotten"

    @property
    def called(self) -> Message:
        """In a few words, whatever wall it is on."""
        return _CALLED[self]


_CALLED = {
    Kind.ON_THE_LINE: message("On its number instead of before it"),
    Kind.WRONG_SIDE: message("Letter on the wrong side of the line"),
    Kind.WRONG_END: message("Counted from the wrong end"),
    Kind.THICKNESS_LEFT_ON: message("Thickness of the other wall not taken off"),
    Kind.UNIT_FOR_ROUGH: message("Unit taken for the rough opening"),
    Kind.ALLOWANCE_TWICE: message("Allowance added twice"),
    Kind.JACK_FORGOTTEN: message("{Jack:a} forgotten"),
    Kind.JACK_TWICE: message("{Jack:a} counted twice"),
    Kind.HALVED_WRONG: message("Halved wrong"),
    Kind.CENTER_OR_EDGE: message("Center and edge mixed up"),
    Kind.WRONG_FACE: message("Measured from another face"),
    Kind.STARTED_AGAIN: message("Layout started again past an opening"),
    Kind.END_STUD_ON_LINE: message("Last {stud} left on its line"),
    Kind.OTHER_SPACING: message("Another spacing"),
    Kind.ADDED_UP: message("Rounded and added up"),
    Kind.BURNED_INCH: message("The burned inch"),
    Kind.LEVEL_ON_SLOPE: message("Level figures on the slope"),
    Kind.OTHER_THICKNESS: message("Another thickness of wall"),
    Kind.WRONG_PLATE: message("On a plate it does not reach"),
    Kind.IN_DOORWAY: message("In a doorway"),
    Kind.WRONG_LETTER: message("Another letter"),
    Kind.SLIP: message("A line of the sum wrong"),
    Kind.OFF: message("Off"),
    Kind.NOT_THERE: message("Where nothing belongs"),
    Kind.FORGOTTEN: message("Forgotten"),
}


# Of the mistakes a wall gives room for many leave its plan as it is, on the deck or on paper.
_framed = lru_cache(maxsize=32)(build)


@dataclass(frozen=True, slots=True)
class Work:
    """What comes of an attempt: the plates, and the sums beside them."""

    deck: Deck
    sums: dict[SumKey, Length]


@dataclass(frozen=True)
class Attempt:
    """How somebody takes a wall.

    Args:
        plan: As they mark it.
        on_paper: As they work out its rough openings and heights.
        hook: The end their tape hooks on.
        strokes: What they do with the pencil besides, in turn.
    """

    plan: WallPlan
    on_paper: WallPlan
    hook: End
    strokes: tuple[Stroke, ...] = ()

    @classmethod
    def right(cls, plan: WallPlan) -> "Attempt":
        """Everything as the plan means it."""
        return cls(plan, plan, plan.standard.datum.end)

    def work(self) -> Work:
        """What they draw and write down."""
        framing = _framed(self.plan)
        marks: Marks = framing.marks
        for stroke in self.strokes:
            marks = stroke(framing, marks)
        sums = {key: right.value for key, right in required_sums(_framed(self.on_paper)).items()}
        return Work(deck_of(marks, self.plan, self.hook), sums)

    def marked(self, **changes: Any) -> "Attempt":
        """The same with something of the plan taken otherwise on the deck alone: the sums on paper are right."""
        return replace(self, plan=replace(self.plan, **changes))

    def stroked(self, stroke: Stroke) -> "Attempt":
        """The same with one more stroke."""
        return replace(self, strokes=(*self.strokes, stroke))


@dataclass(frozen=True, slots=True)
class Mistake:
    """One mistake a wall gives room for.

    Args:
        kind: What went wrong.
        of: The opening or wall it went wrong at, None for the whole layout.
        words: What was done and what belongs there, in a sentence or two.
        make: From an attempt to the same with this mistake besides.
    """

    kind: Kind
    of: str | None
    words: Message
    make: Callable[[Attempt], Attempt] = field(compare=False)
