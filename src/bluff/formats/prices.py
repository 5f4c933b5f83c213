"""Lists of boards as they come, pasted from a message or a spreadsheet: prices, and what lies on the site.

One length of board a line: ``2x6 16' 9.06``, ``2x6 treated, 16, 12.40``, ``18 – 2x6 x 16' @ 9.06`` are a section, a
length and a price. On the site how many come first: ``4 2x6 16'``. A first line that names columns is passed over.
Lengths up to 40 without a mark are feet, as yards write them; longer ones are inches.
"""

import re
from collections import Counter
from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import replace
from fractions import Fraction
from typing import TypeAlias, TypeVar

from bluff.core.errors import BluffError, JobError
from bluff.core.job.stock import DEAREST, TREATED, Board, OnSite, Section, SectionStock, YardStock, section
from bluff.core.measure.length import Length, format_board, inches, parse_length
from bluff.core.message import message
from bluff.formats.errors import Fault, FaultyData, fault_of

Line = TypeVar("Line")

LONGEST_LIST = 200_000
"""Characters."""
_FEET: Length = 40
_COUNT = re.compile(r"^\s*(\d+)\s*(?:[–—-]\s*|\s+(?=\d+[\d /]*\s*[x×]))")
_SECTION = re.compile(rf"^\s*\"?(\d[\d /]*?\s*[x×]\s*\d+(?: \d+/\d+)?)(?:\s+({TREATED}|pt))?\b", re.IGNORECASE)
_PRICE = re.compile(r"[^\d.,]*(\d+(?:[.,]\d{1,4})?)\D*$")
_NEGATIVE = re.compile(r"[-−–]\s*[^\d\s]?\s*\d|\(\s*[^\d\s]?\s*\d[\d.,]*\s*\)")
_MARKS = re.compile(r"[\t;|]+")
_BETWEEN = re.compile(r",+|\s+(?:x|×|@|à)\s+|\s{2,}")
_HEAD = re.compile(r"section|size|length|price", re.IGNORECASE)


BoardsOf: TypeAlias = Callable[[Section], Iterable[Board]]
"""Says which boards there are of a section, listed or not."""


def read_prices(text: str, stock: YardStock, boards_of: BoardsOf) -> YardStock:
    """A stock with the prices of a list; what the list does not name keeps its boards and prices.

    Args:
        text: The list.
        stock: What there was.
        boards_of: Gives the boards there are of a section. One the stock does not list comes in the usual lengths,
            and a list that prices some of them does not take the others away.

    Raises:
        FaultyData: Lines that are not understood, each with its number and what would be.
    """
    if len(text) > LONGEST_LIST:
        raise FaultyData([Fault("", message("This list is too long. Import the prices in parts."))])
    found: dict[Section, dict[Length, Fraction | None]] = {}
    for of, length, price in _read(text, _priced):
        found.setdefault(of, {})[length] = price
    if not found:
        raise FaultyData([Fault("", message("There is no price in this. Write lines like 2x6 16' 9.06."))])
    return _with_prices(stock, {of: (boards_of(of), prices) for of, prices in found.items()})


def read_on_site(text: str, stock: YardStock) -> YardStock:
    """A stock with other boards on the site: those of a list, none where it is empty.

    Args:
        text: The list, how many first: ``4 2x6 16'``; a line without a count is one board.
        stock: What there was.

    Raises:
        FaultyData: Lines that are not understood, each with its number and what would be.
    """
    counts: Counter[tuple[Section, Length]] = Counter()
    for of, length, count in _read(text, _counted):
        counts[of, length] += count
    return replace(stock, on_site=tuple(OnSite(of, length, count) for (of, length), count in counts.items()))


def on_site_lines(stock: YardStock) -> str:
    """The boards on the site as `read_on_site` reads them."""
    return "\n".join(f"{one.count} – {one.section} x {format_board(one.length)}" for one in stock.on_site)


def _read(text: str, read: Callable[[str], Line]) -> Iterator[Line]:
    """Every line of a list.

    Raises:
        FaultyData: Lines that are not understood.
    """
    faults: list[Fault] = []
    lines = [(number, line) for number, line in enumerate(text.splitlines(), start=1) if line.strip()]
    for number, line in lines:
        if number == lines[0][0] and _HEAD.search(line) and not _SECTION.match(_COUNT.sub("", line)):
            continue
        try:
            yield read(line)
        except BluffError as error:
            faults.append(fault_of(error, f"line {number}"))
    if faults:
        raise FaultyData(faults)


