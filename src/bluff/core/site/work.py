"""Work on a wall that is ticked off on the site: how far the wall is, its packs, its steps, its raising.

What is ticked is a text that names the work, kept as it was said; what it is called is worked out when it is read.
"""

from collections.abc import Mapping, Sequence
from enum import StrEnum

from bluff.core.message import Message, message, template
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
    def begun(self) -> str:
        """What is ticked when it is begun."""
        return f"begun/{self}"

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

_NAMES: Mapping[str, Message] = {
    Stage.CUT: message("Cut"),
    Stage.FRAMED: message("Framed"),
    Stage.CHECKED: message("Checked"),
    Stage.SHEATHED: message("Sheathed"),
    Stage.STANDING: message("Standing and braced"),
    **{f"step/{step}": name for step, name in STEP_NAMES.items()},
    **{task.begun: message("Started: {task}", task=task.called) for task in Task},
}

_KINDS: Mapping[str, str] = {
    "pack": template("Prebuilt: {what}"),
    "raise": template("Raising: {what}"),
    "lumber": template("Lumber on site for: {what}"),
}


def lumber_of(walls: Sequence[str]) -> str:
    """What is ticked once the lumber of some walls is on the site."""
    return f"lumber/{', '.join(walls)}"


def work_name(work: str) -> Message:
    """What a piece of work is called; what is not known any more goes by its id.

    >>> work_name("step/kings").template, work_name("raise/hands").arguments
    ('{King:many}', (('what', 'hands'),))
    """
    if name := _NAMES.get(work):
        return name
    kind, _, what = work.partition("/")
    if kind in _KINDS and what:
        return message(_KINDS[kind], what=what.replace("-", " "))
    return message("{work}", work=work)
