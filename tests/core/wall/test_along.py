"""Looking along a plate, against looking at every piece."""

from hypothesis import given
from hypothesis import strategies as st

from bluff.core.wall.along import Along
from framing import framed
from strategies import jobs


@given(jobs(), st.data())
def test_what_stands_between_two_places_is_what_looking_at_every_piece_finds(job, data):
    pieces = framed(job).members
    first, later = pieces[::2], pieces[1::2]
    along = Along(first)
    for piece in later:
        along.add(piece)
    length = framed(job).plan.length
    start, end = sorted(data.draw(st.tuples(*[st.integers(-64, length + 64)] * 2)))
    expected = [str(piece.id) for piece in pieces if piece.start < end and start < piece.end]
    assert sorted(str(piece.id) for piece in along.between(start, end)) == sorted(expected)


@given(jobs())
def test_a_framed_wall_has_room_for_none_of_its_pieces_twice(job):
    framing = framed(job)
    for piece in framing.members:
        others = Along(other for other in framing.members if other is not piece)
        assert others.has_room_for(piece)
        assert not Along(framing.members).has_room_for(piece)
