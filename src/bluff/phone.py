"""The core on a phone: what readings say, and a walk however the tape is held, where no server answers.

It runs in the browser's own Python, which has the standard library and nothing else (`web/src/site/core`), on a wall
that was packed by the server when the job was taken along.
"""

import pickle
from collections.abc import Iterable, Mapping
from functools import cache
from pathlib import Path

from bluff.core.errors import BluffError
from bluff.core.job.schools import End
from bluff.core.measure.aloud import Figures
from bluff.core.measure.length import inches
from bluff.core.site.caller import Held, OnPlates, Walk, stops
from bluff.core.site.checking import verdict
from bluff.core.site.checks import checks
from bluff.core.wall.framing import Framing
from bluff.figures import StopRead, VerdictView, stop_read, verdict_view


@cache
def files() -> Mapping[str, str]:
    """Everything of this program that runs on a phone: what is in each file, by its path."""
    home = Path(__file__).parent
    parts = [home / "__init__.py", home / "figures.py", home / "phone.py", *sorted((home / "core").rglob("*.py"))]
    return {str(part.relative_to(home.parent)): part.read_text("utf-8") for part in parts}


def pack(framing: Framing) -> bytes:
    """A wall as the core holds it, for this very version on a phone; nothing else reads it."""
    return pickle.dumps(framing, protocol=5)


def judge(packed: bytes, check: str, read: Mapping[str, str]) -> VerdictView | None:
    """What readings say; None where the wall has no such check any more, or something read is no length.

    Args:
        packed: The wall. It came from the server the program itself came from, and is trusted like it.
        check: Which of its checks.
        read: What was read last, as it was typed, by measure.
    """
    framing = _unpacked(packed)
    found = next((one for one in checks(framing) if one.id == check), None)
    try:
        readings = {measure: inches(typed) for measure, typed in read.items()}
    except BluffError:
        return None
    return verdict_view(verdict(found, readings), framing.plan.standard.words) if found else None


def walk(
    packed: bytes,
    *,
    hook: str | None = None,
    burn: bool = False,
    reach: int | None = None,
    over: Iterable[str] = (),
    on: str = OnPlates.BOTH,
    walk: str = Walk.BY_TURN,
    figures: Figures = "inches",
) -> list[StopRead]:
    """A wall's stops as they are asked of the server, but for what is written and what is to be struck."""
    framing = _unpacked(packed)
    held = Held.as_asked(End(hook) if hook else framing.plan.standard.datum.end, burn=burn, reach=reach, over=over)
    return [stop_read(stop, framing.plan, figures) for stop in stops(framing, held, OnPlates(on), Walk(walk))]


def _unpacked(packed: bytes) -> Framing:
    framing: Framing = pickle.loads(packed)  # noqa: S301 - of the server's own making
    return framing
