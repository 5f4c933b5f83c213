"""A grammar for lines as people say them: facets in any order, and phrases that know what a set of facets means.

word
    Stands as it is, as the lexicon has it, or as the crew calls a piece.
slot
    Is filled by what somebody types: a length, a size, the mark of a wall.
facet
    A row of words and slots that belong together and say one thing: ``head 84``, ``@ 9-3 from the left``.
phrase
    An action, and the facets it needs and takes, in whatever order they come. Fillers between them cost nothing.
subject
    The facet that says what a phrase is about. It may also stand inside another facet: ``head of W2 to 80``.

Nothing here knows what is framed. `readings` gives everything a line may mean, with what each costs to take it so;
`complaint` says why it means nothing.
"""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from difflib import get_close_matches
from functools import cached_property, lru_cache
from typing import Any, Generic, NamedTuple, TypeAlias, TypeVar

from bluff.core.errors import BluffError, PhraseError
from bluff.core.job.words import Words
from bluff.core.message import OR, Message, follow, listed, message
from bluff.core.phrase.figures import SURE, Figure
from bluff.core.phrase.lexicon import FILLERS, spellings
from bluff.core.phrase.tokens import Token, source_of, tokens_of

Context = TypeVar("Context")
"""What slots are read in: the job, and the wall that is selected."""
Result = TypeVar("Result")

SKIPPED = 1
"""What it costs to pass over a filler: a reading that makes something of it goes before."""
MOST_TOKENS = 200
"""A longer line was pasted by mistake."""
_MOST_COVERS = 60
"""Ways to part one line into the facets of one phrase that are looked at; each more would be odder still."""


@dataclass(frozen=True, slots=True, eq=False)
class Word:
    """A word of a phrase.

    Args:
        usual: What may always be typed; the lexicon has what may be typed for it.
        gives: What the phrase knows once it is there: a key and a value.
        piece: The piece it means, which may be typed as the crew calls it.
        is_close: Whether nothing is passed over before it, as in 84 head.
    """

    usual: str
    gives: tuple[str, Any] | None = None
    piece: str | None = None
    is_close: bool = False

    @property
    def shown(self) -> Message:
        """As it is listed."""
        if self.piece is None:
            return message("{word}", word=self.usual)
        return message("{piece:many}" if self.usual.endswith("s") else "{piece:one}", piece=self.piece)

    def spelled(self, words: Words) -> tuple[tuple[str, ...], ...]:
        """Everything that may be typed for it, in tokens."""
        if self.piece is None:
            return spellings(self.usual)
        crew = [tuple(word.split()) for word in (words.name(self.piece), words.name_of_many(self.piece))]
        return (
            *sorted((tuple(word.lower() for word in one) for one in crew), key=len, reverse=True),
            *spellings(self.usual),
        )


@dataclass(frozen=True, slots=True, eq=False)
class Slot:
    """A part of a phrase that somebody fills.

    Args:
        key: What the phrase knows it by.
        shown: The template of what it is called in the list.
        read: Every meaning of the tokens that begin at one of them; raises a `BluffError` that says why it has none.
        offers: What could be typed, for a list to choose from.
        is_figure: Whether it begins with a number or a minus; nothing else is tried on it.
        knows: Every word that means something in it, besides what it offers.
    """

    key: str
    shown: str
    read: Callable[[Sequence[Token], int, Any], Iterator[Figure]]
    offers: Callable[[Any], Sequence[str]] = lambda _: ()
    is_figure: bool = False
    knows: Callable[[Words], frozenset[str]] = lambda _: frozenset()


@dataclass(frozen=True, slots=True)
class Maybe:
    """Parts that may be left out."""

    parts: "Parts"

    def __init__(self, *parts: "Part") -> None:
        object.__setattr__(self, "parts", parts)


@dataclass(frozen=True, slots=True)
class Either:
    """One of several rows of parts."""

    ways: "tuple[Parts, ...]"

    def __init__(self, *ways: "Parts") -> None:
        object.__setattr__(self, "ways", ways)


@dataclass(frozen=True, slots=True)
class Many:
    """Parts that may come again and again, at least once."""

    parts: "Parts"

    def __init__(self, *parts: "Part") -> None:
        object.__setattr__(self, "parts", parts)


