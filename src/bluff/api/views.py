"""From service and core values to what goes over the wire."""

import json
from collections import Counter
from collections.abc import Mapping

from bluff import core
from bluff.api.schemas import (
    BenchView,
    EditReading,
    FindingCounts,
    JobSummary,
    JobView,
    NamedSum,
    Neighbour,
    NextMarks,
    OpeningOnBench,
    StandardInForce,
    TapeReading,
    TypedPhrase,
    TypedPhrases,
    TypedRule,
    WallSummary,
    WordsView,
    severities,
)
from bluff.core.job.edit import AddOpening, AddWall, ChangeOpening, ChangeWall, RunThrough, SetLength, Several
from bluff.core.job.job import WallKind
from bluff.core.job.schools import End, MarkLines, OpeningKind
from bluff.core.job.standard import Standard
from bluff.core.job.ways import JobWays
from bluff.core.job.words import USUAL, Words
from bluff.core.measure.length import Length, format_feet, to_inches
from bluff.core.measure.sum import Sum
from bluff.core.phrase.opening_line import next_opening_id, next_wall_id
from bluff.core.phrase.plan_line import in_feet, walk_gap
from bluff.core.phrase.typed import phrase_list, rule_list
from bluff.core.plan.placing import wall_span
from bluff.core.wall.marks import BURNED_INCH, Reading, read_mark
from bluff.core.wall.wall_plan import PlacedOpening
from bluff.formats.edits import edit_from_core
from bluff.formats.figures import figures_in, figures_of
from bluff.formats.framed import framed_cut_row, framed_finding, framed_spacer_row, framed_wall, steps
from bluff.formats.job_file import JobFile, OpeningFile, StandardFile, WallFile
from bluff.service.jobs import JobInList, JobState, counted, findings_by_wall, framing, framings


def job_view(state: JobState) -> JobView:
    """A job with its walls as the wall list shows them."""
    walls, words = _walls(state.job), state.job.standard.words
    return JobView(
        id=state.id,
        revision=state.revision,
        changed_at=state.changed_at,
        undo=words.say(state.undo) if state.undo else None,
        redo=words.say(state.redo) if state.redo else None,
        job=JobFile.from_core(state.job),
        standard=_in_full(state.job.standard),
        words=_words(words),
        walls=walls,
        next=NextMarks(
            wall=next_wall_id(state.job.walls),
            window=next_opening_id(state.job.openings, OpeningKind.WINDOW),
            doorway=next_opening_id(state.job.openings, OpeningKind.DOOR),
        ),
        figures=figures_of([wall.length for wall in walls], format_feet),
    )


def _words(words: Words) -> WordsView:
    return WordsView(
        names={piece: words.name(piece) for piece in USUAL},
        letters={piece: letter for piece in USUAL if (letter := words.letter(piece))},
        says=dict(words.table),
    )


def job_summary(line: JobInList) -> JobSummary:
    """A job as one line of the jobs list."""
    figures = line.figures
    length = to_inches(figures.length)
    return JobSummary(
        id=line.id,
        name=line.name,
        revision=line.revision,
        changed_at=line.changed_at,
        walls=figures.walls,
        openings=figures.openings,
        length=length,
        findings=FindingCounts(error=figures.error, warning=figures.warning, info=figures.info),
        figures=figures_of([length], format_feet),
    )


def bench_answer(state: JobState, wall_id: str, hook: End, burn: bool) -> bytes:
    """One wall on the bench, as JSON. As `bench_view`.

    It is the largest answer there is, and somebody waits for it after every edit: its figures are those of the
    numbers in what is written, so that it is gone through once.
    """
    written = bench_view(state, wall_id, hook, burn).model_dump_json(by_alias=True, exclude={"figures"}).encode()
    figures = json.dumps(figures_in(written), ensure_ascii=False).encode()
    return b'%s,"figures":%s}' % (written[:-1], figures)


def bench_view(state: JobState, wall_id: str, hook: End, burn: bool) -> BenchView:
    """One wall on the bench, its figures left out.

    Args:
        state: The job.
        wall_id: Which wall.
        hook: The end the tape hooks on.
        burn: Whether the tape is held on its one-inch line.
    """
    framed = framing(state.job, wall_id)
    plan = framed.plan
    words = plan.standard.words
    outward = plan.sheeted_side if plan.wall.kind is WallKind.EXTERIOR else None
    burned: Length = BURNED_INCH if burn else 0
    readings = [read_mark(mark, plan.length, hook, burn=burned) for mark in framed.marks]
    in_wall = {opening.placed.id for opening in framed.openings}
    view = BenchView(
        revision=state.revision,
        wall=framed_wall(framed),
        entered=WallFile.from_core(plan.wall),
        standard=StandardInForce(wall=_in_full(plan.standard), job=_in_full(state.job.standard)),
        openings=[_opening(placed, placed.id in in_wall) for placed in plan.openings],
        outside=outward,
        meets=_neighbours(plan, {one.plan.id: one.plan for one in framings(state.job)}),
        plate=named_sum("plate", plan.plate_length, words),
        stud_length=named_sum("stud", plan.stud_length, words),
        hook=hook,
        burn=burn,
        burned=to_inches(burned),
        readings=[_reading(reading, plan.standard) for reading in readings],
        cut_list=[framed_cut_row(row) for row in core.cut_list([framed])],
        spacers=[framed_spacer_row(row) for row in core.spacer_list([framed])],
        findings=severities(counted(framed)),
        figures={},
        feet={},
    )
    lengths = [view.wall.length, view.wall.plate_length, view.wall.height, *(row.length for row in view.cut_list)]
    view.feet = figures_of(lengths, format_feet)
    return view


