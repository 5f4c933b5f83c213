"""Posts that are framed: whose word they are, and what their beams do to the plates."""

from collections.abc import Iterator

from bluff.core.job.finding import VERIFY, Code, Finding, Severity
from bluff.core.measure.length import format_inches
from bluff.core.wall.framing import Framing


def check_posts(framing: Framing) -> Iterator[Finding]:
    """Every post: Bluff takes it as entered and sizes nothing."""
    for frame in framing.posts:
        placed = frame.placed
        at = placed.start.value
        yield Finding(
            Code.POST_UNVERIFIED,
            Severity.INFO,
            f"Post {placed.post.id} is {placed.post.plies} x {placed.board.nominal}, as entered.",
            f"Carry its load on down: blocks or a post under the floor below it. {VERIFY}",
            at=at,
        )
        if pocket := frame.pocket():
            yield Finding(
                Code.BEAM_BREAKS_PLATES,
                Severity.WARNING,
                f"The beam on post {pocket.post} reaches "
                f"{format_inches(pocket.top - framing.plan.ceiling.lowest_over(pocket.span))} into the top plates, "
                "which stop at its pocket.",
                f"Tie the plates across the beam with straps. {VERIFY}",
                at=at,
            )
