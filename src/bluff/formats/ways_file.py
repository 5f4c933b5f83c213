"""The ways of framing as the job file writes them: the keys of a standard, a wall or an opening.

The models are made from `Standard` and the levels of `bluff.core.job.ways`: a way that is added there is in the file
and its schema. What a key is left out of follows: the wall the job, the job its crew's standard, that one the
product's.
"""

from collections.abc import Callable, Mapping
from fractions import Fraction
from typing import TYPE_CHECKING, Any, TypeVar, get_type_hints

from pydantic import Field, StrictBool, StrictInt, StrictStr, create_model

from bluff.core.errors import BluffError, SettingError
from bluff.core.job.amounts import (
    Allowance,
    BoltRule,
    Count,
    Datum,
    DoorParts,
    Insulation,
    JoistLayout,
    MeasuredRoom,
    Nailing,
    PinRule,
    PlateStock,
    PrecutStuds,
    Rates,
    SheetSize,
    StudMake,
    Studs,
    WallHeight,
    WideOpening,
    WorkDay,
)
from bluff.core.job.header import Header
from bluff.core.job.loads import HeaderLoads
from bluff.core.job.schools import CeilingBacking, JoistRun, OpeningKind
from bluff.core.job.standard import Standard, UsualAllowances
from bluff.core.job.ways import JobWays, OpeningWays, WallWays, Ways, belongs
from bluff.core.job.wood import Wood, WoodKind
from bluff.core.job.words import Words
from bluff.core.measure.length import Length
from bluff.core.measure.lumber import Lumber, lumber
from bluff.core.message import Message, message
from bluff.formats.values import LengthText, SpacingText
from bluff.formats.ways_values import (
    STUDS_KEYS,
    AllowanceFile,
    BoltsFile,
    CeilingText,
    DatumFile,
    FileModel,
    HeaderFile,
    HeaderLoadsFile,
    InsulationFile,
    JoistLayoutFile,
    MeasuredFile,
    NailsFile,
    PinsFile,
    PlateStockFile,
    RatesFile,
    SheetFile,
    StudMakeFile,
    ValueFile,
    WideOpeningFile,
    WoodFile,
    WordFile,
    WorkDayFile,
)

Level = TypeVar("Level", bound=Ways)

_KINDS: Mapping[Any, Any] = {
    Length: LengthText,
    Count: StrictInt,
    Fraction: SpacingText,
    bool: StrictBool,
    str: StrictStr,
    StudMake: StudMakeFile,
    Header: HeaderFile,
    WideOpening: WideOpeningFile,
    Allowance: AllowanceFile,
    Allowance | DoorParts: AllowanceFile,
    UsualAllowances: dict[OpeningKind, AllowanceFile],
    Datum: DatumFile,
    JoistRun | None: JoistRun,
    JoistLayout | None: JoistLayoutFile,
    CeilingBacking: CeilingText,
    BoltRule: BoltsFile,
    PinRule: PinsFile,
    PlateStock: PlateStockFile,
    SheetSize: SheetFile,
    Insulation: InsulationFile,
    HeaderLoads: HeaderLoadsFile,
    WoodKind | None: WoodKind,
    tuple[Wood, ...]: dict[WoodKind, WoodFile],
    Rates: RatesFile,
    WorkDay: WorkDayFile,
    Nailing: NailsFile,
    tuple[Lumber, ...]: dict[str, tuple[LengthText, LengthText]],
    Words: dict[str, WordFile],
}
"""How each kind of value there is in a standard stands in the file; schools stand there as they are."""

_DESCRIBED = {
    "usual_allowances": "The crew's own figures for the kinds whose makers differ.",
    "intersection_board": "A wide flat's board behind a wall that butts, like 2x8; narrowest just does.",
    "lumber": "Boards that measure otherwise than the table says: name to [thickness, width].",
    "woods": "The crew's own figures for the woods of headers, for the header check.",
    "words": "What the crew calls the pieces, by role, and writes for them; for the whole job.",
}


class WaysFile(FileModel):
    """The keys that a level may set; what is left out follows."""

    def ways(self, level: type[Level]) -> Level:
        """These keys as the core knows them.

        Raises:
            BluffError: A value no wall can be framed by, with its key as path.
        """
        given = {}
        for key in level.names():
            value = self._studs() if key == "studs" else getattr(self, key)
            if value is not None:
                given[key] = _within(key, _READ.get(key, _core), value)
        return level(**given)

    def _studs(self) -> Studs | None:
        """The one of three keys that says how long studs are."""
        given = [key for key in STUDS_KEYS if getattr(self, key, None) is not None]
        if len(given) > 1:
            raise SettingError(
                message("Give {stud:a} length, a wall height or a measured room, one of them."), given[-1]
            )
        return _STUDS[given[0]](getattr(self, given[0])) if given else None

    @classmethod
    def misplaced(cls, key: str) -> Message | None:
        way = "studs" if key in STUDS_KEYS else key
        if way not in JobWays.names():
            return None
        return belongs(way, message("{key}", key=key))


