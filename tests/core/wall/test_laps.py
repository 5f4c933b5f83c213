"""How second top plates tie walls to each other."""

from dataclasses import replace
from itertools import pairwise

import pytest

from bluff.core.job.amounts import PrecutStuds, WallHeight
from bluff.core.job.finding import Code
from bluff.core.job.job import Job
from bluff.core.job.schools import PlateTies
from bluff.core.job.ways import JobWays, WallWays
from bluff.core.measure.length import format_exact, inches
from bluff.core.takeoff.ties import Ties, ties
from bluff.core.wall.wall_plan import wall_plans
from floors import bay, framed, partition, plans, shelter, wall
from framing import cap_runs, found, say

WALL_97_1_8 = WallHeight(inches("97 1/8"))


def caps(framing):
    return {id_: (format_exact(start), format_exact(end - start)) for id_, (start, end) in cap_runs(framing).items()}


def test_second_top_plates_run_48_past_a_splice():
    job = Job("long", walls=(wall("A", (0, 20), (20, 20)), wall("B", (20, 20), (36, 20))))
    assert caps(framed(job, "A")) == {"A/cap_plate": ("0", "288")}
    assert caps(framed(job, "B")) == {"B/cap_plate": ("48", "144")}
    # A partition's lap 30 beyond the splice stops it there; within 24 nothing laps.
    near = replace(job, walls=(*job.walls, partition("E", (22.5, 20), (22.5, 0))))
    assert caps(framed(near, "A")) == {"A/cap_plate": ("0", "268 1/4")}
    nearer = replace(job, walls=(*job.walls, partition("E", (21.5, 20), (21.5, 0))))
    assert caps(framed(nearer, "A")) == {"A/cap_plate": ("0", "240")}
    assert len(found(framed(nearer, "A"), Code.NO_LAP)) == 1


def test_second_top_plates_lap_at_corners_and_run_through_at_intersections():
    job = shelter(partition("E", (12, 0), (12, 22.5)))
    # The through wall stops short by 5 1/2 at both ends, with a gap of 3 1/2 centered on 144.
    assert caps(framed(job)) == {
        "A/cap_plate": ("5 1/2", "136 3/4"),
        "A/cap_plate/by/intersection/E": ("145 3/4", "280 3/4"),
    }
    assert caps(framed(job, "B")) == {"B/cap_plate": ("-5 1/2", "270")}
    assert caps(framed(job, "E")) == {"E/cap_plate": ("-5 1/2", "270")}


def test_walls_that_butt_at_one_place_from_both_sides_share_their_gap():
    job = shelter(
        partition("E", (0, 10), (36, 10), "2x4"),
        partition("F", (12, 22.5), (12, 10), "2x6"),
        partition("G", (12, 10), (12, 0), "2x4"),
    )
    runs = [*cap_runs(framed(job, "E")).values()]
    assert [format_exact(after[0] - before[1]) for before, after in pairwise(runs)] == ["5 1/2"]


@pytest.mark.parametrize("ways", [JobWays(top_plates=1), JobWays(studs=PrecutStuds(inches("104 5/8")))])
def test_where_nothing_can_lap_a_connector_is_called_for(ways):
    low = replace(partition("E", (12, 0), (12, 22.5)), ways=ways)
    job = shelter(low)
    assert caps(framed(job)) == {"A/cap_plate": ("5 1/2", "421")}
    assert len(found(framed(job, "E"), Code.NO_LAP)) == 2


def test_partitions_may_have_one_top_plate_unless_they_say_otherwise():
    kept = replace(partition("F", (24, 0), (24, 22.5)), ways=WallWays(top_plates=2))
    job = shelter(partition("E", (12, 0), (12, 22.5)), kept, ways=JobWays(single_on_partitions=True))
    assert {id_: plan.standard.top_plates for id_, plan in plans(job).items() if id_ in "AEF"} == {
        "A": 2,
        "E": 1,
        "F": 2,
    }
    # As high as the others where the wall's height is what is given: its studs are a plate longer.
    high = shelter(partition("E", (12, 0), (12, 22.5)), ways=JobWays(single_on_partitions=True, studs=WALL_97_1_8))
    assert [format_exact(plans(high)[id_].stud_length.value) for id_ in "AE"] == ["92 5/8", "94 1/8"]


def test_a_crew_that_ties_with_connectors_laps_nothing():
    job = shelter(partition("E", (12, 0), (12, 22.5)), ways=JobWays(plate_ties=PlateTies.CONNECTORS))
    assert caps(framed(job)) == {"A/cap_plate": ("0", "432")}
    assert caps(framed(job, "E")) == {"E/cap_plate": ("0", "259")}
    assert ties(wall_plans(job)) == Ties(laps=0, nails=0, connectors=6)
    assert "ties them with connectors" in say(found(framed(job, "E"), Code.NO_LAP)[0].text)


def test_laps_and_connectors_are_counted_once():
    assert ties(wall_plans(shelter(partition("E", (12, 0), (12, 22.5))))) == Ties(laps=6, nails=12, connectors=0)
    for ways in (JobWays(studs=PrecutStuds(inches("104 5/8"))), JobWays(top_plates=1)):
        other = shelter(replace(partition("E", (12, 0), (12, 22.5)), ways=ways))
        assert ties(wall_plans(other)) == Ties(laps=4, nails=8, connectors=2)
    assert ties(wall_plans(bay())) == Ties(laps=0, nails=0, connectors=1)
