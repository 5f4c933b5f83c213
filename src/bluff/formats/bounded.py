"""Reading what comes from outside in a process of its own, with a limit on its time and memory.

Parsers of large formats can be made to hang or to fall over; then only that process does.
"""

import resource
import subprocess
import sys

from bluff.formats.errors import Fault, FaultyData

MOST_SECONDS = 30
MOST_MEMORY = 3 * 1024**3
REFUSED = 2
"""Exit code of a reading process that understood that it could not read; it printed the sentence that says why."""


def read_bounded(module: str, arguments: list[str], data: bytes, what: str, seconds: int = MOST_SECONDS) -> bytes:
    """Run a module of Bluff on some data, within limits.

    Args:
        module: Run as ``python -m``; reads standard input and prints what it made of it.
        arguments: Of the command line.
        data: Given to it.
        what: What is being read, for the sentences.
        seconds: After which it is given up.

    Raises:
        FaultyData: It refused, fell over or took too long.
    """
    command = [sys.executable, "-m", module, *arguments]
    try:
        done = subprocess.run(command, input=data, capture_output=True, timeout=seconds, check=False, preexec_fn=_limit)
    except subprocess.TimeoutExpired as error:
        sentence = f"The {what} took more than {seconds} seconds to read; save only the part that is needed."
        raise FaultyData([Fault("", sentence)]) from error
    if done.returncode == REFUSED:
        raise FaultyData([Fault("", done.stdout.decode(errors="replace").strip())])
    if done.returncode != 0:
        raise FaultyData([Fault("", f"The {what} could not be read; save it again, as plain as can be.")])
    return done.stdout


def _limit() -> None:
    resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY, MOST_MEMORY))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
