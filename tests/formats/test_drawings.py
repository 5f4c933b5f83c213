"""The house as others draw it comes in as the house, or says what of it does not."""

from dataclasses import replace
from fractions import Fraction

import pytest

from bluff.core.job.position import At, Centered, FromPlate, Reference
from bluff.core.job.schools import End
from bluff.core.job.top import Chain, Gable, Rake
from bluff.core.measure.length import format_exact, inches
from bluff.core.measure.shapes import Corner
from bluff.core.wall.wall_plan import wall_plans
from bluff.formats.errors import FaultyData
from bluff.formats.exchange import dxf_shapes
from bluff.formats.exchange.choices import read_answers
from bluff.formats.exchange.dxf_read import read_dxf
from bluff.formats.exchange.ifc_read import read_ifc
from drafting import dxf
from drafting.dxf import Sheet
from drafting.house import HOUSE, Hole, HouseWall, difference, door, openings_in, openings_of, window
from drafting.ifc import Model, block_house, house_on, house_without_placements, lone_wall
from framing import say
from refusals import refused

MM = 25.4


def check(reading, *, has_openings=True):
    job = reading.job.to_core()
    assert difference(job) < 2
    assert openings_of(job) == (openings_in() if has_openings else [])
    return job


@pytest.mark.parametrize(
    "sheet",
    [
        Sheet(),
        Sheet("R12", units=0, inch=MM),
        Sheet("R2018", units=4, inch=MM, at=(-9000, -4000)),
        Sheet("R2000", units=14, inch=MM / 100),
        Sheet("R2000", units=6, inch=MM / 1000, turn=17, at=(5000, -700)),
        Sheet("R2004", units=2, inch=1 / 12, turn=-30),
        Sheet("R2013", units=5, inch=MM / 10, turn=3.5),
    ],
    ids=["inches", "R12 in mm", "mm, far away", "dm", "m, turned", "feet, turned", "cm, turned"],
)
@pytest.mark.parametrize("draw", [dxf.with_lines, dxf.with_blocks], ids=["lines", "blocks"])
def test_the_house_comes_in_from_any_corner_of_the_sheet(draw, sheet):
    fresh = Sheet(sheet.version, sheet.units, sheet.inch, sheet.turn, sheet.at)
    reading = read_dxf(draw(fresh).data())
    check(reading)


@pytest.mark.parametrize("panels", [1.0, 1.25, 0.5])
def test_a_finished_thickness_is_the_stud_with_its_panels(panels):
    """4 1/2, 4 3/4 and 4; 6 1/2, 6 3/4 and 6."""
    reading = read_dxf(dxf.with_lines(Sheet(), panels).data())
    job = check(reading)
    assert {wall.stud for wall in job.walls} == {"2x4", "2x6"}
    guesses = {guess.key: guess for guess in reading.guesses if guess.key.startswith("stud")}
    assert [(guess.value, guess.is_sure) for guess in guesses.values()] == [("2x4", False), ("2x6", False)]


@pytest.mark.parametrize(
    ("draw", "sheet", "has_openings"),
    [
        (dxf.with_old_polylines, Sheet("R12", units=0, inch=MM / 100, turn=8), False),
        (dxf.with_multilines, Sheet("R2010", units=4, inch=MM), True),
        (lambda sheet: dxf.with_fills(sheet, is_hatch=True), Sheet(), False),
        (lambda sheet: dxf.with_fills(sheet, is_hatch=False), Sheet(units=4, inch=MM), False),
    ],
    ids=["polylines in a block", "multilines", "hatches", "solids"],
)
def test_walls_are_read_whatever_they_are_drawn_with(draw, sheet, has_openings):
    check(read_dxf(draw(sheet).data()), has_openings=has_openings)


