"""For the operator of a server: a line for every request, and figures of all of them."""

import json
import logging
import time

from fastapi import APIRouter, Request
from fastapi.responses import PlainTextResponse, Response
from prometheus_client import CONTENT_TYPE_LATEST, CollectorRegistry, Counter, Histogram, generate_latest
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from bluff.api.people.session import is_loopback
from bluff.core.message import message
from bluff.service.errors import NotFound

router = APIRouter(include_in_schema=False)

REQUESTS = logging.getLogger("bluff.requests")
"""A line of JSON for every request: what was asked for and how it ended, never what was in it."""


_METHODS = frozenset({"GET", "HEAD", "OPTIONS", "POST", "PUT", "PATCH", "DELETE"})


class Watch:
    """Counts and writes down every request, by its route; addresses hold keys, and bodies whatever was typed.

    Args:
        app: The application.
        registry: Where figures are kept.
    """

    def __init__(self, app: ASGIApp, registry: CollectorRegistry) -> None:
        self._app = app
        self._requests = Counter(
            "bluff_requests_total", "Requests by route and answer.", ("method", "route", "status"), registry=registry
        )
        self._seconds = Histogram(
            "bluff_request_seconds", "How long answers took to begin.", ("method", "route"), registry=registry
        )

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Serve one request."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        began = time.perf_counter()

        async def noted(message: Message) -> None:
            if message["type"] == "http.response.start":
                self._note(scope, message["status"], time.perf_counter() - began)
            await send(message)

        await self._app(scope, receive, noted)

    def _note(self, scope: Scope, status: int, seconds: float) -> None:
        found = scope.get("route")
        # What is no route of the API is the front end, or nothing; who asks for nothing makes no new figures.
        route = getattr(found, "path", "") or ("front end" if status < 400 else "none")
        # Each label is kept for good: a method somebody invents is no new one.
        method = scope["method"] if scope["method"] in _METHODS else "other"
        self._requests.labels(method, route, str(status)).inc()
        self._seconds.labels(method, route).observe(seconds)
        if REQUESTS.isEnabledFor(logging.INFO):
            line = {"method": scope["method"], "route": route, "status": status, "ms": round(1000 * seconds, 1)}
            if job := scope.get("path_params", {}).get("job_id"):
                line["job"] = str(job)
            REQUESTS.info(json.dumps(line))


@router.get("/healthz", response_class=PlainTextResponse)
async def is_alive() -> str:
    """The process is alive."""
    return "alive\n"


@router.get("/readyz", response_class=PlainTextResponse)
def is_ready(request: Request) -> str:
    """The database answers too; 503 where it does not."""
    with request.app.state.pool.connection() as connection:
        connection.execute("SELECT 1")
    return "ready\n"


@router.get("/metrics")
def metrics(request: Request) -> Response:
    """Figures in the usual text, for this machine alone: who is behind a proxy is not."""
    host = request.client.host if request.client else ""
    if not is_loopback(host):
        raise NotFound(message("Metrics are served to this machine only."))
    return Response(generate_latest(request.app.state.figures), media_type=CONTENT_TYPE_LATEST)
