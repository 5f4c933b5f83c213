"""The trade, as pure functions over frozen values: no files, no clock, no network, no framework.

The one way through it::

    Job --wall_plans--> WallPlan --frame--> Framing --cut_list--> rows

Its rooms, each of which imports only from those before it: `measure`, `job`, `plan`, `wall`, `takeoff`, `checks`,
`change`, `phrase`, `cutting`, `crew`, `site`. Start reading at `measure.length` and `measure.sum`, then `job.job` (what
is said), `wall.wall_plan` (what it means on the plate), `wall.build` (where wood goes), `frame` (and what is to be said
of it).
"""

from bluff.core.change.apply import apply
from bluff.core.errors import BluffError
from bluff.core.frame import frame
from bluff.core.job.edit import BringBack, Edit, describe
from bluff.core.job.job import Job, Opening, Wall
from bluff.core.job.standard import Standard
from bluff.core.job.ways import JobWays, OpeningWays, WallWays
from bluff.core.takeoff.cut_list import cut_list, spacer_list
from bluff.core.wall.framing import Framing
from bluff.core.wall.marks import read_mark
from bluff.core.wall.wall_plan import WallPlan, wall_plan, wall_plans

__all__ = [
    "BluffError",
    "BringBack",
    "Edit",
    "Framing",
    "Job",
    "JobWays",
    "Opening",
    "OpeningWays",
    "Standard",
    "Wall",
    "WallPlan",
    "WallWays",
    "apply",
    "cut_list",
    "describe",
    "frame",
    "read_mark",
    "spacer_list",
    "wall_plan",
    "wall_plans",
]
