"""Who is asking: signing in and out, and the session's cookie."""

from datetime import timedelta
from ipaddress import ip_address
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Request, Response
from pydantic import Field, StrictStr
from typing_extensions import TypedDict

from bluff.api.http.gate import CHOSEN
from bluff.api.http.wire import Refusal
from bluff.core.message import message
from bluff.formats.ways_values import FileModel
from bluff.service import sessions
from bluff.service.errors import NotAllowed, NotFound, NotSignedIn
from bluff.service.jobs import Jobs
from bluff.service.rights import Right, rights_of
from bluff.service.sessions import Entered
from bluff.store.accounts import Account, Role
from bluff.views.language import languages

router = APIRouter(prefix="/api/session", tags=["session"])

_LONGEST = 400


class SignedIn(TypedDict):
    """Who is signed in, and what they may do.

    `person` is who they are in the crew, whatever they are called; null of a guest, who is nobody there. `only_job` is
    the one job a guest may look at, `wall` where they are to look first. `forgot` says whether they may choose a
    password without the one before, `is_led` whether they are still led through a first wall. `is_unnamed` is who set
    Bluff up and has no name yet. `language` is the one they have chosen, null where it is their browser's, of the
    `languages` there are.
    """

    person: UUID | None
    name: str
    initials: str
    crew: str
    role: Role
    may: list[Right]
    only_job: UUID | None
    wall: str | None
    forgot: bool
    is_led: bool
    is_unnamed: bool
    language: str | None
    languages: list[str]


class NameAndPassword(FileModel):
    """What somebody signs in with."""

    name: Annotated[StrictStr, Field(max_length=_LONGEST)]
    password: Annotated[StrictStr, Field(max_length=_LONGEST)]


class LinkToken(FileModel):
    """What stands in a link behind its #."""

    token: Annotated[StrictStr, Field(max_length=_LONGEST)]


class NewPassword(FileModel):
    """A password, and the one so far where that is asked for; of who set Bluff up, their name and their crew's."""

    before: Annotated[StrictStr, Field(max_length=_LONGEST)] = ""
    password: Annotated[StrictStr, Field(max_length=_LONGEST)]
    introduces: "Introduction | None" = None


class LanguageChosen(FileModel):
    """The language somebody reads; null for their browser's."""

    language: Annotated[StrictStr, Field(max_length=20)] | None


class Introduction(FileModel):
    """Who set Bluff up."""

    name: Annotated[StrictStr, Field(max_length=_LONGEST)]
    initials: Annotated[StrictStr, Field(max_length=_LONGEST)]
    crew: Annotated[StrictStr, Field(max_length=_LONGEST)]


def cookie_name(request: Request) -> str:
    """Of the session's cookie: browsers keep cookies by host alone, and there may be a Bluff on several ports."""
    return f"bluff_session_{request.url.port or 80}"


def device_cookie(request: Request) -> str:
    """Of the cookie that tells a device somebody has signed in on before."""
    return f"bluff_device_{request.url.port or 80}"


def signed_in(request: Request) -> Account:
    """The account of the request's session.

    Raises:
        NotSignedIn: No session, or it is over.
        NotFound: A guest asks for anything but the one job they may look at.
        TooManyRequests: They, or everybody by their link, asked for too much of late.
    """
    token = request.cookies.get(cookie_name(request))
    account = sessions.account_of(request.app.state.pool, token) if token else None
    if account is None:
        raise NotSignedIn(message("Sign in first."))
    if account.only_job is not None and request.path_params.get("job_id") != str(account.only_job):
        raise NotFound(message("Your link is for one job, and this is not part of it."))
    request.app.state.limits.count(account, sessions.hash_of(token or "").hex(), request.url.path)
    return account


SignedInAccount = Annotated[Account, Depends(signed_in)]


def jobs_of(request: Request, account: SignedInAccount) -> Jobs:
    """The signed-in account's jobs."""
    return Jobs(request.app.state.pool, account)


CrewJobs = Annotated[Jobs, Depends(jobs_of)]


def _asking(request: Request) -> Account:
    """As `signed_in`; a guest is told who they are too."""
    account = sessions.account_of(request.app.state.pool, _token(request))
    if account is None:
        raise NotSignedIn(message("Sign in first."))
    return account


Asking = Annotated[Account, Depends(_asking)]


@router.get("")
def who_is_signed_in(request: Request, response: Response, account: Asking) -> SignedIn:
    """Who is signed in."""
    return _signed_in(request, response, account, _token(request))


