"""The job file: Bluff's own open format, one JSON file a person can read, mail and write by hand.

docs/job-file.md describes it; docs/job-file.schema.json is generated from the models here.
"""

import json
from collections.abc import Mapping, Sequence
from fractions import Fraction
from typing import Annotated, Any, Literal

from pydantic import Field, StrictBool, StrictInt, StrictStr, ValidationError

from bluff.core.errors import BluffError, JobError
from bluff.core.job.job import (
    MOST_FLOORS,
    MOST_OPENINGS,
    MOST_WALLS,
    Alone,
    Between,
    Checked,
    Ends,
    Job,
    Opening,
    Picture,
    Runs,
    Sizing,
    Wall,
    WallKind,
)
from bluff.core.job.position import At, Centered
from bluff.core.job.schools import End, Line, OpeningKind
from bluff.core.job.special import PlateBreaks
from bluff.core.job.stock import YardStock
from bluff.core.job.top import MOST_POINTS, Chain, Gable, HeightAt, Rake, Top
from bluff.core.job.ways import JobWays, OpeningWays, Taken, WallWays
from bluff.core.measure.length import PER_INCH
from bluff.core.measure.shapes import Corner
from bluff.core.measure.size import Size
from bluff.core.message import message
from bluff.formats.errors import Fault, FaultyData, fault_of, faults_of
from bluff.formats.json_text import read_json
from bluff.formats.made_once import MadeOnce
from bluff.formats.specials_file import (
    MOST_SPECIALS,
    BackingFile,
    ClearFile,
    PlacesText,
    PlateBreaksFile,
    PostFile,
)
from bluff.formats.stock_file import StockKeys, stock_keys
from bluff.formats.values import FeetText, LengthText, PointText, PositionText, RiseText, SizeText
from bluff.formats.ways_file import JobWaysFile, OpeningWaysFile, WallWaysFile, ways_keys
from bluff.formats.ways_values import FileModel

FORMAT = "bluff-job"
VERSION = 2
_READ = (1, VERSION)
"""Versions that are read: the first says `centre` where this one says `center`, which the values themselves know."""

LARGEST_FILE = 8 * 1024 * 1024
"""Bytes; a job of two thousand walls is well under it."""


class StandardFile(JobWaysFile):
    """A job's standard: whatever it does otherwise than the product's own."""

    @classmethod
    def from_core(cls, ways: JobWays) -> "StandardFile":
        return cls.model_construct(**ways_keys(ways))

    def to_core(self) -> JobWays:
        return self.ways(JobWays)


class TakenFile(FileModel):
    """A crew's standard as the job took it: its name, and the keys it set then."""

    name: StrictStr
    standard: StandardFile = Field(default_factory=StandardFile)

    def to_core(self) -> Taken:
        return Taken(self.name, self.standard.to_core())

    @classmethod
    def from_core(cls, taken: Taken) -> "TakenFile":
        return cls.model_construct(name=taken.name, standard=StandardFile.from_core(taken.ways))


class EndsFile(FileModel):
    """What a wall's ends do at square corners; what is left out follows the long-wall rule."""

    start: Runs | None = None
    end: Runs | None = None

    def to_core(self) -> Ends:
        return Ends(self.start, self.end)


class TopFile(FileModel):
    """A top that is not level: `pitch` with `low` is a rake, with `ridge` a gable; `points` are any chain.

    `height` is the top of the wall at the low end: of the plate, or at the outside of the building. Left out, it is
    that of the level wall it ties into, or what the wall's own studs and plates make.
    """

    pitch: Annotated[RiseText | None, Field(description="Inches of rise in 12 of run.")] = None
    low: End | None = None
    flat: Annotated[LengthText | None, Field(description="Level for so far from its low end.")] = None
    ridge: PositionText | None = None
    height: LengthText | None = None
    height_at: HeightAt | None = None
    points: Annotated[list[tuple[LengthText, LengthText]], Field(max_length=MOST_POINTS)] | None = Field(
        default=None, description="Along the plate, and the top of the wall there."
    )

    def to_core(self) -> Top:
        height_at = self.height_at or HeightAt.PLATE
        match self:
            case TopFile(points=[*points], pitch=None, low=None, flat=None, ridge=None, height=None, height_at=None):
                return Chain(tuple(Corner(*point) for point in points))
            case TopFile(
                points=None, pitch=Fraction() as rise, low=None, flat=None, ridge=(At() | Centered()) as ridge
            ):
                return Gable(rise, ridge, self.height, height_at)
            case TopFile(points=None, pitch=Fraction() as rise, low=End() as low, ridge=None):
                return Rake(rise, low, self.height, height_at, self.flat or 0)
        raise JobError(message("A top is a pitch with the end it is low at or with its ridge, or points alone."), "top")

    @classmethod
    def from_core(cls, top: Top) -> "TopFile":
        match top:
            case Chain(points):
                return cls.model_construct(points=[tuple(point) for point in points])
            case Gable():
                written = cls.model_construct(pitch=top.rise, ridge=top.ridge, height=top.height)
            case Rake():
                written = cls.model_construct(pitch=top.rise, low=top.low, flat=top.flat or None, height=top.height)
        if top.height_at is not HeightAt.PLATE:
            written.height_at = top.height_at
        return written


