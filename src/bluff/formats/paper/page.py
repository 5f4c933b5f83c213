"""A page: its size, its lettering, and fractions set as fractions. Black on white, to be read at arm's length."""

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from enum import StrEnum
from itertools import pairwise

import segno
from reportlab import rl_config
from reportlab.lib.pagesizes import A4, landscape, letter
from reportlab.lib.utils import simpleSplit
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas
from reportlab.pdfgen.pathobject import PDFPathObject

from bluff.core.message import Message, message
from bluff.views.reader import Reader

# Pages are bytes, not text for mail: a quarter smaller, and nothing spends a fifth of its time on writing them so.
rl_config.useA85 = 0

PLAIN, BOLD = "Helvetica", "Helvetica-Bold"
MARGIN = 30.0
CAUTION = message(
    "Bluff lays out and counts; it does not design structure. {Header:many}, {post:many}, shear walls, hold-downs, "
    "anchors and fire blocking follow the approved drawings, the local code and a licensed designer. Walls fall: brace "
    "each one before the next."
)
_FRACTION = re.compile(r"(\d+)/(\d+)")
_SMALL = 0.74
"""Of a fraction's figures beside the others: 3/8 and 5/8 are told apart at arm's length, in the sun."""
_LEAST = 7
"""Points; no figure of a fraction is smaller."""
_LEADING = 1.22
"""From line to line, of their size."""
_CAP = 0.72
"""How high figures are, of their size."""


_DARK = re.compile(rb"\x01+")
"""Dark modules beside one another in a row of a code."""


class Paper(StrEnum):
    """Paper the sheets are laid out for, lying on its long side."""

    LETTER = "letter"
    A4 = "a4"

    @property
    def size(self) -> tuple[float, float]:
        """Width and height in points."""
        width, height = landscape(letter if self is Paper.LETTER else A4)
        return float(width), float(height)


@dataclass(frozen=True, slots=True)
class Imprint:
    """What every sheet says of where it came from.

    Args:
        job: The job's name.
        revision: Of the job.
        printed: The day, in words.
        reader: What puts messages into words for the crew.
    """

    job: str
    revision: int
    printed: str
    reader: Reader = field(default_factory=Reader)


class Page:
    """One page being drawn; y is up from its lower edge, everything in points. A message is put into words as it is
    lettered."""

    def __init__(self, canvas: Canvas, paper: Paper, imprint: Imprint) -> None:
        self.canvas = canvas
        self.width, self.height = paper.size
        self.imprint = imprint

    def say(self, text: Message | str) -> str:
        """What is lettered for a message; text, which is a figure or a mark, is as it is."""
        return self.imprint.reader.say(text) if isinstance(text, Message) else text

    def piece(self, role: str) -> str:
        """What a piece is called."""
        return self.imprint.reader.piece(role)

    @property
    def right(self) -> float:
        return self.width - MARGIN

    def text(
        self, x: float, y: float, text: Message | str, size: float, *, bold: bool = False, align: str = "left"
    ) -> float:
        """Letter some text with its fractions set; returns its width. Align: left, right, center."""
        text = self.say(text)
        pieces = list(_pieces(text, BOLD if bold else PLAIN, size))
        width = text_width(text, size, bold=bold)
        x -= {"left": 0.0, "right": width, "center": width / 2}[align]
        for piece in pieces:
            self.canvas.setFont(piece.font, piece.size)
            self.canvas.drawString(x, y + piece.rise, piece.text)
            x += piece.width
        return width

    def upright(self, x: float, y: float, text: Message | str, size: float, *, bold: bool = False) -> None:
        """Text turned to be read from the right, starting at y and going up."""
        self.canvas.saveState()
        self.canvas.translate(x, y)
        self.canvas.rotate(90)
        self.text(0, 0, text, size, bold=bold)
        self.canvas.restoreState()

    def wrapped(
        self, x: float, y: float, text: Message | str, size: float, width: float, *, bold: bool = False
    ) -> float:
        """Text in lines of a width; returns how far down it went."""
        lines = _lines(self.say(text), size, width, bold=bold)
        for number, line in enumerate(lines):
            self.text(x, y - number * size * _LEADING, line, size, bold=bold)
        return len(lines) * size * _LEADING

    def line(self, x1: float, y1: float, x2: float, y2: float, width: float = 0.6) -> None:
        self.canvas.setLineWidth(width)
        self.canvas.line(x1, y1, x2, y2)

    def polygon(self, corners: Sequence[tuple[float, float]], gray: float, width: float = 0.6) -> None:
        """A filled outline; gray from 0, black, to 1, white."""
        path = self.canvas.beginPath()
        path.moveTo(*corners[0])
        for corner in corners[1:]:
            path.lineTo(*corner)
        path.close()
        self.canvas.setLineWidth(width)
        self.canvas.setFillGray(gray)
        self.canvas.drawPath(path, stroke=1, fill=1)
        self.canvas.setFillGray(0)

    def code(self, x: float, y: float, side: float, link: str) -> None:
        """A QR code that opens a link, its lower left corner at x, y."""
        # One pattern for all: to try which of eight reads best takes four times as long as the code itself.
        rows = segno.make(link, error="m", micro=False, mask=0, boost_error=False).matrix
        # Written out in whole modules, for the page to scale: hundreds of labels have a hundred thousand of these.
        # A hair over in height, so that no white shows between rows.
        runs = [
            f"{run.start()} {up} {run.end() - run.start()} 1.02 re"
            for up, row in enumerate(reversed(rows))
            for run in _DARK.finditer(row)
        ]
        self.canvas.saveState()
        self.canvas.translate(x, y)
        self.canvas.scale(side / len(rows), side / len(rows))
        self.canvas.setFillGray(0)
        self.canvas.drawPath(PDFPathObject(runs), stroke=0, fill=1)
        self.canvas.restoreState()

    def foot(self, number: int, count: int) -> None:
        """Where the sheet came from, and what it is not."""
        y = MARGIN + 16
        self.line(MARGIN, y, self.right, y)
        job = self.imprint
        text = message(
            "{job}, revision {revision}, printed {day}, sheet {number} of {count}",
            job=job.job,
            revision=job.revision,
            day=job.printed,
            number=number,
            count=count,
        )
        self.text(self.right, y - 10, text, 7.5, align="right")
        self.wrapped(MARGIN, y - 10, CAUTION, 7, self.width * 0.62 - MARGIN)


