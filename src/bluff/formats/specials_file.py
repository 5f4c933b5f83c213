"""Specials of a wall as the job file has them: posts, bays kept clear, backing, and where its plates break."""

from dataclasses import fields
from typing import Annotated, Any, Literal, TypeAlias

from pydantic import Field, StrictInt, StrictStr

from bluff.core.job.schools import Line
from bluff.core.job.special import (
    MOST_BREAKS,
    Beam,
    ClearFor,
    FixtureBacking,
    KeptClear,
    PlateBreaks,
    Post,
    usual_plies,
)
from bluff.formats.values import LengthText, PositionText
from bluff.formats.ways_values import FileModel

MOST_SPECIALS = 500
"""Posts, or boards of backing, in one wall."""
MOST_FASTENERS = 2000
"""Bolts, or pins, in one wall: one every six inches of the longest."""

PlacesText: TypeAlias = Annotated[list[LengthText], Field(max_length=MOST_FASTENERS)]
"""Places along a plate, from the wall's start."""
BreaksText: TypeAlias = Annotated[list[LengthText], Field(max_length=MOST_BREAKS)]
"""As `PlacesText`, of where one plate breaks."""


class BeamFile(FileModel):
    """A beam that lies in a pocket of the wall."""

    width: LengthText
    underside: LengthText
    depth: LengthText


class PostFile(FileModel):
    """A post in the wall. Left out: the wall's own lumber, one board of 4x and thicker or else two, no beam."""

    id: StrictStr
    at: PositionText
    size: StrictStr | None = None
    plies: StrictInt | None = None
    beam: BeamFile | None = None

    def to_core(self) -> Post:
        beam = Beam(self.beam.width, self.beam.underside, self.beam.depth) if self.beam else None
        return Post(self.id, self.at, self.size, usual_plies(self.size) if self.plies is None else self.plies, beam)

    @classmethod
    def from_core(cls, post: Post) -> "PostFile":
        beam = post.beam
        lying = beam and BeamFile.model_construct(width=beam.width, underside=beam.underside, depth=beam.depth)
        return cls.model_construct(id=post.id, at=post.position, size=post.size, plies=post.plies, beam=lying)


class ClearFile(FileModel):
    """A bay that is kept clear for something so wide; a duct or a riser gets an inch more."""

    id: StrictStr
    use: ClearFor = Field(alias="for")
    at: PositionText
    width: LengthText

    def to_core(self) -> KeptClear:
        return KeptClear(self.id, self.use, self.at, self.width)

    @classmethod
    def from_core(cls, bay: KeptClear) -> "ClearFile":
        return cls.model_construct(id=bay.id, use=bay.use, at=bay.position, width=bay.width)


class BackingFile(FileModel):
    """A flat board between the studs, from here to there along the plate, its center at a height.

    Left out, its face is the inside of an exterior wall and the right of any other.
    """

    id: StrictStr
    start: LengthText = Field(alias="from")
    to: LengthText
    height: LengthText
    size: StrictStr = "2x8"
    side: Literal[Line.LEFT, Line.RIGHT] | None = None

    def to_core(self) -> FixtureBacking:
        return FixtureBacking(self.id, self.start, self.to, self.height, self.size, self.side)

    @classmethod
    def from_core(cls, backing: FixtureBacking) -> "BackingFile":
        return cls.model_construct(
            id=backing.id,
            start=backing.start,
            to=backing.end,
            height=backing.height,
            size=backing.size,
            side=backing.side,
        )


class PlateBreaksFile(FileModel):
    """Where boards of each plate meet, along the bottom plate; a plate that is left out breaks by the rule."""

    bottom_plate: BreaksText | None = None
    second_bottom_plate: BreaksText | None = None
    top_plate: BreaksText | None = None
    cap_plate: BreaksText | None = None

    def to_core(self) -> PlateBreaks:
        return PlateBreaks(**{name: places and tuple(places) for name, places in self})

    @classmethod
    def from_core(cls, breaks: PlateBreaks) -> "PlateBreaksFile":
        values: dict[str, Any] = {
            plate.name: list(places) for plate in fields(breaks) if (places := breaks.of(plate.name)) is not None
        }
        return cls.model_construct(**values)
