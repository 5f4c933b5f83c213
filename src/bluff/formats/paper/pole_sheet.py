"""Story poles on paper: side by side to one scale, or one at full size as a strip to paste on a stick.

The strip lies along the paper; each page carries on where the one before ended, at a register mark.
"""

from collections.abc import Sequence

from bluff.core.crew.pole import CLEAR, Pole
from bluff.core.measure.length import PER_INCH, Length, format_inches, inches
from bluff.formats.paper.page import MARGIN, Page, fitting_size, spread

POLES_ON_A_PAGE = 5
_POINTS_AN_INCH = 72.0
_ON_A_PAGE: Length = inches(9)
"""Of a full-size strip; both papers have room for it between their margins."""
_TICKS = ((16, 4.0), (8, 7.0), (4, 10.0), (2, 14.0), (1, 20.0))
"""How long a ruler's tick is in points, by the fraction of an inch it stands at."""
_LETTERING = 9.5


def draw_poles(page: Page, poles: Sequence[Pole]) -> None:
    """Fill a page with poles on one vertical scale."""
    top = page.height - MARGIN
    page.text(MARGIN, top - 16, "Story poles", 20, bold=True)
    page.text(
        page.right, top - 14, "Heights above the floor on the left, lengths on the right, in inches.", 9, align="right"
    )
    low = MARGIN + 64
    highest = max((pole.height for pole in poles), default=1)
    scale = (top - 66 - low) / highest
    column = (page.right - MARGIN) / POLES_ON_A_PAGE
    for index, pole in enumerate(poles):
        left = MARGIN + index * column
        _pole(page, pole, left, left + column, low, scale)


def strip_starts(pole: Pole) -> range:
    """Where each page of a strip begins, above the floor."""
    return range(0, pole.height, _ON_A_PAGE)


def draw_strip(page: Page, pole: Pole, start: Length) -> None:
    """One page of a pole at full size, lying, its lower end to the left."""
    end = min(start + _ON_A_PAGE, pole.height)
    top, bottom = page.height * 0.62, page.height * 0.62 - 118

    def place(height: Length) -> float:
        return 54.0 + (height - start) / PER_INCH * _POINTS_AN_INCH

    page.text(MARGIN, page.height - MARGIN - 18, f"Story pole of {_marks(pole)}", 18, bold=True)
    part = f"From {format_inches(start)} to {format_inches(end)} above the floor. Print at 100 percent, not fitted."
    page.text(MARGIN, page.height - MARGIN - 36, part, 10)
    page.line(place(start), top, place(end), top, 1)
    page.line(place(start), bottom, place(end), bottom, 1)
    for sixteenth in range(-(-start * 16 // PER_INCH), end * 16 // PER_INCH + 1):
        height = sixteenth * PER_INCH // 16
        length = next(long for every, long in reversed(_TICKS) if sixteenth % (16 // every) == 0)
        page.line(place(height), bottom, place(height), bottom + length, 0.5)
        if sixteenth % 16 == 0:
            page.text(place(height) + 2, bottom + 24, str(sixteenth // 16), 9)
    for stretch in pole.stretches:
        low, high = max(stretch.bottom, start), min(stretch.top, end)
        if low >= high:
            continue
        if low == stretch.bottom:
            page.line(place(low), bottom, place(low), top, 1.4)
        middle = (place(low) + place(high)) / 2
        page.text(middle, top - 44, stretch.name(pole.words), 11, bold=True, align="centre")
        page.text(middle, top - 60, format_inches(stretch.length, 64), 13, bold=True, align="centre")
    if end == pole.height:
        page.line(place(end), bottom, place(end), top, 1.4)
    for height, words in ((start, "joins the page before"), (end, "joins the next page")):
        if 0 < height < pole.height:
            _register(page, place(height), bottom, top)
            page.text(place(height), bottom - 34, words, 8, align="centre")


def _register(page: Page, x: float, bottom: float, top: float) -> None:
    """A cross above and below the strip; the crosses of two pages are laid on each other."""
    for y in (bottom - 14, top + 14):
        page.line(x - 10, y, x + 10, y, 0.5)
        page.line(x, y - 10, x, y + 10, 0.5)
        page.canvas.circle(x, y, 5, stroke=1, fill=0)


def _pole(page: Page, pole: Pole, left: float, right: float, floor: float, scale: float) -> None:
    wood, width = left + 42, 20.0
    room = right - wood - width - 12
    for stretch in pole.stretches:
        low, high = floor + stretch.bottom * scale, floor + stretch.top * scale
        grey = 1.0 if stretch.what == CLEAR else 0.86
        page.polygon([(wood, low), (wood + width, low), (wood + width, high), (wood, high)], grey)
    marks = [stretch.bottom for stretch in pole.stretches] + [pole.height]
    top = floor + pole.height * scale
    places = [floor + mark * scale for mark in marks]
    for mark, place, label in zip(marks, places, spread(places, _LETTERING, floor, top), strict=True):
        page.line(wood, place, wood - 8, label, 0.3)
        page.text(wood - 10, label - 3, format_inches(mark), _LETTERING, align="right", bold=True)
    middles = [floor + (stretch.bottom + stretch.top) / 2 * scale for stretch in pole.stretches]
    for stretch, middle, label in zip(pole.stretches, middles, spread(middles, _LETTERING, floor, top), strict=True):
        page.line(wood + width, middle, wood + width + 8, label, 0.3)
        said = f"{format_inches(stretch.length)} {stretch.name(pole.words)}"
        page.text(wood + width + 10, label - 3, said, fitting_size(said, _LETTERING * 0.9, room))
    page.text(left + 4, floor - 16, _marks(pole), 11, bold=True)
    studs = f"king {format_inches(pole.king)}" + (f", jack {format_inches(pole.jack)}" if pole.jack else ", on hangers")
    page.text(left + 4, floor - 28, pole.words.say(studs), 8)
    if pole.off:
        off = f"head {format_inches(abs(pole.off))} {'above' if pole.off > 0 else 'below'} the others"
        page.text(left + 4, floor + pole.height * scale + 8, off, 8, bold=True)


def _marks(pole: Pole) -> str:
    marks = [opening.placed.id for opening in pole.openings]
    return ", ".join(marks) if len(marks) <= 6 else f"{', '.join(marks[:5])} and {len(marks) - 5} more"
