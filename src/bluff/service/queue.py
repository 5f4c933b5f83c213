"""Work that takes longer than a request: a queue on PostgreSQL, which every server and every worker shares.

The queue only carries the work to a free worker. What is to be done and how far it is stands in tables of our own,
so that work is found again when the worker that had it is gone.
"""

import asyncio
import logging
import signal
from contextlib import suppress
from threading import Event
from uuid import UUID

from procrastinate import App, JobContext, PsycopgConnector, SyncPsycopgConnector
from procrastinate.exceptions import AlreadyEnqueued, ConnectorException
from psycopg import OperationalError
from psycopg_pool import ConnectionPool

from bluff.service.planning import plan_run
from bluff.store.cutting import lost_runs

_CUTTING = "cutting"
_PLAN = "plan"
_LOOK_EVERY = 2.0
"""Seconds between looks for work whose worker is gone."""
_AT_ONCE = 2
"""Pieces of work a worker does beside each other."""

_log = logging.getLogger("bluff.queue")


def _plan(context: JobContext, run: str) -> None:
    """Look for better boards; what goes wrong is kept in the run."""
    plan_run(context.additional_context["pool"], UUID(run), context.additional_context["ending"])


def _app(connector: PsycopgConnector | SyncPsycopgConnector) -> App:
    """What there is to do, for handing work in and doing it."""
    app = App(connector=connector)
    app.task(name=_PLAN, queue=_CUTTING, pass_context=True)(_plan)
    return app


class Queue:
    """Where work is handed in.

    Args:
        pool: Connections to the store.
    """

    def __init__(self, pool: ConnectionPool) -> None:
        connector = SyncPsycopgConnector()
        connector.open(pool)
        self._app = _app(connector)

    def plan(self, run: UUID) -> None:
        """Hand in a run; handed in twice it is done once.

        The run itself is kept by then. While the database restarts it cannot be handed in, and a worker that looks for
        work nobody does hands it in later.
        """
        try:
            self._app.configure_task(_PLAN, queueing_lock=str(run)).defer(run=str(run))
        except AlreadyEnqueued:
            pass
        except ConnectorException as error:
            _log.warning("run %s waits for the database: %s", run, error)


def work(url: str, pool: ConnectionPool, *, is_waiting: bool = True) -> None:
    """Do what is in the queue, until SIGTERM or SIGINT; work that is not done by then is left for the next worker.

    Args:
        url: Of the database; the worker has connections of its own besides the pool.
        pool: Connections for the work itself.
        is_waiting: Whether to wait for more once the queue is empty.
    """
    asyncio.run(_work_on(url, pool, is_waiting=is_waiting))


async def _work_on(url: str, pool: ConnectionPool, *, is_waiting: bool) -> None:
    app = _app(PsycopgConnector(conninfo=url, min_size=1, max_size=_AT_ONCE + 2))
    queue, ending = Queue(pool), Event()
    async with app.open_async():
        await asyncio.to_thread(_hand_in_lost, queue, pool)
        worker = asyncio.create_task(
            app.run_worker_async(
                queues=[_CUTTING],
                wait=is_waiting,
                concurrency=_AT_ONCE,
                delete_jobs="always",
                additional_context={"pool": pool, "ending": ending},
                fetch_job_polling_interval=_LOOK_EVERY,
                install_signal_handlers=False,
            )
        )
        if not is_waiting:
            await worker
            return

        def end() -> None:
            ending.set()
            worker.cancel()

        for number in (signal.SIGTERM, signal.SIGINT):
            asyncio.get_running_loop().add_signal_handler(number, end)
        finding = asyncio.create_task(_find_lost(queue, pool))
        with suppress(asyncio.CancelledError):
            await worker
        finding.cancel()


async def _find_lost(queue: Queue, pool: ConnectionPool) -> None:
    while True:
        await asyncio.sleep(_LOOK_EVERY)
        # The database may be away; it is looked at again.
        with suppress(OperationalError):
            await asyncio.to_thread(_hand_in_lost, queue, pool)


def _hand_in_lost(queue: Queue, pool: ConnectionPool) -> None:
    """Hand work in again that nobody does any more, or that never came as far as the queue."""
    with pool.connection() as connection:
        lost = lost_runs(connection)
    for run, had_worker in lost:
        if had_worker:
            _log.warning("run %s has lost its worker; it is handed in again", run)
        queue.plan(run)
