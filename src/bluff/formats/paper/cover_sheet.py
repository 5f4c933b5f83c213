"""The first sheets of a job: the floor with its walls in framing order, and what is built before them."""

from collections.abc import Callable, Mapping, Sequence
from itertools import pairwise
from typing import TypeAlias

from bluff.core.crew import floor_plan
from bluff.core.crew.order import BuildStep
from bluff.core.crew.packs import Pack, handedness
from bluff.core.job.job import WallKind
from bluff.core.job.schools import Line
from bluff.core.measure.length import Length, format_feet, inches
from bluff.core.message import EMPTY, message, plural, separated
from bluff.core.plan.outline import Outline
from bluff.core.takeoff.ties import ties
from bluff.core.takeoff.weight import lift
from bluff.core.wall.framing import Framing
from bluff.core.wall.wall_plan import WallPlan
from bluff.formats.paper.page import MARGIN, Page
from bluff.formats.tables import headings

At: TypeAlias = Callable[[tuple[float, float]], tuple[float, float]]
"""From a place in the plan to one on the page."""

ROWS_ON_COVER = 24
ROWS_ON_A_PAGE = 34
PACKS_ON_A_PAGE = 3 * 13
_TOP = 76.0
_SMALLEST: Length = inches(12)


def draw_cover(
    page: Page, framings: Sequence[Framing], steps: Sequence[BuildStep], packs: Sequence[Pack], link: str
) -> None:
    """The plan, and as much of the wall index as fits beside it."""
    top = page.height - MARGIN
    page.text(MARGIN, top - 26, page.imprint.job, 28, bold=True)
    pounds = round(sum(lift(framing).pounds for framing in framings))
    openings = sum(len(framing.openings) for framing in framings)
    built = sum(pack.count for pack in packs)
    text = message(
        "{walls}, {openings}, {packs} to build first, {pounds} lb",
        walls=plural("{count} wall", "{count} walls", count=len(framings)),
        openings=plural("{count} opening", "{count} openings", count=openings),
        packs=plural("{count} pack", "{count} packs", count=built),
        pounds=f"{pounds:,}",
    )
    page.text(MARGIN, top - 44, text, 12)
    tied = ties(framing.plan for framing in framings)
    laps = message("{laps} laps of {cap_plate:many} with {nails} nails, 16d", laps=tied.laps, nails=tied.nails)
    if tied.connectors:
        connectors = plural("{count} plate connector", "{count} plate connectors", count=tied.connectors)
        laps = separated([laps, connectors])
    page.text(MARGIN, top - 60, laps, 10)
    page.code(page.right - 58, top - 58, 58, link)
    split = page.width * 0.56
    _floor(page, [framing.plan for framing in framings], (MARGIN, split - 12), (MARGIN + 30, top - _TOP))
    draw_index(page, framings, steps[:ROWS_ON_COVER], 1, split)


def draw_index(page: Page, framings: Sequence[Framing], steps: Sequence[BuildStep], first: int, left: float) -> None:
    """Walls in framing order, one a row."""
    by_id = {framing.plan.id: framing for framing in framings}
    y = page.height - MARGIN - _TOP
    page.text(left, y, message("Walls in framing order"), 12, bold=True)
    right = page.right
    room = right - left
    at = [left + 16, left + 24, left + room * 0.34, left + room * 0.52, left + room * 0.64]
    for x, head, align in zip(
        at,
        (EMPTY, *headings("wall", "plate", "lb", "people")),
        ("right", "left", "right", "right", "right"),
        strict=True,
    ):
        page.text(x, y - 14, head, 8, align=align)
    page.text(at[4] + 10, y - 14, message("raised toward; after"), 8)
    y -= 18
    for number, step in enumerate(steps, start=first):
        y -= 17
        _index_row(page, y, at, right, number, step, by_id)


def _index_row(
    page: Page,
    y: float,
    at: Sequence[float],
    right: float,
    number: int,
    step: BuildStep,
    by_id: Mapping[str, Framing],
) -> None:
    raised = lift(by_id[step.wall])
    page.text(at[0], y, str(number), 10, align="right")
    page.text(at[1], y, step.wall, 14, bold=True)
    page.text(at[2], y, format_feet(by_id[step.wall].plan.length), 12, bold=True, align="right")
    page.text(at[3], y, str(round(raised.pounds)), 10, align="right")
    page.text(at[4], y, f"{raised.people}{'+' if raised.needs_help else ''}", 10, align="right")
    toward = page.say(step.raised_toward.called) if step.raised_toward else ""
    after = page.say(message("after {walls}", walls=", ".join(step.after))) if step.after else ""
    page.wrapped(at[4] + 10, y, "; ".join(part for part in (toward, after) if part), 8, right - at[4] - 10)
    page.line(at[0] - 16, y - 4, right, y - 4, 0.25)


