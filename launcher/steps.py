"""Set-up steps: done once, done again when what they depend on changes, shown while they run."""

import hashlib
import os
import subprocess
import sys
import time
from collections.abc import Iterable, Mapping, Sequence
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
LOCAL = ROOT / ".local"
LOG = LOCAL / "log" / "setup.log"
_STAMPS = LOCAL / "stamps"
_SAY_EVERY = 10
"""Seconds between signs of life where the output is no terminal."""
_LEFT_OUT = {"node_modules", "dist", "__pycache__"}


class SetupError(Exception):
    """A step failed; the message says what to do."""


def say(text: str) -> None:
    """Tell the person waiting; standard output belongs to the command."""
    print(text, file=sys.stderr, flush=True)


def digest(paths: Iterable[Path], *more: str) -> str:
    """A digest of files, and of all files below directories, that changes when any of them does."""
    total = hashlib.sha256("\0".join(more).encode())
    for path in paths:
        for file in sorted(_files(path)):
            total.update(f"{file.relative_to(ROOT)}\0".encode())
            total.update(file.read_bytes())
    return total.hexdigest()


def is_done(step: str, digest_now: str) -> bool:
    """Whether a step finished on exactly these inputs."""
    stamp = _STAMPS / step
    return stamp.exists() and stamp.read_text() == digest_now


def mark_done(step: str, digest_now: str) -> None:
    """Remember that a step finished; a step cut short is never marked, so it starts over."""
    _STAMPS.mkdir(parents=True, exist_ok=True)
    (_STAMPS / step).write_text(digest_now)


def run(what: str, command: Sequence[str | Path], env: Mapping[str, str] | None = None, cwd: Path = ROOT) -> None:
    """Run one command of a step, its output in the log, a line on the screen that says it lives.

    Raises:
        SetupError: It failed; the end of its output is shown.
    """
    LOG.parent.mkdir(parents=True, exist_ok=True)
    started = time.monotonic()
    with LOG.open("a") as log:
        log.write(f"\n== {what}: {' '.join(map(str, command))}\n")
        log.flush()
        begin = log.tell()
        process = subprocess.Popen(
            [str(part) for part in command],
            cwd=cwd,
            env={**os.environ, **(env or {})},
            stdin=subprocess.DEVNULL,
            stdout=log,
            stderr=subprocess.STDOUT,
        )
        try:
            _wait(what, process, started)
        except KeyboardInterrupt:
            process.terminate()
            process.wait()
            raise
    if process.returncode:
        with LOG.open() as log:
            log.seek(begin)
            tail = "\n".join(f"    {line}" for line in log.read().splitlines()[-15:])
        raise SetupError(
            f"{what} failed:\n{tail}\nThe whole of it is in {LOG.relative_to(ROOT)}. Mend that and run again."
        )


def _wait(what: str, process: subprocess.Popen[bytes], started: float) -> None:
    is_terminal = sys.stderr.isatty()
    if not is_terminal:
        say(f"- {what} …")
    printed_at = started
    while True:
        try:
            process.wait(timeout=0.2)
            break
        except subprocess.TimeoutExpired:
            now = time.monotonic()
            if is_terminal:
                print(f"\r- {what} … {now - started:.0f} s ", end="", file=sys.stderr, flush=True)
            elif now - printed_at >= _SAY_EVERY:
                printed_at = now
                say(f"  still at it after {now - started:.0f} s")
    if is_terminal:
        say(f"\r- {what}: {time.monotonic() - started:.0f} s      ")


def _files(path: Path) -> Iterable[Path]:
    if path.is_file():
        yield path
        return
    for inner in path.iterdir():
        if inner.name not in _LEFT_OUT:
            yield from _files(inner)
