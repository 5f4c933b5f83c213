"""Strips: a stick at full size, lying along the paper; each page carries on where the one before ended.

A strip is pasted on the stick, or laid beside it. A ruler runs along its lower edge, and where two pages meet both
have a register mark, which are laid on each other.
"""

from bluff.core.measure.length import PER_INCH, Length, inches
from bluff.core.message import Message, message
from bluff.formats.paper.page import MARGIN, Page

_POINTS_AN_INCH = 72.0
_ON_A_PAGE: Length = inches(9)
"""Both papers have room for it between their margins."""
_TICKS = ((16, 4.0), (8, 7.0), (4, 10.0), (2, 14.0), (1, 20.0))
"""How long a ruler's tick is in points, by the fraction of an inch it stands at."""
_HIGH = 118.0


class Strip:
    """What of a stick one page has: its edges, its ruler and its register marks, drawn as soon as it is made."""

    def __init__(self, page: Page, title: Message, measured: Message, start: Length, length: Length) -> None:
        """Draw it.

        Args:
            page: To draw on.
            title: Of the stick.
            measured: What its figures are, after those this page has: ``above the floor``.
            start: Where the page begins along the stick.
            length: Of the stick.
        """
        self.page, self.start, self.length = page, start, length
        self.end = min(start + _ON_A_PAGE, length)
        self.top = page.height * 0.62
        self.bottom = self.top - _HIGH
        page.text(MARGIN, page.height - MARGIN - 18, title, 18, bold=True)
        part = message(
            "From {start:length} to {end:length} {measured}. Print at 100 percent, not fitted.",
            start=start,
            end=self.end,
            measured=measured,
        )
        page.text(MARGIN, page.height - MARGIN - 36, part, 10)
        for y in (self.top, self.bottom):
            page.line(self.at(start), y, self.at(self.end), y, 1)
        self._ruler()
        for place, words in ((start, message("joins the page before")), (self.end, message("joins the next page"))):
            if 0 < place < length:
                self._register(self.at(place))
                page.text(self.at(place), self.bottom - 34, words, 8, align="center")

    def at(self, place: Length) -> float:
        """Across the page, of a place along the stick."""
        return 54.0 + (place - self.start) / PER_INCH * _POINTS_AN_INCH

    def line(self, place: Length, width: float = 1.4) -> None:
        """A line across the stick."""
        self.page.line(self.at(place), self.bottom, self.at(place), self.top, width)

    def _ruler(self) -> None:
        for sixteenth in range(-(-self.start * 16 // PER_INCH), self.end * 16 // PER_INCH + 1):
            x = self.at(sixteenth * PER_INCH // 16)
            long = next(long for every, long in reversed(_TICKS) if sixteenth % (16 // every) == 0)
            self.page.line(x, self.bottom, x, self.bottom + long, 0.5)
            if sixteenth % 16 == 0:
                self.page.text(x + 2, self.bottom + 24, str(sixteenth // 16), 9)

    def _register(self, x: float) -> None:
        """A cross above and below the strip."""
        for y in (self.bottom - 14, self.top + 14):
            self.page.line(x - 10, y, x + 10, y, 0.5)
            self.page.line(x, y - 10, x, y + 10, 0.5)
            self.page.canvas.circle(x, y, 5, stroke=1, fill=0)


def strip_starts(length: Length) -> range:
    """Where each page of a strip begins along its stick."""
    return range(0, length, _ON_A_PAGE)
