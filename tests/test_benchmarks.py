"""The benchmarks can be run: every size can be made, the smallest worked."""

import importlib.util
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import pytest

BENCHMARKS = Path(__file__).parents[1] / "benchmarks"


def series(path):
    spec = importlib.util.spec_from_file_location(path.stem, path)
    benchmark = importlib.util.module_from_spec(spec)
    spec.loader.exec_module(benchmark)
    return benchmark.SERIES


SERIES = {
    f"{path.stem} {name}".replace(" ", "-"): rest
    for path in sorted(BENCHMARKS.glob("*.py"))
    for name, *rest in series(path)
}


@pytest.mark.parametrize("name", SERIES)
def test_a_series_can_be_made_and_worked(name):
    sizes, make, work = SERIES[name]
    largest = make(sizes[-1])
    assert getattr(largest, "walls", largest)
    # In a thread of its own: whatever browser or loop this process has already is none of a benchmark's business.
    with ThreadPoolExecutor(1) as thread:
        thread.submit(work, make(sizes[0])).result()
