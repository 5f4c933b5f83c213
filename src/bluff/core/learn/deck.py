"""The deck of an exercise: what belongs on the plates of a wall, and what somebody drew there.

wanted
    A mark as the framer has to draw it: read from the end the tape hooks on, along its own plate.
drawn
    A line with its letter, on one plate. The same wood may be drawn from either of its sides.
"""

from bisect import bisect_left
from collections.abc import Iterable, Iterator, Sequence
from itertools import islice, takewhile
from typing import NamedTuple, TypeAlias

from bluff.core.job.schools import End
from bluff.core.measure.length import Length, inches
from bluff.core.wall.marks import read_mark
from bluff.core.wall.member import CUT_LINE, Mark, Plate
from bluff.core.wall.wall_plan import WallPlan

NEAR: Length = inches("1/16")
"""How far a line may be off and still be right: the width of a pencil's line."""


class Drawn(NamedTuple):
    """A line and a letter.

    Args:
        plate: The plate it is on.
        line: What the tape reads there.
        symbol: What is written beside it.
        ahead: Whether that is beyond the line, as who holds the tape sees it, or before it.
    """

    plate: Plate
    line: Length
    symbol: str
    ahead: bool = True


class Wanted(NamedTuple):
    """A mark that belongs on a plate.

    Args:
        mark: It, as the wall is framed.
        line: What the tape reads at the side of the wood that is nearer to the hook.
        width: Of the wood along that plate, 0 where nothing stands.
    """

    mark: Mark
    line: Length
    width: Length

    @property
    def drawn(self) -> Drawn:
        """It as it is usually drawn, with the letter ahead of the line."""
        return Drawn(self.mark.plate, self.line, self.mark.symbol)

    @property
    def drawings(self) -> tuple[Drawn, Drawn]:
        """The two ways to draw it."""
        return self.drawn, Drawn(self.mark.plate, self.line + self.width, self.mark.symbol, ahead=False)


_Kind: TypeAlias = tuple[Plate, str, bool]
"""The lines of a plate that have one letter on one side."""


class Deck:
    """All that belongs on a wall's plates, to be compared with what somebody drew.

    Args:
        wanted: In order along the plates. What is drawn alike is drawn once: boards flat on both faces of the wall.
    """

    def __init__(self, wanted: Iterable[Wanted]) -> None:
        self.wanted = tuple({one.drawn: one for one in wanted}.values())
        # A sheet is compared with what every mistake would draw, so a line is found by halves, among those of its kind.
        found: dict[_Kind, dict[Length, int]] = {}
        for number, one in enumerate(self.wanted):
            for plate, line, symbol, ahead in one.drawings:
                found.setdefault((plate, symbol, ahead), {})[line] = number
        self._at = {kind: sorted(lines.items()) for kind, lines in found.items()}

    def find(self, drawn: Drawn) -> int | None:
        """Which of those wanted is drawn by a line, the nearest; None where none is near."""
        lines = self._at.get((drawn.plate, drawn.symbol, drawn.ahead), ())
        first = bisect_left(lines, (drawn.line - NEAR,))
        near = takewhile(lambda one: one[0] <= drawn.line + NEAR, islice(lines, first, None))
        return min(near, key=lambda one: abs(one[0] - drawn.line), default=(0, None))[1]

    def missed(self, drawn: Iterable[Drawn]) -> list[Wanted]:
        """Those that nobody drew."""
        there = {self.find(one) for one in drawn}
        return [one for number, one in enumerate(self.wanted) if number not in there]

    def differences(self, drawn: Sequence[Drawn]) -> int:
        """How many lines are drawn that do not belong, and how many that belong are not drawn."""
        there = [self.find(one) for one in drawn]
        return there.count(None) + len(self.wanted) - len({*there} - {None})


def deck_of(marks: Iterable[Mark], plan: WallPlan, hook: End) -> Deck:
    """What an apprentice draws of a wall's marks: where something stands, and where a plate is cut out.

    Joints of the plates, bolts and pins are where the boards and the slab have them; nobody is asked for those.
    """
    return Deck(_wanted(marks, plan, hook))


def _wanted(marks: Iterable[Mark], plan: WallPlan, hook: End) -> Iterator[Wanted]:
    for mark in marks:
        if mark.member is not None or mark.role == CUT_LINE:
            reading = read_mark(mark, plan.length, hook)
            yield Wanted(mark, reading.at.value, reading.width)
