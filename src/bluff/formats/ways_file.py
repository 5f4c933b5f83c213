"""The ways of framing as the job file writes them: the keys of a standard, a wall or an opening.

What a key is left out of follows: the wall the job, the job its crew's standard, that one the product's.
"""

from collections.abc import Callable
from dataclasses import fields
from typing import Annotated, Any

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
)
from pydantic_core.core_schema import SerializerFunctionWrapHandler

from bluff.core.errors import BluffError, SettingError
from bluff.core.job.header import Capped, Header, HeaderKind, HeaderPlace, Laid, Source
from bluff.core.job.schools import (
    USUAL_PLAY,
    Allowance,
    Anchors,
    Blocks,
    BoltRule,
    CeilingBacking,
    CornerSchool,
    Datum,
    DoorParts,
    End,
    EndStuds,
    Floor,
    Heads,
    IntersectionSchool,
    Jacks,
    JoistLayout,
    JoistRun,
    MarkedOn,
    MarkLines,
    MeasuredRoom,
    Nailing,
    OpeningKind,
    PinRule,
    PlateStock,
    PlateTies,
    PrecutStuds,
    Sheets,
    SheetSize,
    SillTop,
    StudKind,
    StudMake,
    Studs,
    WallHeight,
    WideFace,
    WideOpening,
)
from bluff.core.job.standard import UsualAllowances, Ways
from bluff.core.job.words import Word, Words
from bluff.core.measure.length import Length
from bluff.core.measure.lumber import Lumber, lumber
from bluff.formats.values import FeetText, LengthText, SignedLengthText, SpacingText, WeightText


class FileModel(BaseModel):
    """A part of the file: unknown keys are refused by name."""

    model_config = ConfigDict(extra="forbid")

    @model_serializer(mode="wrap")
    def _only_what_is_said(self, write: SerializerFunctionWrapHandler) -> dict[str, Any]:
        """What is decided here, and of a wall or opening first what it is, then how it is framed.

        Keys that follow are left out.
        """
        said = [(key, value) for key, value in write(self).items() if value is not None]
        return dict(sorted(said, key=lambda item: item[0] in WaysFile.model_fields))


class HeaderFile(FileModel):
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
        size = self.size or _USUAL_SIZE.get(self.kind)
        plies = self.plies or (1 if self.kind in (HeaderKind.FLAT, HeaderKind.SOLID) else 2)
        return Header(
            self.kind,
            size,
            plies,
            self.source or Source.UNVERIFIED,
            self.place or HeaderPlace.AT_HEAD,
            self.capped or Capped.NONE,
            self.laid or Laid.EDGE,
            bool(self.furred),
        )

    @classmethod
    def from_core(cls, header: Header) -> "HeaderFile":
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


_USUAL_SIZE = {
    HeaderKind.BUILT_UP: "2x8",
    HeaderKind.INSULATED: "2x8",
    HeaderKind.BOX: "2x8",
    HeaderKind.ENGINEERED: "1 3/4 x 9 1/4",
}


class WideOpeningFile(FileModel):
    """From which rough width on there are more jacks and kings."""

    from_width: LengthText = Field(alias="from")
    jacks: StrictInt = 2
    kings: StrictInt = 2

    def to_core(self) -> WideOpening:
        return WideOpening(self.from_width, self.jacks, self.kings)


class DatumFile(FileModel):
    """Where the on-centre layout is measured from; a shift runs along the wall from that end."""

    end: End = End.START
    shift: SignedLengthText = 0

    def to_core(self) -> Datum:
        return Datum(self.end, self.shift)


class JoistLayoutFile(FileModel):
    """Where the joists above lie: the middle of one of them in the plan, and their spacing."""

    first: SignedLengthText = JoistLayout().first
    spacing: SpacingText = JoistLayout().spacing

    def to_core(self) -> JoistLayout:
        return JoistLayout(self.first, self.spacing)


class MeasuredFile(FileModel):
    """A room as measured: floor to ceiling at several points, and the play of the wall that goes into it."""

    heights: Annotated[list[LengthText], Field(max_length=100)]
    play: LengthText = USUAL_PLAY

    def to_core(self) -> MeasuredRoom:
        return MeasuredRoom(tuple(self.heights), self.play)


class AllowanceFile(FileModel):
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
        said = self.to_core()
        if isinstance(said, DoorParts):
            raise SettingError("Only a door's allowance is built up from parts; write width and height.")
        return said

    def to_core(self) -> Allowance | DoorParts:
        parts = {key: value for key in _PARTS if (value := getattr(self, key)) is not None}
        if self.width is None and self.height is None and parts:
            return DoorParts(**parts)
        if parts or self.width is None or self.height is None:
            raise SettingError(f'Write an allowance as {{"width": 1, "height": 1}}, or in parts: {", ".join(_PARTS)}.')
        return Allowance(self.width, self.height)


_PARTS = [key.name for key in fields(DoorParts)]


