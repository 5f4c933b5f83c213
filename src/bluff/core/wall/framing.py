"""A framed wall: every piece, mark and sheet of it, and what could not be framed.

It holds facts only. Findings about them are made by `bluff.core.checks`, after the wall is framed.
"""

from dataclasses import dataclass
from functools import cached_property

from bluff.core.job.finding import Finding
from bluff.core.measure.shapes import Rectangle, Span
from bluff.core.measure.sum import Sum
from bluff.core.wall.admission import RefusedOpening, RefusedPost
from bluff.core.wall.assembly import Assembly
from bluff.core.wall.layout import LaidOut
from bluff.core.wall.marks import named_marks
from bluff.core.wall.member import Mark, Member
from bluff.core.wall.opening_frame import OpeningFrame
from bluff.core.wall.plate_breaks import Unkept
from bluff.core.wall.plates import Break
from bluff.core.wall.posts import PostFrame
from bluff.core.wall.sheets import SheetLayout
from bluff.core.wall.wall_plan import WallPlan


@dataclass(frozen=True, slots=True)
class Crowded:
    """A corner or intersection whose wood gave way to an opening."""

    assembly: Assembly
    opening: OpeningFrame


@dataclass(frozen=True)
class Framing:
    """A framed wall.

    Args:
        plan: What it was framed from.
        openings: The openings that were framed, in order along the wall.
        refused_openings: Those that could not be.
        posts: As the openings.
        refused_posts: As the openings.
        assemblies: The wood for each wall that meets this one.
        crowded: Corners and intersections that an opening took the place of.
        layers: Its stretches with the commons of each, full height first, then opening by opening.
        plates: Their boards from the bottom up.
        over: What is laid over the plates for the ceiling's edge.
        standing: Everything between the plates, along the wall.
        marks: Both plates, in order along the wall.
        breaks: Where boards of its plates meet.
        unkept: Plates for which it is decided where they break, and that cannot break there, each once.
        held: The pieces of bottom plate, each held down by itself.
        bolts: Where anchor bolts come up through the bottom plate.
        pins: Where it is shot down.
        sheets: As they lie on one face.
        findings: What the checks say of all this, errors first, then along the wall; nothing until they were asked.
    """

    plan: WallPlan
    openings: tuple[OpeningFrame, ...]
    refused_openings: tuple[RefusedOpening, ...]
    posts: tuple[PostFrame, ...]
    refused_posts: tuple[RefusedPost, ...]
    assemblies: tuple[Assembly, ...]
    crowded: tuple[Crowded, ...]
    layers: tuple[LaidOut, ...]
    plates: tuple[Member, ...]
    over: tuple[Member, ...]
    standing: tuple[Member, ...]
    marks: tuple[Mark, ...]
    breaks: tuple[Break, ...]
    held: tuple[Span, ...]
    bolts: tuple[Sum, ...]
    pins: tuple[Sum, ...]
    sheets: SheetLayout
    unkept: tuple[Unkept, ...] = ()
    findings: tuple[Finding, ...] = ()

    @cached_property
    def members(self) -> tuple[Member, ...]:
        """Every piece: plates from the bottom up, what lies over them, then the others along the wall."""
        return (*self.plates, *self.over, *self.standing)

    @cached_property
    def named_marks(self) -> dict[str, Mark]:
        """Its marks by what names each on the wall, as `marks.named_marks` does; not to be changed."""
        return named_marks(self.marks)

    @property
    def beams(self) -> tuple[Rectangle, ...]:
        """The ends of beams that are seen on its posts."""
        return tuple(beam for post in self.posts if (beam := post.beam()))
