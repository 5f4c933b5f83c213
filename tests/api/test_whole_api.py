"""The whole API by its own description: whatever is sent, the answer is one that is described, and no fault of ours."""

import os
from pathlib import Path
from urllib.parse import urlsplit

import pytest
import requests
import schemathesis
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from schemathesis import GenerationMode
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from bluff.api.app import openapi_schema
from bluff.run.serve import background_server
from bluff.service.sessions import begin
from bluff.store.database import open_pool

EXAMPLE = (Path(__file__).parents[2] / "examples" / "quill-harbour.bluff.json").read_bytes()
CHECKS = [not_a_server_error, status_code_conformance, content_type_conformance, response_schema_conformance]
SCHEMA = schemathesis.openapi.from_dict(openapi_schema())
OPERATIONS = [result.ok() for result in SCHEMA.get_all_operations()]
CASES = (5000 if os.environ.get("BLUFF_LONG") else 300) // len(OPERATIONS)


@pytest.fixture(scope="module")
def address(database_url):
    with open_pool(database_url) as pool, background_server(pool) as address:
        yield address


@pytest.fixture
def session(pool, account, address):
    """A lead, signed in."""
    session = requests.Session()
    session.cookies.set(f"bluff_session_{urlsplit(address).port}", begin(pool, account))
    return session


@pytest.mark.parametrize("operation", OPERATIONS, ids=lambda operation: operation.label)
def test_every_answer_is_described(operation, address, session):
    kept = session.post(f"{address}/api/jobs/import", data=EXAMPLE, timeout=30).json()["id"]

    @settings(max_examples=CASES, suppress_health_check=list(HealthCheck))
    @given(st.data())
    def check(data):
        mode = data.draw(st.sampled_from([GenerationMode.POSITIVE, GenerationMode.NEGATIVE]))
        case = data.draw(operation.as_strategy(generation_mode=mode))
        # Most of what can go wrong does so with a job that is there.
        if "job_id" in (case.path_parameters or {}) and data.draw(st.integers(0, 3)):
            case.path_parameters["job_id"] = kept
        if "wall_id" in (case.path_parameters or {}) and data.draw(st.booleans()):
            case.path_parameters["wall_id"] = "A"
        response = case.call(base_url=address, session=session, timeout=60)
        case.validate_response(response, checks=CHECKS)
        if operation.method == "delete":
            session.post(f"{address}/api/jobs/{kept}/restore", timeout=30)

    check()
