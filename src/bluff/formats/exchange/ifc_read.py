"""Walls and openings from an IFC model: the entries Bluff wrote, or what its layers, shapes and voids say."""

import json
import re
from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from math import atan2, cos, pi, sin
from typing import Any

import ifcopenshell
import ifcopenshell.util.element

from bluff.core.measure.length import from_inches
from bluff.core.message import EMPTY, Message, follow, message, plural
from bluff.formats.errors import Fault, FaultyData
from bluff.formats.exchange.choices import Answers, Choice, Guess
from bluff.formats.exchange.faces import Direction, Place, Span
from bluff.formats.exchange.ifc_geometry import BROKEN, Shaper, Solid, sound
from bluff.formats.exchange.ifc_layers import framing_of
from bluff.formats.exchange.ifc_openings import Hole, holes_of, voids_of
from bluff.formats.exchange.ifc_write import ENTRY
from bluff.formats.exchange.reading import DrawingPart, Reading, Understood
from bluff.formats.exchange.seen import STORY, WallSeen
from bluff.formats.exchange.thickness import thickness_text
from bluff.formats.exchange.tops import top_line

_END = re.compile(r"END-ISO-10303-21\s*;\s*\Z")
_NOWHERE = "on no story"
_SHORTEST = 1.0
_FOOTING = 6.0
"""Inches; a wall that begins farther below the floor goes down beside it, and its framing stands on the floor."""


def read_ifc(text: str, answers: Answers | None = None) -> Reading:
    """Read a model.

    Args:
        text: The model as it is.
        answers: Answers to guesses: the `story` to read, and those every drawing has. Where nobody says one, the
            entries that Bluff wrote are taken, and without any the story that has the most walls.

    Raises:
        FaultyData: It is no IFC model, or an answer is none.
    """
    answers = answers or Answers()
    model, walls = _opened(text)
    understood = Understood(answers)
    if not _END.search(text[-2000:]):
        last = text.count("\n") + 1
        understood.leave(
            message(
                "The file breaks off in line {line}. What came after it is missing. Save the model again.", line=last
            )
        )
    others = [wall for wall in walls if not _take_entry(wall, "wall", understood)]
    for wall in walls:
        for void in voids_of(wall):
            _take_entry(void, "opening", understood)
    names = _story_names(model)
    stories = _by_story(others, names)
    chosen = answers.one_of("story", stories) or max(stories, key=lambda name: len(stories[name]), default=_NOWHERE)
    shaper = Shaper(model)
    solids = {wall.id(): shaper.solid(wall) for wall in others}
    found = [seen for wall in stories.get(chosen, ()) if (seen := _taken(wall, solids[wall.id()], shaper, understood))]
    _stand(found, _floor_of(chosen, names, shaper), understood)
    if not walls:
        understood.leave(message("The model has no walls."))
    fillings = [thing for kind in ("IfcDoor", "IfcWindow") for thing in model.by_type(kind)]
    near = {chosen, _NOWHERE} if stories else {*names.values(), _NOWHERE}
    _say_what_is_left([one for one in fillings if _story_of(one, names) in near], model, understood)
    parts = [
        DrawingPart(name=name, walls=len(on_it), note=_height_note(on_it, solids), is_chosen=name == chosen)
        for name, on_it in stories.items()
    ]
    return understood.reading("model", "story", parts)


def _opened(text: str) -> tuple[ifcopenshell.file, list[Any]]:
    """The model in a file, and its walls in the order they were written."""
    try:
        model = ifcopenshell.file.from_string(text)
        return model, sorted(model.by_type("IfcWall"), key=lambda wall: wall.id())
    except (RuntimeError, ValueError, OSError, ifcopenshell.Error) as error:
        raise FaultyData([Fault("", message("This is not an IFC model. Save it as IFC 2x3 or 4, as text."))]) from error


def _take_entry(thing: Any, what: str, understood: Understood) -> bool:
    text = (sound(lambda: ifcopenshell.util.element.get_pset(thing, ENTRY), None) or {}).get("JobFile")
    if not isinstance(text, str):
        return False
    try:
        return understood.entry(json.loads(text), what)
    except ValueError:
        return False


def _story_names(model: ifcopenshell.file) -> dict[int, str]:
    """What each story is called, from the lowest up; of two alike the second says so."""
    stories = model.by_type("IfcBuildingStorey")
    names: dict[int, str] = {}
    for story in sorted(stories, key=_elevation):
        name = _name(story) or "a story without a name"
        alike = sum(1 for taken in names.values() if taken.split(" (")[0] == name)
        names[story.id()] = f"{name} ({alike + 1})" if alike else name
    return names


def _elevation(story: Any) -> float:
    return sound(lambda: float(story.Elevation or 0.0), 0.0)


def _name(thing: Any) -> str:
    return str(sound(lambda: thing.Name, None) or "")


def _story_of(thing: Any, names: Mapping[int, str]) -> str:
    above = sound(lambda: ifcopenshell.util.element.get_container(thing, ifc_class="IfcBuildingStorey"), None)
    return names.get(above.id(), _NOWHERE) if above is not None else _NOWHERE


