"""The second sheet of a wall whose top is not level: every upright with its two points, and how to snap the wall."""

from collections.abc import Sequence

from bluff.core.crew.snap_out import SnapOut, snap_out
from bluff.core.job.words import kind_of
from bluff.core.measure.length import format_inches
from bluff.core.message import EMPTY, follow, listed, message
from bluff.core.takeoff.sloped_studs import SlopedStud, sloped_studs
from bluff.core.wall.framing import Framing
from bluff.formats.paper.page import MARGIN, Page, text_width
from bluff.formats.tables import headings

_ROWS = 34
"""Uprights in a column; a sheet has one wide column of them or two narrow ones, and the wall on the deck beside."""
STUDS_ON_A_PAGE = 2 * _ROWS
_WIDE = 446.0
_GAP = 14.0
_BESIDE = 44.0
"""Room on both sides of the wall on the deck, for the heights of its ends."""
_TOP = 62.0
_TABS = (0.06, 0.36, 0.52, 0.68, 0.84, 1.0)
"""Where each figure of a line ends, by the width of its column."""
_NAME = 0.28
"""Room for what a line is about, by the same."""
_HEADS = (EMPTY, EMPTY, *headings("at", "slope", "short", "long"))


def pages_of(framing: Framing) -> list[Sequence[SlopedStud]]:
    """The uprights of each of its pages; none of a level wall."""
    if framing.plan.is_level:
        return []
    studs = sloped_studs(framing)
    return [studs[first : first + STUDS_ON_A_PAGE] for first in range(0, len(studs), STUDS_ON_A_PAGE)]


def draw_slope(page: Page, framing: Framing, studs: Sequence[SlopedStud]) -> None:
    """Uprights on the left, in order along the wall, and the wall on the deck on the right."""
    top = page.height - MARGIN
    width = page.text(MARGIN, top - 34, framing.plan.id, 40, bold=True)
    bevels = sorted({stud.degrees for stud in studs if stud.degrees})
    page.text(MARGIN + width + 16, top - 14, message("Uprights under the slope"), 16, bold=True)
    text = message(
        "Cut to the long point. At is read on the {bottom_plate}, slope along the {top_plate} from its low end."
    )
    if bevels:
        degrees = listed([message("{degrees}°", degrees=str(one)) for one in bevels])
        text = follow(message("Bevel {degrees}.", degrees=degrees), text)
    page.text(MARGIN + width + 16, top - 30, text, 9.5)
    columns = [studs[:_ROWS], studs[_ROWS:]] if len(studs) > _ROWS else [studs]
    wide = (_WIDE - _GAP * (len(columns) - 1)) / len(columns)
    for number, column in enumerate(columns):
        _table(page, column, (MARGIN + number * (wide + _GAP), wide), top - _TOP)
    _on_deck(page, snap_out(framing.plan), MARGIN + _WIDE + 2 * _GAP, top - _TOP)


def _table(page: Page, studs: Sequence[SlopedStud], place: tuple[float, float], y: float) -> None:
    """Some uprights in a column, given by its left edge and its width."""
    x, wide = place
    size = 10.0 if wide == _WIDE else 7.5
    tabs = [x + share * wide for share in _TABS]
    for head, tab in zip(_HEADS, tabs, strict=True):
        page.text(tab, y, head, size, align="right")
    for row, stud in enumerate(studs, start=1):
        down = y - row * 12.2
        page.text(tabs[0], down, str(stud.number), size, align="right")
        whose = f" {stud.piece.opening}" if stud.piece.opening else ""
        called = f"{page.piece(stud.piece.role)}{whose}"
        if (kind := kind_of(stud.piece.role)) and text_width(called, size) > _NAME * wide:
            called = f"{page.piece(kind[1])}{whose}"  # which cripple or backing it is, one sees from its place
        page.text(tabs[0] + 6, down, called, size)
        for figure, tab in zip((stud.at, stud.along, stud.short), tabs[2:], strict=False):
            if figure is not None:
                page.text(tab, down, format_inches(figure), size, align="right")
        page.text(tabs[-1], down, format_inches(stud.long), size, bold=True, align="right")


def _on_deck(page: Page, snapped: SnapOut, x: float, y: float) -> None:
    """The wall as chalk lines, hooked corner on the left, with what proves it."""
    page.text(x, y, message("On the deck"), 11, bold=True)
    room = page.right - x
    tallest = max(point.up.value for point in snapped.points)
    scale = min((room - 2 * _BESIDE) / snapped.base.value, 150 / tallest)
    left, floor = x + (room - snapped.base.value * scale) / 2, y - 40 - tallest * scale
    corners = [(left + point.along.value * scale, floor + point.up.value * scale) for point in snapped.points]
    far = left + snapped.base.value * scale
    page.polygon([(left, floor), *corners, (far, floor)], 1.0, 1.2)
    page.line(left, floor, *corners[-1], 0.4)
    page.line(far, floor, *corners[0], 0.4)
    page.line(left - 6, floor - 6, left + 10, floor - 6, 2.4)
    page.line(left - 6, floor - 6, left - 6, floor + 10, 2.4)
    page.text((left + far) / 2, floor - 14, format_inches(snapped.base.value), 9.5, bold=True, align="center")
    for (across, up), point in zip(corners, snapped.points, strict=True):
        # At the wall's ends beside the corner, where a slope would run through the figure.
        aside, side = {left: (-4.0, "right"), far: (4.0, "left")}.get(across, (0.0, "center"))
        rise = 5 if side == "center" else -3
        page.text(across + aside, up + rise, format_inches(point.up.value), 9.5, bold=True, align=side)
    down = floor - 34
    for point in snapped.points:
        text = message("{along:length} along, {up:length} up", along=point.along.value, up=point.up.value)
        page.text(x, down, text, 10, bold=True)
        down -= 14
    lines = [
        *((message("top line"), slope) for slope in snapped.slopes),
        (message("diagonal from the hook"), snapped.diagonals[0]),
        (message("diagonal back to above it"), snapped.diagonals[1]),
    ]
    for name, line in lines:
        width = page.text(x, down, format_inches(line.value), 10, bold=True)
        down -= (
            page.wrapped(
                x + max(width, 44) + 6, down, message("{name}: {sum}", name=name, sum=line.steps[0].words), 8, room - 56
            )
            + 5
        )
