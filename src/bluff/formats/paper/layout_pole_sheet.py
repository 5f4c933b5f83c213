"""The layout pole of a wall on paper: the stick to scale with every figure, or at full size as a strip to paste on."""

from bluff.core.crew.layout_pole import LayoutPole, PoleLine
from bluff.core.job.schools import End
from bluff.core.measure.length import Length, format_inches
from bluff.core.message import follow, message
from bluff.formats.paper.page import MARGIN, Page, spread, text_width
from bluff.formats.paper.strip import Strip

_HIGH = 26.0
_LED = 16.0
"""How far a figure is from the stick."""
_SIZES = (9.5, 7.5)


def draw_layout_pole(page: Page, pole: LayoutPole) -> None:
    """The whole stick across a page: what it reads below, what the plate reads along its slope above."""
    top = page.height - MARGIN
    width = page.text(MARGIN, top - 34, pole.wall, 40, bold=True)
    page.text(MARGIN + width + 16, top - 14, message("Layout pole, {length:length}", length=pole.length), 16, bold=True)
    hooks = message("Hooks on the left end.") if pole.hook is End.START else message("Hooks on the right end.")
    text = follow(
        hooks,
        message(
            "Below the stick are its own figures, which are those of the {bottom_plate}. Above it is what the "
            "{top_plate} reads along its slope."
        ),
    )
    page.text(MARGIN + width + 16, top - 30, text, 9.5)
    scale = (page.right - MARGIN) / pole.length
    floor = page.height * 0.5
    page.polygon([(MARGIN, floor), (page.right, floor), (page.right, floor + _HIGH), (MARGIN, floor + _HIGH)], 1.0, 1.0)
    for line in pole.lines:
        near = MARGIN + line.at * scale
        page.line(near, floor, near, floor + _HIGH, 0.8)
    size = _SIZES[0] if len(pole.lines) * _SIZES[0] <= page.right - MARGIN else _SIZES[1]
    read = [(line, f"{line.symbol} {format_inches(line.at)}") for line in pole.lines]
    _led(page, read, scale, size, floor, -1)
    sloped = [(line, format_inches(line.along)) for line in pole.lines if line.along is not None]
    _led(page, sloped, scale, size, floor + _HIGH, 1)


def _led(page: Page, read: list[tuple[PoleLine, str]], scale: float, size: float, edge: float, way: int) -> None:
    """Figures standing upright below (-1) or above (1) the stick, each led to its line."""
    places = [MARGIN + line.at * scale for line, _ in read]
    for place, label, (_, text) in zip(places, spread(places, size, MARGIN + size, page.right), read, strict=True):
        far = edge + way * _LED
        page.line(place, edge, label - size * 0.33, far, 0.35)
        y = far + 2 if way > 0 else far - 2 - text_width(text, size, bold=True)
        page.upright(label, y, text, size, bold=way < 0)


def draw_layout_strip(page: Page, pole: LayoutPole, start: Length) -> None:
    """One page of the stick at full size, its hooked end to the left."""
    strip = Strip(
        page, message("Layout pole of wall {wall}", wall=pole.wall), message("from the hooked end"), start, pole.length
    )
    for line in pole.lines:
        wood = (line.at, line.at + line.width) if line.ahead else (line.at - line.width, line.at)
        if not strip.start <= line.at <= strip.end:
            continue
        strip.line(line.at)
        middle = strip.at(sum(wood) // 2 if line.width else line.at)
        shift = 0.0 if line.width else 4.0
        align = "center" if line.width else "left"
        page.text(middle + shift, strip.top - 30, line.symbol, 18, bold=True, align=align)
        page.text(middle + shift, strip.top - 48, format_inches(line.at), 12, bold=True, align=align)
        if line.along is not None:
            page.text(middle + shift, strip.top - 62, message("slope {along:length}", along=line.along), 8, align=align)
    if strip.end == pole.length:
        strip.line(strip.end)
