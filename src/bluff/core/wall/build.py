"""Building a wall: from its plan to every piece, mark and sheet.

Openings come first, since they outrank everything; then posts, end studs, corners and intersections, each as far as
what came before leaves room; the on-center layout counts straight through them, layer by layer. Only when it is known
what stands can plates be broken on studs, blocks fill the bays, and bolts keep clear of the wood.
"""

from collections.abc import Iterator, Sequence

from bluff.core.job.schools import End
from bluff.core.measure.length import Length
from bluff.core.measure.shapes import Span
from bluff.core.measure.sum import Sum
from bluff.core.message import message
from bluff.core.wall.admission import admit_openings, admit_posts
from bluff.core.wall.along import Along
from bluff.core.wall.anchors import anchor_bolts, pieces_held, plate_pins
from bluff.core.wall.assembly import Assembly, assemblies, ladders
from bluff.core.wall.blocks import blocks, fixture_backing
from bluff.core.wall.ceiling import ceiling_backing
from bluff.core.wall.framing import Crowded, Framing
from bluff.core.wall.layout import Height, LaidOut, Layer, Wood, join, lay_out, on_center_lines
from bluff.core.wall.marks import plate_marks
from bluff.core.wall.member import Member, Role
from bluff.core.wall.opening_frame import OpeningFrame
from bluff.core.wall.piece import Of, Part, PieceId
from bluff.core.wall.plates import plates
from bluff.core.wall.posts import PostFrame
from bluff.core.wall.sheets import lay_sheets
from bluff.core.wall.upright import under_bends, upright
from bluff.core.wall.wall_plan import WallPlan


def build(plan: WallPlan) -> Framing:
    """Everything one wall is made of. It reads the plan and nothing else, so equal plans are built equally."""
    openings, refused_openings = admit_openings(plan)
    posts, refused_posts = admit_posts(plan, openings)
    loads = [piece for post in posts for piece in post.members()]
    meetings = [*assemblies(plan)]
    ends = [*_end_studs(plan, openings, posts)]
    ends += _under_bends(plan, [*_packs(openings, posts), *(stud.span for stud in ends)])
    beside, crowded = _stand_beside([*loads, *ends], meetings, openings)
    layers = _lay_out(plan, openings, beside)

    # Blocks of a corner were placed before anybody knew where commons would stand; a stud there does their work.
    pieces = _without_blocks_in_the_way(beside, layers, plan.stud.thickness)
    packs = [
        Wood(piece.start, piece.end, message("the {block:many}"), id=piece.id)
        for piece in pieces
        if piece.role is Role.BLOCK
    ]
    pieces += [piece for opening in openings for piece in opening.members()]
    pieces += [piece for laid in layers for piece in _commons(plan, openings, laid)]
    boards = plates(plan, pieces, openings, [pocket for post in posts if (pocket := post.pocket())])
    pieces += boards.studs
    wood = _full_height_wood(openings, layers, boards.studs, packs)
    pieces += _between_studs(plan, wood, pieces, openings, layers)

    held = pieces_held(plan, openings, boards.breaks)
    bolts, pins = anchor_bolts(plan, pieces, held), plate_pins(plan, pieces, held)
    standing = sorted(pieces, key=lambda member: (member.start, member.bottom))
    return Framing(
        plan=plan,
        openings=tuple(openings),
        refused_openings=tuple(refused_openings),
        posts=tuple(posts),
        refused_posts=tuple(refused_posts),
        assemblies=tuple(meetings),
        crowded=tuple(crowded),
        layers=tuple(layers),
        plates=boards.members,
        over=tuple(ceiling_backing(plan)),
        standing=tuple(standing),
        marks=plate_marks(plan, openings, standing, boards.breaks, bolts, pins),
        breaks=boards.breaks,
        held=tuple(held),
        bolts=bolts,
        pins=pins,
        sheets=lay_sheets(plan, openings),
        unkept=boards.unkept,
    )


def _lay_out(plan: WallPlan, openings: Sequence[OpeningFrame], beside: Sequence[Member]) -> list[LaidOut]:
    """Every layer of the wall with its commons: between openings, then above and below each."""
    behind = (plan.stands_from, plan.length - plan.stands_to)
    lines = on_center_lines(plan.length, plan.standard.spacing, plan.datum, behind)
    layers = [*_full_height_layers(plan, openings, beside)]
    layers += [layer for opening in openings for layer in opening.layers()]
    return [lay_out(layer, lines, plan.stud.thickness) for layer in layers]


def _between_studs(
    plan: WallPlan,
    wood: Sequence[Wood],
    pieces: Sequence[Member],
    openings: Sequence[OpeningFrame],
    layers: Sequence[LaidOut],
) -> list[Member]:
    """What lies between the studs: ladders, fixture backing, and blocks wherever those leave room."""
    lying = [*ladders(plan, wood)]
    lying += fixture_backing(plan, [*pieces, *lying], openings)
    there = [piece for piece in pieces if piece.role in (Role.BLOCK, Role.BACKING)]
    lying += blocks(plan, wood, [*there, *lying], openings, layers)
    return [piece for piece in lying if not any(bay.span.overlaps(piece.span) for bay in plan.clear)]


def _packs(openings: Sequence[OpeningFrame], posts: Sequence[PostFrame]) -> list[Span]:
    """What openings and posts take up of the plate, with all their wood."""
    return [*(opening.pack for opening in openings), *(post.span for post in posts)]


