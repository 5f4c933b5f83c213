"""Commons that do not stand on their line, and gaps that nobody can nail into."""

from collections.abc import Iterator
from itertools import pairwise

from bluff.core.job.finding import Code, Finding, Severity
from bluff.core.message import message
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
        message(
            "Line {line} ({layer}) at {at:length}: {what} is in the way, so the piece slides {by:length} tight against "
            "it. A sheet joint there bears {near:length} on one side and {far:length} on the other.",
            line=slid.line.number,
            layer=layer.name,
            at=point,
            what=slid.against,
            by=abs(slid.by),
            near=point - slid.under.start,
            far=slid.under.end - point,
        ),
        message("Mark it tight. Nail the sheet on the on-center point as usual."),
        at=point,
        opening=layer.opening,
    )


def _kept_off(layer: Layer, moved: KeptOff) -> Finding:
    point = moved.line.point.value
    return Finding(
        Code.STUD_KEPT_OFF,
        Severity.INFO,
        message(
            "Line {line} ({layer}) at {at:length} falls in the bay of {what}, so the piece moves {by:length} and "
            "stands tight beside it.",
            line=moved.line.number,
            layer=layer.name,
            at=point,
            what=moved.of,
            by=abs(moved.by),
        ),
        message("Mark it tight to the bay. The lines after it stay where they are."),
        at=point,
        opening=layer.opening,
    )


def _left_out(layer: Layer, left_out: LeftOut) -> Finding:
    point = left_out.line.point.value
    if left_out.on_other_face:
        text = message(
            "Line {line} ({layer}) at {at:length}: {what} is on the other face there, so there is no {stud} behind the "
            "sheets.",
            line=left_out.line.number,
            layer=layer.name,
            at=point,
            what=left_out.on_other_face,
        )
        do = message("Put a flat board behind the sheets as well, or shift the layout.")
    else:
        text = message(
            "Line {line} ({layer}) at {at:length}: there is no room for a piece beside {what}.",
            line=left_out.line.number,
            layer=layer.name,
            at=point,
            what=left_out.against,
        )
        do = message("Fill the gap solid, or move the opening so that a {stud} fits.")
    return Finding(
        Code.STUD_LEFT_OUT,
        Severity.INFO,
        text,
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
                message(
                    "A gap of {gap:length} ({layer}) at {at:length} between {before} and {after} is too narrow to "
                    "nail.",
                    gap=gap,
                    layer=layer.name,
                    at=before.end,
                    before=before.name,
                    after=after.name,
                ),
                message("Fill it with a ripped piece, or move one of the two tight against the other."),
                at=before.end,
                opening=layer.opening,
            )
