"""Sets everything up on a Debian machine, then runs what was asked. Standard library only."""
