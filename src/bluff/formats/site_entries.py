"""Site entries, as a phone writes them down and sends them."""

from typing import Annotated, Any, Literal, TypeAlias
from uuid import UUID

from pydantic import AwareDatetime, Field, StrictBool, StrictInt, StrictStr, model_validator

from bluff.core.job.amounts import MOST_ON_A_CREW
from bluff.core.job.schools import End
from bluff.core.wall.member import Plate
from bluff.formats.values import Revision
from bluff.formats.ways_values import FileModel, people_for_hands

_LONGEST_AGE = 1000 * 60 * 60 * 24 * 366
"""Milliseconds."""

Name: TypeAlias = Annotated[StrictStr, Field(min_length=1, max_length=200)]
WallName: TypeAlias = Annotated[StrictStr, Field(min_length=1, max_length=60)]


class EntryFile(FileModel):
    """A site entry: when it was made, and a key made up by the sender, under which it is kept once.

    `at` is what the phone's clock showed. `age` is how many milliseconds have passed since by its monotonic clock,
    which is not set, and `after` the server's time as the phone knew it: both correct a clock that was set meanwhile.
    """

    key: UUID
    at: AwareDatetime
    age: Annotated[float, Field(ge=0, le=_LONGEST_AGE)] | None = None
    after: AwareDatetime | None = None


class MarkEntry(EntryFile):
    """A mark that is written on a plate, or struck from it, by the job at a revision; of a whole plate with no mark.

    Without a revision a whole plate is not marked after all. `hook` is the end the tape is hooked on, where it is not
    known from the wall.
    """

    kind: Literal["mark"]
    wall: WallName
    plate: Plate
    mark: Name | None = None
    revision: Revision | None = None
    is_done: StrictBool
    hook: End | None = None


class TickEntry(EntryFile):
    """A piece of work that is done, or is not after all; of work that is begun, how many do it."""

    @model_validator(mode="before")
    @classmethod
    def _of_before(cls, value: Any) -> Any:
        """What a phone kept before its page was updated."""
        value = people_for_hands(value)
        if isinstance(value, dict) and value.get("work") == "raise/hands":
            value = {**value, "work": "raise/people"}
        return value

    kind: Literal["tick"]
    wall: WallName | None = None
    work: Name
    is_done: StrictBool
    people: Annotated[StrictInt, Field(ge=1, le=MOST_ON_A_CREW)] | None = None


class ReadingEntry(EntryFile):
    """What a tape read for one measure of a check."""

    kind: Literal["reading"]
    wall: WallName
    check: Name
    measure: Annotated[StrictStr, Field(min_length=1, max_length=60)]
    value: Annotated[StrictStr, Field(max_length=60, description="A length, as it is typed anywhere.")]
    read_by: Literal["hand", "tape"] = "hand"


class CutEntry(EntryFile):
    """A piece that is cut off its board, or is not after all; by the board's number and the piece's name on it."""

    kind: Literal["cut"]
    board: Annotated[StrictInt, Field(ge=1, lt=2**31)]
    name: Name
    is_done: StrictBool


class NoteEntry(EntryFile):
    """A note, of the job, a wall or a piece."""

    kind: Literal["note"]
    wall: WallName | None = None
    piece: Name | None = None
    words: Annotated[StrictStr, Field(min_length=1, max_length=2000)]


AnyEntry: TypeAlias = Annotated[
    MarkEntry | TickEntry | ReadingEntry | CutEntry | NoteEntry, Field(discriminator="kind")
]
