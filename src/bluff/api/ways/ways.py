"""The ways of framing as a form: every row that applies, what holds, where that was set.

Bench shows a wall's and an opening's, Standards the whole job's.
"""

from collections.abc import Callable, Sequence

from pydantic import BaseModel

from bluff.core.job.form_field import Option, Width
from bluff.core.job.job import Job, Opening, Sizing, Wall
from bluff.core.job.rows import GROUPS, Row
from bluff.core.job.schools import OpeningKind
from bluff.core.job.standard import Standard
from bluff.core.job.ways import Taken, Ways, whence
from bluff.core.message import Message, message
from bluff.views.reader import reader


class OptionView(BaseModel):
    """Something to choose: as it is typed, its name, and when one would choose it."""

    value: str
    name: str
    when: str


class WayView(BaseModel):
    """One row: what it is called in an edit, its name and what to choose, what holds, and where that was set.

    Rows of one `key` are parts of one value, which follows as a whole.
    `options` are all there is unless `is_open`; `empty` stands in a field that is. `whence` is null where it is as
    usual; `follows` is what it would follow again where it is set here.
    """

    way: str
    key: str
    name: str
    when: str
    options: list[OptionView]
    is_open: bool
    width: Width
    empty: str
    text: str
    whence: str | None
    follows: str | None


class WaysGroup(BaseModel):
    """Rows that belong together: what tells them from others, and what they are called."""

    key: str
    name: str
    rows: list[WayView]


Levels = Sequence[tuple[Message, Ways]]
"""Names and ways of the levels, the one that is shown first."""

_THIS_WALL = message("this wall")


def ways_of_job(job: Job) -> list[WaysGroup]:
    """Every way of a whole job."""
    follows = _called(job.taken) if job.taken else message("the usual")
    return _groups(job.standard, _levels(job), follows, lambda _: True)


def ways_of_wall(job: Job, wall: Wall) -> list[WaysGroup]:
    """Every way of one wall."""
    return _groups(job.standard_of(wall), [(_THIS_WALL, wall.ways), *_levels(job)], message("the job"), lambda _: True)


def ways_of_opening(job: Job, opening: Opening) -> list[WaysGroup]:
    """The ways that make a difference to one opening."""
    levels = [(message("this opening"), opening.ways), (_THIS_WALL, job.wall(opening.wall).ways), *_levels(job)]
    return _groups(job.standard_of(opening), levels, message("the wall"), lambda row: _matters(row, opening))


def _levels(job: Job) -> Levels:
    return [(message("this job"), job.ways), *([(_called(job.taken), job.taken.ways)] if job.taken else [])]


def _called(taken: Taken) -> Message:
    return message("{name}", name=taken.name)


_OF_WINDOWS = ("head_height", "heads", "sills", "sill_top", "window_allowance")


def _matters(row: Row, opening: Opening) -> bool:
    """Whether a way makes a difference to an opening: a door has no sill, a scheduled size no allowance."""
    if opening.sizing is Sizing.ROUGH and row.key.endswith(("_allowance", "_allowances")):
        return False
    if row.key in _OF_WINDOWS:
        return opening.kind is OpeningKind.WINDOW
    if row.key == "door_allowance":
        return opening.kind is OpeningKind.DOOR
    if row.key == "usual_allowances":
        return row.way == f"usual_allowances.{opening.kind}"
    return True


def _groups(standard: Standard, levels: Levels, follows: Message, matters: Callable[[Row], bool]) -> list[WaysGroup]:
    here, ways = levels[0]
    say = reader(standard.words).say
    set_at = whence(levels)

    def viewed(row: Row) -> WayView:
        at = set_at.get(row.key)
        return _view(row, row.read(standard), at and say(at), say(follows) if at == here else None, say)

    groups = []
    for group in GROUPS:
        rows = [viewed(row) for row in group.rows if row.key in ways.names() and row.applies(standard) and matters(row)]
        if rows:
            groups.append(WaysGroup(key=group.keys[0], name=say(group.name), rows=rows))
    return groups


def _view(row: Row, text: str, said_at: str | None, follows: str | None, say: Callable[[Message], str]) -> WayView:
    # An empty row was set nowhere, even if another row of its key was.
    is_said = row.leads and text != ""
    form_field = row.form_field
    return WayView(
        way=row.way,
        key=row.key,
        name=say(form_field.name),
        when=say(form_field.when),
        options=[_option(option, say) for option in form_field.options],
        is_open=form_field.is_open or not form_field.options,
        width=form_field.width,
        empty=say(form_field.empty),
        text=text,
        whence=said_at if is_said else None,
        follows=follows if is_said else None,
    )


def _option(option: Option, say: Callable[[Message], str]) -> OptionView:
    return OptionView(value=option.value, name=say(option.name), when=say(option.when))
