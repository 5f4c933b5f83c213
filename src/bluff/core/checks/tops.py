"""Tops that are not level: where their height is from, what carries their joints, boards that are long enough."""

from collections.abc import Iterator

from bluff.core.checks.about import about
from bluff.core.job.finding import VERIFY, Code, Finding, Severity
from bluff.core.job.header import HeaderPlace
from bluff.core.job.stock import Section
from bluff.core.measure.length import format_feet, format_inches
from bluff.core.measure.shapes import Span
from bluff.core.measure.sum import counted
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import UPRIGHTS, Member


def check_top(framing: Framing) -> Iterator[Finding]:
    """Everything about a wall that comes of its top not being level.

    Source: docs/rules.md, Walls whose top is not level.
    """
    if framing.plan.is_level:
        return
    yield from _height_taken(framing)
    yield from _bends(framing)
    yield from _headers_moved(framing)


def _height_taken(framing: Framing) -> Iterator[Finding]:
    plan = framing.plan
    if plan.like is None:
        return
    height = format_inches(plan.top.lowest.low)
    if plan.unlike:
        other, there = plan.unlike
        yield Finding(
            Code.TOP_HEIGHT_TAKEN,
            Severity.WARNING,
            f"Nobody gave the height of this gable at its ends; it starts at that of wall {plan.like}, {height}, and "
            f"wall {other} at its other end is {format_inches(there)} high.",
            "Enter the height the drawings have, or its points where the two ends differ.",
        )
        return
    yield Finding(
        Code.TOP_HEIGHT_TAKEN,
        Severity.INFO,
        f"Nobody gave the height of this wall at its low end; it starts at the top of wall {plan.like}, {height}.",
        "Enter the height where the drawings have another.",
    )


def _bends(framing: Framing) -> Iterator[Finding]:
    """Where two slopes meet: plates that nothing laps, over wood or over an opening."""
    plan = framing.plan
    pockets = [pocket.span for post in framing.posts if (pocket := post.pocket())]
    for bend in plan.top.bends:
        if any(pocket.holds(bend) for pocket in pockets):
            continue  # they end at a beam there
        yield Finding(
            Code.SLOPES_MEET,
            Severity.INFO,
            f"The top plates meet in plumb cuts at {format_inches(bend)}, and nothing laps there.",
            "Tie both plates across the joint with straps or plate connectors, as the drawings or the code ask.",
            at=bend,
        )
        for opening in framing.openings:
            if Span(opening.header_start, opening.header_end).holds(bend):
                yield about(
                    opening,
                    Code.SLOPES_MEET_OVER_OPENING,
                    Severity.WARNING,
                    f"The top plates meet at {format_inches(bend)}, over {opening.placed.id}: its header carries what "
                    "comes down there, through two cripples.",
                    f"Move the opening, or have the header sized for that load. {VERIFY}",
                )


def _headers_moved(framing: Framing) -> Iterator[Finding]:
    """Headers that are to be tight under the plates, which a level one under a slope never is."""
    plan = framing.plan
    for opening in framing.openings:
        asked = opening.placed.opening.ways.header or plan.standard.header
        if asked.place is not HeaderPlace.AT_HEAD:
            yield about(
                opening,
                Code.HEADER_UNDER_SLOPE,
                Severity.INFO,
                f"The header of {opening.placed.id} is to sit tight under the plates, which rise over it: it sits on "
                "its head, with cripples above.",
                "Nothing, if the drawings show it so.",
            )


def check_stock(framing: Framing) -> Iterator[Finding]:
    """Pieces longer than any board there is: uprights together, then each header, sill or plate by itself."""
    longest = {section: framing.plan.longest_board(section) for section in {*map(_section, framing.members)}}
    too_long = [piece for piece in framing.members if piece.length.value > longest[_section(piece)]]
    uprights = [piece for piece in too_long if piece.role in UPRIGHTS]
    if uprights:
        most = max(uprights, key=lambda piece: piece.length.value)
        yield Finding(
            Code.STUDS_LONGER_THAN_STOCK,
            Severity.WARNING,
            f"{counted('upright', len(uprights)).capitalize()} of this wall {'is' if len(uprights) == 1 else 'are'} "
            f"longer than any board, {format_feet(longest[_section(most)])}; the longest is "
            f"{format_inches(most.length.value)}.",
            f"Order engineered studs, or have a place given to splice them or to break the wall at a floor. {VERIFY}",
            at=most.start,
        )
    for piece in too_long:
        if piece.role not in UPRIGHTS:
            yield Finding(
                Code.PIECE_LONGER_THAN_STOCK,
                Severity.WARNING,
                f"The {piece.role.replace('_', ' ')}{f' of {piece.opening}' if piece.opening else ''} is "
                f"{format_inches(piece.length.value)} long; the longest {piece.size} is "
                f"{format_feet(longest[_section(piece)])}.",
                f"Order it engineered or as a special order, or add a longer board to the stock. {VERIFY}",
                at=piece.start,
                opening=piece.opening,
            )


def _section(piece: Member) -> Section:
    """What a board must be to make a piece."""
    return Section(piece.size, piece.is_treated)
