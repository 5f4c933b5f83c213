"""Who is asking: the session cookie, and signing in by itself on this machine."""

from ipaddress import ip_address
from typing import Annotated

from fastapi import APIRouter, Depends, Request, Response

from bluff.api.schemas import Refusal, SignedIn
from bluff.service import sessions
from bluff.service.errors import NotSignedIn
from bluff.store.accounts import Account

COOKIE = "bluff_session"

router = APIRouter(prefix="/api/session", tags=["session"], responses={401: {"model": Refusal}})


def signed_in(request: Request, response: Response) -> Account:
    """The account of the request's session; on this very machine a missing session is made.

    Raises:
        NotSignedIn: No session, and the request comes from elsewhere.
    """
    pool = request.app.state.pool
    token = request.cookies.get(COOKIE)
    if token and (account := sessions.account_of(pool, token)):
        return account
    if not _is_local(request):
        raise NotSignedIn("Nobody is signed in. Until Bluff has a sign-in screen it works on this machine only.")
    account, token = sessions.sign_in_alone(pool)
    response.set_cookie(
        COOKIE, token, max_age=int(sessions.SESSION_LASTS.total_seconds()), httponly=True, samesite="strict"
    )
    return account


@router.get("")
def who_is_signed_in(account: Annotated[Account, Depends(signed_in)]) -> SignedIn:
    """Who is signed in."""
    return SignedIn(initials=account.initials, crew=account.crew)


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
