"""Work in other processes: what it may take, and that only it ends when it takes more."""

import multiprocessing
import os
import time
from concurrent.futures import wait

import pebble.pool.process
import pytest

from bluff.core.message import message
from bluff.formats.bounded import AT_ONCE, WORKERS, Work, Workers
from bluff.formats.errors import FaultyData
from bluff.formats.pictures import read_picture
from refusals import refused


def work(do, seconds=20.0, memory=512):
    return Work(do, message("sum"), message("write less"), seconds, memory)


def test_what_it_returns_and_what_it_refuses_come_back():
    assert WORKERS.run(work(sorted), [2, 1]) == [1, 2]
    with refused(FaultyData, match="The file is empty") as caught:
        WORKERS.run(work(read_picture), b"")
    assert [fault.path for fault in caught.value.faults] == [""]


@pytest.mark.parametrize(
    ("do", "limits", "argument", "sentence"),
    [
        (time.sleep, {"seconds": 0.2}, 30, r"The sum took more than 0.2 seconds. Write less\."),
        (bytearray, {"memory": 16}, 200 * 1024**2, r"The sum took more than 16 MB of memory. Write less\."),
        (os._exit, {}, 7, r"The sum was too much for Bluff. Write less\."),
    ],
    ids=["time", "memory", "falls over"],
)
def test_what_takes_too_much_ends_alone(do, limits, argument, sentence):
    with refused(FaultyData, match=sentence):
        WORKERS.run(work(do, **limits), argument)
    assert WORKERS.run(work(len), "abc") == 3


@pytest.mark.parametrize("seconds", [0, 0.1, 0.5, 2])
def test_the_processes_end_whatever_they_are_at(seconds):
    """While they start, while they load, and when they are ready."""
    before = set(multiprocessing.active_children())
    workers = Workers()
    workers.warm()
    time.sleep(seconds)
    workers.close()
    assert set(multiprocessing.active_children()) <= before


def test_one_that_still_starts_does_not_complain_when_all_end(monkeypatch, capfd):
    """As on a slow machine: the pool has taken away what its processes start from, and ends them only later."""
    stop = pebble.pool.process.stop_process

    def stop_late(process):
        time.sleep(1.5)
        stop(process)

    monkeypatch.setattr(pebble.pool.process, "stop_process", stop_late)
    workers = Workers()
    workers.warm()
    workers.close()
    assert capfd.readouterr().err == ""


def test_there_are_as_many_at_once_as_cores_and_the_rest_wait_in_line():
    under_way = [WORKERS.start(work(time.sleep), 30) for _ in range(AT_ONCE)]
    waiting = [WORKERS.start(work(len), "abc") for _ in range(3)]
    assert WORKERS.in_line == 3
    for future in under_way:
        future.cancel()
    wait(waiting, timeout=20)
    assert [future.result() for future in waiting] == [3, 3, 3]
    assert WORKERS.in_line == 0
