"""Who said something on the site."""

from datetime import datetime

from bluff.views.typed import TypedDict


class ByWhom(TypedDict):
    """Who said something, and when."""

    name: str
    initials: str
    at: datetime