def with_price(stock: YardStock, of: Section, boards: Iterable[Board], length: Length, price: str) -> YardStock:
    """A stock with one price changed.

    Args:
        stock: What there was.
        of: The section.
        boards: Those there are of it, which stay there.
        length: Of the board.
        price: As it is typed; nothing where nobody knows it any more.

    Raises:
        JobError: It is no price.
    """
    return _with_prices(stock, {of: (boards, {length: read_price(price) if price.strip() else None})})


def _with_prices(
    stock: YardStock, priced: Mapping[Section, tuple[Iterable[Board], Mapping[Length, Fraction | None]]]
) -> YardStock:
    """A stock with some prices, over the boards there are of each section; lengths those lack are added."""
    listed = {one.section: one for one in stock.sections}
    for of, (boards, prices) in priced.items():
        before = listed.get(of)
        by_length = {board.length: board.price for board in boards} | dict(prices)
        whole = tuple(Board(length, price) for length, price in by_length.items())
        listed[of] = SectionStock(of, whole, before.grade if before else "")
    return replace(stock, sections=tuple(listed.values()))


def _counted(line: str) -> tuple[Section, Length, int]:
    """How many boards of a length, and of what."""
    count, of, rest = _of(line, "4 2x6 16'")
    return of, _length(rest), count


def _priced(line: str) -> tuple[Section, Length, Fraction | None]:
    """A board and what it costs."""
    _, of, rest = _of(line, "2x6 16' 9.06")
    # Where other marks part them, a comma is a decimal one.
    marks = _BETWEEN if _MARKS.search(rest) is None else _MARKS
    parts = [part for part in marks.split(rest) if part.strip()]
    if len(parts) == 1:
        parts = rest.rsplit(maxsplit=1)
    if len(parts) < 2:
        raise JobError(
            message(
                "“{text}” has a length or a price, not both. Write a line like 2x6 16' 9.06.", text=line.strip()[:40]
            )
        )
    return of, _length(parts[0]), read_price(parts[-1])


def _of(line: str, like: str) -> tuple[int, Section, str]:
    """How many, of which section, and what comes after that.

    A ply of 1 3/4 begins with a figure as well as a count does, so the line is read without a count first.
    """
    counted = _COUNT.match(line)
    readings = [(1, line)] + ([(int(counted[1]), line[counted.end() :])] if counted else [])
    wrong = JobError(
        message("“{text}” begins with no section. Write a line like {like}.", text=line.strip()[:40], like=like)
    )
    for count, text in readings:
        named = _SECTION.match(text)
        if named is None:
            continue
        try:
            of = section(f"{named[1]} {TREATED}" if named[2] else named[1])
        except JobError as error:
            wrong = error
        else:
            return count, of, text[named.end() :].strip(' \t,;|x×"')
    raise JobError(wrong.message)


def _length(text: str) -> Length:
    """A board's length as a yard writes it."""
    plain = re.sub(r"\s*(?:ft|feet|foot)\.?\s*$", "'", text.strip().strip('"'))
    length = parse_length(plain)
    return length * 12 if plain.isdigit() and length <= inches(_FEET) else length


def read_price(text: str) -> Fraction:
    """A price as it is written, whatever stands beside the figures.

    Raises:
        JobError: There is no figure in it, or nobody pays so much.
    """
    plain = text.strip().strip('"')
    if _NEGATIVE.search(plain):
        raise JobError(
            message(
                "“{plain}” is less than nothing. Write the price without a minus sign, like 9.06.", plain=plain[:20]
            )
        )
    figures = _PRICE.fullmatch(plain)
    if figures is None:
        raise JobError(message("“{text}” is not a price. Write it like 9.06.", text=text.strip()[:20]))
    price = Fraction(figures[1].replace(",", "."))
    if price > DEAREST:
        raise JobError(message("A board costs 0 to {dearest}.", dearest=DEAREST))
    return price


def format_price(price: Fraction) -> str:
    """A price with two figures behind the point, or as many as it has.

    >>> format_price(Fraction(9)), format_price(Fraction("0.8125"))
    ('9.00', '0.8125')
    """
    text = f"{float(price):.4f}".rstrip("0")
    whole, _, cents = text.partition(".")
    return f"{whole}.{cents:0<2}"
