"""What a line was understood as, said back: all of it, from what to what, in a line that typed in means the same.

What follows from the rest (the rough opening, where it begins and ends, what was there before) stands behind `ASIDE`,
where nothing is read.
"""

from collections.abc import Iterator, Sequence
from dataclasses import fields
from fractions import Fraction

from bluff.core.change.apply import apply
from bluff.core.job.description import bearing, describe, parts_of, place_described, top_described
from bluff.core.job.edit import (
    Across,
    AddOpening,
    AddWall,
    ChangeOpening,
    ChangeWall,
    Edit,
    JoinWalls,
    MirrorJob,
    MoveOpening,
    MoveWalls,
    RemoveOpening,
    RemoveWall,
    RunThrough,
    SetClear,
    SetLength,
    SetWay,
    Several,
    SplitWall,
)
from bluff.core.job.header import header_boards
from bluff.core.job.job import Alone, Job, Opening, Sizing, Wall
from bluff.core.job.position import At, Centered
from bluff.core.job.rough_opening import sill_height
from bluff.core.job.rows import ROWS, Row
from bluff.core.job.schools import End, Jacks, Line
from bluff.core.job.special import FixtureBacking, KeptClear, Post
from bluff.core.job.standard import Standard
from bluff.core.job.top import Gable, HeightAt, Rake, Top
from bluff.core.measure.length import Length, format_exact, format_feet
from bluff.core.message import EMPTY, Message, message, plural, template
from bluff.core.phrase.place import place_in_words
from bluff.core.wall.wall_plan import wall_plan

_MOST_SAID = 12


def said(edit: Edit, job: Job) -> Message:
    """An edit as it could be typed, and what follows from it.

    Args:
        edit: What a line asks for.
        job: As it is before.
    """
    match edit:
        case AddOpening() | ChangeOpening() | MoveOpening() | RemoveOpening():
            return _opening_said(edit, job)
        case AddWall() | ChangeWall() | SetLength() | RemoveWall() | RunThrough():
            return _wall_said(edit, job)
        case MoveWalls() | SetClear() | SplitWall() | JoinWalls() | MirrorJob():
            return _layout_said(edit, job)
        case SetWay():
            return _way_said(edit, job)
        case Several(edits):
            return _several_said(edits, job)
        case _:
            return describe(edit, parts_of(job))


def describe_walls(edit: Edit) -> Message:
    """The walls an edit adds, by their marks and how long they are."""
    walls = [one.wall for one in (edit.edits if isinstance(edit, Several) else (edit,)) if isinstance(one, AddWall)]
    each = [message("{wall} {length}", wall=wall.id, length=_feet(wall.run.length)) for wall in walls]
    return plural("{count} wall: {walls}", "{count} walls: {walls}", count=len(walls), walls=_listed(each))


def _several_said(edits: Sequence[Edit], job: Job) -> Message:
    if alike := _alike_said(edits, job):
        return alike
    lines: list[Message] = []
    for edit in edits[:_MOST_SAID]:
        lines.append(said(edit, job))
        job = apply(job, edit)
    joined = lines_said(lines)
    if len(edits) <= _MOST_SAID:
        return joined
    return plural("{first}; and {count} more", "{first}; and {count} more", count=len(edits) - _MOST_SAID, first=joined)


def _alike_said(edits: Sequence[Edit], job: Job) -> Message | None:
    """Changes that are the same for every opening, said once; None where they are not."""
    openings = [(job.opening(edit.id), edit.opening) for edit in edits if isinstance(edit, ChangeOpening)]
    if len(openings) < len(edits) or len(openings) < 2:
        return None
    changes = {_listed(_opening_changes(was, now, job)[0]) for was, now in openings}
    if len(changes) > 1:
        return None
    marks = [message("{mark}", mark=was.id) for was, _ in openings]
    marked = _joined(template("{first} and {second}"), [_listed(marks[:-1]), marks[-1]])
    return message("{openings}: {changes}", openings=marked, changes=changes.pop())


