"""What holds for the plates of every floor: L, U and T outlines, bays, inside corners, walls that cross."""

from dataclasses import replace
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from bluff.core.crew.floor_plan import cut_corners, drawn
from bluff.core.frame import frame
from bluff.core.job.finding import Code
from bluff.core.job.job import Ends, Job, Runs, WallKind
from bluff.core.job.schools import CornerSchool, IntersectionSchool, Line
from bluff.core.job.ways import JobWays
from bluff.core.wall.member import Role
from floors import partition, plans, wall

INCH = 64


@st.composite
def outlines(draw):
    """The corners of an outline in feet, clockwise, with at least one inside corner."""
    width, depth = draw(st.integers(16, 40)), draw(st.integers(16, 40))
    left, right = draw(st.integers(4, width // 2 - 2)), draw(st.integers(width // 2 + 2, width - 4))
    low = draw(st.integers(4, depth - 4))
    bay = draw(st.integers(2, 3))
    return draw(
        st.sampled_from(
            [
                [(0, 0), (0, depth), (width, depth), (width, low), (left, low), (left, 0)],
                [
                    (0, 0),
                    (0, depth),
                    (left, depth),
                    (left, low),
                    (right, low),
                    (right, depth),
                    (width, depth),
                    (width, 0),
                ],
                [(0, low), (0, depth), (width, depth), (width, low), (right, low), (right, 0), (left, 0), (left, low)],
                [
                    (0, 0),
                    (0, depth),
                    (left, depth),
                    (left + bay, depth + bay),
                    (right + 4 - bay, depth + bay),
                    (right + 4, depth),
                    (width + 8, depth),
                    (width + 8, 0),
                ],
            ]
        )
    )


def outside_walls(draw, corners):
    """Exterior walls round some corners, walked either way round, each of its own studs."""
    walls = []
    line = None
    if draw(st.booleans()):
        corners, line = corners[::-1], Line.RIGHT
    for number, (start, end) in enumerate(pairwise([*corners, corners[0]])):
        stud = draw(st.sampled_from(["2x4", "2x6"]))
        runs = st.sampled_from([None, None, Runs.THROUGH, Runs.BUTT])
        built = wall(f"O{number}", start, end, stud, line=line)
        walls.append(replace(built, ends=Ends(draw(runs), draw(runs))))
    return walls


def inside_walls(draw, corners):
    """Partitions on in line from inside corners, either way or both: by the middle of a wall, or flush with it."""
    walls = []
    runs = set()
    for number, (x, y) in enumerate(corners):
        (x0, y0), (x1, y1) = corners[number - 1], corners[(number + 1) % len(corners)]
        if (x - x0) * (y1 - y) - (y - y0) * (x1 - x) <= 0:  # a right turn: the corner is an outer one
            continue
        for name, east, north in (("V", 0, 1), ("V", 0, -1), ("W", 1, 0), ("W", -1, 0)):
            feet = _feet_inside(corners, x, y, east, north)
            run = frozenset({(x, y), (x + feet * east, y + feet * north)})
            if feet == 0 or run in runs or not draw(st.booleans()):
                continue
            runs.add(run)
            is_slanted = (x0 != x and y0 != y) or (x1 != x and y1 != y)
            # Moved over, a partition comes out through a slanted wall, and reaches into others at the corner.
            shift = 0 if is_slanted or walls else draw(st.sampled_from([0, 2.75 / 12, -2.75 / 12]))
            start = (x + shift * abs(north), y + shift * abs(east))
            ends = draw(st.permutations([start, (start[0] + feet * east, start[1] + feet * north)]))
            walls.append(partition(f"{name}{number}", *ends, draw(st.sampled_from(["2x4", "2x6"]))))
            if shift:
                return walls
    return walls


def _feet_inside(corners, x, y, east, north):
    """How far one can go on from a corner with floor to both sides."""
    for feet in range(80):
        ahead = (x + (feet + 0.5) * east, y + (feet + 0.5) * north)
        beside = [(ahead[0] + side * north, ahead[1] + side * east) for side in (0.1, -0.1)]
        if not all(_is_floor(corners, *place) for place in beside):
            return feet
    raise AssertionError("no outline is so large")


def _is_floor(corners, x, y):
    inside = False
    for (x0, y0), (x1, y1) in pairwise([*corners, corners[0]]):
        if (y0 > y) != (y1 > y) and x < x0 + (y - y0) * (x1 - x0) / (y1 - y0):
            inside = not inside
    return inside


@st.composite
def crosses(draw):
    """A partition across a rectangle with others that meet it from both sides, at one place or beside each other."""
    width, depth = draw(st.integers(20, 40)), draw(st.integers(20, 30))
    studs = st.sampled_from(["2x4", "2x6"])
    walls = outside_walls(draw, [(0, 0), (0, depth), (width, depth), (width, 0)])
    across = draw(st.integers(8, width - 8))
    walls.append(partition("V", (across, depth), (across, 0), draw(studs)))
    for number, y in enumerate(draw(st.lists(st.integers(3, depth - 3), max_size=3, unique=True))):
        beside = draw(st.sampled_from([0, 0, 1 / 12, 2 / 12, 5 / 12]))
        walls.append(partition(f"H{number}", (0, y), (across, y), draw(studs)))
        walls.append(partition(f"I{number}", (across, y + beside), (width, y + beside), draw(studs)))
    return walls


@st.composite
def floors_with_inside_corners(draw):
    corners = draw(outlines())
    walls = [*outside_walls(draw, corners), *inside_walls(draw, corners)]
    schools = JobWays(
        corner=draw(st.sampled_from(CornerSchool)), intersection=draw(st.sampled_from(IntersectionSchool))
    )
    return Job("floor", schools, tuple(draw(st.permutations(walls))))


def covered(plans_by_id, framings):
    """Places on the bottom plates and on the second ones, each with how many boards of either cover it.

    At a saw cut rounded to a 64th a place may be on one board or on the other: at least, and at most.
    """
    plates = {id_: _Plates(plan, framings[id_]) for id_, plan in plans_by_id.items()}
    for plate in plates.values():
        for place in [*plate.samples(Role.BOTTOM_PLATE), *plate.samples(Role.CAP_PLATE)]:
            counts = [
                sum(other.covers(role, place, slack) for other in plates.values())
                for role in (Role.BOTTOM_PLATE, Role.CAP_PLATE)
                for slack in (-2, 2)
            ]
            yield plate.plan.id, place, counts


class _Plates:
    """The plates of one wall as polygons in the plan."""

    def __init__(self, plan, framing):
        self.plan, self.seen = plan, drawn(plan)
        self.corners = cut_corners(plan, self.seen)
        start = plan.meetings.start.reach if plan.meetings.start else 0
        self.boards = {
            role: [(piece.start - start, piece.end - start) for piece in framing.members if piece.role is role]
            for role in (Role.BOTTOM_PLATE, Role.CAP_PLATE)
        }

    def samples(self, role):
        (_, left), width = (self.seen.right, self.seen.left), self.seen.thickness
        for start, end in self.boards[role]:
            for along in (step + 0.37 for step in range(int(start) + 20, int(end) - 19, 10 * INCH + 37)):
                for share in (0.13, 0.52, 0.91):
                    place = self.seen.at(along, left - share * width)
                    if self.covers(role, place):
                        yield place
            for along in (start + 20.37, end - 20.37):
                place = self.seen.at(along, left - 0.47 * width)
                if self.covers(role, place):
                    yield place

    def covers(self, role, place, slack=-2):
        along, across = self.seen.along(place), self.seen.across(place)
        is_beside = not self.seen.right - slack < across < self.seen.left + slack
        if is_beside or not any(a - slack < along < b + slack for a, b in self.boards[role]):
            return False
        share = (self.seen.left - across) / self.seen.thickness
        start, end = (
            self.seen.along(left) + share * (self.seen.along(right) - self.seen.along(left))
            for left, right in (self.corners[::3], self.corners[1:3])
        )
        # A second plate runs on past a square cut, where it laps; a slanted one ends it as well.
        is_past_start, is_past_end = (
            role is Role.CAP_PLATE and not (meeting and meeting.short)
            for meeting in (self.plan.meetings.start, self.plan.meetings.end)
        )
        return (is_past_start or start - slack < along) and (is_past_end or along < end + slack)


def check_covered_once(job):
    by_id = plans(job)
    framings = {id_: frame(plan) for id_, plan in by_id.items()}
    for id_, place, counts in covered(by_id, framings):
        least, most = counts[::2], counts[1::2]
        assert max(least) <= 1 <= min(most), (id_, [value / INCH for value in place], counts)


@given(floors_with_inside_corners())
def test_second_plates_cover_what_the_bottom_plates_cover_once_round_inside_corners(job):
    check_covered_once(job)


@given(st.data())
def test_second_plates_cover_what_the_bottom_plates_cover_once_at_crosses(data):
    check_covered_once(Job("crosses", walls=tuple(data.draw(st.permutations(data.draw(crosses()))))))


@given(floors_with_inside_corners())
def test_every_corner_of_an_outline_is_joined_and_has_its_wood(job):
    for plan in plans(job).values():
        if plan.wall.kind is not WallKind.EXTERIOR:
            continue
        assert plan.meetings.start
        assert plan.meetings.end
        framing = frame(plan)
        assert not [found for found in framing.findings if found.code in (Code.END_NOT_JOINED, Code.WALLS_CROSS)]
        # Sheets start at the corner as drawn, wherever the plate ends.
        reach = plan.meetings.start.reach + plan.meetings.start.outside
        assert abs(reach) <= 4, plan.id
