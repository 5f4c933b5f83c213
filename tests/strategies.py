"""Random walls: lengths to the 64th, openings anywhere, every way of framing."""

from dataclasses import replace
from fractions import Fraction
from itertools import pairwise

from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.job.amounts import (
    Allowance,
    BoltRule,
    Datum,
    DoorParts,
    JoistLayout,
    MeasuredRoom,
    PinRule,
    PlateStock,
    PrecutStuds,
    StudMake,
    WallHeight,
    WideOpening,
)
from bluff.core.job.edit import AddOpening
from bluff.core.job.header import Capped, Header, HeaderKind, HeaderPlace, Laid, Source
from bluff.core.job.job import Alone, Job, Opening, Sizing, Wall
from bluff.core.job.loads import HeaderLoads, LoadTime
from bluff.core.job.position import At, Centered, FromOpening, FromOutside, FromPlate, FromWall, Reference, WallFace
from bluff.core.job.schools import (
    Anchors,
    Blocks,
    CeilingBacking,
    CornerSchool,
    End,
    EndStuds,
    Floor,
    Heads,
    IntersectionSchool,
    Jacks,
    JoistRun,
    MarkedOn,
    MarkLines,
    OpeningKind,
    PlateTies,
    Sheets,
    ShopWork,
    SillTop,
    StudKind,
    WideFace,
)
from bluff.core.job.special import Beam, FixtureBacking, PlateBreaks, Post
from bluff.core.job.top import Chain, Gable, Rake, Top
from bluff.core.job.ways import JobWays, OpeningWays, WallWays
from bluff.core.job.wood import Wood, WoodKind
from bluff.core.measure.length import Length, inches
from bluff.core.measure.lumber import ENGINEERED
from bluff.core.measure.shapes import Corner
from bluff.core.measure.size import Size
from bluff.core.phrase.opening_line import read_opening
from floors import partition, wall


def lengths(least: int, most: int) -> st.SearchStrategy[Length]:
    """Lengths between two numbers of inches, mostly on the 16th, sometimes on any 64th."""
    on_16ths = st.integers(least * 16, most * 16).map(lambda sixteenths: sixteenths * 4)
    return on_16ths | st.integers(least * 64, most * 64)


_common = {
    "source": st.sampled_from(Source),
    "place": st.sampled_from(HeaderPlace),
    "capped": st.sampled_from(Capped),
    "is_furred": st.booleans(),
}
_two_bys = st.sampled_from(["2x4", "2x6", "2x8", "2x10", "2x12"])


def _header(kind, size, plies=None, **more):
    return st.builds(
        Header, kind=st.just(kind), size=size, plies=st.just(2) if plies is None else plies, **_common, **more
    )


headers = st.one_of(
    _header(HeaderKind.BUILT_UP, _two_bys, st.integers(1, 3)),
    _header(
        HeaderKind.SOLID,
        st.sampled_from(["4x6", "4x8", "6x8", "6x12"]),
        st.just(1),
        laid=st.sampled_from(Laid),
    ),
    _header(HeaderKind.FLAT, st.sampled_from([None, "2x6"]), st.integers(1, 2)),
    _header(HeaderKind.ENGINEERED, st.sampled_from(ENGINEERED), st.integers(1, 4)),
    _header(HeaderKind.INSULATED, _two_bys),
    _header(HeaderKind.BOX, _two_bys),
)

_headers_carry = dict(  # noqa: C408 - as arguments are written
    header_wood=st.none() | st.sampled_from(WoodKind),
    woods=st.none()
    | st.sampled_from(WoodKind).map(
        lambda kind: (Wood(kind, Fraction(1350), Fraction("187.5"), Fraction(650), Fraction("1.55"), "grade stamp"),)
    ),
    loads=st.none()
    | st.builds(
        HeaderLoads,
        *[st.integers(0, 500).map(Fraction), st.integers(0, 500).map(Fraction), st.sampled_from(LoadTime)],
        *[st.integers(0, 40).map(Fraction)] * 3,
        st.sampled_from(LoadTime),
        *[st.integers(0, 40).map(Fraction)] * 3,
    ),
)

