"""Marks that are wrong by themselves: each wrong line with the mark it was meant for, and what is off about it."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import TypeAlias

from bluff.core.learn.attempt import Kind
from bluff.core.learn.deck import NEAR, Deck, Drawn, Wanted
from bluff.core.learn.slips import slip_of
from bluff.core.measure.length import Length, half, inches
from bluff.core.message import Message, message
from bluff.core.wall.member import CUT_LINE, Plate

_FARTHEST = inches(16)
"""A line farther from a mark than this was not meant for it."""
_MISREAD = (inches(1), inches(10), inches(12))
"""What is misread on a tape: an inch, ten, a foot."""


@dataclass(frozen=True, slots=True)
class Single:
    """One thing that is wrong by itself.

    Args:
        kind: What it is.
        of: The opening it belongs to, if any.
        words: What was done and what belongs there; marks with the same words are wrong in the same way. Of what was
            forgotten, what it is.
        drawn: The line of the sheet, by its number; None where one is not there.
        wanted: The mark it was meant for; None where none was.
    """

    kind: Kind
    of: str | None
    words: Message
    drawn: int | None
    wanted: Wanted | None


def singly(drawn: Sequence[Drawn], wrong: Sequence[int], missed: Sequence[Wanted], deck: Deck) -> list[Single]:
    """What is wrong with each line, the surest explanations given out first.

    Args:
        drawn: The sheet.
        wrong: The lines that are to be explained, by their number.
        missed: The marks that are not there for no other reason.
        deck: Everything that belongs on the plates.
    """
    lines, gone = list(wrong), list(missed)
    found: list[Single] = []
    for explain in _EXPLANATIONS:
        for number in list(lines):
            best = min(
                (
                    (abs(drawn[number].line - wanted.line), order, wanted, why)
                    for order, wanted in enumerate(gone)
                    if (why := explain(drawn[number], wanted))
                ),
                default=None,
            )
            if best:
                _, order, wanted, (kind, words) = best
                found.append(Single(kind, wanted.mark.opening, words, number, wanted))
                lines.remove(number)
                del gone[order]
    found += (_belongs_nowhere(number, drawn[number], deck) for number in lines)
    found += (_forgotten(wanted) for wanted in gone)
    return sorted(found, key=lambda single: _along(single, drawn))


def _along(single: Single, drawn: Sequence[Drawn]) -> Length:
    return drawn[single.drawn].line if single.drawn is not None else single.wanted.line if single.wanted else 0


_Said: TypeAlias = tuple[Kind, Message] | None


def _near(drawn: Drawn, wanted: Wanted) -> Length:
    """Where the wood of a line would be, were it as wide as what is wanted."""
    return drawn.line if drawn.ahead else drawn.line - wanted.width


def _is_like(drawn: Drawn, wanted: Wanted) -> bool:
    return drawn.plate is wanted.mark.plate and drawn.symbol == wanted.mark.symbol


def _wrong_side(drawn: Drawn, wanted: Wanted) -> _Said:
    """The line is right, and the letter on its other side."""
    line = wanted.line if drawn.ahead is False else wanted.line + wanted.width
    if wanted.width and _is_like(drawn, wanted) and abs(drawn.line - line) <= NEAR:
        return Kind.WRONG_SIDE, message(
            "The line is right and the {letter} is on the wrong side of it.", letter=drawn.symbol
        )
    return None


def _wrong_letter(drawn: Drawn, wanted: Wanted) -> _Said:
    """The wood is where it belongs, and called something else."""
    is_there = drawn.plate is wanted.mark.plate and abs(_near(drawn, wanted) - wanted.line) <= NEAR
    if is_there and drawn.symbol != wanted.mark.symbol:
        return Kind.WRONG_LETTER, message(
            "{letter} is written where {piece:a}, {right}, belongs.",
            letter=drawn.symbol,
            piece=wanted.mark.role,
            right=wanted.mark.symbol,
        )
    return None


def _on_the_line(drawn: Drawn, wanted: Wanted) -> _Said:
    """A common drawn where its middle belongs."""
    by = half(wanted.width)
    if _is_like(drawn, wanted) and wanted.mark.is_of_layout and abs(_near(drawn, wanted) - wanted.line - by) <= NEAR:
        return Kind.ON_THE_LINE, message("Marked where the middle belongs. The line is {by:length} before it.", by=by)
    return None


def _by_a_slip(drawn: Drawn, wanted: Wanted) -> _Said:
    """What one line of its sum gives when it is left out, taken twice or the wrong way."""
    off = _near(drawn, wanted) - wanted.line
    if not _is_like(drawn, wanted) or abs(off) > _FARTHEST:
        return None
    at = wanted.mark.at
    slip = slip_of(at, at.value + off, NEAR)
    return (Kind.SLIP, message("{Slip}.", slip=slip.words)) if slip else None


def _misread(drawn: Drawn, wanted: Wanted) -> _Said:
    off = _near(drawn, wanted) - wanted.line
    if _is_like(drawn, wanted) and any(abs(abs(off) - by) <= NEAR for by in _MISREAD):
        return Kind.OFF, message(
            "{off:length} too far: the tape was misread."
            if off > 0
            else "{off:length} too near: the tape was misread.",
            off=abs(off),
        )
    return None


def _off(drawn: Drawn, wanted: Wanted) -> _Said:
    off = _near(drawn, wanted) - wanted.line
    if _is_like(drawn, wanted) and abs(off) <= _FARTHEST:
        return Kind.OFF, message("{off:length} too far." if off > 0 else "{off:length} too near.", off=abs(off))
    return None


_EXPLANATIONS: tuple[Callable[[Drawn, Wanted], _Said], ...] = (
    _wrong_side,
    _wrong_letter,
    _on_the_line,
    _by_a_slip,
    _misread,
    _off,
)
"""From the surest on."""


def _belongs_nowhere(number: int, drawn: Drawn, deck: Deck) -> Single:
    """A line that was meant for no mark."""
    other = Plate.TOP if drawn.plate is Plate.BOTTOM else Plate.BOTTOM
    there = deck.find(drawn._replace(plate=other))
    if there is not None:
        wanted = deck.wanted[there]
        words = message(
            "{Piece:a} is marked on the {bottom_plate} alone. It does not reach the {top_plate}."
            if other is Plate.BOTTOM
            else "{Piece:a} is marked on the {top_plate} alone. It does not reach the {bottom_plate}.",
            piece=wanted.mark.role,
        )
        return Single(Kind.WRONG_PLATE, wanted.mark.opening, words, number, None)
    doorway = next(iter(_doorways(drawn, deck)), None)
    if doorway is not None:
        words = message("Nothing stands in the doorway of {opening}. Its plate is cut out.", opening=doorway)
        return Single(Kind.IN_DOORWAY, doorway, words, number, None)
    return Single(Kind.NOT_THERE, None, message("Nothing belongs there."), number, None)


def _doorways(drawn: Drawn, deck: Deck) -> Iterator[str]:
    """The doorway a line on the bottom plate lies in."""
    cuts = [one for one in deck.wanted if one.mark.role == CUT_LINE and drawn.plate is Plate.BOTTOM]
    for opening in dict.fromkeys(one.mark.opening for one in cuts):
        lines = [one.line for one in cuts if one.mark.opening == opening]
        if opening and min(lines) < drawn.line < max(lines):
            yield opening


def piece_of(wanted: Wanted) -> Message:
    """The piece a mark is for: `jack of W1`."""
    mark = wanted.mark
    if mark.role == CUT_LINE:
        return message("cut line of {opening}", opening=str(mark.opening))
    if mark.opening:
        return message("{role:one} of {opening}", role=mark.role, opening=mark.opening)
    return message("{role:one}", role=mark.role)


def _forgotten(wanted: Wanted) -> Single:
    return Single(Kind.FORGOTTEN, wanted.mark.opening, piece_of(wanted), None, wanted)
