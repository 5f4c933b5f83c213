"""Carrying boards over to walls that changed: what stays as it is, and what is to be planned again.

What was cut is never planned again. A board whose pieces are all still asked for stays; one that lost a piece is
planned again, unless something was cut from it or somebody locked it: then it keeps what it can. A piece that was cut
for a place that is gone serves another of the same length where there is one, and is a board by itself where there is
none.
"""

from collections import Counter, defaultdict
from collections.abc import Collection, Iterable, Iterator, Sequence
from dataclasses import dataclass, field, replace
from functools import partial

from bluff.core.cutting.board import Cut, JobBoard, Source, Tick, Ticks
from bluff.core.cutting.demand import Demand
from bluff.core.cutting.problem import Piece
from bluff.core.job.stock import OnSite, Section
from bluff.core.measure.length import Length


@dataclass(frozen=True, slots=True)
class Spare:
    """A piece that was cut, and whose place is gone.

    Args:
        section: Of what.
        length: It has.
        tick: The cut it is.
        is_square: Whether both its ends are.
    """

    section: Section
    length: Length
    tick: Tick
    is_square: bool


@dataclass(frozen=True, slots=True)
class Carried:
    """What is left of a job's boards once its walls changed.

    Args:
        kept: Boards that stay.
        left: Pieces no board gives, by section.
        spares: Pieces that were cut, and that nothing asks for.
        undone: Boards that are planned again.
    """

    kept: tuple[JobBoard, ...] = ()
    left: dict[Section, tuple[Piece, ...]] = field(default_factory=dict)
    spares: tuple[Spare, ...] = ()
    undone: tuple[JobBoard, ...] = ()

    @property
    def is_settled(self) -> bool:
        """Whether nothing is left to be planned."""
        return not any(self.left.values()) and not self.undone


def carried(
    boards: Sequence[JobBoard],
    demands: Collection[Demand],
    ticks: Ticks,
    on_site: Iterable[OnSite] = (),
    *,
    is_from_scratch: bool = False,
) -> Carried:
    """What stays of boards for walls as they are now.

    Args:
        boards: As they were planned.
        demands: What the walls ask for now.
        ticks: What was cut.
        on_site: Boards that were there before any was bought.
        is_from_scratch: Whether everything is planned again that is neither cut nor locked.

    Source: docs/rules.md, Cutting boards.
    """
    return _Carrying(boards, demands, ticks, on_site).carry(is_from_scratch)


