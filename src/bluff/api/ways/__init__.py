"""How a crew builds: its standards, a job by each of them, the ways of a job, a wall and an opening."""
