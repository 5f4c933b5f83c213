"""Commons that do not stand on their line, and gaps that nobody can nail into."""

from collections.abc import Iterator
from itertools import pairwise

from bluff.core.job.finding import Code, Finding, Severity
from bluff.core.measure.length import format_inches
from bluff.core.wall.framing import Framing
from bluff.core.wall.layout import NARROWEST_GAP, KeptOff, LaidOut, Layer, LeftOut, Slid


def check_layout(framing: Framing) -> Iterator[Finding]:
    """Layer by layer, what the layout could not do as asked."""
    for laid in framing.layers:
        yield from check_layer(laid)


def check_layer(laid: LaidOut) -> Iterator[Finding]:
    """What the layout could not do as asked in one layer."""
    for moved in laid.moved:
        match moved:
            case Slid():
                yield _slid(laid.layer, moved)
            case KeptOff():
                yield _kept_off(laid.layer, moved)
            case LeftOut():
                yield _left_out(laid.layer, moved)
    yield from _narrow_gaps(laid)


def _slid(layer: Layer, slid: Slid) -> Finding:
    point = slid.line.point.value
    return Finding(
        Code.STUD_SLID,
        Severity.INFO,
        f"Line {slid.line.number} ({layer.name}) at {format_inches(point)}: {slid.against} is in the way, so the piece "
        f"slides {format_inches(abs(slid.by))} tight against it. A sheet joint there bears "
        f"{format_inches(point - slid.under.start)} on one side and {format_inches(slid.under.end - point)} on the "
        "other.",
        "Mark it tight; nail the sheet on the on-centre point as usual.",
        at=point,
        opening=layer.opening,
    )


def _kept_off(layer: Layer, moved: KeptOff) -> Finding:
    point = moved.line.point.value
    return Finding(
        Code.STUD_KEPT_OFF,
        Severity.INFO,
        f"Line {moved.line.number} ({layer.name}) at {format_inches(point)} falls in the bay of {moved.of}: the piece "
        f"moves {format_inches(abs(moved.by))} and stands tight beside it.",
        "Mark it tight to the bay; the next lines count on as if it stood on its own.",
        at=point,
        opening=layer.opening,
    )


def _left_out(layer: Layer, left_out: LeftOut) -> Finding:
    point = left_out.line.point.value
    why = f"no room for a piece beside {left_out.against}"
    do = "Fill the gap solid, or move the opening so that a stud fits."
    if left_out.on_other_face:
        why = f"{left_out.on_other_face} lies there on the other face, so no stud stands behind the sheets"
        do = "Put a flat board behind the sheets as well, or shift the datum."
    return Finding(
        Code.STUD_LEFT_OUT,
        Severity.INFO,
        f"Line {left_out.line.number} ({layer.name}) at {format_inches(point)}: {why}.",
        do,
        at=point,
        opening=layer.opening,
    )


def _narrow_gaps(laid: LaidOut) -> Iterator[Finding]:
    layer = laid.layer
    for before, after in pairwise(laid.wood):
        gap = after.start - before.end
        if gap < NARROWEST_GAP and layer.start <= before.end and after.start <= layer.end:
            yield Finding(
                Code.NARROW_GAP,
                Severity.INFO,
                f"A gap of {format_inches(gap)} ({layer.name}) at {format_inches(before.end)}, between "
                f"{before.name} and {after.name}: nobody can nail into it.",
                "Fill it with a ripped piece, or move one of them tight.",
                at=before.end,
                opening=layer.opening,
            )
