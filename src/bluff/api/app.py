"""The web application: the API, and the built front end beside it."""

from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from mimetypes import guess_type
from pathlib import Path
from typing import Any

from fastapi import FastAPI, Response
from fastapi.staticfiles import StaticFiles
from prometheus_client import CollectorRegistry
from psycopg_pool import ConnectionPool
from starlette.datastructures import Headers
from starlette.exceptions import HTTPException
from starlette.middleware.gzip import GZipMiddleware
from starlette.types import Scope

from bluff import __version__
from bluff.api import watch
from bluff.api.errors import install_error_handlers
from bluff.api.http import trust
from bluff.api.http.gate import Gate
from bluff.api.http.limit import Limits
from bluff.api.http.quiet import Hearing, Quiet
from bluff.api.http.wire import Refusal
from bluff.api.job import changes, drawing_import, files, history, job, jobs, plan
from bluff.api.learn import practice
from bluff.api.line import line, typed
from bluff.api.lumber import cutting, cutting_files, model, order, stock
from bluff.api.people import live, people, session
from bluff.api.site import entries, marked, packed, site, site_day, site_work
from bluff.api.wall import bench, headers, openings, poles, purpose
from bluff.api.ways import compare, draft, standards
from bluff.service.live import Live
from bluff.service.queue import Queue

WEB = Path(__file__).resolve().parents[3] / "web" / "dist"

ANYWHERE: dict[int | str, dict[str, Any]] = {
    "4XX": {
        "model": Refusal,
        "description": "Refused in a sentence, at the gate (400, 403, 413, 415) or by what was asked for.",
    },
    503: {"model": Refusal, "description": "The database does not answer; ask again."},
}
"""What any request may be refused with, whatever it asks for."""

_PARTS = (
    session,
    jobs,
    job,
    changes,
    typed,
    plan,
    openings,
    headers,
    bench,
    draft,
    purpose,
    poles,
    practice,
    cutting,
    standards,
    compare,
    files,
    drawing_import,
    line,
    cutting_files,
    model,
    order,
    stock,
    people,
    history,
    live,
    marked,
    site,
    entries,
    packed,
    site_day,
    site_work,
    watch,
    trust,
)

_FOR_GOOD = "public, max-age=31536000, immutable"


class FrontEnd(StaticFiles):
    """The built front end: its files, and its one page for every address it routes itself.

    Files whose names hold a digest of what is in them are kept by browsers for good; the page, which names them, is
    asked for again each time. Scripts and styles were packed when they were built, smaller than anybody could while
    somebody waits, and go out compressed to clients that accept them.
    """

    async def get_response(self, path: str, scope: Scope) -> Response:
        response = await self._packed(path, scope) or await self._response(path, scope)
        response.headers["Cache-Control"] = _FOR_GOOD if path.startswith("assets/") else "no-cache"
        return response

    async def _packed(self, path: str, scope: Scope) -> Response | None:
        """The file as it was packed, None where it was not, or where it is not wanted so."""
        if not path.startswith("assets/") or "br" not in _codings(scope):
            return None
        try:
            response = await super().get_response(f"{path}.br", scope)
        except HTTPException:
            return None
        if response.status_code == 200:
            response.headers["Content-Type"] = guess_type(path)[0] or "application/octet-stream"
            response.headers["Content-Encoding"] = "br"
        response.headers["Vary"] = "Accept-Encoding"
        return response

    async def _response(self, path: str, scope: Scope) -> Response:
        try:
            return await super().get_response(path, scope)
        except HTTPException as error:
            is_page = error.status_code == 404 and "." not in path.rsplit("/", 1)[-1] and not path.startswith("api")
            if not is_page:
                raise
            return await super().get_response("index.html", scope)


def _codings(scope: Scope) -> set[str]:
    """How the answer to a request may be packed."""
    accepted = Headers(scope=scope).get("accept-encoding", "")
    return {coding.partition(";")[0].strip() for coding in accepted.split(",")}


def make_app(
    pool: ConnectionPool,
    web: Path | None = WEB,
    *,
    hosts: frozenset[str] | None = None,
    authority: Path | None = None,
) -> FastAPI:
    """The application over a store.

    Args:
        pool: Connections; the caller closes it.
        web: The built front end, None to serve the API alone.
        hosts: What it is called by clients that change anything; None where a proxy before it makes sure.
        authority: The certificate that phones are to trust, where there is one.
    """

    quiet = Quiet()

    @asynccontextmanager
    async def lifespan(app: FastAPI) -> AsyncIterator[None]:
        async with quiet.collecting(), app.state.live.listening():
            yield

    app = FastAPI(
        title="Bluff",
        version=__version__,
        lifespan=lifespan,
        separate_input_output_schemas=False,
        docs_url=None,
        redoc_url=None,
        responses=ANYWHERE,
    )
    app.state.pool = pool
    app.state.queue = Queue(pool)
    app.state.live = Live(pool)
    app.state.limits = Limits()
    app.state.authority = authority
    # The server that runs it replaces this.
    app.state.is_ending = lambda: False
    app.state.figures = CollectorRegistry()
    # The usual level takes four times as long for a tenth less, and somebody waits.
    app.add_middleware(GZipMiddleware, minimum_size=1024, compresslevel=4)
    app.add_middleware(Hearing, quiet=quiet)
    app.add_middleware(Gate, hosts=hosts)
    app.add_middleware(watch.Watch, registry=app.state.figures)
    install_error_handlers(app)
    for part in _PARTS:
        app.include_router(part.router)
    if web is not None:
        app.mount("/", FrontEnd(directory=web, html=True), name="front end")
    return app


def openapi_schema() -> dict[str, Any]:
    """The API's description, from which the front end's types are generated."""
    return make_app(ConnectionPool(open=False), web=None).openapi()
