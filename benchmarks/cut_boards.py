"""How near cutting plans come to the best there is: first fit against patterns, by length and by price.

    .local/venv/bin/python benchmarks/cut_boards.py [SECONDS]

Prints for each section of the demo jobs, and for a pair of houses of 120 walls, what plans cost over the bound, how
many boards they take, and when the last better plan came. Every plan is checked.
"""

import sys
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

EXAMPLES = Path(__file__).resolve().parents[1] / "examples"
PRICES = {8: 458, 10: 612, 12: 705, 14: 873, 16: 906, 18: 1180, 20: 1320}
"""Made up, in cents: some lengths are dearer by the foot than others, as in a yard."""


def main(seconds: float) -> None:
    for name, job in (("demo", _demo("quill-harbour")), ("loft", _demo("net-loft")), ("pair", _pair())):
        asked = demands(job, [frame(plan) for plan in wall_plans(job)])
        for one in filter(lambda one: one.problem.pieces, asked):
            _show(f"{name} {one.section}{' treated' if one.is_treated else ''} by length", one.problem, seconds)
            stock = tuple(Stock(inches(f"{feet}'"), cents) for feet, cents in PRICES.items())
            _show(f"{name} {one.section} by price", replace(one.problem, stock=stock), seconds)


def _show(name: str, problem: Problem, seconds: float) -> None:
    began = monotonic()
    told: list[tuple[float, CuttingPlan]] = []
    plan = by_patterns(problem, seconds, lambda better: told.append((monotonic() - began, better)))
    quick = first_fit(problem)
    for one in (quick, plan):
        if faults := faults_of(problem, one.boards):
            raise SystemExit(f"{name}: {faults[0]}")
    over = [float(100 * replace(one, bound=plan.bound).gap) for one in (quick, plan)]
    print(
        f"{name:32} {len(problem.pieces):5} pieces, first fit {over[0]:6.3f} % over in {len(quick.boards)} boards "
        f"after {told[0][0]:.2f} s, patterns {over[1]:6.3f} % in {len(plan.boards)} after {told[-1][0]:.2f} s"
    )


def _demo(name: str) -> Job:
    return read_job((EXAMPLES / f"{name}.bluff.json").read_bytes())


def _pair() -> Job:
    """The walls of the demo fifteen times over, each on its own and a little longer than the last: 120 walls."""
    demo = _demo("quill-harbour")
    walls, openings = [], []
    for time in range(15):
        longer = time * inches("1 3/8")
        walls += [
            replace(wall, id=f"{wall.id}{time}", run=Alone(wall.run.length + longer), top=None) for wall in demo.walls
        ]
        openings += [
            replace(one, id=f"{one.id}.{time}", wall=f"{one.wall}{time}", position=Centred())
            for one in {one.wall: one for one in demo.openings}.values()
        ]
    return replace(demo, walls=tuple(walls), openings=tuple(openings))


if __name__ == "__main__":
    main(float(sys.argv[1]) if len(sys.argv) > 1 else 5.0)
