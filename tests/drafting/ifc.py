"""Modellers: each makes the house as an IFC model in a way of their own and gives back its text."""

from dataclasses import dataclass, field
from math import cos, radians, sin

import ifcopenshell
import ifcopenshell.guid

from bluff.core.job.schools import OpeningKind
from drafting.house import HOUSE, HouseWall, door, window

STEEL_MM = {"MILLI": 25.4, "CENTI": 2.54, None: 0.0254}
OUTSIDE = (("Lap siding", 0.375), ("OSB sheathing", 0.5), ("Wood stud 2x6", 5.5), ("Gypsum board", 0.625))
INSIDE = (("Gypsum board", 0.625), ("Wood stud 2x4", 3.5), ("Gypsum board", 0.625))


@dataclass
class Model:
    """A model being made.

    Args:
        schema: Of IFC.
        prefix: Of its meter; "FEET" and "INCHES" for those.
        turn: Degrees the site is turned by.
        at: Where the site is, in inches.
    """

    schema: str = "IFC4"
    prefix: str | None = "MILLI"
    turn: float = 0.0
    at: tuple[float, float] = (0.0, 0.0)
    file: object = field(init=False)

    def __post_init__(self):
        self.file = ifcopenshell.file(schema=self.schema)
        self.inch = {"FEET": 1 / 12, "INCHES": 1.0}.get(self.prefix) or STEEL_MM[self.prefix]
        make = self.file.create_entity
        meter = (
            make("IfcSIUnit", UnitType="LENGTHUNIT", Prefix=self.prefix, Name="METRE")
            if self.inch in STEEL_MM.values()
            else None
        )
        if meter is None:
            meter = make("IfcSIUnit", UnitType="LENGTHUNIT", Name="METRE")
            factor = make("IfcMeasureWithUnit", make("IfcLengthMeasure", 0.0254 / self.inch), meter)
            powers = make("IfcDimensionalExponents", 1, 0, 0, 0, 0, 0, 0)
            meter = make("IfcConversionBasedUnit", powers, "LENGTHUNIT", "FOOT", factor)
        angle = make("IfcSIUnit", UnitType="PLANEANGLEUNIT", Name="RADIAN")
        self.context = make(
            "IfcGeometricRepresentationContext",
            ContextType="Model",
            CoordinateSpaceDimension=3,
            Precision=1e-5,
            WorldCoordinateSystem=self.axes((0, 0, 0)),
        )
        self.history = self._history() if self.schema == "IFC2X3" else None
        self.project = self.root(
            "IfcProject",
            UnitsInContext=make("IfcUnitAssignment", [meter, angle]),
            RepresentationContexts=[self.context],
        )
        angle = radians(self.turn)
        self.site = self.root(
            "IfcSite",
            ObjectPlacement=self.place(None, (*self.at, 0), (cos(angle), sin(angle), 0)),
            CompositionType="ELEMENT",
        )
        self.building = self.root(
            "IfcBuilding", ObjectPlacement=self.place(self.site, (0, 0, 0)), CompositionType="ELEMENT"
        )
        self.root("IfcRelAggregates", RelatingObject=self.project, RelatedObjects=[self.site])
        self.root("IfcRelAggregates", RelatingObject=self.site, RelatedObjects=[self.building])

    def _history(self):
        make = self.file.create_entity
        person = make("IfcPersonAndOrganization", make("IfcPerson"), make("IfcOrganization", None, "Nobody"))
        application = make("IfcApplication", person.TheOrganization, "1", "Drawn by a test", "test")
        return make("IfcOwnerHistory", person, application, ChangeAction="ADDED", CreationDate=0)

    def root(self, kind, **attributes):
        return self.file.create_entity(kind, GlobalId=ifcopenshell.guid.new(), OwnerHistory=self.history, **attributes)

    def point(self, *place):
        return self.file.create_entity("IfcCartesianPoint", tuple(float(value) * self.inch for value in place))

    def axes(self, at, along=(1, 0, 0), up=(0, 0, 1)):
        make = self.file.create_entity
        directions = [make("IfcDirection", tuple(map(float, way))) for way in (up, along)]
        return make("IfcAxis2Placement3D", self.point(*at), *directions)

    def place(self, above, at, along=(1, 0, 0)):
        relative = above.ObjectPlacement if above is not None else None
        return self.file.create_entity("IfcLocalPlacement", relative, self.axes(at, along))

    def story(self, name, elevation):
        made = self.root(
            "IfcBuildingStorey",
            Name=name,
            ObjectPlacement=self.place(self.building, (0, 0, elevation)),
            CompositionType="ELEMENT",
            Elevation=elevation * self.inch,
        )
        self.root("IfcRelAggregates", RelatingObject=self.building, RelatedObjects=[made])
        return made

    def extruded(self, corners, depth, position=None, holes=()):
        make = self.file.create_entity

        def ring(points):
            return make("IfcPolyline", [self.point(*point) for point in (*points, points[0])])

        profile = (
            make("IfcArbitraryProfileDefWithVoids", "AREA", None, ring(corners), [ring(hole) for hole in holes])
            if holes
            else make("IfcArbitraryClosedProfileDef", "AREA", None, ring(corners))
        )
        up = make("IfcDirection", (0.0, 0.0, 1.0))
        return make("IfcExtrudedAreaSolid", profile, position or self.axes((0, 0, 0)), up, depth * self.inch)

    def upright(self, corners, across, depth, holes=()):
        """Something drawn as seen from the side, x along and y up, and extruded across a wall."""
        return self.extruded(corners, depth, self.axes((0, across + depth, 0), (1, 0, 0), (0, -1, 0)), holes)

    def body(self, *items, axis=None, kind="SweptSolid"):
        make = self.file.create_entity
        shapes = [make("IfcShapeRepresentation", self.context, "Body", kind, items)]
        if axis:
            line = make("IfcPolyline", [self.point(*place) for place in axis])
            shapes.insert(0, make("IfcShapeRepresentation", self.context, "Axis", "Curve2D", [line]))
        return make("IfcProductDefinitionShape", Representations=shapes)

    def layered(self, walls, layers, offset, sense="POSITIVE"):
        """Give walls a set of layers that begins at an offset from their axis."""
        make = self.file.create_entity
        made = [make("IfcMaterialLayer", make("IfcMaterial", name), thick * self.inch) for name, thick in layers]
        usage = make(
            "IfcMaterialLayerSetUsage", make("IfcMaterialLayerSet", made), "AXIS2", sense, float(offset) * self.inch
        )
        self.root("IfcRelAssociatesMaterial", RelatedObjects=walls, RelatingMaterial=usage)

    def constituted(self, walls, layers):
        """Give walls a set of constituents, each a fraction of the whole."""
        make = self.file.create_entity
        total = sum(thick for _, thick in layers)
        parts = [
            make("IfcMaterialConstituent", Name=name, Material=make("IfcMaterial", name), Fraction=thick / total)
            for name, thick in layers
        ]
        self.root(
            "IfcRelAssociatesMaterial",
            RelatedObjects=walls,
            RelatingMaterial=make("IfcMaterialConstituentSet", MaterialConstituents=parts),
        )

    def contained(self, story, elements):
        self.root("IfcRelContainedInSpatialStructure", RelatedElements=elements, RelatingStructure=story)

    def text(self):
        return self.file.to_string()


