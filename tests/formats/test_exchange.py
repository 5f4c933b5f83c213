"""Drawings and models: what goes out comes back, and what others drew is understood or said not to be."""

from dataclasses import replace
from fractions import Fraction
from io import StringIO
from pathlib import Path
from tempfile import NamedTemporaryFile

import ezdxf
import ifcopenshell
import ifcopenshell.util.unit
import pytest
from ezdxf.math import Matrix44
from hypothesis import given, settings
from hypothesis import strategies as st

from bluff.core.frame import frame
from bluff.core.job.finding import Severity
from bluff.core.job.job import Alone, Wall, WallKind
from bluff.core.job.position import Centered
from bluff.core.job.top import Gable
from bluff.core.job.words import PRESETS
from bluff.core.measure.length import format_exact, inches
from bluff.core.wall.wall_plan import wall_plans
from bluff.formats.bounded import WORKERS
from bluff.formats.errors import FaultyData
from bluff.formats.exchange import READ_DRAWING, drawing_reading, read_drawing
from bluff.formats.exchange.choices import read_answers
from bluff.formats.exchange.dxf_read import read_dxf
from bluff.formats.exchange.dxf_write import APP, write_dxf
from bluff.formats.exchange.faces import pairs_of
from bluff.formats.exchange.ifc_read import read_ifc
from bluff.formats.exchange.ifc_write import write_ifc
from bluff.formats.exchange.reading import LARGEST_DRAWING
from bluff.formats.job_file import read_job
from floors import partition, plans, shelter
from framing import say
from refusals import refused

DEMO = read_job((Path(__file__).parents[2] / "examples/quill-harbour.bluff.json").read_bytes())
LOFT = read_job((Path(__file__).parents[2] / "examples/net-loft.bluff.json").read_bytes())


def framed(job):
    return [frame(plan) for plan in wall_plans(job)]


def lengths(job):
    return sorted(format_exact(plan.length) for plan in plans(job).values())


def holes(job, but=frozenset()):
    """What openings are, by mark and width."""
    placed = (placed for plan in wall_plans(job) for placed in plan.openings)
    return sorted((one.id, one.rough.width.value) for one in placed if one.id not in but)


def read_back(job, kind):
    if kind == "dxf":
        return read_dxf(write_dxf(framed(job)).encode())
    return read_ifc(write_ifc(job.name, framed(job)))


@pytest.mark.parametrize("kind", ["dxf", "ifc"])
def test_the_demo_comes_back_as_it_went_out(kind):
    reading = read_back(DEMO, kind)
    job = reading.job.to_core()
    assert job.walls == DEMO.walls
    assert sorted(job.openings, key=lambda opening: opening.id) == sorted(DEMO.openings, key=lambda opening: opening.id)
    assert reading.left == []


def test_pieces_of_a_model_are_called_what_the_crew_calls_them():
    job = replace(DEMO, ways=replace(DEMO.ways, words=PRESETS["Britain and Ireland"]))
    called = {
        member.ObjectType
        for member in ifcopenshell.file.from_string(write_ifc(job.name, framed(job))).by_type("IfcMember")
    }
    assert {"stud", "full stud", "cripple stud", "top short stud", "sole plate"} <= called
    assert not called & {"king", "jack"}


@settings(max_examples=8)
@given(st.integers(14, 40), st.sets(st.integers(3, 11), max_size=3), st.sampled_from(["2x4", "2x6"]))
def test_any_floor_comes_back_as_it_went_out(depth, places, stud):
    job = shelter(*(partition(f"P{x}", (x, 0), (x, 22.5), stud) for x in places), stud=stud)
    for kind in ("dxf", "ifc"):
        assert read_back(job, kind).job.to_core().walls == job.walls


def without_entries(text):
    """The drawing as somebody else would have made it."""
    document = ezdxf.read(StringIO(text))
    for entity in document.modelspace():
        if entity.has_xdata(APP):
            entity.discard_xdata(APP)
    out = StringIO()
    document.write(out)
    return out.getvalue().encode()


