"""What tests say on the site of a job."""

from datetime import UTC, datetime, timedelta
from uuid import uuid4

LONG_AGO = datetime(2026, 1, 5, 7, 30, tzinfo=UTC)


def now() -> datetime:
    return datetime.now(UTC)


def say(client, job, *said, at=None, sent_at=None, status=200) -> list[str]:
    """Say things one after another, as a phone sends them; why any of them are not kept."""
    first = at or now()
    answer = client.post(
        f"/api/jobs/{job}/site/said",
        json={
            "sent_at": (sent_at or now()).isoformat(),
            "said": [
                {"key": str(uuid4()), "at": (first + timedelta(milliseconds=number)).isoformat(), **one}
                for number, one in enumerate(said)
            ],
        },
    )
    assert answer.status_code == status, answer.text
    return [one["message"] for one in answer.json()["refused"]] if status == 200 else []