class _Carrying:
    """Boards on their way to other walls."""

    def __init__(
        self, boards: Sequence[JobBoard], demands: Collection[Demand], ticks: Ticks, on_site: Iterable[OnSite]
    ) -> None:
        self.boards, self.ticks = boards, ticks
        self.wanted = {one.section: {piece.id: piece for piece in one.problem.pieces} for one in demands}
        self.slanted = {
            one.section: {name for name, member in one.members.items() if member.bevel is not None} for one in demands
        }
        self.sold = {one.section: {board.length for board in one.problem.stock} for one in demands}
        self.there = Counter({(one.section, one.length): one.count for one in on_site})
        self.recut = {board.of for board in boards if board.of and board.is_begun(ticks)}
        """Cuts that are no longer what they were cut as."""

    def carry(self, is_from_scratch: bool) -> Carried:
        """See `carried`."""
        kept, undone = [], []
        # What was begun comes first: it is there, even if others want the boards on the site.
        for board in sorted(self.boards, key=lambda one: not self._stays(one)):
            if self._stays(board):
                kept.append(board.keeping(partial(self._is_cut_or_wanted, board)))
            elif is_from_scratch or not self._can_stay(board):
                undone.append(board)
                continue
            else:
                kept.append(board)
            if board.source is Source.ON_SITE:
                self.there[board.section, board.length] -= 1
        return self._settled(kept, undone)

    def _stays(self, board: JobBoard) -> bool:
        return board.is_locked or board.is_begun(self.ticks)

    def _can_stay(self, board: JobBoard) -> bool:
        """Whether a board nobody touched still gives what it was to give, and is still to be had."""
        if not all(self._is_wanted(board, cut) for cut in board.cuts):
            return False
        match board.source:
            case Source.BOUGHT:
                return board.length in self.sold.get(board.section, ())
            case Source.ON_SITE:
                return self.there[board.section, board.length] > 0
            case Source.OFFCUT:
                return self._is_spare(board.of)

    def _is_spare(self, tick: Tick | None) -> bool:
        """Whether a piece was cut and nothing asks for it, so that it may be recut."""
        return tick in self.ticks and not any(
            self._is_wanted(board, cut) for board, cut, found in _cuts(self.boards) if found == tick
        )

    def _is_cut_or_wanted(self, board: JobBoard, cut: Cut) -> bool:
        return board.tick(cut) in self.ticks or self._is_wanted(board, cut)

    def _is_wanted(self, board: JobBoard, cut: Cut) -> bool:
        piece = self.wanted.get(board.section, {}).get(cut.piece)
        return piece is not None and piece.length == cut.takes and board.tick(cut) not in self.recut

    def _settled(self, kept: list[JobBoard], undone: list[JobBoard]) -> Carried:
        """Which pieces the boards that stay give, each once; what they give besides is spare."""
        left = {section: dict(pieces) for section, pieces in self.wanted.items()}
        given: set[Tick] = set()
        # A piece that is cut goes before one that is only planned, should two boards be to give it.
        for is_cut in (True, False):
            for board, cut, tick in _cuts(kept):
                if (tick in self.ticks) is is_cut and self._is_wanted(board, cut) and cut.piece in left[board.section]:
                    del left[board.section][cut.piece]
                    given.add(tick)
        used = self.recut | {board.of for board in kept}
        spares = {
            tick: Spare(board.section, cut.length, tick, cut.is_square)
            for board, cut, tick in _cuts(kept)
            if tick in self.ticks and tick not in given and tick not in used
        }
        staying = given | self.ticks
        kept = [_with_ticks(board, staying) for board in kept]
        kept = [self._serving(board, left, spares) for board in kept if board.cuts]
        return Carried(
            kept=tuple(sorted(kept, key=lambda board: board.number)),
            left={section: tuple(pieces.values()) for section, pieces in left.items() if pieces},
            spares=tuple(spares.values()),
            undone=tuple(undone),
        )

    def _serving(self, board: JobBoard, left: dict[Section, dict[str, Piece]], spares: dict[Tick, Spare]) -> JobBoard:
        """A board whose spare pieces serve places that ask for one just as long."""
        cuts = list(board.cuts)
        for index, cut in enumerate(cuts):
            spare = spares.get(board.tick(cut))
            if spare is None or not spare.is_square:
                continue
            pieces = left.get(board.section, {})
            slanted = self.slanted[board.section] if pieces else set()
            place = next(
                (name for name, piece in pieces.items() if piece.length == cut.length and name not in slanted), None
            )
            if place is not None:
                del pieces[place], spares[spare.tick]
                cuts[index] = cut._replace(piece=place, cut_as=cut.name)
        return replace(board, cuts=tuple(cuts))


def _with_ticks(board: JobBoard, staying: Collection[Tick]) -> JobBoard:
    return board.keeping(lambda cut: board.tick(cut) in staying)


def _cuts(boards: Iterable[JobBoard]) -> Iterator[tuple[JobBoard, Cut, Tick]]:
    """Every cut of some boards."""
    for board in boards:
        for cut in board.cuts:
            yield board, cut, board.tick(cut)


def spares_by_section(spares: Iterable[Spare]) -> dict[Section, list[Spare]]:
    """Spare pieces that can be recut, by section, longest first."""
    found: dict[Section, list[Spare]] = defaultdict(list)
    for spare in sorted(spares, key=lambda one: (-one.length, one.tick)):
        if spare.is_square:
            found[spare.section].append(spare)
    return found
