"""Drawings and models that are damaged: they are read as far as they go, or refused in a sentence, and never more."""

import os
import random
import re

import pytest

from bluff.formats.bounded import WORKERS
from bluff.formats.errors import FaultyData
from bluff.formats.exchange import READ_DRAWING, drawing_reading
from drafting import dxf
from drafting.dxf import Sheet
from drafting.house import HOUSE
from drafting.ifc import Model, house_on
from framing import say

CASES = 1500 if os.environ.get("BLUFF_LONG") else 40


def model():
    made = Model()
    house_on(made, made.story("1", 0))
    house_on(made, made.story("2", 109.125), walls=HOUSE[:4])
    return made.text()


def one_line_worse(lines, chance):
    """Some way a line of a file goes wrong: lost, cut, doubled, pointing elsewhere, with another number."""
    at = chance.randrange(len(lines))
    line = lines[at]
    ways = [
        lambda: lines.pop(at),
        lambda: lines.insert(at, chance.choice(lines)),
        lambda: lines.__setitem__(at, line[: chance.randrange(len(line) + 1)]),
        lambda: lines.__setitem__(
            at, re.sub(r"#\d+", lambda _: chance.choice(["$", f"#{chance.randrange(600)}"]), line)
        ),
        lambda: lines.__setitem__(
            at, re.sub(r"-?\d+\.\d*", lambda _: chance.choice(["0.", "1E30", "-5.", "nan", "$"]), line, count=1)
        ),
        lambda: lines.__setitem__(at, re.sub(r"'[^']*'", "$", line)),
    ]
    chance.choice(ways)()


@pytest.mark.parametrize(
    "make",
    [
        model,
        lambda: dxf.with_sized_blocks(Sheet()).text(),
        lambda: dxf.with_multilines(Sheet()).text(),
        lambda: dxf.with_fills(Sheet("R2000", units=4, inch=25.4), is_hatch=True).text(),
    ],
    ids=["model", "blocks", "multilines", "hatches"],
)
def test_a_damaged_file_is_read_as_far_as_it_goes_or_refused(make):
    whole, chance = make().split("\n"), random.Random(7)
    read = 0
    for _ in range(CASES // 4):
        lines = list(whole)
        for _ in range(chance.choice([1, 1, 3, 12])):
            one_line_worse(lines, chance)
        try:
            drawing_reading(WORKERS.run(READ_DRAWING, "\n".join(lines).encode()))
        except FaultyData as error:
            assert say(error.faults[0].message).endswith(".")
        else:
            read += 1
    assert read > 0
