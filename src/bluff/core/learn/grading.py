"""Grading: what somebody drew on the plates of a wall and wrote down of its openings, against the wall as it is framed.

A line is right when it belongs there, whatever else is wrong. What is wrong is explained by the fewest mistakes: first
those of `bluff.core.learn.mistakes` that account for many marks at once, each worked out together with those found
before it; then what is left, mark by mark, marks wrong in the same way named once.
"""

from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

from bluff.core.job.rough_opening import ALLOWANCE
from bluff.core.learn.attempt import Attempt, Kind, Mistake, Work
from bluff.core.learn.deck import Deck, Drawn, Wanted
from bluff.core.learn.mark_by_mark import Single, piece_of, singly
from bluff.core.learn.mistakes import mistakes
from bluff.core.learn.required_sums import SumKey, called, required_sums
from bluff.core.learn.slips import How, slip_of
from bluff.core.measure.length import Length, inches
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, listed, message
from bluff.core.wall.build import build
from bluff.core.wall.wall_plan import WallPlan

_WORTH = 2
"""How many differences a mistake must explain to be named instead of each of them by itself."""
_MOST = 6
"""How many mistakes are looked for in one sheet; beyond that the marks speak for themselves."""

_ROUNDED: Length = inches("1/32")
"""How far a figure in 16ths may be from the exact one."""
_BY_THEMSELVES = {Kind.SLIP, Kind.OFF, Kind.NOT_THERE, Kind.FORGOTTEN, Kind.WRONG_LETTER}
"""What says something else of each mark."""


@dataclass(frozen=True, slots=True)
class Sheet:
    """What somebody drew and wrote.

    Args:
        drawn: Lines with their letters.
        sums: Figures they worked out; those left empty are not there.
    """

    drawn: tuple[Drawn, ...]
    sums: Mapping[SumKey, Length]


@dataclass(frozen=True, slots=True)
class Named:
    """One mistake and everything that comes of it.

    Args:
        kind: What went wrong.
        of: The opening or wall it went wrong at, None for the whole layout.
        words: What was done and what belongs there.
        drawn: Which lines of the sheet are wrong because of it, by their number.
        missed: What belongs on the plates and is not there because of it.
        sums: Which figures are wrong because of it.
        either: Other mistakes that would give the very same.
    """

    kind: Kind
    of: str | None
    words: Message
    drawn: tuple[int, ...] = ()
    missed: tuple[Wanted, ...] = ()
    sums: tuple[SumKey, ...] = ()
    either: tuple[tuple[Kind, str | None, Message], ...] = ()


@dataclass(frozen=True, slots=True)
class Grade:
    """What comes of grading a sheet.

    Args:
        wanted: How many marks belong on the plates.
        there: How many of them are.
        wrong: Which lines are not right, by their number.
        wrong_sums: Which figures are not right, each with what it should have been.
        named: What went wrong: first what accounts for most, then marks by themselves, then figures.
    """

    wanted: int
    there: int
    wrong: tuple[int, ...]
    wrong_sums: Mapping[SumKey, Sum]
    named: tuple[Named, ...]

    @property
    def is_right(self) -> bool:
        """Whether everything is there and nothing else."""
        return self.there == self.wanted and not self.wrong and not self.wrong_sums


def grade(plan: WallPlan, sheet: Sheet) -> Grade:
    """Grade what somebody made of a wall.

    Args:
        plan: The wall.
        sheet: What they drew and wrote.

    Source: docs/rules.md, Learning to lay out.
    """
    right = Attempt.right(plan)
    work = right.work()
    required = required_sums(build(plan))
    wrong_sums = {
        key: required[key]
        for key, written in sheet.sums.items()
        if key in required and not _says(required[key].value, written)
    }
    wrong = [number for number, one in enumerate(sheet.drawn) if work.deck.find(one) is None]
    missed = work.deck.missed(sheet.drawn)
    whole, attempt = _explain(plan, sheet, work, wrong)
    named = _credited(whole, attempt.work(), sheet, wrong, missed, wrong_sums)
    return Grade(
        wanted=len(work.deck.wanted),
        there=len(work.deck.wanted) - len(missed),
        wrong=tuple(wrong),
        wrong_sums=wrong_sums,
        named=tuple(named),
    )


@dataclass(frozen=True, slots=True)
class _Found:
    """A mistake that accounts for much of what is wrong, its work alone, and others that give the same."""

    mistake: Mistake
    alone: Work
    either: tuple[Mistake, ...]


def _explain(plan: WallPlan, sheet: Sheet, right: Work, wrong: Sequence[int]) -> tuple[list[_Found], Attempt]:
    """The mistakes that account for more than a mark or two, and the attempt they make together."""
    attempt, least = Attempt.right(plan), _differences(right, sheet)
    if not wrong and least < _WORTH:
        return [], attempt
    # Only what gives some line that was really drawn wrong, or a figure that was, is worth working out with others.
    tried = [(mistake, work) for mistake, work in mistakes(plan) if _is_seen(work, right, sheet, wrong)]
    found: list[_Found] = []
    while least and len(found) < _MOST:
        ranked = []
        for mistake, alone in tried:
            if any(_same(mistake, one.mistake) for one in found):
                continue
            work = alone if not found else mistake.make(attempt).work()
            ranked.append((_differences(work, sheet), mistake, alone))
        if not ranked:
            break
        best, mistake, alone = min(ranked, key=lambda one: one[0])
        if least - best < _WORTH:
            break
        alike = [other for off, other, _ in ranked if off == best and not _same(other, mistake)]
        either = {(other.kind, other.of): other for other in alike}
        found.append(_Found(mistake, alone, tuple(either.values())))
        attempt, least = mistake.make(attempt), best
    return found, attempt


