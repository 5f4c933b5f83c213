"""Work on a wall that is ticked off on the site: how far the wall is, its packs, its steps, its raising.

What is ticked is a text that names the work, kept as it was said; what it is called is worked out when it is read.
"""

from collections.abc import Mapping
from enum import StrEnum

from bluff.core.site.steps import STEP_NAMES


class Stage(StrEnum):
    """How far a wall is."""

    CUT = "cut"
    FRAMED = "framed"
    CHECKED = "checked"
    SHEATHED = "sheathed"
    STANDING = "standing"


_NAMES: Mapping[str, str] = {
    Stage.CUT: "Cut",
    Stage.FRAMED: "Framed",
    Stage.CHECKED: "Checked",
    Stage.SHEATHED: "Sheathed",
    Stage.STANDING: "Standing and braced",
    **{f"step/{step}": name for step, name in STEP_NAMES.items()},
}

_KINDS: Mapping[str, str] = {"pack": "Built before", "raise": "Raising"}


def work_name(work: str) -> str:
    """What a piece of work is called; what is not known any more goes by its id.

    >>> work_name("step/kings"), work_name("raise/hands"), work_name("standing")
    ('Kings', 'Raising: hands', 'Standing and braced')
    """
    if name := _NAMES.get(work):
        return name
    kind, _, what = work.partition("/")
    return f"{_KINDS[kind]}: {what.replace('-', ' ')}" if kind in _KINDS and what else work
