"""What the plan and the crew say, before anything is worked out: walls, openings, ways of framing, words, edits.

In: values from a file, a form or a typed line. Out: a `Job` that cannot contradict itself, and `Edit` values that
change one."""
