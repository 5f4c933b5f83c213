"""Answers that are files: shown or kept, under the job's name."""

import re
from datetime import date

from fastapi import Response

from bluff.formats.paper import Imprint
from bluff.service.jobs import JobState

XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


def imprint(state: JobState) -> Imprint:
    """What a sheet says of the job it was printed of, today."""
    today = date.today()
    return Imprint(state.job.name, state.revision, f"{today.day} {today:%B %Y}")


def shown(pdf: bytes, name: str) -> Response:
    """Shown, not saved: most people print it at once."""
    return Response(
        pdf, media_type="application/pdf", headers={"Content-Disposition": f'inline; filename="{name}.pdf"'}
    )


def download(body: str | bytes, media_type: str, name: str) -> Response:
    """A file to keep."""
    return Response(body, media_type=media_type, headers={"Content-Disposition": f'attachment; filename="{name}"'})


def stem(name: str) -> str:
    """A file's name from a job's: plain letters, digits and dashes."""
    return re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-") or "job"
