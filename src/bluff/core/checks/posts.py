"""Posts that are framed: whose word they are, and what their beams do to the plates."""

from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction
from math import ceil

from bluff.core.checks.about import with_post
from bluff.core.job.finding import VERIFY, Code, Finding, Severity
from bluff.core.job.special import MOST_PLIES
from bluff.core.measure.length import format_inches
from bluff.core.wall.admission import has_room_for
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
        beam = placed.post.beam
        if beam and beam.width > placed.width:
            plies = ceil(Fraction(beam.width, placed.board.thickness))
            wider = replace(placed.post, plies=plies) if plies <= MOST_PLIES else None
            if wider and not has_room_for(frame, wider, framing.openings, framing.posts):
                wider = None
            yield Finding(
                Code.BEAM_BEARS_SHORT,
                Severity.WARNING,
                f"The beam on post {placed.post.id} is {format_inches(beam.width)} wide, and the post under it "
                f"{format_inches(placed.width)}: it does not bear over its full width.",
                f"Make the post as wide as the beam. {VERIFY}",
                at=at,
                fix=with_post(framing.plan.wall, wider) if wider else None,
                fix_label=f"Make it {plies} boards" if wider else None,
            )
        if pocket := frame.pocket():
            into = pocket.top - framing.plan.ceiling.lowest_over(pocket.span)
            is_through = pocket.top >= framing.plan.top.lowest_over(pocket.span)
            yield Finding(
                Code.BEAM_BREAKS_PLATES,
                Severity.WARNING,
                f"The beam on post {pocket.post} "
                f"{'passes through' if is_through else f'reaches {format_inches(into)} into'} the top plates, which "
                "stop at its pocket.",
                f"Tie the plates across the beam with straps. {VERIFY}",
                at=at,
            )
        if beam and frame.clearance:
            underside = beam.underside - frame.clearance
            yield Finding(
                Code.BEAM_ABOVE_PLATES,
                Severity.WARNING,
                f"The underside of the beam on post {placed.post.id} is {format_inches(frame.clearance)} above the top "
                "plates. Nothing is under it there.",
                f"Check the height, or set the beam on the plates at {format_inches(underside)}. {VERIFY}",
                at=at,
                fix=with_post(framing.plan.wall, replace(placed.post, beam=replace(beam, underside=underside))),
                fix_label=f"Set it at {format_inches(underside)}",
            )