def test_the_demo_rewritten_by_others_gives_the_same_walls_and_openings():
    """CRLF, millimeters, layers of other names, and everything gone that says what it was."""
    document = ezdxf.read(StringIO(without_entries(write_dxf(framed(DEMO))).decode()))
    document.header["$INSUNITS"] = 4
    for layer, name in (("PLAN-WALLS", "1"), ("PLAN-OPENINGS", "2"), ("PLAN-MARKS", "3")):
        for entity in document.modelspace().query(f'*[layer=="{layer}"]'):
            entity.dxf.layer = name
            entity.transform(Matrix44.scale(25.4, 25.4, 25.4))
    for entity in document.modelspace().query('*[layer!="1"]').query('*[layer!="2"]').query('*[layer!="3"]'):
        document.modelspace().delete_entity(entity)
    out = StringIO()
    document.write(out)
    found = read_dxf(out.getvalue().replace("\n", "\r\n").encode()).job.to_core()
    assert lengths(found) == lengths(DEMO)

    # The mark of the sliding door says nothing to others, so it is given the next one.
    assert holes(found, but={"D8"}) == holes(DEMO, but={"S1"})
    assert len(found.openings) == len(DEMO.openings)


def test_closed_outlines_on_a_layer_are_walls_that_meet_as_they_did():
    job = shelter(partition("E", (12, 0), (12, 22.5)))
    reading = read_dxf(without_entries(write_dxf(framed(job))), read_answers(["layer=PLAN-WALLS"]))
    found = reading.job.to_core()
    assert lengths(found) == lengths(job)
    assert sorted(wall.kind for wall in found.walls) == [WallKind.EXTERIOR] * 4 + [WallKind.PARTITION]
    assert not [
        finding for framing in framed(found) for finding in framing.findings if finding.severity is Severity.ERROR
    ]
    assert "PLATES" in {part.name for part in reading.parts}


def drawing(*entities, units=1):
    document = ezdxf.new(units=units)
    for points, closed in entities:
        document.modelspace().add_lwpolyline(points, close=closed, dxfattribs={"layer": "A-WALL"})
    out = StringIO()
    document.write(out)
    return out.getvalue().encode()


def as_binary(document):
    with NamedTemporaryFile(suffix=".dxf") as file:
        document.saveas(file.name, fmt="bin")
        return Path(file.name).read_bytes()


@pytest.mark.parametrize(
    "written",
    [
        lambda text: text.replace("\n", "\r\n").encode(),
        lambda text: b"\xef\xbb\xbf" + text.encode(),
        lambda text: b"\xef\xbb\xbf" + text.replace("\n", "\r\n").encode(),
        lambda text: as_binary(ezdxf.read(StringIO(text))),
    ],
    ids=["windows line ends", "byte order mark", "both", "binary"],
)
def test_a_drawing_is_read_however_its_system_writes_files(written):
    job = shelter(partition("E", (12, 0), (12, 22.5)))
    text = write_dxf(framed(job))
    plain = read_dxf(text.encode())
    reading = read_dxf(written(text))
    assert reading.job.to_core().walls == job.walls
    assert (reading.parts, reading.left) == (plain.parts, plain.left)


def test_layers_are_named_as_the_code_page_of_the_drawing_says():
    document = ezdxf.new("R2000", units=1)
    document.encoding = "cp1252"
    rectangle = [(0, 0), (120, 0), (120, 3.5), (0, 3.5)]
    document.modelspace().add_lwpolyline(rectangle, close=True, dxfattribs={"layer": "WÄNDE"})
    out = StringIO()
    document.write(out)
    reading = read_dxf(out.getvalue().encode("cp1252"), read_answers(["layer=WÄNDE"]))
    assert [wall.stud for wall in reading.job.to_core().walls] == ["2x4"]


