"""The job file: Bluff's own open format, one JSON file a person can read, mail and write by hand.

docs/job-file.md describes it; docs/job-file.schema.json is generated from the models here.
"""

import json
from collections.abc import Callable
from typing import Annotated, Any, Literal, TypeVar

from pydantic import BaseModel, ConfigDict, Field, StrictBool, StrictInt, StrictStr, ValidationError, model_serializer
from pydantic_core.core_schema import SerializerFunctionWrapHandler

from bluff.core.errors import BluffError, JobError, SettingError
from bluff.core.job import Alone, Between, Ends, Job, Line, Opening, OpeningKind, Picture, Runs, Sizing, Wall, WallKind
from bluff.core.length import PER_INCH
from bluff.core.lumber import Lumber, lumber
from bluff.core.size import Size
from bluff.core.standard import (
    USUAL_PLAY,
    CornerSchool,
    Datum,
    End,
    EndStuds,
    Header,
    HeaderKind,
    IntersectionSchool,
    Jacks,
    JoistRun,
    MeasuredRoom,
    PrecutStuds,
    Source,
    Studs,
    WallHeight,
    Ways,
    WideOpening,
)
from bluff.formats.errors import Fault, FaultyData, fault_of, faults_of
from bluff.formats.values import (
    AllowanceText,
    FeetText,
    LengthText,
    PointText,
    PositionText,
    SignedLengthText,
    SizeText,
    SpacingText,
)

FORMAT = "bluff-job"
VERSION = 1
Read = TypeVar("Read")

LARGEST_FILE = 8 * 1024 * 1024
"""Bytes; a job of two thousand walls is well under it."""


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
    source: Source = Source.HABIT

    def to_core(self) -> Header:
        built_up = self.kind is HeaderKind.BUILT_UP
        size = self.size or ("2x8" if built_up else None)
        return Header(self.kind, size, self.plies or (2 if built_up else 1), self.source)

    @classmethod
    def from_core(cls, header: Header) -> "HeaderFile":
        return cls.model_construct(kind=header.kind, size=header.size, plies=header.plies, source=header.source)


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


class MeasuredFile(FileModel):
    """A room as measured: floor to ceiling at several points, and the play of the wall that goes into it."""

    heights: list[LengthText]
    play: LengthText = USUAL_PLAY

    def to_core(self) -> MeasuredRoom:
        return MeasuredRoom(tuple(self.heights), self.play)


