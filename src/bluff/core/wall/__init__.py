"""One wall in its elevation: from what was decided about it to every piece, mark and sheet.

In: a `Job` and the `Meetings` of its walls. Out: a `WallPlan` of each, and the `Framing` made from it."""