@dataclass(frozen=True, slots=True)
class Rule:
    """Parts with a name, a template, listed once by themselves and called by it wherever they stand."""

    shown: str
    parts: "Parts"


Part: TypeAlias = Word | Slot | Maybe | Either | Many | Rule
Parts: TypeAlias = tuple[Part, ...]
Given: TypeAlias = Mapping[str, list[Any]]
"""What was filled in, by key: every value of a slot that came more than once."""


@dataclass(frozen=True, slots=True, eq=False)
class Facet:
    """Parts that belong together.

    Args:
        parts: In their order.
        shown: The template of what it is called where it is missing.
        repeats: Whether a line may say it more than once.
        counts: Whether it alone makes a phrase that needs some facet.
    """

    parts: Parts
    shown: str = ""
    repeats: bool = False
    counts: bool = True


@dataclass(frozen=True, eq=False)
class Phrase(Generic[Context, Result]):
    """One kind of thing that can be said.

    Args:
        does: What it does, for the list: "put an opening into a wall".
        make: From what was filled in to what it means; None where it means nothing in that context.
        examples: Templates of lines that are understood so.
        needs: Facets that must be there.
        may: Facets that may.
        verbs: Words for its action, which may stand anywhere and cost nothing.
        about: Its subject; a facet of `needs` or `may`, or one more that may be there.
        least: How many facets of `may` that count there must be.
        says: From what was filled in to a line that means the same, where what it means does not show how.
    """

    does: Message
    make: Callable[[Given, Context], Result | None]
    examples: tuple[str, ...]
    needs: tuple[Facet, ...] = ()
    may: tuple[Facet, ...] = ()
    verbs: tuple[str, ...] = ()
    about: Facet | None = None
    least: int = 0
    says: Callable[[Given], Message] | None = None

    @property
    def lines(self) -> tuple[Message, ...]:
        """The examples, with pieces as the crew calls them."""
        return tuple(map(message, self.examples))

    @cached_property
    def verbs_spelled(self) -> tuple[tuple[str, ...], ...]:
        """Everything that may be typed for its verbs."""
        return tuple(spelled for verb in self.verbs for spelled in spellings(verb))

    @cached_property
    def facets(self) -> tuple[Facet, ...]:
        """All of them, what it is about before the others."""
        about = (self.about,) if self.about and self.about not in self.needs else ()
        return (*about, *self.needs, *self.may)


_Pairs: TypeAlias = tuple[tuple[str, Any], ...]
_Found: TypeAlias = tuple[int, _Pairs, int]
"""Where parts end, what they give, what they cost."""


@dataclass(frozen=True, slots=True)
class Want:
    """What could have come at a token and did not.

    Args:
        at: Which.
        part: The word or slot.
        error: Why what stands there does not fill it.
    """

    at: int
    part: Word | Slot
    error: BluffError | None = None


@dataclass(frozen=True, slots=True)
class Meaning(Generic[Result]):
    """One thing a line may mean.

    Args:
        result: What.
        cost: What it costs to take it so.
        phrase: The phrase that fits.
        given: What its facets were filled with.
    """

    result: Result
    cost: int
    phrase: "Phrase[Any, Result]"
    given: Given = field(default_factory=dict)