class WallFile(WallWaysFile):
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
    top: TopFile | None = None
    posts: Annotated[list[PostFile], Field(max_length=MOST_SPECIALS)] | None = None
    backing: Annotated[list[BackingFile], Field(max_length=MOST_SPECIALS)] | None = None
    clear: Annotated[list[ClearFile], Field(max_length=MOST_SPECIALS)] | None = None
    floors: Annotated[list[LengthText], Field(max_length=MOST_FLOORS)] | None = Field(
        default=None, description="Story lines above the floor the wall stands on, from below."
    )
    anchor_bolts: PlacesText | None = Field(
        default=None, description="Along the plate from the wall's start; left out, they go by the rule."
    )
    plate_pins: PlacesText | None = Field(
        default=None, description="Where the plate is shot down, along it; left out, they go by the rule."
    )
    plate_breaks: PlateBreaksFile | None = None

    def to_core(self) -> Wall:
        return Wall(
            id=self.id,
            stud=self.stud,
            run=self._run(),
            kind=self.kind,
            bearing=self.bearing,
            ends=self.ends.to_core() if self.ends else Ends(),
            posts=tuple(post.to_core() for post in self.posts or ()),
            backing=tuple(board.to_core() for board in self.backing or ()),
            bolts=None if self.anchor_bolts is None else tuple(self.anchor_bolts),
            pins=None if self.plate_pins is None else tuple(self.plate_pins),
            breaks=self.plate_breaks.to_core() if self.plate_breaks else PlateBreaks(),
            ways=self.ways(WallWays),
            clear=tuple(bay.to_core() for bay in self.clear or ()),
            top=self.top.to_core() if self.top else None,
            floors=tuple(self.floors or ()),
        )

    def _run(self) -> Alone | Between:
        if self.length is not None:
            if self.start or self.to or self.line:
                raise JobError(message("A wall has a length of its own or two points, not both."), "length")
            return Alone(self.length)
        if self.start is None or self.to is None:
            raise JobError(message("Give the wall a length, or two points as from and to."), "length")
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
            id=wall.id,
            stud=wall.stud,
            kind=wall.kind,
            bearing=wall.bearing,
            ends=ends,
            top=TopFile.from_core(wall.top) if wall.top else None,
            posts=[PostFile.from_core(post) for post in wall.posts] or None,
            backing=[BackingFile.from_core(board) for board in wall.backing] or None,
            clear=[ClearFile.from_core(bay) for bay in wall.clear] or None,
            floors=list(wall.floors) or None,
            anchor_bolts=None if wall.bolts is None else list(wall.bolts),
            plate_pins=None if wall.pins is None else list(wall.pins),
            plate_breaks=PlateBreaksFile.from_core(wall.breaks) if wall.breaks != PlateBreaks() else None,
            **run,
            **ways_keys(wall.ways),
        )


class CheckedFile(FileModel):
    """Who compared an opening with the plan, when, and the rough opening it had then."""

    by: StrictStr
    at: StrictStr
    rough: tuple[LengthText, LengthText]

    def to_core(self) -> Checked:
        return Checked(self.by, self.at, *self.rough)

    @classmethod
    def from_core(cls, checked: Checked) -> "CheckedFile":
        return cls.model_construct(by=checked.by, at=checked.at, rough=(checked.width, checked.height))


