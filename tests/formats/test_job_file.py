import json
import sys
from dataclasses import replace
from pathlib import Path

import jsonschema
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.job.amounts import PrecutStuds, WallHeight
from bluff.core.job.header import Header, HeaderKind, Source
from bluff.core.job.job import Between
from bluff.core.measure.length import inches
from bluff.formats.errors import FaultyData
from bluff.formats.job_file import job_data, job_file_schema, read_job, write_job
from framing import say
from strategies import jobs

EXAMPLE = (Path(__file__).parents[2] / "examples" / "quill-harbour.bluff.json").read_text()


def small(**changes):
    data = {
        "format": "bluff-job",
        "version": 2,
        "name": "Shed",
        "walls": [{"id": "A", "stud": "2x4", "length": "18' 6"}],
        "openings": [
            {"id": "W1", "wall": "A", "kind": "window", "unit": "3-6 x 4-6", "at": {"center": 111}},
        ],
    }
    return data | changes


def faults(data):
    with pytest.raises(FaultyData) as refused:
        read_job(data if isinstance(data, str | bytes) else json.dumps(data))
    return [say(fault.sentence) for fault in refused.value.faults]


@given(jobs())
def test_a_written_job_reads_back_the_same(job):
    text = write_job(job)
    assert read_job(text) == job
    assert write_job(read_job(text)) == text


SCHEMA = jsonschema.Draft202012Validator(job_file_schema())


@given(jobs())
def test_a_written_job_fits_the_published_schema(job):
    SCHEMA.validate(job_data(job))


def test_the_example_fits_the_published_schema():
    jsonschema.validate(json.loads(EXAMPLE), job_file_schema())
    assert read_job(write_job(read_job(EXAMPLE))) == read_job(EXAMPLE)


def test_a_file_begins_with_what_it_is():
    assert list(job_data(read_job(EXAMPLE)))[:3] == ["format", "version", "name"]
    assert list(job_data(read_job(EXAMPLE))["walls"][0])[:3] == ["id", "stud", "from"]


def test_what_a_standard_leaves_out_is_the_products():
    job = read_job(json.dumps(small()))
    assert job.standard.studs == PrecutStuds(inches("92 5/8"))
    assert job.standard.header == Header(HeaderKind.BUILT_UP, "2x8", 2, Source.UNVERIFIED)


def test_lengths_are_numbers_or_text():
    ways = {"spacing": 19.2, "wall_height": "8' 1 1/8", "head_height": 82.5, "datum": {"shift": "-5 1/2"}}
    standard = read_job(json.dumps(small(standard=ways))).standard
    assert float(standard.spacing) == 19.2
    assert standard.studs == WallHeight(inches("97 1/8"))
    assert standard.head_height == inches("82 1/2")
    assert standard.datum.shift == -inches("5 1/2")


def test_a_wall_lies_in_the_plan_or_has_a_length():
    walls = [{"id": "A", "stud": "2x6", "from": [0, 0], "to": ["24'", "0"], "kind": "exterior", "line": "left"}]
    (wall,) = read_job(json.dumps(small(walls=walls, openings=[]))).walls
    assert isinstance(wall.run, Between)
    assert wall.run.length == inches("24'")


def test_a_header_leaves_out_what_is_usual():
    flat = small(standard={"header": {"kind": "flat"}})
    assert read_job(json.dumps(flat)).standard.header == Header(HeaderKind.FLAT, None, 1)
    solid = small(standard={"header": {"kind": "solid", "size": "6x8", "source": "drawings"}})
    assert read_job(json.dumps(solid)).standard.header == Header(HeaderKind.SOLID, "6x8", 1, Source.DRAWINGS)


def opening(**changes):
    base = {"id": "W1", "wall": "A", "kind": "window", "unit": "3-6 x 4-6", "at": {"center": 111}}
    return small(openings=[base | changes])


def wall(**changes):
    return small(walls=[{"id": "A", "stud": "2x4", "length": "18' 6"} | changes], openings=[])


