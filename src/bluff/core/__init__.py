"""The trade, as pure functions over frozen values: no files, no clock, no network, no framework.

The one way through it::

    Job --wall_plans--> WallPlan --frame--> Framing --cut_list--> rows

Start reading at `length`, then `job` and `standard` (what is said), `wall_plan` (what it means on the
plate), `layout` and `opening_frame` (where wood goes), `frame` (the whole wall).
"""

from bluff.core.apply import apply
from bluff.core.cut_list import cut_list, spacer_list
from bluff.core.edit import Edit, describe
from bluff.core.errors import BluffError
from bluff.core.frame import frame
from bluff.core.framing import Framing
from bluff.core.job import Job, Opening, Wall
from bluff.core.marks import read_mark
from bluff.core.standard import Standard, Ways
from bluff.core.wall_plan import WallPlan, wall_plan, wall_plans

__all__ = [
    "BluffError",
    "Edit",
    "Framing",
    "Job",
    "Opening",
    "Standard",
    "Wall",
    "WallPlan",
    "Ways",
    "apply",
    "cut_list",
    "describe",
    "frame",
    "read_mark",
    "spacer_list",
    "wall_plan",
    "wall_plans",
]
