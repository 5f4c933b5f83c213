"""Typed lines that set a way: any row of any form of Standards, Bench and Plan, by its name and what goes into it.

A row may be called by the name its form has, in the crew's words, by its key, or by what the lexicon here has besides.
"""

from collections.abc import Iterator, Mapping, Sequence
from functools import lru_cache
from string import Formatter

from bluff.core.errors import BluffError, PhraseError
from bluff.core.job.edit import Edit, SetWay, Several
from bluff.core.job.job import Job
from bluff.core.job.rows import ROWS, Row
from bluff.core.job.standard import Standard
from bluff.core.job.ways import JobWays, WallWays
from bluff.core.job.words import Words
from bluff.core.measure.length import format_exact
from bluff.core.message import Message, message
from bluff.core.phrase.doubt import is_odd
from bluff.core.phrase.figures import ODD, Figure, lengths
from bluff.core.phrase.grammar import Either, Facet, Given, Phrase, Slot, Word
from bluff.core.phrase.lexicon import FILLERS, spellings
from bluff.core.phrase.place import ABOUT_WALL, LinePhrase, Reading
from bluff.core.phrase.tokens import Token, source_of, tokens_of

WAYS: Mapping[str, str] = {
    "spacing": (
        "on center, oc, on centers, stud spacing, spacing, layout spacing, studs on center, studs, studs every, centers"
    ),
    "stud_length": "precut, precuts, precut studs, stud length, studs cut, studs, cut studs",
    "wall_height": "wall height, height, ceiling, ceiling height, walls, plate height, ceilings, tall",
    "measured.heights": "room height, measured heights, room, floor to ceiling",
    "head_height": "head height, heads, head, header height",
    "top_plates": "top plate, top plates, tops",
    "bottom_plates": "bottom plate, bottom plates, sole plate, sole plates",
    "datum.end": (
        "layout, layout from, start layout, start layout at, start layout from, lay out, lay out from, pull layout, "
        "pull from, layout starts, hook, hook on"
    ),
    "datum.shift": "layout shift, shift layout, datum shift",
    "corner": "corners, corner",
    "intersection": "intersections, intersection, tee, tees, t",
    "end_studs": "end stud, end studs",
    "jack_count": "jacks, jacks a side, jack count",
    "king_count": "kings, kings a side, king count",
    "sheets": "sheathing, panels, osb",
    "blocks": "blocking, mid height blocks",
    "fire_blocks": "fire blocks, fire blocking, fire stops",
    "floor": "floor, deck, on",
    "joists": "joists, joists above, trusses, trusses run, joists run",
    "joist_layout.spacing": "joist spacing, joists on center",
    "joist_layout.first": "first joist, one joist",
    "bolts.apart": "bolt spacing, anchor bolt spacing, bolts every, anchor bolts every, a bolt every",
    "pins.apart": "pin spacing",
    "plate_stock.boards": "plate boards, plate stock, plate lengths",
    "high_wind": "high wind, hurricane",
    "tolerance": "tolerance",
    "day.people": "crew, crew size, people",
    "mark_lines": "mark lines, lines, mark",
    "marked_on": "mark on, marks on",
    "density": "wood weight",
    "shop_work": "shop, prefab, prebuilt",
    "window_allowance": "window allowance, window ro",
    "door_allowance": "door allowance, door ro",
    "insulation.cavity": "cavity r, r value, insulation",
    "insulation.outside": "outside r, exterior insulation",
}
"""What a row may be called besides its own name."""

_FOLLOW = tuple(
    tuple(text.split())
    for text in ("as before", "as usual", "default", "like the job", "follow", "as the job", "reset")
)
"""Typed for a value, it lets the row follow again."""
_DEARER = 2
"""What it costs to take a line as a way where a phrase of its own fits it too."""
_LONGEST_NAME = 9
_LONGEST_VALUE = 10
"""Tokens."""


