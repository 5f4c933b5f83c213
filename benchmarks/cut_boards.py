"""How near cutting plans come to the best there is: first fit against patterns, by length and by price.

    .local/venv/bin/python benchmarks/cut_boards.py [SECONDS]

Prints for each section of the demo, and of its walls so many times over, what plans cost over the bound, how many
boards they take, and when the last better plan came. Every plan is checked.
"""

import sys
from collections.abc import Sequence
from dataclasses import replace
from pathlib import Path
from time import monotonic

from bluff.core import frame, wall_plans
from bluff.core.cutting.demand import demands
from bluff.core.cutting.problem import CuttingPlan, Problem, Stock, faults_of
from bluff.core.job.job import Alone, Job
from bluff.core.job.position import Centred
from bluff.core.measure.length import inches
from bluff.formats.job_file import read_job
from bluff.solve.first_fit import first_fit
from bluff.solve.patterns import by_patterns

DEMO = Path(__file__).resolve().parents[1] / "examples" / "quill-harbour.bluff.json"
PRICES = {8: 458, 10: 612, 12: 705, 14: 873, 16: 906, 18: 1180, 20: 1320}
"""Made up, in cents: some lengths are dearer by the foot than others, as in a yard."""
_SECONDS = 0.2


def by_length(times: int) -> list[Problem]:
    """The sections of the demo so many times over, boards at their length."""
    job = _houses(times)
    asked = demands(job, [frame(plan) for plan in wall_plans(job)])
    return [one.problem for one in asked if one.problem.pieces]


def by_price(times: int) -> list[Problem]:
    """The same with boards at made-up prices."""
    stock = tuple(Stock(inches(f"{feet}'"), cents) for feet, cents in PRICES.items())
    return [replace(problem, stock=stock) for problem in by_length(times)]


def cut_all(problems: Sequence[Problem], seconds: float = _SECONDS) -> list[str]:
    """Cut every section both ways and check the plans; a line on each."""
    return [_cut(problem, seconds) for problem in problems]


def _cut(problem: Problem, seconds: float) -> str:
    began = monotonic()
    told: list[tuple[float, CuttingPlan]] = []
    plan = by_patterns(problem, seconds, lambda better: told.append((monotonic() - began, better)))
    quick = first_fit(problem)
    for one in (quick, plan):
        if faults := faults_of(problem, one.boards):
            raise AssertionError(faults[0])
    over = [float(100 * replace(one, bound=plan.bound).gap) for one in (quick, plan)]
    return (
        f"{len(problem.pieces):5} pieces: first fit {over[0]:6.3f} % over in {len(quick.boards)} boards "
        f"after {told[0][0]:.2f} s, patterns {over[1]:6.3f} % in {len(plan.boards)} after {told[-1][0]:.2f} s"
    )


def _houses(times: int) -> Job:
    """The demo, or its walls so many times over, each on its own and a little longer than the last."""
    demo = read_job(DEMO.read_bytes())
    if times == 1:
        return demo
    walls, openings = [], []
    for time in range(times):
        longer = time * inches("1 3/8")
        walls += [
            replace(wall, id=f"{wall.id}{time}", run=Alone(wall.run.length + longer), top=None) for wall in demo.walls
        ]
        openings += [
            replace(one, id=f"{one.id}.{time}", wall=f"{one.wall}{time}", position=Centred())
            for one in {one.wall: one for one in demo.openings}.values()
        ]
    return replace(demo, walls=tuple(walls), openings=tuple(openings))


SERIES = [
    ("by length", [1, 5, 15], by_length, cut_all),
    ("by price", [1, 5, 15], by_price, cut_all),
]

if __name__ == "__main__":
    for name, sizes, make, work in SERIES:
        for size in sizes:
            for line in work(make(size), float(sys.argv[1]) if len(sys.argv) > 1 else 5.0):
                print(f"{name}, {8 * size:3} walls, {line}")
