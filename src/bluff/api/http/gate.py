"""What every request passes before anything else: where it comes from, how large it is, what it is made of.

Written against the protocol beneath the framework, so that a body is counted as it comes and nothing that answers,
a static file or a refusal, goes out without the headers that protect a page.
"""

import asyncio
import re
from contextlib import suppress
from urllib.parse import unquote_to_bytes, urlsplit

from starlette.datastructures import Headers, MutableHeaders
from starlette.requests import cookie_parser
from starlette.responses import JSONResponse, Response
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from bluff.api.http.wire import FaultView, Refusal
from bluff.core.message import Message as Sentence
from bluff.core.message import message
from bluff.formats.errors import FaultyData
from bluff.formats.exchange.reading import LARGEST_DRAWING
from bluff.formats.job_file import LARGEST_FILE
from bluff.formats.json_text import check_text, read_json
from bluff.formats.pictures import LARGEST_PICTURE
from bluff.service.patience import Patience, waiting
from bluff.views.language import LANGUAGE, accepted, best_of
from bluff.views.reader import Reader

_LARGEST: tuple[tuple[re.Pattern[str], int], ...] = (
    (re.compile(r"/drawing$"), LARGEST_DRAWING),
    (re.compile(r"/pictures(/[^/]+)?$"), LARGEST_PICTURE),
    (re.compile(r"/(import|edits|preview|effect|schedule\.csv)$"), LARGEST_FILE),
)
"""Bytes of a body by the end of its path."""
CHOSEN = "bluff_language"
"""The cookie with the language somebody has chosen."""
_LARGEST_OTHER = 1024 * 1024
_SAFE = {"GET", "HEAD", "OPTIONS"}
_FILE_TYPES = {
    "application/octet-stream",
    "application/pdf",
    "application/x-step",
    "image/jpeg",
    "image/png",
    "image/vnd.dxf",
    "text/csv",
}
"""What a body may be besides JSON. No form of a web page can send any of these on its own."""
_POLICY = (
    "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; "
    "img-src 'self' data:; object-src 'none'; "
    "base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
)
"""Nothing from anywhere else. Styles are written by the component library as the page runs; the core runs on a phone
as WebAssembly."""
_HEADERS = {
    "Content-Security-Policy": _POLICY,
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "same-origin",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
}


_OWN_FAULT = message(
    "Something went wrong in Bluff itself. Nothing was changed. The window where it was started has the details."
)


class Gate:
    """Lets requests through to an application, or refuses them with a sentence.

    Args:
        app: The application.
        hosts: What it is called by clients that change anything; None lets every name pass.
    """

    def __init__(self, app: ASGIApp, hosts: frozenset[str] | None = None) -> None:
        self._app = app
        self._hosts = hosts

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Serve one request."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        send = _protected(scope, send)
        headers = Headers(scope=scope)
        LANGUAGE.set(_language(headers))
        refusal = _unwritable(scope) or _misnamed(headers, self._hosts)
        if refusal is None and scope["method"] not in _SAFE:
            refusal = _foreign(headers)
        if refusal:
            await refusal(scope, receive, send)
            return
        try:
            body = await _body(scope["path"], headers, receive)
        except _TooLarge as error:
            await _refusal(413, error.sentence)(scope, receive, send)
            return
        if body is None:
            return
        if refusal := _unreadable(scope, headers, body):
            await refusal(scope, receive, send)
            return
        await self._served(scope, body, receive, send)

    async def _served(self, scope: Scope, body: bytes, receive: Receive, send: Send) -> None:
        """Hand the request on with its body, and notice when the client disconnects."""
        patience = Patience()
        gone = asyncio.Event()
        given = has_begun = False

        async def watch() -> None:
            while (await receive())["type"] != "http.disconnect":
                pass
            patience.has_left.set()
            gone.set()

        async def replay() -> Message:
            nonlocal given
            if not given:
                given = True
                return {"type": "http.request", "body": body, "more_body": False}
            await gone.wait()
            return {"type": "http.disconnect"}

        async def noted(message: Message) -> None:
            nonlocal has_begun
            has_begun = True
            await send(message)

        watching = asyncio.create_task(watch())
        try:
            with waiting(patience):
                await self._app(scope, replay, noted)
        except Exception:
            # Logged, and in tests raised, by the server that runs the application.
            if not has_begun:
                await _refusal(500, _OWN_FAULT)(scope, replay, send)
            raise
        finally:
            # Ended by a server that stops, the work in its thread ends too.
            patience.has_left.set()
            watching.cancel()
            with suppress(asyncio.CancelledError):
                await watching


