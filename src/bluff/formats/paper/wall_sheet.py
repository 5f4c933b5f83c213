"""The sheet of one wall: its elevation between its two plates, what they read, what to cut, what was found."""

from collections.abc import Collection, Iterator, Sequence
from enum import StrEnum

from bluff.core.job.finding import Severity
from bluff.core.job.job import Wall, WallKind
from bluff.core.job.schools import End, MarkedOn, MarkLines
from bluff.core.measure.length import Length, format_inches
from bluff.core.measure.shapes import Rectangle
from bluff.core.message import Message, follow, message, plural, separated, template
from bluff.core.takeoff.cut_list import SPACER_NAMES, CutRow, cut_list, spacer_list
from bluff.core.takeoff.nails import joints_of, nails
from bluff.core.wall.framing import Framing
from bluff.core.wall.marks import written
from bluff.core.wall.member import ANCHOR_BOLT, CUT_LINE, PIN, PLATE_BREAK, Member, Plate, Role
from bluff.core.wall.placed import PlacedClear, PlacedOpening
from bluff.core.wall.sheets import Sheet
from bluff.core.wall.wall_plan import WallPlan
from bluff.formats.paper.page import MARGIN, Page, columns, fitting_size, spread, text_width, wrapped_height
from bluff.views.reader import reader

_GRAY = {
    Role.BOTTOM_PLATE: 0.88,
    Role.TOP_PLATE: 0.88,
    Role.CAP_PLATE: 0.88,
    Role.HEADER: 0.78,
    Role.SILL: 0.88,
    Role.CORNER_BACKING: 0.7,
    Role.INTERSECTION_BACKING: 0.7,
}
_READINGS = 66.0
"""Points above and below the wall for what the plates read."""
_MOST_ROWS = 12
_WORST = {Severity.ERROR: "ERROR", Severity.WARNING: "WARNING", Severity.INFO: "note"}
_BESIDE = 40
"""Where a finding starts beside the word for how bad it is, in points."""


class Layer(StrEnum):
    """What of a wall is drawn besides its framing, each by itself; the bench has the same."""

    SHEETS = "sheets"
    BLOCKS = "blocks"
    BACKING = "backing"
    BOLTS = "bolts"
    JOINTS = "joints"
    NAILS = "nails"


SHOWN_AT_FIRST: frozenset[Layer] = frozenset({Layer.BLOCKS, Layer.BACKING, Layer.BOLTS, Layer.JOINTS})
"""Layers that are there until somebody says otherwise."""

_LAYERS = {
    Role.BLOCK: Layer.BLOCKS,
    Role.BACKING: Layer.BACKING,
    ANCHOR_BOLT: Layer.BOLTS,
    PIN: Layer.BOLTS,
    PLATE_BREAK: Layer.JOINTS,
}
"""The layer of what belongs to one, by its role."""


def draw_wall(page: Page, framing: Framing, link: str, layers: Collection[Layer] = SHOWN_AT_FIRST) -> None:
    """Fill a page with one wall."""
    bottom = _head(page, framing, link)
    bottom = _elevation(page, framing, bottom - 6, layers)
    cut, openings, findings = columns(MARGIN, page.right, (0.35, 0.29, 0.36))
    low = MARGIN + 24
    _cut_list(page, framing, cut, bottom, low)
    above = _sheets_and_nails(page, framing, layers, openings, low)
    _openings(page, [opening.placed for opening in framing.openings], openings, bottom, above)
    _findings(page, framing, findings, bottom, low)


