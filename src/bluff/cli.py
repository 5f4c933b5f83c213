"""The command line: `bluff frame JOB.json`, and what the launcher calls once everything is set up."""

import argparse
import gc
import os
import sys
from collections.abc import Sequence
from pathlib import Path

UNREADABLE = 2
"""Exit code for a file that cannot be read."""
UNWRITTEN = 1
"""Exit code for an answer that could not be written."""


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; returns the exit code."""
    options = _parser().parse_args(arguments)
    match options.command:
        case "frame":
            return frame_file(options.file)
        case "schema":
            return print_schema(options.of)
        case "serve":
            # Imported here: framing a file must not pay for a web server's imports.
            from bluff.serve import serve

            return serve(with_demo=options.demo, port=options.port, is_behind_proxy=options.behind_proxy)
    raise AssertionError(f"argparse let an unknown command through: {options.command}")


def frame_file(path: Path) -> int:
    """Print a job file framed, as JSON. Needs no database and no server.

    Returns:
        0; 2 with one line per fault on standard error and nothing on standard output; or 1 when the answer could
        not be written, as on a full disk.
    """
    from bluff.core import frame, wall_plans
    from bluff.core.errors import BluffError
    from bluff.formats.errors import FaultyData, fault_of
    from bluff.formats.framed import framed_job
    from bluff.formats.job_file import read_job

    gc.disable()  # one job, then the process ends: collecting garbage would only take time
    try:
        job = read_job(sys.stdin.buffer.read() if str(path) == "-" else path.read_bytes())
    except OSError as error:
        print(f"{path}: {error.strerror or error}; name a job file.", file=sys.stderr)
        return UNREADABLE
    except FaultyData as error:
        for fault in error.faults:
            print(fault, file=sys.stderr)
        return UNREADABLE
    try:
        framed = framed_job(frame(plan) for plan in wall_plans(job))
    except BluffError as error:
        print(fault_of(error), file=sys.stderr)
        return UNREADABLE
    try:
        print(framed.model_dump_json(indent=1, by_alias=True), flush=True)
    except BrokenPipeError:
        _close_output()  # whoever reads it has read enough
    except OSError as error:
        _close_output()
        print(
            f"The framed job could not be written: {error.strerror or error}; make room and try again.", file=sys.stderr
        )
        return UNWRITTEN
    return 0


def _close_output() -> None:
    """Let nothing more be flushed to standard output when the process ends."""
    os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())


def print_schema(of: str) -> int:
    """Print a published schema: the job file's JSON Schema or the server's OpenAPI."""
    import json

    if of == "job-file":
        from bluff.formats.job_file import job_file_schema

        schema = job_file_schema()
    else:
        from bluff.api.app import openapi_schema

        schema = openapi_schema()
    print(json.dumps(schema, indent=2, ensure_ascii=False))
    return 0


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="bluff", description="Lay out wall plates and frame walls.")
    commands = parser.add_subparsers(dest="command", required=True)
    frame = commands.add_parser("frame", help="print a job file framed, as JSON")
    frame.add_argument("file", type=Path, help="a job file, or - for standard input")
    schema = commands.add_parser("schema", help="print a published schema")
    schema.add_argument("of", choices=["job-file", "openapi"])
    serve = commands.add_parser("serve", help="start the database and the web application")
    serve.add_argument("--demo", action="store_true", help="load the demo job once")
    serve.add_argument("--port", type=int, default=None, help="the port to serve on")
    serve.add_argument(
        "--behind-proxy", action="store_true", help="serve whoever a proxy on this machine lets in, without a session"
    )
    return parser