def _protected(scope: Scope, send: Send) -> Send:
    async def protected(message: Message) -> None:
        if message["type"] == "http.response.start":
            headers = MutableHeaders(scope=message)
            headers.update(_HEADERS)
            if scope["path"].startswith("/api/"):
                headers["Cache-Control"] = "no-store"
        await send(message)

    return protected


def _language(headers: Headers) -> str:
    """What the person has chosen, which their page keeps in a cookie, or what their browser asks for."""
    chosen = cookie_parser(headers.get("cookie", "")).get(CHOSEN, "")
    return best_of([chosen, *accepted(headers.get("accept-language", ""))])


def _misnamed(headers: Headers, hosts: frozenset[str] | None) -> Response | None:
    """Refuse requests by a name that is not this server's.

    A site may have its own name point to this machine; to the browser it is then one with what is served here, and
    only the name it calls it by tells. That holds for what is read as well, figures and public pages included.
    """
    try:
        called = urlsplit(f"//{headers.get('host', '')}").hostname
    except ValueError:
        called = None
    if hosts is None or called in hosts:
        return None
    return _refusal(403, message("Host {called} is not allowed.", called=called or ""))


def _foreign(headers: Headers) -> Response | None:
    """Refuse what a page of another site sends: it may come from a browser that is signed in here.

    Browsers say on their own where a request comes from; what is no browser says nothing, and has no session that
    a page could misuse.
    """
    site, origin = headers.get("sec-fetch-site"), headers.get("origin")
    is_of_host = origin is None or urlsplit(origin).netloc == headers.get("host")
    if site in {"same-origin", "none"} if site else is_of_host:
        return None
    return _refusal(403, message("This came from a page of another site, which may change nothing here."))


def _unwritable(scope: Scope) -> Response | None:
    """Refuse addresses with characters that nothing here is called by."""
    for part in (scope.get("raw_path") or b"", scope["query_string"]):
        try:
            check_text(unquote_to_bytes(part.replace(b"+", b" ")).decode())
        except (UnicodeDecodeError, FaultyData):
            return _refusal(400, message("There are characters in this address that cannot be written."))
    return None


class _TooLarge(Exception):
    """A body is larger than anything of its kind; the sentence says so."""

    def __init__(self, sentence: Sentence) -> None:
        super().__init__(sentence)
        self.sentence = sentence


async def _body(path: str, headers: Headers, receive: Receive) -> bytes | None:
    """The whole body, counted as it comes; None when the client disconnects before its end.

    Raises:
        _TooLarge: It is longer than may be sent there, or says it will be.
    """
    most = next((most for end, most in _LARGEST if end.search(path)), _LARGEST_OTHER)
    too_large = _TooLarge(message("This is over {most} MB, the most that can be sent here.", most=most // 1024**2))
    declared = headers.get("content-length", "0")
    if not declared.isdecimal() or int(declared) > most:
        raise too_large
    chunks: list[bytes] = []
    size = 0
    while True:
        event = await receive()
        if event["type"] == "http.disconnect":
            return None
        chunks.append(event.get("body", b""))
        size += len(chunks[-1])
        if size > most:
            raise too_large
        if not event.get("more_body", False):
            return b"".join(chunks)


def _unreadable(scope: Scope, headers: Headers, body: bytes) -> Response | None:
    """Refuse a body of a kind that is not sent here, and JSON that is none or could not be kept."""
    declared = headers.get("content-type")
    if scope["method"] in _SAFE or (not body and declared is None):
        return None
    kind = (declared or "application/octet-stream").partition(";")[0].strip().lower()
    if kind == "application/json":
        try:
            read_json(body, LARGEST_FILE)
        except FaultyData as error:
            return _refusal(422, *(fault.message for fault in error.faults))
        return None
    if kind not in _FILE_TYPES:
        return _refusal(
            415,
            message(
                "Content of type {kind} cannot be sent here. Send JSON, or a file as application/octet-stream.",
                kind=kind or "unknown",
            ),
        )
    return None


def _refusal(status: int, *sentences: Sentence) -> Response:
    """As every refusal of the API; built here, before the framework that builds the others."""
    texts = [*map(Reader().say, sentences)]
    faults = [FaultView(path="", message=text) for text in texts] if status == 422 else []
    return JSONResponse(Refusal(message=texts[0], faults=faults).model_dump(), status_code=status)