class StudMakeFile(FileModel):
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
    def from_core(cls, make: StudMake) -> "StudMakeFile":
        """The make; of sawn studs there is nothing more to say, and one with like faces goes either way round."""
        if make.kind is StudKind.SAWN:
            return cls.model_construct(kind=make.kind)
        return cls.model_construct(
            kind=make.kind,
            thickness=make.thickness,
            narrow=make.narrow,
            wide_face=make.wide_face if make.narrow is not None else None,
        )


class BoltsFile(FileModel):
    """Where anchor bolts go by rule."""

    from_end: LengthText = BoltRule().from_end
    apart: LengthText = BoltRule().apart

    def to_core(self) -> BoltRule:
        return BoltRule(self.from_end, self.apart)


class PinsFile(FileModel):
    """Where a plate is shot down by rule."""

    from_end: LengthText = PinRule().from_end
    apart: LengthText = PinRule().apart

    def to_core(self) -> PinRule:
        return PinRule(self.from_end, self.apart)


class PlateStockFile(FileModel):
    """The boards plates are cut from, how far breaks of the two top plates stay apart, and whether studs double."""

    boards: Annotated[tuple[FeetText, ...], Field(max_length=100)] = PlateStock().boards
    offset: LengthText = PlateStock().offset
    doubled_studs: StrictBool = False

    def to_core(self) -> PlateStock:
        return PlateStock(self.boards, self.offset, self.doubled_studs)


class SheetFile(FileModel):
    """What sheets measure."""

    width: LengthText = SheetSize().width
    length: LengthText = SheetSize().length
    weight: WeightText = SheetSize().weight

    def to_core(self) -> SheetSize:
        return SheetSize(self.width, self.length, self.weight)


class NailsFile(FileModel):
    """How many nails a joint gets, and how far apart those in a row are."""

    stud: StrictInt = Nailing().stud
    header: StrictInt = Nailing().header
    deep_header: StrictInt = Nailing().deep_header
    apart: LengthText = Nailing().apart
    lap: StrictInt = Nailing().lap
    splice: StrictInt = Nailing().splice

    def to_core(self) -> Nailing:
        return Nailing(self.stud, self.header, self.deep_header, self.apart, self.lap, self.splice)


class WordFile(FileModel):
    """What one piece is called, and the letter that is written for it."""

    name: StrictStr | None = None
    letter: StrictStr | None = None


def _read_ceiling(value: Any) -> CeilingBacking:
    """What files said with yes and no before there were two ways is still read."""
    if isinstance(value, bool):
        return CeilingBacking.ON_PLATES if value else CeilingBacking.NONE
    try:
        return CeilingBacking(value)
    except ValueError as error:
        raise ValueError(f"Write one of {', '.join(CeilingBacking)}.") from error


CeilingText = Annotated[
    CeilingBacking,
    PlainValidator(_read_ceiling),
    PlainSerializer(str),
    WithJsonSchema({"type": "string", "enum": list(CeilingBacking)}),
]


class WaysFile(FileModel):
    """The keys a job's standard, a wall or an opening may set; what is left out follows."""

    spacing: SpacingText | None = None
    stud_length: LengthText | None = None
    wall_height: LengthText | None = None
    measured: MeasuredFile | None = None
    stud_make: StudMakeFile | None = None
    end_studs: EndStuds | None = None
    head_height: LengthText | None = None
    heads: Heads | None = None
    bottom_plates: StrictInt | None = None
    top_plates: StrictInt | None = None
    single_on_partitions: StrictBool | None = None
    plate_ties: PlateTies | None = None
    header: HeaderFile | None = None
    jacks: Jacks | None = None
    jack_count: StrictInt | None = None
    king_count: StrictInt | None = None
    wide_opening: WideOpeningFile | None = None
    high_wind: StrictBool | None = None
    sills: StrictInt | None = None
    sill_top: SillTop | None = None
    end_top_cripples: StrictBool | None = None
    window_allowance: AllowanceFile | None = None
    door_allowance: AllowanceFile | None = None
    usual_allowances: dict[OpeningKind, AllowanceFile] | None = Field(
        default=None, description="The crew's own figures for the kinds whose makers differ."
    )
    datum: DatumFile | None = None
    corner: CornerSchool | None = None
    intersection: IntersectionSchool | None = None
    joists: JoistRun | None = None
    joist_layout: JoistLayoutFile | None = None
    stacked: StrictBool | None = None
    ceiling_backing: CeilingText | None = None
    intersection_board: StrictStr | None = Field(
        default=None,
        description="A wide flat's board behind a wall that butts, like 2x8; narrowest just does.",
    )
    panel_gap: LengthText | None = None
    floor: Floor | None = None
    bolts: BoltsFile | None = None
    anchors: Anchors | None = None
    pins: PinsFile | None = None
    plate_stock: PlateStockFile | None = None
    blocks: Blocks | None = None
    block_height: LengthText | None = None
    fire_blocks: StrictBool | None = None
    panel_edge_blocks: StrictBool | None = None
    sheets: Sheets | None = None
    sheet: SheetFile | None = None
    sheet_drop: LengthText | None = None
    nails: NailsFile | None = None
    density: StrictInt | None = None
    lumber: dict[str, tuple[LengthText, LengthText]] | None = Field(
        default=None, description="Boards that measure otherwise than the table says: name to [thickness, width]."
    )
    mark_lines: MarkLines | None = None
    marked_on: MarkedOn | None = None
    words: dict[str, WordFile] | None = Field(
        default=None, description="What the crew calls the pieces, by role, and writes for them; for the whole job."
    )

    def ways(self) -> Ways:
        """These keys as the core knows them.

        Raises:
            BluffError: A value no wall can be framed by, with its key as path.
        """
        studs: list[Studs] = []
        if self.stud_length is not None:
            studs.append(PrecutStuds(self.stud_length))
        if self.wall_height is not None:
            studs.append(WallHeight(self.wall_height))
        if self.measured is not None:
            studs.append(self.measured.to_core())
        if len(studs) > 1:
            key = "measured" if self.measured else "wall_height"
            raise SettingError("Give a stud length, a wall height or a measured room, one of them.", key)
        said: dict[str, Any] = {"studs": studs[0] if studs else None}
        for name in (way.name for way in fields(Ways) if way.name not in said):
            value = getattr(self, name)
            said[name] = _within(name, _READ[name], value) if name in _READ and value is not None else value
        return Ways(**said)


