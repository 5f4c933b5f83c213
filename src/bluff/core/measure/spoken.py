"""Numbers as people say them, and as a phone writes down what it hears: turned into figures.

>>> written("nine foot three"), written("ninety-two and five eighths"), written("an inch and a half")
('9 foot 3', '92 5/8', '1 1/2 inch')
>>> written("three oh by four oh"), written("a hundred and four"), written("two and a half feet")
('3-0 by 4-0', '104', '2 1/2 feet')

Everything else in a text stays as it is, capitals too. Nothing here knows what the numbers measure.
"""

import re
from collections.abc import Mapping

_UNITS = "zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen"
_ONES: Mapping[str, int] = {
    **{word: number for number, word in enumerate((*_UNITS.split(), "seventeen", "eighteen", "nineteen"))},
    # What a phone hears for them before a measure.
    "won": 1,
}
_TENS: Mapping[str, int] = {
    word: 10 * number
    for number, word in enumerate(
        ["twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety"], start=2
    )
}
_PARTS: Mapping[str, int] = {
    "half": 2,
    "halves": 2,
    "quarter": 4,
    "quarters": 4,
    "fourth": 4,
    "fourths": 4,
    "eighth": 8,
    "eighths": 8,
    "sixteenth": 16,
    "sixteenths": 16,
    **{f"{part}th{many}": part for part in (4, 8, 16) for many in ("", "s")},
    "32nd": 32,
    "32nds": 32,
}
_NUMBER = "|".join(sorted((*_ONES, *_TENS), key=len, reverse=True))
_ONE = "|".join(sorted((word for word, number in _ONES.items() if 0 < number < 10), key=len, reverse=True))
_TEN = "|".join(_TENS)
_PART = "|".join(sorted(_PARTS, key=len, reverse=True))

_WORDS = re.IGNORECASE
_UP_TO_99 = rf"(?:{_TEN})(?:[ -](?:{_ONE}))?|{_NUMBER}"
_HUNDREDS = re.compile(rf"\b(?P<hundreds>an?|{_ONE})[ -]hundred(?:(?: and)? (?P<rest>{_UP_TO_99}))?\b", _WORDS)
_TENS_AND_ONES = re.compile(rf"\b(?P<tens>{_TEN})(?:[ -](?P<ones>{_ONE}))?\b", _WORDS)
_ALONE = re.compile(rf"\b(?:{'|'.join(sorted(_ONES, key=len, reverse=True))})\b", _WORDS)
_THIRTY_SECOND = re.compile(r"\bthirty[ -]second", _WORDS)
_COUNTED_PART = re.compile(rf"\b(?P<top>\d+|an?)[ -](?P<part>{_PART})\b", _WORDS)
_OF_AN_INCH = re.compile(r"(?<=\d/\d|/\d\d) of an(?= inch)", _WORDS)
_BARE_HALF = re.compile(r"\bhalf(?: an?)?(?= inch| foot)", _WORDS)
_JOINED = re.compile(r"(?<=\d) (?:and|&) (?=\d+/\d+)", _WORDS)
_UNIT = r"feet|foot|ft|inch(?:es)?|in"
_WITH_PART = re.compile(
    rf"\b(?P<whole>\d+|an?) (?P<unit>{_UNIT})(?: (?:and|&))? (?P<part>\d+/\d+)(?! ?(?:{_UNIT}|\"))", _WORDS
)
_BOARDS: Mapping[str, int] = {"fours": 4, "sixes": 6, "eights": 8, "tens": 10, "twelves": 12}
"""As in two two-by-tens."""
_OF_BOARDS = re.compile(rf"(?<=\bby[ -])(?:{'|'.join(_BOARDS)})\b", _WORDS)
_A_MEASURE = re.compile(r"\ban? (?=(?:inch|foot)\b)", _WORDS)
# “o c” and “o.c.” are on center.
_OH = re.compile(r"(?<=\d)(?: ?(?:oh|aught|ought)| o|o)\b(?![ .-]?c\b)", _WORDS)
_ANY = re.compile(
    rf"\b(?:{_NUMBER}|hundred|{_PART}|thirty[ -]seconds?|an? inch|an? foot)\b|\d ?(?:oh?|aught|ought|and|&)\b", _WORDS
)


def written(text: str) -> str:
    """A text with its numbers in figures; with none in words it is the same."""
    if not _has_words(text):
        return text
    # The longest first: what a shorter one made of it could not be put together any more.
    text = _THIRTY_SECOND.sub("32nd", text)
    text = _OF_BOARDS.sub(lambda found: str(_BOARDS[found[0].lower()]), text)
    text = _HUNDREDS.sub(lambda found: str(_hundreds(found)), text)
    text = _TENS_AND_ONES.sub(lambda found: str(_value(found[0])), text)
    text = _ALONE.sub(lambda found: str(_value(found[0])), text)
    text = _COUNTED_PART.sub(_fraction, text)
    text = _BARE_HALF.sub("1/2", text)
    text = _OF_AN_INCH.sub("", text)
    text = _JOINED.sub(" ", text)
    text = _WITH_PART.sub(_whole_and_part, text)
    text = _A_MEASURE.sub("1 ", text)
    return _OH.sub("-0", text)


def _has_words(text: str) -> bool:
    return _ANY.search(text) is not None


def _hundreds(found: re.Match[str]) -> int:
    return 100 * _ONES.get(found["hundreds"].lower(), 1) + _value(found["rest"] or "")


def _value(words: str) -> int:
    return sum(_ONES.get(word, 0) + _TENS.get(word, 0) for word in re.split("[ -]", words.lower()))


def _fraction(found: re.Match[str]) -> str:
    return f"{_counted(found['top'])}/{_PARTS[found['part'].lower()]}"


def _whole_and_part(found: re.Match[str]) -> str:
    return f"{_counted(found['whole'])} {found['part']} {found['unit']}"


def _counted(number: str) -> str:
    """A number, where an article is one too."""
    return number if number.isdecimal() else "1"
