"""The floor seen from above: outlines of walls, where they meet, joists over them, dimensions along them.

In: the walls of a `Job`. Out: `Meetings` of each wall, and where along its plate a dimension lies."""
