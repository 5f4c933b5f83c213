"""What is made of values that never change, kept by the very object it was made of."""

from collections.abc import Callable
from threading import Lock
from typing import Generic, TypeVar

from cachetools import LRUCache

Of = TypeVar("Of")
Made = TypeVar("Made")


class MadeOnce(Generic[Of, Made]):
    """Makes something of an object once, for as long as it is asked for.

    By the object and not by its value: an edit changes one wall of a job and leaves the others the objects they were,
    and to compare or hash all of a wall takes as long as to make its part of the file.

    Args:
        make: Makes it; what it makes is handed to everybody who asks, so nobody may change it.
        most: How many are kept, those asked for last.
        counts: How many an object counts as; each one where it is left out.
    """

    def __init__(self, make: Callable[[Of], Made], most: int, counts: Callable[[Of], int] = lambda _: 1) -> None:
        self._make = make
        self._lock = Lock()
        self._made: LRUCache[int, tuple[Of, Made]] = LRUCache(most, getsizeof=lambda kept: counts(kept[0]))

    def __call__(self, of: Of) -> Made:
        with self._lock:
            if found := self._made.get(id(of)):
                return found[1]
        made = self._make(of)
        with self._lock:
            # The object is kept beside what was made of it, so that no other can come to have its id.
            self._made[id(of)] = of, made
        return made