def test_pairs_of_lines_are_walls_to_the_outside_of_their_corners():
    outer = [(0, 0), (0, 120), (200, 120), (200, 0)]
    inner = [(5.5, 5.5), (5.5, 114.5), (194.5, 114.5), (194.5, 5.5)]
    found = read_dxf(drawing((outer, True), (inner, True)), read_answers(["layer=A-WALL"])).job.to_core()
    assert lengths(found) == ["109", "109", "200", "200"]
    assert {wall.kind for wall in found.walls} == {WallKind.EXTERIOR}


def test_a_metric_drawing_is_read_in_inches():
    rectangle = [(0, 0), (3048, 0), (3048, 88.9), (0, 88.9)]
    (wall,) = read_dxf(drawing((rectangle, True), units=4), read_answers(["layer=A-WALL"])).job.to_core().walls
    assert (wall.stud, format_exact(wall.run.length)) == ("2x4", "120")


def test_what_is_no_wall_is_listed():
    thick = [(0, 0), (100, 0), (100, 30), (0, 30)]
    reading = read_dxf(drawing((thick, True), ([(0, 200), (50, 200)], False), units=0), read_answers(["layer=A-WALL"]))
    assert reading.job.walls == []
    assert "A box 100 by 30 is not a wall" in say(reading.left[0].text)
    (unit,) = (guess for guess in reading.guesses if guess.key == "unit")
    assert (say(unit.label), unit.value, unit.is_sure) == ("The drawing gives no unit", "inches", False)


@pytest.mark.parametrize("text", ["", "nonsense", "0\nSECTION\n2\nENTITIES\n0\nLINE\n", "ISO-10303-21;"])
@pytest.mark.parametrize("read", [lambda text: read_dxf(text.encode()), read_ifc])
def test_a_file_of_another_kind_is_refused_with_a_sentence(read, text):
    with pytest.raises(FaultyData) as caught:
        read(text)
    assert "This is no" in say(caught.value.faults[0].message)


def test_a_layer_that_is_not_there_is_refused_by_name():
    with refused(FaultyData, match="nothing on layer WALLS; the layers are A-WALL"):
        read_dxf(drawing(([(0, 0), (1, 1)], False)), read_answers(["layer=WALLS"]))


def test_a_model_is_understood_by_its_shapes_when_it_carries_no_entries():
    model = ifcopenshell.file.from_string(write_ifc(DEMO.name, framed(DEMO)))
    for entry in model.by_type("IfcPropertySet"):
        entry.Name = "Somebody_Elses"
    reading = read_ifc(model.to_string())
    found = reading.job.to_core()
    assert lengths(found) == lengths(DEMO)
    by_id = {opening.id: opening for opening in found.openings}
    assert by_id.keys() == {opening.id for opening in DEMO.openings}
    sizes = {
        placed.id: (placed.rough.width.value, placed.rough.height.value, placed.opening.kind.is_doorway)
        for plan in wall_plans(DEMO)
        for placed in plan.openings
    }
    assert {id_: (one.size.width, one.size.height, one.kind.is_doorway) for id_, one in by_id.items()} == sizes
    assert_gables_came_back(reading)


def test_a_model_rewritten_by_others_gives_the_same_walls_and_openings():
    """CRLF, millimeters, and everything gone that says what it was."""
    model = ifcopenshell.file.from_string(write_ifc(DEMO.name, framed(DEMO)))
    for entry in model.by_type("IfcPropertySet"):
        entry.Name = "Somebody_Elses"
    rewritten = ifcopenshell.util.unit.convert_file_length_units(model, "MILLIMETRE").to_string()
    reading = read_ifc(rewritten.replace("\n", "\r\n"))
    found = reading.job.to_core()
    assert lengths(found) == lengths(DEMO)

    def holes(job):
        return sorted((placed.id, placed.rough.width.value) for plan in wall_plans(job) for placed in plan.openings)

    assert holes(found) == holes(DEMO)
    assert_gables_came_back(reading)


