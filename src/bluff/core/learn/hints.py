"""Hints for who is stuck over an exercise, in steps: which piece comes first, which sum, and only then the number."""

from typing import NamedTuple

from bluff.core.job.schools import End
from bluff.core.learn.attempt import Attempt
from bluff.core.learn.deck import Wanted
from bluff.core.learn.grading import Sheet
from bluff.core.learn.required_sums import called, required_sums
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, message
from bluff.core.site.caller import Turn, turn_of
from bluff.core.wall.build import build
from bluff.core.wall.member import CUT_LINE, Mark, Plate
from bluff.core.wall.wall_plan import WallPlan

_FIRST = {
    Turn.MEETINGS: message("First the ends of the wall and the walls it meets."),
    Turn.OPENINGS: message("Openings before the layout: from the rough opening out, {jack:many} and then {king:many}."),
    Turn.SPECIALS: message("What stands by itself comes before the layout."),
    Turn.LAYOUT: message("The layout last, when everything it could run into is there."),
}


class Hint(NamedTuple):
    """The next step, given a little at a time.

    Args:
        piece: Which piece, and why that one.
        sum: How its place is found, without figures.
        number: The figures.
    """

    piece: Message
    sum: Message
    number: Message


def hint(plan: WallPlan, sheet: Sheet) -> Hint | None:
    """What comes next on a sheet; None where nothing is missing.

    Rough openings come before every mark, as no opening can be marked without; marks in the order a framer walks the
    plate.
    """
    for key, right in required_sums(build(plan)).items():
        if key.figure.is_rough and key not in sheet.sums:
            return Hint(
                message("The rough opening of {opening} before any of its marks.", opening=str(key.opening)),
                _without_figures(right),
                message("{figure}: {sum}", figure=called(key), sum=right.in_figures),
            )
    deck = Attempt.right(plan).work().deck
    missed = sorted(deck.missed(sheet.drawn), key=_order)
    return _of_mark(plan, missed[0]) if missed else None


def _of_mark(plan: WallPlan, wanted: Wanted) -> Hint:
    mark = wanted.mark
    number = message("{sum}", sum=mark.at.in_figures)
    if mark.slope:
        number = message("{sum}; along the slope the tape reads {reads:length}", sum=number, reads=wanted.line)
    elif wanted.line != mark.at.value:
        number = message(
            "{sum}; from the start the tape reads {reads:length}"
            if plan.standard.datum.end is End.START
            else "{sum}; from the end the tape reads {reads:length}",
            sum=number,
            reads=wanted.line,
        )
    if wanted.width:
        number = message("{sum}, {letter} ahead of it", sum=number, letter=mark.symbol)
    return Hint(
        message("{first} Next: {piece}.", first=_FIRST[turn_of(mark)], piece=_named(mark)),
        _without_figures(mark.at),
        message("{sum}.", sum=number),
    )


def _named(mark: Mark) -> Message:
    """A mark by its piece and its plate."""
    is_top = mark.plate is Plate.TOP
    if mark.role == CUT_LINE:
        return message("the cut line of {opening} on the {bottom_plate}", opening=str(mark.opening))
    if mark.opening:
        return message(
            "the {role:one} of {opening} on the {top_plate}"
            if is_top
            else "the {role:one} of {opening} on the {bottom_plate}",
            role=mark.role,
            opening=mark.opening,
        )
    return message(
        "the {role:one} on the {top_plate}" if is_top else "the {role:one} on the {bottom_plate}", role=mark.role
    )


def _order(wanted: Wanted) -> tuple[int, int]:
    return list(Turn).index(turn_of(wanted.mark)), wanted.line


def _without_figures(right: Sum) -> Message:
    """A sum by its words: `center of W1, less half of the opening, less jack.`"""
    first, *others = right.steps
    words = first.words
    for one in others:
        words = message(
            "{before}, plus {step}" if one.amount > 0 else "{before}, less {step}", before=words, step=one.words
        )
    return message("{Words}.", words=words)