def sides(wall):
    """Panels left and right of a wall of the house: outside walls are walked with the inside on their left."""
    return (0.625, 0.875) if wall.thickness == 5.5 else (0.625, 0.625)


def reach(wall):
    """How much longer than its studs a wall is drawn at each end: to the siding, or only to the board it meets."""
    return 0.875 if wall.length == 432 else -0.625


def house_on(
    model, story, *, walls=HOUSE, kind="IfcWall", shape="box", sense="POSITIVE", material="layers", height=97.125
):
    """The walls of the house on a story, with their openings.

    Args:
        shape: Of a wall: `box`, `profile` (seen from the side, openings cut out of it), `boolean` (likewise, with
            solids taken from a solid).
        sense: From which side its layers are counted.
        material: `layers`, `constituents` or none.
    """
    made = []
    for number, wall in enumerate(walls, 1):
        left, right = sides(wall)
        low, high = -reach(wall), wall.length + reach(wall)
        across = -wall.thickness / 2 - right
        thick = left + wall.thickness + right
        along = tuple((b - a) / wall.length for a, b in zip(wall.start, wall.end, strict=True))
        element = model.root(
            kind, Name=f"Wall:{number}", ObjectPlacement=model.place(story, (*wall.start, 0), (*along, 0))
        )
        outline = [(low, 0), (high, 0), (high, height), (low, height)]
        element.Representation = _shape(model, wall, shape, outline, across, thick)
        layers = OUTSIDE if wall.thickness == 5.5 else INSIDE
        if material == "layers":
            is_up = sense == "POSITIVE"
            offset = across if is_up else across + thick
            model.layered([element], layers if is_up else layers[::-1], offset, sense)
        elif material == "constituents":
            model.constituted([element], layers)
        made.append(element)
        if shape == "box":
            made += [_opening(model, element, wall, hole, across, thick) for hole in wall.holes]
    model.contained(story, [element for element in made if element is not None])
    return made