def _head(page: Page, framing: Framing, link: str) -> float:
    plan, top = framing.plan, page.height - MARGIN
    side = 58.0
    page.code(page.right - side, top - side, side, link)
    page.text(page.right - side - 6, top - 10, message("this wall on the screen"), 7.5, align="right")
    width = page.text(MARGIN, top - 40, plan.id, 48, bold=True)
    x = MARGIN + width + 16
    page.text(x, top - 16, message("Plate {length:length}", length=plan.length), 22, bold=True)
    studs = message(
        "{size} {stud:many} {long:length}, wall {high:length} high"
        if plan.is_level
        else "{size} {stud:many}, the short one {long:length}, wall {high:length} high",
        size=plan.stud.nominal,
        long=plan.stud_length.value,
        high=plan.height.value,
    )
    page.text(x + page.width * 0.22, top - 16, studs, 13, bold=True)
    is_left = plan.standard.datum.end is End.START
    hooks = message("Tape hooks on the left end.") if is_left else message("Tape hooks on the right end.")
    page.text(x, top - 34, follow(_kind(plan.wall), hooks, *_marked(plan)), 10.5)
    about = [*_ends(framing), *_faces(framing)]
    if about:
        page.text(x, top - 48, follow(*about), 10.5)
    return top - side


_KINDS = {
    WallKind.EXTERIOR: message("exterior"),
    WallKind.PARTITION: message("partition"),
    None: message("wall"),
}
_BEARING = {
    True: template("{length:feet} {kind}, bearing."),
    False: template("{length:feet} {kind}, not bearing."),
    None: template("{length:feet} {kind}."),
}


def _kind(wall: Wall) -> Message:
    """How long a wall is, what it is, and whether it carries load."""
    return message(_BEARING[wall.bearing], length=wall.run.length, kind=_KINDS[wall.kind])


def _marked(plan: WallPlan) -> Iterator[Message]:
    """How the plates are marked, as far as that is not the usual way."""
    yield message("Readings in inches.")
    if plan.standard.marked_on is MarkedOn.EDGE:
        yield message("Marks go on the edge.")
    if plan.standard.mark_lines is MarkLines.BOTH:
        yield message("A line at both sides of a piece.")


def _ends(framing: Framing) -> Iterator[Message]:
    for side, end in ((_LEFT_END, End.START), (_RIGHT_END, End.END)):
        if meeting := framing.plan.meetings.at(end):
            yield message(side, meets=meeting.described)


_LEFT_END, _RIGHT_END = template("Left end {meets}."), template("Right end {meets}.")


