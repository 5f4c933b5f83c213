"""The site: walks, checks, the day, what was said, what a phone takes along."""
