"""Openings above one another: what stands on a header below."""

from collections import Counter
from collections.abc import Iterator

from bluff.core.checks.about import about
from bluff.core.job.finding import VERIFY, Code, Finding, Severity
from bluff.core.measure.sum import counted
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
    what = " and ".join(counted(role.value, roles[role]) for role in (Role.KING, Role.JACK) if roles[role])
    is_straight_down = all(any(jack.contains(piece.span) for jack in lower.seen.jacks) for piece in standing)
    mine, theirs = upper.placed.id, lower.placed.id
    if is_straight_down:
        yield about(
            lower,
            Code.STANDS_ON_HEADER,
            Severity.INFO,
            f"The header of {theirs} carries {what} of {mine} above it, straight over its own jacks, and the cripples "
            "under that sill.",
            f"Have its ends bear tight on the jacks. {VERIFY}",
        )
        return
    yield about(
        lower,
        Code.STANDS_ON_HEADER,
        Severity.WARNING,
        f"The header of {theirs} carries {what} of {mine} above it: what comes down there bends it.",
        f"Have the header of {theirs} sized for that load, or make the two alike in width. {VERIFY}",
    )
