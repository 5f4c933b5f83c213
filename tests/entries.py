"""A shed with one wall and a window, and entries of its site."""

from datetime import UTC, datetime, timedelta
from uuid import uuid4

LONG_AGO = datetime(2026, 1, 5, 7, 30, tzinfo=UTC)


MOVE = {"edit": "move-opening", "id": "W1", "by": "1 1/2"}
"""What happens to the window while somebody marks."""


def shed(client, unit) -> str:
    """A job of a wall of 12 ft with a window of a call-out in its middle: revision 2."""
    job = client.post("/api/jobs", json={"name": "Shed"}).json()["id"]
    window = {"id": "W1", "wall": "A", "kind": "window", "unit": unit, "at": {"center": "6-0"}}
    edit(client, job, 0, {"edit": "add-wall", "wall": {"id": "A", "stud": "2x4", "length": "12'"}})
    edit(client, job, 1, {"edit": "add-opening", "opening": window})
    return job


def cut_off(board, name, is_cut=True):
    """The entry of a piece that is cut off its board, or is not."""
    return {"kind": "cut", "board": board, "name": name, "is_done": is_cut}


def edit(client, job, revision, change) -> None:
    answer = client.post(f"/api/jobs/{job}/edits", json={"revision": revision, "edit": change})
    assert answer.status_code == 200, answer.text


def now() -> datetime:
    return datetime.now(UTC)


def record(client, job, *entries, at=None, sent_at=None, status=200) -> list[str]:
    """Send entries, as a phone does; why those that are refused are."""
    first = at or now()
    answer = client.post(
        f"/api/jobs/{job}/site/entries",
        json={
            "sent_at": (sent_at or now()).isoformat(),
            "entries": [
                {"key": str(uuid4()), "at": (first + timedelta(milliseconds=number)).isoformat(), **one}
                for number, one in enumerate(entries)
            ],
        },
    )
    assert answer.status_code == status, answer.text
    return [one["message"] for one in answer.json()["refused"]] if status == 200 else []
