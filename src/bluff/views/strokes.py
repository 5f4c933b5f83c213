"""What is struck from marked plates and added to them, as a screen is given it."""

from bluff.core.crew.strike import Stroke
from bluff.core.wall.member import Plate
from bluff.views.lengths import Figure, figure
from bluff.views.reader import Reader
from bluff.views.typed import TypedDict


class StrokeView(TypedDict):
    """A mark that is struck from a plate, or added, as the tape reads it from the end it hooks on.

    A line without wood has nothing ahead of it or behind; as it is drawn, as seen from the end the tape hooks on.
    """

    added: bool
    at: Figure
    symbol: str
    ahead: bool | None
    name: str
    opening: str | None


class PlateStrokes(TypedDict):
    """What changes on one plate, along it."""

    plate: Plate
    strokes: list[StrokeView]


def stroke_view(stroke: Stroke, reader: Reader) -> StrokeView:
    """A stroke in the crew's words."""
    mark = stroke.mark
    return {
        "added": stroke.is_added,
        "at": figure(stroke.reading),
        "symbol": mark.symbol,
        "ahead": mark.ahead if mark.width else None,
        "name": reader.piece(mark.role),
        "opening": mark.opening,
    }
