"""Start everything: the database, its migrations, the demo job, a worker, the web server; stop what was started."""

import fcntl
import logging
import os
import signal
import socket
import threading
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from enum import StrEnum
from pathlib import Path
from types import FrameType

import psycopg
import segno
import uvicorn
from fastapi import FastAPI
from psycopg_pool import ConnectionPool

from bluff.api.app import WEB, make_app
from bluff.api.watch import REQUESTS
from bluff.core.errors import RunError
from bluff.core.message import EMPTY, Message, message, plural
from bluff.formats.bounded import WORKERS
from bluff.run.backups import backups_beside
from bluff.run.demo import demo_sign_in, load_demo
from bluff.run.installation import LOCAL
from bluff.run.lan import Lan, LanError, lan
from bluff.run.terminal import tell, tell_trouble
from bluff.run.worker import worker_beside
from bluff.service.sessions import ensure_installation, is_entered, link_for
from bluff.store.accounts import Account
from bluff.store.cluster import Cluster, ClusterError
from bluff.store.database import migrate, open_pool

HOST = "127.0.0.1"
PORT = 8460
LOOPBACK = frozenset({"127.0.0.1", "localhost", "::1"})
_PORTS_TRIED = 20
_LOOK_EVERY = 2.0
"""Seconds between looks at whether the database is alive."""
_LAST_SECONDS = 1
"""What requests that are being answered have left once the server is told to stop."""


class Way(StrEnum):
    """How others reach Bluff."""

    LOCAL = "local"
    """Nobody but this machine does."""
    PROXY = "proxy"
    """Through a proxy on this machine, which does HTTPS and says whom it serves."""
    LAN = "lan"
    """In the local network, by HTTPS of Bluff's own."""


@contextmanager
def background_server(pool: ConnectionPool, port: int = 0, web: Path = WEB) -> Iterator[str]:
    """A server beside the caller's own work, over a store of the caller's; yields its address.

    Args:
        pool: Connections to the store.
        port: The port to serve on; 0 takes a free one.
        web: The built front end.
    """
    listening = _bound(port)
    server = uvicorn.Server(_config(make_app(pool, web, hosts=LOOPBACK), "error"))
    thread = threading.Thread(target=server.run, kwargs={"sockets": [listening]})
    thread.start()
    try:
        yield f"http://{HOST}:{listening.getsockname()[1]}"
    finally:
        server.should_exit = True
        thread.join()


def _config(app: FastAPI, log_level: str, way: Way = Way.LOCAL, found: Lan | None = None) -> uvicorn.Config:
    """How it is served: what was forwarded is believed only when told so, and who is slow does not hold up its end."""
    return uvicorn.Config(
        app,
        log_level=log_level,
        proxy_headers=way is Way.PROXY,
        timeout_graceful_shutdown=_LAST_SECONDS,
        ssl_certfile=found.certificate if found else None,
        ssl_keyfile=found.key if found else None,
    )


class ServeError(RunError):
    """Bluff could not be served."""


def serve(with_demo: bool, port: int | None, way: Way = Way.LOCAL) -> int:
    """Serve until Ctrl-C; returns the exit code.

    Args:
        with_demo: Whether to load the demo job, once.
        port: The port to serve on; None takes the first free one from `PORT` on.
        way: How others reach it.
    """
    if os.environ.get("BLUFF_LOG") == "requests":
        _log_requests()
    # uvicorn ends on these by itself and raises them again; as exceptions they also stop the database.
    for ending in (signal.SIGTERM, signal.SIGHUP):
        signal.signal(ending, _end)
    try:
        found = lan(LOCAL / "authority") if way is Way.LAN else None
        host = "0.0.0.0" if found else HOST  # noqa: S104 - asked for, and over HTTPS only
        with suppress(KeyboardInterrupt), _alone() as say_where, _database() as url, _listen(port, host) as listening:
            number = listening.getsockname()[1]
            address = f"https://{found.address}:{number}" if found else f"http://{HOST}:{number}"
            applied = migrate(url)
            if applied:
                tell(
                    plural(
                        "The database is up to date ({count} migration).",
                        "The database is up to date ({count} migrations).",
                        count=applied,
                    )
                )
            with open_pool(url) as pool:
                ensure_installation(pool)
                if with_demo:
                    load_demo(pool)
                WORKERS.warm("bluff.formats.exports", "bluff.service.papers")
                say_where(address)
                ways_in = _demo_ways_in(pool, address) if with_demo else _first_way_in(pool, address)
                tell(
                    message(
                        "\n  Bluff is at  {address}\n{sign_in}  Ctrl-C stops it.\n", address=address, sign_in=ways_in
                    )
                )
                if found:
                    _show_phones(f"{address}/trust")
                app = make_app(
                    pool,
                    WEB,
                    hosts=None if way is Way.PROXY else found.hosts if found else LOOPBACK,
                    authority=found.authority if found else None,
                )
                server = uvicorn.Server(_config(app, "warning", way, found))
                app.state.is_ending = lambda: server.should_exit
                with worker_beside(url), _backups(url):
                    server.run(sockets=[listening])
    except (ServeError, LanError, ClusterError, psycopg.OperationalError) as error:
        tell_trouble(error)
        return 1
    tell(message("Stopped."))
    return 0


