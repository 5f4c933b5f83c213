"""How much one session, and everybody by one link, may ask for, so that nobody takes the server from the others."""

from math import ceil
from time import time

from limits import RateLimitItemPerMinute
from limits.storage import MemoryStorage
from limits.strategies import MovingWindowRateLimiter

from bluff.core.message import message
from bluff.service.errors import TooManyRequests
from bluff.store.accounts import Account

_FILES = (".pdf", ".xlsx", ".dxf", ".ifc", "/drawing", "/pictures")
"""Ends of the addresses whose answers take a process of their own."""
_OF_SESSION, _OF_LINK = RateLimitItemPerMinute(3000), RateLimitItemPerMinute(600)
_FILES_OF_SESSION, _FILES_OF_LINK = RateLimitItemPerMinute(60), RateLimitItemPerMinute(20)


class Limits:
    """What was asked for in the last minute, counted by session and by link."""

    def __init__(self) -> None:
        self._limiter = MovingWindowRateLimiter(MemoryStorage())

    def count(self, account: Account, session: str, path: str) -> None:
        """Count a request.

        Args:
            account: Who asks.
            session: What tells their session from others.
            path: What they ask for.

        Raises:
            TooManyRequests: That was too much; it is not counted.
        """
        is_file = path.endswith(_FILES)
        counted = [(_OF_SESSION, session)]
        if is_file:
            counted.append((_FILES_OF_SESSION, f"files {session}"))
        if account.only_job is not None:
            # Everybody who opens a link has a session of their own: what counts is the link.
            link = f"link {account.only_job} {account.id}"
            counted.append((_OF_LINK, link))
            if is_file:
                counted.append((_FILES_OF_LINK, f"files {link}"))
        for limit, who in counted:
            if not self._limiter.hit(limit, who):
                seconds = max(ceil(self._limiter.get_window_stats(limit, who).reset_time - time()), 1)
                what = "files" if who.startswith("files") else "requests"
                raise TooManyRequests(
                    message(
                        "Too many {what} in one minute. Try again in {seconds} seconds.", what=what, seconds=seconds
                    ),
                    seconds,
                )
