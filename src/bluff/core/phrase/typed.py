"""Everything that can be typed into the line of a job, in one table, and what a line means.

A line may say several things, parted by a semicolon, a new line or “then”; each is read in the job as those before it
leave it. Where a part may mean several things, or its figures are out of the ordinary and may mean something else,
all of them are given and none is taken.
"""

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from bluff.core.change.apply import apply
from bluff.core.errors import BluffError, PhraseError
from bluff.core.job.edit import AddOpening, AddWall, ChangeOpening, Edit, MoveOpening, Several
from bluff.core.job.job import Job
from bluff.core.job.words import Words
from bluff.core.message import Message, message
from bluff.core.phrase.doubt import is_odd
from bluff.core.phrase.figures import ODD
from bluff.core.phrase.grammar import Meaning, Read, Slot, Word, beginnings
from bluff.core.phrase.layout_line import JOIN_WALLS, MIRROR, MOVE_WALLS, SET_CLEAR, SPLIT_WALL
from bluff.core.phrase.lexicon import FILLERS
from bluff.core.phrase.opening_line import ADD_OPENING, ADD_SEVERAL, CHANGE_OPENING, MOVE_OPENING, REMOVE_OPENING
from bluff.core.phrase.place import LinePhrase, Reading
from bluff.core.phrase.plan_line import PARTITION, WALK, in_feet
from bluff.core.phrase.say import describe_walls, said
from bluff.core.phrase.special_line import BACKING, BOLTS, BREAKS, KEEP_CLEAR, PINS, POST, REMOVE_SPECIAL
from bluff.core.phrase.wall_line import ADD_WALL, CHANGE_WALL, FLOORS, REMOVE_WALL, RUN_THROUGH, TOP
from bluff.core.phrase.way_line import SET_WAY

PHRASES: Sequence[LinePhrase] = (
    ADD_OPENING,
    ADD_SEVERAL,
    CHANGE_OPENING,
    MOVE_OPENING,
    REMOVE_OPENING,
    WALK,
    ADD_WALL,
    PARTITION,
    CHANGE_WALL,
    RUN_THROUGH,
    TOP,
    FLOORS,
    REMOVE_WALL,
    MOVE_WALLS,
    SET_CLEAR,
    SPLIT_WALL,
    JOIN_WALLS,
    MIRROR,
    POST,
    KEEP_CLEAR,
    BACKING,
    REMOVE_SPECIAL,
    BOLTS,
    PINS,
    BREAKS,
    SET_WAY,
)
"""Every phrase there is, as they are listed; of phrases that fit a line equally badly the first is taken for meant."""

_PARTED = re.compile(r"[;\n]+|(?:,? and)?,? \bthen\b", re.IGNORECASE)
MOST_PARTS = 60
"""Things one line says; more are pasted in several goes."""
_MOST_CHOICES = 4
_MOST_TRIED = 24


class LineError(PhraseError):
    """A line of a job that cannot be made an edit.

    Args:
        message: Why, and what to type.
        path: As of any error.
        words: The crew's, which it is read in.
    """

    def __init__(self, message: Message, path: str, words: Words) -> None:
        super().__init__(message, path)
        self.words = words


@dataclass(frozen=True, slots=True)
class Selected:
    """What is selected on the screen a line is typed into: a wall, and an opening in it."""

    wall: str | None = None
    opening: str | None = None


@dataclass(frozen=True, slots=True)
class Part:
    """One thing a line says.

    Args:
        text: As it is typed.
        meanings: What it may mean: one where that is sure, several to choose from.
        before: The job it is read in.
        error: Why it is not understood; what it means with a word put right is among the meanings.
    """

    text: str
    meanings: tuple[Meaning[Edit], ...]
    before: Job
    error: BluffError | None = None

    @property
    def edit(self) -> Edit | None:
        """What it means, where that is sure."""
        return self.meanings[0].result if len(self.meanings) == 1 and not self.error else None

    @property
    def said(self) -> list[Message]:
        """Each thing it may mean, as a line that means just that."""
        return [_said(meaning, self.before) for meaning in self.meanings]


