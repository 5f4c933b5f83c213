"""Tops that are not level: where their height is from, what carries their joints, boards that are long enough."""

from collections.abc import Iterator

from bluff.core.checks.about import about
from bluff.core.job.finding import VERIFY, Code, Finding, Severity
from bluff.core.job.header import HeaderPlace
from bluff.core.job.stock import Section
from bluff.core.measure.shapes import Span
from bluff.core.message import follow, message, plural
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
    height = plan.top.lowest.low
    if plan.unlike:
        other, there = plan.unlike
        yield Finding(
            Code.TOP_HEIGHT_TAKEN,
            Severity.WARNING,
            message(
                "The height of this gable at its ends is not entered. It starts at that of wall {like}, "
                "{height:length}, but wall {other} at its other end is {there:length} high.",
                like=plan.like,
                height=height,
                other=other,
                there=there,
            ),
            message("Enter the height from the drawings, or its points where the two ends differ."),
        )
        return
    yield Finding(
        Code.TOP_HEIGHT_TAKEN,
        Severity.INFO,
        message(
            "The height of this wall at its low end is not entered. It starts at the top of wall {like}, "
            "{height:length}.",
            like=plan.like,
            height=height,
        ),
        message("Enter the height if the drawings have another."),
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
            message("The {top_plate:many} meet in plumb cuts at {at:length}, with no lap there.", at=bend),
            message(
                "Tie both plates across the joint with straps or plate connectors, as the drawings or the code require."
            ),
            at=bend,
        )
        for opening in framing.openings:
            if Span(opening.header_start, opening.header_end).holds(bend):
                yield about(
                    opening,
                    Code.SLOPES_MEET_OVER_OPENING,
                    Severity.WARNING,
                    message(
                        "The {top_plate:many} meet at {at:length}, over {opening}. Its {header} carries the load that "
                        "comes down there through two {top_cripple:many}.",
                        at=bend,
                        opening=opening.placed.id,
                    ),
                    follow(message("Move the opening, or have the {header} sized for that load."), VERIFY),
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
                message(
                    "The {header} of {opening} should be tight under the plates, but they rise over it. It sits at "
                    "the head height, with {top_cripple:many} above.",
                    opening=opening.placed.id,
                ),
                message("Nothing, if the drawings show it that way."),
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
            plural(
                "{count} upright of this wall is longer than any board in stock, {stock:feet}. It is {longest:length} "
                "long.",
                "{count} uprights of this wall are longer than any board in stock, {stock:feet}. The longest is "
                "{longest:length}.",
                count=len(uprights),
                stock=longest[_section(most)],
                longest=most.length.value,
            ),
            follow(
                message(
                    "Order engineered {stud:many}, or have the designer say where to splice them or where to break the "
                    "wall at a floor."
                ),
                VERIFY,
            ),
            at=most.start,
        )
    for piece in too_long:
        if piece.role not in UPRIGHTS:
            yield Finding(
                Code.PIECE_LONGER_THAN_STOCK,
                Severity.WARNING,
                message(
                    "The {role:one} of {opening} is {length:length} long. The longest {size} in stock is {stock:feet}.",
                    role=piece.role,
                    opening=piece.opening,
                    length=piece.length.value,
                    size=piece.size,
                    stock=longest[_section(piece)],
                )
                if piece.opening
                else message(
                    "The {role:one} is {length:length} long. The longest {size} in stock is {stock:feet}.",
                    role=piece.role,
                    length=piece.length.value,
                    size=piece.size,
                    stock=longest[_section(piece)],
                ),
                follow(
                    message("Order it engineered or as a special order, or add a longer board to the stock."), VERIFY
                ),
                at=piece.start,
                opening=piece.opening,
            )


def _section(piece: Member) -> Section:
    """What a board must be to make a piece."""
    return Section(piece.size, piece.is_treated)