def in_words(text: Message, words: Words) -> str:
    """A name as the crew says it, in English: pieces and what else is filled into its template."""
    arguments = dict(text.arguments)
    said = ""
    for plain, name, form, _ in Formatter().parse(text.template):
        said += plain
        if name is None:
            continue
        value = arguments.get(name.lower(), name.lower())
        if isinstance(value, Message):
            said += in_words(value, words)
        elif name.lower() in arguments and form not in ("one", "many", "a", "usual"):
            said += str(value)
        else:
            said += words.name_of_many(str(value)) if form == "many" else words.name(str(value))
    return said


@lru_cache(maxsize=64)
def _names(words: Words) -> dict[tuple[str, ...], list[str]]:
    """Ways by everything they may be called, in tokens."""
    found: dict[tuple[str, ...], list[str]] = {}
    for way, row in ROWS.items():
        called = [way.replace(".", " ").replace("_", " "), in_words(row.form_field.name, words)]
        called.extend(WAYS.get(way, "").split(","))
        for name in called:
            spelled = tuple(token.word for token in tokens_of(name))
            if spelled and way not in found.setdefault(spelled, []):
                found[spelled].append(way)
    return found


_NUMBERS = {"1": "single", "2": "double", "3": "triple"}


@lru_cache(maxsize=4096)
def _options(way: str, words: Words) -> tuple[tuple[tuple[str, ...], str], ...]:
    """What may be typed for each option of a row, in tokens, the longer ones before the shorter."""
    found: dict[tuple[str, ...], str] = {}
    for option in ROWS[way].form_field.options:
        called = (option.value.replace("-", " "), in_words(option.name, words))
        for name in called:
            if spelled := tuple(token.word for token in tokens_of(name)):
                found.setdefault(spelled, option.value)
        number = _NUMBERS.get(option.value, option.value)
        for spelled in (*spellings(option.value), *spellings(number), *spellings(called[1].lower())):
            found.setdefault(spelled, option.value)
    return tuple(sorted(found.items(), key=lambda one: -len(one[0])))


def _read_name(tokens: Sequence[Token], at: int, words: Words) -> Iterator[tuple[int, str]]:
    names = _names(words)
    for end in range(min(len(tokens), at + _LONGEST_NAME), at, -1):
        for way in names.get(tuple(token.word for token in tokens[at:end]), ()):
            yield end, way


def _values(tokens: Sequence[Token], at: int, row: Row, standard: Standard) -> Iterator[tuple[int, str | None, int]]:
    """What may be meant for a row from a token on: where it ends, as it is typed into a form, and its cost."""
    for follow in _FOLLOW:
        if tuple(token.word for token in tokens[at : at + len(follow)]) == follow:
            yield at + len(follow), None, 0
    options = _options(row.way, standard.words)
    for spelled, value in options:
        if tuple(token.word for token in tokens[at : at + len(spelled)]) == spelled:
            yield at + len(spelled), value, 0
    if row.form_field.options and not row.form_field.is_open:
        return
    is_free = row.way.startswith("words.")
    for end in range(min(len(tokens), at + _LONGEST_VALUE), at, -1):
        text = source_of(tokens[at:end])
        if _fits(row, standard, text) and (is_free or tokens[at].text[0].isdigit() or tokens[at].word == "-"):
            yield end, text, 0
            if not is_free:
                break
    for end, length, cost in lengths(tokens, at):
        if cost and isinstance(length, int) and _fits(row, standard, format_exact(length)):
            yield end, format_exact(length), cost


def _fits(row: Row, standard: Standard, text: str) -> bool:
    try:
        row.write(standard, text)
    except BluffError:
        return False
    return True


def _past_fillers(tokens: Sequence[Token], at: int) -> Iterator[int]:
    yield at
    while at < len(tokens) and tokens[at].word in (*FILLERS, "=", "from"):
        at += 1
        yield at