def draw_packs(page: Page, packs: Sequence[Pack]) -> None:
    """What is built before the walls, three columns of it."""
    top, say = page.height - MARGIN, page.say
    page.text(MARGIN, top - 20, message("Build before the walls"), 20, bold=True)
    page.text(MARGIN, top - 36, say(handedness(packs)), 10)
    width = (page.right - MARGIN) / 3
    for index, pack in enumerate(packs):
        column, row = divmod(index, PACKS_ON_A_PAGE // 3)
        x, y = MARGIN + column * width, top - 64 - row * 35
        page.text(x + 30, y, str(pack.count), 18, bold=True, align="right")
        page.text(x + 38, y + 6, " + ".join(say(piece.called) for piece in pack.pieces), 10, bold=True)
        text = say(
            message("{pack}: {places}", pack=pack.called, places=", ".join(say(place.called) for place in pack.places))
        )
        page.wrapped(x + 38, y - 5, text if len(text) < 110 else text[:107] + "…", 7.5, width - 52)


def _floor(page: Page, plans: Sequence[WallPlan], across: tuple[float, float], up: tuple[float, float]) -> None:
    area = floor_plan.area(plans)
    if area is None:
        page.text(across[0], up[1] - 20, message("The walls of this job are not on the plan."), 12)
        return
    west, south, east, north = area
    room = 34.0
    wide, tall = across[1] - across[0] - 2 * room, up[1] - up[0] - 2 * room
    scale = min(wide / max(east - west, _SMALLEST), tall / max(north - south, _SMALLEST))
    left = (across[0] + across[1]) / 2 - (west + east) / 2 * scale
    low = (up[0] + up[1]) / 2 - (south + north) / 2 * scale

    def at(place: tuple[float, float]) -> tuple[float, float]:
        return left + place[0] * scale, low + place[1] * scale

    seen = [(plan, drawn) for plan in plans if (drawn := floor_plan.drawn(plan))]
    for plan, drawn in seen:
        page.polygon([at(corner) for corner in floor_plan.cut_corners(plan, drawn)], 0.8)
    for plan, drawn in seen:
        # Of one on a story above only the outline: the wall goes on under it.
        for placed in sorted(plan.openings, key=lambda placed: -placed.opening.floor):
            corners = [at(corner) for corner in floor_plan.opening_corners(plan, placed, drawn)]
            if placed.opening.floor:
                page.polygon(corners, 0.8, 0.4)
            else:
                page.polygon(corners, 1.0, 0.9)
    for plan, drawn in seen:
        _letters(page, plan, drawn, at, scale)


_UPSTAIRS = 9.0
"""How much further out the marks of each story above are written."""


def _letters(page: Page, plan: WallPlan, drawn: Outline, at: At, scale: float) -> None:
    """A wall's letter inside, its openings' marks outside, and the outside's length beyond them."""
    outward = 1 if floor_plan.dimensioned_side(drawn) is Line.LEFT else -1
    half = drawn.thickness * scale / 2
    stations = floor_plan.stations(plan, drawn)
    longest = max(pairwise(stations), key=lambda pair: pair[1].along - pair[0].along)
    middle = [(one + other) / 2 for one, other in zip(longest[0].place, longest[1].place, strict=True)]
    _beside(page, drawn, at((middle[0], middle[1])), -outward * (2 * half + 10), plan.id, 14)
    for placed in plan.openings:
        corners = floor_plan.opening_corners(plan, placed, drawn)
        center = (sum(x for x, _ in corners) / 4, sum(y for _, y in corners) / 4)
        _beside(page, drawn, at(center), outward * (half + 8 + _UPSTAIRS * placed.opening.floor), placed.id, 8)
    if plan.wall.kind is WallKind.EXTERIOR:
        ends = [at(stations[0].place), at(stations[-1].place)]
        center = ((ends[0][0] + ends[1][0]) / 2, (ends[0][1] + ends[1][1]) / 2)
        beyond = max((placed.opening.floor for placed in plan.openings), default=0) * _UPSTAIRS
        _beside(page, drawn, center, outward * (24 + beyond), format_feet(stations[-1].along), 11)


def _beside(page: Page, drawn: Outline, place: tuple[float, float], away: float, text: str, size: float) -> None:
    """Bold lettering so many points to the left of a place on a wall."""
    east, north = drawn.direction
    x, y = place[0] - north * away, place[1] + east * away
    if abs(north) > 0.7 and size < 14:
        page.upright(x + size * 0.36, y - len(text) * size * 0.25, text, size, bold=True)
    else:
        page.text(x, y - size * 0.36, text, size, bold=True, align="center")
