"""Edits as JSON: what the interface sends and the store keeps, in the words of the job file."""

from collections.abc import Callable
from dataclasses import fields
from typing import Annotated, Any, Literal, TypeAlias, TypeVar, get_args

from pydantic import Field, StrictBool, StrictInt, StrictStr, TypeAdapter

from bluff.core.errors import BluffError
from bluff.core.job import edit as core
from bluff.core.job.job import MOST_OPENINGS, MOST_WALLS
from bluff.core.job.schools import End
from bluff.formats.errors import FaultyData, fault_of
from bluff.formats.job_file import OpeningFile, PictureFile, StandardFile, TakenFile, WallFile
from bluff.formats.stock_file import StockFile
from bluff.formats.values import LengthText, SignedLengthText
from bluff.formats.ways_values import FileModel


class RenameJob(FileModel):
    """Call the job something else."""

    edit: Literal["rename-job"] = "rename-job"
    name: StrictStr


class SetStandard(FileModel):
    """Replace the job's standard; keys left out follow the product's."""

    edit: Literal["set-standard"] = "set-standard"
    standard: StandardFile


class SetWay(FileModel):
    """Say one way otherwise: of a wall, of an opening, or of the job where neither is named.

    `way` is its key in the job file, with a part of its value after a dot; `text` is what is typed, null lets it
    follow again.
    """

    edit: Literal["set-way"] = "set-way"
    way: StrictStr
    text: Annotated[StrictStr | None, Field(max_length=1000)] = None
    wall: StrictStr | None = None
    opening: StrictStr | None = None


class ApplyStandard(FileModel):
    """Frame the job by a crew's standard, as it is now; null goes back to the product's."""

    edit: Literal["apply-standard"] = "apply-standard"
    taken: TakenFile | None = None


class AddWall(FileModel):
    """Add a wall after the others."""

    edit: Literal["add-wall"] = "add-wall"
    wall: WallFile


class ChangeWall(FileModel):
    """Put a wall in place of the one of that id."""

    edit: Literal["change-wall"] = "change-wall"
    id: StrictStr
    wall: WallFile


class RemoveWall(FileModel):
    """Take a wall out, and its openings with it."""

    edit: Literal["remove-wall"] = "remove-wall"
    id: StrictStr


class AddOpening(FileModel):
    """Add an opening after the others."""

    edit: Literal["add-opening"] = "add-opening"
    opening: OpeningFile


class ChangeOpening(FileModel):
    """Put an opening in place of the one of that id."""

    edit: Literal["change-opening"] = "change-opening"
    id: StrictStr
    opening: OpeningFile


class RemoveOpening(FileModel):
    """Take an opening out."""

    edit: Literal["remove-opening"] = "remove-opening"
    id: StrictStr


class CheckOpenings(FileModel):
    """Say that openings were compared with the plan, or were not; by whom and when the application says."""

    edit: Literal["check-openings"] = "check-openings"
    ids: Annotated[tuple[StrictStr, ...], Field(min_length=1, max_length=MOST_OPENINGS)]
    is_checked: StrictBool = True
    by: StrictStr = ""
    at: StrictStr = ""


class MoveWalls(FileModel):
    """Move walls in the plan, and with them the ends of what meets them."""

    edit: Literal["move-walls"] = "move-walls"
    ids: Annotated[tuple[StrictStr, ...], Field(min_length=1, max_length=MOST_OPENINGS)]
    east: SignedLengthText = 0
    north: SignedLengthText = 0


class SetClear(FileModel):
    """Move a wall until it is a clear distance, face to face, from a parallel one."""

    edit: Literal["set-clear"] = "set-clear"
    id: StrictStr
    other: StrictStr
    clear: LengthText


class SetLength(FileModel):
    """Make a wall another length; the wall its end meets moves with its end."""

    edit: Literal["set-length"] = "set-length"
    id: StrictStr
    length: LengthText


class SplitWall(FileModel):
    """Make two walls of one, at a distance from its start as drawn."""

    edit: Literal["split-wall"] = "split-wall"
    id: StrictStr
    at: LengthText
    new_id: StrictStr


class JoinWalls(FileModel):
    """Make one wall of two in line, under the first one's id."""

    edit: Literal["join-walls"] = "join-walls"
    id: StrictStr
    other: StrictStr


class RunThrough(FileModel):
    """Let a wall run through at the corner its end makes."""

    edit: Literal["run-through"] = "run-through"
    id: StrictStr
    end: End


class MirrorJob(FileModel):
    """Turn the whole plan over."""

    edit: Literal["mirror-job"] = "mirror-job"
    across: core.Across


class MoveOpening(FileModel):
    """Move an opening along its wall, toward the wall's end."""

    edit: Literal["move-opening"] = "move-opening"
    id: StrictStr
    by: SignedLengthText


class SetPicture(FileModel):
    """Lay a picture of the plan under the walls, move or fade it; null takes it away."""

    edit: Literal["set-picture"] = "set-picture"
    picture: PictureFile | None = None


class ScalePicture(FileModel):
    """Scale the picture by two places on it, in pixels from its upper left corner, and the distance between them."""

    edit: Literal["scale-picture"] = "scale-picture"
    first: tuple[float, float]
    second: tuple[float, float]
    length: LengthText


