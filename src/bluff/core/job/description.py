"""What an edit changes, in a few words, for the undo button and the history.

A wall or an opening that was changed is put beside what it was: "Wall C: top 6/12, low at the end, 66 high" says
more than that wall C was changed.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import fields
from typing import TypeAlias

from bluff.core.job.edit import (
    Across,
    AddOpening,
    AddWall,
    ApplyStandard,
    ChangeOpening,
    ChangeWall,
    CheckOpenings,
    Edit,
    JoinWalls,
    MirrorJob,
    MoveOpening,
    MoveWalls,
    RemoveOpening,
    RemoveWall,
    RenameJob,
    RestoreRevision,
    RunThrough,
    ScalePicture,
    SetClear,
    SetLength,
    SetPicture,
    SetStock,
    SetWay,
    SetWays,
    Several,
    SplitWall,
)
from bluff.core.job.job import Job, Opening, Sizing, Wall, WallKind
from bluff.core.job.position import At, Centered, FromOpening, FromOutside, FromPlate, FromWall, Reference, WallFace
from bluff.core.job.rows import leading_row, row_of
from bluff.core.job.schools import End
from bluff.core.job.top import Chain, Gable, Rake, Top
from bluff.core.job.ways import Ways
from bluff.core.measure.length import Length
from bluff.core.message import Message, listed, message, plural, separated, template

_UNKNOWN: "Were" = {}
_MOST_LISTED = 3
"""Edits of several that are told one by one."""
_MOST_MARKS = 6


Were: TypeAlias = Mapping[str, Wall | Opening]
"""What an edit changes, as it was before, by its mark."""


def describe(edit: Edit, were: Were = _UNKNOWN) -> Message:
    """An edit in a few words.

    Args:
        edit: Which.
        were: The walls and openings it changes; of one not among them it only says that it changed.

    >>> describe(RemoveWall("B")).template
    'Wall {wall} removed'
    """
    match edit:
        case SetWays() | SetWay() | ApplyStandard():
            return _describe_ways(edit)
        case AddWall() | ChangeWall() | RemoveWall():
            return _describe_wall(edit, were)
        case AddOpening() | ChangeOpening() | RemoveOpening() | CheckOpenings():
            return _describe_opening(edit, were)
        case RenameJob(name):
            return message("Job renamed {name}", name=name)
        case SetStock():
            return message("Boards and prices changed")
        case RestoreRevision(revision):
            return message("Revision {revision} restored", revision=revision)
        case Several(edits):
            return _describe_several(edits, were)
        case _:
            return _describe_plan(edit)


def parts_of(job: Job) -> Were:
    """The walls and the openings of a job, by their marks."""
    walls: Were = {wall.id: wall for wall in job.walls}
    return {**walls, **{opening.id: opening for opening in job.openings}}


def _describe_several(edits: Sequence[Edit], were: Were) -> Message:
    count = len(edits)
    match edits:
        case [AddWall(), *_] if all(isinstance(one, AddWall) for one in edits):
            return plural("{count} wall added", "{count} walls added", count=count)
        case [RemoveWall(), *_] if all(isinstance(one, RemoveWall) for one in edits):
            return plural("{count} wall removed", "{count} walls removed", count=count)
        case [AddOpening(), *_] if all(isinstance(one, AddOpening) for one in edits):
            return plural("{count} opening added", "{count} openings added", count=count)
    first = separated([describe(one, were) for one in edits[:_MOST_LISTED]])
    if count <= _MOST_LISTED:
        return first
    return plural(
        "{first} and {count} more change", "{first} and {count} more changes", count=count - _MOST_LISTED, first=first
    )


def _describe_ways(edit: SetWays | SetWay | ApplyStandard) -> Message:
    match edit:
        case SetWays():
            return message("The job's settings changed")
        case SetWay(way, text, wall, opening):
            setting = row_of(way).says(text)
            if wall:
                return message("Wall {wall}: {setting}", wall=wall, setting=setting)
            return message("{opening}: {setting}", opening=opening, setting=setting) if opening else setting
        case ApplyStandard(taken):
            if taken is None:
                return message("Bluff's own standard applied")
            return message("Standard {name} applied", name=taken.name)


def _describe_wall(edit: AddWall | ChangeWall | RemoveWall, were: Were) -> Message:
    match edit:
        case AddWall(wall):
            return message("Wall {wall} added, {length:feet}", wall=wall.id, length=wall.run.length)
        case RemoveWall(wall_id):
            return message("Wall {wall} removed", wall=wall_id)
        case ChangeWall(wall_id, wall):
            was = were.get(wall_id)
            changes = list(_wall_changes(was, wall)) if isinstance(was, Wall) else []
            if not changes:
                return message("Wall {wall} changed", wall=wall_id)
            return message("Wall {wall}: {changes}", wall=wall_id, changes=separated(changes))


def _describe_opening(edit: AddOpening | ChangeOpening | RemoveOpening | CheckOpenings, were: Were) -> Message:
    match edit:
        case AddOpening(opening):
            return message(
                "{Kind} {opening} added, {size}", kind=opening.kind.called, opening=opening.id, size=str(opening.size)
            )
        case RemoveOpening(opening_id):
            return message("{opening} removed", opening=opening_id)
        case CheckOpenings(ids, is_checked):
            marks = ", ".join(ids[:_MOST_MARKS]) + (" …" if len(ids) > _MOST_MARKS else "")
            return message("{openings} checked" if is_checked else "{openings} no longer checked", openings=marks)
        case ChangeOpening(opening_id, opening):
            was = were.get(opening_id)
            changes = list(_opening_changes(was, opening)) if isinstance(was, Opening) else []
            if not changes:
                return message("{opening} changed", opening=opening_id)
            return message("{opening}: {changes}", opening=opening_id, changes=separated(changes))


def _wall_changes(was: Wall, wall: Wall) -> Iterator[Message]:
    """What is different about a wall, part by part."""
    if wall.id != was.id:
        yield message("now called {mark}", mark=wall.id)
    if wall.run.length != was.run.length:
        yield message("{length:feet} long", length=wall.run.length)
    elif wall.run != was.run:
        yield message("moved")
    if wall.stud != was.stud:
        yield message("{size} {stud:many}", size=wall.stud)
    if wall.kind != was.kind:
        yield _KINDS[wall.kind]
    if wall.bearing != was.bearing:
        yield _BEARING[wall.bearing]
    if wall.top != was.top:
        yield top_described(wall.top)
    if wall.floors != was.floors:
        lines = [message("{at:feet}", at=at) for at in wall.floors]
        yield message("stories begin at {lines}", lines=listed(lines)) if lines else message("one story")
    yield from _changes_in(was, wall)
    yield from _way_changes(was.ways, wall.ways)


def _changes_in(was: Wall, wall: Wall) -> Iterator[Message]:
    """What is different about the things a wall has at places along it."""
    if wall.ends != was.ends:
        yield message("its corners")
    yield from _marked_changes(message("{post:many}"), was.posts, wall.posts)
    yield from _marked_changes(message("{backing:many}"), was.backing, wall.backing)
    yield from _marked_changes(message("bays kept clear"), was.clear, wall.clear)
    if wall.bolts != was.bolts:
        yield message("anchor bolts by the rule" if wall.bolts is None else "anchor bolts as cast")
    if wall.pins != was.pins:
        yield message("pins by the rule" if wall.pins is None else "pins as entered")
    if wall.breaks != was.breaks:
        yield message("plate splices")


def _marked_changes(what: Message, was: Sequence[object], now: Sequence[object]) -> Iterator[Message]:
    if len(now) > len(was):
        yield message("{what} added", what=what)
    elif len(now) < len(was):
        yield message("{what} removed", what=what)
    elif tuple(now) != tuple(was):
        yield message("{what} changed", what=what)


def _opening_changes(was: Opening, opening: Opening) -> Iterator[Message]:
    """What is different about an opening, part by part."""
    if opening.id != was.id:
        yield message("now called {mark}", mark=opening.id)
    if opening.wall != was.wall:
        yield message("in wall {wall}", wall=opening.wall)
    if opening.kind != was.kind:
        yield opening.kind.called
    if (opening.size, opening.sizing) != (was.size, was.sizing):
        size = str(opening.size)
        is_rough = opening.sizing is Sizing.ROUGH
        yield message("rough opening {size}", size=size) if is_rough else message("unit {size}", size=size)
    if opening.position != was.position:
        yield place_described(opening.position)
    if opening.floor != was.floor:
        yield message("on floor {floor}", floor=opening.floor)
    yield from _way_changes(was.ways, opening.ways)


def _way_changes(was: Ways, now: Ways) -> Iterator[Message]:
    """The settings that are different, each by its first row."""
    for key in fields(now):
        if getattr(was, key.name) != getattr(now, key.name):
            yield leading_row(key.name).form_field.name


def top_described(top: Top | None) -> Message:
    """The top of a wall."""
    match top:
        case Rake(rise, low, height):
            slope = message("top {slope:pitch}, low at the {end}", slope=rise / 12, end=low.called)
            return _with_height(slope, height)
        case Gable(rise, _, height):
            return _with_height(message("top {slope:pitch} to a ridge", slope=rise / 12), height)
        case Chain():
            return message("top along several slopes")
        case None:
            return message("level top")


def _with_height(slope: Message, height: Length | None) -> Message:
    return message("{slope}, {height:length} high", slope=slope, height=height) if height is not None else slope


def place_described(position: At | Centered) -> Message:
    """Where something is in its wall."""
    if isinstance(position, Centered):
        return message("in the middle of the plate")
    is_back = position.toward is End.START
    match position.origin:
        case FromPlate(end):
            whence = message("from the {end} of the plate", end=end.called)
        case FromOutside(end):
            whence = message("from the outside at the {end}", end=end.called)
        case FromOpening(opening):
            whence = message("before {opening}" if is_back else "past {opening}", opening=opening)
        case FromWall(wall, face):
            of = message(_FACES[face], wall=wall)
            whence = message("before {face}" if is_back else "past {face}", face=of)
    is_center = position.reference is Reference.CENTER
    return message(
        "center {distance:feet} {whence}" if is_center else "edge {distance:feet} {whence}",
        distance=position.distance,
        whence=whence,
    )


def _describe_plan(edit: Edit) -> Message:
    match edit:
        case MoveWalls(ids, east, north):
            return message("{walls} moved {way}", walls=_walls(ids), way=bearing(east, north))
        case SetClear(wall_id, other, clear):
            return message("Wall {wall} set {clear:feet} clear of {other}", wall=wall_id, clear=clear, other=other)
        case SetLength(wall_id, length):
            return message("Wall {wall}: {length:feet} long", wall=wall_id, length=length)
        case SplitWall(wall_id, at):
            return message("Wall {wall} split at {at:feet}", wall=wall_id, at=at)
        case JoinWalls(wall_id, other):
            return message("Walls {wall} and {other} joined", wall=wall_id, other=other)
        case RunThrough(wall_id, end):
            return message("Wall {wall} runs through at its {end}", wall=wall_id, end=end.called)
        case MirrorJob(across):
            return message(
                "Plan mirrored east to west" if across is Across.EAST_WEST else "Plan mirrored north to south"
            )
        case SetPicture(picture):
            return message("Plan picture placed" if picture else "Plan picture removed")
        case ScalePicture(length=length):
            return message("Plan picture scaled by {length:feet}", length=length)
        case MoveOpening(opening_id, by):
            toward = End.END if by > 0 else End.START
            return message(
                "{opening} moved {by:length} toward the {end}", opening=opening_id, by=abs(by), end=toward.called
            )
    raise TypeError(f"an edit without a description: {edit!r}")


def _walls(ids: Sequence[str]) -> Message:
    if len(ids) == 1:
        return message("Wall {wall}", wall=ids[0])
    return plural("{count} wall", "{count} walls", count=len(ids))


def bearing(east: Length, north: Length) -> Message:
    """How far apart two places are, by the points of the compass."""
    parts = []
    if east:
        parts.append(message("{by:feet} east" if east > 0 else "{by:feet} west", by=abs(east)))
    if north:
        parts.append(message("{by:feet} north" if north > 0 else "{by:feet} south", by=abs(north)))
    return listed(parts) if parts else message("nowhere")


_KINDS = {
    WallKind.EXTERIOR: message("exterior"),
    WallKind.PARTITION: message("partition"),
    None: message("neither exterior nor partition"),
}
_BEARING = {True: message("bearing"), False: message("not bearing"), None: message("bearing not set")}
_FACES = {
    WallFace.NEAR: template("the near face of {wall}"),
    WallFace.CENTER: template("the center of {wall}"),
    WallFace.FAR: template("the far face of {wall}"),
}
