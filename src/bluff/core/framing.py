"""A framed wall, as everything after framing reads it."""

from dataclasses import dataclass

from bluff.core.finding import Finding
from bluff.core.member import Mark, Member, Plate
from bluff.core.opening_frame import OpeningFrame
from bluff.core.sheets import Rectangle, SheetLayout
from bluff.core.sum import Sum
from bluff.core.wall_plan import WallPlan


@dataclass(frozen=True, slots=True)
class Framing:
    """A framed wall.

    Args:
        plan: What it was framed from.
        openings: The openings that were framed, in order along the wall.
        members: Plates from the bottom up, then every upright and opening piece along the wall.
        marks: Both plates, in order along the wall.
        breaks: Where boards of the bottom plate and of the first top plate meet.
        bolts: Where anchor bolts come up through the bottom plate.
        pins: Where it is shot down.
        sheets: As they lie on one face.
        beams: Whose ends are seen on posts of the wall.
        findings: Errors first, then along the wall.
    """

    plan: WallPlan
    openings: tuple[OpeningFrame, ...]
    members: tuple[Member, ...]
    marks: tuple[Mark, ...]
    breaks: tuple[tuple[Plate, Sum], ...]
    bolts: tuple[Sum, ...]
    pins: tuple[Sum, ...]
    sheets: SheetLayout
    beams: tuple[Rectangle, ...]
    findings: tuple[Finding, ...]
