"""Heat through framed walls, and the hours they take at the crew's own minutes."""

from dataclasses import replace
from fractions import Fraction

import pytest

from bluff.core.errors import SettingError
from bluff.core.job.amounts import Insulation, Rates
from bluff.core.job.job import WallKind
from bluff.core.measure.length import inches
from bluff.core.takeoff.heat import r_of_walls, whole_wall_r
from bluff.core.takeoff.labour import hours
from framing import frame_wall, framed, job_of


@pytest.mark.parametrize(("wood", "r"), [("0.25", "13.9"), ("0.18", "15.3")])
def test_less_wood_keeps_more_heat_in(wood, r):
    """5 1/2 of wood at 1.25 an inch is 6.9; 21 in the bays."""
    found = whole_wall_r(Fraction(wood), inches("5 1/2"), Fraction(21))
    assert round(float(found), 1) == float(r)
    assert whole_wall_r(Fraction(wood), inches("5 1/2"), Fraction(21), Fraction(5)) == found + 5


def outside(line, **ways):
    job = job_of(line, **ways)
    return framed(replace(job, walls=(replace(job.walls[0], kind=WallKind.EXTERIOR),)))


def test_the_r_of_walls_is_nobodys_word_until_their_filling_is_said():
    """All in one wall it is that of the wall; partitions lose nothing."""
    said = Insulation(cavity=Fraction(21))
    bare, filled = outside("12' 2x6"), outside("12' 2x6", insulation=said)
    assert r_of_walls([bare]) is None
    wood = sum(member.face for member in filled.members) / filled.plan.top.face
    assert r_of_walls([filled]) == whole_wall_r(wood, inches("5 1/2"), Fraction(21))
    assert r_of_walls([filled, filled]) == r_of_walls([filled])
    assert r_of_walls([filled, bare]) is None
    wide = outside("12' 2x6", insulation=said, spacing=Fraction(24))
    assert r_of_walls([wide]) > r_of_walls([filled])


def test_hours_are_the_crews_own():
    """12 feet: 13 boards cut at 1, ten studs set at 2, 12 feet of plate at half a minute: 13 + 20 + 6 = 39 minutes."""
    rates = Rates(cut=Fraction(1), piece=Fraction(2), plate=Fraction("0.5"))
    assert hours([frame_wall("12' 2x4", rates=rates)]) == Fraction(39, 60)
    assert hours([frame_wall("12' 2x4")]) is None


@pytest.mark.parametrize("make", [lambda: Insulation(cavity=Fraction(101)), lambda: Rates(cut=Fraction(-1))])
def test_figures_nobody_has_are_refused(make):
    with pytest.raises(SettingError):
        make()