class OpeningFile(OpeningWaysFile):
    """An opening: its size as `unit` (which gets the standard's allowance) or as `rough`."""

    id: StrictStr
    wall: StrictStr
    kind: OpeningKind
    unit: SizeText | None = None
    rough: SizeText | None = None
    at: PositionText
    floor: Annotated[StrictInt, Field(ge=0, le=MOST_FLOORS)] | None = Field(
        default=None, description="Which of its wall's story lines its heights are measured from; left out, none."
    )
    checked: CheckedFile | None = None

    def to_core(self) -> Opening:
        match self.unit, self.rough:
            case Size() as size, None:
                sizing = Sizing.UNIT
            case None, Size() as size:
                sizing = Sizing.ROUGH
            case _:
                raise JobError(message("Give the opening a unit or a rough size, one of the two."), "unit")
        checked = self.checked.to_core() if self.checked else None
        ways = self.ways(OpeningWays)
        return Opening(self.id, self.wall, self.kind, size, sizing, self.at, ways, checked, self.floor or 0)

    @classmethod
    def from_core(cls, opening: Opening) -> "OpeningFile":
        return cls.model_construct(
            id=opening.id,
            wall=opening.wall,
            kind=opening.kind,
            at=opening.position,
            floor=opening.floor or None,
            unit=opening.size if opening.sizing is Sizing.UNIT else None,
            rough=opening.size if opening.sizing is Sizing.ROUGH else None,
            checked=CheckedFile.from_core(opening.checked) if opening.checked else None,
            **ways_keys(opening.ways),
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


class JobKeys(FileModel):
    """What a job file begins with: its name, its ways of framing, its walls and openings."""

    format: Literal["bluff-job"] = "bluff-job"
    version: Literal[2] = 2
    name: StrictStr
    taken: TakenFile | None = None
    standard: StandardFile = Field(default_factory=StandardFile)
    walls: list[WallFile] = Field(default_factory=list)
    openings: list[OpeningFile] = Field(default_factory=list)
    picture: PictureFile | None = None


class JobFile(StockKeys, JobKeys):
    """A whole job; what boards there are comes last."""

    def to_core(self) -> Job:
        """The job.

        Raises:
            FaultyData: Everything wrong with it, each with its path.
        """
        faults: list[Fault] = []
        ways = JobWays()
        walls: list[Wall] = []
        openings: list[Opening] = []
        try:
            ways = self.standard.to_core()
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
        picture = taken = None
        try:
            picture = self.picture.to_core() if self.picture else None
        except BluffError as error:
            faults.append(fault_of(error, "picture"))
        try:
            taken = self.taken.to_core() if self.taken else None
        except BluffError as error:
            faults.append(fault_of(error, "taken"))
        stock = YardStock()
        try:
            stock = self.stock_to_core()
        except BluffError as error:
            faults.append(fault_of(error))
        if faults:
            raise FaultyData(faults)
        try:
            return Job(self.name.strip(), ways, tuple(walls), tuple(openings), picture, taken, stock)
        except BluffError as error:
            raise FaultyData([fault_of(error)]) from error

    @classmethod
    def from_core(cls, job: Job) -> "JobFile":
        return cls.model_construct(
            name=job.name,
            taken=TakenFile.from_core(job.taken) if job.taken else None,
            standard=StandardFile.from_core(job.ways),
            walls=[_WALLS(wall) for wall in job.walls],
            openings=[_OPENINGS(opening) for opening in job.openings],
            picture=PictureFile.from_core(job.picture) if job.picture else None,
            **stock_keys(job.stock),
        )


_WALLS = MadeOnce(WallFile.from_core, most=2 * MOST_WALLS)
_OPENINGS = MadeOnce(OpeningFile.from_core, most=2 * MOST_OPENINGS)
"""A job's file is made twice at every edit, to be stored and to be answered; all but what was edited is as before."""


def read_job(text: str | bytes) -> Job:
    """Read a job file.

    Raises:
        FaultyData: It cannot be read; every fault names its path and says what would do.
    """
    return job_from_data(read_json(text, LARGEST_FILE))


def job_from_data(data: Any) -> Job:
    """A job from JSON already parsed; as `read_job`."""
    if not isinstance(data, dict):
        raise FaultyData(
            [Fault("", message('This is not a job file; it starts with {{"format": "bluff-job", "version": 2, …}}.'))]
        )
    # Said before anything else: the other faults of another format would only mislead.
    if data.get("format") != FORMAT:
        raise FaultyData(
            [Fault("format", message('This is not a job file; its format must be "{format}".', format=FORMAT))]
        )
    if data.get("version") not in _READ:
        raise FaultyData(
            [
                Fault(
                    "version",
                    message(
                        "Version {found} is not known. This Bluff reads versions 1 to {version}.",
                        found=str(data.get("version")),
                        version=VERSION,
                    ),
                )
            ]
        )
    try:
        return JobFile.model_validate({**data, "version": VERSION}).to_core()
    except ValidationError as error:
        raise FaultyData(faults_of(error, JobFile)) from error


def parts_from_data(data: Mapping[str, Sequence[Mapping[str, Any]]]) -> dict[str, Wall | Opening]:
    """Some walls and openings of a job's data, by their marks."""
    walls = [WallFile.model_validate(wall).to_core() for wall in data["walls"]]
    openings = [OpeningFile.model_validate(opening).to_core() for opening in data["openings"]]
    return {**{wall.id: wall for wall in walls}, **{opening.id: opening for opening in openings}}


def job_data(job: Job) -> dict[str, Any]:
    """A job as JSON data; `job_from_data` gives back an equal one."""
    return JobFile.from_core(job).model_dump(mode="json", by_alias=True)


def write_job(job: Job) -> str:
    """A job as the text of a job file."""
    return json.dumps(job_data(job), indent=2, ensure_ascii=False) + "\n"


def job_file_schema() -> dict[str, Any]:
    """The JSON Schema of a job file, as published in docs/job-file.schema.json."""
    return JobFile.model_json_schema(by_alias=True) | {"title": "Bluff job file"}
