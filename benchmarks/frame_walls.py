"""How framing grows: with the number of walls, and with the length of one wall. Ratios in one run.

Run with ``.local/venv/bin/python benchmarks/frame_walls.py``. Framing must grow in proportion: twice the
walls, twice the time. What counts is the last column, time per unit against the smallest, which stays near 1.
"""

import gc
import statistics
import sys
import time
from collections.abc import Callable
from dataclasses import replace
from fractions import Fraction
from functools import partial
from pathlib import Path
from typing import Any, TypeAlias

sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "src"))

from bluff.api.job.plan import plan_view
from bluff.core.change.apply import apply
from bluff.core.frame import frame
from bluff.core.job.amounts import PlateStock, PrecutStuds, StudMake
from bluff.core.job.edit import AddOpening, AddWall, ChangeWall, SetWays
from bluff.core.job.header import Capped, Header, HeaderPlace
from bluff.core.job.job import Between, Job, Point, Wall, WallKind
from bluff.core.job.position import At, FromPlate, Reference
from bluff.core.job.schools import (
    Blocks,
    End,
    Floor,
    Sheets,
    SillTop,
    StudKind,
)
from bluff.core.job.special import FixtureBacking, Post
from bluff.core.job.top import Rake
from bluff.core.job.ways import JobWays
from bluff.core.job.words import PRESETS
from bluff.core.measure.length import inches
from bluff.core.phrase.opening_line import read_opening
from bluff.core.phrase.wall_line import read_wall
from bluff.core.takeoff.effect import tally
from bluff.core.wall.wall_plan import wall_plans
from bluff.formats.framed import framed_job

_RUNS = 5
_FOOT = inches(12)


def job_of_walls(count: int) -> Job:
    """Walls of 18-6 with a window and a door each."""
    job = Job("benchmark")
    walls = []
    openings = []
    for number in range(count):
        wall = read_wall(f"N{number} 18-6 2x4", job)
        walls.append(wall)
        for text, mark in (("3-6x4-6 @ 5-3", "W"), ("d 2-10x6-8 @ 13-0", "D")):
            opening = read_opening(text, job, wall)
            openings.append(replace(opening, id=f"{mark}{number}"))
    return Job("benchmark", walls=tuple(walls), openings=tuple(openings))


def combs_of_walls(count: int) -> Job:
    """A plan: long walls, each with thirty partitions that butt into it, six beside each other."""
    walls = []
    for number in range(count):
        comb, tooth = divmod(number, 31)
        up, across = divmod(comb, 6)
        west, y = across * 150 * _FOOT, up * 30 * _FOOT
        if tooth == 0:
            ends, stud = (Point(west, y), Point(west + 130 * _FOOT, y)), "2x6"
        else:
            x = west + tooth * 4 * _FOOT
            ends, stud = (Point(x, y), Point(x, y + 20 * _FOOT)), "2x4"
        walls.append(Wall(f"N{number}", stud, Between(*ends), WallKind.PARTITION))
    return Job("benchmark", walls=tuple(walls))


def wall_of_length(feet: int) -> Job:
    """One wall with a window every ten feet."""
    job = apply(Job("benchmark"), AddWall(read_wall(f"{feet}' 2x4", Job("benchmark"))))
    for place in range(5, feet, 10):
        job = apply(job, AddOpening(read_opening(f"3-6x4-6 @ {place}'", job, job.walls[0])))
    return job


def raked_wall_of_length(feet: int) -> Job:
    """The same wall under a top that rises an inch a foot."""
    job = wall_of_length(feet)
    return apply(job, ChangeWall("A", replace(job.walls[0], top=Rake(Fraction(1), End.START))))


HEAVY = JobWays(
    spacing=Fraction(12),
    studs=PrecutStuds(inches("20'")),
    stud_make=StudMake(StudKind.COMPOSITE, inches("1 3/4"), inches("1 1/4")),
    header=Header(size="2x10", place=HeaderPlace.RAISED, capped=Capped.BOTH),
    jack_count=3,
    king_count=3,
    sills=2,
    sill_top=SillTop.SLOPED,
    floor=Floor.SLAB,
    plate_stock=PlateStock((inches("8'"),), doubled_studs=True),
    blocks=Blocks.STAGGERED,
    fire_blocks=True,
    panel_edge_blocks=True,
    sheets=Sheets.LYING,
    words=PRESETS["Britain and Ireland"],
)
"""Everything that makes wood, marks and findings."""


def heavy_wall_of_length(feet: int) -> Job:
    """The same wall with everything in it there is: a post every ten feet, backing all along, every block."""
    job = apply(wall_of_length(feet), SetWays(HEAVY))
    posts = (Post(f"P{place}", at_feet(place), "2x4", 2) for place in range(10, feet, 10))
    backing = (FixtureBacking("R1", 0, feet * _FOOT, inches(34)),)
    wall = replace(job.walls[0], kind=WallKind.EXTERIOR, posts=tuple(posts), backing=backing)
    return apply(job, ChangeWall(wall.id, wall))


def at_feet(feet: int) -> At:
    return At(Reference.CENTER, feet * _FOOT, FromPlate(End.START))


def frame_all(job: Job) -> None:
    framed_job(frame(plan) for plan in wall_plans(job))


def seconds(work: Callable[[], object]) -> float:
    """The median of a few runs, without the garbage collector, whose share grows with what is kept alive."""
    times = []
    gc.disable()
    for _ in range(_RUNS):
        gc.collect()
        started = time.perf_counter()
        work()
        times.append(time.perf_counter() - started)
    gc.enable()
    return statistics.median(times)


def view_plan(job: Job) -> None:
    """The plan as the screen asks for it after an edit: framed once, then only looked at."""
    plan_view(job, revision=0)


def effect_of_spacing(job: Job) -> None:
    """What the Standards screen asks for: the whole job framed another way and counted; before is known already."""
    after = apply(job, SetWays(JobWays(spacing=Fraction(24))))
    tally(frame(plan) for plan in wall_plans(after))


Series: TypeAlias = tuple[str, list[int], Callable[[int], Any], Callable[[Any], object]]

SERIES: list[Series] = [
    ("walls", [10, 100, 500, 2000], job_of_walls, frame_all),
    ("plan walls", [62, 310, 1240, 1984], combs_of_walls, frame_all),
    ("viewed walls", [62, 310, 1240, 1984], combs_of_walls, view_plan),
    ("effect on walls", [10, 40, 160], job_of_walls, effect_of_spacing),
    ("feet", [20, 100, 400, 1000], wall_of_length, frame_all),
    ("raked feet", [20, 100, 400, 1000], raked_wall_of_length, frame_all),
    ("heavy feet", [20, 100, 400, 1000], heavy_wall_of_length, frame_all),
]


def report(series: Series) -> None:
    name, sizes, make, work = series
    print(f"{name:>16} {'ms':>9} {'us each':>9} {'ratio':>6}")
    smallest = None
    for size in sizes:
        job = make(size)
        each = seconds(partial(work, job)) / size
        smallest = smallest or each
        print(f"{size:>16} {each * size * 1e3:>9.1f} {each * 1e6:>9.0f} {each / smallest:>6.2f}")


if __name__ == "__main__":
    for series in SERIES:
        report(series)
