"""Pairing pieces with bevels, so that a plan may cut them bevel to bevel where that saves."""

from collections import defaultdict
from collections.abc import Iterator, Sequence
from dataclasses import replace

from bluff.core.cutting.bevels import Pair, Slant, nesting, slant_of
from bluff.core.cutting.board import Cut
from bluff.core.cutting.demand import Demand
from bluff.core.cutting.problem import Choice, Piece
from bluff.core.measure.length import Length


def paired(demand: Demand) -> Demand:
    """The same with every two pieces of one slant to be cut apart or bevel to bevel, as cuts best.

    Those next to each other in length go together, so that what is alike is cut alike.
    """
    alike: dict[Slant, list[Piece]] = defaultdict(list)
    for piece in demand.problem.pieces:
        member = demand.members.get(piece.id)
        if member and (slant := slant_of(member)):
            alike[slant].append(piece)
    pairs = {
        f"{pair.first.id} + {pair.second.id}": pair
        for slant, pieces in alike.items()
        for pair in _pairs(pieces, nesting(slant, demand.problem.kerf))
    }
    longest, kerf = demand.problem.longest, demand.problem.kerf
    lengths = {name: pair.first.length + kerf + pair.second.length - pair.nests for name, pair in pairs.items()}
    pairs = {name: pair for name, pair in pairs.items() if lengths[name] <= longest}
    bound = {piece.id for pair in pairs.values() for piece in (pair.first, pair.second)}
    problem = replace(
        demand.problem,
        pieces=tuple(piece for piece in demand.problem.pieces if piece.id not in bound),
        choices=tuple(
            Choice(((pair.first, pair.second), (Piece(name, lengths[name]),))) for name, pair in pairs.items()
        ),
    )
    return replace(demand, problem=problem, pairs=pairs)


def _pairs(pieces: Sequence[Piece], nests: Length) -> Iterator[Pair]:
    if nests > 0:
        in_order = sorted(pieces, key=lambda piece: (-piece.length, piece.id))
        for first, second in zip(in_order[::2], in_order[1::2], strict=False):
            yield Pair(first, second, nests)


def cuts_of(piece: Piece, demand: Demand) -> Iterator[Cut]:
    """The cuts that make a piece of a plan, one after another: of a pair both."""
    if pair := demand.pairs.get(piece.id):
        (first,) = cuts_of(pair.first, demand)
        (second,) = cuts_of(pair.second, demand)
        yield from (first, second._replace(nests=pair.nests))
        return
    member = demand.members.get(piece.id)
    length = member.length.value if member else piece.length
    yield Cut(piece.id, length, member is None or member.bevel is None, lost=piece.length - length)
