"""Ways to break a plate that are as good for its wall as how it breaks, for a cutting plan to choose from."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import NamedTuple

from bluff.core.measure.length import Length
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Role
from bluff.core.wall.plate_breaks import Breaking, breaking
from bluff.core.wall.plate_runs import PlateRuns, Run, plate_runs
from bluff.core.wall.plates import doorways
from bluff.core.wall.posts import Pocket


class PlateWay(NamedTuple):
    """Where a stretch of plate breaks, and how long its boards are."""

    breaks: tuple[Length, ...]
    lengths: tuple[Length, ...]


@dataclass(frozen=True, slots=True)
class Breakable:
    """A stretch of plate of several boards.

    Args:
        run: The stretch.
        ways: How it may break; the first is how it does.
    """

    run: Run
    ways: tuple[PlateWay, ...]

    @property
    def pieces(self) -> tuple[str, ...]:
        """The names of its boards, whichever way it breaks."""
        return tuple(str(self.run.piece._replace(board=number)) for number in range(1, len(self.ways[0].lengths) + 1))


def breakable(framing: Framing, plate: str, most: int) -> Iterator[Breakable]:
    """The stretches of a plate that may break elsewhere, while every other plate of the wall breaks where it does.

    A way is as good as how it breaks now if it takes as many boards, every break is on the middle of a stud that no
    other plate breaks on, or in a doorway where the crew breaks there, and no more breaks are near a doorway, a gap or
    a break of the plate above or below. Where crews double studs at breaks another break is another stud, so those
    plates stay, and so does the lowest one where its bolts or pins are given: they hold its pieces as they are.

    Args:
        framing: The wall.
        plate: Which, as decided breaks name it.
        most: Ways of a stretch; of more, some that lie evenly among them.

    Source: docs/rules.md, Cutting boards.
    """
    wall = framing.plan.wall
    is_held = plate == Role.BOTTOM_PLATE and (wall.bolts, wall.pins) != (None, None)
    if framing.plan.standard.plate_stock.doubled_studs or is_held:
        return
    runs = plate_runs(framing.plan, _pockets(framing))
    now = {run.piece: _breaks_now(framing, run) for run in _all(runs)}
    for run in _all(runs):
        if run.plate != plate or not now[run.piece]:
            continue
        places = breaking(framing.plan, runs, framing.standing, doorways(framing.openings))
        places.joints += [(one.role, at) for one in _all(runs) if one != run for at in now[one.piece]]
        ways = [PlateWay(breaks, tuple(run.lengths(breaks))) for breaks in _as_good(places, run, now[run.piece], most)]
        if ways:
            yield Breakable(run, (PlateWay(now[run.piece], tuple(run.lengths(now[run.piece]))), *ways))


def breaks_of(framing: Framing, plate: str) -> tuple[Length, ...]:
    """Where a plate breaks now, along the wall."""
    runs = plate_runs(framing.plan, _pockets(framing))
    return tuple(sorted(at for run in _all(runs) if run.plate == plate for at in _breaks_now(framing, run)))


def _pockets(framing: Framing) -> list[Pocket]:
    return [pocket for post in framing.posts if (pocket := post.pocket())]


def _all(runs: PlateRuns) -> Iterable[Run]:
    return (*runs.first, *runs.second)


def _breaks_now(framing: Framing, run: Run) -> tuple[Length, ...]:
    boards = (board for board in framing.plates if board.id._replace(board=1) == run.piece and board.id.board > 1)
    return tuple(sorted(board.start for board in boards))


def _as_good(places: Breaking, run: Run, now: tuple[Length, ...], most: int) -> Iterator[tuple[Length, ...]]:
    """The other ways to break a stretch that are as good."""
    if not ({*places.middles(run)} | places.cut_out(run)).issuperset(now):
        return
    near, pairs = places.strain(run, now)
    for breaks in places.ways(run, len(now), most):
        its_near, its_pairs = places.strain(run, breaks)
        if breaks != now and its_near <= near and its_pairs <= pairs:
            yield breaks
