"""From what the plan says of a wall's top to its line above the plate.

Everything about a wall whose plates do not lie level begins here: the line of its top, and the studs under the lowest
of it. The line below the plates, and so every upright, follows from those two.
"""

from collections.abc import Mapping
from dataclasses import dataclass

from bluff.core.job.position import At, Centered
from bluff.core.job.schools import End
from bluff.core.job.top import STEEPEST, Chain, Gable, HeightAt, Rake, Top
from bluff.core.measure.length import Length, nearest
from bluff.core.measure.shapes import Corner, Span
from bluff.core.measure.slope import Slopes, Stretch
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, message
from bluff.core.plan.meeting import Meetings
from bluff.core.plan.placing import placed_start


@dataclass(frozen=True, slots=True)
class Topped:
    """The top of a wall, decided.

    Args:
        line: Its top.
        lowest: The height that line is counted from, which is that of its lowest stretch at its low end.
        like: The wall it takes that height from, where nobody gave it.
        unlike: The wall at the other end of a gable and its height, where that is another one.
    """

    line: Slopes
    lowest: Sum
    like: str | None = None
    unlike: tuple[str, Length] | None = None


def top_of(top: Top, length: Length, meetings: Meetings, own: Sum, level: Mapping[str, Sum]) -> Topped:
    """The top of a wall that is not level.

    Args:
        top: What the plan says.
        length: Of its plate.
        meetings: What it meets.
        own: How high a level wall of its studs and plates would be.
        level: How high each level wall of the job is.

    Source: docs/rules.md, Walls whose top is not level. A wall of 157 whose low end is 97 1/8 high rises at 5/12 to
    162 35/64.
    """
    if length <= 0:  # between walls so near to each other that no plate is left; it is found
        return Topped(Slopes.level(length, own.value), own)
    match top:
        case Rake():
            return _rake(top, length, meetings, own, level)
        case Gable():
            return _gable(top, length, meetings, own, level)
        case Chain():
            line = Slopes.through(_spanning(top.points, length))
            return Topped(line, Sum.of("lowest height of the top", line.lowest.low))


def _rake(top: Rake, length: Length, meetings: Meetings, own: Sum, level: Mapping[str, Sum]) -> Topped:
    lowest, like = _height(top, [top.low], meetings, own, level)
    flat = min(top.flat, length)
    if flat == 0:  # on a level stretch the outside is as high as the plate's end
        lowest = lowest.plus(*_to_plate(top, top.low, meetings))
    pitch = top.rise / 12
    ahead = top.low is End.START
    sloped = Stretch(flat, length, lowest.value, pitch) if ahead else Stretch(0, length - flat, lowest.value, -pitch)
    level_stretch = Stretch(0, flat, lowest.value) if ahead else Stretch(length - flat, length, lowest.value)
    stretches = [level_stretch, sloped] if ahead else [sloped, level_stretch]
    return Topped(_chain(stretches), lowest, like)


def _gable(top: Gable, length: Length, meetings: Meetings, own: Sum, level: Mapping[str, Sum]) -> Topped:
    lowest, like = _height(top, [*End], meetings, own, level)
    there = _level_at(End.END, meetings, level)
    unlike = there if like and there and there[1] != lowest.value else None
    lowest = lowest.plus(*_to_plate(top, End.START, meetings))
    pitch = top.rise / 12
    ridge = min(max(_ridge(top.ridge, length, meetings), 0), length)
    if (length - ridge) * STEEPEST < ridge * top.rise:
        ridge = length  # no plate comes down that steeply; the wall ends under its ridge
    # The far slope comes down to the same height; in the middle its pitch is the same one.
    first = Stretch(0, ridge, lowest.value, pitch)
    if 2 * ridge == length or ridge in (0, length):
        far = Stretch(ridge, length, lowest.value, -pitch)
        return Topped(_chain([first, far]), lowest, like, unlike)
    up = Slopes.through([Corner(0, lowest.value), Corner(ridge, first.at(ridge)), Corner(length, lowest.value)])
    return Topped(_chain([first, up.stretches[-1]]), lowest, like, unlike)


def _ridge(position: At | Centered, length: Length, meetings: Meetings) -> Length:
    return placed_start("the ridge", position, 0, length, meetings, {}, "ridge").value


def _chain(stretches: list[Stretch]) -> Slopes:
    """Stretches that are there, a pitch of nothing being no bend."""
    there = [stretch for stretch in stretches if stretch.start < stretch.end]
    if all(stretch.pitch == 0 for stretch in there):
        return Slopes.level(there[-1].end, there[0].low)
    return Slopes(tuple(there))


def _spanning(points: tuple[Corner, ...], length: Length) -> list[Corner]:
    """The points of a chain from end to end of the plate: level before the first and after the last, cut off beyond."""
    whole = [*points]
    if points[0].x > 0:
        whole.insert(0, Corner(0, points[0].y))
    if points[-1].x < length:
        whole.append(Corner(length, points[-1].y))
    line = Slopes.through(whole)
    return [*line.over(Span(0, length))]


def _height(
    top: Rake | Gable, lows: list[End], meetings: Meetings, own: Sum, level: Mapping[str, Sum]
) -> tuple[Sum, str | None]:
    """The height at the low end: as given, as the level wall it ties into there has it, or as its own studs make it."""
    if top.height is not None:
        return Sum.of("height at the low end", top.height), None
    for end in lows:
        if there := _level_at(end, meetings, level):
            return Sum.of(message("height of {wall}", wall=there[0]), there[1]), there[0]
    return own.named("height of its {stud:many} and plates"), None


def _level_at(end: End, meetings: Meetings, level: Mapping[str, Sum]) -> tuple[str, Length] | None:
    """The level wall an end ties into, and its height."""
    meeting = meetings.at(end)
    return (meeting.other, level[meeting.other].value) if meeting and meeting.other in level else None


def _to_plate(top: Rake | Gable, low: End, meetings: Meetings) -> tuple[Message, Length]:
    """What a height given at the outside of the building gains up to the plate's own end."""
    meeting = meetings.at(low)
    if top.height_at is HeightAt.PLATE or meeting is None:
        return message("at the plate"), 0
    words = message("{inward:length} in from the outside x {slope:pitch}", inward=meeting.outside, slope=top.rise / 12)
    return words, nearest(meeting.outside * top.rise / 12)