def lines_said(lines: Sequence[Message]) -> Message:
    """Several lines as one."""
    return _joined(template("{first}; {second}"), lines)


def _joined(of_two: str, parts: Sequence[Message]) -> Message:
    first, *rest = parts or [EMPTY]
    for part in rest:
        first = message(of_two, first=first, second=part)
    return first


def _listed(parts: Sequence[Message]) -> Message:
    return _joined(template("{first}, {second}"), parts)


def _with_aside(line: Message, asides: Sequence[Message]) -> Message:
    return message("{line} · {aside}", line=line, aside=_listed(asides)) if asides else line


def _was_now(name: str, was: str | None, now: str) -> Message:
    if was is None or was == now:
        return message(name, change=now)
    return message(name, change=message("{was} → {now}", was=was, now=now))


# Openings


def _opening_said(edit: AddOpening | ChangeOpening | MoveOpening | RemoveOpening, job: Job) -> Message:
    match edit:
        case AddOpening(opening):
            parts = [*_ways_said(opening, None, job), message("in {wall}", wall=opening.wall)]
            line = message(
                "Add {kind} {opening} {size} {place}, {rest}",
                kind=opening.kind.called,
                opening=opening.id,
                size=_size(opening),
                place=_place(opening.position),
                rest=_listed(parts),
            )
            return _with_aside(line, _measures(opening, apply(job, edit)))
        case ChangeOpening(id_, opening):
            return _opening_change_said(job.opening(id_), opening, job, edit)
        case MoveOpening(id_, by):
            after = apply(job, edit).opening(id_)
            toward = End.END if by > 0 else End.START
            line = message("Move {opening} {by} toward the {end}", opening=id_, by=_length(abs(by)), end=toward.called)
            was = message("was {place}", place=place_described(job.opening(id_).position))
            return _with_aside(line, [*_measures(after, apply(job, edit)), was])
        case RemoveOpening(id_):
            opening = job.opening(id_)
            aside = message(
                "{kind} {size} in {wall}", kind=opening.kind.called, size=str(opening.size), wall=opening.wall
            )
            return _with_aside(message("Remove {opening}", opening=id_), [aside])


def _opening_change_said(was: Opening, now: Opening, job: Job, edit: Edit) -> Message:
    parts, asides = _opening_changes(was, now, job)
    if not parts:
        parts, asides = [_size(was)], [message("nothing changes")]
    line = message("{opening}: {changes}", opening=was.id, changes=_listed(parts))
    return _with_aside(line, [*_measures(now, apply(job, edit)), *asides])


def _opening_changes(was: Opening, now: Opening, job: Job) -> tuple[list[Message], list[Message]]:
    """What is different about an opening, and what was there where that cannot stand in the line itself."""
    parts, asides = [], []
    if now.kind is not was.kind:
        parts.append(now.kind.called)
    if (now.size, now.sizing) != (was.size, was.sizing):
        parts.append(_size(now))
        asides.append(message("was {size}", size=_size(was)))
    if now.position != was.position:
        parts.append(_place(now.position))
        asides.append(message("was {place}", place=place_described(was.position)))
    if now.wall != was.wall:
        parts.append(message("in {wall}", wall=now.wall))
    parts.extend(_ways_said(now, was, job))
    if now.ways.head_height != was.ways.head_height and not now.kind.is_doorway:
        asides.append(message("rough {sill} at {at}", at=format_exact(sill_height(now, job.standard_of(now)))))
    if now.id != was.id:
        parts.append(message("call it {mark}", mark=now.id))
    return parts, asides


def _size(opening: Opening) -> Message:
    size = str(opening.size)
    return message("ro {size}", size=size) if opening.sizing is Sizing.ROUGH else message("{size}", size=size)


