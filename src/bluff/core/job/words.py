"""The crew's words: what each piece is called, and the letter that is written for it on a plate.

Messages name pieces by their roles, and a `Reader` puts what they are called in their place. Most pieces have a word
of their own; a kind of one, like a top cripple, is called by what it is a kind of unless it has a word of its own.
"""

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cache, lru_cache

from bluff.core.errors import SettingError
from bluff.core.message import Message, message


@dataclass(frozen=True, slots=True)
class Piece:
    """What a piece is usually called, and the letter that is written for it, None where none ever is."""

    name: str
    letter: str | None = None


@dataclass(frozen=True, slots=True)
class Word:
    """What one piece is called, and its letter; None where that is as usual."""

    name: str | None = None
    letter: str | None = None


USUAL: Mapping[str, Piece] = {
    "bottom_plate": Piece("bottom plate"),
    "top_plate": Piece("top plate"),
    "cap_plate": Piece("cap plate"),
    "stud": Piece("stud", "X"),
    "end_stud": Piece("end stud", "X"),
    "corner_stud": Piece("corner stud", "X"),
    "intersection_stud": Piece("intersection stud", "X"),
    "king": Piece("king", "K"),
    "jack": Piece("jack", "J"),
    "header": Piece("header", "H"),
    "sill": Piece("sill", "S"),
    "cripple": Piece("cripple", "C"),
    "top_cripple": Piece("top cripple", "C"),
    "bottom_cripple": Piece("bottom cripple", "C"),
    "pad_plate": Piece("pad plate"),
    "backing": Piece("backing", "B"),
    "corner_backing": Piece("corner backing", "B"),
    "intersection_backing": Piece("intersection backing", "B"),
    "block": Piece("block"),
    "post": Piece("post", "P"),
}
"""Every piece there is a word for, by its role, and `cripple` for both of its kinds. Source: docs/rules.md, Words."""

_MARKED = ("stud", "king", "jack", "cripple", "backing", "post")
"""Pieces that stand on a plate, whose letters a framer must tell apart there; their kinds are marked as they are."""


