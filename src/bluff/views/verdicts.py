"""What readings say, as a screen is given it."""

from bluff.core.job.words import Words
from bluff.core.site.checking import State, Verdict
from bluff.views.sums import NamedSum, named_sum
from bluff.views.typed import TypedDict


class VerdictView(TypedDict):
    """What readings say, and what to do about it."""

    state: State
    says: str
    do: str
    sums: list[NamedSum]


def verdict_view(verdict: Verdict, words: Words) -> VerdictView:
    """A verdict in the crew's words."""
    return {
        "state": verdict.state,
        "says": words.say(verdict.says),
        "do": words.say(verdict.do),
        "sums": [named_sum(name, total, words) for name, total in verdict.sums],
    }