def _shape(model, wall, shape, outline, across, thick):
    (low, _), (high, _), *_ = outline
    cuts = [
        [
            (hole.along - hole.width / 2, hole.sill),
            (hole.along + hole.width / 2, hole.sill),
            (hole.along + hole.width / 2, hole.sill + hole.height),
            (hole.along - hole.width / 2, hole.sill + hole.height),
        ]
        for hole in wall.holes
    ]
    axis = [(low, 0), (high, 0)]
    if shape == "profile":
        windows = [cut for cut in cuts if cut[0][1] > 0]
        floor = [point for a, b, c, d in sorted(cut for cut in cuts if cut[0][1] == 0) for point in (a, d, c, b)]
        return model.body(model.upright([outline[0], *floor, *outline[1:]], across, thick, windows), axis=axis)
    flat = [(low, across), (high, across), (high, across + thick), (low, across + thick)]
    solid = model.extruded(flat, outline[2][1])
    if shape == "boolean":
        for cut in cuts:
            taken = model.upright(cut, across - 2, thick + 4)
            solid = model.file.create_entity("IfcBooleanResult", "DIFFERENCE", solid, taken)
        return model.body(solid, axis=axis, kind="CSG")
    return model.body(solid, axis=axis)


def _opening(model, element, wall, hole, across, thick, *, has_room=True):
    """A void, and the door or window in it; what fills it is smaller by the usual allowance, or just as large."""
    void = model.root(
        "IfcOpeningElement",
        Name="Opening",
        ObjectPlacement=model.place(element, (hole.along - hole.width / 2, 0, hole.sill)),
    )
    face = [(0, 0), (hole.width, 0), (hole.width, hole.height), (0, hole.height)]
    void.Representation = model.body(model.upright(face, across - 1, thick + 2))
    model.root("IfcRelVoidsElement", RelatingBuildingElement=element, RelatedOpeningElement=void)
    if hole.kind is OpeningKind.CASED_OPENING:
        return None
    is_door = hole.kind is OpeningKind.DOOR
    filling = model.root(
        "IfcDoor" if is_door else "IfcWindow",
        Name=f"{'Single flush' if is_door else 'Fixed'}:{hole.width}",
        ObjectPlacement=model.place(void, (0, 0, 0)),
        OverallWidth=(hole.width - has_room * (2 if is_door else 1)) * model.inch,
        OverallHeight=(hole.height - has_room * (2.5 if is_door else 1)) * model.inch,
    )
    model.root("IfcRelFillsElement", RelatingOpeningElement=void, RelatedBuildingElement=filling)
    return filling


