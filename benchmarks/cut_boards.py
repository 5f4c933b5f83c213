"""How near cutting plans come to the best there is: first fit against patterns, by length and by price.

    .local/venv/bin/python benchmarks/cut_boards.py [SECONDS]

For a shed, the demo, and its walls fifteen times over, a pair of houses of 120 walls: every section is cut by first
fit and by patterns, by length and by price, and what all of them cost over the bound is printed, with how many boards
that takes, what it is when a board counts for six inches more, and when the first answer and the last better one
came. The seconds are shared out by pieces, as a job's are. Every plan is checked.
"""

import sys
from dataclasses import replace
from fractions import Fraction
from pathlib import Path
from time import monotonic

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))
sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "src"))

from bluff.core.cutting.bevels import slant_of
from bluff.core.cutting.board import faults_of_boards
from bluff.core.cutting.carry import Carried
from bluff.core.cutting.demand import Aim, By, collect_demands
from bluff.core.frame import frame
from bluff.core.job.job import Alone, Job
from bluff.core.job.position import Centered
from bluff.core.measure.length import inches
from bluff.core.wall.wall_plan import wall_plans
from bluff.formats.job_file import read_job
from bluff.solve.whole import Planned, plan_boards

EXAMPLES = Path(__file__).resolve().parents[1] / "examples"
_HANDLING = Fraction(6)
"""Inches a board counts for more."""
_SECONDS = 0.2


def by_length(job: Job, seconds: float = _SECONDS) -> list[str]:
    """Least length, and with a board counted for six inches more."""
    return [
        _cut(job, Aim(), seconds),
        f"a board counted for {_HANDLING} in: {_cut(job, Aim(By.LENGTH, _HANDLING), seconds)}",
    ]


def by_price(job: Job, seconds: float = _SECONDS) -> list[str]:
    """Least price."""
    return [_cut(job, Aim(By.PRICE), seconds)]


def _cut(job: Job, aim: Aim, seconds: float) -> str:
    asked = collect_demands(job, [frame(plan) for plan in wall_plans(job)], aim)
    everything = Carried(left={one.section: one.problem.pieces for one in asked})
    began = monotonic()
    told: list[tuple[float, Planned]] = []

    def tell(better: Planned) -> None:
        told.append((monotonic() - began, better))

    plan = plan_boards(everything, asked, (), seconds, tell)
    sizes = {one.section: {piece.id: piece.length for piece in one.problem.pieces} for one in asked}
    members = {name: member for one in asked for name, member in one.members.items()}
    slants = {name: slant for name, member in members.items() if (slant := slant_of(member))}
    if faults := faults_of_boards(plan.boards, sizes, job.stock.kerf, slants):
        raise AssertionError(faults[0])
    (at_first, quick), (at_last, _) = told[0], told[-1]
    feet = sum(board.length for board in plan.boards) / inches("1'")
    return (
        f"first fit {_over(quick.cost, plan.bound):6.3f} % over in {len(quick.boards)} boards after {at_first:.2f} s, "
        f"patterns {_over(plan.cost, plan.bound):6.3f} % in {len(plan.boards)}, {feet:.0f} ft, after {at_last:.2f} s"
    )


def _over(cost: int, bound: Fraction) -> float:
    return float(100 * (cost - bound) / bound)


def _houses(times: int) -> Job:
    """A shed, the demo, or the demo's walls so many times over, each on its own and a little longer than the last."""
    demo = read_job((EXAMPLES / "quill-harbour.bluff.json").read_bytes())
    if times == 0:
        shed = read_job((EXAMPLES / "garden-shed.bluff.json").read_bytes())
        return replace(shed, stock=demo.stock)
    if times == 1:
        return demo
    walls, openings = [], []
    for time in range(times):
        longer = time * inches("1 3/8")
        walls += [
            replace(wall, id=f"{wall.id}{time}", run=Alone(wall.run.length + longer), top=None) for wall in demo.walls
        ]
        openings += [
            replace(one, id=f"{one.id}.{time}", wall=f"{one.wall}{time}", position=Centered())
            for one in {one.wall: one for one in demo.openings}.values()
        ]
    return replace(demo, walls=tuple(walls), openings=tuple(openings))


SERIES = [
    ("by length", [0, 1, 15], _houses, by_length),
    ("by price", [0, 1, 15], _houses, by_price),
]

if __name__ == "__main__":
    for name, sizes, make, work in SERIES:
        for size in sizes:
            for line in work(make(size), float(sys.argv[1]) if len(sys.argv) > 1 else 5.0):
                print(f"{name}, {8 * size or 4:3} walls, {line}")