opening_ways = st.builds(
    OpeningWays,
    **_headers_carry,
    header=st.none() | headers,
    jacks=st.none() | st.sampled_from(Jacks),
    jack_count=st.none() | st.integers(1, 3),
    king_count=st.none() | st.integers(1, 3),
    sills=st.none() | st.integers(1, 2),
    end_top_cripples=st.none() | st.booleans(),
    head_height=st.none() | lengths(60, 90),
    heads=st.none() | st.sampled_from(Heads),
    sill_top=st.none() | st.sampled_from(SillTop),
)

measured_rooms = st.builds(MeasuredRoom, st.lists(lengths(90, 120), min_size=1, max_size=4).map(tuple), lengths(0, 1))

_of_a_wall = dict(
    **_headers_carry,
    spacing=st.sampled_from([None, Fraction(12), Fraction(16), Fraction(96, 5), Fraction(24), Fraction(20)]),
    studs=st.none()
    | st.builds(PrecutStuds, lengths(84, 117))
    | st.builds(WallHeight, lengths(90, 120))
    | measured_rooms,
    stud_make=st.none()
    | st.just(StudMake())
    | st.builds(
        lambda faces, wide_face: StudMake(StudKind.COMPOSITE, max(faces), min(faces), wide_face),
        st.tuples(lengths(1, 2), lengths(1, 2)),
        st.sampled_from(WideFace),
    ),
    end_studs=st.none() | st.sampled_from(EndStuds),
    bottom_plates=st.none() | st.integers(1, 2),
    top_plates=st.none() | st.integers(1, 2),
    header=st.none() | headers,
    jacks=st.none() | st.sampled_from(Jacks),
    jack_count=st.none() | st.integers(1, 3),
    king_count=st.none() | st.integers(1, 3),
    wide_opening=st.none() | st.builds(WideOpening, lengths(40, 80)),
    sills=st.none() | st.integers(1, 2),
    end_top_cripples=st.none() | st.booleans(),
    sill_top=st.none() | st.sampled_from(SillTop),
    heads=st.none() | st.sampled_from(Heads),
    high_wind=st.none() | st.booleans(),
    window_allowance=st.none() | st.builds(Allowance, lengths(0, 2), lengths(0, 2)),
    door_allowance=st.none() | st.builds(Allowance, lengths(0, 3), lengths(0, 3)) | st.builds(DoorParts),
    usual_allowances=st.none()
    | st.builds(Allowance, lengths(0, 3), lengths(0, 3)).map(lambda usual: ((OpeningKind.POCKET_DOOR, usual),)),
    floor=st.none() | st.sampled_from(Floor),
    bolts=st.none() | st.builds(BoltRule, lengths(6, 14), lengths(24, 72)),
    plate_stock=st.none()
    | st.builds(
        PlateStock,
        st.lists(st.integers(6, 20).map(lambda feet: inches(12 * feet)), min_size=1, max_size=4).map(tuple),
        lengths(24, 60),
        st.booleans(),
        st.booleans(),
    ),
    blocks=st.none() | st.sampled_from(Blocks),
    block_height=st.none() | lengths(12, 100),
    fire_blocks=st.none() | st.booleans(),
    panel_edge_blocks=st.none() | st.booleans(),
    sheets=st.none() | st.sampled_from(Sheets),
    corner=st.none() | st.sampled_from(CornerSchool),
    intersection=st.none() | st.sampled_from(IntersectionSchool),
    single_on_partitions=st.none() | st.booleans(),
    plate_ties=st.none() | st.sampled_from(PlateTies),
    joists=st.none() | st.sampled_from(JoistRun),
    joist_layout=st.none()
    | st.builds(JoistLayout, lengths(-30, 30), st.sampled_from([Fraction(16), Fraction(96, 5), Fraction(24)])),
    stacked=st.none() | st.booleans(),
    ceiling_backing=st.none() | st.sampled_from(CeilingBacking),
    intersection_board=st.none() | st.sampled_from(["narrowest", "2x6", "2x8"]),
    panel_gap=st.none() | lengths(0, 1),
    tolerance=st.none() | st.integers(1, 64),
    anchors=st.none() | st.sampled_from(Anchors),
    pins=st.none() | st.builds(PinRule, lengths(3, 14), lengths(12, 48)),
    sheet_drop=st.none() | lengths(0, 2),
    mark_lines=st.none() | st.sampled_from(MarkLines),
    marked_on=st.none() | st.sampled_from(MarkedOn),
    datum=st.none()
    | st.builds(Datum, st.sampled_from(End), st.integers(-inches(24), inches(24)) | st.just(-inches("5 1/2"))),
)
wall_ways = st.builds(WallWays, **_of_a_wall)
job_ways = st.builds(JobWays, **_of_a_wall, shop_work=st.none() | st.sampled_from(ShopWork))


