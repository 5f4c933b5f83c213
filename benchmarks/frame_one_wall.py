"""What framing one wall costs, against the fastest encoder of JSON on its own result. Ratios in one run.

Run with ``.local/venv/bin/python benchmarks/frame_one_wall.py``. The encoder does next to nothing to each number, so
how many times as long framing takes says how much is done to each, whatever the machine. What a person waits for
is looked at likewise: the bench's whole answer against framing its wall.
"""

import sys
from collections.abc import Callable
from datetime import UTC, datetime
from functools import partial
from pathlib import Path
from typing import Any
from uuid import uuid4

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))
sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "src"))

import orjson
from benchmarks.frame_walls import Series, seconds

from bluff.api.wall.bench import bench_answer
from bluff.core import frame as framing
from bluff.core.change.apply import apply
from bluff.core.job.edit import AddOpening, AddWall
from bluff.core.job.job import Job
from bluff.core.phrase.opening_line import read_opening
from bluff.core.phrase.wall_line import read_wall
from bluff.core.wall.wall_plan import WallPlan, wall_plan
from bluff.formats.framed import framed_wall
from bluff.service.framings import framings
from bluff.service.job_state import JobState

_OPENINGS = ("d 3-0x6-8 @ 4'", "3-0x4-0 @ 10'", "d 3-0x6-8 @ 16'", "3-0x4-0 @ 22'", "d 3-0x6-8 @ 28'", "3-0x4-0 @ 34'")


def wall_with_openings(count: int) -> WallPlan:
    """A wall of 40 ft with some openings, everything as usual."""
    job = apply(Job("benchmark"), AddWall(read_wall("40' 2x6", Job("benchmark"))))
    for text in _OPENINGS[:count]:
        job = apply(job, AddOpening(read_opening(text, job, job.walls[0])))
    return wall_plan(job, job.walls[0])


def framed_data(plan: WallPlan) -> Any:
    return framed_wall(framing.frame(plan)).model_dump(mode="json", by_alias=True)


def job_on_bench(plan: WallPlan) -> JobState:
    """A job of that wall, framed already, as the server has it when somebody looks at its bench."""
    job = Job("benchmark", walls=(plan.wall,), openings=tuple(placed.opening for placed in plan.openings))
    state = JobState(uuid4(), 1, datetime.now(UTC), job, None, None)
    framings(state.job)
    return state


def answer(state: JobState) -> bytes:
    return bench_answer(state, state.job.walls[0].id, None, burn=False)


SERIES: list[Series] = [
    ("frame", [0, 3, 6], wall_with_openings, framing.frame),
    ("encode", [0, 3, 6], lambda count: framed_data(wall_with_openings(count)), orjson.dumps),
    ("answer", [0, 3, 6], lambda count: job_on_bench(wall_with_openings(count)), answer),
]


def against(one: Callable[[], object], other: Callable[[], object]) -> float:
    """How many times as long the one takes as the other."""
    return seconds(one) / seconds(other)


if __name__ == "__main__":
    print(f"{'openings':>10} {'frame ÷ encode':>16} {'answer ÷ frame':>16}")
    for count in (0, 3, 6):
        plan = wall_with_openings(count)
        encode = partial(orjson.dumps, framed_data(plan))
        frame = partial(framing.frame, plan)
        ratio, answered = against(frame, encode), against(partial(answer, job_on_bench(plan)), frame)
        print(f"{count:>10} {ratio:>16.1f} {answered:>16.2f}")
