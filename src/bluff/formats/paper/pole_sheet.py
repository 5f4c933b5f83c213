"""Story poles on paper: side by side to one scale, or one at full size as a strip to paste on a stick."""

from collections.abc import Sequence

from bluff.core.crew.pole import CLEAR, Pole
from bluff.core.measure.length import Length, format_inches
from bluff.core.message import Message, message
from bluff.formats.paper.page import MARGIN, Page, fitting_size, spread
from bluff.formats.paper.strip import Strip

POLES_ON_A_PAGE = 5
_LETTERING = 9.5


def draw_poles(page: Page, poles: Sequence[Pole]) -> None:
    """Fill a page with poles on one vertical scale."""
    top = page.height - MARGIN
    page.text(MARGIN, top - 16, message("Story poles"), 20, bold=True)
    page.text(
        page.right,
        top - 14,
        message("Heights above the floor on the left, lengths on the right, in inches."),
        9,
        align="right",
    )
    low = MARGIN + 64
    highest = max((pole.height for pole in poles), default=1)
    scale = (top - 66 - low) / highest
    column = (page.right - MARGIN) / POLES_ON_A_PAGE
    for index, pole in enumerate(poles):
        left = MARGIN + index * column
        _pole(page, pole, left, left + column, low, scale)


def draw_strip(page: Page, pole: Pole, start: Length) -> None:
    """One page of a pole at full size, lying, its lower end to the left."""
    strip = Strip(
        page, message("Story pole of {marks}", marks=_marks(pole)), message("above the floor"), start, pole.height
    )
    for stretch in pole.stretches:
        low, high = max(stretch.bottom, start), min(stretch.top, strip.end)
        if low >= high:
            continue
        if low == stretch.bottom:
            strip.line(low)
        middle = (strip.at(low) + strip.at(high)) / 2
        page.text(middle, strip.top - 44, stretch.name, 11, bold=True, align="center")
        page.text(middle, strip.top - 60, format_inches(stretch.length, 64), 13, bold=True, align="center")
    if strip.end == pole.height:
        strip.line(strip.end)


def _pole(page: Page, pole: Pole, left: float, right: float, floor: float, scale: float) -> None:
    wood, width = left + 42, 20.0
    room = right - wood - width - 12
    for stretch in pole.stretches:
        low, high = floor + stretch.bottom * scale, floor + stretch.top * scale
        gray = 1.0 if stretch.what == CLEAR else 0.86
        page.polygon([(wood, low), (wood + width, low), (wood + width, high), (wood, high)], gray)
    marks = [stretch.bottom for stretch in pole.stretches] + [pole.height]
    top = floor + pole.height * scale
    places = [floor + mark * scale for mark in marks]
    for mark, place, label in zip(marks, places, spread(places, _LETTERING, floor, top), strict=True):
        page.line(wood, place, wood - 8, label, 0.3)
        page.text(wood - 10, label - 3, format_inches(mark), _LETTERING, align="right", bold=True)
    middles = [floor + (stretch.bottom + stretch.top) / 2 * scale for stretch in pole.stretches]
    for stretch, middle, label in zip(pole.stretches, middles, spread(middles, _LETTERING, floor, top), strict=True):
        page.line(wood + width, middle, wood + width + 8, label, 0.3)
        text = f"{format_inches(stretch.length)} {page.say(stretch.name)}"
        page.text(wood + width + 10, label - 3, text, fitting_size(text, _LETTERING * 0.9, room))
    page.text(left + 4, floor - 16, _marks(pole), 11, bold=True)
    studs = (
        message("{king} {long:length}, {jack} {short:length}", long=pole.king, short=pole.jack)
        if pole.jack
        else message("{king} {long:length}, on hangers", long=pole.king)
    )
    page.text(left + 4, floor - 28, studs, 8)
    if pole.off:
        off = message(
            "head {off:length} above the others" if pole.off > 0 else "head {off:length} below the others",
            off=abs(pole.off),
        )
        page.text(left + 4, floor + pole.height * scale + 8, off, 8, bold=True)


def _marks(pole: Pole) -> Message:
    marks = [opening.placed.id for opening in pole.openings]
    if len(marks) <= 6:
        return message("{marks}", marks=", ".join(marks))
    return message("{marks} and {count} more", marks=", ".join(marks[:5]), count=len(marks) - 5)