@st.composite
def openings(draw: st.DrawFn, number: int, length: Length) -> Opening:
    kind = draw(st.sampled_from(OpeningKind))
    height = lengths(70, 84) if kind.is_doorway else lengths(8, 55)
    origins = [FromPlate(end) for end in End] + [FromOutside(end) for end in End]
    origin = draw(
        st.sampled_from([*origins, *([FromOpening(f"O{number - 1}"), FromWall("B", WallFace.FAR)] if number else [])])
    )
    most = 60 if isinstance(origin, FromOpening) else length // 64
    at = st.builds(At, st.sampled_from(Reference), lengths(0, most), st.just(origin))
    return Opening(
        id=f"O{number}",
        wall="A",
        kind=kind,
        size=Size(draw(lengths(8, 48) | lengths(8, 100)), draw(height)),
        sizing=draw(st.sampled_from(Sizing)),
        position=draw(at | st.just(Centered())),
        ways=draw(opening_ways),
    )


@st.composite
def posts(draw: st.DrawFn, number: int, length: Length) -> Post:
    beam = st.builds(Beam, lengths(2, 8), lengths(60, 100), lengths(4, 16))
    at = st.builds(
        At, st.sampled_from(Reference), lengths(0, length // 64), st.just(FromPlate(draw(st.sampled_from(End))))
    )
    size = draw(st.sampled_from([None, "2x4", "4x4"]))
    return Post(f"P{number}", draw(at | st.just(Centered())), size, draw(st.integers(1, 4)), draw(st.none() | beam))


@st.composite
def backings(draw: st.DrawFn, number: int, length: Length) -> FixtureBacking:
    start = draw(lengths(0, max(length // 64 - 4, 0)))
    end = start + draw(lengths(3, 60))
    return FixtureBacking(f"R{number}", start, end, draw(lengths(4, 100)), draw(st.sampled_from(["2x6", "2x10"])))


@st.composite
def plate_breaks(draw: st.DrawFn, length: Length) -> PlateBreaks:
    """Breaks somebody decided: on every sixteenth inch, where studs often are, or anywhere."""
    on_studs = st.integers(1, max(length // inches(16), 1)).map(lambda line: line * inches(16))
    places = st.none() | st.lists(on_studs | lengths(1, max(length // 64, 1)), max_size=3).map(tuple)
    return draw(st.builds(PlateBreaks, places, places, places, places))


@st.composite
def jobs(draw: st.DrawFn) -> Job:
    """A job of one random wall with up to five random openings, many of which will be in each other's way."""
    # Mostly walls with room for what goes in; sometimes stubs.
    length = draw(lengths(200, 480) | lengths(90, 480) | lengths(3, 60))
    wall = Wall(
        "A",
        draw(st.sampled_from(["2x4", "2x6"])),
        Alone(length),
        bearing=draw(st.none() | st.booleans()),
        posts=tuple(draw(posts(number, length)) for number in range(draw(st.integers(0, 2)))),
        backing=tuple(draw(backings(number, length)) for number in range(draw(st.integers(0, 1)))),
        bolts=draw(st.none() | st.lists(lengths(0, length // 64), max_size=4).map(tuple)),
        pins=draw(st.none() | st.lists(lengths(0, length // 64), max_size=4).map(tuple)),
        breaks=draw(st.just(PlateBreaks()) | plate_breaks(length)),
        ways=draw(wall_ways),
    )
    count = draw(st.integers(0, 5))
    return Job("random", walls=(wall,), openings=tuple(draw(openings(number, length)) for number in range(count)))


rises = st.sampled_from([Fraction(0), Fraction(5), Fraction(9, 2), Fraction(12)]) | st.fractions(
    0, 24, max_denominator=8
)
heights = st.none() | lengths(80, 160)


@st.composite
def tops(draw: st.DrawFn, length: Length) -> Top:
    """Any top of a wall so long; ridges and bends in the middle as often as anywhere."""
    inside = st.integers(0, max(length // 64, 1)) | st.just(length // 128)
    rakes = st.builds(Rake, rises, st.sampled_from(End), heights, flat=st.just(0) | inside.map(inches))
    ridges = st.just(Centered()) | inside.map(lambda at: At(Reference.CENTER, inches(at)))
    gables = st.builds(Gable, rises, ridges, heights)
    xs = st.sets(inside, min_size=2, max_size=4).map(sorted)
    kind = draw(st.sampled_from(["rake", "gable", "chain"]))
    if kind == "rake":
        return draw(rakes)
    at = draw(xs) if kind == "chain" else []
    if len(at) < 2:
        return draw(gables)
    points = [Corner(inches(at[0]), draw(lengths(90, 140)))]
    for before, x in pairwise(at):
        most = min((x - before) * 2, 60)
        points.append(Corner(inches(x), max(points[-1].y + draw(st.integers(-most * 64, most * 64)), inches(60))))
    return Chain(tuple(points))


@st.composite
def topped_jobs(draw: st.DrawFn) -> Job:
    """A job of one random wall as `jobs` makes it, under a top that is seldom level."""
    job = draw(jobs())
    (wall,) = job.walls
    return replace(job, walls=(replace(wall, top=draw(tops(wall.run.length))),))


@st.composite
def storyed_jobs(draw: st.DrawFn) -> Job:
    """A job of one tall wall with openings on two floors, many of them above one another and nearly in line."""
    length = draw(lengths(150, 400))
    line = draw(st.just(inches("109 1/8")) | lengths(90, 120))
    ways = replace(draw(wall_ways), studs=WallHeight(draw(lengths(190, 260))))
    top = draw(st.none() | st.none() | tops(length))
    if isinstance(top, Chain):
        top = Chain(tuple(Corner(x, y + line) for x, y in top.points))
    wall = Wall("A", "2x6", Alone(length), floors=(line,), ways=ways, top=top and replace(top, **_higher(top, line)))
    middles = draw(st.lists(lengths(30, length // 64 - 30), min_size=1, max_size=3))
    widths = draw(st.lists(lengths(12, 60), min_size=1, max_size=2))
    near = st.sampled_from([0, 0, 0, inches("3/4"), inches("1 1/2"), inches(3), inches(20)])
    opened = []
    for number in range(draw(st.integers(2, 5))):
        kind = draw(st.sampled_from([OpeningKind.WINDOW, OpeningKind.WINDOW, OpeningKind.DOOR]))
        height = draw(lengths(70, 84) if kind.is_doorway else lengths(8, 50))
        width = draw(st.sampled_from(widths)) + draw(near)
        at = At(Reference.CENTER, draw(st.sampled_from(middles)) + draw(near), FromPlate(End.START))
        ways_of_it = draw(opening_ways)
        opened.append(
            Opening(
                f"O{number}",
                "A",
                kind,
                Size(width, height),
                Sizing.ROUGH,
                at,
                ways_of_it,
                None,
                draw(st.integers(0, 1)),
            )
        )
    return Job("stories", walls=(wall,), openings=tuple(opened))


def _higher(top: Top, line: Length) -> dict[str, Length]:
    """Heights of a top that leaves room for a story below."""
    if isinstance(top, Chain) or top.height is None:
        return {}
    return {"height": top.height + line}


@st.composite
def floors(draw: st.DrawFn, ways: st.SearchStrategy[JobWays]) -> tuple[Job, int, int]:
    """A rectangle of random size and studs with partitions across it, framed in some ways; and its sides in feet."""
    width, depth = draw(st.integers(12, 60)), draw(st.integers(12, 60))
    stud = draw(st.sampled_from(["2x4", "2x6"]))
    outside = [
        wall("A", (0, depth), (width, depth), stud),
        wall("B", (width, depth), (width, 0), stud),
        wall("C", (width, 0), (0, 0), stud),
        wall("D", (0, 0), (0, depth), stud),
    ]
    places = sorted(draw(st.sets(st.integers(2, width - 2), max_size=5)))
    inside = [partition(f"P{x}", (x, 0), (x, depth), draw(st.sampled_from(["2x4", "2x6"]))) for x in places]
    job = Job("floor", draw(ways), (*outside, *inside))
    for place in draw(st.lists(st.integers(0, width), max_size=2)):
        opening = read_opening(f"ro {draw(st.integers(12, 60))}x50 @ {place}'", job, job.walls[0])
        job = apply(job, AddOpening(opening))
    return job, width, depth