@dataclass(slots=True)
class Line(Generic[Context]):
    """A line that is being read: its tokens, and everything found in it so far."""

    text: str
    context: Context
    words: Words
    tokens: tuple[Token, ...] = ()
    _facets: dict[tuple[Facet, int, Facet | None], "_Tried"] = field(default_factory=dict)
    _parts: dict[int, "_Leads"] = field(default_factory=dict)
    _firsts: dict[Word, Mapping[str, tuple[tuple[str, ...], ...]]] = field(default_factory=dict)
    _figures: dict[tuple[object, int], tuple[tuple[Figure, ...], BluffError | None]] = field(default_factory=dict)

    def __post_init__(self) -> None:
        self.tokens = tokens_of(self.text)

    def facet(self, facet: Facet, at: int, about: Facet | None) -> "_Tried":
        """Everything a facet can be from a token on, with the phrase's subject inside it or not."""
        key = facet, at, about
        if (known := self._facets.get(key)) is None:
            known = self._facets[key] = self._tried(facet, at, about)
        return known

    def _tried(self, facet: Facet, at: int, about: Facet | None) -> "_Tried":
        if not self.may_begin(facet.parts, at):
            return _NOTHING
        matcher = _Matcher(self, None if facet is about else about)
        cheapest: dict[tuple[int, _Pairs], int] = {}
        for end, given, cost in matcher.match(facet.parts, at, began=False):
            known = cheapest.get((end, given))
            cheapest[end, given] = cost if known is None else min(cost, known)
        found = tuple((end, given, cost) for (end, given), cost in cheapest.items() if end > at)
        furthest = max((want.at + bool(want.error) for want in matcher.wants), default=at)
        return _Tried(found, tuple(matcher.wants), furthest)

    def leads(self, parts: Parts) -> "_Leads":
        """What some parts may begin with, in the crew's words."""
        if (known := self._parts.get(id(parts))) is None:
            known = self._parts[id(parts)] = _leads(_Whole(parts), self.words)
        return known

    def may_begin(self, parts: Parts, at: int) -> bool:
        """Whether some parts can begin at a token, by its first word or sign alone."""
        leads = self.leads(parts)
        if at >= len(self.tokens):
            return leads.is_empty
        word = self.tokens[at].word
        return leads.is_open or word in leads.words or (leads.is_figure and not word[0].isalpha())

    def spelled(self, word: Word, at: int) -> tuple[tuple[str, ...], ...]:
        """What may be typed for a word, in the crew's words, that begins as a token does."""
        if at >= len(self.tokens):
            return ()
        if (known := self._firsts.get(word)) is None:
            known = self._firsts[word] = _by_first(word, self.words)
        return known.get(self.tokens[at].word, ())

    def figures(self, slot: Slot, at: int) -> tuple[tuple[Figure, ...], BluffError | None]:
        """Every meaning of what stands in a slot, and why it has none; read once for all slots that read alike."""
        key = slot.read, at
        if (known := self._figures.get(key)) is None:
            found: list[Figure] = []
            error: BluffError | None = None
            try:
                for figure in slot.read(self.tokens, at, self.context):
                    found.append(figure)
            except BluffError as why:
                error = why
            known = self._figures[key] = tuple(found), error
        return known

    def is_filler(self, at: int) -> bool:
        return at < len(self.tokens) and self.tokens[at].word in FILLERS

    def starts(self, at: int, spelled: Sequence[str]) -> bool:
        """Whether some words stand at a token."""
        return tuple(token.word for token in self.tokens[at : at + len(spelled)]) == tuple(spelled)


@dataclass(frozen=True, slots=True)
class _Leads:
    """What a facet may begin with.

    Args:
        parts: The words and slots.
        words: The first words of what may be typed for them.
        is_figure: Whether one of them begins with a number.
        is_open: Whether one begins with nobody knows what, like the mark of a wall, or all may be left out.
        is_empty: Whether all may be left out.
    """

    parts: tuple[Word | Slot, ...]
    words: frozenset[str]
    is_figure: bool
    is_open: bool
    is_empty: bool


class _Whole:
    """Some parts, told from others by which they are and not by what is in them, which takes long to compare."""

    __slots__ = ("parts",)

    def __init__(self, parts: Parts) -> None:
        self.parts = parts

    def __hash__(self) -> int:
        return id(self.parts)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Whole) and other.parts is self.parts


@lru_cache(maxsize=8192)
def _leads(whole: _Whole, words: Words) -> _Leads:
    found, is_empty = _first_of(whole.parts)
    parts = tuple(found)
    slots = [part for part in parts if isinstance(part, Slot)]
    first = {one for part in parts if isinstance(part, Word) for one in _by_first(part, words)}
    return _Leads(
        parts,
        frozenset(first),
        any(slot.is_figure for slot in slots),
        is_empty or any(not slot.is_figure for slot in slots),
        is_empty,
    )


def _first_of(parts: Parts) -> tuple[list[Word | Slot], bool]:
    """The words and slots some parts may begin with, and whether they may all be left out."""
    found: list[Word | Slot] = []
    for part in parts:
        match part:
            case Word() | Slot():
                return [*found, part], False
            case Maybe(inner):
                found.extend(_first_of(inner)[0])
            case Rule(_, inner) | Many(inner):
                first, is_empty = _first_of(inner)
                found.extend(first)
                if not is_empty:
                    return found, False
            case Either(ways):
                firsts = [_first_of(way) for way in ways]
                found.extend(one for first, _ in firsts for one in first)
                if not any(is_empty for _, is_empty in firsts):
                    return found, False
    return found, True


