"""Answers that are files: shown or kept, under the job's name."""

import re

from fastapi import Response

XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


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