def _said(meaning: Meaning[Edit], job: Job) -> Message:
    if meaning.phrase.says is None:
        return said(meaning.result, job)
    # How the walls of a plan were given does not show in where they lie.
    line, aside = meaning.phrase.says(meaning.given), describe_walls(meaning.result)
    return message("{line} · {aside}", line=line, aside=aside)


def read_parts(text: str, job: Job, selected: Selected) -> list[Part]:
    """What every part of a line means.

    Args:
        text: The line, in the usual words or the crew's.
        job: What it is about; gives what is new its mark.
        selected: What it is about where it names nothing.
    """
    parts: list[Part] = []
    for part in _parted(text):
        parts.append(_read_part(part, job, selected))
        if edit := parts[-1].edit:
            job = apply(job, edit)
            selected = _selected_after(edit, selected)
    return parts


def completions(text: str, job: Job, selected: Selected) -> list[str]:
    """The line with what may come next put behind it, or with the word that is begun written out.

    Args:
        text: The line so far.
        job, selected: As of `read_parts`.
    """
    cut = max((found.end() for found in _PARTED.finditer(text)), default=0)
    for part in read_parts(text[:cut], job, selected) if cut else ():
        if edit := part.edit:
            job, selected = apply(part.before, edit), _selected_after(edit, selected)
    begun = _LAST_WORD.search(text[cut:])[0]  # type: ignore[index]
    before = text[cut : len(text) - len(begun)]
    if begun[:1].isdigit() or len(before) > _LONGEST_COMPLETED:
        return []
    reading = Reading(job, selected.wall, selected.opening)
    if before.strip():
        parts = Read(before, PHRASES, reading, job.standard.words).next
    else:
        parts = beginnings(PHRASES) if begun else []
    # What is in the job before what is in the language.
    parts = sorted(parts, key=lambda part: isinstance(part, Word))
    offers = dict.fromkeys(offer for part in parts for offer in _offers(part, reading, job.standard.words))
    fitting = [offer for offer in offers if offer.lower().startswith(begun.lower()) and offer.lower() != begun.lower()]
    return [f"{text[: len(text) - len(begun)]}{offer}" for offer in fitting[:_MOST_COMPLETIONS]]


def _offers(part: Word | Slot, reading: Reading, words: Words) -> Sequence[str]:
    if isinstance(part, Slot):
        return part.offers(reading)
    if part.piece is None:
        # What only joins words is no news to anybody.
        return () if part.usual in FILLERS or part.usual in _JOINING else (part.usual,)
    return (words.name_of_many(part.piece) if part.usual.endswith("s") else words.name(part.piece),)


_JOINING = frozenset(("in", "from", "through", "by", "all", "unit", "x", "→"))
_LAST_WORD = re.compile(r"\S*$")
_MOST_COMPLETIONS = 8
_LONGEST_COMPLETED = 200
"""Characters; nobody completes what is pasted."""


def read_line(text: str, job: Job, wall_id: str | None) -> Edit:
    """The edit a typed line asks for, where all of it is sure.

    Raises:
        LineError: It is not understood, may mean several things, names something that is not there, or asks for what
            no wall can have.
    """
    words = job.standard.words
    edits: list[Edit] = []
    for part in read_parts(text, job, Selected(wall_id)):
        if part.error:
            raise LineError(part.error.message, part.error.path, words) from part.error
        if part.edit is None:
            raise LineError(message("“{line}” may mean several things. Choose one.", line=part.text), "text", words)
        edits.append(part.edit)
    return edits[0] if len(edits) == 1 else Several(tuple(edits))


def _parted(text: str) -> Iterator[str]:
    parts = [part.strip() for part in _PARTED.split(text) if part and part.strip()]
    return iter(parts[:MOST_PARTS] or [""])


