"""What an edit does to a job.

In: a `Job` and an `Edit`. Out: another `Job`; the old one stays as it was."""
