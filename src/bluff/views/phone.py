"""The core on a phone: what readings say, a walk however the tape is held, and the day, where no server answers.

It runs in the browser's own Python, which has the standard library and nothing else (`web/src/site/core`), on what was
packed by the server when the job was taken along: a wall, or the job as its crew is at it. It came from the server the
program itself came from, and is trusted like it.
"""

import json
import pickle
import re
from base64 import b64encode
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from datetime import datetime
from functools import cache
from hashlib import sha256
from pathlib import Path
from typing import Any

from bluff.core.errors import BluffError
from bluff.core.job.schools import End
from bluff.core.measure.aloud import Figures
from bluff.core.measure.length import inches
from bluff.core.site.at_work import JobAtWork, Ticked, day_ahead
from bluff.core.site.caller import Held, OnPlates, Walk, stops
from bluff.core.site.checking import verdict
from bluff.core.site.checks import checks
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Plate
from bluff.views.day import DayView, day_view
from bluff.views.language import CATALOGS, ENGLISH, LANGUAGE
from bluff.views.reader import Reader, reader
from bluff.views.stops import StopView, stop_view
from bluff.views.verdicts import VerdictView, verdict_view

_IMPORT = re.compile(r"^ *from (?P<module>bluff[\w.]*) import (?P<names>\([^)]*\)|.+)$", re.MULTILINE)


@cache
def files() -> Mapping[str, str]:
    """Everything of this program that runs on a phone: what is in each file, by its path; catalogs in base 64.

    It is what this module imports, and what that imports: half the core, which a slow phone loads in half the time.
    """
    home = Path(__file__).parents[2]
    found: dict[str, str] = {}
    waiting = [__name__]
    while waiting:
        for file in _files_of(home, waiting.pop()):
            path = str(file.relative_to(home))
            if path not in found:
                found[path] = file.read_text("utf-8")
                waiting += _imported(found[path])
    for file in CATALOGS.glob("*/LC_MESSAGES/*.mo"):
        found[str(file.relative_to(home))] = b64encode(file.read_bytes()).decode()
    return dict(sorted(found.items()))


def _files_of(home: Path, module: str) -> Iterator[Path]:
    """The file of a module, and those of the packages it is in."""
    parts = module.split(".")
    for count in range(1, len(parts) + 1):
        place = home.joinpath(*parts[:count])
        file = place / "__init__.py" if place.is_dir() else place.with_suffix(".py")
        if file.exists():
            yield file


def _imported(text: str) -> Iterator[str]:
    """What of this program a file imports: modules, and names in them that may be modules."""
    for found in _IMPORT.finditer(text):
        yield found["module"]
        yield from (f"{found['module']}.{name}" for name in re.findall(r"\w+", found["names"]))


@cache
def edition() -> bytes:
    """What this very program packs and reads again, and no other: one line of difference is another edition."""
    return sha256(json.dumps(files(), sort_keys=True).encode()).digest()


def pack(one: Framing | JobAtWork) -> bytes:
    """A wall, or a job at work, as the core holds it, for this very program on a phone; nothing else reads it."""
    return edition() + pickle.dumps(one, protocol=5)


def answer(packed: bytes, question: str, asked: str, language: str = ENGLISH) -> str:
    """What a function of `QUESTIONS` says of what was packed; what it is asked, and what it says, are JSON.

    Null where a newer program than the one on this phone packed it.
    """
    by, held = packed[: len(edition())], packed[len(edition()) :]
    if by != edition():
        return "null"
    LANGUAGE.set(language)
    found = QUESTIONS[question](pickle.loads(held), **json.loads(asked))  # noqa: S301 - of the server's own making
    return json.dumps(found, default=lambda moment: moment.isoformat())


def judge(framing: Framing, check: str, read: Mapping[str, str]) -> VerdictView | None:
    """What readings say; None where the wall has no such check any more, or something read is no length.

    Args:
        framing: The wall.
        check: Which of its checks.
        read: What was read last, as it was typed, by measure.
    """
    found = next((one for one in checks(framing) if one.id == check), None)
    try:
        readings = {measure: inches(typed) for measure, typed in read.items()}
    except BluffError:
        return None
    return verdict_view(verdict(found, readings), reader(framing.plan.standard.words)) if found else None


def walk(
    framing: Framing,
    *,
    hook: str | None = None,
    burn: bool = False,
    reach: int | None = None,
    over: Iterable[str] = (),
    on: str = OnPlates.BOTH,
    walk: str = Walk.BY_TURN,
    figures: Figures = "inches",
) -> list[StopView]:
    """A wall's stops as they are asked of the server, but for what is written and what is to be struck."""
    held = Held.from_settings(End(hook) if hook else framing.plan.standard.datum.end, burn=burn, reach=reach, over=over)
    return [stop_view(stop, framing.plan, figures) for stop in stops(framing, held, OnPlates(on), Walk(walk))]


def day(job: JobAtWork, now: str, entries: Sequence[Mapping[str, Any]]) -> DayView:
    """What is left to be done, with this phone's entries that are not on the server yet.

    Args:
        job: As the server knew it.
        now: By this phone's clock, with its offset.
        entries: In order, as it is sent to the server, each with the `name` and the `initials` of who made it.
    """
    for one in entries:
        job = _with_entry(job, one)
    return day_view(day_ahead(job, datetime.fromisoformat(now)), Reader())


QUESTIONS: Mapping[str, Callable[..., object]] = {"judge": judge, "walk": walk, "day": day}
"""What a phone may ask, by name."""


def _with_entry(job: JobAtWork, entry: Mapping[str, Any]) -> JobAtWork:
    """A job with one more entry; an entry that has nothing to do with the day leaves it as it is."""
    name = entry.get("wall")
    wall = job.walls.get(name or "")
    match entry:
        case {"kind": "tick", "work": work} if wall or not name:
            tick = Ticked(_at(entry), entry["name"], entry["initials"], entry["is_done"], entry.get("people"))
            return job.with_tick(name, work, tick)
        # Of marks of another plan nothing is known here.
        case {"kind": "mark", "plate": plate} if wall and entry.get("revision") in {None, job.revision}:
            marked = wall.with_mark(Plate(plate), entry.get("mark"), _at(entry), is_done=entry["is_done"])
            return job.with_wall(marked)
    return job


def _at(entry: Mapping[str, Any]) -> datetime:
    return datetime.fromisoformat(entry["at"])