LONGEST_WORD = 30
_NAME = re.compile(r"[^\W\d_]+(?:[ '-][^\W\d_]+)*")
_LETTER = re.compile(r"[^\s\d]{1,2}")
_AFTER_AN = re.compile(r"(?!uni|use|eu|one)[aeiou]", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Words:
    """What a crew calls the pieces otherwise than usual.

    Args:
        own: Role and word, of those that have a name or a letter of their own. A word for `stud`, `cripple`
            or `backing` goes for their kinds too: with cripples called short studs a top cripple is a top short
            stud, unless it has a word of its own.

    Raises:
        SettingError: No such piece; a name that is no word, or that two pieces would share; a letter that could be
            read as a figure.
    """

    own: tuple[tuple[str, Word], ...] = ()

    def __post_init__(self) -> None:
        for piece, word in self.own:
            if piece not in USUAL:
                raise SettingError(
                    message(
                        "There is no piece called {piece}. Choose from {choices}.",
                        piece=piece,
                        choices=", ".join(USUAL),
                    ),
                    piece,
                )
            if word.name is not None and not (_NAME.fullmatch(word.name) and len(word.name) <= LONGEST_WORD):
                raise SettingError(
                    message(
                        "A name is letters and spaces, at most {longest_word} of them, like sole plate.",
                        longest_word=LONGEST_WORD,
                    ),
                    f"{piece}.name",
                )
            if word.letter is not None and not (USUAL[piece].letter and _LETTER.fullmatch(word.letter)):
                if USUAL[piece].letter is None:
                    raise SettingError(
                        message("No letter is written on a plate for {piece:a}.", piece=piece), f"{piece}.letter"
                    )
                raise SettingError(
                    message("A mark is one or two signs without figures, like T or SP."), f"{piece}.letter"
                )
        # One order, and nothing that is as usual anyway: two that say the same are equal.
        own = dict(self.own)
        kept = ((piece, _besides(own[piece], usual)) for piece, usual in USUAL.items() if piece in own)
        object.__setattr__(self, "own", tuple((piece, word) for piece, word in kept if word != Word()))
        names: dict[str, str] = {}
        for piece in USUAL:
            if (other := names.setdefault(self.name(piece), piece)) != piece:
                raise SettingError(
                    message(
                        "{One:a} and {other:a} cannot both be called {name}.",
                        one=other,
                        other=piece,
                        name=self.name(piece),
                    ),
                    f"{piece if piece in own else other}.name",
                )

    def check_letters(self) -> None:
        """Refuse a letter that two pieces would share on a plate, where they are not marked alike as usual.

        Not refused where words are read: a job whose letters were chosen before stays readable.

        Raises:
            SettingError: A letter is shared.
        """
        for piece in _MARKED:
            for other in _MARKED[: _MARKED.index(piece)]:
                letter = self.letter(piece)
                if letter == self.letter(other) and USUAL[piece].letter != USUAL[other].letter:
                    mine = piece if piece in dict(self.own) else other
                    raise SettingError(
                        message(
                            "{One:a} and {other:a} cannot both have the letter {letter}.",
                            one=self.name(other),
                            other=self.name(piece),
                            letter=letter or "",
                        ),
                        f"{mine}.letter",
                    )

    def name(self, piece: str) -> str:
        """What a piece is called; the role in plain words where there is no word for it.

        >>> Words((("cripple", Word("short stud")),)).name("top_cripple")
        'top short stud'
        """
        return _name(self, piece)

    def name_of_many(self, piece: str) -> str:
        """What more than one of a piece is called.

        >>> Words().name_of_many("top_plate"), Words().name_of_many("backing")
        ('top plates', 'backing')
        """
        return plural_of(self.name(piece))

    def letter(self, piece: str) -> str | None:
        """What is written on a plate for a piece, None for what is never written."""
        return _letter(self, piece)

    def of(self, piece: str) -> Word:
        """What the crew says and writes for a piece, where that is not what is usual."""
        return next((word for role, word in self.own if role == piece), Word())


def kind_of(piece: str) -> tuple[str, str] | None:
    """Which kind a piece is, and of what: `top` and `cripple` of `top_cripple`; None of what is a kind of nothing."""
    kind, _, base = piece.rpartition("_")
    return (kind, base) if kind and base in USUAL else None


# Asked for every mark of a walk and every cut of a job.
@lru_cache(maxsize=1024)
def _name(words: Words, piece: str) -> str:
    usual = USUAL.get(piece)
    if usual is None:
        return piece.replace("_", " ")
    if name := words.of(piece).name:
        return name
    if kind := kind_of(piece):
        which, base = kind
        return f"{which} {words.name(base)}"
    return usual.name


@lru_cache(maxsize=1024)
def _letter(words: Words, piece: str) -> str | None:
    if letter := words.of(piece).letter:
        return letter
    if kind := kind_of(piece):
        return words.letter(kind[1])
    usual = USUAL.get(piece)
    return usual.letter if usual else None


def _besides(word: Word, usual: Piece) -> Word:
    return Word(
        word.name if word.name != usual.name else None,
        word.letter if word.letter != usual.letter else None,
    )


def plural_of(name: str) -> str:
    """How more than one is called.

    >>> [plural_of(name) for name in ("jack", "truss", "ply", "backing")]
    ['jacks', 'trusses', 'plies', 'backing']
    """
    if name.endswith("backing"):
        return name
    if name.endswith(("s", "x", "ch", "sh")):
        return f"{name}es"
    if name.endswith("y") and name[-2:-1] not in set("aeiou"):
        return f"{name[:-1]}ies"
    return f"{name}s"


def with_article(name: str) -> str:
    """What something is called, with its article.

    >>> with_article("jack"), with_article("end stud")
    ('a jack', 'an end stud')
    """
    return f"{'an' if _AFTER_AN.match(name) else 'a'} {name}"


def usual_names() -> Iterator[str]:
    """What pieces are usually called, as a catalog has it: one, many and with an article, a kind by what it is one of.

    >>> list(usual_names())[-3:], usual_name("end_stud", "many")
    (['post', 'posts', 'a post'], 'end {stud:many}')
    """
    return (usual_name(piece, form) for piece in USUAL for form in ("", "many", "a"))


@cache
def usual_name(piece: str, form: str = "") -> str:
    """What a piece is usually called, in a form of a template: `many`, with an article (`a`), or one of it."""
    if kind := kind_of(piece):
        which, base = kind
        name, many = f"{which} {{{base}}}", f"{which} {{{base}:many}}"
    else:
        name = USUAL[piece].name
        many = plural_of(name)
    return many if form == "many" else with_article(name) if form == "a" else name


def _words(**names: str) -> Words:
    """Words from names, a letter after a slash: `trimmer/T`."""
    own = []
    for piece, given in names.items():
        name, _, letter = given.partition("/")
        own.append((piece, Word(name, letter or None)))
    return Words(tuple(own))


PRESETS: Mapping[str, Words] = {
    "Usual": Words(),
    "Trimmers and soles": _words(
        bottom_plate="sole plate", cap_plate="double plate", king="king stud", jack="trimmer/T", sill="rough sill"
    ),
    "Britain and Ireland": _words(
        bottom_plate="sole plate",
        top_plate="head plate",
        cap_plate="head binder",
        king="full stud/F",
        jack="cripple stud/C",
        header="lintel/L",
        cripple="short stud/S",
        block="nogging",
    ),
    "Australia": _words(
        cap_plate="ribbon plate",
        king="jamb stud",
        jack="secondary jamb stud/D",
        header="lintel/L",
        sill="sill trimmer/T",
        cripple="jack stud/J",
        block="nogging",
    ),
    "New Zealand": _words(
        king="trimming stud/T",
        jack="doubling stud/D",
        header="lintel/L",
        sill="sill trimmer",
        cripple="jack stud/J",
        block="nog",
    ),
}
"""Words of some regions, to start from."""

PRESET_NAMES: Mapping[str, Message] = {
    "Usual": message("Usual"),
    "Trimmers and soles": message("Trimmers and soles"),
    "Britain and Ireland": message("Britain and Ireland"),
    "Australia": message("Australia"),
    "New Zealand": message("New Zealand"),
}
"""What the presets are called."""
