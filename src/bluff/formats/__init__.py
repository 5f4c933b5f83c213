"""Core values to bytes and back: the job file, edits, the framed job."""
