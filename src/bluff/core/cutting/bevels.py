"""Bevels on a board: what they take of it, and pieces turned end for end so that one cut makes the bevel of both.

slant
    The bevel of a piece as it lies on its board: how far it runs along it, and at how many degrees.
pair
    Two pieces of one slant, cut bevel to bevel. Together they take up less than one after the other, by what the slant
    runs, for a saw that cuts through a little more at an angle.
"""

from fractions import Fraction
from math import ceil, cos, radians
from typing import NamedTuple

from bluff.core.cutting.problem import Piece
from bluff.core.measure.length import Length, nearest
from bluff.core.wall.member import Member


class Slant(NamedTuple):
    """The bevel of a piece.

    Args:
        run: How far it runs along the piece.
        degrees: Off square.
        is_at_both: Whether both ends have it, parallel to each other.
    """

    run: Length
    degrees: float
    is_at_both: bool = False


class Pair(NamedTuple):
    """Two pieces cut bevel to bevel, and how far the second reaches into the first."""

    first: Piece
    second: Piece
    nests: Length


def slant_of(member: Member) -> Slant | None:
    """The bevel of a member; None where its ends are square, or one of them has two bevels."""
    bevel = member.bevel
    if bevel is None:
        return None
    if bevel.short is not None:
        has_ridge = member.edges is not None and len(member.edges.over) > 2
        return None if has_ridge else Slant(member.length.value - bevel.short, bevel.degrees)
    if member.edges is None:
        return None
    low, high = member.edges.under[0], member.edges.under[-1]
    run = nearest(member.board.thickness * Fraction(abs(high.y - low.y), high.x - low.x))
    return Slant(run, bevel.degrees, is_at_both=True)


def taken(member: Member) -> Length:
    """What a member takes of a board, from long point to long point."""
    slant = slant_of(member)
    return member.length.value + (slant.run if slant and slant.is_at_both else 0)


def nesting(slant: Slant, kerf: Length) -> Length:
    """How far a piece reaches into another of its slant before it, beyond the kerf; 0 where nothing is saved.

    A kerf of 1/8 is 9/64 along a board that is cut at 22.6 degrees.
    """
    along = ceil(kerf / cos(radians(slant.degrees)))
    return max(slant.run - (along - kerf), 0)
