"""Posts that are framed: whose word they are, and what their beams do to the plates."""

from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction
from math import ceil

from bluff.core.checks.about import with_post
from bluff.core.job.finding import VERIFY, Code, Finding, Severity
from bluff.core.job.special import MOST_PLIES
from bluff.core.message import follow, message
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
            message(
                "{Post} {mark} is {plies} x {size}, as entered.",
                mark=placed.post.id,
                plies=placed.post.plies,
                size=placed.board.nominal,
            ),
            follow(
                message("Carry its load down to the foundation: {block:many} or a {post} under the floor below it."),
                VERIFY,
            ),
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
                message(
                    "The beam on {post} {mark} is {beam:length} wide and the {post} under it {width:length}. The beam "
                    "does not bear over its full width.",
                    mark=placed.post.id,
                    beam=beam.width,
                    width=placed.width,
                ),
                follow(message("Make the {post} as wide as the beam."), VERIFY),
                at=at,
                fix=with_post(framing.plan.wall, wider) if wider else None,
                fix_label=message("Make it {plies} boards", plies=plies) if wider else None,
            )
        if pocket := frame.pocket():
            into = pocket.top - framing.plan.ceiling.lowest_over(pocket.span)
            is_through = pocket.top >= framing.plan.top.lowest_over(pocket.span)
            yield Finding(
                Code.BEAM_BREAKS_PLATES,
                Severity.WARNING,
                message(
                    "The beam on {post} {mark} passes through the {top_plate:many}, which stop at its pocket.",
                    mark=pocket.post,
                )
                if is_through
                else message(
                    "The beam on {post} {mark} reaches {into:length} into the {top_plate:many}, which stop at its "
                    "pocket.",
                    mark=pocket.post,
                    into=into,
                ),
                follow(message("Tie the plates across the beam with straps."), VERIFY),
                at=at,
            )
        if beam and frame.clearance:
            underside = beam.underside - frame.clearance
            yield Finding(
                Code.BEAM_ABOVE_PLATES,
                Severity.WARNING,
                message(
                    "The underside of the beam on {post} {mark} is {above:length} above the {top_plate:many}. Nothing "
                    "is under it there.",
                    mark=placed.post.id,
                    above=frame.clearance,
                ),
                follow(
                    message("Check the height, or set the beam on the plates at {at:length}.", at=underside), VERIFY
                ),
                at=at,
                fix=with_post(framing.plan.wall, replace(placed.post, beam=replace(beam, underside=underside))),
                fix_label=message("Set it at {at:length}", at=underside),
            )
