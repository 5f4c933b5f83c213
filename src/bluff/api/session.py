"""Who is asking: the session cookie, and signing in by itself on this machine."""

from ipaddress import ip_address
from typing import Annotated

from fastapi import APIRouter, Depends, Request, Response
from pydantic import BaseModel

from bluff.service import sessions
from bluff.service.errors import NotSignedIn
from bluff.service.jobs import Jobs
from bluff.store.accounts import Account

_FORWARDED = ("forwarded", "x-forwarded-for", "x-forwarded-host", "x-forwarded-proto", "x-real-ip")
"""Headers that say a proxy handed the request on."""


router = APIRouter(prefix="/api/session", tags=["session"])


class SignedIn(BaseModel):
    """Who is signed in."""

    initials: str
    crew: str


def cookie_name(request: Request) -> str:
    """Of the session's cookie: browsers keep cookies by host alone, and there may be a Bluff on several ports."""
    return f"bluff_session_{request.url.port or 80}"


def signed_in(request: Request) -> Account:
    """The account of the request's session; on this very machine the one account there is needs none.

    Raises:
        NotSignedIn: No session, and the request comes from elsewhere.
    """
    pool = request.app.state.pool
    token = request.cookies.get(cookie_name(request))
    if token and (account := sessions.account_of(pool, token)):
        return account
    if not _may_sign_in_alone(request):
        raise NotSignedIn("Nobody is signed in. Until Bluff has a sign-in screen it works on this machine only.")
    return sessions.only_account(pool)


def jobs_of(request: Request, account: Annotated[Account, Depends(signed_in)]) -> Jobs:
    """The jobs of whoever is signed in."""
    return Jobs(request.app.state.pool, account)


CrewJobs = Annotated[Jobs, Depends(jobs_of)]


@router.get("")
def who_is_signed_in(request: Request, response: Response, account: Annotated[Account, Depends(signed_in)]) -> SignedIn:
    """Who is signed in. A browser that has no session gets one, which it keeps."""
    pool, name = request.app.state.pool, cookie_name(request)
    token = request.cookies.get(name)
    if token is None or sessions.account_of(pool, token) is None:
        lasts = int(sessions.SESSION_LASTS.total_seconds())
        response.set_cookie(name, sessions.begin(pool, account), max_age=lasts, httponly=True, samesite="strict")
    return SignedIn(initials=account.initials, crew=account.crew)


def _may_sign_in_alone(request: Request) -> bool:
    """Whether a request needs no session: from this machine, or by a proxy the server was told it stands behind."""
    if request.app.state.is_behind_proxy:
        return True
    return _is_local(request) and not any(header in request.headers for header in _FORWARDED)


def _is_local(request: Request) -> bool:
    """Whether the request comes from this machine and was addressed to it.

    The address it was sent to counts too: a web page elsewhere may have its own name point to
    127.0.0.1, and its requests then come from here.
    """
    if request.client is None or (request.url.hostname or "") not in {"127.0.0.1", "localhost", "::1"}:
        return False
    try:
        return ip_address(request.client.host).is_loopback
    except ValueError:
        return False
