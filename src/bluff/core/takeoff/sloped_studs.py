"""The uprights of a wall whose top is not level, as they are cut: no two are alike, so each has a line of its own."""

from dataclasses import dataclass

from bluff.core.measure.length import Length
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import UPRIGHTS, Member, Plate


@dataclass(frozen=True, slots=True)
class SlopedStud:
    """One upright that reaches the top plates.

    Args:
        number: Counted along the wall, from 1.
        piece: Which it is.
        at: Where it stands on the bottom plate.
        along: Where it goes on the top plate, from the low end of its slope; None where that lies level.
        short: To its short point, which is all of it where it is cut square.
        long: To its long point, what it is cut to.
        degrees: Of its bevel; None where it is cut square.
    """

    number: int
    piece: Member
    at: Length
    along: Length | None
    short: Length
    long: Length
    degrees: float | None


def sloped_studs(framing: Framing) -> tuple[SlopedStud, ...]:
    """Every upright of a wall that reaches its top plates, in order along it.

    Source: docs/rules.md, Walls whose top is not level.
    """
    along = {mark.member: mark.along for mark in framing.marks if mark.plate is Plate.TOP and mark.member}
    reaching = [piece for piece in framing.standing if piece.role in UPRIGHTS and framing.plan.is_under_plates(piece)]
    return tuple(
        SlopedStud(
            number=number,
            piece=piece,
            at=piece.start,
            along=along.get(piece.id),
            short=piece.bevel.short if piece.bevel and piece.bevel.short is not None else piece.length.value,
            long=piece.length.value,
            degrees=piece.bevel.degrees if piece.bevel else None,
        )
        for number, piece in enumerate(reaching, start=1)
    )