@lru_cache(maxsize=8192)
def _by_first(word: Word, words: Words) -> dict[str, tuple[tuple[str, ...], ...]]:
    """What may be typed for a word, by the first word of it; the longer before the shorter."""
    found: dict[str, list[tuple[str, ...]]] = {}
    for spelled in word.spelled(words):
        found.setdefault(spelled[0], []).append(spelled)
    return {first: tuple(dict.fromkeys(all_)) for first, all_ in found.items()}


@dataclass(frozen=True, slots=True)
class _Tried:
    """What a facet can be from a token on, what could have come and did not, and how far that was looked for.

    What stands where it should and is wrong, a mark of no wall, goes a token further than what is not there.
    """

    found: tuple[_Found, ...]
    wants: tuple[Want, ...]
    furthest: int


def _is_close(part: Word | Slot) -> bool:
    return isinstance(part, Word) and part.is_close


_NOTHING = _Tried((), (), 0)


@dataclass(slots=True)
class _Matcher:
    """The parts of one facet tried on a line."""

    line: Line[Any]
    about: Facet | None
    wants: list[Want] = field(default_factory=list)
    _many: dict[tuple[int, int, bool], list[_Found]] = field(default_factory=dict)

    def match(self, parts: Parts, at: int, *, began: bool) -> Iterator[_Found]:
        """Every way the parts fit from a token on. Before the first word or slot nothing is passed over."""
        if not parts:
            yield at, (), SURE
            return
        for end, given, cost in self._one(parts[0], at, began=began):
            for last, more, dearer in self.match(parts[1:], end, began=began or end > at):
                yield last, (*given, *more), cost + dearer

    def _one(self, part: Part, at: int, *, began: bool) -> Iterator[_Found]:
        match part:
            case Word() | Slot():
                for start, given, cost in self._junction(at) if began and not _is_close(part) else ((at, (), SURE),):
                    for end, more, dearer in (
                        self._word(part, start) if isinstance(part, Word) else self._slot(part, start)
                    ):
                        yield end, (*given, *more), cost + dearer
            case Maybe(parts):
                yield from self.match(parts, at, began=began)
                yield at, (), SURE
            case Rule(_, parts):
                yield from self.match(parts, at, began=began)
            case Either(ways):
                is_passed = began and self._is_passed(at)
                for way in ways:
                    if is_passed or self.line.may_begin(way, at):
                        yield from self.match(way, at, began=began)
                    else:
                        self.wants.extend(Want(at, one) for one in self.line.leads(way).parts)
            case Many():
                yield from self._again(part, at, began=began)

    def _again(self, part: Many, at: int, *, began: bool) -> list[_Found]:
        # Of every end only the cheapest is followed: a long list of figures would else be read in too many ways.
        key = id(part), at, began
        if key not in self._many:
            cheapest: dict[int, _Found] = {}
            for end, given, cost in self.match(part.parts, at, began=began):
                more = self._again(part, end, began=True) if end > at else []
                for last, rest, dearer in ((end, (), SURE), *more):
                    if last not in cheapest or cost + dearer < cheapest[last][2]:
                        cheapest[last] = last, (*given, *rest), cost + dearer
            self._many[key] = list(cheapest.values())
        return self._many[key]

    def _is_passed(self, at: int) -> bool:
        """Whether something at a token may be passed over, so that what follows may begin behind it."""
        if self.line.is_filler(at):
            return True
        return self.about is not None and bool(self.line.facet(self.about, at, None).found)

    def _junction(self, at: int) -> Iterator[_Found]:
        """Where the next word may stand: here, behind fillers, behind what the phrase is about."""
        yield at, (), SURE
        if self.line.is_filler(at):
            for end, given, cost in self._junction(at + 1):
                yield end, given, cost + SKIPPED
        elif self.about is not None:
            for end, given, cost in self.line.facet(self.about, at, None).found:
                yield end, given, cost
                if self.line.is_filler(end):
                    yield end + 1, given, cost + SKIPPED

    def _word(self, word: Word, at: int) -> Iterator[_Found]:
        given = (word.gives,) if word.gives else ()
        for spelled in self.line.spelled(word, at):
            if self.line.starts(at, spelled):
                yield at + len(spelled), given, SURE
        self.wants.append(Want(at, word))

    def _slot(self, slot: Slot, at: int) -> Iterator[_Found]:
        found, error = self.line.figures(slot, at)
        for end, value, cost in found:
            yield end, ((slot.key, value),), cost
        self.wants.append(Want(at, slot, error))