def test_a_tall_wall_comes_back_by_its_shapes_with_its_story():
    """The loading door upstairs says where the floor is; a wall with only windows up there has none."""
    model = ifcopenshell.file.from_string(write_ifc(LOFT.name, framed(LOFT)))
    for entry in model.by_type("IfcPropertySet"):
        entry.Name = "Somebody_Elses"
    found = read_ifc(model.to_string()).job.to_core()
    assert {wall.id: wall.floors for wall in found.walls if wall.floors} == {"A": (inches("109 1/8"),)}

    def stand(job):
        return {
            one.placed.id: (one.placed.start.value, one.placed.head.value, one.hole.y)
            for framing in framed(job)
            for one in framing.openings
        }

    assert stand(found) == stand(LOFT)


def assert_gables_came_back(reading):
    """A shape has only points, but those of the two gables are what a pitch of 5 makes from 97 1/8."""
    assert reading.left == []
    tops = {wall.id: wall.top for wall in reading.job.to_core().walls if wall.top}
    assert tops == dict.fromkeys("BD", Gable(Fraction(5), Centered(), inches("97 1/8")))
    plans = {plan.id: plan for plan in wall_plans(DEMO)}
    for plan in wall_plans(reading.job.to_core()):
        assert plan.top == plans[plan.id].top


def test_a_gable_goes_out_with_its_real_bodies():
    """Its ridge is 97 1/8 + 129 1/2 x 5/12 = 151 5/64 up, and a stud has the five corners of its two points."""
    model = ifcopenshell.file.from_string(write_ifc(DEMO.name, framed(DEMO)))
    (gable,) = (wall for wall in model.by_type("IfcWall") if wall.Name == "B")
    assert max(y for _, y in _face(gable)) == 151.078125
    (stud,) = (one for one in model.by_type("IfcMember") if one.Name == "B/stud/2")
    assert _face(stud) == [(0, 0), (1.5, 0), (1.5, 103.734375), (0, 103.109375), (0, 0)]


def _face(product):
    (solid,) = product.Representation.Representations[0].Items
    return [point.Coordinates for point in solid.SweptArea.OuterCurve.Points]


def test_the_model_has_every_member_with_its_type():
    model = ifcopenshell.file.from_string(write_ifc(DEMO.name, framed(DEMO)))
    members = sum(len(framing.members) for framing in framed(DEMO))
    assert len(model.by_type("IfcMember")) + len(model.by_type("IfcBeam")) == members
    assert {kind.Name for kind in model.by_type("IfcMemberType")} == {"2x4", "2x6"}
    assert len(model.by_type("IfcOpeningElement")) == len(DEMO.openings)


@pytest.mark.parametrize(
    ("member", "across"),
    # C's inside is on its right; H butts into F from its left, G from its right. F is 3 1/2 thick, C 5 1/2.
    [("C/corner/start/backing", -2.75), ("F/intersection/H/backing", 0.25), ("F/intersection/G/backing", -1.75)],
)
def test_backing_lies_on_the_side_of_the_wall_that_meets(member, across):
    model = ifcopenshell.file.from_string(write_ifc(DEMO.name, framed(DEMO)))
    (piece,) = (one for one in model.by_type("IfcMember") if one.Name == member)
    (solid,) = piece.Representation.Representations[0].Items
    assert solid.Position.Location.Coordinates[1] == across


def test_a_wall_on_no_plan_goes_out_beside_it():
    alone = replace(DEMO, walls=(Wall("A", "2x4", Alone(7680)),), openings=())
    (wall,) = read_ifc(write_ifc("x", framed(alone))).job.to_core().walls
    assert wall == alone.walls[0]


