"""To and from other programs: drawings as DXF, models as IFC."""

from collections.abc import Sequence
from enum import StrEnum

from bluff.core.message import message
from bluff.formats.bounded import Work
from bluff.formats.errors import Fault, FaultyData
from bluff.formats.exchange.choices import read_answers
from bluff.formats.exchange.reading import LARGEST_DRAWING, Reading
from bluff.formats.messages import KEPT

__all__ = ["READ_DRAWING", "DrawingKind", "Reading", "drawing_reading", "kind_of", "read_drawing"]


class DrawingKind(StrEnum):
    """What a drawing is written in."""

    DXF = "dxf"
    IFC = "ifc"


def kind_of(data: bytes) -> DrawingKind:
    """What a drawing is written in, by how it begins.

    Raises:
        FaultyData: It is neither, or nothing; the sentence says what it is instead, and what to do.
    """
    begins = data.removeprefix(b"\xef\xbb\xbf").lstrip()[:64]
    if not begins:
        raise FaultyData([Fault("", message("The file is empty. Save the drawing again."))])
    if begins.startswith(b"ISO-10303-21"):
        return DrawingKind.IFC
    for start, sentence in _OTHERS:
        if begins.startswith(start):
            raise FaultyData([Fault("", sentence)])
    # A number alone on its line, or the mark of the binary kind.
    if not begins.partition(b"\n")[0].strip().isdigit() and b"Binary DXF" not in begins:
        raise FaultyData(
            [Fault("", message("This is neither a DXF drawing nor an IFC model. Save it as one of them."))]
        )
    return DrawingKind.DXF


_OTHERS = (
    (b"PK", message("This is an archive. Unpack it and import the .dxf or .ifc in it.")),
    (b"AC10", message("This is a drawing program's own file; save it as DXF there.")),
    (b"%PDF", message("This is a PDF. Import it as a .pdf file to lay it under the plan.")),
    (b"\x89PNG", message("This is a picture. Import it as a .png file to lay it under the plan.")),
    (b"\xff\xd8\xff", message("This is a picture. Import it as a .jpg file to lay it under the plan.")),
    (b"<?xml", message("This is XML; save the model as IFC text (.ifc), or the drawing as DXF.")),
    (b"{", message("This is JSON. Import a job file on the Jobs screen; a drawing is DXF or IFC.")),
)
"""What other files begin with, and what to do with them."""


def read_drawing(data: bytes, choices: Sequence[str] = ()) -> str:
    """Read a drawing; the work of `READ_DRAWING`.

    Args:
        data: The file as it is.
        choices: Answers to what another reading guessed, as ``key=value``.

    Returns:
        The `Reading`, as JSON.

    Raises:
        FaultyData: It cannot be read; the sentence says what to do.
    """
    if len(data) > LARGEST_DRAWING:
        size = LARGEST_DRAWING // 1024**2
        raise FaultyData(
            [Fault("", message("The drawing is over {size} MB. Save only the floor to be framed.", size=size))]
        )
    if kind_of(data) is DrawingKind.IFC:
        from bluff.formats.exchange.ifc_read import read_ifc  # only the library that is needed, each takes a second

        return read_ifc(data.decode("utf-8", errors="replace"), read_answers(choices)).model_dump_json(
            by_alias=True, context=KEPT
        )
    from bluff.formats.exchange.dxf_read import read_dxf

    return read_dxf(data, read_answers(choices)).model_dump_json(by_alias=True, context=KEPT)


READ_DRAWING = Work(
    read_drawing, message("drawing"), message("save only the part that is needed"), seconds=30, memory=2048
)


def drawing_reading(text: str) -> Reading:
    """What `read_drawing` returned, as a value."""
    return Reading.model_validate_json(text)
