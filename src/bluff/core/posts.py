"""Posts, and the pockets beams lie in.

A post without a beam is its boards from plate to plate. Under a beam it ends at the beam's underside, with a
stud on each side of it that runs up to the top plates; a beam that reaches into the top plates breaks them.
"""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace

from bluff.core.edit import ChangeWall, Edit
from bluff.core.finding import VERIFY, Code, Finding, Severity
from bluff.core.length import Length, format_inches, half
from bluff.core.member import Member, Orientation, Role
from bluff.core.opening_frame import OpeningFrame, upright
from bluff.core.position import At, FromPlate, Reference
from bluff.core.schools import End
from bluff.core.sheets import Rectangle
from bluff.core.sum import Sum
from bluff.core.wall_plan import PlacedPost, WallPlan


@dataclass(frozen=True, slots=True)
class Pocket:
    """A gap in the top plates that a beam lies in.

    Args:
        post: The post under it.
        start, end: Along the plate.
        top: Of the beam, above the floor.
    """

    post: str
    start: Sum
    end: Sum
    top: Length


@dataclass(frozen=True, slots=True)
class PostFrame:
    """One post in one wall: its boards, and the studs beside its beam."""

    plan: WallPlan
    placed: PlacedPost

    @property
    def has_pocket(self) -> bool:
        """Whether its beam lies in the wall rather than on top of it."""
        beam = self.placed.post.beam
        return beam is not None and beam.underside < self.plan.underside.value

    @property
    def _inside(self) -> tuple[Sum, Sum]:
        """Between the studs beside a beam: as wide as the beam or the post, whichever is wider."""
        placed, beam = self.placed, self.placed.post.beam
        wider = max(beam.width if beam else 0, placed.width)
        near = placed.start.minus("half of what the beam is wider", half(wider - placed.width))
        return near, near.plus("width of the beam" if wider > placed.width else "width of the post", wider)

    @property
    def start(self) -> Length:
        """Where its wood begins, with the stud beside the beam."""
        return self._inside[0].value - self.plan.stud.thickness if self.has_pocket else self.placed.start.value

    @property
    def end(self) -> Length:
        return self._inside[1].value + self.plan.stud.thickness if self.has_pocket else self.placed.end

    def members(self) -> Iterator[Member]:
        """The post, and the studs beside its beam."""
        plan, placed = self.plan, self.placed
        beam = placed.post.beam
        length = plan.stud_length
        if beam and self.has_pocket:
            length = Sum.of("underside of the beam", beam.underside).minus_all(plan.bottom)
        yield Member(
            id=f"{plan.id}/post/{placed.post.id}",
            role=Role.POST,
            board=placed.board,
            plies=placed.post.plies,
            orientation=Orientation.EDGE,
            x=placed.start,
            y=plan.bottom,
            length=length,
            width=placed.width,
            height=length.value,
        )
        if self.has_pocket:
            near, far = self._inside
            beside = ((End.START, near.minus("its own thickness", plan.stud.thickness)), (End.END, far))
            for end, x in beside:
                yield upright(plan, Role.STUD, f"post/{placed.post.id}/stud/{end}", x, plan.bottom, plan.stud_length)

    def beam(self) -> Rectangle | None:
        """What is seen of its beam, whose end lies in the wall or on it."""
        beam = self.placed.post.beam
        if beam is None:
            return None
        middle = self.placed.start.value + half(self.placed.width)
        return Rectangle(middle - half(beam.width), beam.underside, beam.width, beam.depth)

    def pocket(self) -> Pocket | None:
        """The gap its beam needs in the top plates, None where it stays below them."""
        beam = self.placed.post.beam
        if beam is None or not self.has_pocket:
            return None
        top = beam.underside + beam.depth
        if top <= self.plan.underside.value:
            return None
        near, far = self._inside
        return Pocket(self.placed.post.id, near, far, top)


