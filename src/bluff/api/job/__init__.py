"""Jobs: their list, what is in one, its plan, its changes and their history, its files."""
