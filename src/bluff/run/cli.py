"""The command line: `bluff frame` and `bluff cut`, and what the launcher calls once everything is set up."""

import argparse
import gc
import os
import sys
from collections.abc import Callable, Sequence
from pathlib import Path

from bluff.core.message import Message, message
from bluff.run.terminal import tell_trouble, terminal_language
from bluff.views.language import LANGUAGE
from bluff.views.reader import Reader

UNREADABLE = 2
"""Exit code for a file that cannot be read."""
UNWRITTEN = 1
"""Exit code for an answer that could not be written."""


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; returns the exit code."""
    LANGUAGE.set(terminal_language())
    options = _parser().parse_args(arguments)
    match options.command:
        case "frame":
            return frame_file(options.file)
        case "cut":
            return cut_file(options.file, options.demand, options.wall, options.by, options.handling, options.seconds)
        case "schema":
            return print_schema(options.of)
        case "serve":
            # Imported here: framing a file must not pay for a web server's imports.
            from bluff.run.serve import Way, serve

            return serve(options.demo, options.port, Way(options.way))
        case "sign-in":
            from bluff.run.sign_in_link import print_link

            return print_link(options.name)
        case "backup":
            from bluff.run.backups import back_up

            return back_up(options.file)
        case "restore":
            from bluff.run.backups import restore

            return restore(options.file, is_over=options.over)
        case "work":
            from bluff.run.worker import work_alone

            return work_alone(until_input_ends=options.until_input_ends)
    raise AssertionError(f"argparse let an unknown command through: {options.command}")


def frame_file(path: Path) -> int:
    """Print a job file framed, as JSON. Needs no database and no server.

    Returns:
        0; 2 with one line per fault on standard error and nothing on standard output; or 1 when the answer could
        not be written, as on a full disk.
    """
    from bluff.core.frame import frame
    from bluff.core.wall.wall_plan import wall_plans
    from bluff.formats.framed import framed_job
    from bluff.formats.job_file import read_job

    gc.disable()  # one job, then the process ends: collecting garbage would only take time

    def framed(text: bytes) -> str:
        job = read_job(text)
        return framed_job(frame(plan) for plan in wall_plans(job)).model_dump_json(indent=1, by_alias=True)

    return _answered(path, message("a job file"), framed, message("The framed job"))


def cut_file(
    job: Path | None, demand: Path | None, walls: Sequence[str], least: str, handling: float, seconds: float
) -> int:
    """Print how a job, or a bare list of pieces, is cut from boards, as JSON; returns as `frame_file`.

    Args:
        job: A job file.
        demand: A list of pieces, in its place.
        walls: Marks of those that are cut; all of them where none is named.
        least: What there is to be least of, length, price or boards.
        handling: What a board counts for besides, in inches by length, in money by price.
        seconds: How long a better plan is looked for.
    """
    import json
    from fractions import Fraction

    from bluff.core.cutting.demand import Aim, By, Demand, collect_demands
    from bluff.core.cutting.pairs import paired
    from bluff.core.frame import frame
    from bluff.core.wall.wall_plan import wall_plans
    from bluff.formats.cut_file import cut_data, read_cut_list
    from bluff.formats.job_file import read_job
    from bluff.solve.whole import cut_sections

    def cut(text: bytes) -> str:
        aim = Aim(By(least), Fraction(str(handling)))
        demands: Sequence[Demand]
        if demand is not None:
            demands = read_cut_list(text, aim)
        else:
            read = read_job(text)
            chosen = {read.wall(wall).id for wall in walls}
            framed = (frame(plan) for plan in wall_plans(read) if not chosen or plan.id in chosen)
            demands = [paired(one) for one in collect_demands(read, framed, aim)]
        plans = cut_sections(demands, seconds, lambda _: None)
        return json.dumps(cut_data([(one, plans[one.section]) for one in demands], aim), indent=1)

    path, kind = (
        (demand, message("a list of pieces")) if demand is not None else (job or Path("-"), message("a job file"))
    )
    return _answered(path, kind, cut, message("The cutting plan"))


def _answered(path: Path, kind: Message, answer: Callable[[bytes], str], what: Message) -> int:
    """Print what a file makes; returns as `frame_file`.

    Args:
        path: Of the file, or - for standard input.
        kind: What the file is to be.
        answer: What is printed for what is in it.
        what: That, for when it cannot be written.
    """
    from bluff.core.errors import BluffError
    from bluff.formats.errors import FaultyData, fault_of

    try:
        text = answer(sys.stdin.buffer.read() if str(path) == "-" else path.read_bytes())
    except OSError as error:
        tell_trouble(
            message("{file}: {error}. Name {kind}.", file=str(path), error=error.strerror or str(error), kind=kind)
        )
        return UNREADABLE
    except FaultyData as error:
        for fault in error.faults:
            tell_trouble(fault.sentence)
        return UNREADABLE
    except BluffError as error:
        tell_trouble(fault_of(error).sentence)
        return UNREADABLE
    try:
        print(text, flush=True)
    except BrokenPipeError:
        _close_output()  # the reader has read enough
    except OSError as error:
        _close_output()
        tell_trouble(
            message(
                "{what} could not be written: {error}. Make room and try again.",
                what=what,
                error=error.strerror or str(error),
            )
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


def _seconds(text: str) -> float:
    seconds = float(text)
    if not 0 <= seconds <= 3600:
        raise argparse.ArgumentTypeError(Reader().say(message("Enter 0 to 3600 seconds.")))
    return seconds


def _parser() -> argparse.ArgumentParser:
    say = Reader().say
    parser = argparse.ArgumentParser(prog="bluff", description=say(message("Lay out wall plates and frame walls.")))
    commands = parser.add_subparsers(dest="command", required=True)
    frame = commands.add_parser("frame", help=say(message("frame a job file and print the result as JSON")))
    frame.add_argument("file", type=Path, help=say(message("a job file, or - for standard input")))
    cut = commands.add_parser("cut", help=say(message("plan how a job is cut from boards and print it as JSON")))
    cut.add_argument("file", type=Path, nargs="?", help=say(message("a job file, or - for standard input")))
    cut.add_argument("--demand", type=Path, help=say(message("a list of pieces and boards instead of a job")))
    cut.add_argument("--wall", action="append", default=[], help=say(message("cut only this wall; repeat for several")))
    cut.add_argument(
        "--by", choices=["length", "price", "boards"], default="length", help=say(message("what to minimize"))
    )
    cut.add_argument(
        "--handling",
        type=float,
        default=0.0,
        help=say(message("what each extra board adds to the cost: inches by length, money by price")),
    )
    cut.add_argument("--seconds", type=_seconds, default=5.0, help=say(message("how long to search for a better plan")))
    schema = commands.add_parser("schema", help=say(message("print a published schema")))
    schema.add_argument("of", choices=["job-file", "openapi"])
    serve = commands.add_parser("serve", help=say(message("start the database and the web application")))
    serve.add_argument("--demo", action="store_true", help=say(message("load the demo job once")))
    serve.add_argument("--port", type=int, default=None, help=say(message("the port to serve on")))
    way = serve.add_mutually_exclusive_group()
    way.add_argument(
        "--behind-proxy",
        action="store_const",
        const="proxy",
        dest="way",
        default="local",
        help=say(message("trust a proxy on this machine for the client address and HTTPS")),
    )
    way.add_argument(
        "--lan",
        action="store_const",
        const="lan",
        dest="way",
        help=say(message("serve the local network too, by HTTPS")),
    )
    sign_in = commands.add_parser("sign-in", help=say(message("print a link that signs a person in once")))
    sign_in.add_argument("name", nargs="?", help=say(message("the person; without it, list the names")))
    backup = commands.add_parser("backup", help=say(message("write all data to a file")))
    backup.add_argument("file", type=Path, help=say(message("the file to write")))
    restore = commands.add_parser("restore", help=say(message("replace all data with a backup")))
    restore.add_argument("file", type=Path, help=say(message("a backup")))
    restore.add_argument("--over", action="store_true", help=say(message("replace the jobs that are there")))
    work = commands.add_parser("work", help=say(message("run a worker for the servers on BLUFF_DATABASE_URL")))
    work.add_argument(
        "--until-input-ends", action="store_true", help=say(message("end when the process that started it is gone"))
    )
    return parser
