"""Running the program: its commands, the server, the worker, the installation and its backups."""
