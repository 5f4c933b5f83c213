"""How long an apprentice waits for a grade: sheets of a 36 ft wall, right, with one mistake, and with nothing right.

Run with ``.local/venv/bin/python benchmarks/grade_sheets.py``. A sheet that nobody could mean is the slowest: every
mistake the wall gives room for is tried with every other. Nobody should wait longer than half a second.
"""

import sys
from collections.abc import Callable, Mapping
from functools import partial
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))
sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "src"))

from benchmarks.frame_walls import Series, seconds

from bluff.core.change.apply import apply
from bluff.core.job.edit import AddOpening, AddWall
from bluff.core.job.job import Job
from bluff.core.learn.attempt import Attempt
from bluff.core.learn.deck import Drawn
from bluff.core.learn.grading import Grade, Sheet, grade
from bluff.core.measure.length import inches
from bluff.core.phrase.opening_line import read_opening
from bluff.core.phrase.wall_line import read_wall
from bluff.core.wall.wall_plan import WallPlan, wall_plan

_OPENINGS = ("3-6x4-6 @ 5-3", "d 3-0x6-8 @ 12-0", "3-0x4-0 @ 20-0", "3-0x4-0 @ 29-0")
_SHIFTS = [inches(f"{shift} 1/2") for shift in range(8)]


def opened_wall(count: int) -> Job:
    """A job of one wall of 36 ft with some openings."""
    job = apply(Job("benchmark"), AddWall(read_wall("36' 2x4", Job("benchmark"))))
    for text in _OPENINGS[:count]:
        job = apply(job, AddOpening(read_opening(text, job, job.walls[0])))
    return job


def wall_to_grade(count: int) -> WallPlan:
    """A wall of 36 ft with some openings."""
    job = opened_wall(count)
    return wall_plan(job, job.walls[0])


def _moved(by: Callable[[Drawn], int]) -> Callable[[WallPlan], Sheet]:
    """A sheet whose every line is so much off."""

    def drawn(plan: WallPlan) -> Sheet:
        right = [wanted.drawn for wanted in Attempt.right(plan).work().deck.wanted]
        return Sheet(tuple(one._replace(line=one.line + by(one)) for one in right), {})

    return drawn


SHEETS: Mapping[str, Callable[[WallPlan], Sheet]] = {
    "right": _moved(lambda _: 0),
    "layout 3/4 off": _moved(lambda _: inches("3/4")),
    "nothing right": _moved(lambda one: _SHIFTS[one.line % len(_SHIFTS)]),
}


def graded(plan: WallPlan) -> list[Grade]:
    """Every sheet of a wall, graded."""
    return [grade(plan, sheet(plan)) for sheet in SHEETS.values()]


SERIES: list[Series] = [("grade sheets", [1, len(_OPENINGS)], wall_to_grade, graded)]


if __name__ == "__main__":
    plan = wall_to_grade(len(_OPENINGS))
    for name, made in SHEETS.items():
        print(f"{name:>16} {seconds(partial(grade, plan, made(plan))):8.3f} s")
