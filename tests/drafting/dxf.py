"""Drafters: each draws the house as DXF in a way of their own and gives back the file."""

from dataclasses import dataclass, field
from io import StringIO
from itertools import pairwise
from math import atan2, cos, degrees, radians, sin

import ezdxf
from shapely import unary_union
from shapely.geometry import Polygon

from bluff.core.job.schools import OpeningKind
from drafting.house import HOUSE

WINDOW, DOOR, CASED = OpeningKind.WINDOW, OpeningKind.DOOR, OpeningKind.CASED_OPENING


@dataclass
class Sheet:
    """Model space with a unit and a place for the house on it.

    Args:
        inch: The drawing's units in an inch.
        turn: Degrees the house is turned by, then put at `at`, in inches.
    """

    version: str = "R2010"
    units: int = 1
    inch: float = 1.0
    turn: float = 0.0
    at: tuple[float, float] = (0.0, 0.0)
    document: object = field(init=False)

    def __post_init__(self):
        self.document = ezdxf.new(self.version, units=self.units)
        self.space = self.document.modelspace()

    def put(self, place):
        angle = radians(self.turn)
        x, y = place
        x, y = x * cos(angle) - y * sin(angle) + self.at[0], x * sin(angle) + y * cos(angle) + self.at[1]
        return x * self.inch, y * self.inch

    def line(self, one, other, layer):
        self.space.add_line(self.put(one), self.put(other), dxfattribs={"layer": layer})

    def shape(self, points, layer):
        draw = self.space.add_polyline2d if self.version == "R12" else self.space.add_lwpolyline
        draw([self.put(point) for point in points], close=True, dxfattribs={"layer": layer})

    def text(self):
        out = StringIO()
        self.document.write(out)
        return out.getvalue()

    def data(self):
        return self.text().encode(self.document.output_encoding)


def direction(wall, sheet):
    east, north = ((b - a) / wall.length for a, b in zip(wall.start, wall.end, strict=True))
    return degrees(atan2(north, east)) + sheet.turn


def pieces(wall, holes=None):
    """The stretches of a wall between its openings."""
    edges = [0.0]
    for hole in sorted(wall.holes if holes is None else holes, key=lambda hole: hole.along):
        edges += [hole.along - hole.width / 2, hole.along + hole.width / 2]
    edges.append(wall.length)
    return list(zip(edges[::2], edges[1::2], strict=True))


def swing(sheet, wall, hole, layer):
    """A leaf at a right angle to its wall and the quarter turn it swings through, in the middle of the thickness."""
    low, high = hole.along - hole.width / 2, hole.along + hole.width / 2
    hinge = wall.at(low)
    sheet.line(hinge, wall.at(low, hole.width), layer)
    start = direction(wall, sheet)
    sheet.space.add_arc(sheet.put(hinge), hole.width * sheet.inch, start, start + 90, dxfattribs={"layer": layer})
    return low, high


def with_lines(sheet, panels=0.0, wall_layer="A-WALL", door_layer="A-DOOR", glass_layer="A-GLAZ"):
    """Faces as single lines, broken at openings, with jambs; doors by their swing, windows by two lines of glass."""
    for wall in HOUSE:
        side = wall.thickness / 2 + panels / 2
        for start, end in pieces(wall):
            for across in (side, -side):
                sheet.line(wall.at(start, across), wall.at(end, across), wall_layer)
        for hole in wall.holes:
            low, high = hole.along - hole.width / 2, hole.along + hole.width / 2
            for along in (low, high):
                sheet.line(wall.at(along, side), wall.at(along, -side), wall_layer)
            if hole.kind is DOOR:
                swing(sheet, wall, hole, door_layer)
            if hole.kind is WINDOW:
                for across in (0.5, -0.5):
                    sheet.line(wall.at(low, across), wall.at(high, across), glass_layer)
    return sheet


def with_blocks(sheet):
    """Walls as closed outlines that go on; blocks for doors and windows over them, and a box where nothing goes in."""
    block = sheet.document.blocks.new("DOOR-SINGLE")
    block.add_line((0, 0), (0, 1))
    block.add_arc((0, 0), 1, 0, 90)
    glass = sheet.document.blocks.new("WDW_FIXED")
    glass.add_polyline2d([(-0.5, -0.5), (0.5, -0.5), (0.5, 0.5), (-0.5, 0.5)], close=True)
    glass.add_line((-0.5, 0), (0.5, 0))
    for wall in HOUSE:
        sheet.shape(wall.corners(), "WALLS")
        for hole in wall.holes:
            turn = direction(wall, sheet)
            low = hole.along - hole.width / 2
            wide = hole.width * sheet.inch
            if hole.kind is DOOR:
                scale = {"xscale": wide, "yscale": wide}
                at = sheet.put(wall.at(low))
                sheet.space.add_blockref("DOOR-SINGLE", at, dxfattribs={"layer": "OPEN", "rotation": turn, **scale})
            elif hole.kind is WINDOW:
                scale = {"xscale": wide, "yscale": wall.thickness * sheet.inch}
                at = sheet.put(wall.at(hole.along))
                sheet.space.add_blockref("WDW_FIXED", at, dxfattribs={"layer": "OPEN", "rotation": turn, **scale})
            else:
                sheet.shape(wall.corners(low, low + hole.width), "OPEN")
    return sheet


