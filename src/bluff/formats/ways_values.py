"""Ways that are more than one value, as the job file writes them: each a small model that reads and writes one."""

from dataclasses import fields
from typing import Annotated, Any, Self

from pydantic import (
    BaseModel,
    ConfigDict,
    Field,
    PlainSerializer,
    PlainValidator,
    StrictBool,
    StrictInt,
    StrictStr,
    WithJsonSchema,
    model_serializer,
    model_validator,
)
from pydantic_core.core_schema import SerializerFunctionWrapHandler

from bluff.core.errors import SettingError
from bluff.core.job.amounts import (
    MOST_ON_A_CREW,
    MOST_TRUCKS,
    USUAL_PLAY,
    Allowance,
    BoltRule,
    Datum,
    DoorParts,
    Insulation,
    JoistLayout,
    MeasuredRoom,
    Nailing,
    PinRule,
    PlateStock,
    Rates,
    SheetSize,
    StudMake,
    WideOpening,
    WorkDay,
)
from bluff.core.job.header import Capped, Header, HeaderKind, HeaderPlace, Laid, Source, usual_header
from bluff.core.job.loads import HeaderLoads, LoadTime
from bluff.core.job.schools import (
    CeilingBacking,
    End,
    StudKind,
    WideFace,
)
from bluff.core.job.ways import JobWays
from bluff.core.job.wood import Wood, WoodKind
from bluff.core.job.words import Word
from bluff.core.message import Message, message
from bluff.formats.values import ClockText, FeetText, LengthText, NumberText, SignedLengthText, SpacingText, WeightText

STUDS_KEYS = ("stud_length", "wall_height", "measured")
"""The three ways to say how long studs are, each a key of its own in the file."""
WAY_KEYS = frozenset({*JobWays.names(), *STUDS_KEYS})


def people_for_hands(value: Any) -> Any:
    """A part of a file or an entry of earlier versions, which called people `hands`."""
    if isinstance(value, dict) and "hands" in value and "people" not in value:
        return {"people" if key == "hands" else key: one for key, one in value.items()}
    return value


class FileModel(BaseModel):
    """A part of the file: unknown keys are refused by name."""

    model_config = ConfigDict(extra="forbid")

    @model_serializer(mode="wrap")
    def _only_what_is_said(self, write: SerializerFunctionWrapHandler) -> dict[str, Any]:
        """What is decided here, and of a wall or opening first what it is, then how it is framed.

        Keys that follow are left out.
        """
        given = [(key, value) for key, value in write(self).items() if value is not None]
        return dict(sorted(given, key=lambda item: item[0] in WAY_KEYS))

    @classmethod
    def misplaced(cls, key: str) -> Message | None:  # noqa: ARG003 - asked of every model, answered by some
        """Where a key belongs that is known but not here; None where it is known nowhere."""
        return None


class ValueFile(FileModel):
    """A model of one of the core's values."""

    def to_core(self) -> Any:
        """The value.

        Raises:
            SettingError: No wall can be framed by it.
        """
        raise NotImplementedError

    @classmethod
    def from_core(cls, value: Any) -> Self:
        """The model of a value; unless a model says otherwise its keys are the value's fields."""
        return cls.model_construct(**{key.name: getattr(value, key.name) for key in fields(value)})


class HeaderFile(ValueFile):
    """A header. What is left out is two plies of 2x8 when built up, one of the wall's own lumber when flat."""

    kind: HeaderKind = HeaderKind.BUILT_UP
    size: StrictStr | None = None
    plies: StrictInt | None = None
    source: Source | None = None
    place: HeaderPlace | None = None
    capped: Capped | None = None
    laid: Laid | None = None
    furred: StrictBool | None = None

    def to_core(self) -> Header:
        usual = usual_header(self.kind)
        # No timber is so usual that a file need not name it.
        size = self.size or (usual.size if self.kind is not HeaderKind.SOLID else None)
        return Header(
            self.kind,
            size,
            self.plies or usual.plies,
            self.source or Source.UNVERIFIED,
            self.place or HeaderPlace.AT_HEAD,
            self.capped or Capped.NONE,
            self.laid or Laid.EDGE,
            bool(self.furred),
        )

    @classmethod
    def from_core(cls, header: Header) -> Self:
        """The header; what is not out of the ordinary is left out."""
        return cls.model_construct(
            kind=header.kind,
            size=header.size,
            plies=header.plies,
            source=header.source if header.source is not Source.UNVERIFIED else None,
            place=header.place if header.place is not HeaderPlace.AT_HEAD else None,
            capped=header.capped if header.capped is not Capped.NONE else None,
            laid=header.laid if header.laid is not Laid.EDGE else None,
            furred=header.is_furred or None,
        )


