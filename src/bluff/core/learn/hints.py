"""Hints for who is stuck over an exercise, in steps: which piece comes first, which sum, and only then the number."""

from typing import NamedTuple

from bluff.core.learn.attempt import Attempt
from bluff.core.learn.deck import Wanted
from bluff.core.learn.grading import Sheet
from bluff.core.learn.slips import capital
from bluff.core.learn.sums_asked import called, sums_asked
from bluff.core.measure.length import format_inches
from bluff.core.measure.sum import Sum
from bluff.core.site.caller import Turn, turn_of
from bluff.core.wall.build import build
from bluff.core.wall.member import CUT_LINE
from bluff.core.wall.wall_plan import WallPlan

_FIRST = {
    Turn.MEETINGS: "First what closes the wall and what it meets.",
    Turn.OPENINGS: "Openings before the layout: from the rough opening out, jacks and then kings.",
    Turn.SPECIALS: "What stands by itself before the layout.",
    Turn.LAYOUT: "The layout last: everything it could run into is there.",
}


class Hint(NamedTuple):
    """What comes next, said a little at a time.

    Args:
        piece: Which piece, and why that one.
        sum: How its place is found, without figures.
        number: The figures.
    """

    piece: str
    sum: str
    number: str


def hint(plan: WallPlan, sheet: Sheet) -> Hint | None:
    """What comes next on a sheet; None where nothing is missing.

    Rough openings come before every mark, as no opening can be marked without; marks in the order a framer walks the
    plate.
    """
    say = plan.standard.words.say
    for key, right in sums_asked(build(plan)).items():
        if key.figure.is_rough and key not in sheet.sums:
            piece = f"The rough opening of {key.opening} before any of its marks."
            return Hint(say(piece), say(_without_figures(right)), say(f"{called(key)}: {right.in_figures}"))
    deck = Attempt.right(plan).work().deck
    missed = sorted(deck.missed(sheet.drawn), key=_order)
    return _of_mark(plan, missed[0]) if missed else None


def _of_mark(plan: WallPlan, wanted: Wanted) -> Hint:
    say, mark = plan.standard.words.say, wanted.mark
    name = "cut line" if mark.role == CUT_LINE else mark.role.replace("_", " ")
    of = f" of {mark.opening}" if mark.opening else ""
    reads = format_inches(wanted.line)
    on_tape = f"; along the slope the tape reads {reads}" if mark.slope else ""
    if not mark.slope and wanted.line != mark.at.value:
        on_tape = f"; from the {plan.standard.datum.end} the tape reads {reads}"
    letter = f", {mark.symbol} ahead of it" if wanted.width else ""
    return Hint(
        say(f"{_FIRST[turn_of(mark)]} Next: the {name}{of} on the {mark.plate} plate."),
        say(_without_figures(mark.at)),
        say(f"{mark.at.in_figures}{on_tape}{letter}."),
    )


def _order(wanted: Wanted) -> tuple[int, int]:
    return list(Turn).index(turn_of(wanted.mark)), wanted.line


def _without_figures(right: Sum) -> str:
    """A sum by its words: `centre of W1, less half of the opening, less jack`."""
    first, *others = right.steps
    return ", ".join([capital(first.words), *(f"{'plus' if s.amount > 0 else 'less'} {s.words}" for s in others)]) + "."