@dataclass(slots=True, eq=False)
class _Search(Generic[Context, Result]):
    """One phrase tried on a line: how it can be parted into the phrase's facets."""

    line: Line[Context]
    phrase: Phrase[Context, Result]
    most: int = 0
    """How many facets fitted, on the way that came furthest."""
    furthest: int = 0
    """The last token at which something of it was looked for."""
    _reached: int = 0
    _fitted: frozenset[int] = frozenset()
    _seen: set[tuple[int, frozenset[int], _Pairs]] = field(default_factory=set)
    _covers: int = 0

    def covers(self) -> Iterator[tuple[Given, int]]:
        """Every way to read the whole line, as what was filled in and what it costs."""
        yield from self._cover(0, frozenset(), (), SURE)

    def _cover(self, at: int, used: frozenset[int], pairs: _Pairs, cost: int) -> Iterator[tuple[Given, int]]:
        if (at, used, pairs) in self._seen or self._covers > _MOST_COVERS:
            return
        self._seen.add((at, used, pairs))
        if at > self._reached or (at == self._reached and len(used) > self.most):
            self._reached, self.most = at, len(used)
            self._fitted = used
        if at == len(self.line.tokens):
            if self._is_whole(used):
                self._covers += 1
                yield _gathered(pairs), cost
            return
        for index, facet in enumerate(self.phrase.facets):
            if index in used and not facet.repeats:
                continue
            tried = self.line.facet(facet, at, self.phrase.about)
            self.furthest = max(self.furthest, tried.furthest)
            for end, given, dearer in tried.found:
                yield from self._cover(end, used | {index}, (*pairs, *given), cost + dearer)
        for spelled in self.phrase.verbs_spelled:
            if self.line.starts(at, spelled):
                yield from self._cover(at + len(spelled), used, pairs, cost)
        if self.line.is_filler(at):
            yield from self._cover(at + 1, used, pairs, cost + SKIPPED)

    @property
    def next(self) -> list[Word | Slot]:
        """What could come at the end of the line: what goes on there, and what could begin there."""
        end = len(self.line.tokens)
        found: list[Word | Slot] = []
        for at, used, _ in self._seen:
            for index, facet in enumerate(self.phrase.facets):
                if index in used and not facet.repeats:
                    continue
                if at == end:
                    found.extend(self.line.leads(facet.parts).parts)
                else:
                    wants = self.line.facet(facet, at, self.phrase.about).wants
                    found.extend(want.part for want in wants if want.at == end)
        return found

    @property
    def missing(self) -> int:
        """How many facets it needs that did not fit, on the way that came furthest."""
        return sum(self.phrase.facets.index(need) not in self._fitted for need in self.phrase.needs)

    def _is_whole(self, used: frozenset[int]) -> bool:
        phrase, facets = self.phrase, self.phrase.facets
        there = [facets[index] for index in used]
        counted = sum(1 for facet in there if facet.counts and facet is not phrase.about and facet not in phrase.needs)
        return all(need in there for need in phrase.needs) and counted >= phrase.least


class _Piece(NamedTuple):
    """A piece of a line that one phrase makes something of.

    Args:
        end: The token behind it.
        worth: Of the tokens that are right in it.
        facet: What it is.
        stuck: The token that is wrong in it, or nothing is made of.
        wants: What is missing at its end, where the line ends before it does.
        error: Why what is stuck in it does not fit.
    """

    end: int
    worth: int
    facet: Facet | None = None
    stuck: int | None = None
    wants: Want | None = None
    error: BluffError | None = None


_MISSING = 6
"""What it counts against a phrase that a facet it needs is missing, or what it is about, beside `_Piece.worth`."""
_UNREAD = 2
"""What it counts against a phrase that it makes nothing of a piece."""
_HARDLY = 7
"""What it counts against a facet that is not ended that it begins with a figure, as many do."""


