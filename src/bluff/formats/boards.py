"""A job's boards as JSON data, as they are kept: short keys, since a house has hundreds."""

from collections.abc import Iterable
from typing import Any

from bluff.core.cutting.board import Cut, JobBoard, Source, Tick
from bluff.core.job.stock import Section


def boards_data(boards: Iterable[JobBoard]) -> list[dict[str, Any]]:
    """Boards as JSON data; `boards_from_data` gives back equal ones. Lengths are 64ths."""
    return [
        {
            "number": board.number,
            "section": [*board.section],
            "length": board.length,
            "cuts": [[*cut] for cut in board.cuts],
            "source": board.source,
            "of": [*board.of] if board.of else None,
            "locked": board.is_locked,
        }
        for board in boards
    ]


def boards_from_data(data: Iterable[dict[str, Any]]) -> tuple[JobBoard, ...]:
    """Boards from JSON data that was kept."""
    return tuple(
        JobBoard(
            number=one["number"],
            section=Section(*one["section"]),
            length=one["length"],
            cuts=tuple(Cut(*cut) for cut in one["cuts"]),
            source=Source(one["source"]),
            of=Tick(*one["of"]) if one["of"] else None,
            is_locked=one["locked"],
        )
        for one in data
    )
