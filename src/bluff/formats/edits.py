"""Edits as JSON: what the interface sends and the store keeps, in the words of the job file."""

from collections.abc import Callable
from typing import Annotated, Any, Literal, TypeAlias, TypeVar

from pydantic import Field, StrictStr, TypeAdapter

from bluff.core import edit as core
from bluff.core.errors import BluffError
from bluff.formats.errors import FaultyData, fault_of
from bluff.formats.job_file import FileModel, OpeningFile, StandardFile, WallFile


class RenameJob(FileModel):
    """Call the job something else."""

    edit: Literal["rename-job"] = "rename-job"
    name: StrictStr


class SetStandard(FileModel):
    """Replace the job's standard; keys left out follow the product's."""

    edit: Literal["set-standard"] = "set-standard"
    standard: StandardFile


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


EditFile: TypeAlias = Annotated[
    RenameJob | SetStandard | AddWall | ChangeWall | RemoveWall | AddOpening | ChangeOpening | RemoveOpening,
    Field(discriminator="edit"),
]

_EDIT: TypeAdapter[EditFile] = TypeAdapter(EditFile)

Read = TypeVar("Read")


def edit_to_core(edit: EditFile) -> core.Edit:
    """The edit as the core applies it.

    Raises:
        FaultyData: A wall, opening or standard in it cannot be; the path starts at that key.
    """
    match edit:
        case RenameJob(name=name):
            return core.RenameJob(name)
        case SetStandard(standard=standard):
            return core.SetWays(_within("standard", standard.ways))
        case AddWall(wall=wall):
            return core.AddWall(_within("wall", wall.to_core))
        case ChangeWall(id=id_, wall=wall):
            return core.ChangeWall(id_, _within("wall", wall.to_core))
        case RemoveWall(id=id_):
            return core.RemoveWall(id_)
        case AddOpening(opening=opening):
            return core.AddOpening(_within("opening", opening.to_core))
        case ChangeOpening(id=id_, opening=opening):
            return core.ChangeOpening(id_, _within("opening", opening.to_core))
        case RemoveOpening(id=id_):
            return core.RemoveOpening(id_)


def edit_from_core(edit: core.Edit) -> EditFile:
    """The edit as JSON models."""
    match edit:
        case core.RenameJob(name):
            return RenameJob(name=name)
        case core.SetWays():
            return SetStandard.model_construct(standard=StandardFile.from_core(edit.ways))
        case core.AddWall(wall):
            return AddWall.model_construct(wall=WallFile.from_core(wall))
        case core.ChangeWall(id_, wall):
            return ChangeWall.model_construct(id=id_, wall=WallFile.from_core(wall))
        case core.RemoveWall(id_):
            return RemoveWall(id=id_)
        case core.AddOpening(opening):
            return AddOpening.model_construct(opening=OpeningFile.from_core(opening))
        case core.ChangeOpening(id_, opening):
            return ChangeOpening.model_construct(id=id_, opening=OpeningFile.from_core(opening))
        case core.RemoveOpening(id_):
            return RemoveOpening(id=id_)


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
