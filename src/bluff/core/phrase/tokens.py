"""A typed line in tokens: words, numbers and the signs that belong to figures.

Numbers in words are figures by then (`bluff.core.measure.spoken`), signs have one spelling, and what parts words
without meaning anything (commas, dots, dashes between words) is gone.
"""

import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from fractions import Fraction

from bluff.core.measure.length import one_spelling
from bluff.core.measure.spoken import written

ASIDE = "·"
"""What stands behind it in a line that Bluff wrote follows from the rest, and is not read."""

_ON_CENTER = re.compile(r"\bo\.? ?c\b\.?", re.IGNORECASE)
_NOT = re.compile(r"n't\b", re.IGNORECASE)
_OWNER = re.compile(r"(?<=\w)'s\b", re.IGNORECASE)
_TOKEN = re.compile(
    r"""(?P<ratio>\d+[/:]\d+) | (?P<times>(?<=[\d'"])[xX×*](?=[\d.])) |
    (?P<number>\d+(?:\.\d+)?|\.\d+) | (?P<word>[^\W\d_]+\d*) | (?P<sign>['"@\-→=])""",
    re.VERBOSE,
)


@dataclass(frozen=True, slots=True)
class Token:
    """One word, number or sign.

    Args:
        text: As it is typed.
        word: In small letters.
        number: What it counts, of a number.
        ratio: Both numbers of one like 5/12 or 2/6.
        is_alone: Whether a space stands before it.
        line: The line it is of, in one spelling, and where it starts there.
    """

    text: str
    word: str
    number: Fraction | None = None
    ratio: tuple[int, int] | None = None
    is_alone: bool = True
    line: str = field(default="", repr=False, compare=False)
    start: int = field(default=0, compare=False)

    @property
    def fraction(self) -> Fraction | None:
        """The part of an inch it is, None where it is none a tape shows."""
        if self.ratio is None:
            return None
        top, bottom = self.ratio
        return Fraction(top, bottom) if 0 < top < bottom and bottom in (2, 4, 8, 16, 32, 64) else None


def tokens_of(line: str) -> tuple[Token, ...]:
    """A line in tokens, without what Bluff itself has written behind it."""
    plain = written(one_spelling(line.partition(ASIDE)[0].replace("->", "→")))
    plain = _OWNER.sub("", _NOT.sub(" not", _ON_CENTER.sub("oc", plain)))
    found: list[Token] = []
    for match in _TOKEN.finditer(plain):
        text = match[0]
        is_alone = match.start() == 0 or plain[match.start() - 1].isspace()
        if match["times"]:
            text = "x"
        if text == "-" and not _is_in_figure(plain, match):
            continue
        number = Fraction(text) if match["number"] else None
        ratio = tuple(map(int, re.split("[/:]", text))) if match["ratio"] else None
        found.append(Token(text, text.lower(), number, ratio, is_alone, plain, match.start()))  # type: ignore[arg-type]
    return tuple(found)


def source_of(tokens: Sequence[Token]) -> str:
    """The text some tokens stand in, with all that is between them."""
    first, last = tokens[0], tokens[-1]
    return first.line[first.start : last.start + len(last.text)]


def _is_in_figure(plain: str, dash: re.Match[str]) -> bool:
    """Whether a dash parts feet from inches, or is a minus; between words it is nothing."""
    before, after = plain[: dash.start()].rstrip(), plain[dash.end() :].lstrip()
    if not after[:1].isdigit():
        return False
    return not before or not before[-1].isalpha() or before.endswith(("ft", "foot", "feet"))
