"""Openings above one another: what stands on a header below."""

from collections import Counter
from collections.abc import Iterator

from bluff.core.checks.about import about
from bluff.core.job.finding import VERIFY, Code, Finding, Severity
from bluff.core.message import follow, listed, message, plural
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Role
from bluff.core.wall.opening_frame import OpeningFrame


def check_stacks(framing: Framing) -> Iterator[Finding]:
    """Every header that carries studs of an opening above it.

    Jacks that stand over its own jacks press through its ends; anything further in bends it.

    Source: docs/rules.md, Tall walls.
    """
    for upper in framing.openings:
        for seen in upper.stack.below:
            lower = next(one for one in framing.openings if one.placed.id == seen.opening)
            yield from _on_header(upper, lower)


def _on_header(upper: OpeningFrame, lower: OpeningFrame) -> Iterator[Finding]:
    shelf = lower.seen.shelf
    standing = [
        piece for piece in upper.kings_and_jacks() if piece.bottom == shelf.at.value and shelf.span.overlaps(piece.span)
    ]
    if not standing:
        return
    roles = Counter(piece.role for piece in standing)
    what = listed(
        [
            plural("{count} {role:one}", "{count} {role:many}", count=roles[role], role=role)
            for role in (Role.KING, Role.JACK)
            if roles[role]
        ]
    )
    is_straight_down = all(any(jack.contains(piece.span) for jack in lower.seen.jacks) for piece in standing)
    mine, theirs = upper.placed.id, lower.placed.id
    if is_straight_down:
        yield about(
            lower,
            Code.STANDS_ON_HEADER,
            Severity.INFO,
            message(
                "The {header} of {opening} carries {what} of {upper} above it, straight over its own {jack:many}, and "
                "the {bottom_cripple:many} of {upper}.",
                opening=theirs,
                what=what,
                upper=mine,
            ),
            follow(message("Make sure its ends bear tight on the {jack:many}."), VERIFY),
        )
        return
    yield about(
        lower,
        Code.STANDS_ON_HEADER,
        Severity.WARNING,
        message(
            "The {header} of {opening} carries {what} of {upper} above it, between its own {jack:many}. That load "
            "bends it.",
            opening=theirs,
            what=what,
            upper=mine,
        ),
        follow(
            message(
                "Have the {header} of {opening} sized for that load, or make the two the same width.", opening=theirs
            ),
            VERIFY,
        ),
    )
