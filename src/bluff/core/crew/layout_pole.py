"""Layout poles: all that is marked on a wall's top plate, plumb on a straight stick as long as its bottom plate.

A sloped plate full of beams and blocks has no room for its marks, and its figures are not those below. On the stick
everything stands straight above its mark on the bottom plate; held level under the slope it is plumbed up again.
"""

from dataclasses import dataclass

from bluff.core.job.schools import End
from bluff.core.measure.length import Length
from bluff.core.wall.framing import Framing
from bluff.core.wall.marks import read_mark
from bluff.core.wall.member import Mark, Plate

BEND = "bend"
POCKET = "pocket"
"""What is written at a line of the stick that is no mark of the plate: where its slope changes, a beam's sides."""


@dataclass(frozen=True, slots=True)
class PoleLine:
    """A line on the stick.

    Args:
        at: From the stick's hooked end.
        symbol: What is written beside it.
        ahead: Whether that goes beyond the line, away from the hook.
        width: Of the wood there; nothing where none stands.
        along: What the tape reads for the same line on the slope; None where the plate is level or stops.
    """

    at: Length
    symbol: str
    ahead: bool
    width: Length
    along: Length | None


@dataclass(frozen=True, slots=True)
class LayoutPole:
    """The stick of one wall.

    Args:
        wall: Its mark.
        length: Of the stick, which is the bottom plate's.
        hook: The end of the wall its zero is at.
        lines: In order from there.
    """

    wall: str
    length: Length
    hook: End
    lines: tuple[PoleLine, ...]


def layout_pole(framing: Framing) -> LayoutPole:
    """The stick for the top plate of a wall.

    Source: docs/rules.md, Walls whose top is not level. At 5/12 the stud at 25 3/4 is there on the stick, and at
    27 7/8 along the plate.
    """
    plan = framing.plan
    hook = plan.standard.datum.end
    lines = [_line(mark, plan.length, hook) for mark in framing.marks if mark.plate is Plate.TOP]
    lines += [_plain(at, plan.length, hook, BEND) for at in plan.top.bends]
    for post in framing.posts:
        if pocket := post.pocket():
            lines += [_plain(at, plan.length, hook, POCKET) for at in pocket.span]
    return LayoutPole(plan.id, plan.length, hook, tuple(sorted(lines, key=lambda line: (line.at, line.symbol))))


def _line(mark: Mark, length: Length, hook: End) -> PoleLine:
    plumb = read_mark(mark._replace(slope=None), length, hook)
    along = read_mark(mark, length, hook).at.value if mark.slope else None
    return PoleLine(plumb.at.value, mark.symbol, plumb.ahead, mark.width, along)


def _plain(at: Length, length: Length, hook: End, name: str) -> PoleLine:
    return PoleLine(at if hook is End.START else length - at, name, ahead=True, width=0, along=None)