@dataclass(frozen=True, slots=True)
class _Nearest:
    """How much of a line one phrase makes something of, wherever it stands: to say what is in the way.

    Args:
        search: The phrase tried.
        worth: Of all its pieces.
        missing: What counts against it.
        there: The facets that are there.
        unread: The first run of tokens that nothing is made of; None where there is none.
        error: Why it does not fit, if that is known.
        wants: What would have to come at the end of the line.
    """

    search: _Search[Any, Any]
    worth: int
    missing: int
    there: frozenset[Facet]
    unread: tuple[int, int] | None
    error: BluffError | None
    wants: Want | None

    @classmethod
    def of(cls, search: _Search[Any, Any]) -> "_Nearest":
        best = cls._best(search)
        at, there, unread, wants, error = 0, set(), None, None, None
        while (piece := best[at][1]) is not None:
            if piece.stuck is not None and unread is None:
                unread = piece.stuck, piece.end
                # What is said already is not what was meant here.
                error = piece.error if piece.facet not in there else None
            if piece.facet and (piece.stuck is None or piece.error):
                there.add(piece.facet)
            wants = wants or piece.wants
            at = piece.end
        phrase = search.phrase
        missing = _MISSING * sum(need not in there for need in phrase.needs)
        if phrase.about and phrase.about not in there:
            missing += _MISSING + 1
        return cls(search, best[0][0], missing, frozenset(there), unread, error, wants)

    @staticmethod
    def _best(search: _Search[Any, Any]) -> list[tuple[int, _Piece | None]]:
        """From the end: the most that can be made of the tokens from each on, and the first piece of that."""
        line, phrase = search.line, search.phrase
        count = len(line.tokens)
        best: list[tuple[int, _Piece | None]] = [(0, None)] * (count + 1)
        for at in reversed(range(count)):
            passed = at + 1 if line.is_filler(at) else _end_of_run(line.tokens, at)
            unread = None if line.is_filler(at) else at
            pieces = [_Piece(passed, 0 if unread is None else -_UNREAD, stuck=unread)]
            ends = (at + len(one) for one in phrase.verbs_spelled if line.starts(at, one))
            pieces.extend(_Piece(end, _worth(line.tokens[at:end])) for end in ends)
            for facet in phrase.facets:
                tried = line.facet(facet, at, phrase.about)
                ends = (end for end, _, _ in tried.found if end == count or line.tokens[end].is_alone)
                pieces.extend(_Piece(end, _worth(line.tokens[at:end]), facet) for end in ends)
                for want in tried.wants:
                    if want.at == count:
                        hardly = 1 if line.tokens[at].word[0].isalpha() else _HARDLY
                        pieces.append(_Piece(count, _worth(line.tokens[at:]) - hardly, facet, wants=want))
                    elif want.error or (want.at > at and not line.tokens[at].word[0].isdigit()):
                        # What begins right and is wrong is as good as half right.
                        end = _end_of_run(line.tokens, want.at)
                        worth = _worth(line.tokens[at : want.at]) + (1 if want.error else -1)
                        pieces.append(_Piece(end, worth, facet, want.at, error=want.error))
            # Of two ends of a line that want something, a figure or a mark says more than a word that may be left out.
            best[at] = max(
                ((one.worth + best[one.end][0], one) for one in pieces),
                key=lambda one: (one[0], bool(one[1].wants and isinstance(one[1].wants.part, Slot)), one[1].end),
            )
        return best

    @property
    def wanted(self) -> Message:
        """What is missing: what would end the line, a facet the phrase needs, or what it is about."""
        if self.wants:
            return _shown(self.wants.part)
        phrase = self.search.phrase
        missing = [need for need in phrase.needs if need not in self.there]
        if not missing and phrase.about and phrase.about not in self.there:
            missing = [phrase.about]
        named = next((facet.shown for facet in missing if facet.shown), None)
        if named:
            return message(named)
        return _shown(_first_of((missing or list(phrase.facets))[0].parts)[0][0])

    @property
    def example(self) -> Message:
        """The example of the phrase that has most words of the line in it."""
        words = {token.word for token in self.search.line.tokens if token.word.isalpha()} - {"x"}
        return message(max(self.search.phrase.examples, key=lambda one: len(words.intersection(one.lower().split()))))


def _worth(tokens: Sequence[Token]) -> int:
    """What it says for a phrase that it makes something of some tokens: a word more than a figure."""
    return sum(3 if token.word[0].isalpha() else 2 for token in tokens if token.word not in FILLERS)