_STUDS: Mapping[str, Callable[[Any], Studs]] = {
    "stud_length": PrecutStuds,
    "wall_height": WallHeight,
    "measured": MeasuredFile.to_core,
}


def _model_of(level: type[Ways]) -> type[WaysFile]:
    """The model of a level: a key for every way it can say, in the order of `Standard`."""
    keys: dict[str, Any] = {}
    for key, kind in get_type_hints(Standard, include_extras=True).items():
        if key not in level.names():
            continue
        if key == "studs":
            keys |= dict(zip(STUDS_KEYS, (LengthText, LengthText, MeasuredFile), strict=True))
        else:
            keys[key] = _KINDS.get(kind, kind)
    described: dict[str, Any] = {
        key: (kind | None, Field(default=None, description=_DESCRIBED.get(key))) for key, kind in keys.items()
    }
    return create_model(f"{level.__name__}File", __base__=WaysFile, __doc__=level.__doc__ or "", **described)


if TYPE_CHECKING:
    # Their keys are known when the program runs; to the type checker they are what they have in common.
    OpeningWaysFile = WaysFile
    WallWaysFile = WaysFile
    JobWaysFile = WaysFile
else:
    OpeningWaysFile, WallWaysFile, JobWaysFile = map(_model_of, (OpeningWays, WallWays, JobWays))


def _boards(given: dict[str, tuple[Length, Length]]) -> tuple[Lumber, ...]:
    return tuple(Lumber(lumber(name).nominal, thick, wide) for name, (thick, wide) in given.items())


def _usual(given: dict[OpeningKind, AllowanceFile]) -> UsualAllowances:
    return tuple((kind, allowance.plain()) for kind, allowance in given.items())


def _woods(given: dict[WoodKind, WoodFile]) -> tuple[Wood, ...]:
    return tuple(wood.of_kind(kind) for kind, wood in given.items())


def _words(given: dict[str, WordFile]) -> Words:
    return Words(tuple((piece, word.to_core()) for piece, word in given.items()))


def _core(value: Any) -> Any:
    return value.to_core() if isinstance(value, ValueFile) else value


_READ: Mapping[str, Callable[[Any], Any]] = {
    # Only a door's is built up from parts.
    "window_allowance": AllowanceFile.plain,
    "usual_allowances": _usual,
    "lumber": _boards,
    "woods": _woods,
    "words": _words,
}
"""How keys become the core's that are not single models."""


def _within(key: str, read: Callable[[Any], Any], value: Any) -> Any:
    try:
        return read(value)
    except BluffError as error:
        # A fault at a key of its own keeps it; one of the whole value is at the value's key.
        raise type(error)(error.message, ".".join(part for part in (key, error.path) if part)) from error


def ways_data(ways: JobWays) -> dict[str, Any]:
    """A standard's ways as JSON data, for keeping; `ways_from_data` gives them back."""
    return JobWaysFile.model_construct(**ways_keys(ways)).model_dump(mode="json", by_alias=True)


def ways_from_data(data: dict[str, Any]) -> JobWays:
    """A standard's ways from JSON data that was kept."""
    return JobWaysFile.model_validate(data).ways(JobWays)


def ways_keys(ways: Ways) -> dict[str, Any]:
    """Ways as the keys of their level's model."""
    given = ways.given()
    match given.pop("studs", None):
        case PrecutStuds(length):
            given["stud_length"] = length
        case WallHeight(height):
            given["wall_height"] = height
        case MeasuredRoom() as room:
            given["measured"] = MeasuredFile.from_core(room)
    return {key: _written(key, value) for key, value in given.items()}


def _written(key: str, value: Any) -> Any:
    if key in _WRITE:
        return _WRITE[key](value)
    model = _KINDS.get(type(value))
    return model.from_core(value) if isinstance(model, type) and issubclass(model, ValueFile) else value


def words_file(words: Words) -> dict[str, WordFile]:
    """Words as the job file says them."""
    return {piece: WordFile.from_core(word) for piece, word in words.own}


_WRITE: Mapping[str, Callable[[Any], Any]] = {
    "door_allowance": AllowanceFile.from_core,
    "joist_layout": JoistLayoutFile.from_core,
    "usual_allowances": lambda usual: {kind: AllowanceFile.from_core(allowance) for kind, allowance in usual},
    "lumber": lambda boards: {board.nominal: (board.thickness, board.width) for board in boards},
    "woods": lambda woods: {wood.kind: WoodFile.from_core(wood) for wood in woods},
    "words": words_file,
}
"""`_READ` the other way."""
