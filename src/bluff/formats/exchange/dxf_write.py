"""A job as DXF: the plan, every wall's elevation and its two plates, to full size in inches.

Layers say what is on them: PLAN-WALLS, PLAN-OPENINGS, PLAN-MARKS, PLAN-DIMENSIONS, ELEVATION, ELEVATION-OPENINGS,
ELEVATION-CLEAR, PLATES, PLATE-MARKS. Walls and openings of the plan carry their entries of the job file as
extended data.
"""

import json
from collections.abc import Iterable, Sequence
from io import StringIO
from itertools import pairwise
from typing import Any

import ezdxf
from ezdxf import units
from ezdxf.layouts import Modelspace

from bluff.core.crew import floor_plan
from bluff.core.job.schools import Line
from bluff.core.measure.length import PER_INCH, format_feet, to_inches
from bluff.core.plan.outline import Outline
from bluff.core.wall.framing import Framing
from bluff.core.wall.marks import written
from bluff.core.wall.member import PLATES, Member, Plate
from bluff.core.wall.wall_plan import WallPlan
from bluff.formats.job_file import OpeningFile, WallFile
from bluff.views.reader import reader

APP = "BLUFF"
"""Under which name entries stand in extended data."""
CHUNK = 240
"""Characters of one string of extended data, which may hold 255."""

_LAYERS = {
    "PLAN-WALLS": 7,
    "PLAN-OPENINGS": 5,
    "PLAN-MARKS": 7,
    "PLAN-DIMENSIONS": 5,
    "ELEVATION": 7,
    "ELEVATION-OPENINGS": 5,
    "ELEVATION-CLEAR": 1,
    "PLATES": 7,
    "PLATE-MARKS": 1,
}
_DIMENSIONS = {"dimtxt": 5.0, "dimasz": 3.0, "dimexe": 2.0, "dimexo": 2.0, "dimgap": 1.0}
_OFF = 24.0
"""Of a dimension from its wall."""
_APART = 60.0
_LETTER = 6.0


def write_dxf(framings: Sequence[Framing]) -> str:
    """A whole job as DXF text, elevations below the plan."""
    document = ezdxf.new("R2010", setup=["dimstyles"], units=units.IN)
    document.appids.add(APP)
    for name, color in _LAYERS.items():
        document.layers.add(name, color=color)
    space = document.modelspace()
    plans = [framing.plan for framing in framings]
    area = floor_plan.area(plans)
    for plan in plans:
        if seen := floor_plan.drawn(plan):
            _wall(space, plan, seen)
    west, south = (to_inches(area[0]), to_inches(area[1])) if area else (0.0, 0.0)
    below = south - 2 * _APART
    for framing in framings:
        below -= to_inches(framing.plan.height.value) + _APART
        _elevation(space, framing, west, below)
    file = StringIO()
    document.write(file)
    return file.getvalue()


def _wall(space: Modelspace, plan: WallPlan, seen: Outline) -> None:
    outline = space.add_lwpolyline(
        [_inches(corner) for corner in floor_plan.cut_corners(plan, seen)],
        close=True,
        dxfattribs={"layer": "PLAN-WALLS"},
    )
    outline.set_xdata(APP, _entry("wall", WallFile.from_core(plan.wall).model_dump(mode="json", by_alias=True)))
    _text(space, plan.id, _inches(floor_plan.middle_of(plan, seen)), "PLAN-MARKS", _LETTER)
    for placed in plan.openings:
        corners = [_inches(corner) for corner in floor_plan.opening_corners(plan, placed, seen)]
        hole = space.add_lwpolyline(corners, close=True, dxfattribs={"layer": "PLAN-OPENINGS"})
        hole.set_xdata(
            APP, _entry("opening", OpeningFile.from_core(placed.opening).model_dump(mode="json", by_alias=True))
        )
        _text(space, placed.id, corners[0], "PLAN-MARKS", _LETTER * 0.7)
    stations = floor_plan.stations(plan, seen)
    for before, after in pairwise(stations):
        if after.along > before.along:
            # Measured from left to right, or upward, so that the figures are not upside down.
            ends, away = (_inches(before.place), _inches(after.place)), _OFF
            if ends[1] < ends[0]:
                ends, away = (ends[1], ends[0]), -_OFF
            dimension = space.add_aligned_dim(
                p1=ends[0],
                p2=ends[1],
                distance=away if floor_plan.dimensioned_side(seen) is Line.LEFT else -away,
                text=format_feet(after.along - before.along),
                override=_DIMENSIONS,
                dxfattribs={"layer": "PLAN-DIMENSIONS"},
            )
            dimension.render()