def _place(position: At | Centered) -> Message:
    """As `read_place` reads it, in feet where one measures along a wall."""
    if isinstance(position, Centered):
        return message("centered")
    return message("at {place}", place=place_in_words(position, _feet))


def _ways_said(now: Opening, was: Opening | None, job: Job) -> Iterator[Message]:
    """What differs about an opening, and what it was."""
    standard = now.ways.over(job.standard_of(job.wall(now.wall)))
    before = job.standard_of(was) if was else job.standard_of(job.wall(now.wall))
    ways = was.ways if was else type(now.ways)()
    if now.floor != (was.floor if was else 0):
        yield message("floor {floor}", floor=now.floor)
    for key in fields(now.ways):
        if getattr(now.ways, key.name) != getattr(ways, key.name):
            yield from _key_said(key.name, standard, before, job.wall(now.wall))


_JACKS = {Jacks.TO_PLATE: "to-plate", Jacks.FLOATING: "floating", Jacks.HANGERS: "hangers"}
_SILLS = {1: "single", 2: "double"}


def _key_said(key: str, now: Standard, was: Standard, wall: Wall) -> Iterator[Message]:
    match key:
        case "head_height":
            yield _was_now(template("head {change}"), format_exact(was.head_height), format_exact(now.head_height))
        case "header":
            boards = [str(header_boards(one.header, one.board(wall.stud), one.board)) for one in (was, now)]
            yield _was_now(template("{header} {change}"), *boards)
        case "sills":
            yield message("{count} {sill}", count=_SILLS.get(now.sills, str(now.sills)))
        case "jacks":
            yield message("{jacks}", jacks=_JACKS[now.jacks])
        case "jack_count":
            yield _counted(template("{jack:many} {change}"), was.jack_count, now.jack_count)
        case "king_count":
            yield _counted(template("{king:many} {change}"), was.king_count, now.king_count)
        case _:
            rows = [row for row in ROWS.values() if row.key == key and row.applies(now)]
            yield from (_row_said(row, was, now) for row in rows if row.read(was) != row.read(now))


def _counted(name: str, was: int | None, now: int | None) -> Message:
    return _was_now(name, None if was is None else str(was), str(now))


def _measures(opening: Opening, after: Job) -> list[Message]:
    """Its rough opening, and where it begins and ends along the plate; nothing where it has no place."""
    plan = wall_plan(after, after.wall(opening.wall))
    placed = next((placed for placed in plan.openings if placed.id == opening.id), None)
    if placed is None:
        return []
    start, width = placed.start.value, placed.rough.width.value
    return [
        message("RO {width:length} x {height:length}", width=width, height=placed.rough.height.value),
        message("{start:feet} to {end:feet}", start=start, end=start + width),
    ]


# Walls


def _wall_said(edit: AddWall | ChangeWall | SetLength | RemoveWall | RunThrough, job: Job) -> Message:
    match edit:
        case AddWall(wall):
            line = message(
                "Add wall {wall} {length} {size}", wall=wall.id, length=_feet(wall.run.length), size=wall.stud
            )
            if wall.kind and isinstance(wall.run, Alone):
                return message("{line} {kind}", line=line, kind=str(wall.kind))
            return line if isinstance(wall.run, Alone) else message("{line}, drawn in the plan", line=line)
        case ChangeWall(id_, wall):
            return _wall_change_said(job.wall(id_), wall)
        case SetLength(id_, length):
            change = _was_now(template("length {change}"), _feet(job.wall(id_).run.length), _feet(length))
            return message("Wall {wall}: {change}", wall=id_, change=change)
        case RemoveWall(id_):
            count = sum(opening.wall == id_ for opening in job.openings)
            aside = plural("{count} opening goes with it", "{count} openings go with it", count=count)
            return _with_aside(message("Remove wall {wall}", wall=id_), [aside] if count else [])
        case RunThrough(id_, end):
            meeting = wall_plan(job, job.wall(id_)).meetings.at(end)
            if meeting is None:
                return describe(edit, parts_of(job))
            return message("{wall} through at {other}", wall=id_, other=meeting.other)