def test_a_drawing_without_a_header_is_read_in_the_unit_that_makes_walls_and_asks():
    text = dxf.with_lines(Sheet("R12", units=0, inch=MM)).text()
    start = text.index("ENTITIES") - len("  0\nSECTION\n  2\n")
    reading = read_dxf(text[start:].encode())
    check(reading)
    (unit,) = (guess for guess in reading.guesses if guess.key == "unit")
    assert (unit.value, unit.is_sure) == ("millimeters", False)
    assert {choice.value for choice in unit.choices} >= {"inches", "feet", "millimeters", "meters"}


def test_a_unit_that_makes_no_walls_is_not_believed_but_can_be_insisted_on():
    data = dxf.with_lines(Sheet(units=1, inch=MM)).data()
    reading = read_dxf(data)
    check(reading)
    (unit,) = (guess for guess in reading.guesses if guess.key == "unit")
    assert (say(unit.label), unit.value) == ("The drawing gives inches, which makes no walls", "millimeters")
    insisted = read_dxf(data, read_answers(["unit=inches"]))
    assert insisted.job.walls == []


@pytest.mark.parametrize("panels", [0.0, 1.0])
def test_faces_that_stop_where_walls_meet_are_the_same_walls(panels):
    """Gaps with nothing in them but a mark: W and D say what they are, and every mark is kept."""
    reading = read_dxf(dxf.with_clean_corners(Sheet(units=4, inch=MM, at=(700, 300)), panels).data())
    job = reading.job.to_core()
    assert difference(job) < 2
    found = [(kind if kind != "door" else "opening", *place) for kind, *place in openings_of(job)]
    assert sorted(found) == sorted(
        ("window" if kind == "window" else "opening", *place) for kind, *place in openings_in()
    )
    assert {opening.id for opening in job.openings} == {"W1", "W2", "W3", "W4", "D1", "D2", "D3", "D7"}


def test_blocks_with_a_size_and_a_mark_are_units_of_that_size():
    reading = read_dxf(dxf.with_sized_blocks(Sheet()).data())
    job = reading.job.to_core()
    assert difference(job) < 2
    sized = {opening.id: (opening.kind, opening.sizing, str(opening.size)) for opening in job.openings}
    assert len(sized) == 8
    assert sized["D101"] == ("door", "unit", "3-0 x 6-8")
    assert sized["W102"] == ("window", "unit", "4-0 x 4-0")
    (gap,) = (guess for guess in reading.guesses if guess.key == "gaps")
    assert (say(gap.label), gap.value) == ("1 opening with nothing drawn in it", "cased-opening")


def two_stories(model, **options):
    house_on(model, model.story("Ground floor", 0), **options)
    house_on(model, model.story("Upper floor", 109.125), walls=HOUSE[:4], **options)
    return model


@pytest.mark.parametrize(
    ("model", "options"),
    [
        (Model("IFC2X3", "MILLI", turn=12, at=(900, -4000)), {"kind": "IfcWallStandardCase"}),
        (Model("IFC4", "INCHES"), {"sense": "NEGATIVE"}),
        (Model("IFC4", "FEET", turn=-31), {"material": "constituents"}),
        (Model("IFC4X3", None, at=(80000, 0)), {}),
    ],
    ids=["2x3 in mm", "in inches, counted from the other side", "in feet, constituents", "4x3 in meters"],
)
def test_the_house_of_a_model_comes_in_by_its_framing_layers(model, options):
    two_stories(model, **options)
    reading = read_ifc(model.text())
    job = check(reading)
    assert {opening.sizing for opening in job.openings} == {"rough"}
    heads = {placed.head.value for plan in wall_plans(job) for placed in plan.openings}
    assert heads == {inches("82 1/2")}
    assert {format_exact(plan.height.value) for plan in wall_plans(job)} == {"97 1/8"}
    assert [(part.name, part.walls, say(part.note), part.is_chosen) for part in reading.parts] == [
        ("Ground floor", 6, "8'-1 1/8\" high", True),
        ("Upper floor", 4, "8'-1 1/8\" high", False),
    ]
    assert reading.left == []