def _end_studs(plan: WallPlan, openings: Sequence[OpeningFrame], posts: Sequence[PostFrame]) -> Iterator[Member]:
    """A stud at each end whatever the spacing, unless a king or a post stands there."""
    thick = plan.stud.thickness
    at_start = Sum.of("start of the wall", 0).plus(_behind(plan, End.START), plan.stands_from)
    outer = Sum.of("plate length", plan.length).minus(_behind(plan, End.END), plan.length - plan.stands_to)
    at_end = outer.minus("its own thickness", thick)
    ends = [(End.START, at_start)]
    if at_end.value >= at_start.value + thick:  # a stub of thick boards has room for one
        ends.append((End.END, at_end))
    for end, x in ends:
        place = Span(x.value, x.value + thick)
        if not any(pack.overlaps(place) for pack in _packs(openings, posts)):
            yield upright(plan, Role.END_STUD, PieceId(plan.id, "end_stud", at=end), x, plan.bottom, plan.stud_length)


def _under_bends(plan: WallPlan, taken: Sequence[Span]) -> Iterator[Member]:
    """The studs under the bends of the top plates."""
    for place in under_bends(plan, Span(plan.stands_from, plan.stands_to), taken):
        piece = PieceId(plan.id, "stud", Of(Part.BEND, str(place.number)), place.end)
        yield upright(plan, Role.STUD, piece, place.x, plan.bottom, plan.stud_length)


def _behind(plan: WallPlan, end: End) -> str:
    return "to the short point" if plan.meetings.at(end) else "held back"


def _stand_beside(
    first: Sequence[Member], meetings: Sequence[Assembly], openings: Sequence[OpeningFrame]
) -> tuple[list[Member], list[Crowded]]:
    """End studs and the wood of corners and intersections, as far as they are not in each other's way.

    An opening outranks them, and what stands first outranks what comes next; what gave way to an opening is told.
    """
    standing = [*first]
    taken = Along(standing)
    crowded = []
    for assembly in meetings:
        crowding = [one for one in openings if one.placed.span.overlaps(assembly.body)]
        for piece in assembly.pieces:
            in_the_way = [opening for opening in openings if opening.pack.overlaps(piece.span)]
            if in_the_way:
                crowding += in_the_way
            elif taken.has_room_for(piece):
                taken.add(piece)
                standing.append(piece)
        if crowding:
            crowded.append(Crowded(assembly, crowding[0]))
    return standing, crowded


def _without_blocks_in_the_way(
    standing: Sequence[Member], laid_out: Sequence[LaidOut], thickness: Length
) -> list[Member]:
    """What stands beside the commons: the blocks of a corner or an intersection give way to a stud between them."""
    at_full_height = (common for laid in laid_out if laid.layer.at is Height.FULL for common in laid.commons)
    studs = [Span(common.x.value, common.x.value + thickness) for common in at_full_height]
    return [
        piece
        for piece in standing
        if piece.role is not Role.BLOCK or not any(piece.span.overlaps(stud) for stud in studs)
    ]


def _full_height_wood(
    openings: Sequence[OpeningFrame], laid_out: Sequence[LaidOut], added: Sequence[Member], packs: Sequence[Wood]
) -> tuple[Wood, ...]:
    """What is taken from plate to plate along the whole wall: wood, openings from king to king, packs with blocks."""
    taken = [wood for laid in laid_out if laid.layer.at is Height.FULL for wood in laid.wood]
    taken += [Wood(stud.start, stud.end, message("the {stud} at the splice"), id=stud.id) for stud in added]
    taken += packs
    return join(
        [
            *taken,
            *(
                Wood(*opening.pack, message("{opening}", opening=opening.placed.id), id=opening.of)
                for opening in openings
            ),
        ]
    )


def _full_height_layers(
    plan: WallPlan, openings: Sequence[OpeningFrame], standing: Sequence[Member]
) -> Iterator[Layer]:
    """The stretches between openings, where studs run from plate to plate; short blocks keep no stud out."""
    face = plan.sheeted_side
    studs = [
        Wood(stud.start, stud.end, message("the {role:one}", role=stud.role), stud.reaches(face), stud.id)
        for stud in standing
        if stud.role is not Role.BLOCK
    ]
    start, end = plan.stands_from, plan.stands_to
    beside: tuple[Wood, ...] = ()
    clear = tuple(Wood(*bay.span, bay.name, bears=False) for bay in plan.clear)
    for left, right in _sides(openings):
        within = [stud for stud in studs if start <= stud.start and stud.end <= left.start]
        yield Layer(plan.id, Height.FULL, start, left.start, (*beside, *within, left), clear=clear)
        start, beside = right.end, (right,)
    within = [stud for stud in studs if start <= stud.start]
    yield Layer(plan.id, Height.FULL, start, end, (*beside, *within), clear=clear)


def _sides(openings: Sequence[OpeningFrame]) -> Iterator[tuple[Wood, Wood]]:
    """The wood on both sides of every opening, or of those above one another together, in order along the wall."""
    sides: list[tuple[Wood, Wood]] = []
    for opening in openings:
        left, right = opening.packs()
        if sides and left.start < sides[-1][1].end:
            first, last = sides.pop()
            sides.append((first, max(last, right, key=lambda wood: wood.end)))
        else:
            sides.append((left, right))
    yield from sides


def _commons(plan: WallPlan, openings: Sequence[OpeningFrame], laid: LaidOut) -> Iterator[Member]:
    """The studs or cripples of one layer, named by their lines so that they keep their names."""
    layer = laid.layer
    opening = next((opening for opening in openings if opening.placed.id == layer.opening), None)
    for common in laid.commons:
        if opening is None:
            yield upright(plan, Role.STUD, layer.piece(common.line), common.x, plan.bottom, plan.stud_length)
        elif layer.at is Height.ABOVE:
            yield opening.top_cripple(common.line.name, common.x)
        elif (cripple := opening.bottom_cripple(common.line.name, common.x)).length.value > 0:
            yield cripple
