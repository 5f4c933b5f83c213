"""Who made an entry on the site."""

from datetime import datetime

from bluff.views.typed import TypedDict


class ByWhom(TypedDict):
    """Who made an entry, and when."""

    name: str
    initials: str
    at: datetime