def _sheets_and_nails(
    page: Page, framing: Framing, layers: Collection[Layer], edges: tuple[float, float], low: float
) -> float:
    """What those two layers come to, from the foot of a column up; returns what is left above."""
    x, right = edges
    y = low + 2
    if Layer.NAILS in layers:
        rows, say = nails([framing]), reader(framing.plan.standard.words).say
        per_column = -(-len(rows) // 2)
        for index, row in enumerate(rows):
            column, down = divmod(index, per_column)
            at = x + column * (right - x) / 2
            text = f"{row.joints} x {say(row.joint)}"
            page.text(at + 17, y + (per_column - down - 1) * 9, str(row.nails), 7, bold=True, align="right")
            _clipped(page, at + 20, y + (per_column - down - 1) * 9, text, 6.5, (right - x) / 2 - 26)
        y += per_column * 9 + 3
        page.text(
            x,
            y,
            message("{nails} nails, 16d, counted at each joint", nails=sum(row.nails for row in rows)),
            9,
            bold=True,
        )
        y += 13
    if Layer.SHEETS in layers and framing.sheets.bought:
        page.text(
            x,
            y,
            plural(
                "{count} sheet for one face",
                "{count} sheets for one face, numbered as they go up",
                count=framing.sheets.bought,
            ),
            9,
            bold=True,
        )
        y += 13
    return y


def _faces(framing: Framing) -> Iterator[Message]:
    """Which face boards lie flat on, and which way round studs with a wide face go."""
    plan = framing.plan
    for face in sorted({mark.side for mark in framing.marks if mark.side}, key=plan.letter_of_side):
        yield message(
            "({letter}) lies flat on the {side} face.", letter=plan.letter_of_side(face), side=plan.side_called(face)
        )
    if plan.wide_face is not None:
        side = plan.side_called(plan.wide_face)
        if any(mark.wide_face not in (None, plan.wide_face) for mark in framing.marks):
            yield message("Wide faces {side}, turned where a mark says (t).", side=side)
        else:
            yield message("Wide faces {side}.", side=side)


def _elevation(page: Page, framing: Framing, top: float, layers: Collection[Layer]) -> float:
    """The wall to scale with both plates' readings; returns where it ends."""
    plan = framing.plan
    over = [min(0, *(member.start for member in framing.members)), max(member.end for member in framing.members)]
    wide = page.right - MARGIN
    scale = min(wide / (over[1] - over[0]), 176 / plan.height.value)
    left = MARGIN + (wide - (over[1] - over[0]) * scale) / 2 - over[0] * scale
    floor = top - _READINGS - plan.height.value * scale

    for bay in plan.clear:
        _kept_clear(page, plan, bay, left, floor, scale)
    for beam in framing.beams:
        _beam(page, beam, left, floor, scale)
    for member in framing.members:
        if _is_shown(member.role, layers):
            draw_member(page, member, left, floor, scale)
    if Layer.SHEETS in layers:
        for number, sheet in enumerate(framing.sheets.sheets, start=1):
            _sheet(page, sheet, number, left, floor, scale)
    if Layer.NAILS in layers:
        for joint in joints_of(framing):
            page.text(left + joint.x * scale, floor + joint.y * scale - 1.6, str(joint.nails), 4.6, align="center")
    for opening in framing.openings:
        _opening(page, opening.placed, left, floor, scale)
    for story, line in enumerate(plan.wall.floors, start=1):
        _story_line(
            page,
            message("floor {floor} at {at:length}", floor=story, at=line),
            (left, left + plan.length * scale),
            floor + line * scale,
        )
    _plate(page, framing, layers, Plate.TOP, left, floor, scale)
    _plate(page, framing, layers, Plate.BOTTOM, left, floor, scale)
    return floor - _READINGS - 12


def draw_member(page: Page, member: Member, left: float, floor: float, scale: float) -> None:
    """A piece in elevation, its lower left corner of the wall at left and floor, so many points for a 64th."""
    x1, x2 = left + member.start * scale, left + member.end * scale
    y1, y2 = floor + member.bottom * scale, floor + member.top * scale
    corners = [(left + x * scale, floor + y * scale) for x, y in member.outline]
    page.polygon(corners, _GRAY.get(member.role, 1.0), 0.5)
    if member.role in (Role.KING, Role.JACK):
        # Told apart without color: kings rise to the right, jacks fall.
        page.line(x1, y1 if member.role is Role.KING else y2, x2, y2 if member.role is Role.KING else y1, 0.3)


def _beam(page: Page, beam: Rectangle, left: float, floor: float, scale: float) -> None:
    """The end of a beam, crossed as sawn ends are."""
    x1, x2 = left + beam.x * scale, left + (beam.x + beam.width) * scale
    y1, y2 = floor + beam.y * scale, floor + (beam.y + beam.height) * scale
    page.polygon([(x1, y1), (x2, y1), (x2, y2), (x1, y2)], 1.0, 0.5)
    page.line(x1, y1, x2, y2, 0.3)
    page.line(x1, y2, x2, y1, 0.3)


def _kept_clear(page: Page, plan: WallPlan, bay: PlacedClear, left: float, floor: float, scale: float) -> None:
    """A bay no wood may stand in, shaded from plate to plate, and what it is for."""
    x1, x2 = left + bay.span.start * scale, left + bay.span.end * scale
    low, high = floor + plan.bottom.value * scale, floor + plan.ceiling.lowest_over(bay.span) * scale
    page.polygon([(x1, low), (x2, low), (x2, high), (x1, high)], 0.93, 0.3)
    text = message("{bay} {width:length}", bay=bay.name, width=bay.bay.clear)
    page.upright((x1 + x2) / 2 + 3, low + 6, text, 8, bold=True)


def _is_shown(role: str, layers: Collection[Layer]) -> bool:
    layer = _LAYERS.get(role)
    return layer is None or layer in layers


def _sheet(page: Page, sheet: Sheet, number: int, left: float, floor: float, scale: float) -> None:
    """A sheet's edges over the framing, and its number in its upper corner."""
    x1, y2 = left + sheet.shape.x * scale, floor + (sheet.shape.y + sheet.shape.height) * scale
    for from_x, from_y, to_x, to_y in sheet.edges():
        page.line(left + from_x * scale, floor + from_y * scale, left + to_x * scale, floor + to_y * scale, 1.2)
    # At the top, since a doorway leaves nothing of a sheet's foot.
    box = [(x1 + 3, y2 - 15), (x1 + 17, y2 - 15), (x1 + 17, y2 - 3), (x1 + 3, y2 - 3)]
    page.polygon(box, 1.0, 0.5)
    page.text(x1 + 10, y2 - 12.5, str(number), 10, bold=True, align="center")


def _opening(page: Page, placed: PlacedOpening, left: float, floor: float, scale: float) -> None:
    middle = left + (placed.start.value + placed.end) / 2 * scale
    head = floor + placed.head.value * scale
    rough = f"{format_inches(placed.rough.width.value)} x {format_inches(placed.rough.height.value)}"
    room = (placed.end - placed.start.value) * scale
    page.text(middle, head - 18, placed.id, 13, bold=True, align="center")
    if room > 54:
        page.text(middle, head - 31, rough, 9.5, bold=True, align="center")
        page.text(middle, head - 42, placed.header.called, 8, align="center")


def _story_line(page: Page, text: Message, along: tuple[float, float], y: float) -> None:
    """Where a floor is that the wall runs past, written beyond its end."""
    page.line(along[0] - 10, y, along[1] + 10, y, 0.9)
    page.text(along[1] + 14, y - 3, text, 8.5, bold=True)


def _plate(
    page: Page, framing: Framing, layers: Collection[Layer], plate: Plate, left: float, floor: float, scale: float
) -> None:
    """What one plate reads: upright figures, each led to its line."""
    plan = framing.plan
    marks = [mark for mark in framing.marks if mark.plate is plate and _is_shown(mark.role, layers)]
    places = [left + mark.at.value * scale for mark in marks]
    size = 9.5 if len(marks) * 9.5 <= page.right - MARGIN else 7.5
    labels = spread(places, size, MARGIN + size, page.right)
    is_top = plate is Plate.TOP
    far = floor + plan.height.value * scale + 14 if is_top else floor - 14

    def edge(x: Length) -> float:
        """Where the plate is that a line is led from; the top one may rise along the wall."""
        return floor + plan.top.at(x) * scale if is_top else floor

    if plan.standard.mark_lines is MarkLines.BOTH:
        for mark in marks:
            x, y = left + mark.end * scale, edge(mark.end)
            page.line(x, y, x, (y + far) / 2, 0.35)
    for mark, place, label in zip(marks, places, labels, strict=True):
        text = written(mark, plan)
        near = edge(mark.at.value)
        if is_top and near < far - 14:  # plumb up from the slope, then to its figure
            page.line(place, near, place, far - 14, 0.2)
            near = far - 14
        page.line(place, near, label - size * 0.33, far, 0.35)
        y = far + 2 if is_top else far - 2 - text_width(text, size, bold=True)
        page.upright(label, y, text, size, bold=mark.role != CUT_LINE)


def _bevelled(row: CutRow) -> list[Message]:
    """What a board that is cut to a slope needs besides its length."""
    if row.bevel is None:
        return []
    if row.bevel.short is None:
        return [message("plumb cuts {degrees}°", degrees=str(row.bevel.degrees))]
    return [message("short {length:length}, {degrees}°", length=row.bevel.short, degrees=str(row.bevel.degrees))]


def _title(page: Page, x: float, top: float, text: Message) -> float:
    page.text(x, top - 11, text, 11, bold=True)
    return top - 17


def _cut_list(page: Page, framing: Framing, edges: tuple[float, float], top: float, low: float) -> None:
    x, right = edges
    y = _title(page, x, top, message("Cut") if framing.plan.is_level else message("Cut, uprights on the next sheet"))
    # What is cut to a slope is on a sheet of its own, a line for each.
    rows = [
        (
            str(row.count),
            page.say(message("{size} treated", size=row.size)) if row.is_treated else row.size,
            row.length,
            ", ".join([*map(page.piece, row.roles), *map(page.say, _bevelled(row))]),
        )
        for row in cut_list([framing])
        if row.bevel is None or framing.plan.is_level or row.bevel.short is None
    ]
    for spacer in spacer_list([framing]):
        section = f"{format_inches(spacer.thickness)} x {format_inches(spacer.depth)}"
        rows.append((str(spacer.count), section, spacer.length, page.say(SPACER_NAMES[spacer.spacer])))
    # A long list goes into two columns of figures; what each row is for is on the drawing above.
    is_long = len(rows) > _MOST_ROWS
    per_column = -(-len(rows) // 2) if is_long else max(len(rows), 1)
    step = min(15.0, (y - low) / per_column)
    size = min(12.0, step * 0.86)
    for index, (count, lumber, length, roles) in enumerate(rows):
        column, row = divmod(index, per_column)
        left, at = x + column * (right - x) / 2, y - (row + 1) * step
        page.text(left + 18, at, count, size, bold=True, align="right")
        # A composite stud has a long name; it gives way to its length.
        room = 88 - text_width(format_inches(length), size, bold=True)
        page.text(left + 24, at, lumber, size * min(0.9, 0.9 * room / text_width(lumber, size * 0.9, bold=True)))
        page.text(left + 112, at, format_inches(length), size, bold=True, align="right")
        if not is_long:
            _clipped(page, left + 120, at, roles, size * 0.78, right - left - 120)


def _clipped(page: Page, x: float, y: float, text: str, size: float, width: float) -> None:
    """Words that may be cut short, never figures."""
    while text and text_width(text, size, bold=True) > width:
        text = text[:-2].rstrip(" ,") + "…" if len(text) > 2 else ""
    page.text(x, y, text, size)


def _openings(
    page: Page, openings: Sequence[PlacedOpening], edges: tuple[float, float], top: float, low: float
) -> None:
    x, right = edges
    y = _title(page, x, top, message("Openings"))
    if not openings:
        page.text(x, y - 12, message("none"), 10)
    step = min(27.0, (y - low) / max(len(openings), 1))
    size = min(11.5, step * 0.43)
    for placed in openings:
        y -= step
        page.text(x, y + size * 1.1, placed.id, size, bold=True)
        rough = f"{format_inches(placed.rough.width.value)} x {format_inches(placed.rough.height.value)}"
        page.text(
            x + size * 3,
            y + size * 1.1,
            message("RO {rough} from {start:length}", rough=rough, start=placed.start.value),
            size,
            bold=True,
        )
        header = message(
            "{header} {boards} ({source}), head {head:length}",
            boards=placed.header.called,
            source=placed.header.choice.source.called,
            head=placed.head.value,
        )
        text = page.say(separated([header, *_on_floor(placed)]))
        page.text(x + size * 3, y, text, fitting_size(text, size * 0.82, right - x - size * 3))


def _on_floor(placed: PlacedOpening) -> Iterator[Message]:
    """Of an opening upstairs, its head above its own floor."""
    floor = placed.opening.floor
    if floor:
        yield message("{head:length} on floor {floor}", head=placed.head_on_floor.value, floor=floor)


def _findings(page: Page, framing: Framing, edges: tuple[float, float], top: float, low: float) -> None:
    """The worst first; what has no room is counted, and is on the screen."""
    x, right = edges
    findings, say = framing.findings, reader(framing.plan.standard.words).say
    y = _title(page, x, top, message("Findings")) - 10
    if not findings:
        page.text(x, y, message("none"), 10)
    for number, finding in enumerate(findings):
        size = 8.5 if finding.severity is Severity.INFO else 9.5
        text = f"{say(finding.text)} {say(finding.do)}"
        is_last = number == len(findings) - 1
        # Below each but the last there is room to count those that have none.
        if y - wrapped_height(text, size, right - x - _BESIDE) < low + (0 if is_last else 16):
            page.text(x, max(y, low + 5), message("and {count} more on the screen", count=len(findings) - number), 8.5)
            return
        page.text(x, y, _WORST[finding.severity], 7, bold=True)
        y -= page.wrapped(x + _BESIDE, y, text, size, right - x - _BESIDE) + 3