class WaysFile(FileModel):
    """The keys a job's standard, a wall or an opening may set; what is left out follows."""

    spacing: SpacingText | None = None
    stud_length: LengthText | None = None
    wall_height: LengthText | None = None
    measured: MeasuredFile | None = None
    end_studs: EndStuds | None = None
    head_height: LengthText | None = None
    bottom_plates: StrictInt | None = None
    top_plates: StrictInt | None = None
    header: HeaderFile | None = None
    jacks: Jacks | None = None
    jack_count: StrictInt | None = None
    king_count: StrictInt | None = None
    wide_opening: WideOpeningFile | None = None
    sills: StrictInt | None = None
    end_top_cripples: StrictBool | None = None
    window_allowance: AllowanceText | None = None
    door_allowance: AllowanceText | None = None
    datum: DatumFile | None = None
    corner: CornerSchool | None = None
    intersection: IntersectionSchool | None = None
    joists: JoistRun | None = None
    ceiling_backing: StrictBool | None = None
    density: StrictInt | None = None
    lumber: dict[str, tuple[LengthText, LengthText]] | None = Field(
        default=None, description="Boards that measure otherwise than the table says: name to [thickness, width]."
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
        return Ways(
            spacing=self.spacing,
            studs=studs[0] if studs else None,
            end_studs=self.end_studs,
            head_height=self.head_height,
            bottom_plates=self.bottom_plates,
            top_plates=self.top_plates,
            header=_within("header", self.header.to_core) if self.header else None,
            jacks=self.jacks,
            jack_count=self.jack_count,
            king_count=self.king_count,
            wide_opening=_within("wide_opening", self.wide_opening.to_core) if self.wide_opening else None,
            sills=self.sills,
            end_top_cripples=self.end_top_cripples,
            window_allowance=self.window_allowance,
            door_allowance=self.door_allowance,
            datum=Datum(self.datum.end, self.datum.shift) if self.datum else None,
            corner=self.corner,
            intersection=self.intersection,
            joists=self.joists,
            ceiling_backing=self.ceiling_backing,
            density=self.density,
            lumber=_within("lumber", self._boards) if self.lumber is not None else None,
        )

    def _boards(self) -> tuple[Lumber, ...]:
        given = self.lumber or {}
        return tuple(Lumber(lumber(name).nominal, thick, wide) for name, (thick, wide) in given.items())


class StandardFile(WaysFile):
    """A job's standard: whatever it does otherwise than the product's own."""

    @classmethod
    def from_core(cls, ways: Ways) -> "StandardFile":
        return cls.model_construct(**_written(ways))


class EndsFile(FileModel):
    """What a wall's ends do at square corners; what is left out follows the long-wall rule."""

    start: Runs | None = None
    end: Runs | None = None

    def to_core(self) -> Ends:
        return Ends(self.start, self.end)


class WallFile(WaysFile):
    """A wall: `length` for one on its own, or `from` and `to` in the plan."""

    id: StrictStr
    stud: StrictStr
    length: FeetText | None = None
    start: PointText | None = Field(default=None, alias="from")
    to: PointText | None = None
    line: Line | None = Field(
        default=None, description="Which line of its thickness the two points give, walking from start to end."
    )
    kind: WallKind | None = None
    bearing: StrictBool | None = None
    ends: EndsFile | None = None

    def to_core(self) -> Wall:
        ends = self.ends.to_core() if self.ends else Ends()
        return Wall(self.id, self.stud, self._run(), self.kind, self.bearing, ends, self.ways())

    def _run(self) -> Alone | Between:
        if self.length is not None:
            if self.start or self.to or self.line:
                raise JobError("A wall has a length of its own or two points, not both.", "length")
            return Alone(self.length)
        if self.start is None or self.to is None:
            raise JobError("Give the wall a length, or two points as from and to.", "length")
        return Between(self.start, self.to, self.line)

    @classmethod
    def from_core(cls, wall: Wall) -> "WallFile":
        run: dict[str, Any]
        match wall.run:
            case Alone(length):
                run = {"length": length}
            case Between(start, end, line):
                run = {"start": start, "to": end, "line": line}
        ends = EndsFile.model_construct(start=wall.ends.start, end=wall.ends.end) if wall.ends != Ends() else None
        return cls.model_construct(
            id=wall.id, stud=wall.stud, kind=wall.kind, bearing=wall.bearing, ends=ends, **run, **_written(wall.ways)
        )


class OpeningFile(WaysFile):
    """An opening: its size as `unit` (which gets the standard's allowance) or as `rough`."""

    id: StrictStr
    wall: StrictStr
    kind: OpeningKind
    unit: SizeText | None = None
    rough: SizeText | None = None
    at: PositionText

    def to_core(self) -> Opening:
        match self.unit, self.rough:
            case Size() as size, None:
                sizing = Sizing.UNIT
            case None, Size() as size:
                sizing = Sizing.ROUGH
            case _:
                raise JobError("Give the opening a unit or a rough size, one of the two.", "unit")
        return Opening(self.id, self.wall, self.kind, size, sizing, self.at, self.ways())

    @classmethod
    def from_core(cls, opening: Opening) -> "OpeningFile":
        return cls.model_construct(
            id=opening.id,
            wall=opening.wall,
            kind=opening.kind,
            at=opening.position,
            unit=opening.size if opening.sizing is Sizing.UNIT else None,
            rough=opening.size if opening.sizing is Sizing.ROUGH else None,
            **_written(opening.ways),
        )


class PictureFile(FileModel):
    """A picture of the plan under the walls; the picture itself stays where the job was made."""

    image: StrictStr
    pixels: tuple[StrictInt, StrictInt]
    scale: Annotated[float, Field(gt=0, description="Inches a pixel.")]
    at: PointText
    fade: StrictInt = 50
    locked: StrictBool = False

    def to_core(self) -> Picture:
        return Picture(self.image, *self.pixels, self.scale * PER_INCH, self.at, self.fade, self.locked)

    @classmethod
    def from_core(cls, picture: Picture) -> "PictureFile":
        return cls.model_construct(
            image=picture.image,
            pixels=(picture.width, picture.height),
            scale=picture.scale / PER_INCH,
            at=picture.at,
            fade=picture.fade,
            locked=picture.is_locked,
        )


class JobFile(FileModel):
    """A whole job."""

    format: Literal["bluff-job"] = "bluff-job"
    version: Literal[1] = 1
    name: StrictStr
    standard: StandardFile = Field(default_factory=StandardFile)
    walls: list[WallFile] = Field(default_factory=list)
    openings: list[OpeningFile] = Field(default_factory=list)
    picture: PictureFile | None = None

    def to_core(self) -> Job:
        """The job.

        Raises:
            FaultyData: Everything wrong with it, each with its path.
        """
        faults: list[Fault] = []
        ways = Ways()
        walls: list[Wall] = []
        openings: list[Opening] = []
        try:
            ways = self.standard.ways()
        except BluffError as error:
            faults.append(fault_of(error, "standard"))
        for index, wall in enumerate(self.walls):
            try:
                walls.append(wall.to_core())
            except BluffError as error:
                faults.append(fault_of(error, "walls", index))
        for index, opening in enumerate(self.openings):
            try:
                openings.append(opening.to_core())
            except BluffError as error:
                faults.append(fault_of(error, "openings", index))
        picture = None
        try:
            picture = self.picture.to_core() if self.picture else None
        except BluffError as error:
            faults.append(fault_of(error, "picture"))
        if faults:
            raise FaultyData(faults)
        try:
            return Job(self.name.strip(), ways, tuple(walls), tuple(openings), picture)
        except BluffError as error:
            raise FaultyData([fault_of(error)]) from error

    @classmethod
    def from_core(cls, job: Job) -> "JobFile":
        return cls.model_construct(
            name=job.name,
            standard=StandardFile.from_core(job.ways),
            walls=[WallFile.from_core(wall) for wall in job.walls],
            openings=[OpeningFile.from_core(opening) for opening in job.openings],
            picture=PictureFile.from_core(job.picture) if job.picture else None,
        )


def read_job(text: str | bytes) -> Job:
    """Read a job file.

    Raises:
        FaultyData: It cannot be read; every fault names its path and says what would do.
    """
    return job_from_data(read_json(text))


def job_from_data(data: Any) -> Job:
    """A job from JSON already parsed; as `read_job`."""
    if not isinstance(data, dict):
        raise FaultyData([Fault("", 'This is no job file; it starts with {"format": "bluff-job", "version": 1, …}.')])
    # Said before anything else: the other faults of another format would only mislead.
    if data.get("format") != FORMAT:
        raise FaultyData([Fault("format", f'This is no job file; its format must be "{FORMAT}".')])
    if data.get("version") != VERSION:
        raise FaultyData([Fault("version", f"{data.get('version')} is not known; this Bluff reads version {VERSION}.")])
    try:
        return JobFile.model_validate(data).to_core()
    except ValidationError as error:
        raise FaultyData(faults_of(error, JobFile)) from error


def job_data(job: Job) -> dict[str, Any]:
    """A job as JSON data; `job_from_data` gives back an equal one."""
    return JobFile.from_core(job).model_dump(mode="json", by_alias=True)


def write_job(job: Job) -> str:
    """A job as the text of a job file."""
    return json.dumps(job_data(job), indent=2, ensure_ascii=False) + "\n"


def job_file_schema() -> dict[str, Any]:
    """The JSON Schema of a job file, as published in docs/job-file.schema.json."""
    return JobFile.model_json_schema(by_alias=True) | {"title": "Bluff job file"}


def read_json(text: str | bytes) -> Any:
    """Parse JSON strictly: one key once, no NaN, not too large, not too deep.

    Raises:
        FaultyData: It is not JSON; the message gives line and column.
    """
    if len(text) > LARGEST_FILE:
        raise FaultyData([Fault("", f"The file is over {LARGEST_FILE // 1024**2} MB, too large for a job.")])
    try:
        return json.loads(text, object_pairs_hook=_once, parse_constant=_no_constant)
    except json.JSONDecodeError as error:
        message = f"This is not JSON: {error.msg.lower()} at line {error.lineno}, column {error.colno}."
        raise FaultyData([Fault("", message)]) from error
    except UnicodeDecodeError as error:
        raise FaultyData([Fault("", "This is not text in UTF-8; save the file as UTF-8.")]) from error
    except FaultyData:
        raise
    except ValueError as error:
        raise FaultyData([Fault("", "A number in it has more digits than any length; write inches.")]) from error
    except RecursionError as error:
        raise FaultyData([Fault("", "This is nested too deeply for a job file.")]) from error


def _once(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    keys = [key for key, _ in pairs]
    if twice := next((key for index, key in enumerate(keys) if key in keys[:index]), None):
        raise FaultyData([Fault("", f"The key “{twice}” is there twice in one object; keep one of them.")])
    return dict(pairs)


def _no_constant(name: str) -> Any:
    raise FaultyData([Fault("", f"{name} is not a number a tape shows; write a number of inches.")])


def _within(key: str, read: Callable[[], Read]) -> Read:
    """Call a reader; what it refuses is at `key`, or below it."""
    try:
        return read()
    except BluffError as error:
        raise SettingError(error.message, f"{key}.{error.path}" if error.path else key) from error


def _written(ways: Ways) -> dict[str, Any]:
    """Ways as the keys of `WaysFile`."""
    said = ways.said()
    match said.pop("studs", None):
        case PrecutStuds(length):
            said["stud_length"] = length
        case WallHeight(height):
            said["wall_height"] = height
        case MeasuredRoom(heights, play):
            said["measured"] = MeasuredFile.model_construct(heights=list(heights), play=play)
    if header := ways.header:
        said["header"] = HeaderFile.from_core(header)
    if wide := ways.wide_opening:
        said["wide_opening"] = WideOpeningFile.model_construct(
            from_width=wide.from_width, jacks=wide.jacks, kings=wide.kings
        )
    if datum := ways.datum:
        said["datum"] = DatumFile.model_construct(end=datum.end, shift=datum.shift)
    if (boards := ways.lumber) is not None:
        said["lumber"] = {board.nominal: (board.thickness, board.width) for board in boards}
    return said