def _reading(reading: Reading, standard: Standard) -> TapeReading:
    other = reading.other_line if standard.mark_lines is MarkLines.BOTH else None
    return TapeReading(
        at=to_inches(reading.at.value),
        ahead=reading.ahead,
        other_line=None if other is None else to_inches(other),
        steps=steps(reading.at, standard.words),
    )


def edit_reading(job: core.Job, edit: core.Edit) -> EditReading:
    """What an edit would do, before it is made.

    Raises:
        BluffError: The edit does not fit the job.
    """
    after = core.apply(job, edit)
    words = after.standard.words
    warns = None
    match edit:
        case AddOpening(opening) | ChangeOpening(_, opening):
            framed = framing(after, opening.wall)
            placed = next((placed for placed in framed.plan.openings if placed.id == opening.id), None)
            says = f"{opening.kind.value.replace('-', ' ').capitalize()} {opening.id}, {opening.size}"
            sums = _opening_sums(placed) if placed else []
            findings = [finding for finding in framed.findings if finding.opening == opening.id]
        case AddWall(core.Wall(id=id_)) | ChangeWall(_, core.Wall(id=id_)) | SetLength(id_) | RunThrough(id_):
            framed = framing(after, id_)
            says = _wall_in_words(framed.plan)
            sums = [
                named_sum("plate", framed.plan.plate_length, words),
                named_sum("stud", framed.plan.stud_length, words),
            ]
            findings = list(framed.findings)
        case Several(_, edits) if walls := [one.wall for one in edits if isinstance(one, AddWall)]:
            lengths = ", ".join(f"{wall.id} {format_feet(wall.run.length)}" for wall in walls)
            says, sums, findings = f"{len(walls)} walls of {walls[0].stud}: {lengths}", [], []
            if gap := walk_gap(walls):
                warns = f"Ends {gap} of where it began."
        case _:
            said = words.say(core.describe(edit))
            says, sums, findings = said[0].upper() + said[1:], [], []
    return EditReading(
        edit=edit_from_core(edit),
        says=says,
        warns=warns,
        sums=sums,
        findings=[framed_finding(finding) for finding in findings],
        figures=figures_of([total.model_dump() for total in sums]),
    )


def line_reading(job: core.Job, text: str, edit: core.Edit) -> EditReading:
    """What a typed line would do, and the line that may have been meant where it is a walk of bare numbers."""
    reading = edit_reading(job, edit)
    feet = in_feet(text.strip())
    if feet is None:
        return reading
    longest = max((wall.run.length for wall in _walked(edit)), default=0)
    return reading.model_copy(
        update={"warns": f"Read as inches: no wall is longer than {format_feet(longest)}.", "instead": feet}
    )


def _walked(edit: core.Edit) -> list[core.Wall]:
    return [one.wall for one in edit.edits if isinstance(one, AddWall)] if isinstance(edit, Several) else []


def typed_phrases(job: core.Job) -> TypedPhrases:
    """Everything that can be typed into the line, in the crew's words."""
    words = job.standard.words
    return TypedPhrases(
        phrases=[TypedPhrase(form=one.form, does=one.does, examples=list(one.examples)) for one in phrase_list(words)],
        rules=[TypedRule(name=name, form=form) for name, form in rule_list(words)],
    )


def _wall_in_words(plan: core.WallPlan) -> str:
    says = f"Wall {plan.id} of {plan.wall.stud}, {format_feet(plan.wall.run.length)}"
    ends = [meeting.other for end in End if (meeting := plan.meetings.at(end))]
    return f"{says}, meets {' and '.join(ends)}" if ends else says


def named_sum(name: str, total: Sum, words: Words) -> NamedSum:
    """A sum with the name a screen gives it, in the crew's words."""
    return NamedSum(name=words.say(name), value=to_inches(total.value), steps=steps(total, words))


def _walls(job: core.Job) -> list[WallSummary]:
    findings = findings_by_wall(job)
    openings = Counter(opening.wall for opening in job.openings)
    return [
        WallSummary(
            id=wall.id,
            stud=wall.stud,
            length=to_inches(wall.run.length),
            openings=openings[wall.id],
            findings=severities(findings[wall.id]),
        )
        for wall in job.walls
    ]


def _neighbours(plan: core.WallPlan, plans: Mapping[str, core.WallPlan]) -> list[Neighbour]:
    spans = ((other, wall_span(other, plan.length, plan.meetings)) for other in plan.meetings.others)
    return [
        Neighbour(
            wall=other, start=to_inches(span[0]), end=to_inches(span[1]), height=to_inches(plans[other].height.value)
        )
        for other, span in spans
        if span
    ]


def _opening(placed: PlacedOpening, is_framed: bool) -> OpeningOnBench:
    width, height, start = _opening_sums(placed)
    return OpeningOnBench(
        opening=OpeningFile.from_core(placed.opening),
        framed=is_framed,
        rough_width=width,
        rough_height=height,
        start=start,
        end=to_inches(placed.end),
        head=to_inches(placed.head.value),
        header=str(placed.header),
        jack_count=placed.jack_count,
        king_count=placed.king_count,
    )


def _opening_sums(placed: PlacedOpening) -> list[NamedSum]:
    words = placed.standard.words
    return [
        named_sum("rough width", placed.rough.width, words),
        named_sum("rough height", placed.rough.height, words),
        named_sum("starts at", placed.start, words),
    ]


def _in_full(standard: Standard) -> StandardFile:
    """Every choice of a standard, as the job file would say it."""
    return StandardFile.from_core(JobWays(**{key: getattr(standard, key) for key in JobWays.names()}))