def _wall_change_said(was: Wall, now: Wall) -> Message:
    if special := _special_said(was, now):
        return special
    parts, asides = [], []
    if now.stud != was.stud:
        parts.append(_was_now(template("{stud:many} {change}"), was.stud, now.stud))
    if now.kind != was.kind and now.kind is not None:
        parts.append(message("{kind}", kind=str(now.kind)))
    if now.bearing != was.bearing:
        parts.append(message("bearing") if now.bearing else message("not bearing"))
    if now.top != was.top:
        parts.append(_top(now.top))
        asides.append(message("was {top}", top=top_described(was.top)))
    if now.floors != was.floors:
        lines = [message("{at}", at=format_exact(at)) for at in now.floors]
        lines_and = _joined(template("{first} and {second}"), lines)
        parts.append(message("floors {lines}", lines=lines_and) if lines else message("one story"))
    if now.id != was.id:
        parts.append(message("call it {mark}", mark=now.id))
    if not parts:
        parts = [message("{stud:many} {size}", size=was.stud)]
        asides = [message("nothing changes")]
    return _with_aside(message("Wall {wall}: {changes}", wall=was.id, changes=_listed(parts)), asides)


def _layout_said(edit: MoveWalls | SetClear | SplitWall | JoinWalls | MirrorJob, job: Job) -> Message:
    match edit:
        case MoveWalls(ids, east, north):
            marks = _joined(template("{first} and {second}"), [message("{mark}", mark=mark) for mark in ids])
            return message("Move {walls} {way}", walls=marks, way=bearing(east, north))
        case SetClear(id_, other, clear):
            return message("Wall {wall}: {clear} clear of {other}", wall=id_, clear=_feet(clear), other=other)
        case SplitWall(id_, at, new):
            line = message("Split {wall} at {at}", wall=id_, at=_feet(at))
            lengths = (_feet(at), _feet(job.wall(id_).run.length - at))
            halves = [
                message("{wall} {length}", wall=wall, length=length)
                for wall, length in zip((id_, new), lengths, strict=True)
            ]
            return _with_aside(line, halves)
        case JoinWalls(id_, other):
            return message("Join {wall} and {other}", wall=id_, other=other)
        case MirrorJob(across):
            return message("Mirror east to west" if across is Across.EAST_WEST else "Mirror north to south")


def _top(top: Top | None) -> Message:
    match top:
        case None:
            return message("top level")
        case Rake(rise, low, height, height_at, flat):
            line = message("top {pitch} low at {end}", pitch=_pitch(rise), end=low.called)
            if flat:
                line = message("{line} flat {flat}", line=line, flat=format_exact(flat))
        case Gable(rise, ridge, height, height_at):
            line = message("top {pitch} ridge {place}", pitch=_pitch(rise), place=_place(ridge))
        case _:
            return top_described(top)
    if height is not None:
        line = message("{line} height {height}", line=line, height=format_exact(height))
    return message("{line} outside", line=line) if height_at is HeightAt.OUTSIDE else line


def _pitch(rise: Fraction) -> str:
    whole, part = divmod(rise, 1)
    return f"{whole} {part} in 12" if part else f"{whole}/12"