def admit_posts(plan: WallPlan, openings: Sequence[OpeningFrame]) -> tuple[list[PostFrame], list[Finding]]:
    """The posts that can be framed, in order along the wall, and what is to be said about each.

    Openings come first; of two posts in one place the one entered first stays.
    """
    admitted: list[PostFrame] = []
    findings: list[Finding] = []
    for placed in plan.posts:
        post = PostFrame(plan, placed)
        reason = _in_the_way(post, openings, admitted)
        if reason:
            findings.append(
                _about(
                    post,
                    Code.POST_LEFT_OUT,
                    Severity.ERROR,
                    f"Post {placed.post.id} {reason}, so it is left out.",
                    f"Move one of the two, as the drawings say. {VERIFY}",
                    _moved_clear(post, openings, admitted),
                )
            )
            continue
        admitted.append(post)
        findings.append(
            _about(
                post,
                Code.POST_UNVERIFIED,
                Severity.INFO,
                f"Post {placed.post.id} is {placed.post.plies} x {placed.board.nominal}, as entered.",
                f"Carry its load on down: blocks or a post under the floor below it. {VERIFY}",
            )
        )
        findings.extend(_breaks_plates(post))
    return sorted(admitted, key=lambda post: post.start), findings


def _in_the_way(post: PostFrame, openings: Iterable[OpeningFrame], others: Iterable[PostFrame]) -> str | None:
    plan = post.plan
    if post.start < plan.stands_from or post.end > plan.stands_to:
        return "runs past an end of the wall"
    for opening in openings:
        if opening.overlaps(post.start, post.end):
            return f"stands in {opening.placed.id} or on its kings"
    for other in others:
        if post.start < other.end and other.start < post.end:
            return f"stands in the same place as post {other.placed.post.id}"
    beam = post.placed.post.beam
    if beam and post.has_pocket and beam.underside <= plan.bottom.value:
        return "has a beam that lies on the bottom plate"
    return None


def _breaks_plates(post: PostFrame) -> Iterator[Finding]:
    pocket = post.pocket()
    if pocket:
        yield _about(
            post,
            Code.BEAM_BREAKS_PLATES,
            Severity.WARNING,
            f"The beam on post {pocket.post} reaches {format_inches(pocket.top - post.plan.underside.value)} into the "
            "top plates, which stop at its pocket.",
            f"Tie the plates across the beam with straps. {VERIFY}",
        )


def _moved_clear(
    post: PostFrame, openings: Iterable[OpeningFrame], others: Iterable[PostFrame]
) -> tuple[Edit, str] | None:
    """The post moved to the nearest free place on its plate, and how far; None where there is none."""
    plan, wide = post.plan, post.end - post.start
    taken = [(opening.pack_start, opening.pack_end) for opening in openings]
    taken += [(other.start, other.end) for other in others]
    beside = [plan.stands_from, plan.stands_to - wide]
    beside += [place for start, end in taken for place in (start - wide, end)]
    free = [
        start
        for start in beside
        if plan.stands_from <= start <= plan.stands_to - wide
        and not any(start < far and near < start + wide for near, far in taken)
    ]
    if not free:
        return None
    shift = min(free, key=lambda start: abs(start - post.start)) - post.start
    if shift == 0:
        return None  # what is wrong is not where it stands
    placed = post.placed
    centre = placed.start.value + half(placed.width) + shift
    moved = replace(placed.post, position=At(Reference.CENTRE, centre, FromPlate(End.START)))
    posts = tuple(moved if one.id == moved.id else one for one in plan.wall.posts)
    return ChangeWall(plan.id, replace(plan.wall, posts=posts)), f"Move it {format_inches(abs(shift))}"


def _about(
    post: PostFrame, code: Code, severity: Severity, text: str, do: str, fixed: tuple[Edit, str] | None = None
) -> Finding:
    fix, label = fixed or (None, None)
    at = min(max(post.placed.start.value, 0), post.plan.length)
    return Finding(code, severity, text, do, at=at, fix=fix, fix_label=label)
