"""What an edit would do, before it is made: in words, with the sums and findings to decide by."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from bluff.core.change.apply import apply
from bluff.core.cutting.demand import lengths_lost
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
from bluff.core.job.words import Words
from bluff.core.measure.length import format_board
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, message
from bluff.core.phrase.plan_line import walk_gap
from bluff.core.phrase.say import lines_said, said
from bluff.core.phrase.typed import Selected, read_parts
from bluff.core.wall.wall_plan import WallPlan
from bluff.service.framings import framing

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
    """

    edit: Edit
    says: Message
    words: Words
    sums: NamedSums = ()
    findings: Sequence[Finding] = ()
    warns: Message | None = None


@dataclass(frozen=True, slots=True)
class Unread:
    """A part of a line that is not sure.

    Args:
        text: The part, as it is typed.
        reason: Why it is not understood; None where it may mean several things.
        choices: Those, each as a line that means just that.
    """

    text: str
    reason: Message | None
    choices: Sequence[Message] = ()


@dataclass(frozen=True, slots=True)
class ReadLine:
    """A typed line as it was understood.

    Args:
        read: What it does, as far as that is sure; None where nothing is.
        unread: What is not sure, in its order.
        words: The crew's.
    """

    read: ReadEdit | None
    unread: Sequence[Unread]
    words: Words


def read_edit(job: Job, edit: Edit) -> ReadEdit:
    """What an edit would do to a job.

    Raises:
        BluffError: The edit does not fit the job.
    """
    after = apply(job, edit)
    words, says = after.standard.words, said(edit, job)
    match edit:
        case AddOpening(opening) | ChangeOpening(_, opening):
            framed = framing(after, opening.wall)
            findings = [finding for finding in framed.findings if finding.opening == opening.id]
            return ReadEdit(edit, says, words, opening_sums(framed.plan, opening.id), findings)
        case AddWall(Wall(id=id_)) | ChangeWall(_, Wall(id=id_)) | SetLength(id_) | RunThrough(id_):
            framed = framing(after, id_)
            sums = ((message("plate"), framed.plan.plate_length), (message("{stud}"), framed.plan.stud_length))
            return ReadEdit(edit, says, words, sums, framed.findings)
        case Several() if walls := _added(edit):
            gap = walk_gap(walls)
            return ReadEdit(edit, says, words, warns=message("Ends {gap} of where it began.", gap=gap) if gap else None)
        case SetStock():
            return ReadEdit(edit, says, words, warns=_lengths_lost(job, after))
        case _:
            return ReadEdit(edit, says, words)


def read_typed(job: Job, text: str, selected: Selected) -> ReadLine:
    """What a typed line would do, and what of it is not understood or may mean several things.

    Raises:
        NotFound: The job has no such wall.
    """
    if selected.wall is not None:
        framing(job, selected.wall)
    parts = read_parts(text, job, selected)
    sure = [part for part in parts if part.edit]
    unread = [
        Unread(part.text, part.error.message if part.error else None, part.said) for part in parts if not part.edit
    ]
    edits = [part.edit for part in sure if part.edit]
    if not edits:
        return ReadLine(None, unread, job.standard.words)
    read = read_edit(job, edits[0] if len(edits) == 1 else Several(tuple(edits)))
    return ReadLine(replace(read, says=lines_said([part.said[0] for part in sure])), unread, read.words)


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
