"""Work on a wall that is ticked off on the site: how far the wall is, its packs, its steps, its raising.

A tick is kept, and sent, under the text of its `Work`, which `read_work` reads: ``framed``, ``step/kings``.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum

from bluff.core.crew.packs import PackKind, PackPlace
from bluff.core.message import Message, message
from bluff.core.site.raising import RAISE_NAMES
from bluff.core.site.steps import STEP_NAMES


class Stage(StrEnum):
    """How far a wall is."""

    CUT = "cut"
    FRAMED = "framed"
    CHECKED = "checked"
    SHEATHED = "sheathed"
    STANDING = "standing"


class Task(StrEnum):
    """The work on one wall, in order; when it is begun is ticked as well."""

    LAYOUT = "layout"
    CUT = "cut"
    FRAME = "frame"
    SHEET = "sheet"
    RAISE = "raise"

    @property
    def called(self) -> Message:
        """What it is called."""
        return _CALLED[self]

    @property
    def done(self) -> Stage | None:
        """What is ticked when it is done; None of layout, which is done once its marks are written."""
        return _DONE.get(self)


_CALLED: Mapping[Task, Message] = {
    Task.LAYOUT: message("Lay out"),
    Task.CUT: message("Cut"),
    Task.FRAME: message("Frame"),
    Task.SHEET: message("Sheathe"),
    Task.RAISE: message("Raise"),
}
_DONE: Mapping[Task, Stage] = {
    Task.CUT: Stage.CUT,
    Task.FRAME: Stage.FRAMED,
    Task.SHEET: Stage.SHEATHED,
    Task.RAISE: Stage.STANDING,
}

_STAGES: Mapping[str, Message] = {
    Stage.CUT: message("Cut"),
    Stage.FRAMED: message("Framed"),
    Stage.CHECKED: message("Checked"),
    Stage.SHEATHED: message("Sheathed"),
    Stage.STANDING: message("Standing and braced"),
}


class WorkKind(StrEnum):
    """What kind of work is ticked; the value stands before what of it."""

    STAGE = ""
    """How far the wall is."""
    BEGUN = "begun"
    """A task is begun."""
    PACK = "pack"
    """A pack is built, of those that are alike the one of a place."""
    STEP = "step"
    """A step of framing is done."""
    RAISE = "raise"
    """Something is seen to before a lift or after it."""
    LUMBER = "lumber"
    """The lumber of some walls is on the site."""


@dataclass(frozen=True, slots=True)
class Work:
    """A piece of work that is ticked.

    Args:
        kind: What kind.
        which: Which one: a `Stage`, a `Task`, what names a step or something of a lift, a pack's kind and place, walls.
    """

    kind: WorkKind
    which: str

    def __str__(self) -> str:
        return f"{self.kind}/{self.which}" if self.kind else self.which

    @property
    def is_known(self) -> bool:
        """Whether there is such work on any wall."""
        return self._named is not None

    @property
    def called(self) -> Message:
        """What the log calls it; what is not known any more goes by its text."""
        return self._named or message("{work}", work=str(self))

    @property
    def _named(self) -> Message | None:
        match self.kind:
            case WorkKind.STAGE:
                return _STAGES.get(self.which)
            case WorkKind.BEGUN:
                return message("Started: {task}", task=Task(self.which).called) if self.which in set(Task) else None
            case WorkKind.STEP:
                return STEP_NAMES.get(self.which)
            case WorkKind.RAISE:
                name = RAISE_NAMES.get(self.which)
                return name and message("Raising: {what}", what=name)
            case WorkKind.PACK:
                return next(_prebuilt(self.which), None)
            case WorkKind.LUMBER:
                return message("Lumber on site for: {walls}", walls=self.which) if self.which else None


def _prebuilt(which: str) -> Iterator[Message]:
    """What the log calls a pack and its place, where the text is that of one."""
    for kind in PackKind:
        place = which.removeprefix(f"{kind} ")
        if place and place != which:
            yield message("Prebuilt: {pack}, {place}", pack=kind.called, place=PackPlace.read(place).called)


def work_begun(task: Task) -> Work:
    """What is ticked when a task is begun."""
    return Work(WorkKind.BEGUN, task)


def pack_work(kind: PackKind, place: PackPlace) -> Work:
    """What is ticked once the pack of a place is built."""
    return Work(WorkKind.PACK, f"{kind} {place}")


def lumber_of(walls: Sequence[str]) -> Work:
    """What is ticked once the lumber of some walls is on the site."""
    return Work(WorkKind.LUMBER, ", ".join(walls))


def read_work(text: str) -> Work:
    """Work by its text, whether there is such work or not.

    >>> read_work("step/kings"), str(read_work("framed"))
    (Work(kind=<WorkKind.STEP: 'step'>, which='kings'), 'framed')
    """
    kind, slash, which = text.partition("/")
    return Work(WorkKind(kind), which) if slash and kind in set(WorkKind) else Work(WorkKind.STAGE, text)