def test_a_story_is_read_alone():
    reading = read_ifc(two_stories(Model()).text(), read_answers(["story=Upper floor"]))
    job = reading.job.to_core()
    assert difference(job, HOUSE[:4]) < 2
    assert openings_of(job) == openings_in(HOUSE[:4])


@pytest.mark.parametrize("shape", ["profile", "boolean"])
def test_holes_in_a_walls_own_shape_are_openings(shape):
    model = Model("IFC4", "MILLI", turn=5)
    house_on(model, model.story("1", 0), shape=shape)
    reading = read_ifc(model.text())
    job = reading.job.to_core()
    assert difference(job) < 2
    found = [(kind if kind == "window" else "gap", *place) for kind, *place in openings_of(job)]
    assert sorted(found) == sorted((kind if kind == "window" else "gap", *place) for kind, *place in openings_in())


@pytest.mark.parametrize(
    ("layers", "stud"),
    [
        ((("Gypsum", 0.625), ("Stud", 3.5), ("Ply", 0.75)), "2x4"),
        ((("Gypsum", 0.625), ("152 mm stud", 152 / 25.4), ("Gypsum", 0.625)), "2x6"),
        ((("Gypsum", 0.5), ("Insulation/cavity", 5.5), ("OSB", 0.5), ("Air", 1), ("Brick", 3.625)), "2x6"),
        ((("Gypsum", 0.5), ("Framing", 89 / 25.4), ("Insulation", 5.5), ("Brick", 3.625)), "2x4"),
    ],
    ids=["4 7/8", "7 1/4 with 152 mm", "cavity", "stud thinner than insulation"],
)
def test_the_framing_is_the_layer_that_is_called_so(layers, stud):
    model, total = Model(), sum(thick for _, thick in layers)
    story = model.story("1", 0)
    wall = model.root("IfcWall", Name="A", ObjectPlacement=model.place(story, (0, 0, 0)))
    wall.Representation = model.body(model.extruded([(0, 0), (120, 0), (120, total), (0, total)], 96))
    model.layered([wall], layers, 0)
    model.contained(story, [wall])
    reading = read_ifc(model.text())
    (found,) = reading.job.to_core().walls
    assert found.stud == stud
    (guess,) = (guess for guess in reading.guesses if guess.key.startswith("stud"))
    assert guess.is_sure


def test_without_layers_the_usual_stud_is_guessed_and_can_be_changed_for_all():
    model = Model("IFC4", "INCHES")
    house_on(model, model.story("1", 0), material="none")
    reading = read_ifc(model.text())
    assert [(guess.key, say(guess.label), guess.value, guess.is_sure) for guess in reading.guesses[:2]] == [
        ("stud 4 3/4", "2 walls drawn 4 3/4 thick", "2x4", False),
        ("stud 7", "4 walls drawn 7 thick", "2x6", False),
    ]
    changed = read_ifc(model.text(), read_answers(["stud 7=2x4", "stud 4 3/4=none"]))
    assert {wall.stud for wall in changed.job.to_core().walls} == {"2x4"}
    assert len(changed.job.walls) == 4
    assert [say(left.text) for left in changed.left] == [
        f"Wall “Wall:{number}”, 4 3/4 thick: It is marked as not framed. Left out with it: {openings}."
        for number, openings in (
            (5, "door “Single flush:34” 34 x 82 1/2, opening “Opening” 60 x 82 1/2"),
            (6, "door “Single flush:32” 32 x 82 1/2"),
        )
    ]


