"""Work in processes of its own, with limits on time and memory.

Parsers of large formats can be made to hang or to fall over, and large jobs take long to print; then only that
process does. There are as many of them as cores: what comes meanwhile waits in line.
"""

import atexit
import logging
import multiprocessing
import os
import resource
import signal
from collections.abc import Callable, Sequence
from concurrent.futures import CancelledError, Future
from concurrent.futures import TimeoutError as TookTooLong
from dataclasses import dataclass, field
from importlib import import_module
from pathlib import Path
from threading import Lock
from typing import Any, Generic, ParamSpec, TypeVar

from pebble import ProcessPool

from bluff.core.errors import BluffError
from bluff.core.message import Message, message
from bluff.formats.errors import Fault, FaultyData
from bluff.views.language import LANGUAGE

AT_ONCE = os.cpu_count() or 2
_log = logging.getLogger("uvicorn.error")
_TASKS_OF_ONE = 50
"""After which a process is replaced: what libraries leave behind is gone with it."""
_MEGABYTE = 1024**2

P = ParamSpec("P")
R = TypeVar("R")


@dataclass(frozen=True, slots=True)
class Work(Generic[P, R]):
    """A function that is run within limits.

    Args:
        do: The function; it, its arguments and what it returns can be sent to another process.
        what: What it is about, for sentences: "drawing".
        instead: What to do when it is too much, for sentences.
        seconds: After which it is given up, not counting its wait in line.
        memory: Megabytes it may take.
        refusals: What it may raise for the caller, in addition to what the core and the formats refuse.
    """

    do: Callable[P, R]
    what: Message
    instead: Message
    seconds: float
    memory: int
    refusals: tuple[type[Exception], ...] = ()


@dataclass
class Workers:
    """The processes. They start when the first work comes, and end with this process."""

    _pool: ProcessPool | None = None
    _lock: Lock = field(default_factory=Lock)
    _under_way: int = 0

    @property
    def in_line(self) -> int:
        """How much work waits for a process to be free."""
        return max(0, self._under_way - AT_ONCE)

    def start(self, work: Work[P, R], *args: P.args, **kwargs: P.kwargs) -> "Future[R]":
        """Put some work in line; cancelling what this returns ends it, even under way.

        `result_of` waits for it.
        """
        with self._lock:
            if self._pool is None or not self._pool.active:
                context = multiprocessing.get_context("spawn")
                self._pool = ProcessPool(AT_ONCE, _TASKS_OF_ONE, initializer=_prepare, context=context)
                atexit.register(self.close)
            future: Future[R] = self._pool.schedule(
                _limited, args=(work.do, work.memory, LANGUAGE.get(), args, kwargs), timeout=work.seconds
            )
            self._under_way += 1
        future.add_done_callback(self._end)
        return future

    def warm(self, *modules: str) -> None:
        """Start the processes before anybody needs one: to start and to load what they run takes some seconds.

        Args:
            modules: What most work needs.
        """
        for _ in range(AT_ONCE):
            self.start(_READY, modules)

    def run(self, work: Work[P, R], *args: P.args, **kwargs: P.kwargs) -> R:
        """Do some work and wait for it.

        Raises:
            FaultyData: It refused, fell over or took too much.
        """
        return result_of(work, self.start(work, *args, **kwargs))

    def close(self) -> None:
        """End the processes, and what they are at."""
        with self._lock:
            pool, self._pool = self._pool, None
        # Without the lock: what is given up here tells `_end` so, which takes it.
        if pool:
            pool.stop()  # type: ignore[no-untyped-call]
            # The pool takes away what they start from before it ends them: one still starting would complain of that.
            for process in [*pool._pool_manager.worker_manager.workers.values()]:
                process.terminate()
            pool.join()

    def _end(self, _: "Future[Any]") -> None:
        with self._lock:
            self._under_way -= 1


def _load(modules: Sequence[str]) -> None:
    for module in modules:
        import_module(module)


_READY = Work(_load, message("start"), message("start again"), seconds=60, memory=2048)
WORKERS = Workers()
"""Those of this process."""


def result_of(work: Work[P, R], future: "Future[R]") -> R:
    """What came of some work.

    Raises:
        FaultyData: It refused, fell over or took too much.
    """
    refused: tuple[type[Exception], ...] = (FaultyData, BluffError, *work.refusals)
    try:
        return future.result()
    except (TookTooLong, CancelledError) as error:
        sentence = message(
            "The {what} took more than {seconds} seconds. {Instead}.",
            what=work.what,
            seconds=f"{work.seconds:g}",
            instead=work.instead,
        )
        raise FaultyData([Fault("", sentence)]) from error
    except MemoryError as error:
        sentence = message(
            "The {what} took more than {memory} MB of memory. {Instead}.",
            what=work.what,
            memory=work.memory,
            instead=work.instead,
        )
        raise FaultyData([Fault("", sentence)]) from error
    except refused:
        raise
    except Exception as error:
        # Libraries fall over in ways of their own, or take their process with them.
        _log.warning("The %s was too much", work.what.template, exc_info=error)
        raise FaultyData(
            [Fault("", message("The {what} was too much for Bluff. {Instead}.", what=work.what, instead=work.instead))]
        ) from error


def _prepare() -> None:
    """What each process does first: Ctrl-C in a terminal reaches it too, but only its parent ends it."""
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))


def _limited(do: Callable[..., R], megabytes: int, language: str, args: tuple[Any, ...], kwargs: dict[str, Any]) -> R:
    """Run a function that may take so much memory beyond what its process has already, for somebody who reads this."""
    LANGUAGE.set(language)
    _, most = resource.getrlimit(resource.RLIMIT_DATA)
    resource.setrlimit(resource.RLIMIT_DATA, (_taken() + megabytes * _MEGABYTE, most))
    try:
        return do(*args, **kwargs)
    finally:
        resource.setrlimit(resource.RLIMIT_DATA, (most, most))


def _taken() -> int:
    """Bytes of data this process has, as the system counts them for its limit."""
    lines = Path("/proc/self/status").read_text().splitlines()
    return next(int(line.split()[1]) * 1024 for line in lines if line.startswith("VmData:"))
