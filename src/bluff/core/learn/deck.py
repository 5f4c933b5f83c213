"""The deck of an exercise: what belongs on the plates of a wall, and what somebody drew there.

wanted
    A mark as whoever lays the wall out has to draw it: read from the end the tape hooks on, along its own plate.
drawn
    A line with its letter, on one plate. The same wood may be drawn from either of its sides.
"""

from collections.abc import Iterable, Iterator, Sequence
from typing import NamedTuple

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


class Deck:
    """All that belongs on a wall's plates, to be compared with what somebody drew.

    Args:
        wanted: In order along the plates. What is drawn alike is drawn once: boards flat on both faces of the wall.
    """

    def __init__(self, wanted: Iterable[Wanted]) -> None:
        self.wanted = tuple({one.drawn: one for one in wanted}.values())
        self._at = {drawn: number for number, one in enumerate(self.wanted) for drawn in one.drawings}

    def find(self, drawn: Drawn) -> int | None:
        """Which of those wanted is drawn by a line, None where none is."""
        for off in _OFF:
            if (number := self._at.get(drawn._replace(line=drawn.line + off))) is not None:
                return number
        return None

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


_OFF = sorted(range(-NEAR, NEAR + 1), key=abs)