def _shown(part: Word | Slot) -> Message:
    return message("“{word}”", word=part.shown) if isinstance(part, Word) else message(part.shown)


def _end_of_run(tokens: Sequence[Token], at: int) -> int:
    """The token behind what is written without a space from one on, or with an x between."""
    end = at + 1
    while end < len(tokens) and (not tokens[end].is_alone or "x" in (tokens[end].word, tokens[end - 1].word)):
        end += 1
    return end


class Read(Generic[Context, Result]):
    """A line tried with every phrase.

    Args:
        text: The line.
        phrases: The table.
        context: Given to slots and phrases.
        words: What the crew calls things, which may be typed as well as the usual words.

    Raises:
        PhraseError: Nothing is typed, or far too much.
    """

    def __init__(self, text: str, phrases: Sequence[Phrase[Context, Result]], context: Context, words: Words) -> None:
        self.line: Line[Context] = Line(text, context, words)
        self.phrases = phrases
        count = len(self.line.tokens)
        if not count:
            raise PhraseError(message("Nothing is typed yet. Write it like {line}.", line=phrases[0].lines[0]))
        if count > MOST_TOKENS:
            raise PhraseError(message("That is {tokens} words. Type one thing at a time.", tokens=count))
        self._searches = [_Search(self.line, phrase) for phrase in phrases]
        self.meanings: list[Meaning[Result]] = []
        self.errors: list[tuple[int, BluffError]] = []
        for search in self._searches:
            self._take(search)
        self.meanings.sort(key=lambda meaning: meaning.cost)
        self.errors.sort(key=lambda one: one[0])

    def _take(self, search: _Search[Context, Result]) -> None:
        for given, cost in search.covers():
            try:
                result = search.phrase.make(given, self.line.context)
            except BluffError as error:
                self.errors.append((cost, error))
                continue
            if result is not None and all(result != one.result for one in self.meanings):
                self.meanings.append(Meaning(result, cost, search.phrase, given))

    @property
    def next(self) -> list[Word | Slot]:
        """What could come at the end of the line, by the phrases that fit it best up to there."""
        following = [(search.most, search.next) for search in self._searches]
        most = max((count for count, parts in following if parts), default=0)
        return list(dict.fromkeys(part for count, parts in following if count == most for part in parts))

    def complaint(self) -> Message:
        """Why it means nothing: what is in the way or is missing, and the nearest line that would be understood."""
        nearest = max(
            (_Nearest.of(search) for search in self._promising),
            key=lambda one: (one.worth - one.missing, len(one.there)),
        )
        tokens = self.line.tokens
        example = message("To {do}, write {line}.", do=nearest.search.phrase.does, line=nearest.example)
        if nearest.worth <= 0:
            example = message("Type ? for everything that can be typed.")
        if nearest.unread is None:
            line, wanted = " ".join(self.line.text.split()), nearest.wanted
            incomplete = message("“{line}” is incomplete: {wanted} is missing.", line=line, wanted=wanted)
            why = nearest.wants.error if nearest.wants else None
            return follow(incomplete, why.message if why else example)
        first, last = nearest.unread
        unknown = next((token.text for token in tokens[first:last] if not self._is_known(token)), None)
        stuck = message("“{word}” is not understood.", word=unknown or source_of(tokens[first:last]))
        if nearest.error:
            return follow(stuck, nearest.error.message, example)
        near = self._near(unknown, nearest.search.phrase) if unknown else []
        if not near:
            return follow(stuck, example)
        meant = listed([message("“{word}”", word=one) for one in near], OR)
        return follow(stuck, message("Did you mean {meant}?", meant=meant))

    @property
    def _promising(self) -> list[_Search[Context, Result]]:
        """The phrases that go furthest into the line, and those that know most of its words: the nearest is one."""
        words = [token.word for token in self.line.tokens if token.word not in FILLERS]

        def known(search: _Search[Context, Result]) -> int:
            has = _words_of(search.phrase, self.line.words)
            return sum(word in has for word in words) - search.missing

        furthest = sorted(self._searches, key=lambda one: (one.furthest, known(one)), reverse=True)
        best_known = sorted(self._searches, key=lambda one: (known(one), one.furthest), reverse=True)
        promising = (*furthest[:_MOST_PROMISING], *best_known[:_MOST_PROMISING])
        return [search for search in self._searches if search in promising]

    @property
    def corrected(self) -> list[str]:
        """The line with a word that nobody knows taken for one that is known, in every likely way."""
        unknown = [token for token in self.line.tokens if not self._is_known(token)]
        # The last word may only be begun.
        if len(unknown) != 1 or (unknown[0] is self.line.tokens[-1] and self._is_begun(unknown[0].word)):
            return []
        token = unknown[0]
        before, after = token.line[: token.start], token.line[token.start + len(token.text) :]
        known = sorted(one for one in self._vocabulary - FILLERS if one[:1].isalpha())
        near = get_close_matches(token.word, known, _MOST_NEAR, cutoff=_NEAR)
        return [f"{before}{one}{after}" for one in near]

    def _near(self, word: str, phrase: Phrase[Context, Result]) -> list[str]:
        """The words of a phrase most like another one; no plurals, and nothing that means nothing."""
        words = _words_of(phrase, self.line.words) - FILLERS
        known = sorted(one for one in words if one[:1].isalpha() and not (one.endswith("s") and one[:-1] in words))
        return get_close_matches(word.lower(), known, _MOST_NEAR, cutoff=_NEAR)

    def _is_begun(self, word: str) -> bool:
        return any(known.startswith(word) for known in self._vocabulary)

    def _is_known(self, token: Token) -> bool:
        return not token.word[:1].isalpha() or token.word in self._vocabulary

    @cached_property
    def _vocabulary(self) -> frozenset[str]:
        """Every word that means something somewhere in the table, and the marks that can be named."""
        return self._marks.union(FILLERS, *(_words_of(phrase, self.line.words) for phrase in self.phrases))

    @cached_property
    def _marks(self) -> frozenset[str]:
        """What can be named in the job."""
        offers = {slot.offers for phrase in self.phrases for slot in _slots_of(phrase)}
        named = (offer for offered in offers for offer in offered(self.line.context))
        return frozenset(word for offer in named for word in (offer.lower(), *offer.lower().split()))


