"""The benchmarks can be run: every size can be made, the smallest worked."""

import importlib.util
from pathlib import Path

import pytest


def series():
    path = Path(__file__).parents[1] / "benchmarks" / "frame_walls.py"
    spec = importlib.util.spec_from_file_location("frame_walls", path)
    benchmark = importlib.util.module_from_spec(spec)
    spec.loader.exec_module(benchmark)
    return benchmark.SERIES


SERIES = {name.replace(" ", "-"): rest for name, *rest in series()}


@pytest.mark.parametrize("name", SERIES)
def test_a_series_can_be_made_and_worked(name):
    sizes, make, work = SERIES[name]
    assert make(sizes[-1]).walls
    work(make(sizes[0]))
