"""What an edit would do, before it is made: in words, with the sums and findings to decide by."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from bluff.core.change.apply import apply
from bluff.core.cutting.demand import lengths_lost
from bluff.core.job.description import describe, parts_of
from bluff.core.job.edit import (
    AddOpening,
    AddWall,
    ChangeOpening,
    ChangeWall,
    Edit,
    RunThrough,
    SetLength,
    SetStock,
    Several,
)
from bluff.core.job.finding import Finding
from bluff.core.job.job import Job, Wall
from bluff.core.job.schools import End
from bluff.core.job.words import Words
from bluff.core.measure.length import format_board, format_feet
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, listed, message, plural
from bluff.core.phrase.plan_line import in_feet, walk_gap
from bluff.core.wall.wall_plan import WallPlan
from bluff.service.framings import framing
from bluff.service.jobs import read_phrase

NamedSums = Sequence[tuple[Message, Sum]]


@dataclass(frozen=True, slots=True)
class ReadEdit:
    """An edit as it was understood.

    Args:
        edit: Itself.
        says: What it does, in the crew's words.
        words: Those words.
        sums: The figures it decides, by name.
        findings: What would be found then where it is made.
        warns: What may not have been meant.
        instead: Another line that may have been meant.
    """

    edit: Edit
    says: Message
    words: Words
    sums: NamedSums = ()
    findings: Sequence[Finding] = ()
    warns: Message | None = None
    instead: str | None = None


def read_edit(job: Job, edit: Edit) -> ReadEdit:
    """What an edit would do to a job.

    Raises:
        BluffError: The edit does not fit the job.
    """
    after = apply(job, edit)
    words = after.standard.words
    match edit:
        case AddOpening(opening) | ChangeOpening(_, opening):
            framed = framing(after, opening.wall)
            return ReadEdit(
                edit,
                message(
                    "{Kind} {opening}, {size}", kind=opening.kind.called, opening=opening.id, size=str(opening.size)
                ),
                words,
                opening_sums(framed.plan, opening.id),
                [finding for finding in framed.findings if finding.opening == opening.id],
            )
        case AddWall(Wall(id=id_)) | ChangeWall(_, Wall(id=id_)) | SetLength(id_) | RunThrough(id_):
            framed = framing(after, id_)
            sums = ((message("plate"), framed.plan.plate_length), (message("{stud}"), framed.plan.stud_length))
            return ReadEdit(edit, _wall_in_words(framed.plan), words, sums, framed.findings)
        case Several() if walls := _added(edit):
            lengths = ", ".join(f"{wall.id} {format_feet(wall.run.length)}" for wall in walls)
            gap = walk_gap(walls)
            warns = message("Ends {gap} of where it began.", gap=gap) if gap else None
            says = plural(
                "{count} wall of {size}: {lengths}",
                "{count} walls of {size}: {lengths}",
                count=len(walls),
                size=walls[0].stud,
                lengths=lengths,
            )
            return ReadEdit(edit, says, words, warns=warns)
        case _:
            warns = _lengths_lost(job, after) if isinstance(edit, SetStock) else None
            return ReadEdit(edit, describe(edit, parts_of(job)), words, warns=warns)


def read_typed(job: Job, text: str, wall_id: str | None) -> ReadEdit:
    """What a typed line would do, and the line that may have been meant where it is a walk of bare numbers.

    Raises:
        NotFound: The job has no such wall.
        BluffError: The line is not understood, or does not fit the job.
    """
    read = read_edit(job, read_phrase(job, text, wall_id))
    feet = in_feet(text.strip())
    if feet is None:
        return read
    longest = max((wall.run.length for wall in _added(read.edit)), default=0)
    return replace(
        read, warns=message("Read as inches: no wall is longer than {longest:feet}.", longest=longest), instead=feet
    )


def opening_sums(plan: WallPlan, opening: str) -> NamedSums:
    """The figures that place and size an opening; none where it has no place."""
    placed = next((placed for placed in plan.openings if placed.id == opening), None)
    if placed is None:
        return ()
    return (
        (message("rough width"), placed.rough.width),
        (message("rough height"), placed.rough.height),
        (message("starts at"), placed.start),
    )


def _lengths_lost(before: Job, after: Job) -> Message | None:
    """What a job could not be cut from any more; None where it loses no board."""
    lost = lengths_lost(before, after)
    if not lost:
        return None
    each = (f"{section} {', '.join(map(format_board, lengths))}" for section, lengths in lost.items())
    return message(
        "This removes boards that the job has now: {boards}. Some pieces may then fit no board.", boards="; ".join(each)
    )


def _added(edit: Edit) -> list[Wall]:
    """The walls that several edits add together, as a walk does."""
    return [one.wall for one in edit.edits if isinstance(one, AddWall)] if isinstance(edit, Several) else []


def _wall_in_words(plan: WallPlan) -> Message:
    says = message(
        "Wall {wall} of {size}, {length:feet}", wall=plan.id, size=plan.wall.stud, length=plan.wall.run.length
    )
    ends = [message("{wall}", wall=meeting.other) for end in End if (meeting := plan.meetings.at(end))]
    return message("{wall}, meets {ends}", wall=says, ends=listed(ends)) if ends else says
