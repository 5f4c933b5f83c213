"""The web application: the API, and the built front end beside it."""

from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from pathlib import Path
from typing import Any

from fastapi import FastAPI, Request, Response
from fastapi.staticfiles import StaticFiles
from psycopg_pool import ConnectionPool
from starlette.exceptions import HTTPException
from starlette.middleware.base import RequestResponseEndpoint
from starlette.middleware.gzip import GZipMiddleware
from starlette.types import Scope

from bluff import __version__
from bluff.api import files, jobs, session, standards
from bluff.api.errors import install_error_handlers
from bluff.api.quiet import Quiet
from bluff.formats.exchange.reading import LARGEST_DRAWING

WEB = Path(__file__).resolve().parents[3] / "web" / "dist"

_POLICY = "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; frame-ancestors 'none'"
"""Nothing from anywhere else. Styles are written by the component library as the page runs."""


class FrontEnd(StaticFiles):
    """The built front end: its files, and its one page for every address it routes itself."""

    async def get_response(self, path: str, scope: Scope) -> Response:
        try:
            return await super().get_response(path, scope)
        except HTTPException as error:
            is_page = error.status_code == 404 and "." not in path.rsplit("/", 1)[-1] and not path.startswith("api")
            if not is_page:
                raise
            return await super().get_response("index.html", scope)


def make_app(pool: ConnectionPool, web: Path | None = WEB) -> FastAPI:
    """The application over a store.

    Args:
        pool: Connections; whoever made it closes it.
        web: The built front end, None to serve the API alone.
    """

    quiet = Quiet()

    @asynccontextmanager
    async def lifespan(app: FastAPI) -> AsyncIterator[None]:
        app.state.pool = pool
        async with quiet.collecting():
            yield

    async def listen(request: Request, call_next: RequestResponseEndpoint) -> Response:
        quiet.hear()
        return await call_next(request)

    app = FastAPI(
        title="Bluff",
        version=__version__,
        lifespan=lifespan,
        separate_input_output_schemas=False,
        docs_url=None,
        redoc_url=None,
    )
    app.state.pool = pool
    app.add_middleware(GZipMiddleware, minimum_size=1024)
    app.middleware("http")(listen)
    app.middleware("http")(_guard)
    install_error_handlers(app)
    app.include_router(session.router)
    app.include_router(jobs.router)
    app.include_router(files.router)
    app.include_router(standards.router)
    if web is not None:
        app.mount("/", FrontEnd(directory=web, html=True), name="front end")
    return app


def openapi_schema() -> dict[str, Any]:
    """The API's description, from which the front end's types are generated."""
    return make_app(ConnectionPool(open=False), web=None).openapi()


async def _guard(request: Request, call_next: RequestResponseEndpoint) -> Response:
    """Refuse what is too large to be anything of a job, and tell browsers what this page may load."""
    size = request.headers.get("content-length", "0")
    if not size.isdigit() or int(size) > LARGEST_DRAWING:
        return Response("This is too large for a job.", status_code=413)
    response = await call_next(request)
    response.headers["Content-Security-Policy"] = _POLICY
    response.headers["X-Content-Type-Options"] = "nosniff"
    if request.url.path.startswith("/api/"):
        response.headers["Cache-Control"] = "no-store"
    return response
