"""To and from other programs: drawings as DXF, models as IFC.

A drawing from outside is read in a process of its own, with a limit on its time and memory: parsers of large
formats can be made to hang or fall over, and then only that process does.
"""

import resource
import subprocess
import sys
from enum import StrEnum

from pydantic import ValidationError

from bluff.formats.errors import Fault, FaultyData
from bluff.formats.exchange.reading import LARGEST_DRAWING, Reading

__all__ = ["DrawingKind", "Reading", "kind_of", "read_drawing"]

MOST_SECONDS = 30
MOST_MEMORY = 3 * 1024**3
REFUSED = 2
"""Exit code of the reading process when it understood that it could not read, and says why."""


class DrawingKind(StrEnum):
    """What a drawing is written in."""

    DXF = "dxf"
    IFC = "ifc"


def kind_of(data: bytes) -> DrawingKind:
    """What a drawing is written in, by how it begins."""
    return DrawingKind.IFC if data.lstrip()[:12].startswith(b"ISO-10303-21") else DrawingKind.DXF


def read_drawing(data: bytes, layer: str | None = None, seconds: int = MOST_SECONDS) -> Reading:
    """Read a drawing from outside, within limits.

    Args:
        data: The file as it is.
        layer: Where a DXF drawing's walls are; None to choose.
        seconds: After which it is given up.

    Raises:
        FaultyData: It cannot be read, or not within the limits; the sentence says what to do.
    """
    if len(data) > LARGEST_DRAWING:
        size = LARGEST_DRAWING // 1024**2
        raise FaultyData([Fault("", f"The drawing is over {size} MB; save only the floor to be framed.")])
    command = [sys.executable, "-m", "bluff.formats.exchange.reader", kind_of(data), *([layer] if layer else [])]
    try:
        done = subprocess.run(command, input=data, capture_output=True, timeout=seconds, check=False, preexec_fn=_limit)
    except subprocess.TimeoutExpired as error:
        sentence = f"The drawing took more than {seconds} seconds to read; save only the layer with the walls."
        raise FaultyData([Fault("", sentence)]) from error
    if done.returncode == REFUSED:
        raise FaultyData([Fault("", done.stdout.decode(errors="replace").strip())])
    try:
        return Reading.model_validate_json(done.stdout)
    except ValidationError as error:
        raise FaultyData([Fault("", "The drawing could not be read; save it again, as plain as can be.")]) from error


def _limit() -> None:
    resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY, MOST_MEMORY))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
