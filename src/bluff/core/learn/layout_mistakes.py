"""Mistakes of the layout: what goes wrong with lines that are counted along the plate."""

from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction
from functools import partial

from bluff.core.job.amounts import Datum
from bluff.core.job.schools import End
from bluff.core.learn.attempt import Attempt, Kind, Marks, Mistake, Stroke
from bluff.core.measure.length import (
    PER_INCH,
    Length,
    half,
    inches,
    nearest,
)
from bluff.core.measure.sum import Sum
from bluff.core.message import message
from bluff.core.wall.build import build
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Mark, Role
from bluff.core.wall.opening_frame import OpeningFrame
from bluff.core.wall.wall_plan import WallPlan

_SPACINGS = tuple(Fraction(text) for text in ("12", "16", "96/5", "24"))
_INCH = inches(1)


def layout_mistakes(framing: Framing) -> Iterator[Mistake]:
    """Those a wall gives room for, the usual ones first. Source: docs/rules.md, Learning to lay out."""
    plan = framing.plan
    yield Mistake(
        Kind.ON_THE_LINE,
        None,
        message(
            "The layout is marked on {spacing:spacing}. It belongs {before:length} before, so that the middle of each "
            "{stud} is on it.",
            spacing=plan.standard.spacing,
            before=half(plan.stud.thickness),
        ),
        partial(_from, by=half(plan.stud.thickness)),
    )
    yield Mistake(
        Kind.WRONG_SIDE,
        None,
        message(
            "The {letter} of the layout is on the wrong side of its lines. It goes ahead of them, away from the end "
            "the tape hooks on.",
            letter=plan.standard.words.letter(Role.STUD) or "",
        ),
        partial(Attempt.stroked, stroke=_moved_back),
    )
    yield from _wrong_starts(plan)
    yield from _other_spacings(plan)
    yield from _started_again(framing)
    yield from _end_stud(plan)
    for inch, words in (
        (-_INCH, message("Every mark is an inch short: the tape was held at its inch line, and no inch was added.")),
        (_INCH, message("Every mark is an inch long: an inch was added, and the tape was held at its end.")),
    ):
        yield Mistake(Kind.BURNED_INCH, None, words, partial(Attempt.stroked, stroke=_all_moved(inch)))
    if not plan.is_level:
        yield Mistake(
            Kind.LEVEL_ON_SLOPE,
            None,
            message(
                "The {top_plate} has the figures of the {bottom_plate}. It lies on the slope and is longer, so each "
                "line goes farther up it."
            ),
            partial(Attempt.stroked, stroke=_as_on_the_bottom_plate),
        )


def _from(
    attempt: Attempt,
    *,
    shift: Length | None = None,
    by: Length = 0,
    end: End | None = None,
    spacing: Fraction | None = None,
) -> Attempt:
    """An attempt with the layout counted otherwise: from elsewhere, from farther along, from the other end, by more."""
    standard = attempt.plan.standard
    datum = Datum(end or standard.datum.end, standard.datum.shift)
    start = attempt.plan.datum.shift if shift is None else shift
    return attempt.marked(
        standard=replace(standard, datum=datum, spacing=spacing or standard.spacing), stacked=start + by
    )


def _wrong_starts(plan: WallPlan) -> Iterator[Mistake]:
    datum = plan.datum
    if datum.shift:
        where = message(
            "{by:length} past it" if datum.shift > 0 else "{by:length} before it",
            by=abs(datum.shift),
        )
        yield Mistake(
            Kind.THICKNESS_LEFT_ON,
            None,
            message("The layout is counted from the end of the plate. It starts {where}.", where=where),
            partial(_from, shift=0),
        )
        yield Mistake(
            Kind.THICKNESS_LEFT_ON,
            None,
            message("The layout starts on the wrong side of the plate's end. It starts {where}.", where=where),
            partial(_from, shift=-datum.shift),
        )
    other = replace(plan, standard=replace(plan.standard, datum=Datum(datum.end.other, 0)), carried=None, stacked=None)
    for shift in dict.fromkeys((0, other.datum.shift)):
        yield Mistake(
            Kind.WRONG_END,
            None,
            message(
                "The layout is counted from the {wrong} of the wall. Here it is counted from the {right}.",
                wrong=datum.end.other.called,
                right=datum.end.called,
            ),
            partial(_from, shift=shift, end=datum.end.other),
        )