@pytest.mark.parametrize(
    ("data", "says"),
    [
        ("", "There is nothing in it"),
        (" \n", "There is nothing in it"),
        ('{"format": "bluff-job", "version": 2, "name": "a\\u0000b"}', "cannot be written, U+0000"),
        ('{"format": "bluff-job", "version": 2, "name": "a\\ud800b"}', "cannot be written, U+D800"),
        ("{,}", "line 1, column 2"),
        ("[1]", "This is not a job file"),
        (b'{"\xff": 1}', "UTF-8"),
        ('{"format": "bluff-job", "format": "x"}', "“format” is there twice"),
        ('{"format": NaN}', "NaN is not a number"),
        ("[" * 100_000, "nested too deeply"),
        (small(format="other"), 'format: This is not a job file; its format must be "bluff-job"'),
        (small(version=3), "version: Version 3 is not known. This Bluff reads versions 1 to 2"),
        (small(name=""), "name: A job needs a name"),
        (
            small(color="red"),
            "color: There is no such key here; the keys are crooked, currency, format, grades, keep, kerf, "
            "nails_a_box, name, ",
        ),
        (small(walls={}), "walls: {} is not a list"),
        (small(walls=["A"]), "walls[0]: “A” is not an object"),
        (wall(length="12'14"), "walls[0].length: “12'14” has 14 inches"),
        (wall(length=None), "walls[0].length: Give the wall a length, or two points"),
        (wall(length=-5), "walls[0].length: -5 is less than nothing"),
        (wall(length=1e9), "walls[0].length: That is more than 1000 feet"),
        (wall(length=10**400), "walls[0].length: That is more than 1000 feet"),
        ('{"length": ' + "1" * 5000 + "}", "more digits than any length"),
        (small(standard={"spacing": "1e99999999"}), "standard.spacing: “1e99999999” is not a length"),
        (wall(length=True), "walls[0].length: Write a length as text"),
        (wall(to=[0, 5]), "walls[0].length: A wall has a length of its own or two points, not both"),
        (wall(stud="2x5"), "walls[0].stud: There is no 2x5"),
        (wall(color="red"), "walls[0].color: There is no such key here; the keys are anchor_bolts"),
        (wall(id=7), "walls[0].id: 7 is not text"),
        (wall(bearing="yes"), "walls[0].bearing: “yes” is neither true nor false"),
        (wall(kind="outer"), "walls[0].kind: “outer” is not known. Write exterior or partition"),
        (wall(header={"size": "2x7"}), "walls[0].header.size: There is no 2x7"),
        (wall(spacing=4), "walls[0].spacing: Studs stand 8 to 48"),
        (wall(sills="2"), "walls[0].sills: “2” is not a whole number"),
        (wall(sills=1.5), "walls[0].sills: 1.5 is not a whole number"),
        (wall(wall_height=97, measured={"heights": ["97"]}), "walls[0].measured: Give a stud length, a wall height"),
        (wall(measured={"heights": []}), "walls[0].measured: Write at least one reading"),
        (wall(measured={"heights": ["97"], "play": 3}), "walls[0].measured: Play is 0 to 2 inches"),
        (
            wall(stud_length=90, wall_height=97),
            "walls[0].wall_height: Give a stud length, a wall height or a measured room",
        ),
        (wall(wide_opening={"jacks": 2}), "walls[0].wide_opening.from: This is missing"),
        (wall(lumber={"2x5": [1, 5]}), "walls[0].lumber: There is no 2x5"),
        (wall(window_allowance={"width": 1}), 'walls[0].window_allowance: Write an allowance as {"width": 1'),
        (opening(unit=None), "openings[0].unit: Give the opening a unit or a rough size"),
        (opening(rough=[36, 80]), "openings[0].unit: Give the opening a unit or a rough size"),
        (opening(unit="3-6"), "openings[0].unit: “3-6” is not a size"),
        (opening(unit=[36]), "openings[0].unit: Write a size as a call-out"),
        (opening(at="left"), "openings[0].at: Write where it is"),
        (opening(at={"center": 5, "edge": 5}), "openings[0].at: Give a position to its center or to its edge"),
        (opening(at={"middle": 5}), "openings[0].at: There is no key “middle”"),
        (opening(at={"center": 5, "from": "left"}), "openings[0].at: Measure from plate-start"),
        (opening(at={"center": 5, "from": {"wall": "B"}}), "openings[0].at: Measure from plate-start"),
        (opening(spacing=24), "openings[0].spacing: spacing holds for a whole wall"),
        (opening(wall="B"), "openings[0].wall: W1 is in wall B, which is not in the job"),
        (opening(kind="hatch"), "openings[0].kind: “hatch” is not known"),
    ],
)
def test_every_fault_names_its_path_and_says_what_would_do(data, says):
    (fault, *_) = faults(data)
    assert says in fault
    assert fault.endswith(".")


@pytest.mark.parametrize(
    ("day", "says"),
    [
        ({"people": 0}, "standard.day.people: 0 is too small; 1 is the least."),
        ({"week": 8}, "standard.day.week: 8 is too large; 7 is the most."),
        ({"trucks": "two"}, "standard.day.trucks: “two” is not a whole number. Write it without quotes or a fraction."),
    ],
)
def test_a_number_out_of_its_bounds_says_what_the_bound_is(day, says):
    assert faults(small(standard={"day": day})) == [says]


def test_every_fault_is_said_at_once():
    data = small(walls=[{"id": "A", "stud": "2x5", "length": 50}, {"id": "B", "stud": "2x4", "length": 1}])
    assert len(faults(data)) == 2
    assert len(faults(small(walls=[{"id": 1}, {"stud": 2}]))) == 4


def test_a_file_too_large_for_a_job_is_not_even_parsed():
    assert "too large" in faults(b" " * (9 * 1024 * 1024))[0]


json_values = st.recursive(
    st.none() | st.booleans() | st.floats(allow_nan=False) | st.integers() | st.text(max_size=8),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=8), inner, max_size=3),
    max_leaves=8,
)


@given(st.sampled_from(["walls", "openings", "standard", "name"]), json_values)
def test_anything_at_all_is_a_job_or_a_list_of_sentences(key, value):
    try:
        read_job(json.dumps(small(**{key: value})))
    except FaultyData as error:
        assert all(say(fault.message).endswith((".", "…")) for fault in error.faults)


def test_replacing_the_limits_of_python_is_not_needed():
    # A job as long as a job may be still reads.
    job = read_job(EXAMPLE)
    walls = tuple(replace(job.walls[4], id=f"P{number}") for number in range(2000))
    assert read_job(write_job(replace(job, walls=walls, openings=()))).walls == walls
    assert sys.getrecursionlimit() <= 10_000


@pytest.mark.parametrize(
    ("part", "key", "value", "says"),
    [
        ("openings", "spacing", 24, "openings[0].spacing: spacing holds for a whole wall. Set it on the wall."),
        ("openings", "wall_height", "97", "openings[0].wall_height: wall_height holds for a whole wall"),
        ("walls", "words", {}, "walls[0].words: words hold for the whole job. Set them on the job."),
        ("walls", "spacings", 24, "walls[0].spacings: There is no such key here"),
    ],
)
def test_a_way_at_the_wrong_level_says_where_it_belongs(part, key, value, says):
    data = small()
    data[part][0][key] = value
    (fault,) = faults(data)
    assert fault.startswith(says)
