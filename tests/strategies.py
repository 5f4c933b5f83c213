"""Random walls: lengths to the 64th, openings anywhere, every way of framing."""

from fractions import Fraction

from hypothesis import strategies as st

from bluff.core.job import (
    Alone,
    At,
    Centred,
    FromOpening,
    FromOutside,
    FromPlate,
    FromWall,
    Job,
    Opening,
    OpeningKind,
    Reference,
    Sizing,
    Wall,
    WallFace,
)
from bluff.core.length import Length, inches
from bluff.core.size import Size
from bluff.core.standard import (
    Allowance,
    Datum,
    End,
    EndStuds,
    Header,
    HeaderKind,
    Jacks,
    MeasuredRoom,
    PrecutStuds,
    Source,
    WallHeight,
    Ways,
    WideOpening,
)


def lengths(least: int, most: int) -> st.SearchStrategy[Length]:
    """Lengths between two numbers of inches, mostly on the 16th, sometimes on any 64th."""
    on_16ths = st.integers(least * 16, most * 16).map(lambda sixteenths: sixteenths * 4)
    return on_16ths | st.integers(least * 64, most * 64)


headers = st.one_of(
    st.builds(
        Header,
        st.just(HeaderKind.BUILT_UP),
        st.sampled_from(["2x4", "2x6", "2x8", "2x10", "2x12"]),
        st.integers(1, 3),
        st.sampled_from(Source),
    ),
    st.builds(Header, st.just(HeaderKind.SOLID), st.sampled_from(["4x6", "4x8", "6x8", "6x12"]), st.just(1)),
    st.builds(Header, st.just(HeaderKind.FLAT), st.sampled_from([None, "2x6"]), st.integers(1, 2)),
)

opening_ways = st.builds(
    Ways,
    header=st.none() | headers,
    jacks=st.none() | st.sampled_from(Jacks),
    jack_count=st.none() | st.integers(1, 3),
    king_count=st.none() | st.integers(1, 3),
    sills=st.none() | st.integers(1, 2),
    end_top_cripples=st.none() | st.booleans(),
    head_height=st.none() | lengths(60, 90),
)

measured_rooms = st.builds(MeasuredRoom, st.lists(lengths(90, 120), min_size=1, max_size=4).map(tuple), lengths(0, 1))

wall_ways = st.builds(
    Ways,
    spacing=st.sampled_from([None, Fraction(12), Fraction(16), Fraction(96, 5), Fraction(24), Fraction(20)]),
    studs=st.none()
    | st.builds(PrecutStuds, lengths(84, 117))
    | st.builds(WallHeight, lengths(90, 120))
    | measured_rooms,
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
    window_allowance=st.none() | st.builds(Allowance, lengths(0, 2), lengths(0, 2)),
    door_allowance=st.none() | st.builds(Allowance, lengths(0, 3), lengths(0, 3)),
    datum=st.none()
    | st.builds(Datum, st.sampled_from(End), st.integers(-inches(24), inches(24)) | st.just(-inches("5 1/2"))),
)


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
        position=draw(at | st.just(Centred())),
        ways=draw(opening_ways),
    )


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
        ways=draw(wall_ways),
    )
    count = draw(st.integers(0, 5))
    return Job("random", walls=(wall,), openings=tuple(draw(openings(number, length)) for number in range(count)))
