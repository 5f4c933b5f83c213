"""How long it takes to read what somebody types, at every key.

Run with ``.local/venv/bin/python benchmarks/read_lines.py``. Every example in the list of what can be typed is typed
into a wall with openings, a key at a time; each time all of what stands there is read, and why it means nothing yet is
found out. Then come their words shuffled, which mean nothing whatever is tried. What counts is the processor's time
for one reading, as a server has it that collects no garbage while it answers. A key should take 5 ms, no line over 50.
"""

import gc
import sys
import time
from collections.abc import Iterator, Mapping, Sequence
from pathlib import Path

from numpy.random import default_rng

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))
sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "src"))

from benchmarks.frame_walls import Series
from benchmarks.grade_sheets import opened_wall

from bluff.core.job.job import Job
from bluff.core.phrase.typed import PHRASES, Selected, read_parts

EXAMPLES = [example for phrase in PHRASES for example in phrase.examples]


def typed(count: int) -> Mapping[str, Sequence[str]]:
    """What is read of so many examples: whole, at every key, and with all their words shuffled."""
    dice, examples = default_rng(33), EXAMPLES[:count]
    words = sorted({word for example in examples for word in example.split()})
    return {
        "whole lines": examples,
        "key by key": [example[:end] for example in examples for end in range(1, len(example) + 1)],
        "words shuffled": [" ".join(dice.choice(words, dice.integers(2, 11))) for _ in range(3 * count)],
    }


def read_all(lines: Mapping[str, Sequence[str]]) -> dict[str, list[float]]:
    """Milliseconds for each line of each kind, the shortest first."""
    job = opened_wall(2)
    return {kind: sorted(_took(some, job)) for kind, some in lines.items()}


def _took(lines: Sequence[str], job: Job) -> Iterator[float]:
    for line in lines:
        started = time.process_time()
        read_parts(line, job, Selected("A"))
        yield (time.process_time() - started) * 1000


SERIES: list[Series] = [("read lines", [1, len(EXAMPLES)], typed, read_all)]


if __name__ == "__main__":
    # What is worked out once for a table of phrases is there from the first line on.
    read_all(typed(len(EXAMPLES)))
    gc.collect()
    gc.disable()
    print(f"{'ms':>16} {'readings':>9} {'median':>7} {'95 %':>7} {'longest':>7}")
    for kind, took in read_all(typed(len(EXAMPLES))).items():
        middle, most = took[len(took) // 2], took[len(took) * 95 // 100]
        print(f"{kind:>16} {len(took):9} {middle:7.1f} {most:7.1f} {took[-1]:7.1f}")