class SetStock(FileModel):
    """Say what boards there are for the job, what they cost, and the saw they are cut with."""

    edit: Literal["set-stock"] = "set-stock"
    stock: StockFile


class RestoreRevision(FileModel):
    """Make the job what it was at an earlier revision; asked for under its history, and kept as this."""

    edit: Literal["restore-revision"] = "restore-revision"
    revision: Annotated[StrictInt, Field(ge=0)]


class Several(FileModel):
    """Some edits as one, which is undone at once."""

    edit: Literal["several"] = "several"
    says: Annotated[StrictStr | None, Field(exclude=True, deprecated="Written by earlier versions; not read.")] = None
    edits: Annotated[list["EditFile"], Field(min_length=1, max_length=MOST_WALLS + MOST_OPENINGS)]


EditFile: TypeAlias = Annotated[
    RenameJob
    | SetStandard
    | SetWay
    | ApplyStandard
    | AddWall
    | ChangeWall
    | RemoveWall
    | AddOpening
    | ChangeOpening
    | RemoveOpening
    | CheckOpenings
    | MoveWalls
    | SetClear
    | SetLength
    | SplitWall
    | JoinWalls
    | RunThrough
    | MirrorJob
    | MoveOpening
    | SetPicture
    | ScalePicture
    | SetStock
    | RestoreRevision
    | Several,
    Field(discriminator="edit"),
]

# Edits of plain values have the keys of the core's edit of the same name; those that hold more are matched first.
_PLAIN: dict[type[FileModel], Any] = {
    file: getattr(core, file.__name__) for file in get_args(get_args(EditFile)[0]) if hasattr(core, file.__name__)
}
_PLAIN_FILES: dict[type, Any] = {mirror: file for file, mirror in _PLAIN.items()}

_EDIT: TypeAdapter[EditFile] = TypeAdapter(EditFile)

Read = TypeVar("Read")


def edit_to_core(edit: EditFile) -> core.Edit:
    """The edit as the core applies it.

    Raises:
        FaultyData: A wall, opening or standard in it cannot be; the path starts at that key.
    """
    match edit:
        case SetStandard(standard=standard):
            return core.SetWays(_within("standard", standard.to_core))
        case ApplyStandard(taken=taken):
            return core.ApplyStandard(_within("taken", taken.to_core) if taken else None)
        case AddWall(wall=wall):
            return core.AddWall(_within("wall", wall.to_core))
        case ChangeWall(id=id_, wall=wall):
            return core.ChangeWall(id_, _within("wall", wall.to_core))
        case AddOpening(opening=opening):
            return core.AddOpening(_within("opening", opening.to_core))
        case ChangeOpening(id=id_, opening=opening):
            return core.ChangeOpening(id_, _within("opening", opening.to_core))
        case SetPicture(picture=picture):
            return core.SetPicture(_within("picture", picture.to_core) if picture else None)
        case SetStock(stock=stock):
            return core.SetStock(_within("stock", stock.stock_to_core))
        case Several(edits=edits):
            return core.Several(tuple(edit_to_core(one) for one in edits))
        case _:
            plain: core.Edit = _PLAIN[type(edit)](**{key: value for key, value in edit if key != "edit"})
            return plain


def edit_from_core(edit: core.Edit) -> EditFile:
    """The edit as JSON models."""
    match edit:
        case core.SetWays():
            return SetStandard.model_construct(standard=StandardFile.from_core(edit.ways))
        case core.ApplyStandard(taken):
            return ApplyStandard.model_construct(taken=TakenFile.from_core(taken) if taken else None)
        case core.AddWall(wall):
            return AddWall.model_construct(wall=WallFile.from_core(wall))
        case core.ChangeWall(id_, wall):
            return ChangeWall.model_construct(id=id_, wall=WallFile.from_core(wall))
        case core.AddOpening(opening):
            return AddOpening.model_construct(opening=OpeningFile.from_core(opening))
        case core.ChangeOpening(id_, opening):
            return ChangeOpening.model_construct(id=id_, opening=OpeningFile.from_core(opening))
        case core.SetPicture(picture):
            return SetPicture.model_construct(picture=PictureFile.from_core(picture) if picture else None)
        case core.SetStock(stock):
            return SetStock.model_construct(stock=StockFile.from_core(stock))
        case core.Several(edits):
            return Several.model_construct(edits=[edit_from_core(one) for one in edits])
        case _:
            values = {key.name: getattr(edit, key.name) for key in fields(edit)}
            plain: EditFile = _PLAIN_FILES[type(edit)].model_construct(**values)
            return plain


def edit_data(edit: core.Edit) -> dict[str, Any]:
    """An edit as JSON data, for keeping."""
    return edit_from_core(edit).model_dump(mode="json", by_alias=True)


def edit_from_data(data: Any) -> core.Edit:
    """An edit from JSON data that was kept; `edit_data` gives back the same."""
    return edit_to_core(_EDIT.validate_python(data))


def _within(key: str, read: Callable[[], Read]) -> Read:
    try:
        return read()
    except BluffError as error:
        raise FaultyData([fault_of(error, key)]) from error
