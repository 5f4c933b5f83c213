"""Typed lines: one grammar for all of them, and what each means for a job.

In: a line of text and the `Job` it is about. Out: an `Edit`, or a sentence that says what to write instead."""