def with_old_polylines(sheet):
    """As long ago: faces as heavy polylines that turn the corners, the plan inside a block, everything on one layer."""
    plan = sheet.document.blocks.new("PLAN")
    outside = [(0, 0), (432, 0), (432, 288), (0, 288)]
    inside = [(5.5, 5.5), (426.5, 5.5), (426.5, 282.5), (5.5, 282.5)]
    for corners in (outside, inside):
        plan.add_polyline2d([(x * sheet.inch, y * sheet.inch) for x, y in corners], close=True)
    for wall in HOUSE[4:]:
        plan.add_polyline2d([(x * sheet.inch, y * sheet.inch) for x, y in wall.corners()], close=True)
    sheet.space.add_blockref("PLAN", sheet.put((0, 0)), dxfattribs={"layer": "MUR", "rotation": sheet.turn})
    return sheet


def with_multilines(sheet):
    """Each wall's pieces as multilines, closed at both ends."""
    style = sheet.document.mline_styles.new("WALL")
    style.elements.append(0.5)
    style.elements.append(-0.5)
    for wall in HOUSE:
        for start, end in pieces(wall):
            sheet.space.add_mline(
                [sheet.put(wall.at(start)), sheet.put(wall.at(end))],
                dxfattribs={
                    "layer": "WAND",
                    "style_name": "WALL",
                    "justification": 1,
                    "scale_factor": wall.thickness * sheet.inch,
                },
            )
        for hole in wall.holes:
            for across in (-wall.thickness / 2, wall.thickness / 2):
                if hole.kind is WINDOW:
                    low, high = hole.along - hole.width / 2, hole.along + hole.width / 2
                    sheet.line(wall.at(low, across), wall.at(high, across), "FENSTER")
            if hole.kind is DOOR:
                swing(sheet, wall, hole, "TÜREN")
            for along in (hole.along - hole.width / 2, hole.along + hole.width / 2):
                sheet.line(wall.at(along, wall.thickness / 2), wall.at(along, -wall.thickness / 2), "WAND")
    return sheet


def with_fills(sheet, is_hatch):
    """Walls poured out: a hatch or a solid for each, and no line anywhere."""
    for wall in HOUSE:
        corners = [sheet.put(corner) for corner in wall.corners()]
        if is_hatch:
            sheet.space.add_hatch(dxfattribs={"layer": "WALLS"}).paths.add_polyline_path(corners, is_closed=True)
        else:
            a, b, c, d = corners
            sheet.space.add_solid([a, b, d, c], dxfattribs={"layer": "WALLS"})
    return sheet


def with_clean_corners(sheet, panels=0.0):
    """Only the outline of all walls together, so that faces stop where walls meet; openings cut out and marked."""

    def outline(wall, start=0.0, end=None, extra=0.0):
        side = wall.thickness / 2 + panels / 2 + extra
        return Polygon(wall.corners(start or -panels / 2, end, side, side))

    solid = unary_union([outline(wall, end=wall.length + panels / 2) for wall in HOUSE])
    cut = [
        outline(wall, hole.along - hole.width / 2, hole.along + hole.width / 2, extra=1)
        for wall in HOUSE
        for hole in wall.holes
    ]
    rest = solid.difference(unary_union(cut))
    for part in getattr(rest, "geoms", [rest]):
        for ring in (part.exterior, *part.interiors):
            for one, other in pairwise(ring.coords):
                sheet.line(one, other, "A-WALL-FULL")
    marks = {WINDOW: iter(range(1, 9)), DOOR: iter(range(1, 9)), CASED: iter(range(7, 9))}
    for wall in HOUSE:
        for hole in wall.holes:
            letter = "W" if hole.kind is WINDOW else "D"
            at = sheet.put(wall.at(hole.along, 14))
            text = sheet.space.add_text(f"{letter}{next(marks[hole.kind])}", height=4 * sheet.inch)
            text.dxf.layer = "A-ANNO"
            text.set_placement(at)
    return sheet


def with_sized_blocks(sheet):
    """Walls broken at their openings; in each gap a block whose attributes say its mark and its size."""
    with_lines(sheet, door_layer="A-DOOR-SWING")
    for layer in ("A-DOOR-SWING", "A-GLAZ"):
        for entity in list(sheet.space.query(f'*[layer=="{layer}"]')):
            sheet.space.delete_entity(entity)
    for name in ("DR-01", "WIN-01"):
        block = sheet.document.blocks.new(name)
        block.add_line((-0.5, 0), (0.5, 0))
        block.add_attdef("MARK", (0, 2))
        block.add_attdef("SIZE", (0, 4))
    number = iter(range(101, 199))
    for wall in HOUSE:
        for hole in wall.holes:
            if hole.kind is CASED:
                continue
            name, letter = ("DR-01", "D") if hole.kind is DOOR else ("WIN-01", "W")
            turn, wide = direction(wall, sheet), hole.width * sheet.inch
            at = {"layer": "OPENINGS", "rotation": turn, "xscale": wide}
            block = sheet.space.add_blockref(name, sheet.put(wall.at(hole.along)), dxfattribs=at)
            size = f'{int(hole.width) - 2}" x 80"' if hole.kind is DOOR else f'{int(hole.width) - 1}" x 48"'
            block.add_auto_attribs({"MARK": f"{letter}{next(number)}", "SIZE": size})
    return sheet