class WideOpeningFile(ValueFile):
    """From which rough width on there are more jacks and kings."""

    from_width: LengthText = Field(alias="from")
    jacks: StrictInt = 2
    kings: StrictInt = 2

    def to_core(self) -> WideOpening:
        return WideOpening(self.from_width, self.jacks, self.kings)


class DatumFile(ValueFile):
    """Where the on-center layout is measured from; a shift runs along the wall from that end."""

    end: End = End.START
    shift: SignedLengthText = 0

    def to_core(self) -> Datum:
        return Datum(self.end, self.shift)


class JoistLayoutFile(ValueFile):
    """Where the joists above lie: the middle of one of them in the plan, and their spacing."""

    first: SignedLengthText = JoistLayout().first
    spacing: SpacingText = JoistLayout().spacing

    def to_core(self) -> JoistLayout:
        return JoistLayout(self.first, self.spacing)


class MeasuredFile(ValueFile):
    """A room as measured: floor to ceiling at several points, and the play of the wall that goes into it."""

    heights: Annotated[tuple[LengthText, ...], Field(max_length=100)]
    play: LengthText = USUAL_PLAY

    def to_core(self) -> MeasuredRoom:
        return MeasuredRoom(self.heights, self.play)


class AllowanceFile(ValueFile):
    """What a rough opening has over its unit: two figures, or for a door the parts round the slab."""

    width: LengthText | None = None
    height: LengthText | None = None
    jamb: LengthText | None = None
    gap: LengthText | None = None
    under: LengthText | None = None
    floor: LengthText | None = None
    shim: LengthText | None = None

    def plain(self) -> Allowance:
        """The allowance in two figures.

        Raises:
            SettingError: It is given in parts, or half.
        """
        given = self.to_core()
        if isinstance(given, DoorParts):
            raise SettingError(message("Only a door's allowance is built up from parts. Write width and height."))
        return given

    def to_core(self) -> Allowance | DoorParts:
        parts = {key: value for key in _PARTS if (value := getattr(self, key)) is not None}
        if self.width is None and self.height is None and parts:
            return DoorParts(**parts)
        if parts or self.width is None or self.height is None:
            raise SettingError(
                message(
                    'Write an allowance as {{"width": 1, "height": 1}}, or in parts: {choices}.',
                    choices=", ".join(_PARTS),
                )
            )
        return Allowance(self.width, self.height)


_PARTS = [key.name for key in fields(DoorParts)]


class StudMakeFile(ValueFile):
    """What studs are made of; a composite one by its thickness, and its narrow face where it has one."""

    kind: StudKind
    thickness: LengthText | None = None
    narrow: LengthText | None = None
    wide_face: WideFace | None = None

    def to_core(self) -> StudMake:
        usual = StudMake()
        thickness = usual.thickness if self.thickness is None else self.thickness
        return StudMake(self.kind, thickness, self.narrow, self.wide_face or usual.wide_face)

    @classmethod
    def from_core(cls, make: StudMake) -> Self:
        """The make; of sawn studs there is nothing more to say, and one with like faces goes either way round."""
        if make.kind is StudKind.SAWN:
            return cls.model_construct(kind=make.kind)
        return cls.model_construct(
            kind=make.kind,
            thickness=make.thickness,
            narrow=make.narrow,
            wide_face=make.wide_face if make.narrow is not None else None,
        )


class BoltsFile(ValueFile):
    """Where anchor bolts go by rule."""

    from_end: LengthText = BoltRule().from_end
    apart: LengthText = BoltRule().apart

    def to_core(self) -> BoltRule:
        return BoltRule(self.from_end, self.apart)


class PinsFile(ValueFile):
    """Where a plate is shot down by rule."""

    from_end: LengthText = PinRule().from_end
    apart: LengthText = PinRule().apart

    def to_core(self) -> PinRule:
        return PinRule(self.from_end, self.apart)


class PlateStockFile(ValueFile):
    """The boards plates are cut from, how far breaks of the top plates stay apart, if studs double, and doorways."""

    boards: Annotated[tuple[FeetText, ...], Field(max_length=100)] = PlateStock().boards
    offset: LengthText = PlateStock().offset
    doubled_studs: StrictBool = False
    in_doorways: StrictBool = False

    def to_core(self) -> PlateStock:
        return PlateStock(self.boards, self.offset, self.doubled_studs, self.in_doorways)


class InsulationFile(ValueFile):
    """What keeps the heat in, by its R; 0 if not entered."""

    cavity: NumberText = Insulation().cavity
    outside: NumberText = Insulation().outside

    def to_core(self) -> Insulation:
        return Insulation(self.cavity, self.outside)