@router.post("", responses={401: {"model": Refusal}, 429: {"model": Refusal}})
def sign_in(request: Request, response: Response, who: NameAndPassword) -> SignedIn:
    """Sign in by name and password; repeated guesses have to wait."""
    address = request.client.host if request.client else ""
    device = request.cookies.get(device_cookie(request), "")
    entered = sessions.sign_in(request.app.state.pool, who.name, who.password, address, device)
    return _enter(request, response, entered)


@router.post("/link", responses={401: {"model": Refusal}})
def open_link(request: Request, response: Response, link: LinkToken) -> SignedIn:
    """Sign in by a link: once whom it was made for, or a guest as long as it is good."""
    return _enter(request, response, sessions.enter(request.app.state.pool, link.token))


@router.delete("", status_code=204)
def sign_out(request: Request, response: Response) -> None:
    """Sign out on this device."""
    sessions.sign_out(request.app.state.pool, _token(request))
    response.delete_cookie(cookie_name(request))


@router.post("/everywhere", status_code=204)
def sign_out_everywhere(request: Request, response: Response, account: Asking) -> None:
    """Sign out on every device; a guest, who is nobody, on this one."""
    if account.only_job is None:
        sessions.sign_out_everywhere(request.app.state.pool, account)
    sessions.sign_out(request.app.state.pool, _token(request))
    response.delete_cookie(cookie_name(request))


@router.delete("/first-wall", status_code=204)
def end_leading(request: Request, account: SignedInAccount) -> None:
    """Be led through a first wall no more, on any device."""
    sessions.end_leading(request.app.state.pool, account)


@router.put("/language", responses={403: {"model": Refusal}, 422: {"model": Refusal}})
def choose_language(request: Request, response: Response, account: Asking, chosen: LanguageChosen) -> SignedIn:
    """Choose the language Bluff speaks, on every device."""
    sessions.choose_language(request.app.state.pool, account, chosen.language)
    return _signed_in(request, response, account, _token(request))


@router.put("/password", responses={401: {"model": Refusal}})
def choose_password(request: Request, response: Response, account: Asking, chosen: NewPassword) -> SignedIn:
    """Choose a password; on every other device one is signed out."""
    if account.only_job is not None:
        raise NotAllowed(message("A guest has no password."))
    pool, new = request.app.state.pool, chosen.introduces
    sessions.check_password(chosen.password)
    if new:
        account = sessions.introduce(pool, account, new.name, new.initials, new.crew)
    token = sessions.choose_password(pool, account, _token(request), chosen.before, chosen.password)
    return _enter(request, response, Entered(account, token))


def _token(request: Request) -> str:
    return request.cookies.get(cookie_name(request), "")


def _enter(request: Request, response: Response, entered: Entered) -> SignedIn:
    _keep(request, response, cookie_name(request), entered.token, sessions.SESSION_LASTS)
    if entered.device:
        _keep(request, response, device_cookie(request), entered.device, sessions.DEVICE_LASTS)
    return _signed_in(request, response, entered.account, entered.token, entered.wall)


def _keep(request: Request, response: Response, name: str, token: str, lasts: timedelta) -> None:
    response.set_cookie(
        name,
        token,
        max_age=int(lasts.total_seconds()),
        httponly=True,
        samesite="strict",
        secure=not is_loopback(request.url.hostname or ""),
    )


def _signed_in(request: Request, response: Response, account: Account, token: str, wall: str | None = None) -> SignedIn:
    is_guest = account.only_job is not None
    language = sessions.language_of(request.app.state.pool, account)
    _keep_language(request, response, language)
    return {
        "person": None if is_guest else account.id,
        "name": account.name,
        "initials": account.initials,
        "crew": account.crew,
        "role": account.role,
        "may": sorted(rights_of(account)),
        "only_job": account.only_job,
        "wall": wall,
        "forgot": not is_guest and sessions.knows_no_password(request.app.state.pool, account, token),
        "is_led": sessions.is_led(request.app.state.pool, account),
        "is_unnamed": not is_guest and sessions.is_unnamed(request.app.state.pool, account),
        "language": language,
        "languages": list(languages()),
    }


def _keep_language(request: Request, response: Response, language: str | None) -> None:
    """Have this device ask in the language its person has chosen: its page, and every file it fetches by a link."""
    kept = request.cookies.get(CHOSEN)
    if language is None and kept is not None:
        response.delete_cookie(CHOSEN)
    elif language is not None and kept != language:
        lasts = int(sessions.DEVICE_LASTS.total_seconds())
        # The page reads it, before the server is asked for anything.
        response.set_cookie(CHOSEN, language, max_age=lasts, samesite="strict")


def is_loopback(host: str) -> bool:
    """Whether a host is this very machine, so that nothing goes over a wire."""
    if host == "localhost":
        return True
    try:
        return ip_address(host).is_loopback
    except ValueError:
        return False
