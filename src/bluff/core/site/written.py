"""What is written on the plates of a wall, by entries of single marks and of whole plates."""

from collections.abc import Iterable
from dataclasses import dataclass, field

from bluff.core.crew.strike import Looks, Stroke, Written, looks, strokes, unlike
from bluff.core.job.schools import End
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Mark, Plate


@dataclass(frozen=True, slots=True)
class PlateEntry:
    """An entry of a plate.

    Args:
        name: The mark, as `Framing.named_marks` has it; None for all there are.
        is_written: Whether it is on the wood, or is not, or no more.
        revision: Of the job, as the person who wrote it saw it; none where a plate is not marked after all.
        framing: The wall at that revision, None where it was not there.
        hook: The end the tape was hooked on; None for the end layout was pulled from.
    """

    name: str | None
    is_written: bool
    revision: int = 0
    framing: Framing | None = None
    hook: End | None = None


@dataclass(slots=True)
class OnPlate:
    """What is on a plate.

    Args:
        written: Marks, each by its name and how it looks: a mark that moved is there twice until the old one is struck.
        is_whole: Whether all of the plate was marked once, so that what a change of the plan adds is missing there.
        hook: The end its tape hooked on when it was last marked.
    """

    written: dict[tuple[str, Looks], Written] = field(default_factory=dict)
    is_whole: bool = False
    hook: End = End.START


def on_plate(plate: Plate, entries: Iterable[PlateEntry]) -> OnPlate:
    """What is on a plate after all its entries, in order."""
    found = OnPlate()
    for one in entries:
        marks = _of_plate(plate, one.framing)
        if one.framing and one.is_written:
            found.hook = one.hook or one.framing.plan.standard.datum.end
        if one.name is None:
            found.written = {_key(name, mark): _written(mark, one) for name, mark in marks.items() if one.is_written}
            found.is_whole = one.is_written
        elif mark := marks.get(one.name):
            key = _key(one.name, mark)
            if one.is_written:
                found.written[key] = _written(mark, one)
                found.is_whole |= len(found.written) >= len(marks) and _all_written(marks, found)
            else:
                found.written.pop(key, None)
    return found


def missing(plate: Plate, framing: Framing, on: OnPlate) -> list[str]:
    """The marks of a plate that are not on it, along it."""
    marks = _of_plate(plate, framing)
    names = list(marks)
    return [names[place] for place in unlike(marks.values(), (one.mark for one in on.written.values()))]


def to_strike(plate: Plate, framing: Framing | None, on: OnPlate) -> dict[str, Written]:
    """What is on a plate and no longer counts, by its name."""
    there = list(on.written.items())
    struck = unlike([one.mark for _, one in there], _of_plate(plate, framing).values())
    return {there[place][0][0]: there[place][1] for place in struck}


def strokes_on(plate: Plate, framing: Framing | None, on: OnPlate) -> tuple[Stroke, ...]:
    """What is struck from a plate and, where all of it was marked once, added to it; read from where it was marked."""
    wanted = [Written(mark, framing.plan.length) for mark in _of_plate(plate, framing).values() if framing]
    found = strokes(list(on.written.values()), wanted, on.hook)
    return found if on.is_whole else tuple(one for one in found if not one.is_added)


def _of_plate(plate: Plate, framing: Framing | None) -> dict[str, Mark]:
    if framing is None:
        return {}
    return {name: mark for name, mark in framing.named_marks.items() if mark.plate is plate}


def _key(name: str, mark: Mark) -> tuple[str, Looks]:
    return name, looks(mark)


def _written(mark: Mark, entry: PlateEntry) -> Written:
    return Written(mark, entry.framing.plan.length if entry.framing else 0, entry.revision)


def _all_written(marks: dict[str, Mark], found: OnPlate) -> bool:
    return all(_key(name, mark) in found.written for name, mark in marks.items())