def _boards(given: dict[str, tuple[Length, Length]]) -> tuple[Lumber, ...]:
    return tuple(Lumber(lumber(name).nominal, thick, wide) for name, (thick, wide) in given.items())


def _usual(given: dict[OpeningKind, AllowanceFile]) -> UsualAllowances:
    return tuple((kind, allowance.plain()) for kind, allowance in given.items())


def _words(given: dict[str, WordFile]) -> Words:
    return Words(tuple((piece, Word(word.name, word.letter)) for piece, word in given.items()))


def _core(model: Any) -> Any:
    return model.to_core()


_READ: dict[str, Callable[[Any], Any]] = {
    "stud_make": _core,
    "header": _core,
    "wide_opening": _core,
    "window_allowance": AllowanceFile.plain,
    "door_allowance": _core,
    "usual_allowances": _usual,
    "datum": _core,
    "joist_layout": _core,
    "bolts": _core,
    "pins": _core,
    "plate_stock": _core,
    "sheet": _core,
    "nails": _core,
    "lumber": _boards,
    "words": _words,
}
"""How keys that are more than one value become the core's."""


def _within(key: str, read: Callable[[Any], Any], value: Any) -> Any:
    try:
        return read(value)
    except BluffError as error:
        # A fault at a key of its own keeps it; one of the whole value is at the value's key.
        raise type(error)(error.message, ".".join(part for part in (key, error.path) if part)) from error


def ways_data(ways: Ways) -> dict[str, Any]:
    """Ways as JSON data, for keeping; `ways_from_data` gives them back."""
    return WaysFile.model_construct(**ways_keys(ways)).model_dump(mode="json", by_alias=True)


def ways_from_data(data: dict[str, Any]) -> Ways:
    """Ways from JSON data that was kept."""
    return WaysFile.model_validate(data).ways()


def ways_keys(ways: Ways) -> dict[str, Any]:
    """Ways as the keys of `WaysFile`."""
    said = ways.said()
    match said.pop("studs", None):
        case PrecutStuds(length):
            said["stud_length"] = length
        case WallHeight(height):
            said["wall_height"] = height
        case MeasuredRoom(heights, play):
            said["measured"] = MeasuredFile.model_construct(heights=list(heights), play=play)
    return said | {key: write(said[key]) for key, write in _WRITE.items() if key in said}


def _wide(wide: WideOpening) -> WideOpeningFile:
    return WideOpeningFile.model_construct(from_width=wide.from_width, jacks=wide.jacks, kings=wide.kings)


def _same_keys(model: type[FileModel]) -> Callable[[Any], FileModel]:
    """A writer of a value whose fields are the model's keys."""

    def write(value: Any) -> FileModel:
        return model.model_construct(**{key.name: getattr(value, key.name) for key in fields(value)})

    return write


def words_file(words: Words) -> dict[str, WordFile]:
    """Words as the job file says them."""
    return {piece: WordFile.model_construct(name=word.name, letter=word.letter) for piece, word in words.said}


_WRITE: dict[str, Callable[[Any], Any]] = {
    "stud_make": StudMakeFile.from_core,
    "header": HeaderFile.from_core,
    "wide_opening": _wide,
    "window_allowance": _same_keys(AllowanceFile),
    "door_allowance": _same_keys(AllowanceFile),
    "usual_allowances": lambda usual: {kind: _same_keys(AllowanceFile)(allowance) for kind, allowance in usual},
    "datum": _same_keys(DatumFile),
    "joist_layout": _same_keys(JoistLayoutFile),
    "bolts": _same_keys(BoltsFile),
    "pins": _same_keys(PinsFile),
    "plate_stock": _same_keys(PlateStockFile),
    "sheet": _same_keys(SheetFile),
    "nails": _same_keys(NailsFile),
    "lumber": lambda boards: {board.nominal: (board.thickness, board.width) for board in boards},
    "words": words_file,
}
"""How the core's values become keys that are more than one value; `_READ` the other way."""