class WoodFile(ValueFile):
    """The base values of a wood in pounds a square inch, stiffness in millions, and where they are from."""

    bending: NumberText
    shear: NumberText
    bearing: NumberText
    stiffness: NumberText
    source: StrictStr

    def of_kind(self, kind: WoodKind) -> Wood:
        """The wood.

        Raises:
            SettingError: They are those of no wood.
        """
        return Wood(kind, self.bending, self.shear, self.bearing, self.stiffness, self.source)

    @classmethod
    def from_core(cls, wood: Wood) -> Self:
        """The figures; the key says whose they are."""
        return cls.model_construct(**{name: getattr(wood, name) for name in cls.model_fields})


class HeaderLoadsFile(ValueFile):
    """What headers carry: pounds a foot, or feet of roof and floor and their pounds a square foot; 0 says nothing."""

    dead: NumberText = HeaderLoads().dead
    live: NumberText = HeaderLoads().live
    live_is: LoadTime = HeaderLoads().live_is
    roof: NumberText = HeaderLoads().roof
    roof_dead: NumberText = HeaderLoads().roof_dead
    roof_live: NumberText = HeaderLoads().roof_live
    roof_is: LoadTime = HeaderLoads().roof_is
    floor: NumberText = HeaderLoads().floor
    floor_dead: NumberText = HeaderLoads().floor_dead
    floor_live: NumberText = HeaderLoads().floor_live

    def to_core(self) -> HeaderLoads:
        return HeaderLoads(**{key.name: getattr(self, key.name) for key in fields(HeaderLoads)})


class RatesFile(ValueFile):
    """The crew's minutes a cut, a piece, an opening, a foot of plate, a sheet and a raising; 0 if not entered."""

    cut: NumberText = Rates().cut
    piece: NumberText = Rates().piece
    opening: NumberText = Rates().opening
    plate: NumberText = Rates().plate
    sheet: NumberText = Rates().sheet
    raising: NumberText = Rates().raising

    def to_core(self) -> Rates:
        return Rates(self.cut, self.piece, self.opening, self.plate, self.sheet, self.raising)


class WorkDayFile(ValueFile):
    """How many of a crew work, from when to when, how many days a week, and on how many trucks lumber comes."""

    @model_validator(mode="before")
    @classmethod
    def _of_before(cls, value: Any) -> Any:
        return people_for_hands(value)

    people: Annotated[StrictInt, Field(ge=1, le=MOST_ON_A_CREW)] = WorkDay().people
    starts: ClockText = WorkDay().starts
    ends: ClockText = WorkDay().ends
    week: Annotated[StrictInt, Field(ge=1, le=7)] = WorkDay().week
    trucks: Annotated[StrictInt, Field(ge=1, le=MOST_TRUCKS)] = WorkDay().trucks

    def to_core(self) -> WorkDay:
        return WorkDay(self.people, self.starts, self.ends, self.week, self.trucks)


class SheetFile(ValueFile):
    """What sheets measure."""

    width: LengthText = SheetSize().width
    length: LengthText = SheetSize().length
    weight: WeightText = SheetSize().weight

    def to_core(self) -> SheetSize:
        return SheetSize(self.width, self.length, self.weight)


class NailsFile(ValueFile):
    """How many nails a joint gets, and how far apart those in a row are."""

    stud: StrictInt = Nailing().stud
    header: StrictInt = Nailing().header
    deep_header: StrictInt = Nailing().deep_header
    apart: LengthText = Nailing().apart
    lap: StrictInt = Nailing().lap
    splice: StrictInt = Nailing().splice

    def to_core(self) -> Nailing:
        return Nailing(self.stud, self.header, self.deep_header, self.apart, self.lap, self.splice)


class WordFile(ValueFile):
    """What one piece is called, and the letter that is written for it."""

    name: StrictStr | None = None
    letter: StrictStr | None = None

    def to_core(self) -> Word:
        return Word(self.name, self.letter)


def _read_ceiling(value: Any) -> CeilingBacking:
    """Files of before there were two ways have a yes or no, which is still read."""
    if isinstance(value, bool):
        return CeilingBacking.ON_PLATES if value else CeilingBacking.NONE
    try:
        return CeilingBacking(value)
    except ValueError as error:
        raise ValueError(message("Write one of {choices}.", choices=", ".join(CeilingBacking))) from error


CeilingText = Annotated[
    CeilingBacking,
    PlainValidator(_read_ceiling),
    PlainSerializer(str),
    WithJsonSchema({"type": "string", "enum": list(CeilingBacking)}),
]