def _other_spacings(plan: WallPlan) -> Iterator[Mistake]:
    spacing = plan.standard.spacing
    step = spacing * PER_INCH
    sixteenth = PER_INCH // 16
    for rounded in dict.fromkeys((step // sixteenth * sixteenth, -(-step // sixteenth) * sixteenth)):
        if rounded != step:
            yield Mistake(
                Kind.ADDED_UP,
                None,
                message(
                    "The layout goes on by {step:length} from {stud} to {stud}, and the rounding adds up. Each line "
                    "is a whole number of {spacing:spacing} from where the layout starts.",
                    step=nearest(rounded),
                    spacing=spacing,
                ),
                partial(_from, spacing=Fraction(rounded, PER_INCH)),
            )
    for other in _SPACINGS:
        if other != spacing:
            yield Mistake(
                Kind.OTHER_SPACING,
                None,
                message(
                    "The layout is {other:spacing} on center. This wall is {spacing:spacing}.",
                    other=other,
                    spacing=spacing,
                ),
                partial(_from, spacing=other),
            )


def _started_again(framing: Framing) -> Iterator[Mistake]:
    for opening in framing.openings:
        for where, words in enumerate(_BEYOND):
            yield Mistake(
                Kind.STARTED_AGAIN,
                opening.placed.id,
                message(
                    "Past {opening} the layout starts again at {place}. It goes on through every opening as if it were "
                    "not there.",
                    opening=opening.placed.id,
                    place=words,
                ),
                partial(Attempt.stroked, stroke=_again(opening.placed.id, where)),
            )


_BEYOND = (message("its far edge"), message("the far face of its {king}"), message("the middle of its {king}"))
"""Where somebody starts again past an opening."""


def _beyond(opening: OpeningFrame, end: End) -> tuple[Length, Length, Length]:
    """Those places, for a layout that is counted from that end."""
    if end is End.START:
        far, face, back = opening.placed.end, opening.pack.end, -half(opening.thickness)
    else:
        far, face, back = opening.placed.start.value, opening.pack.start, half(opening.thickness)
    return far, face, face + back


def _again(id_: str, which: int) -> Stroke:
    """The layout past an opening from a build of its own, all the rest as it was."""

    def stroke(framing: Framing, marks: Marks) -> Marks:
        plan = framing.plan
        opening = next((one for one in framing.openings if one.placed.id == id_), None)
        if opening is None:
            return marks
        end = plan.datum.end
        place = _beyond(opening, end)[which]
        shift = place if end is End.START else plan.length - place
        other = build(replace(plan, stacked=shift))

        def is_past(mark: Mark) -> bool:
            past = mark.at.value >= opening.pack.end if end is End.START else mark.end <= opening.pack.start
            return past and mark.is_of_layout

        return (*(mark for mark in marks if not is_past(mark)), *(mark for mark in other.marks if is_past(mark)))

    return stroke


def _end_stud(plan: WallPlan) -> Iterator[Mistake]:
    """The last stud where its line would have it, half off the plate or beside the plate's end."""
    datum, thick = plan.datum, plan.stud.thickness
    step = plan.standard.spacing * PER_INCH
    far = plan.length - (plan.length - plan.stands_to if datum.end is End.START else plan.stands_from)
    near = far - thick
    k = round((near + half(thick) - datum.shift) / step)
    line = datum.shift + nearest(k * step) - half(thick)
    if line == near or abs(line - near) >= thick:
        return
    by = line - near if datum.end is End.START else near - line

    def stroke(_: Framing, marks: Marks) -> Marks:
        return tuple(
            _moved(mark, by)
            if mark.role == Role.END_STUD and mark.member is not None and mark.member.at is datum.end.other
            else mark
            for mark in marks
        )

    yield Mistake(
        Kind.END_STUD_ON_LINE,
        None,
        message(
            "The last {stud} stands on its line. It belongs flush with the end of the plate, {near:length} from the "
            "other end, whatever the spacing.",
            near=near,
        ),
        partial(Attempt.stroked, stroke=stroke),
    )


def _moved(mark: Mark, by: Length) -> Mark:
    return mark._replace(at=Sum.of("as it was drawn", mark.at.value + by))


def _moved_back(framing: Framing, marks: Marks) -> Marks:
    """Every common before its line."""
    sign = -1 if framing.plan.datum.end is End.START else 1
    return tuple(_moved(mark, sign * mark.width) if mark.is_of_layout else mark for mark in marks)


def _as_on_the_bottom_plate(_: Framing, marks: Marks) -> Marks:
    """The top plate with the figures of the level one."""
    return tuple(mark._replace(slope=None) for mark in marks)


def _all_moved(by: Length) -> Stroke:
    """Everything farther along the tape."""

    def stroke(framing: Framing, marks: Marks) -> Marks:
        sign = 1 if framing.plan.standard.datum.end is End.START else -1
        return tuple(_moved(mark, sign * by) for mark in marks)

    return stroke
