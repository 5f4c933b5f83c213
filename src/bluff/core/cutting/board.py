"""The boards a job is cut from, each with a number that is written on it, and what is cut from them.

cut
    A piece that comes off a board. It keeps the name it was cut under, also where it serves another place later.
tick
    A cut somebody made: the board's number and the name it was cut under.
"""

from collections import Counter
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import NamedTuple, TypeAlias

from bluff.core.cutting.bevels import Slant, nesting
from bluff.core.job.stock import Section
from bluff.core.measure.length import Length, format_inches


class Source(StrEnum):
    """Where a board comes from."""

    BOUGHT = "bought"
    ON_SITE = "on-site"
    OFFCUT = "offcut"
    """A piece that was cut for a place that is gone."""


class Tick(NamedTuple):
    """A cut that was made: from which board, and the name it was cut under."""

    board: int
    name: str


class Cut(NamedTuple):
    """What is cut from a board.

    Args:
        piece: The piece it is for.
        length: What it is cut to: to its long point, or along a face where both its ends have one bevel.
        is_square: Whether both its ends are.
        cut_as: What it was cut for, where that place is gone and it serves another.
        lost: What it takes of the board besides, where both its ends have a bevel.
        nests: How far it reaches into the bevel of the piece before it, turned end for end.
    """

    piece: str
    length: Length
    is_square: bool = True
    cut_as: str | None = None
    lost: Length = 0
    nests: Length = 0

    @property
    def takes(self) -> Length:
        """What it takes of the board, from long point to long point."""
        return self.length + self.lost

    @property
    def name(self) -> str:
        """What it is cut under."""
        return self.cut_as or self.piece


@dataclass(frozen=True, slots=True)
class JobBoard:
    """A board of a job.

    Args:
        number: Written on it, and on the sheet it is cut by.
        section: Of what.
        length: It has.
        cuts: What comes off it, in the order of the saw.
        source: Where it comes from.
        of: The cut it is recut from, where it is an offcut.
        is_locked: Whether it stays as it is, whatever is planned again.
    """

    number: int
    section: Section
    length: Length
    cuts: tuple[Cut, ...]
    source: Source = Source.BOUGHT
    of: Tick | None = None
    is_locked: bool = False

    def tick(self, cut: Cut) -> Tick:
        """What says that a cut of it was made."""
        return Tick(self.number, cut.name)

    def is_begun(self, ticks: "Ticks") -> bool:
        """Whether anything was cut from it."""
        return any(self.tick(cut) in ticks for cut in self.cuts)

    def places(self, kerf: Length) -> Iterator[tuple[Length, Cut]]:
        """Every cut, and how far along the board its piece begins.

        >>> [at for at, _ in JobBoard(1, Section("2x4"), 192, (Cut("a", 90), Cut("b", 90))).places(2)]
        [0, 92]
        """
        at = 0
        for cut in self.cuts:
            at -= cut.nests
            yield at, cut
            at += cut.takes + kerf

    def drop(self, kerf: Length) -> Length:
        """What is left after its last cut.

        >>> JobBoard(1, Section("2x4"), 192, (Cut("a", 90), Cut("b", 90))).drop(2)
        8
        """
        return max(self.room(kerf), 0)

    def room(self, kerf: Length) -> Length:
        """How long a piece still comes off it; less than nothing where its last cut ends in its end or past it."""
        return self.length - sum(cut.takes - cut.nests + kerf for cut in self.cuts)

    def keeping(self, wanted: Callable[[Cut], bool]) -> "JobBoard":
        """The same with some of its cuts; one whose bevel was to be cut with that of another now stands for itself."""
        kept: list[Cut] = []
        is_after = False
        for cut in self.cuts:
            is_kept = wanted(cut)
            if is_kept:
                kept.append(cut if is_after else cut._replace(nests=0))
            is_after = is_kept
        return replace(self, cuts=tuple(kept))


Ticks: TypeAlias = frozenset[Tick]


def faults_of_boards(
    boards: Sequence[JobBoard],
    lengths: Mapping[Section, Mapping[str, Length]],
    kerf: Length,
    slants: Mapping[str, Slant] | None = None,
) -> list[str]:
    """What is wrong with a job's boards, in sentences; nothing where they give every piece.

    It knows nothing of how they were found. A cut that serves no place is no fault: it was made, and its place is gone.

    Args:
        boards: All of them.
        lengths: What every piece takes of a board, by section and name.
        kerf: Of the saw.
        slants: The bevels of pieces that have one, by name; none where no piece has.
    """
    faults = [f"There are two boards {number}." for number, count in _counted(boards) if count > 1]
    recut = {board.of for board in boards if board.of}
    given: Counter[tuple[Section, str]] = Counter()
    for board in boards:
        over = -board.room(kerf) - kerf
        if over > 0:
            faults.append(f"Board {board.number} is cut {format_inches(over)} past its end.")
        misfits = _misfits(board, kerf, slants or {})
        faults += [f"{cut.name} does not fit the bevel before it on board {board.number}." for cut in misfits]
        pieces = lengths.get(board.section, {})
        given.update(
            (board.section, cut.piece)
            for cut in board.cuts
            if pieces.get(cut.piece) == cut.takes and board.tick(cut) not in recut
        )
    for section, pieces in lengths.items():
        for piece in pieces:
            if (count := given[section, piece]) != 1:
                faults.append(f"{piece} of {section} is cut {count} times, not once.")
    return faults


def _misfits(board: JobBoard, kerf: Length, slants: Mapping[str, Slant]) -> Iterator[Cut]:
    """Cuts that reach into the one before them without its being cut at their bevel, or farther than that goes."""
    before: Cut | None = None
    for cut in board.cuts:
        mine, other = slants.get(cut.piece), slants.get(before.piece) if before else None
        fits = mine is not None and mine == other and cut.nests <= nesting(mine, kerf)
        # A piece with one bevel has it at one end.
        is_used = before is not None and before.nests > 0 and not (other and other.is_at_both)
        if cut.nests and (not fits or is_used):
            yield cut
        before = cut


def _counted(boards: Iterable[JobBoard]) -> Iterable[tuple[int, int]]:
    return Counter(board.number for board in boards).items()
