"""What tests of the core share: a wall in one line, and looking things up in its framing."""

from collections.abc import Sequence
from fractions import Fraction
from itertools import pairwise

from bluff.core.change.apply import apply
from bluff.core.frame import frame
from bluff.core.job.edit import AddOpening, AddWall
from bluff.core.job.finding import Code, Finding
from bluff.core.job.job import Job
from bluff.core.job.schools import Line
from bluff.core.job.ways import JobWays
from bluff.core.measure.length import Length, format_exact
from bluff.core.measure.shapes import Corner
from bluff.core.phrase.opening_line import read_opening
from bluff.core.phrase.wall_line import read_wall
from bluff.core.takeoff.cut_list import CutRow, cut_list
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Member, Plate, Role
from bluff.core.wall.wall_plan import wall_plan
from bluff.views.reader import Reader

say = Reader().say
"""A message in the usual words."""


def job_of(wall: str, *openings: str, **ways: object) -> Job:
    """A job of one wall, everything typed: ``job_of("18-6 2x4", "3-6x4-6 @ 9-3", sills=2)``."""
    job = Job("test", JobWays(**ways))  # type: ignore[arg-type]
    job = apply(job, AddWall(read_wall(wall, job)))
    for opening in openings:
        job = apply(job, AddOpening(read_opening(opening, job, job.walls[0])))
    return job


def framed(job: Job) -> Framing:
    """The first wall of a job, framed."""
    return frame(wall_plan(job, job.walls[0]))


def frame_wall(wall: str, *openings: str, **ways: object) -> Framing:
    return framed(job_of(wall, *openings, **ways))


def member(framing: Framing, member_id: str) -> Member:
    """A member by its id, without the wall's own."""
    return next(member for member in framing.members if member.id.in_wall == member_id)


def in_role(framing: Framing, role: Role) -> list[Member]:
    return [member for member in framing.members if member.role is role]


def starts(framing: Framing, role: Role) -> list[str]:
    """Where the members of a role stand, as printed."""
    return [format_exact(member.start) for member in in_role(framing, role)]


def lengths(framing: Framing, role: Role) -> set[str]:
    return {format_exact(member.length.value) for member in in_role(framing, role)}


def marked(framing: Framing, plate: Plate, role: str | None = None) -> list[str]:
    """Where a plate is marked, as printed."""
    return [format_exact(mark.at.value) for mark in framing.marks if mark.plate is plate and role in (None, mark.role)]


def are_apart(one: Member, other: Member) -> bool:
    """Whether two pieces are in two places: beside or above each other, or flat on the two faces of the wall."""
    beside = one.end <= other.start or other.end <= one.start
    above = one.top <= other.bottom or other.top <= one.bottom
    if beside or above or {one.side, other.side} == {Line.LEFT, Line.RIGHT}:
        return True
    return bool(one.edges or other.edges) and (_lies_under(one, other) or _lies_under(other, one))


def _lies_under(low: Member, high: Member) -> bool:
    """Whether one piece ends where another begins, all along what they share; to the 64th a line is rounded to."""
    over, under = _edge(low, 1), _edge(high, 0)
    start, end = max(low.start, high.start), min(low.end, high.end)
    places = sorted({start, end, *(corner.x for corner in (*over, *under) if start < corner.x < end)})
    return all(
        height(over, near, far, x) <= height(under, near, far, x) + 1
        for near, far in pairwise(places)
        for x in (near, far)
    )


def _edge(piece: Member, which: int) -> Sequence[Corner]:
    y = (piece.bottom, piece.top)[which]
    return piece.edges[which] if piece.edges else (Corner(piece.start, y), Corner(piece.end, y))


def height(line: Sequence[Corner], near: Length, far: Length, x: Length) -> Fraction:
    """A line's height at x, by its stretch that spans from near to far: at a step the line has two."""
    one, other = next((a, b) for a, b in pairwise(line) if a.x <= near and far <= b.x)
    return one.y + Fraction((other.y - one.y) * (x - one.x), other.x - one.x)


def found(framing: Framing, code: Code) -> list[Finding]:
    return [finding for finding in framing.findings if finding.code is code]


def row(framing: Framing, size: str, length: Length) -> CutRow:
    return next(row for row in cut_list([framing]) if (row.size, row.length) == (size, length))


def cap_runs(framing: Framing) -> dict[str, tuple[Length, Length]]:
    """The stretches of the second top plate between its gaps, however many boards each is made of."""
    runs: dict[str, tuple[Length, Length]] = {}
    for piece in sorted(in_role(framing, Role.CAP_PLATE), key=lambda piece: piece.start):
        id_ = str(piece.id._replace(board=1))
        runs[id_] = (runs.get(id_, (piece.start,))[0], piece.end)
    return runs


def spans(framing: Framing, *roles: Role) -> list[tuple[str, str]]:
    """Where the members of some roles start and end, as printed."""
    return [
        (format_exact(piece.start), format_exact(piece.end))
        for role in roles
        for piece in sorted(in_role(framing, role), key=lambda piece: piece.start)
    ]
