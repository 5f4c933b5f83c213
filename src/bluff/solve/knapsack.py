"""The best pattern for one board: which pieces are worth most together, by what each piece is worth.

A table over every place along the longest board answers for all shorter boards at once. Worths are whole numbers, so
that what comes out is exact, and may be proved with.
"""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray


class Knapsack:
    """Pieces by how much of a board each takes, and at most how many of each there are.

    Args:
        sizes: What one of each takes up.
        most: How many of each are asked for.
        capacity: Of the longest board.
    """

    def __init__(self, sizes: Sequence[int], most: Sequence[int], capacity: int) -> None:
        self.sizes, self.capacity = tuple(sizes), capacity
        self.copies = [index for index, size in enumerate(sizes) for _ in range(min(most[index], capacity // size))]
        self._taken: NDArray[np.bool_] = np.zeros((0, 0), dtype=np.bool_)

    @property
    def cells(self) -> int:
        """How large its table is."""
        return len(self.copies) * (self.capacity + 1)

    def value(self, worths: Sequence[int]) -> NDArray[np.int64]:
        """What the best pattern of every capacity is worth, from 0 to that of the longest board."""
        best = np.zeros(self.capacity + 1, dtype=np.int64)
        self._taken = np.zeros((len(self.copies), self.capacity + 1), dtype=np.bool_)
        for row, index in enumerate(self.copies):
            worth, size = worths[index], self.sizes[index]
            if worth <= 0:
                continue
            with_it = best[:-size] + worth
            is_better = with_it > best[size:]
            self._taken[row, size:] = is_better
            best[size:] = np.where(is_better, with_it, best[size:])
        return best

    def pattern(self, capacity: int) -> tuple[int, ...]:
        """How many of each the best pattern for a capacity has, by the last worths that were asked about."""
        counts, left = [0] * len(self.sizes), capacity
        for row in range(len(self.copies) - 1, -1, -1):
            if self._taken[row, left]:
                counts[self.copies[row]] += 1
                left -= self.sizes[self.copies[row]]
        return tuple(counts)