def _same(one: Mistake, other: Mistake) -> bool:
    return (one.kind, one.of) == (other.kind, other.of)


def _differences(work: Work, sheet: Sheet) -> int:
    """In how much a sheet is not what somebody who works so would hand in."""
    return work.deck.differences(sheet.drawn) + sum(
        key in work.sums and not _says(work.sums[key], written) for key, written in sheet.sums.items()
    )


def _is_seen(work: Work, right: Work, sheet: Sheet, wrong: Sequence[int]) -> bool:
    """Whether something of a mistake is on the sheet.

    That marks are missing tells of no mistake while somebody may not be done; unless nothing else is missing.
    """
    if not _differences(work, sheet):
        return True
    if any(work.deck.find(sheet.drawn[number]) is not None for number in wrong):
        return True
    return any(
        key in work.sums
        and _says(work.sums[key], written)
        and key in right.sums
        and not _says(right.sums[key], written)
        for key, written in sheet.sums.items()
    )


def _says(value: Length, written: Length) -> bool:
    """Whether a figure is the one that was worked out, to the 16th it is printed in."""
    return abs(value - written) <= _ROUNDED


def _credited(
    found: Sequence[_Found],
    together: Work,
    sheet: Sheet,
    wrong: Sequence[int],
    missed: Sequence[Wanted],
    wrong_sums: Mapping[SumKey, Sum],
) -> list[Named]:
    """Each wrong line, missed mark and wrong figure with the one mistake that accounts for it."""
    named: list[Named] = []
    lines, gone, figures = list(wrong), list(missed), list(wrong_sums)
    for number, one in enumerate(found):
        # What only all of them together account for goes to the last.
        works = [one.alone, together] if number == len(found) - 1 else [one.alone]
        mine = [line for line in lines if any(work.deck.find(sheet.drawn[line]) is not None for work in works)]
        not_there = [wanted for wanted in gone if any(_took(work.deck, wanted, sheet) for work in works)]
        theirs = [
            key for key in figures if any(key in work.sums and _says(work.sums[key], sheet.sums[key]) for work in works)
        ]
        lines = [line for line in lines if line not in mine]
        gone = [wanted for wanted in gone if wanted not in not_there]
        figures = [key for key in figures if key not in theirs]
        either = tuple((other.kind, other.of, other.words) for other in one.either)
        mistake = one.mistake
        named.append(
            Named(mistake.kind, mistake.of, mistake.words, tuple(mine), tuple(not_there), tuple(theirs), either)
        )
    for single in _one_by_one(singly(sheet.drawn, lines, gone, together.deck)):
        _say(named, single)
    named += [_figure(key, wrong_sums[key], sheet.sums[key]) for key in figures]
    return named


def _say(named: list[Named], single: Named) -> None:
    """Add one more mistake; marks of one that was named for the whole layout go with it."""
    for at, one in enumerate(named):
        if one.kind is single.kind and one.of in {None, single.of} and single.kind not in _BY_THEMSELVES:
            named[at] = replace(one, drawn=(*one.drawn, *single.drawn), missed=(*one.missed, *single.missed))
            return
    named.append(single)


def _took(deck: Deck, wanted: Wanted, sheet: Sheet) -> bool:
    """Whether a mistake took a mark away: where it would put that piece something is drawn, or it has no such piece.

    A piece nobody has come to yet is not missing because of it.
    """
    if any(deck.find(drawn) is not None for drawn in wanted.drawings):
        return False
    mark = wanted.mark
    instead = [one for one in deck.wanted if one.mark.member == mark.member and one.mark.plate is mark.plate]
    instead = [one for one in instead if one.mark.opening == mark.opening]
    return not instead or any(Deck([one]).find(drawn) is not None for one in instead for drawn in sheet.drawn)


def _one_by_one(singles: Sequence[Single]) -> Iterator[Named]:
    """Marks that are wrong in the same way as one, in the order they are met along the plates."""
    alike: defaultdict[tuple[Kind, Message], list[Single]] = defaultdict(list)
    missing = (single.wanted for single in singles if single.kind is Kind.FORGOTTEN)
    forgotten = [*dict.fromkeys(piece_of(wanted) for wanted in missing if wanted is not None)]
    for single in singles:
        words = single.words
        if single.kind is Kind.FORGOTTEN:
            words = message("Not on the plates: {pieces}.", pieces=listed(forgotten))
        alike[single.kind, words].append(single)
    for (kind, words), group in alike.items():
        yield Named(
            kind,
            group[0].of if len({single.of for single in group}) == 1 else None,
            words,
            tuple(single.drawn for single in group if single.drawn is not None),
            tuple(single.wanted for single in group if single.wanted is not None),
        )


def _figure(key: SumKey, right: Sum, written: Length) -> Named:
    """A figure that is wrong by itself, by the line of its sum that was left out or taken twice."""
    of = called(key)
    slip = slip_of(right, written, _ROUNDED)
    if slip is None:
        words = message(
            "The {figure} is {right:length}, not {written:length}.", figure=of, right=right.value, written=written
        )
        return Named(Kind.OFF, key.opening, words, sums=(key,))
    kind = Kind.SLIP
    if key.figure.is_rough and slip.step == ALLOWANCE:
        kind = Kind.UNIT_FOR_ROUGH if slip.how is How.LEFT_OUT else Kind.ALLOWANCE_TWICE
    words = message(
        "The {figure}: {slip} gives {written:length}; it is {right:length}.",
        figure=of,
        slip=slip.words,
        written=written,
        right=right.value,
    )
    return Named(kind, key.opening, words, sums=(key,))
