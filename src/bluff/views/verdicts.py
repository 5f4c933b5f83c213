"""What readings say, as a screen is given it."""

from bluff.core.site.checking import State, Verdict
from bluff.views.reader import Reader
from bluff.views.sums import NamedSum, named_sum
from bluff.views.typed import TypedDict


class VerdictView(TypedDict):
    """What readings say, and what to do about it."""

    state: State
    says: str
    do: str
    sums: list[NamedSum]


def verdict_view(verdict: Verdict, reader: Reader) -> VerdictView:
    """A verdict as its reader says it."""
    return {
        "state": verdict.state,
        "says": reader.say(verdict.says),
        "do": reader.say(verdict.do) if verdict.do else "",
        "sums": [named_sum(name, total, reader) for name, total in verdict.sums],
    }