def _log_requests() -> None:
    """Write a line of JSON for every request, with when it was, to standard error."""
    writer = logging.StreamHandler()
    writer.setFormatter(logging.Formatter("%(asctime)s %(message)s"))
    REQUESTS.addHandler(writer)
    REQUESTS.setLevel(logging.INFO)
    REQUESTS.propagate = False


def _show_phones(link: str) -> None:
    """Where phones begin, as a code to point a camera at."""
    tell(message("  Phones on this network open  {link}\n", link=link))
    segno.make(link, micro=False).terminal(compact=True)
    print(flush=True)


def _demo_ways_in(pool: ConnectionPool, address: str) -> Message:
    """How to sign in to the demo: by name, or once by a link."""
    account, password = demo_sign_in(pool)
    link = _link(pool, f"{address}/enter?demo", account)
    return message(
        "  Sign in as {name} with {password}, or once by {link}\n", name=account.name, password=password, link=link
    )


def _first_way_in(pool: ConnectionPool, address: str) -> Message:
    """The owner's first sign-in link, printed until they have signed in once."""
    first = ensure_installation(pool)
    if is_entered(pool, first):
        return EMPTY
    link = _link(pool, f"{address}/enter", first)
    return message("  The first time, open {link} and choose a password.\n", link=link)


def _link(pool: ConnectionPool, screen: str, account: Account) -> str:
    with pool.connection() as connection:
        return f"{screen}#{link_for(connection, account.id)}"


@contextmanager
def _alone() -> Iterator[Callable[[str], None]]:
    """Keep a second Bluff from taking over, and then stopping, the database of a first.

    Yields:
        A function that leaves word of the address this one serves at.

    Raises:
        ServeError: One is running.
    """
    LOCAL.mkdir(exist_ok=True)
    with (LOCAL / "serving").open("a+") as word:
        try:
            fcntl.flock(word, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            word.seek(0)
            raise ServeError(
                message(
                    "Bluff is already running at {address}. Use that one, or stop it with Ctrl-C first.",
                    address=address,
                )
                if (address := word.read())
                else message("Bluff is already starting. Use that one, or stop it with Ctrl-C first.")
            ) from None

        def say_where(address: str) -> None:
            word.truncate(0)
            word.write(address)
            word.flush()

        word.truncate(0)
        yield say_where


@contextmanager
def _backups(url: str) -> Iterator[None]:
    """The day's backup of a database of one's own; who brings another looks after it."""
    if os.environ.get("BLUFF_DATABASE_URL"):
        yield
        return
    with backups_beside(url, LOCAL / "backups"):
        yield


@contextmanager
def _database() -> Iterator[str]:
    """The URL of the database: the one BLUFF_DATABASE_URL names, or a private cluster stopped at the end."""
    if url := os.environ.get("BLUFF_DATABASE_URL"):
        yield url
        return
    cluster = Cluster(LOCAL / "postgres")
    ending = threading.Event()
    keeper = threading.Thread(target=_keep, args=(cluster, ending))
    try:
        url = cluster.start()
        keeper.start()
        yield url
    finally:
        ending.set()
        if keeper.ident:
            keeper.join()
        tell(message("Stopping the database."))
        cluster.stop()


def _keep(cluster: Cluster, ending: threading.Event) -> None:
    """Start a database again that died, where it was, until the server ends."""
    while not ending.wait(_LOOK_EVERY):
        if not cluster.is_alive() and not ending.is_set():
            tell(message("The database died. Starting it again."))
            with suppress(ClusterError, psycopg.OperationalError):  # tried again at the next look
                cluster.start()


def _listen(port: int | None, host: str) -> socket.socket:
    """A socket listening, the caller's to close.

    Raises:
        ServeError: The port asked for is taken, or all of those tried are.
    """
    for candidate in [port] if port is not None else range(PORT, PORT + _PORTS_TRIED):
        try:
            listening = _bound(candidate, host)
        except (OSError, OverflowError):
            continue
        if candidate != PORT and port is None:
            tell(message("Port {port} is taken. Using {other}.", port=PORT, other=candidate))
        return listening
    raise ServeError(
        message("Port {port} is taken. Choose another with --port.", port=port)
        if port is not None
        else message(
            "Ports {first} to {last} are taken. Choose another with --port.", first=PORT, last=PORT + _PORTS_TRIED - 1
        )
    )


def _bound(port: int, host: str = HOST) -> socket.socket:
    listening = socket.create_server((host, port))
    # Connections inherit it. Without, every answer's last packet waits 40 ms for the one before to be acknowledged.
    listening.setsockopt(socket.IPPROTO_TCP, socket.TCP_NODELAY, 1)
    return listening


def _end(number: int, _: FrameType | None) -> None:
    raise KeyboardInterrupt(number)