def _by_story(walls: Sequence[Any], names: Mapping[int, str]) -> dict[str, list[Any]]:
    """Walls by the name of their story, from the lowest up; what is on none comes last."""
    found: defaultdict[str, list[Any]] = defaultdict(list)
    for wall in walls:
        found[_story_of(wall, names)].append(wall)
    return {name: found[name] for name in [*names.values(), _NOWHERE] if name in found}


def _called(wall: Any) -> Message:
    return message("wall “{name}”", name=_name(wall) or sound(lambda: wall.GlobalId, ""))


def _height_note(walls: Sequence[Any], solids: Mapping[int, Solid | None]) -> Message:
    heights = sorted(
        {
            from_inches(round(8 * (high - low)) / 8)
            for wall in walls
            if (solid := solids[wall.id()])
            for low, high in [solid.rise]
        }
    )
    if not heights:
        return EMPTY
    low, high = heights[0], heights[-1]
    if low == high:
        return message("{height:feet} high", height=low)
    return message("{low:feet} to {high:feet} high", low=low, high=high)


@dataclass(frozen=True, slots=True)
class _Standing:
    """A wall as a model has it, before it is known where its framing begins.

    Args:
        seen: With its heights and its top as the shape has them, and without its openings.
        holes: In it.
        rise: Of the shape, in the world.
        place: Where across the wall, seen along its direction, its framing is.
        direction: Of the wall.
    """

    seen: WallSeen
    holes: Sequence[Hole]
    rise: Span
    place: float
    direction: Direction

    def below(self, floor: float | None) -> float:
        """How far it begins below the floor: of its doors, or where it has none, of its story."""
        doors = [hole.rise[0] for hole in self.holes if hole.is_doorway]
        on = min(doors) if doors else floor
        below = 0.0 if on is None else on - self.rise[0]
        return below if _FOOTING < below < min(STORY, self.rise[1] - self.rise[0]) else 0.0

    def standing(self, below: float) -> WallSeen:
        """The wall as it is framed from so far above where it begins."""
        foot = self.rise[0] + below
        return replace(
            self.seen,
            height=self.seen.height - below if self.seen.height else None,
            top=tuple((place, up - below) for place, up in self.seen.top),
            openings=tuple(
                hole.opening(self.direction.at(sum(hole.along) / 2, self.place), foot) for hole in self.holes
            ),
        )


def _stand(walls: Sequence[_Standing], floor: float | None, understood: Understood) -> None:
    """Put the walls on the floor, and ask, where they begin below it."""
    belows = [wall.below(floor) for wall in walls]
    low = sorted(below for below in belows if below)
    answer = understood.answers.one_of("foot", ("floor", "drawn")) or "floor"
    if low:
        deep = " – ".join(dict.fromkeys(map(thickness_text, (low[0], low[-1]))))
        label = plural(
            "{count} wall begins {deep} below the floor",
            "{count} walls begin {deep} below the floor",
            count=len(low),
            deep=deep,
        )
        choices = [
            Choice(value="floor", label=message("framed from the floor up")),
            Choice(value="drawn", label=message("framed from where drawn")),
        ]
        is_sure = understood.answers.get("foot") is not None
        understood.guesses.append(Guess(key="foot", label=label, value=answer, choices=choices, is_sure=is_sure))
    for wall, below in zip(walls, belows, strict=True):
        understood.seen.append(wall.standing(below if answer == "floor" else 0.0))


def _floor_of(name: str, names: Mapping[int, str], shaper: Shaper) -> float | None:
    """How high a story's floor is in the world; None of what is on none."""
    story = next((number for number, called in names.items() if called == name), None)
    return None if story is None else sound(lambda: shaper.height(shaper.model.by_id(story)), None)


def _taken(wall: Any, solid: Solid | None, shaper: Shaper, understood: Understood) -> _Standing | None:
    """What one wall is; None where it is left out, which is listed."""
    called = _called(wall)
    try:
        if solid is None:
            understood.leave(
                follow(
                    message("{Wall} has no shape that can be built and was left out.", wall=called), *_with_voids(wall)
                )
            )
            return None
        return _standing(wall, solid, shaper, understood)
    except BROKEN:
        understood.leave(
            follow(message("{Wall} is damaged in the file and was left out.", wall=called), *_with_voids(wall))
        )
        return None


