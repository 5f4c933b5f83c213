"""From a drawing that was read to what goes over the wire."""

from bluff.api.schemas import DrawingView
from bluff.core.measure.length import to_inches
from bluff.formats.edits import edit_from_core
from bluff.formats.exchange import Reading
from bluff.service.drawings import TakenIn


def drawing_view(reading: Reading, taken: TakenIn | None) -> DrawingView:
    """A drawing over the plan it is to be taken into.

    Args:
        reading: What was understood, where the drawing itself lies.
        taken: The edit that takes it in, and how far east that puts it; None when there is nothing to take.
    """
    east = to_inches(taken.east) if taken else 0.0
    return DrawingView(
        part=reading.part,
        parts=reading.parts,
        guesses=reading.guesses,
        lines=[(x1 + east, y1, x2 + east, y2) for x1, y1, x2, y2 in reading.lines],
        walls=len(reading.job.walls),
        openings=len(reading.job.openings),
        left=[
            left.model_copy(update={"at": (left.at[0] + east, left.at[1])}) if left.at else left
            for left in reading.left
        ],
        edit=edit_from_core(taken.edit) if taken else None,
    )
