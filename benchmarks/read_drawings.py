"""How reading a drawing grows with what is on its layers. Ratios in one run, as benchmarks/frame_walls.py.

Run with ``.local/venv/bin/python benchmarks/read_drawings.py``. Lines that belong to no wall must cost in proportion:
five thousand of them are a hatch that somebody took apart, and no reason to wait.
"""

import random
import sys
from collections.abc import Sequence
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))
sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "src"))

from benchmarks.frame_walls import Series, report

from bluff.formats.exchange.faces import LineDrawn, pairs_of


def stray_lines(count: int) -> Sequence[LineDrawn]:
    """Lines of any direction, ten in every hundred square feet however many there are."""
    chance = random.Random(count)  # noqa: S311 -- the same lines every time
    side = (count * 1440) ** 0.5
    lines = []
    for _ in range(count):
        x, y, long = chance.uniform(0, side), chance.uniform(0, side), chance.uniform(-200, 200)
        across = chance.choice([0.0, chance.uniform(-200, 200)])
        lines.append(((x, y), (x + long, y + across)))
    return lines


def hatched(count: int) -> Sequence[LineDrawn]:
    """Parallel lines an inch apart, forty feet long, as a hatch that was taken apart."""
    return [((0.0, float(y)), (480.0, float(y))) for y in range(count)]


SERIES: list[Series] = [
    ("stray lines", [625, 2500, 5000, 20_000], stray_lines, pairs_of),
    ("hatch lines", [625, 2500, 5000], hatched, pairs_of),
]

if __name__ == "__main__":
    for series in SERIES:
        report(series)
