"""The whole floor as a crew works on it: order of raising, packs built before, story poles, the schedule.

In: the `Framing` of every wall. Out: what the plan, pole and openings screens and their sheets show."""
