"""Whole jobs as files for others, made within limits: each is made of a job's data, in a process of its own."""

from collections.abc import Collection
from typing import Any

from bluff.core.frame import frame
from bluff.core.message import message
from bluff.core.wall.framing import Framing
from bluff.core.wall.wall_plan import wall_plans
from bluff.formats.bounded import Work
from bluff.formats.job_file import job_from_data
from bluff.formats.paper import Imprint, Layer, Paper, job_sheets, wall_sheet

_INSTEAD = message("export one wall at a time")


def _framed(data: Any) -> list[Framing]:
    return [frame(plan) for plan in wall_plans(job_from_data(data))]


def sheets_pdf(
    data: Any, wall: str | None, paper: Paper, imprint: Imprint, link: str, layers: Collection[Layer]
) -> bytes:
    """The job on paper, or one of its walls; as `job_sheets`."""
    framings = _framed(data)
    if wall is None:
        return job_sheets(framings, paper, imprint, link, layers)
    (framing,) = (framing for framing in framings if framing.plan.id == wall)
    return wall_sheet(framing, paper, imprint, link, layers)


def drawing_dxf(data: Any) -> str:
    """The job as a DXF drawing."""
    from bluff.formats.exchange.dxf_write import write_dxf  # here and below: each of these libraries takes a second

    return write_dxf(_framed(data))


def model_ifc(data: Any) -> str:
    """The job as an IFC model."""
    from bluff.formats.exchange.ifc_write import write_ifc

    return write_ifc(job_from_data(data).name, _framed(data))


SHEETS = Work(sheets_pdf, message("PDF"), _INSTEAD, seconds=120, memory=1024)
DRAWING = Work(drawing_dxf, message("drawing"), _INSTEAD, seconds=60, memory=2048)
MODEL = Work(model_ifc, message("model"), _INSTEAD, seconds=120, memory=2048)
