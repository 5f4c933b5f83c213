"""Every refusal becomes HTTP here, and only here."""

import logging
from collections.abc import Sequence

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from psycopg import OperationalError
from pydantic import BaseModel

from bluff.api.http.wire import FaultView, Refusal
from bluff.api.job.changes import ConflictView, EditRequest
from bluff.api.job.job import job_view
from bluff.core.errors import BluffError
from bluff.core.job.words import Words
from bluff.core.message import message
from bluff.formats.edits import edit_from_core
from bluff.formats.errors import Fault, FaultyData, fault_of, faults_in
from bluff.service.errors import (
    Changed,
    Conflict,
    Ending,
    NotAllowed,
    NotFound,
    NothingToDo,
    NotSignedIn,
    NotYet,
    ServiceError,
    TooLong,
    TooManyRequests,
    TooManyTries,
)
from bluff.views.reader import reader

_USUAL = Words()
_AWAY = message("The database does not answer at the moment. Nothing was changed.")
_log = logging.getLogger("uvicorn.error")

_STATUS: dict[type[ServiceError], int] = {
    NotFound: 404,
    NotSignedIn: 401,
    TooManyTries: 429,
    TooManyRequests: 429,
    Ending: 503,
    NotAllowed: 403,
    NothingToDo: 409,
    Changed: 409,
    TooLong: 422,
}


def install_error_handlers(app: FastAPI) -> None:
    """Answer every error of the core, the formats and the service with a `Refusal`."""

    @app.exception_handler(BluffError)
    def refuse(_: Request, error: BluffError) -> JSONResponse:
        return _answer(422, _refusal([fault_of(error)]))

    @app.exception_handler(FaultyData)
    def refuse_data(_: Request, error: FaultyData) -> JSONResponse:
        return _answer(422, _refusal(error.faults))

    @app.exception_handler(RequestValidationError)
    def refuse_request(_: Request, error: RequestValidationError) -> JSONResponse:
        return _answer(422, _refusal(faults_in(error.errors(), EditRequest)))

    @app.exception_handler(Conflict)
    def show_both(_: Request, error: Conflict) -> JSONResponse:
        yours = edit_from_core(error.yours) if error.yours else None
        view = ConflictView(
            message=reader(_USUAL).say(error.message), faults=[], current=job_view(error.current), yours=yours
        )
        return _answer(409, view)

    @app.exception_handler(OperationalError)
    def wait_for_database(_: Request, error: OperationalError) -> JSONResponse:
        _log.warning("The database does not answer: %s", error)
        return _answer(503, Refusal(message=reader(_USUAL).say(_AWAY), faults=[]))

    @app.exception_handler(ServiceError)
    def refuse_service(_: Request, error: ServiceError) -> JSONResponse:
        answer = _answer(_STATUS[type(error)], Refusal(message=reader(_USUAL).say(error.message), faults=[]))
        if isinstance(error, NotYet):
            answer.headers["Retry-After"] = str(error.seconds)
        return answer


def _refusal(faults: Sequence[Fault]) -> Refusal:
    views = [FaultView(path=fault.path, message=reader(_USUAL).say(fault.message)) for fault in faults]
    return Refusal(message=views[0].message, faults=views)


def _answer(status: int, body: BaseModel) -> JSONResponse:
    return JSONResponse(body.model_dump(mode="json", by_alias=True), status_code=status)