def test_corners_of_walls_faced_with_brick_are_where_their_studs_are():
    """5 1/8 from the outside of the brick to the studs: walls of 240 and 144 between the corners of those."""
    layers = (("Gypsum", 0.625), ("Wood stud", 5.5), ("OSB", 0.5), ("Air", 1), ("Brick", 3.625))
    ring = [
        HouseWall((0, 2.75), (240, 2.75), 5.5),
        HouseWall((237.25, 0), (237.25, 144), 5.5),
        HouseWall((240, 141.25), (0, 141.25), 5.5),
        HouseWall((2.75, 144), (2.75, 0), 5.5),
    ]
    model = Model("IFC4", "INCHES")
    story = model.story("1", 0)
    elements = []
    for wall in ring:
        along = tuple((b - a) / wall.length for a, b in zip(wall.start, wall.end, strict=True))
        element = model.root("IfcWall", ObjectPlacement=model.place(story, (*wall.start, 0), (*along, 0)))
        element.Representation = model.body(
            model.extruded(
                [(-5.125, -7.875), (wall.length + 5.125, -7.875), (wall.length + 5.125, 3.375), (-5.125, 3.375)], 96
            ),
            axis=[(0, 0), (wall.length, 0)],
        )
        elements.append(element)
    model.layered(elements, layers, 3.375, "NEGATIVE")
    model.contained(story, elements)
    reading = read_ifc(model.text())
    job = reading.job.to_core()
    assert difference(job, ring) < 2
    assert {wall.kind for wall in job.walls} == {"exterior"}
    assert reading.left == []


def of_block(*answers):
    model = Model("IFC4", "INCHES")
    block_house(model, model.story("1", 36))
    return read_ifc(model.text(), read_answers(answers))


BLOCK_TYPE = "Block with brick, 16 3/8"


def test_walls_of_block_are_left_with_what_is_in_them_and_still_keep_the_weather_off():
    reading = of_block()
    assert [(wall.id, wall.stud, wall.kind) for wall in reading.job.to_core().walls] == [
        ("A", "2x4", "partition"),
        ("B", "2x4", "partition"),
    ]
    (guess,) = (guess for guess in reading.guesses if guess.key == f"stud {BLOCK_TYPE}")
    assert (say(guess.label), guess.value, guess.is_sure) == ("4 walls “Block with brick”, 16 3/8 thick", "none", False)
    why = (
        "16 3/8 thick: Its layer “Metal - Stud Layer” is 1 5/8 thick, and no stud is. If it is framed, choose its stud"
    )
    assert [say(left.text) for left in reading.left[:3]] == [
        f"Wall “Block with brick 1”, {why} above."
        " Left out with it: door “Single flush:36” 36 x 80, window “Fixed:36” 36 x 48.",
        f"Wall “Block with brick 2”, {why} above. Left out with it: window “Fixed:48” 48 x 36.",
        f"Wall “Block with brick 3”, {why} above.",
    ]


def test_block_is_furred_with_studs_against_its_inside():
    """12 3/4 from the outside: studs in a ring of 334 1/2 by 214 1/2, the partitions from there."""
    job = of_block(f"stud {BLOCK_TYPE}=2x4 furred").job.to_core()
    furred = [
        HouseWall((0, 1.75), (334.5, 1.75), 3.5, (door(77.25, 36), window(237.25, 36))),
        HouseWall((332.75, 0), (332.75, 214.5), 3.5, (window(107.25, 48),)),
        HouseWall((334.5, 212.75), (0, 212.75), 3.5),
        HouseWall((1.75, 214.5), (1.75, 0), 3.5),
        HouseWall((167.25, 3.5), (167.25, 211), 3.5, (door(40.125, 32),)),
        HouseWall((163.1875, 107.25), (331, 107.25), 3.5),
    ]
    assert difference(job, furred) < 2
    assert openings_of(job) == openings_in(furred)
    assert {wall.kind for wall in job.walls} == {"partition"}


def test_every_type_of_wall_can_be_framed_with_any_stud_and_be_of_either_kind():
    job = of_block(f"stud {BLOCK_TYPE}=2x6", "kind Inside, 4 3/4=exterior").job.to_core()
    assert {(wall.stud, wall.kind) for wall in job.walls} == {("2x6", "exterior"), ("2x4", "exterior")}
    job = of_block(f"stud {BLOCK_TYPE}=2x6", f"kind {BLOCK_TYPE}=partition").job.to_core()
    assert {wall.kind for wall in job.walls} == {"partition"}
    assert len(job.openings) == 4


