"""Bodies that are files: taken as they are, whatever their sender calls them."""

from typing import Annotated, Any, TypeAlias

from fastapi import Depends, Request


async def _as_it_is(request: Request) -> bytes:
    return await request.body()


FileBody: TypeAlias = Annotated[bytes, Depends(_as_it_is)]
"""The whole body; the framework would parse what is called JSON. Its routes describe it by `FILE_BODY`."""

FILE_BODY: dict[str, Any] = {
    "requestBody": {
        "required": True,
        "content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}},
    }
}
