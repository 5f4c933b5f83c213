"""The site: walks, checks, the day, the log, what a phone keeps for offline."""