def _elevation(space: Modelspace, framing: Framing, west: float, floor_at: float) -> None:
    """The wall as framed, and above and below it what its plates read."""
    for member in framing.members:
        _outline(space, member, west, floor_at, "PLATES" if member.role in PLATES else "ELEVATION")
    for bay in framing.plan.clear:
        near, far = (west + to_inches(x) for x in bay.span)
        low, high = to_inches(framing.plan.bottom.value), to_inches(framing.plan.ceiling.lowest_over(bay.span))
        space.add_lwpolyline(
            [(near, floor_at + low), (far, floor_at + low), (far, floor_at + high), (near, floor_at + high)],
            close=True,
            dxfattribs={"layer": "ELEVATION-CLEAR"},
        )
        called = reader(framing.plan.standard.words).say(bay.name)
        _text(space, called, (near + 2, floor_at + low + 6), "ELEVATION-CLEAR", 4)
    for opening in framing.openings:
        placed = opening.placed
        low = placed.head.value - placed.rough.height.value
        corners = [
            (placed.start.value, low),
            (placed.end, low),
            (placed.end, placed.head.value),
            (placed.start.value, placed.head.value),
        ]
        space.add_lwpolyline(
            [(west + to_inches(x), floor_at + to_inches(y)) for x, y in corners],
            close=True,
            dxfattribs={"layer": "ELEVATION-OPENINGS"},
        )
        _text(
            space,
            placed.id,
            (west + to_inches(placed.start.value) + 4, floor_at + to_inches(placed.head.value) - 12),
            "PLAN-MARKS",
            6,
        )
    _text(space, f"Wall {framing.plan.id}", (west, floor_at - 28), "PLAN-MARKS", 8)
    plan = framing.plan
    for mark in framing.marks:
        x = west + to_inches(mark.at.value)
        y = floor_at - 3 if mark.plate is Plate.BOTTOM else floor_at + to_inches(plan.top.at(mark.at.value)) + 3
        down = -1 if mark.plate is Plate.BOTTOM else 1
        space.add_line((x, y), (x, y + 3 * down), dxfattribs={"layer": "PLATE-MARKS"})
        text = space.add_text(written(mark, plan), height=1.4, rotation=90, dxfattribs={"layer": "PLATE-MARKS"})
        text.set_placement((x + 1.4, y + (4 if down > 0 else -16)))


def _outline(space: Modelspace, member: Member, west: float, floor_at: float, layer: str) -> None:
    corners = [(west + to_inches(x), floor_at + to_inches(y)) for x, y in member.outline]
    space.add_lwpolyline(corners, close=True, dxfattribs={"layer": layer})


def _entry(what: str, data: dict[str, Any]) -> Iterable[tuple[int, str]]:
    text = json.dumps([what, data], ensure_ascii=True)
    return [(1000, text[at : at + CHUNK]) for at in range(0, len(text), CHUNK)]


def _text(space: Modelspace, text: str, at: tuple[float, float], layer: str, height: float) -> None:
    space.add_text(text, height=height, dxfattribs={"layer": layer}).set_placement(at)


def _inches(place: tuple[float, float]) -> tuple[float, float]:
    return place[0] / PER_INCH, place[1] / PER_INCH
