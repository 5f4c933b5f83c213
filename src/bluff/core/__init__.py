"""The trade, as pure functions over frozen values: no files, no clock, no network, no framework.

The one way through it::

    Job --wall_plans--> WallPlan --frame--> Framing --cut_list--> rows

Its rooms, each of which imports only from those before it: `measure`, `job`, `plan`, `wall`, `takeoff`, `checks`,
`change`, `phrase`, `cutting`, `crew`, `site`. Start reading at `measure.length` and `measure.sum`, then `job.job` (what
is entered), `wall.wall_plan` (what it means on the plate), `wall.build` (where wood goes), `frame` (and its findings).
"""