def spread(places: Sequence[float], gap: float, low: float, high: float) -> list[float]:
    """Places moved apart until each two are at least a gap from each other, as near to where they were as can be.

    >>> spread([10, 11, 30], 5, 0, 40)
    [8.0, 13.0, 30.0]
    """
    if not places:
        return []
    gap = min(gap, (high - low) / max(len(places) - 1, 1))
    clusters: list[list[float]] = []
    for place in places:
        clusters.append([place])
        while len(clusters) > 1 and _first(clusters[-1], gap, low, high) < _last(clusters[-2], gap, low, high) + gap:
            clusters[-2:] = [clusters[-2] + clusters[-1]]
    return [_first(cluster, gap, low, high) + gap * index for cluster in clusters for index in range(len(cluster))]


def _first(cluster: Sequence[float], gap: float, low: float, high: float) -> float:
    reach = gap * (len(cluster) - 1)
    middle = sum(cluster) / len(cluster)
    return float(min(max(middle - reach / 2, low), high - reach))


def _last(cluster: Sequence[float], gap: float, low: float, high: float) -> float:
    return _first(cluster, gap, low, high) + gap * (len(cluster) - 1)


@dataclass(frozen=True, slots=True)
class _Piece:
    text: str
    font: str
    size: float
    rise: float

    @property
    def width(self) -> float:
        return float(stringWidth(self.text, self.font, self.size))


def wrapped_height(text: str, size: float, width: float) -> float:
    """How far down text goes in lines of a width, as `Page.wrapped` sets it."""
    return len(_lines(text, size, width)) * size * _LEADING


def _lines(text: str, size: float, width: float, *, bold: bool = False) -> list[str]:
    lines: list[str] = simpleSplit(_printable(text), BOLD if bold else PLAIN, size, width)
    return lines


def text_width(text: str, size: float, *, bold: bool = False) -> float:
    """How wide some text comes out, its fractions set."""
    return sum(piece.width for piece in _pieces(text, BOLD if bold else PLAIN, size))


def fitting_size(text: str, size: float, width: float) -> float:
    """The size at which some text fits a width, no more than the one wanted."""
    return min(size, size * width / max(text_width(text, size), 1))


def _pieces(text: str, font: str, size: float) -> Iterator[_Piece]:
    """Text with each fraction as a raised top, a slash and a small bottom."""
    text = _printable(text)
    found = [(match.start(), match.end(), match) for match in _FRACTION.finditer(text)]
    ends = [0, *(end for _, end, _ in found)]
    small = max(size * _SMALL, _LEAST)
    # Their tops stand a little over those of the other figures.
    raised = max(_CAP * (size - small), 0) + 0.14 * size
    for (start, _, match), before in zip(found, ends, strict=False):
        yield _Piece(text[before:start], font, size, 0)
        yield _Piece(match[1], font, small, raised)
        yield _Piece("/", font, size * 0.85, 0)
        yield _Piece(match[2], font, small, 0)
    yield _Piece(text[ends[-1] :], font, size, 0)


def is_printable(text: str) -> bool:
    """Whether the base fonts of every PDF reader have all its letters."""
    return _printable(text) == _spaced(text)


def _printable(text: str) -> str:
    """What the base fonts of every PDF reader can show; the rest becomes a question mark, not a blank."""
    return _spaced(text).encode("cp1252", "replace").decode("cp1252")


def _spaced(text: str) -> str:
    """Text with a space those fonts have for the narrow one some languages put into numbers."""
    return text.replace("\N{NARROW NO-BREAK SPACE}", "\N{NO-BREAK SPACE}")


def columns(left: float, right: float, shares: Sequence[float], gutter: float = 16) -> list[tuple[float, float]]:
    """Left and right edges of columns that share a width."""
    room = right - left - gutter * (len(shares) - 1)
    edges = [left]
    for share in shares:
        edges.append(edges[-1] + room * share / sum(shares) + gutter)
    return [(one, other - gutter) for one, other in pairwise(edges)]