def _standing(wall: Any, solid: Solid, shaper: Shaper, understood: Understood) -> _Standing | None:
    called = _called(wall)
    axis = shaper.axis(wall)
    direction, origin = _directions(wall, axis, solid, shaper)
    if axis is not None and not axis:
        understood.leave(
            follow(message("{Wall} is not straight and was left out.", wall=called), *_with_voids(wall)), _middle(solid)
        )
        return None
    drawn, along = solid.across(direction), solid.along(direction)
    if along[1] - along[0] < _SHORTEST:
        understood.leave(
            follow(message("{Wall} is no longer than an inch and was left out.", wall=called), *_with_voids(wall)),
            _middle(solid),
        )
        return None
    framing = framing_of(wall, drawn, direction.across(origin), shaper.unit)
    corners = [
        direction.at(place, across)
        for place, across in ((along[0], drawn[0]), (along[1], drawn[0]), (along[1], drawn[1]), (along[0], drawn[1]))
    ]
    understood.lines += pairwise([*corners, corners[0]])
    top = top_line(solid, direction)
    if top is None:
        understood.leave(
            message("{Wall} goes up in steps, or its shape is not closed. It is read as level.", wall=called),
            _middle(solid),
        )
    holes, left = holes_of(wall, solid, direction, shaper)
    for sentence in left:
        understood.leave(follow(sentence, message("It is in {wall}.", wall=called)), _middle(solid))
    masonry = framing.masonry
    seen = WallSeen(
        start=direction.at(along[0], framing.middle),
        end=direction.at(along[1], framing.middle),
        stud=framing.stud,
        left=drawn[1] - framing.middle,
        right=framing.middle - drawn[0],
        name=wall.Name or "",
        height=min(up for _, up in top) if top else solid.rise[1] - solid.rise[0],
        top=tuple((direction.at(place, framing.middle), up) for place, up in top or ()),
        is_layered=framing.is_layered,
        make=_make(wall),
        why_not=framing.why_not,
        masonry=masonry and (masonry[0] - framing.middle, masonry[1] - framing.middle),
    )
    return _Standing(seen, holes, solid.rise, framing.middle, direction)


def _make(wall: Any) -> str:
    """What a model calls walls made like one: by their type, or by themselves."""
    made = sound(lambda: ifcopenshell.util.element.get_type(wall), None)
    return (_name(made) if made is not None else "") or str(sound(lambda: wall.ObjectType, None) or "")


def _with_voids(wall: Any) -> Iterator[Message]:
    """That openings are left with a wall whose shape does not say where they are."""
    if count := len(voids_of(wall)):
        yield plural("Left out with it: {count} opening.", "Left out with it: {count} openings.", count=count)


def _directions(wall: Any, axis: Sequence[Place] | None, solid: Solid, shaper: Shaper) -> tuple[Direction, Place]:
    """Along a wall, and where its layers are measured from: by its axis, by its own x, or by its narrowest box."""
    own, origin = shaper.direction(wall)
    if axis:
        (x1, y1), (x2, y2) = axis
        sign = 1 if x2 >= x1 else -1  # layers are counted to the left of the wall's own x
        turn = atan2(sign * (y2 - y1), sign * (x2 - x1))
        turned = Direction(
            round(own.east * cos(turn) - own.north * sin(turn), 12),
            round(own.north * cos(turn) + own.east * sin(turn), 12),
        )
        return turned, (origin[0] + own.east * x1 - own.north * y1, origin[1] + own.north * x1 + own.east * y1)
    narrowest = min((own, _across(own), *_sides(solid)), key=lambda way: _width(solid, way))
    is_own = _width(solid, own) <= _width(solid, narrowest) + 0.05
    return (own if is_own else narrowest), origin


def _across(direction: Direction) -> Direction:
    return Direction(-direction.north, direction.east)


def _width(solid: Solid, direction: Direction) -> float:
    low, high = solid.across(direction)
    return high - low


def _sides(solid: Solid) -> list[Direction]:
    """The directions a solid's sides have in the plan."""
    turns = {
        round(atan2(solid.corners[b][1] - solid.corners[a][1], solid.corners[b][0] - solid.corners[a][0]) % pi, 6)
        for triangle in solid.triangles
        for a, b in pairwise(triangle)
        if abs(solid.corners[a][0] - solid.corners[b][0]) + abs(solid.corners[a][1] - solid.corners[b][1]) > 1
    }
    return [Direction(round(cos(turn), 12), round(sin(turn), 12)) for turn in sorted(turns)[:64]]


def _middle(solid: Solid) -> Place:
    west, east = solid.along(Direction(1, 0))
    south, north = solid.across(Direction(1, 0))
    return (west + east) / 2, (south + north) / 2


def _fills(thing: Any) -> bool:
    return bool(sound(lambda: thing.FillsVoids, ()))


def _say_what_is_left(fillings: Sequence[Any], model: ifcopenshell.file, understood: Understood) -> None:
    """Doors and windows in no wall, and what looks like a wall and is none that is framed."""
    for thing in fillings:
        if not _fills(thing):
            understood.leave(
                message(
                    "{kind} “{name}” fills no opening of a wall and was left out.",
                    kind=thing.is_a().removeprefix("Ifc"),
                    name=_name(thing) or thing.GlobalId,
                )
            )
    curtains = len(model.by_type("IfcCurtainWall"))
    if curtains:
        understood.leave(
            plural(
                "{count} curtain wall is not framed with {stud:many}.",
                "{count} curtain walls are not framed with {stud:many}.",
                count=curtains,
            )
        )
