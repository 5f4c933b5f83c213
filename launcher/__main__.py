"""`./bluff`: set up what a command needs, then run it."""

import fcntl
import os
import sys
from collections.abc import Iterator
from contextlib import contextmanager

from launcher import check, debian, setup
from launcher.steps import LOCAL, ROOT, SetupError, say

USAGE = """\
usage: ./bluff COMMAND

  demo [--port N]     install what is missing, start with the demo jobs, print the address
  start [--port N]    the same without demo jobs; --lan also serves phones on this network, --behind-proxy a proxy
  test [PYTEST …]     install what tests need, run linters, type checks and all tests
  test --long         the same, with hours of random tests instead of minutes
  work                run one more worker for the database BLUFF_DATABASE_URL names
  sign-in [NAME]      print a link that signs somebody in once, to choose a password; without a name, list the names
  backup FILE         write all data to a file
  restore FILE        replace all data with a backup; --over if there are jobs
  frame JOB.json      frame a job file and print the result as JSON
  cut JOB.json        plan how it is cut and print that as JSON; --wall A for one wall, --demand LIST.json for a list
  generate            write the schemas, the front end's types and the catalogs again
  screenshots         take the pictures in docs/screenshots/ again from the demo jobs
  lock                resolve the Python packages again
"""


def main(arguments: list[str]) -> int:
    """Run one command; returns the exit code."""
    command, *rest = arguments or ["help"]
    match command:
        case "demo" | "start":
            with _one_at_a_time():
                setup.database_programs()
                setup.python_environment(for_tests=False)
                setup.front_end()
            _run_bluff("serve", *(["--demo"] if command == "demo" else []), *rest)
        case "sign-in" | "backup" | "restore":
            with _one_at_a_time():
                setup.database_programs()
                setup.python_environment(for_tests=False)
            _run_bluff(command, *rest)
        case "frame" | "cut" | "work":
            with _one_at_a_time():
                setup.python_environment(for_tests=False)
            _run_bluff(command, *rest)
        case "test":
            _set_up_tests()
            return check.run_checks(rest)
        case "generate":
            with _one_at_a_time():
                setup.python_environment(for_tests=True)
                setup.front_end_packages()  # not built: what is generated may be what keeps it from building
            return check.run_tool("generate.py")
        case "screenshots":
            _set_up_tests()
            return check.run_tool("screenshots.py")
        case "lock":
            setup.lock()
        case "help" | "-h" | "--help":
            print(USAGE, end="")
        case _:
            say(f"There is no command “{command}”.\n\n{USAGE}")
            return 2
    return 0


def _set_up_tests() -> None:
    with _one_at_a_time():
        setup.database_programs()
        debian.install(debian.need_browser())
        setup.python_environment(for_tests=True)
        setup.front_end()


def _run_bluff(*arguments: str) -> None:
    """Hand this process over to Bluff itself, so that Ctrl-C and exit codes are its own."""
    os.environ.update(setup.tools_environment())
    os.execv(setup.PYTHON, [str(setup.PYTHON), "-m", "bluff", *arguments])


@contextmanager
def _one_at_a_time() -> Iterator[None]:
    """Two set-ups at once would tread on each other; the second waits for the first."""
    LOCAL.mkdir(exist_ok=True)
    with (LOCAL / "setup.lock").open("w") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            say("Another ./bluff is setting up; waiting for it.")
            fcntl.flock(lock, fcntl.LOCK_EX)
        yield


if __name__ == "__main__":
    if not os.access(ROOT, os.W_OK):
        say(f"Bluff keeps its data under {ROOT}, which you may not write to; clone it to a place of your own.")
        sys.exit(1)
    try:
        sys.exit(main(sys.argv[1:]))
    except SetupError as error:
        say(str(error))
        sys.exit(1)
    except KeyboardInterrupt:
        say("\nStopped. Run it again to go on from here.")
        sys.exit(130)
