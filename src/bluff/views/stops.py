"""The stops of a walk along the plates, as a screen is given them."""

from bluff.core.job.schools import MarkLines
from bluff.core.measure.aloud import Figures
from bluff.core.site.caller import Stop, Turn, called_out, lies
from bluff.core.wall.member import Plate
from bluff.core.wall.wall_plan import WallPlan
from bluff.views.lengths import Figure, figure, in_feet
from bluff.views.reader import reader
from bluff.views.typed import TypedDict


class NamedMark(TypedDict):
    """A mark of a stop: its plate, and what names it there."""

    plate: Plate
    mark: str


class StopView(TypedDict):
    """A stop of a walk as the plan has it.

    `lies` says which way round the piece goes, where it is not as the others.
    """

    id: str
    turn: Turn
    marks: list[NamedMark]
    at: Figure
    in_feet: str
    other_line: Figure | None
    from_stop: str | None
    ahead: bool | None
    symbol: str
    name: str
    lies: str | None
    opening: str | None
    aloud: str


def stop_view(stop: Stop, plan: WallPlan, figures: Figures) -> StopView:
    """A stop in the crew's words, called out in these figures."""
    reads, mark, reading = reader(plan.standard.words), stop.mark, stop.reading
    other = reading.other_line if plan.standard.mark_lines is MarkLines.BOTH else None
    return {
        "id": stop.id,
        "turn": stop.turn,
        "marks": [{"plate": one.plate, "mark": name} for name, one in stop.marks.items()],
        "at": figure(reading.at.value),
        "in_feet": in_feet(reading.at.value)["text"],
        "other_line": None if other is None else figure(other),
        "from_stop": stop.from_stop,
        "ahead": reading.ahead if mark.width else None,
        "symbol": mark.symbol,
        "name": reads.piece(mark.role),
        "lies": reads.say(way) if (way := lies(mark, plan)) else None,
        "opening": mark.opening,
        "aloud": reads.say(called_out(stop, plan, figures)),
    }