@lru_cache(maxsize=512)
def _words_of(phrase: Phrase[Any, Any], words: Words) -> frozenset[str]:
    """Every word that means something in a phrase."""
    found = {word for spelled in phrase.verbs_spelled for word in spelled}
    for facet in phrase.facets:
        for part in _terminals(facet.parts):
            if isinstance(part, Word):
                found.update(word for spelled in part.spelled(words) for word in spelled)
            else:
                found.update(part.knows(words))
    return frozenset(found)


@lru_cache(maxsize=512)
def _slots_of(phrase: Phrase[Any, Any]) -> tuple[Slot, ...]:
    parts = (part for facet in phrase.facets for part in _terminals(facet.parts))
    return tuple(part for part in parts if isinstance(part, Slot))


def _terminals(parts: Parts) -> Iterator[Word | Slot]:
    """The words and slots of some parts."""
    for part in parts:
        match part:
            case Word() | Slot():
                yield part
            case Either(ways):
                for way in ways:
                    yield from _terminals(way)
            case Maybe(inner) | Many(inner) | Rule(_, inner):
                yield from _terminals(inner)


_MOST_PROMISING = 5
"""Phrases of either kind that are looked at to say what is in the way."""
_MOST_NEAR = 3
_NEAR = 0.75


def read(text: str, phrases: Sequence[Phrase[Context, Result]], context: Context, words: Words) -> Result:
    """What a line means: the cheapest reading, where one is cheaper than all others.

    Raises:
        PhraseError: It means nothing, or several things.
        BluffError: What it means contradicts what is there.
    """
    found = Read(text, phrases, context, words)
    if not found.meanings:
        raise found.errors[0][1] if found.errors else PhraseError(found.complaint())
    return found.meanings[0].result


def beginnings(phrases: Sequence[Phrase[Any, Any]]) -> list[Word | Slot]:
    """What a line may begin with."""
    found = (part for phrase in phrases for facet in phrase.facets for part in _first_of(facet.parts)[0])
    return list(dict.fromkeys(found))


def _gathered(given: _Pairs) -> dict[str, list[Any]]:
    values: dict[str, list[Any]] = {}
    for key, value in given:
        values.setdefault(key, []).append(value)
    return values
