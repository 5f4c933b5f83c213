"""A job as IFC: walls with their openings, and every piece of wood with its type, in inches.

Each wall and opening carries its entry of the job file in the property set Bluff_Entry.
"""

import json
from collections.abc import Iterable, Sequence
from typing import Any
from uuid import NAMESPACE_URL, uuid5

import ifcopenshell
import ifcopenshell.guid

from bluff.core.crew import floor_plan
from bluff.core.job.schools import Line
from bluff.core.measure.length import PER_INCH, Length, to_inches
from bluff.core.measure.shapes import Corner
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import PLATES, Member, Role
from bluff.core.wall.placed import PlacedOpening
from bluff.core.wall.wall_plan import WallPlan
from bluff.formats.job_file import OpeningFile, WallFile
from bluff.views.reader import reader

ENTRY = "Bluff_Entry"
_INCH = 0.0254
_LYING = PLATES | {Role.SILL, Role.BACKING}


def write_ifc(name: str, framings: Sequence[Framing]) -> str:
    """A whole job as IFC 4 text. Walls that lie on no plan stand beside it, one behind the other."""
    return _Model(name).write(framings)


class _Model:
    """An IFC file being written; ids are derived from what they stand for, so that a job writes the same file."""

    def __init__(self, name: str) -> None:
        self.file = ifcopenshell.file(schema="IFC4")
        self.name = name
        self.types: dict[tuple[str, str], Any] = {}
        self.members_of_type: dict[tuple[str, str], list[Any]] = {}
        origin = self._placement((0, 0, 0), (1, 0))
        self.context = self.file.create_entity(
            "IfcGeometricRepresentationContext",
            ContextType="Model",
            CoordinateSpaceDimension=3,
            Precision=1e-5,
            WorldCoordinateSystem=origin,
        )
        inch = self.file.create_entity(
            "IfcConversionBasedUnit",
            Dimensions=self.file.create_entity("IfcDimensionalExponents", 1, 0, 0, 0, 0, 0, 0),
            UnitType="LENGTHUNIT",
            Name="INCH",
            ConversionFactor=self.file.create_entity(
                "IfcMeasureWithUnit",
                self.file.create_entity("IfcLengthMeasure", _INCH),
                self.file.create_entity("IfcSIUnit", UnitType="LENGTHUNIT", Name="METRE"),
            ),
        )
        units = self.file.create_entity("IfcUnitAssignment", Units=[inch])
        self.project = self._rooted(
            "IfcProject", "project", Name=name, UnitsInContext=units, RepresentationContexts=[self.context]
        )
        above = self.project
        for kind in ("IfcSite", "IfcBuilding", "IfcBuildingStorey"):
            place = self.file.create_entity("IfcLocalPlacement", RelativePlacement=origin)
            below = self._rooted(
                kind, kind, Name=name if kind != "IfcBuildingStorey" else "Floor", ObjectPlacement=place
            )
            self._rooted("IfcRelAggregates", f"{kind} in", RelatingObject=above, RelatedObjects=[below])
            above = below
        self.story = above

    def write(self, framings: Sequence[Framing]) -> str:
        walls = []
        plans = [framing.plan for framing in framings]
        area = floor_plan.area(plans)
        aside = to_inches(area[3]) + 120 if area else 0.0
        for framing in framings:
            seen = floor_plan.drawn(framing.plan)
            if seen:
                start = floor_plan.cut_start(framing.plan, seen)
                origin, along = (start[0] / PER_INCH, start[1] / PER_INCH), seen.direction
            else:
                origin, along = (0.0, aside), (1.0, 0.0)
                aside += 120
            walls.append(self._wall(framing, origin, along))
        if walls:
            self._rooted(
                "IfcRelContainedInSpatialStructure", "walls", RelatingStructure=self.story, RelatedElements=walls
            )
        for key, members in self.members_of_type.items():
            self._rooted("IfcRelDefinesByType", f"of type {key}", RelatedObjects=members, RelatingType=self.types[key])
        text: str = self.file.to_string()
        return text

    def _wall(self, framing: Framing, origin: tuple[float, float], along: tuple[float, float]) -> Any:
        """A wall whose own x runs along its plate, y to its left and z up, from the middle of its thickness."""
        plan = framing.plan
        place = self.file.create_entity(
            "IfcLocalPlacement",
            PlacementRelTo=self.story.ObjectPlacement,
            RelativePlacement=self._placement((*origin, 0), along),
        )
        wall = self._rooted(
            "IfcWall", f"wall {plan.id}", Name=plan.id, ObjectPlacement=place, PredefinedType="STANDARD"
        )
        wide = to_inches(plan.stud.width)
        if plan.is_level:
            body = self._box((0, -wide / 2, 0), to_inches(plan.length), wide, to_inches(plan.height.value))
        else:
            over = plan.top.points
            face = [Corner(over[0].x, 0), Corner(over[-1].x, 0), *reversed(over)]
            body = self._prism(face, Corner(0, 0), -wide / 2, wide)
        wall.Representation = body
        self._entry(wall, f"wall {plan.id}", WallFile.from_core(plan.wall).model_dump(mode="json", by_alias=True))
        for placed in plan.openings:
            self._opening(plan, placed, wall, wide)
        members = [self._member(member, plan, wall, wide) for member in framing.members]
        self._rooted("IfcRelAggregates", f"members of {plan.id}", RelatingObject=wall, RelatedObjects=members)
        return wall

    def _opening(self, plan: WallPlan, placed: PlacedOpening, wall: Any, wide: float) -> None:
        low = to_inches(placed.head.value - placed.rough.height.value)
        local = self.file.create_entity(
            "IfcLocalPlacement",
            PlacementRelTo=wall.ObjectPlacement,
            RelativePlacement=self._placement((to_inches(placed.start.value), 0, low), (1, 0)),
        )
        opening = self._rooted(
            "IfcOpeningElement", f"opening {placed.id}", Name=placed.id, ObjectPlacement=local, PredefinedType="OPENING"
        )
        size = to_inches(placed.rough.width.value), wide, to_inches(placed.rough.height.value)
        opening.Representation = self._box((0, -wide / 2, 0), *size)
        self._rooted(
            "IfcRelVoidsElement",
            f"{placed.id} in {plan.id}",
            RelatingBuildingElement=wall,
            RelatedOpeningElement=opening,
        )
        entry = OpeningFile.from_core(placed.opening).model_dump(mode="json", by_alias=True)
        self._entry(opening, f"opening {placed.id}", entry)

    def _member(self, member: Member, plan: WallPlan, wall: Any, wide: float) -> Any:
        kind = "IfcBeam" if member.role is Role.HEADER else "IfcMember"
        is_above = member.bottom >= plan.height.value
        depth = to_inches(member.board.width if member.role in _LYING else _through(member, plan))
        depth = depth if is_above else min(depth, wide)
        local = self.file.create_entity(
            "IfcLocalPlacement",
            PlacementRelTo=wall.ObjectPlacement,
            RelativePlacement=self._placement((to_inches(member.start), 0, to_inches(member.bottom)), (1, 0)),
        )
        called = reader(plan.standard.words).piece(member.role)
        made = self._rooted(kind, f"member {member.id}", Name=str(member.id), ObjectType=called, ObjectPlacement=local)
        made.PredefinedType = _predefined(member.role)
        # Flat on a face of the wall, or, above its plates, along it.
        out = depth if is_above else 0
        across = {Line.LEFT: wide / 2 - depth + out, Line.RIGHT: -wide / 2 - out}.get(
            member.side or Line.CENTER, -depth / 2
        )
        if member.edges:
            made.Representation = self._prism(member.outline, Corner(member.start, member.bottom), across, depth)
        else:
            made.Representation = self._box((0, across, 0), to_inches(member.width), depth, to_inches(member.height))
        key = kind, member.size
        if key not in self.types:
            self.types[key] = self._rooted(
                f"{kind}Type", f"{kind} {member.size}", Name=member.size, PredefinedType=made.PredefinedType
            )
        self.members_of_type.setdefault(key, []).append(made)
        return made

    def _entry(self, thing: Any, name: str, data: dict[str, Any]) -> None:
        value = self.file.create_entity("IfcText", json.dumps(data))
        entry = self.file.create_entity("IfcPropertySingleValue", Name="JobFile", NominalValue=value)
        properties = self._rooted("IfcPropertySet", f"entry {name}", Name=ENTRY, HasProperties=[entry])
        self._rooted(
            "IfcRelDefinesByProperties",
            f"entry of {name}",
            RelatedObjects=[thing],
            RelatingPropertyDefinition=properties,
        )

    def _prism(self, face: Iterable[Corner], origin: Corner, across: float, depth: float) -> Any:
        """A body with a face of any corners in the elevation, as deep through the wall as it says."""
        make = self.file.create_entity
        ring = [(to_inches(x - origin.x), to_inches(y - origin.y)) for x, y in face]
        points = [make("IfcCartesianPoint", place) for place in (*ring, ring[0])]
        profile = make(
            "IfcArbitraryClosedProfileDef", ProfileType="AREA", OuterCurve=make("IfcPolyline", Points=points)
        )
        # Its own x along the wall and its y up, so that it is drawn out toward the wall's right.
        upright = make(
            "IfcAxis2Placement3D",
            Location=make("IfcCartesianPoint", (0.0, float(across + depth), 0.0)),
            Axis=make("IfcDirection", (0.0, -1.0, 0.0)),
            RefDirection=make("IfcDirection", (1.0, 0.0, 0.0)),
        )
        return self._body(profile, upright, depth)

    def _box(self, corner: tuple[float, float, float], x: float, y: float, z: float) -> Any:
        make = self.file.create_entity
        profile = make(
            "IfcRectangleProfileDef",
            ProfileType="AREA",
            Position=make("IfcAxis2Placement2D", Location=make("IfcCartesianPoint", (x / 2, y / 2))),
            XDim=x,
            YDim=y,
        )
        return self._body(profile, self._placement(corner, (1, 0)), z)

    def _body(self, profile: Any, position: Any, depth: float) -> Any:
        make = self.file.create_entity
        solid = make(
            "IfcExtrudedAreaSolid",
            SweptArea=profile,
            Position=position,
            ExtrudedDirection=make("IfcDirection", (0.0, 0.0, 1.0)),
            Depth=depth,
        )
        body = make(
            "IfcShapeRepresentation",
            ContextOfItems=self.context,
            RepresentationIdentifier="Body",
            RepresentationType="SweptSolid",
            Items=[solid],
        )
        return make("IfcProductDefinitionShape", Representations=[body])

    def _placement(self, at: tuple[float, float, float], along: tuple[float, float]) -> Any:
        make = self.file.create_entity
        return make(
            "IfcAxis2Placement3D",
            Location=make("IfcCartesianPoint", tuple(map(float, at))),
            Axis=make("IfcDirection", (0.0, 0.0, 1.0)),
            RefDirection=make("IfcDirection", (float(along[0]), float(along[1]), 0.0)),
        )

    def _rooted(self, kind: str, what: str, **attributes: Any) -> Any:
        unique = uuid5(NAMESPACE_URL, f"bluff:{self.name}:{what}").hex
        return self.file.create_entity(kind, GlobalId=ifcopenshell.guid.compress(unique), **attributes)


def _predefined(role: Role) -> str:
    if role is Role.HEADER:
        return "LINTEL"
    return "PLATE" if role in _LYING else "STUD"


def _through(member: Member, plan: WallPlan) -> Length:
    """How far a piece reaches through the wall."""
    if member.role is Role.HEADER:
        return plan.stud.width
    if member.bottom >= plan.height.value:  # from joist to joist, or along the wall
        return member.length.value if member.role is Role.BLOCK else member.board.width
    return member.board.thickness if member.orientation == "flat" else member.board.width