def _special_said(was: Wall, now: Wall) -> Message | None:
    """What is put in or taken out besides openings, where that is all."""
    for old, new in ((was.posts, now.posts), (was.backing, now.backing), (was.clear, now.clear)):
        added = [one for one in new if one not in old]
        gone = [one for one in old if one.id not in {one.id for one in new}]
        if len(added) == 1 and not gone:
            line = message("{special} in {wall}", special=_special(added[0]), wall=now.id)
            return _with_aside(line, [message("{mark}", mark=added[0].id)])
        if len(gone) == 1 and not added:
            return message("Remove {mark} in {wall}", mark=gone[0].id, wall=now.id)
    for key, by_rule, at in (
        ("bolts", template("bolts by rule in {wall}"), template("bolts {places} in {wall}")),
        ("pins", template("pins by rule in {wall}"), template("pins {places} in {wall}")),
    ):
        if getattr(was, key) != (places := getattr(now, key)):
            return message(by_rule, wall=now.id) if places is None else message(at, wall=now.id, places=_places(places))
    for key, called in _PLATES.items():
        if was.breaks.of(key) != (places := now.breaks.of(key)):
            if places is None:
                return message("break {plate} by rule in {wall}", plate=called, wall=now.id)
            return message("break {plate} {places} in {wall}", plate=called, places=_places(places), wall=now.id)
    return None


_PLATES = {"bottom_plate": "bottom", "second_bottom_plate": "second bottom", "top_plate": "top", "cap_plate": "cap"}


def _places(places: Sequence[Length]) -> Message:
    return _joined(template("{first} and {second}"), [message("{at}", at=format_exact(at)) for at in places])


def _special(special: Post | FixtureBacking | KeptClear) -> Message:
    match special:
        case Post(_, position, size, plies, beam):
            line = message("{post} of {plies}", plies=plies)
            if size:
                line = message("{line} {size}", line=line, size=size)
            line = message("{line} {place}", line=line, place=_place(position))
            if beam:
                width, depth, under = map(format_exact, (beam.width, beam.depth, beam.underside))
                line = message(
                    "{line} beam {width} x {depth} at {under}", line=line, width=width, depth=depth, under=under
                )
            return line
        case FixtureBacking(_, start, end, height, size, side):
            line = message(
                "{backing} {size} {start} to {end} at {height}",
                size=size,
                start=format_exact(start),
                end=format_exact(end),
                height=format_exact(height),
            )
            if side is Line.LEFT:
                return message("{line} left", line=line)
            return message("{line} right", line=line) if side is Line.RIGHT else line
        case KeptClear(_, use, position, width):
            return message(
                "clear for {use} {width} {place}", use=use.called, width=format_exact(width), place=_place(position)
            )


# Ways


def _way_said(edit: SetWay, job: Job) -> Message:
    row = ROWS[edit.way]
    before, after = (_standard(edit, one) for one in (job, apply(job, edit)))
    change = _row_said(row, before, after) if edit.text is not None else message("{name} as before", name=_name(row))
    if edit.opening:
        return message("{opening}: {change}", opening=edit.opening, change=change)
    if edit.wall:
        return message("Wall {wall}: {change}", wall=edit.wall, change=change)
    return message("{change} everywhere", change=change)


def _standard(edit: SetWay, job: Job) -> Standard:
    if edit.opening:
        return job.standard_of(job.opening(edit.opening))
    return job.standard_of(job.wall(edit.wall)) if edit.wall else job.standard


_PLAIN_NAMES = {
    "wall_height": message("wall height"),
    "measured.heights": message("room height"),
    "measured.play": message("measured play"),
    "nails.deep_header": message("nails deep {header}"),
    "nails.apart": message("nails apart"),
}
"""Rows whose name in a form follows from the row above."""


def _name(row: Row) -> Message:
    return _PLAIN_NAMES.get(row.way, row.form_field.name)


def _row_said(row: Row, was: Standard, now: Standard) -> Message:
    before, after = row.read(was), row.read(now)
    if not before or before == after:
        return message("{name} {now}", name=_name(row), now=_value(row, after))
    return message("{name} {was} → {now}", name=_name(row), was=_value(row, before), now=_value(row, after))


def _value(row: Row, text: str) -> Message:
    named = next((option.name for option in row.form_field.options if option.value == text), None)
    return named if named and text else message("{text}", text=text)


def _length(length: Length) -> str:
    return format_exact(length)


def _feet(length: Length) -> str:
    return format_feet(length, 64)
