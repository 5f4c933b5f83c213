"""Making a phone trust this installation: a page with the steps, and the certificate."""

from collections.abc import Mapping
from html import escape
from pathlib import Path

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from bluff.core.message import Message, message
from bluff.service.errors import NotFound
from bluff.views.language import LANGUAGE
from bluff.views.reader import Reader

router = APIRouter(include_in_schema=False)

_PAGE = """<!doctype html>
<html lang="{language}">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>{title}</title>
<style>
  body {{ font: 18px/1.5 system-ui, sans-serif; max-width: 34em; margin: 2em auto; padding: 0 1em; color: #1c1a17;
         background: #f4efe4; }}
  a.download {{ display: inline-block; padding: .6em 1em; background: #1c1a17; color: #fff; text-decoration: none; }}
</style>
<h1>{heading}</h1>
<p>{why}</p>
<p><a class="download" href="/trust/authority.crt">{download}</a></p>
<h2>{apple}</h2>
<p>{apple_steps}</p>
<h2>{android}</h2>
<p>{android_steps}</p>
<h2>{open}</h2>
<p><a href="/">{go}</a></p>
</html>
"""

_TEXTS: Mapping[str, Message] = {
    "title": message("Trust Bluff"),
    "heading": message("Trust Bluff on this phone"),
    "why": message(
        "Bluff serves phones with a certificate of its own. Once the phone trusts it, the warning is gone, and Bluff "
        "can work offline and use the camera. The certificate is valid for addresses of the local network only."
    ),
    "download": message("1. Download the certificate"),
    "apple": message("2. On an iPhone or iPad"),
    "apple_steps": message(
        "Open Settings, “Profile Downloaded”, and press Install. Then open General, About, “Certificate Trust "
        "Settings”, and turn it on."
    ),
    "android": message("2. On Android"),
    "android_steps": message(
        "Open Settings, Security, Encryption and credentials, “Install a certificate”, CA certificate, and choose the "
        "file."
    ),
    "open": message("3. Open Bluff"),
    "go": message("Go to Bluff. The warning is gone."),
}


@router.get("/trust", response_class=HTMLResponse)
def trust(request: Request) -> str:
    """How to make a phone trust this installation."""
    _authority(request)
    say = Reader().say
    return _PAGE.format(language=LANGUAGE.get(), **{name: escape(say(text)) for name, text in _TEXTS.items()})


@router.get("/trust/authority.crt")
def authority(request: Request) -> Response:
    """The certificate to trust; its key never leaves this machine."""
    return Response(
        _authority(request).read_bytes(),
        media_type="application/x-x509-ca-cert",
        headers={"Content-Disposition": 'attachment; filename="bluff.crt"'},
    )


def _authority(request: Request) -> Path:
    found: Path | None = request.app.state.authority
    if found is None:
        raise NotFound(message("Bluff is not served in the local network. Start it with --lan."))
    return found