def test_the_drawing_is_to_full_size_with_real_dimensions():
    document = ezdxf.read(StringIO(write_dxf(framed(shelter()))))
    space = document.modelspace()
    assert document.header["$INSUNITS"] == 1
    measured = {round(dimension.get_measurement(), 4) for dimension in space.query("DIMENSION")}
    assert measured == {432, 270}
    elevations, plates = (list(space.query(f'LWPOLYLINE[layer=="{layer}"]')) for layer in ("ELEVATION", "PLATES"))
    assert len(elevations) + len(plates) == sum(len(framing.members) for framing in framed(shelter()))
    # Three plates a wall, each of two boards: every wall is longer than 20 feet.
    assert len(plates) == 3 * 4 * 2


def test_a_bay_that_is_kept_clear_is_drawn():
    """The duct's bay in the loft: 13 1/2 and an inch about 20'-8, from 240 3/4 to 255 1/4, up from the bottom plate."""
    space = ezdxf.read(StringIO(write_dxf(framed(LOFT)))).modelspace()
    (bay,) = space.query('LWPOLYLINE[layer=="ELEVATION-CLEAR"]')
    xs, ys = zip(*[(x, y) for x, y, *_ in bay], strict=True)
    assert max(xs) - min(xs) == 14.5
    plates = min(y for piece in space.query('LWPOLYLINE[layer=="PLATES"]') for _, y, *_ in piece)
    assert min(ys) > plates


def test_lines_pair_up_only_as_far_apart_as_walls_are_thick():
    lines = [((0, 0), (100, 0)), ((100, 5.5), (0, 5.5)), ((0, 20), (100, 20)), ((0, 34), (100, 34))]
    (pair,) = pairs_of(lines)
    assert (pair.thickness, pair.spans) == (5.5, ((0, 100),))


def test_a_drawing_from_outside_is_read_in_a_process_of_its_own():
    text = write_ifc(DEMO.name, framed(DEMO)).encode()
    assert drawing_reading(WORKERS.run(READ_DRAWING, text)).job.to_core().walls == DEMO.walls
    with refused(FaultyData, match="This is neither a DXF drawing nor an IFC model"):
        WORKERS.run(READ_DRAWING, b"nonsense")
    with refused(FaultyData, match="over 24 MB"):
        read_drawing(b" " * (LARGEST_DRAWING + 1))


@pytest.mark.parametrize(
    ("data", "sentence"),
    [
        (b"", "The file is empty"),
        (b"nothing of the kind", "neither a DXF drawing nor an IFC model"),
        (b"  0\nSECTION\n", "This is not a DXF drawing"),
        (b"PK\x03\x04", "Unpack it"),
        (b"AC1032\0", "save it as DXF there"),
        (b"%PDF-1.7", "This is a PDF"),
        (b"ISO-10303-21;\nHEADER;", "This is not an IFC model"),
        (b'{"format": "bluff-job"}', "Import a job file on the Jobs screen"),
    ],
)
def test_a_file_that_is_something_else_says_what_it_is_and_what_to_do(data, sentence):
    with refused(FaultyData, match=sentence):
        read_drawing(data)


def test_what_others_drew_far_away_is_brought_to_the_origin():
    far = 63360.0
    rectangle = [(far, far), (far + 120, far), (far + 120, far + 3.5), (far, far + 3.5)]
    (wall,) = read_dxf(drawing((rectangle, True)), read_answers(["layer=A-WALL"])).job.to_core().walls
    assert (wall.run.start.x, wall.run.start.y) == (0, 0)


def test_a_strip_that_reaches_out_of_any_plan_is_left():
    far = [(0, 0), (200_000, 0), (200_000, 3.5), (0, 3.5)]
    near = [(0, 100), (120, 100), (120, 103.5), (0, 103.5)]
    reading = read_dxf(drawing((far, True), (near, True)), read_answers(["layer=A-WALL"]))
    assert len(reading.job.walls) == 1
    assert "1000 feet" in say(reading.left[0].text)