def _read_part(text: str, job: Job, selected: Selected) -> Part:
    reading = Reading(job, selected.wall, selected.opening)
    try:
        read = Read(text, PHRASES, reading, job.standard.words)
    except PhraseError as error:
        return Part(text, (), job, error)
    if not read.meanings and (unknown := _unknown_mark(read, job)):
        return Part(text, (), job, unknown)
    meanings = list(read.meanings)
    if feet := in_feet(text):
        # A walk of bare numbers is in feet as often as not.
        others = Read(feet, PHRASES, reading, job.standard.words).meanings
        meanings.extend(replace(meaning, cost=meaning.cost + ODD) for meaning in others)
    possible, refusal = _possible(meanings, job)
    if not possible:
        if refusal or read.errors:
            return Part(text, (), job, refusal or read.errors[0][1])
        return Part(text, _corrected(read, job), job, PhraseError(read.complaint()))
    likely = tuple(_likely(possible, job)[:_MOST_CHOICES])
    if likely[0].cost >= ODD and read.errors and read.errors[0][0] < ODD:
        # What it says as it stands cannot be: what else it may mean is for a person to choose.
        return Part(text, likely, job, read.errors[0][1])
    return Part(text, likely, job)


def _likely(possible: Sequence[Meaning[Edit]], job: Job) -> list[Meaning[Edit]]:
    """The cheapest meanings; where all of those are odd, the others that are not stand beside them."""
    cheapest = [meaning for meaning in possible if meaning.cost == possible[0].cost]
    sane = [meaning for meaning in possible if not is_odd(meaning.result, job)]
    if any(meaning in sane for meaning in cheapest):
        # What it is dear to believe is not offered odd as well.
        return cheapest if possible[0].cost < ODD else [meaning for meaning in cheapest if meaning in sane]
    return [*cheapest, *sane]


def _possible(meanings: Sequence[Meaning[Edit]], job: Job) -> tuple[list[Meaning[Edit]], BluffError | None]:
    """The meanings that fit the job, each effect once and by its cheapest; and why the first one does not."""
    found: list[Meaning[Edit]] = []
    effects: list[Job] = []
    error: BluffError | None = None
    for meaning in meanings[:_MOST_TRIED]:
        try:
            after = apply(job, meaning.result)
        except BluffError as why:
            error = error or why
            continue
        if after not in effects:
            effects.append(after)
            found.append(meaning)
    return found, error


def _unknown_mark(read: Read[Reading, Edit], job: Job) -> BluffError | None:
    """Why a line with the mark of an opening that is not there means nothing."""
    known = {opening.id.upper() for opening in job.openings}
    marks = (token.text.upper() for token in read.line.tokens if _MARK_OF_OPENING.fullmatch(token.text))
    unknown = next((mark for mark in marks if mark not in known), None)
    if unknown is None:
        return None
    have = (
        f"there are {', '.join(sorted(opening.id for opening in job.openings)[:12])}" if known else "there are none yet"
    )
    return PhraseError(message("There is no {what} {text}; {have}.", what="opening", text=unknown, have=have))


_MARK_OF_OPENING = re.compile(r"[WD]\d+", re.IGNORECASE)


def _corrected(read: Read[Reading, Edit], job: Job) -> tuple[Meaning[Edit], ...]:
    """What a line means with the one word in it that nobody knows put right."""
    meanings = (
        meaning
        for line in read.corrected[:_MOST_CHOICES]
        for meaning in Read(line, PHRASES, read.line.context, read.line.words).meanings
    )
    possible, _ = _possible(sorted(meanings, key=lambda meaning: meaning.cost), job)
    return tuple(_likely(possible, job)[:_MOST_CHOICES]) if possible else ()


def _selected_after(edit: Edit, selected: Selected) -> Selected:
    """What “it” means in the next part: what this one has made or changed."""
    match edit:
        case AddOpening(opening) | ChangeOpening(_, opening):
            return replace(selected, opening=opening.id)
        case MoveOpening(opening_id):
            return replace(selected, opening=opening_id)
        case AddWall(wall):
            return Selected(wall.id)
        case _:
            return selected