@pytest.mark.parametrize(("foot", "heights", "door"), [("floor", {"96"}, "80"), ("drawn", {"96", "115 1/4"}, "99 1/4")])
def test_walls_that_begin_below_the_floor_are_framed_from_it(foot, heights, door):
    reading = of_block(f"stud {BLOCK_TYPE}=2x4 furred", f"foot={foot}")
    (guess,) = (guess for guess in reading.guesses if guess.key == "foot")
    assert (say(guess.label), guess.value) == ("4 walls begin 19 1/4 below the floor", foot)
    job = reading.job.to_core()
    assert {format_exact(wall.ways.studs.height) for wall in job.walls} == heights
    assert [format_exact(one.size.height) for one in job.openings if one.id == "D1"] == [door]
    # Sills are above the plate, wherever that is: the window's head is 80 above the floor.
    (head,) = (one.ways.head_height for one in job.openings if one.id == "W1")
    assert format_exact(head) == door


def test_a_void_no_wider_than_its_unit_is_sized_by_it():
    assert {one.sizing for one in of_block().job.to_core().openings} == {"unit"}
    assert {one.sizing for one in of_block("filled=rough").job.to_core().openings} == {"rough"}


@pytest.mark.parametrize(
    ("start", "sentence"),
    [
        (175.9375, "Wall F runs 2 5/16 past the framing of wall E, as drawn. Check which it should be."),
        (184.25, "Wall F stops 2 1/2 short of the framing of wall E, as drawn. Check which it should be."),
        (181, None),
        (120, None),
    ],
    ids=["past", "short", "within", "through"],
)
def test_an_end_that_misses_the_wall_beside_it_says_where_and_by_how_much(start, sentence):
    """The studs of the one it meets go from 178 1/4 to 181 3/4, and its panels 5/8 farther."""
    model = Model("IFC4", "INCHES")
    block_house(model, model.story("1", 0), start=start)
    reading = read_ifc(model.text(), read_answers([f"stud {BLOCK_TYPE}=2x4 furred"]))
    assert [say(left.text) for left in reading.left] == ([sentence] if sentence else [])


