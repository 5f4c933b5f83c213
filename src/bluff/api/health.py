"""For whoever looks after a server: whether it is alive, and whether it can answer."""

from fastapi import APIRouter, Request
from fastapi.responses import PlainTextResponse

router = APIRouter(include_in_schema=False)


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
