"""Plates broken where they cut best with the rest of the job."""

from dataclasses import replace
from fractions import Fraction

import pytest

from bluff.core.change.apply import apply
from bluff.core.cutting.demand import Aim, By, collect_demands
from bluff.core.frame import frame
from bluff.core.job.edit import ChangeWall
from bluff.core.job.job import Alone, Job, Wall
from bluff.core.job.schools import Floor
from bluff.core.job.stock import Board, Section, SectionStock, YardStock
from bluff.core.job.ways import JobWays
from bluff.core.measure.length import format_exact, inches
from bluff.core.wall.plate_ways import breaks_of
from bluff.core.wall.wall_plan import wall_plans
from bluff.solve.first_fit import first_fit
from bluff.solve.plates import Laid, better_breaks

LENGTH = Aim()
TREATED = Section("2x4", is_treated=True)


def slab(*feet: int, sold: str = "16") -> Job:
    """Walls on a slab, whose bottom plates come of treated boards of some lengths alone."""
    boards = tuple(Board(inches(f"{foot}'"), Fraction(int(foot))) for foot in sold.split())
    stock = YardStock((SectionStock(TREATED, boards),))
    walls = tuple(Wall(mark, "2x4", Alone(inches(f"{foot}'"))) for mark, foot in zip("ABCDEF", feet, strict=False))
    return Job("slab", JobWays(floor=Floor.SLAB), walls, stock=stock)


def laying(job: Job, aim: Aim = LENGTH, *, only: Section = TREATED):
    """What becomes of a job with other walls, of one section."""

    def lay(walls):
        changed = job
        for wall in walls:
            changed = apply(changed, ChangeWall(wall.id, wall))
        framings = [frame(plan) for plan in wall_plans(changed)]
        return Laid(framings, [one for one in collect_demands(changed, framings, aim) if one.section == only])

    return lay


def boards_of(laid: Laid) -> int:
    return sum(len(first_fit(one.problem).boards) for one in laid.demands)


def broken(laid: Laid) -> dict[str, list[str]]:
    return {one.plan.id: [format_exact(at) for at in breaks_of(one, "bottom_plate")] for one in laid.framings}


@pytest.mark.parametrize("by", [By.LENGTH, By.BOARDS])
def test_two_plates_broken_together_take_a_board_less(by):
    """25 and 22 feet from boards of 16: broken by the rule at 112 and 80, the short ends do not fit one board.

    They are 112 and 80, with a kerf between them 192 1/8, so each takes two boards. Broken at 192 the shorter one
    leaves 72, which fits beside the other's 112: 72 + 1/8 + 112 = 184 1/8. So three boards do; two cannot, for 47 feet.
    """
    lay = laying(slab(25, 22), Aim(by))
    assert broken(lay(())) == {"A": ["112"], "B": ["80"]}
    assert boards_of(lay(())) == 4
    walls = better_breaks(lay, {"A", "B"}, 5)
    after = lay(walls)
    assert boards_of(after) == 3
    # Only what needs to moves, and is kept where it was decided.
    assert broken(after) == {"A": ["112"], "B": ["192"]}
    assert [one.unkept for one in after.framings] == [(), ()]
    # Asked again, nothing is left to be gained.
    assert better_breaks(laying(_with(slab(25, 22), walls), Aim(by)), {"A", "B"}, 5) == ()


def test_a_wall_somebody_began_stays_and_the_other_gives_way():
    """B's bottom plate goes to 192. A's cannot: its top plate is broken at 160, 48 from 112, and 32 from 192."""
    lay = laying(slab(25, 22))
    assert broken(lay(better_breaks(lay, {"B"}, 5))) == {"A": ["112"], "B": ["192"]}
    assert [format_exact(at) for at in breaks_of(lay(()).framings[0], "top_plate")] == ["160"]
    assert better_breaks(lay, {"A"}, 5) == ()
    assert better_breaks(lay, set(), 5) == ()


def test_what_is_no_longer_to_be_bought_for_stays():
    """Of a plate whose one board is cut already, the other is not broken again."""
    lay = laying(slab(25, 22))

    def with_one_cut(walls):
        laid = lay(walls)
        demands = [
            replace(
                one,
                problem=replace(one.problem, pieces=tuple(p for p in one.problem.pieces if p.id != "A/bottom_plate")),
            )
            for one in laid.demands
        ]
        return replace(laid, demands=demands)

    assert {wall.id for wall in better_breaks(with_one_cut, {"A", "B"}, 5)} <= {"B"}


def test_where_nothing_is_saved_plates_stay_where_the_rule_breaks_them():
    """One wall alone takes its two boards wherever it breaks; nobody looks without time, or once it is stopped."""
    assert better_breaks(laying(slab(25)), {"A"}, 5) == ()
    lay = laying(slab(25, 22))
    assert better_breaks(lay, {"A", "B"}, 0) == ()
    assert better_breaks(lay, {"A", "B"}, 5, lambda: True) == ()


def _with(job: Job, walls) -> Job:
    for wall in walls:
        job = apply(job, ChangeWall(wall.id, wall))
    return job
