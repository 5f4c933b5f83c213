"""When the server collects garbage."""

import asyncio
import gc

from bluff.api.http.quiet import Quiet
from loops import apart


def full_collections(quiet, times):
    """How often everything is looked through while somebody asks at some times (seconds)."""
    seen = []

    def on_gc(phase, info):
        if phase == "start" and info["generation"] == 2:
            seen.append(info)

    async def run():
        async with quiet.collecting():
            for pause in times:
                quiet.hear()
                await asyncio.sleep(pause)

    gc.callbacks.append(on_gc)
    try:
        apart(asyncio.run, run())
    finally:
        gc.callbacks.remove(on_gc)
    return len(seen)


def test_garbage_is_collected_once_after_the_last_question_and_never_between_two():
    assert full_collections(Quiet(after=0.2), [0.05] * 6 + [1.0]) == 1
    assert full_collections(Quiet(after=0.2), [0.05] * 6) == 0


def test_the_collector_is_left_as_it_was_found():
    before = gc.get_threshold()
    full_collections(Quiet(after=0.2), [0.01])
    assert gc.get_threshold() == before