def _read_way(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
    """A row's name and what goes into it: from what it was to what it shall be, if a line says both."""
    standard = reading.here.standard
    for end, way in _read_name(tokens, at, standard.words):
        row = ROWS[way]
        for start in _past_fillers(tokens, end):
            for last, text, cost in _values(tokens, start, row, standard):
                yield Figure(last, (way, text), cost + _DEARER + start - end + _doubt(way, text, reading))
                if last < len(tokens) and tokens[last].word in ("→", "to"):
                    for behind, then, dearer in _values(tokens, last + 1, row, standard):
                        yield Figure(behind, (way, then), dearer + _DEARER + _doubt(way, then, reading))


def _doubt(way: str, text: str | None, reading: Reading) -> int:
    """What it costs to believe a figure nobody expects there: studs at 24 are no studs 24 long."""
    return ODD if is_odd(SetWay(way, text), reading.here) else 0


def _read_value_first(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
    """What goes into a row, and its name behind: 24 on center, single top plate."""
    standard = reading.here.standard
    for name in range(at + 1, min(len(tokens), at + _LONGEST_VALUE)):
        for end, way in _read_name(tokens, name, standard.words):
            if (text := _exactly(tokens[at:name], ROWS[way], standard)) is not None:
                yield Figure(end, (way, text), _DEARER)


def _exactly(tokens: Sequence[Token], row: Row, standard: Standard) -> str | None:
    """What some tokens are as the value of a row; None where they are none."""
    typed = tuple(token.word for token in tokens)
    for spelled, value in _options(row.way, standard.words):
        if spelled == typed:
            return value
    if (row.form_field.options and not row.form_field.is_open) or not tokens[0].text[0].isdigit():
        return None
    text = source_of(tokens)
    return text if _fits(row, standard, text) else None


@lru_cache(maxsize=64)
def _known(words: Words) -> frozenset[str]:
    """Every word a row or one of its options is called by."""
    options = (spelled for way in ROWS for spelled, _ in _options(way, words))
    return frozenset(word for spelled in (*_names(words), *options) for word in spelled)


def _set(given: Given, reading: Reading) -> Edit | None:
    job = reading.here
    edits = [_set_one(way, text, given, reading, job) for way, text in given["way"]]
    return edits[0] if len(edits) == 1 else Several(tuple(edits))


def _set_one(way: str, text: str | None, given: Given, reading: Reading, job: Job) -> Edit:
    key = ROWS[way].key
    if given.get("everywhere"):
        return SetWay(way, text)
    if given.get("subject"):
        return SetWay(way, text, opening=job.opening(given["subject"][0]).id)
    if given.get("wall"):
        return SetWay(way, text, wall=given["wall"][0])
    if reading.wall_id is not None and key in WallWays.names():
        return SetWay(way, text, wall=job.wall(reading.wall_id).id)
    if key not in JobWays.names():
        raise PhraseError(message("Name the wall or the opening this is for."))
    return SetWay(way, text)


def _read_subject(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
    yield from reading.marks("opening").at(tokens, at)


_SUBJECT = Facet(
    (
        Either(
            (Word("of"), Slot("subject", "opening", _read_subject)),
            (Word("on"), Slot("subject", "opening", _read_subject)),
            (Slot("subject", "opening", _read_subject, lambda reading: reading.marks("opening").names),),
        ),
    ),
    "opening",
    counts=False,
)

SET_WAY: LinePhrase = Phrase(
    message("set how a job, a wall or an opening is framed"),
    _set,
    (
        "24 on center",
        "layout from the right",
        "single top plate",
        "precut 104 5/8",
        "ceiling is 8 foot 1",
        "A corner three-stud",
        "corner blocked everywhere",
        "W1 sill's top sloped",
        "spacing as before",
    ),
    may=(
        Facet(
            (
                Either(
                    (Slot("way", "setting and value", _read_way, knows=_known),),
                    (Slot("way", "value and setting", _read_value_first, knows=_known),),
                ),
            ),
            "setting and value",
            repeats=True,
        ),
        Facet((Word("everywhere", ("everywhere", True)),), "everywhere", counts=False),
        _SUBJECT,
    ),
    verbs=("studs", "raise", "lower"),
    about=ABOUT_WALL,
    least=1,
)
