"""Helping a phone trust this installation: a page that says how, and the certificate it is to trust."""

from pathlib import Path

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, Response

from bluff.core.message import message
from bluff.service.errors import NotFound

router = APIRouter(include_in_schema=False)

_PAGE = """<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>Trust Bluff</title>
<style>
  body { font: 18px/1.5 system-ui, sans-serif; max-width: 34em; margin: 2em auto; padding: 0 1em; color: #1c1a17;
         background: #f4efe4; }
  a.take { display: inline-block; padding: .6em 1em; background: #1c1a17; color: #fff; text-decoration: none; }
</style>
<h1>Trust Bluff on this phone</h1>
<p>Bluff speaks to phones through a certificate of its own. Once a phone trusts that, it warns no more, works without
a signal, and may use its camera. The certificate is good for addresses of the local network alone.</p>
<p><a class="take" href="/trust/authority.crt">1. Take the certificate</a></p>
<h2>2. On an iPhone or iPad</h2>
<p>Settings, <b>Profile Downloaded</b>, Install. Then General, About, <b>Certificate Trust Settings</b>: turn it on.</p>
<h2>2. On Android</h2>
<p>Settings, Security, Encryption and credentials, <b>Install a certificate</b>, CA certificate: choose the file.</p>
<h2>3. Open Bluff</h2>
<p><a href="/">Go to Bluff</a>; there is no warning any more.</p>
</html>
"""


@router.get("/trust", response_class=HTMLResponse)
def trust(request: Request) -> str:
    """How a phone comes to trust this installation."""
    _authority(request)
    return _PAGE


@router.get("/trust/authority.crt")
def authority(request: Request) -> Response:
    """What it is to trust; the key to it stays here."""
    return Response(
        _authority(request).read_bytes(),
        media_type="application/x-x509-ca-cert",
        headers={"Content-Disposition": 'attachment; filename="bluff.crt"'},
    )


def _authority(request: Request) -> Path:
    found: Path | None = request.app.state.authority
    if found is None:
        raise NotFound(message("Bluff is not served in the local network; start it with --lan."))
    return found