def test_a_model_that_breaks_off_says_so_and_gives_what_is_there():
    text = two_stories(Model()).text()
    whole = len(read_ifc(text).job.walls)
    cut = read_ifc(text[: len(text) * 2 // 3])
    assert "breaks off in line" in say(cut.left[0].text)
    assert len(cut.job.walls) <= whole


def test_walls_that_say_only_where_they_lie_come_in_where_their_studs_are():
    """The side the layers are counted from is not said: inside and outside may change places, by a quarter inch."""
    model = Model("IFC4", "MILLI")
    house_without_placements(model, model.story("1", 0))
    reading = read_ifc(model.text())
    job = reading.job.to_core()
    assert len(job.walls) == 6
    assert {wall.stud for wall in job.walls} == {"2x4", "2x6"}
    assert difference(job) < 0.25 * 2 * sum(wall.length for wall in HOUSE)
    assert not [left for left in reading.left if "Wall" in say(left.text)]


@pytest.mark.parametrize(
    ("make", "walls", "sentence"),
    [
        (
            lambda model: lone_wall(
                model,
                model.body(model.upright([(0, 0), (120, 0), (120, 130), (60, 130), (60, 96), (0, 96)], 0, 5.5)),
            ),
            1,
            "Wall “A” goes up in steps, or its shape is not closed. It is read as level.",
        ),
        (
            lambda model: lone_wall(
                model,
                model.body(
                    model.extruded([(0, 0), (60, 20), (120, 0), (120, 5.5), (60, 25.5), (0, 5.5)], 96),
                    axis=[(0, 0), (60, 20), (120, 0)],
                ),
            ),
            0,
            "Wall “A” is not straight and was left out.",
        ),
        (
            lambda model: lone_wall(
                model, model.body(model.extruded([(0, 0), (120, 0), (120, 8), (0, 8)], 96)), material="Concrete block"
            ),
            0,
            "Wall “A”, 8 thick: It is all Concrete block. If it is framed, choose its stud above.",
        ),
        (lambda model: lone_wall(model, None), 0, "Wall “A” has no shape that can be built and was left out."),
        (
            lambda model: lone_wall(model, None, kind="IfcCurtainWall"),
            0,
            "1 curtain wall is not framed with studs.",
        ),
        (
            lambda model: lone_wall(
                model, model.body(model.extruded([(0, 0), (9, 0), (9, 2), (0, 2)], 9)), kind="IfcDoor"
            ),
            0,
            "Door “A” fills no opening of a wall and was left out.",
        ),
    ],
    ids=["stepped", "bent", "concrete", "no shape", "curtain wall", "a door on its own"],
)
def test_what_is_no_level_straight_stud_wall_says_so(make, walls, sentence):
    model = Model("IFC4", "INCHES")
    make(model)
    reading = read_ifc(model.text())
    assert len(reading.job.walls) == walls
    assert sentence in [say(left.text) for left in reading.left]


@pytest.mark.parametrize(
    ("points", "top"),
    [
        # 40 in 120 are 4 in 12; 34 in 120 are no pitch anybody gives, and come as they are.
        ([(120, 136), (0, 96)], Rake(Fraction(4), End.START, inches(96))),
        ([(120, 96), (0, 136)], Rake(Fraction(4), End.END, inches(96))),
        ([(120, 120), (48, 96), (0, 96)], Rake(Fraction(4), End.START, inches(96), flat=inches(48))),
        ([(120, 96), (60, 116), (0, 96)], Gable(Fraction(4), Centered(), inches(96))),
        (
            # 18 in 48 are 4 1/2 in 12, in the other 72 they are 3.
            [(120, 96), (48, 114), (0, 96)],
            Gable(Fraction(9, 2), At(Reference.CENTER, inches(48), FromPlate(End.START)), inches(96)),
        ),
        ([(120, 130), (0, 96)], Chain((Corner(0, inches(96)), Corner(inches(120), inches(130))))),
    ],
)
def test_a_top_that_is_not_level_comes_in_as_its_pitch_or_its_points(points, top):
    model = Model("IFC4", "INCHES")
    lone_wall(model, model.body(model.upright([(0, 0), (120, 0), *points], 0, 5.5)))
    reading = read_ifc(model.text())
    ((wall,), left) = reading.job.to_core().walls, reading.left
    # Drawn by nobody knows whom, it may be walked from either end.
    assert top in (wall.top, _turned(wall.top))
    assert left == []


def _turned(top):
    """A top seen from the other side of its wall, 120 long."""
    match top:
        case Rake():
            return replace(top, low=top.low.other)
        case Gable(ridge=At() as ridge):
            return replace(top, rise=Fraction(3), ridge=replace(ridge, distance=inches(120) - ridge.distance))
        case Chain(points):
            return Chain(tuple(Corner(inches(120) - x, y) for x, y in points[::-1]))
    return top


def test_a_doorway_high_up_a_wall_is_on_a_story_of_it():
    """Its void begins 109 1/8 up and is 82 1/2 high; a window beside it at 142 5/8 has its head 82 1/2 over that."""
    model = Model("IFC4", "INCHES")
    holes = (Hole(60, 38, "door", 82.5, 109.125), Hole(160, 37, "window", 49, 142.625))
    house_on(model, model.story("1", 0), walls=(replace(HOUSE[5], holes=holes),), height=206.25)
    model.file.by_type("IfcRelFillsElement")[0].RelatedBuildingElement = model.root("IfcDoor", Name="D1")
    job = read_ifc(model.text()).job.to_core()
    assert [format_exact(line) for line in job.walls[0].floors] == ["109 1/8"]
    placed = {one.opening.kind: one for one in wall_plans(job)[0].openings}
    assert {kind: (one.opening.floor, format_exact(one.head.value)) for kind, one in placed.items()} == {
        "door": (1, "191 5/8"),
        "window": (1, "191 5/8"),
    }


def test_a_doorway_keeps_its_head_when_its_void_begins_above_the_walls_foot():
    """A wall that goes 4 below the floor: the void is 78 1/2 high, its head 82 1/2 above the plate."""
    model = Model("IFC4", "INCHES")
    wall = replace(HOUSE[5], holes=(Hole(98.25, 32, "door", 78.5, 4),))
    house_on(model, model.story("1", 0), walls=(wall,))
    model.file.by_type("IfcRelFillsElement")[0].RelatedBuildingElement = model.root("IfcDoor", Name="D1")
    (plan,) = wall_plans(read_ifc(model.text()).job.to_core())
    assert [(one.opening.kind, format_exact(one.head.value)) for one in plan.openings] == [("door", "82 1/2")]


@pytest.mark.parametrize(
    ("schema", "name", "operation", "kind"),
    [
        ("IFC4", "Single flush", "SINGLE_SWING_LEFT", "door"),
        ("IFC4", "Patio", "SLIDING_TO_LEFT", "sliding-door"),
        ("IFC4", "Closet", "FOLDING_TO_LEFT", "bifold-door"),
        ("IFC4", "Car", "ROLLINGUP", "overhead-door"),
        ("IFC4", "Pocket door", "SLIDING_TO_LEFT", "pocket-door"),
        ("IFC2X3", "Closet bypass", None, "bypass-door"),
    ],
)
def test_doors_are_told_apart_by_how_they_open_and_what_they_are_called(schema, name, operation, kind):
    model = Model(schema, "MILLI")
    house_on(model, model.story("1", 0), walls=HOUSE[5:])
    (door,) = model.file.by_type("IfcDoor")
    door.Name = name
    if operation:
        door.OperationType = operation
    (opening,) = read_ifc(model.text()).job.to_core().openings
    assert opening.kind == kind


def test_layers_that_hold_walls_together_are_read_together():
    sheet = Sheet()
    for layer, walls in (("A-WALL-EXTR", HOUSE[:4]), ("A-WALL-INTR", HOUSE[4:])):
        for wall in walls:
            sheet.shape(wall.corners(), layer)
    sheet.shape([(40, 40), (120, 40), (120, 44), (40, 44)], "A-FURN")
    check(read_dxf(sheet.data()), has_openings=False)
    alone = read_dxf(sheet.data(), read_answers(["layer=A-WALL-INTR"]))
    assert [(part.name, part.is_chosen) for part in alone.parts if part.name.startswith("A-WALL")] == [
        ("A-WALL-EXTR", False),
        ("A-WALL-INTR", True),
    ]
    assert len(alone.job.walls) == 2


def test_what_is_missing_or_hidden_is_said():
    sheet = Sheet()
    sheet.shape(HOUSE[0].corners(), "WALLS")
    sheet.space.add_blockref("SITE PLAN", (0, 0))
    sheet.document.layers.add("OLD").off()
    sheet.shape(HOUSE[1].corners(), "OLD")
    sheet.space.add_arc((0, 0), 300, 0, 180, dxfattribs={"layer": "WALLS"})
    sheet.line((40, 60), (200, 60), "WALLS")
    reading = read_dxf(sheet.data())
    assert len(reading.job.walls) == 1
    assert [(say(left.text), left.at is not None) for left in reading.left] == [
        ("SITE PLAN is in another file, which is not here. Bind it into the drawing.", False),
        ("Layers that are switched off were not read: OLD.", False),
        ("On layer WALLS 1 line belongs to no wall.", True),
        ("On layer WALLS 1 arc was left out. Walls here are straight.", True),
    ]


def test_blocks_in_blocks_without_end_are_looked_at_for_a_while_only(monkeypatch):
    """Eight in each of nine: 134 million lines in a file of some kilobytes."""
    monkeypatch.setattr(dxf_shapes, "MOST_SHAPES", 2000)
    sheet = Sheet()
    for number in range(9):
        block = sheet.document.blocks.new(f"B{number}")
        for step in range(8):
            if number == 0:
                block.add_line((step, 0), (step, 50), dxfattribs={"layer": "WALLS"})
            else:
                block.add_blockref(f"B{number - 1}", (step * 10**number, 0))
    sheet.space.add_blockref("B8", (0, 0))
    reading = read_dxf(sheet.data())
    assert any("Only the first" in say(left.text) for left in reading.left)


@pytest.mark.parametrize(
    ("choice", "sentence"),
    [
        ("unit=leagues", "“leagues” is not an answer for unit. Choose from inches"),
        ("door height=tall", "The door height: "),
        ("stud 5 1/2=2x5", "is not an answer for stud 5 1/2"),
        ("nonsense", "answers nothing"),
    ],
)
def test_an_answer_that_is_none_is_refused(choice, sentence):
    data = dxf.with_lines(Sheet()).data()
    with refused(FaultyData, match=sentence):
        read_dxf(data, read_answers([choice]))


def test_guesses_are_answered_for_all_alike():
    data = dxf.with_lines(Sheet()).data()
    job = read_dxf(data, read_answers(["window height=4-0", "sizes=unit", "gaps=door"])).job.to_core()
    windows = [opening for opening in job.openings if opening.kind == "window"]
    assert {(opening.sizing, str(opening.size.height // 64)) for opening in windows} == {("unit", "48")}
    assert sum(opening.kind == "door" for opening in job.openings) == 4


def box(left, bottom, right, top):
    return [(left, bottom), (right, bottom), (right, top), (left, top)]


OUTLINED = [
    *(box(0, 0, 50, 5.5), box(86, 0, 240, 5.5)),
    *(box(0, 138.5, 240, 144), box(0, 5.5, 5.5, 138.5), box(234.5, 5.5, 240, 138.5)),
    *(box(120, 5.5, 123.5, 40), box(120, 76, 123.5, 138.5)),
]
"""A house of 20 by 12 drawn as outlines, each stretch of wall a closed box: two doors of 36, one of them inside."""


@pytest.mark.parametrize("is_hatched", [False, True])
def test_the_outline_of_a_wall_is_wall_and_no_opening(is_hatched):
    sheet = Sheet()
    for outline in OUTLINED:
        sheet.shape(outline, "WALLS")
        if is_hatched:
            hatch = sheet.space.add_hatch(dxfattribs={"layer": "WALLS"})
            hatch.paths.add_polyline_path([sheet.put(corner) for corner in outline], is_closed=True)
    job = read_dxf(sheet.data()).job.to_core()
    assert len(job.walls) == 5
    assert [(opening.kind, str(opening.size)) for opening in job.openings] == [("cased-opening", "3-0 x 6-10 1/2")] * 2


def test_a_box_over_a_wall_whose_faces_go_on_is_an_opening():
    sheet = Sheet()
    sheet.shape(box(0, 0, 240, 5.5), "WALLS")
    sheet.shape(box(90, 0, 126, 5.5), "GLASS")
    (opening,) = read_dxf(sheet.data(), read_answers(["layer=WALLS"])).job.to_core().openings
    assert opening.size.width == inches(36)


def test_gaps_with_nothing_in_them_may_be_no_openings():
    sheet = Sheet()
    for outline in OUTLINED:
        sheet.shape(outline, "WALLS")
    reading = read_dxf(sheet.data(), read_answers(["gaps=none"]))
    job = reading.job.to_core()
    assert (len(job.walls), job.openings) == (5, ())
    (gap,) = (guess for guess in reading.guesses if guess.key == "gaps")
    assert (gap.value, gap.is_sure, say(gap.choices[-1].label)) == ("none", True, "not an opening")
    # Nothing is asked about openings that are none.
    assert not {"sizes", "door height"} & {guess.key for guess in reading.guesses}
