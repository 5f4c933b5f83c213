"""To and from other programs: drawings as DXF, models as IFC."""

from collections.abc import Sequence
from enum import StrEnum

from bluff.formats.bounded import MOST_SECONDS, read_bounded
from bluff.formats.errors import Fault, FaultyData
from bluff.formats.exchange.reading import LARGEST_DRAWING, Reading

__all__ = ["DrawingKind", "Reading", "kind_of", "read_drawing"]


class DrawingKind(StrEnum):
    """What a drawing is written in."""

    DXF = "dxf"
    IFC = "ifc"


def kind_of(data: bytes) -> DrawingKind:
    """What a drawing is written in, by how it begins."""
    return DrawingKind.IFC if data.lstrip()[:12].startswith(b"ISO-10303-21") else DrawingKind.DXF


def read_drawing(data: bytes, choices: Sequence[str] = (), seconds: int = MOST_SECONDS) -> Reading:
    """Read a drawing from outside, within limits.

    Args:
        data: The file as it is.
        choices: Answers to what another reading guessed, as ``key=value``.
        seconds: After which it is given up.

    Raises:
        FaultyData: It cannot be read, or not within the limits; the sentence says what to do.
    """
    if len(data) > LARGEST_DRAWING:
        size = LARGEST_DRAWING // 1024**2
        raise FaultyData([Fault("", f"The drawing is over {size} MB; save only the floor to be framed.")])
    arguments = [kind_of(data), *choices]
    return Reading.model_validate_json(
        read_bounded("bluff.formats.exchange.reader", arguments, data, "drawing", seconds)
    )
