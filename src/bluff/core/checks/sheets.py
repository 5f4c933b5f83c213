"""Sheets: joints along the wall without wood to share, rows without blocks behind them, plates left bare."""

from bisect import bisect_left, bisect_right
from collections.abc import Iterator, Sequence
from fractions import Fraction

from bluff.core.job.edit import ChangeWall
from bluff.core.job.finding import Code, Finding, Severity
from bluff.core.job.job import WallKind
from bluff.core.job.schools import Sheets
from bluff.core.measure.length import Length
from bluff.core.measure.shapes import Span
from bluff.core.message import Message, listed, message
from bluff.core.wall.framing import Framing
from bluff.core.wall.layout import NAILABLE, LaidOut
from bluff.core.wall.member import Role
from bluff.core.wall.sheets import joint_heights, joints_on_studs, meets_spacing
from bluff.core.wall.wall_plan import with_ways


def check_sheet_edges(framing: Framing) -> Iterator[Finding]:
    """Every sheet edge that has less than 1/2 of wood on a side, in every layer a sheet covers.

    Source: docs/rules.md, Sheets.
    """
    plan = framing.plan
    edges = joints_on_studs(plan)
    # The face the sheets hang on lies behind the sides of a stud whose narrow face it is.
    least = NAILABLE + plan.set_back
    for laid in framing.layers:
        yield from check_edges_in(laid, edges, least)
    # Past the end stud of a mitered end there is still wall to cover, and no layer.
    ends = [Span(NAILABLE, plan.stands_from), Span(plan.stands_to, plan.length - NAILABLE)]
    for edge in edges:
        if any(end.start < edge < end.end and not _is_near_layer(framing, edge) for end in ends):
            yield _no_wood(edge, message("past the {end_stud}"))


def _is_near_layer(framing: Framing, edge: Length) -> bool:
    """Whether a layer of the wall answers for a joint."""
    return any(laid.layer.start - NAILABLE < edge < laid.layer.end + NAILABLE for laid in framing.layers)


def check_edges_in(laid: LaidOut, edges: Sequence[Length], least: Length) -> Iterator[Finding]:
    """The sheet edges of one layer; `edges` in order along the wall, `least` the wood each sheet needs there."""
    # A joint just inside the king at a layer's bound still needs wood in the layer for its other sheet;
    # further in, it is the business of whatever is on the king's other side.
    first, last = laid.layer.start - NAILABLE, laid.layer.end + NAILABLE
    for edge in edges[bisect_right(edges, first) : bisect_left(edges, last)]:
        if not any(wood.start + least <= edge <= wood.end - least for wood in laid.bearing):
            yield _no_wood(edge, laid.layer.name, laid.layer.opening)


def _no_wood(edge: Length, where: Message, opening: str | None = None) -> Finding:
    return Finding(
        Code.SHEET_EDGE_NO_WOOD,
        Severity.WARNING,
        message("Sheets meet at {at:length} with no wood for both of them there ({where}).", at=edge, where=where),
        message("Add a {stud} or a {block} under the joint, or shift the layout."),
        at=edge,
        opening=opening,
    )


def check_sheet_joints(framing: Framing) -> Iterator[Finding]:
    """Joints between rows of sheets that have no blocks behind them."""
    plan = framing.plan
    if plan.standard.panel_edge_blocks:
        return
    rows = {(piece.bottom, piece.top) for piece in framing.standing if piece.role is Role.BLOCK}
    bare = [
        joint
        for joint in joint_heights(plan)
        if not any(bottom + NAILABLE <= joint <= top - NAILABLE for bottom, top in rows)
    ]
    if bare:
        yield Finding(
            Code.SHEET_JOINT_UNBLOCKED,
            Severity.INFO,
            message(
                "Rows of sheets meet at {heights} above the floor with no {block:many} behind the joint.",
                heights=listed([message("{at:length}", at=joint) for joint in bare]),
            ),
            message("Put {block:many} behind the joints where the drawings call for them."),
            fix=ChangeWall(plan.id, with_ways(plan.wall, panel_edge_blocks=True)),
            fix_label=message("Add {block:many} behind the joints"),
        )


def check_bare_top(framing: Framing) -> Iterator[Finding]:
    """Outside sheets that end below the top of the wall's plates.

    Sheets of 96 on a wall of 97 1/8 leave 1 1/8 when they are hung flush with the bottom plate.
    """
    plan = framing.plan
    top = max((sheet.shape.up.end for sheet in framing.sheets.sheets), default=plan.height.value)
    bare = plan.height.value - top
    if bare <= 0 or plan.wall.kind is not WallKind.EXTERIOR:
        return
    drop = plan.standard.sheet_drop
    yield Finding(
        Code.SHEETS_LEAVE_BARE,
        Severity.INFO,
        message(
            "The sheets hang {drop:length} below the {bottom_plate} and leave the top {bare:length} of the plates "
            "bare.",
            drop=drop,
            bare=bare,
        )
        if drop
        else message(
            "The sheets are flush with the {bottom_plate} and leave the top {bare:length} of the plates bare.",
            bare=bare,
        ),
        message("Use longer sheets, or a strip along the top where the sheets tie the plates per the drawings."),
    )


def check_spacing(framing: Framing) -> Iterator[Finding]:
    """Say once when no stud will stand at the joints of the sheets."""
    plan = framing.plan
    standard = plan.standard
    wide, long, sheets = standard.sheet.width, standard.sheet.length, standard.sheets
    pitch = long if sheets is Sheets.LYING else wide
    if sheets is Sheets.NONE or meets_spacing(plan, pitch):
        return
    can_lie = sheets is Sheets.UPRIGHT and meets_spacing(plan, long)
    yield Finding(
        Code.SPACING_MISSES_SHEETS,
        Severity.WARNING,
        _misses(standard.spacing, pitch, sheets, long if can_lie else None),
        message("Lay {long:feet} sheets on their side.", long=long)
        if can_lie
        else message("Use 12, 16, 19.2 or 24, or put {block:many} behind the joints."),
        fix=ChangeWall(plan.id, with_ways(plan.wall, sheets=Sheets.LYING)) if can_lie else None,
        fix_label=message("Lay them on their side") if can_lie else None,
    )


def _misses(spacing: Fraction, pitch: Length, sheets: Sheets, lying: Length | None) -> Message:
    """That no stud is at the joints of sheets, and where one would be if they lay on their side."""
    if lying is not None:
        return message(
            "At {spacing:spacing} on center no {stud} is at {pitch:length}, where upright sheets meet. One is at "
            "{lying:length}, where sheets on their side meet.",
            spacing=spacing,
            pitch=pitch,
            lying=lying,
        )
    if sheets is Sheets.LYING:
        return message(
            "At {spacing:spacing} on center no {stud} is at {pitch:length}, where sheets on their side meet.",
            spacing=spacing,
            pitch=pitch,
        )
    return message(
        "At {spacing:spacing} on center no {stud} is where sheets meet, {pitch:length} apart, upright or on their "
        "side.",
        spacing=spacing,
        pitch=pitch,
    )
