"""The schedule of openings as the interface shows it."""

from bluff.api.schemas import ScheduleChecked, ScheduleLine, ScheduleView, severities
from bluff.api.views import named_sum
from bluff.core.crew.schedule import ScheduleRow, is_checked, schedule
from bluff.formats.figures import figures_of
from bluff.service.jobs import JobState, framings


def schedule_view(state: JobState, alike: bool) -> ScheduleView:
    """Every opening of a job, alike ones on one line or each on its own."""
    rows = schedule(framings(state.job), state.job.openings, are_alike_together=alike)
    placed = {mark for row in rows for mark in row.marks}
    lines = [_line(row) for row in rows]
    return ScheduleView(
        revision=state.revision,
        lines=lines,
        unplaced=[opening.id for opening in state.job.openings if opening.id not in placed],
        figures=figures_of([line.model_dump(include={"rough_width", "rough_height", "head"}) for line in lines]),
    )


def _line(row: ScheduleRow) -> ScheduleLine:
    placed = row.first
    opening, checked = placed.opening, placed.opening.checked
    return ScheduleLine(
        marks=list(row.marks),
        walls=list(row.walls),
        kind=opening.kind,
        size=str(opening.size),
        sizing=opening.sizing,
        rough_width=named_sum("rough width", placed.rough.width, placed.standard.words),
        rough_height=named_sum("rough height", placed.rough.height, placed.standard.words),
        is_usual=placed.rough.is_usual,
        head=named_sum("head", placed.head, placed.standard.words),
        is_own_head=opening.ways.head_height is not None,
        header=str(placed.header),
        source=placed.header.choice.source,
        is_verified=placed.header.choice.source.is_verified,
        jacks=placed.jack_count,
        kings=placed.king_count,
        checked=ScheduleChecked(by=checked.by, at=checked.at, is_lost=not is_checked(placed)) if checked else None,
        findings=severities(row.findings),
    )