def house_without_placements(model, story):
    """Every wall placed where its story is: axis and outline are drawn where they lie in the plan, corners mitered.

    Material layers come with the walls' type, which says no side.
    """
    made = []
    for number, wall in enumerate(HOUSE, 1):
        left, right = sides(wall)
        is_outside = wall.thickness == 5.5
        element = model.root("IfcWall", Name=f"Basic Wall:{number}", ObjectPlacement=model.place(story, (0, 0, 0)))
        out, into = wall.thickness / 2 + right, wall.thickness / 2 + left
        if is_outside:
            far = 0.875 if wall.length == 432 else 6.375  # both walls of a corner reach its outside, cut off aslant
            near = far - wall.thickness - left - right
            corners = [
                wall.at(-far, -out),
                wall.at(wall.length + far, -out),
                wall.at(wall.length + near, into),
                wall.at(-near, into),
            ]
            ends = (wall.at(-(far + near) / 2), wall.at(wall.length + (far + near) / 2))
        else:
            corners = wall.corners(-reach(wall), wall.length + reach(wall), into, out)[::-1]
            ends = (wall.at(-2.75), wall.at(wall.length + 2.75))  # axes reach the middles of what they end at
        element.Representation = model.body(model.extruded(corners, 97.125), axis=ends)
        layers = OUTSIDE if is_outside else INSIDE
        materials = [
            model.file.create_entity(
                "IfcMaterialLayer", model.file.create_entity("IfcMaterial", name), thick * model.inch
            )
            for name, thick in layers
        ]
        # Counted from the side that comes first walking up and to the right, which nothing in the model says.
        if wall.direction_is_back:
            materials.reverse()
        kind = model.root("IfcWallType", Name=f"Type {number}", PredefinedType="STANDARD")
        model.root(
            "IfcRelAssociatesMaterial",
            RelatedObjects=[kind],
            RelatingMaterial=model.file.create_entity("IfcMaterialLayerSet", materials),
        )
        model.root("IfcRelDefinesByType", RelatedObjects=[element], RelatingType=kind)
        made.append(element)
    model.contained(story, made)


BLOCK = (
    ("Gypsum board", 0.625),
    ("Metal - Stud Layer", 1.625),
    ("Rigid insulation", 1.375),
    ("Concrete block", 7.625),
    ("Air", 1.5),
    ("Brick", 3.625),
)
"""16 3/8 in all, from the inside; 12 3/4 from the outside of the brick to the inside of the block."""


def block_house(model, story, below=19.25, start=175.9375):
    """30 by 20 feet outside, in block that begins below the floor, with two partitions; voids as large as their units.

    One partition begins at or near the other, whose studs are from 178 1/4 to 181 3/4.
    """
    ring = [
        HouseWall((0, 8.1875), (360, 8.1875), 16.375, (door(90, 36, 80, below), window(250, 36, 48, 80 + below))),
        HouseWall((351.8125, 0), (351.8125, 240), 16.375, (window(120, 48, 36, 80 + below),)),
        HouseWall((360, 231.8125), (0, 231.8125), 16.375),
        HouseWall((8.1875, 240), (8.1875, 0), 16.375),
    ]
    inside = [
        HouseWall((180, 16.375), (180, 223.625), 4.75, (door(40, 32, 80),)),
        HouseWall((start, 120), (343.625, 120), 4.75),
    ]
    made = []
    for walls, called, layers, low in ((ring, "Block with brick", BLOCK, -below), (inside, "Inside", INSIDE, 0)):
        kind = model.root("IfcWallType", Name=called, PredefinedType="STANDARD")
        elements = []
        for wall in walls:
            along = tuple((b - a) / wall.length for a, b in zip(wall.start, wall.end, strict=True))
            placed = model.place(story, (*wall.start, low), (*along, 0))
            element = model.root("IfcWall", Name=f"{called} {len(elements) + 1}", ObjectPlacement=placed)
            half = wall.thickness / 2
            flat = [(0, -half), (wall.length, -half), (wall.length, half), (0, half)]
            element.Representation = model.body(model.extruded(flat, 96 - low), axis=[(0, 0), (wall.length, 0)])
            elements.append(element)
            for hole in wall.holes:
                _opening(model, element, wall, hole, -half, wall.thickness, has_room=False)
        model.layered(elements, layers, walls[0].thickness / 2, "NEGATIVE")
        model.root("IfcRelDefinesByType", RelatedObjects=elements, RelatingType=kind)
        made += elements
    model.contained(story, made)


def lone_wall(model, body, name="A", kind="IfcWall", material=None):
    """A story with one wall of some shape."""
    story = model.story("1", 0)
    wall = model.root(kind, Name=name, ObjectPlacement=model.place(story, (0, 0, 0)))
    wall.Representation = body
    if material:
        made = model.file.create_entity("IfcMaterial", material)
        model.root("IfcRelAssociatesMaterial", RelatedObjects=[wall], RelatingMaterial=made)
    model.contained(story, [wall])
    return story, wall
