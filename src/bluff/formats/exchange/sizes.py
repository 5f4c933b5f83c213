"""What the openings of a drawing are, where it does not say: their kinds, their heights, what their sizes measure."""

from collections.abc import Callable, Sequence

from bluff.core.job.job import Sizing
from bluff.core.job.schools import OpeningKind
from bluff.core.job.ways import OpeningWays
from bluff.core.measure.length import Length, from_inches, inches
from bluff.core.message import Message, message, plural
from bluff.formats.exchange.choices import Answers, Choice, Guess, typed
from bluff.formats.exchange.seen import OpeningSeen

_HEIGHTS: dict[tuple[str, Sizing], Length] = {
    ("door", Sizing.UNIT): inches(80),
    ("door", Sizing.ROUGH): inches("82 1/2"),
    ("window", Sizing.UNIT): inches(48),
    ("window", Sizing.ROUGH): inches(49),
}
"""What is usual where only a plan is drawn: a 6-8 slab, a 4-0 window, and the holes for them."""
_UNKNOWN = OpeningKind.CASED_OPENING
_SOLID = "none"
"""The answer that a gap is no opening."""


class Sizes:
    """What openings are taken for, alike for all; `guesses` says what of it was guessed.

    Args:
        answers: What somebody answered.
        seen: The openings of the drawing.

    Raises:
        FaultyData: An answer is none.
    """

    def __init__(self, answers: Answers, seen: Sequence[OpeningSeen]) -> None:
        self.guesses: list[Guess] = []
        self._kind = self._guessed_kind(answers, [one for one in seen if one.kind is None])
        seen = [one for one in seen if self.is_opening(one)]
        unknown = [one for one in seen if one.is_unit is None]
        self._sizing = self._guessed_sizing(
            answers, "sizes", _as_wide, [one for one in unknown if not one.is_filled], Sizing.ROUGH
        )
        # A hole with no room around its unit is drawn by who meant the unit.
        self._filled = self._guessed_sizing(
            answers,
            "filled",
            _tight,
            [one for one in unknown if one.is_filled],
            Sizing.UNIT,
        )
        self._heights = {
            what: self._guessed_height(
                answers, what, [one for one in seen if one.height is None and self._what(one) == what]
            )
            for what in ("door", "window")
        }

    def is_opening(self, seen: OpeningSeen) -> bool:
        """Whether it is one at all: somebody may have answered that gaps with nothing drawn in them are solid wall."""
        return seen.kind is not None or self._kind is not None

    def kind(self, seen: OpeningSeen) -> OpeningKind:
        """What goes into an opening."""
        return seen.kind or self._kind or _UNKNOWN

    def sizing(self, seen: OpeningSeen) -> Sizing:
        """What its size measures."""
        if seen.is_unit is None:
            return self._filled if seen.is_filled else self._sizing
        return Sizing.UNIT if seen.is_unit else Sizing.ROUGH

    def height(self, seen: OpeningSeen) -> Length:
        """Its own height: as drawn, as answered, or what is usual."""
        if seen.height is not None:
            return from_inches(seen.height)
        what = self._what(seen)
        return self._heights[what] or _HEIGHTS[what, self.sizing(seen)]

    def ways(self, seen: OpeningSeen, story: Length) -> OpeningWays:
        """Where its head is above its floor, where the drawing says so; a doorway's is its height."""
        if seen.sill is None or seen.height is None or self.kind(seen).is_doorway:
            return OpeningWays()
        return OpeningWays(head_height=from_inches(seen.sill + seen.height) - story)

    def _what(self, seen: OpeningSeen) -> str:
        return "door" if self.kind(seen).is_doorway else "window"

    def _guessed_kind(self, answers: Answers, unknown: Sequence[OpeningSeen]) -> OpeningKind | None:
        answer = answers.one_of("gaps", [*OpeningKind, _SOLID])
        if unknown:
            label = plural(
                "{count} opening with nothing drawn in it",
                "{count} openings with nothing drawn in them",
                count=len(unknown),
            )
            choices = [Choice(value=kind, label=kind.called) for kind in OpeningKind]
            choices.append(Choice(value=_SOLID, label=message("not an opening")))
            self.guesses.append(
                Guess(key="gaps", label=label, value=answer or _UNKNOWN, choices=choices, is_sure=answer is not None)
            )
        if answer == _SOLID:
            return None
        return OpeningKind(answer) if answer else _UNKNOWN

    def _guessed_sizing(
        self,
        answers: Answers,
        key: str,
        drawn: Callable[[int], Message],
        unknown: Sequence[OpeningSeen],
        likely: Sizing,
    ) -> Sizing:
        """What the sizes of some openings measure."""
        answer = answers.one_of(key, [*Sizing])
        if unknown:
            choices = [
                Choice(value=Sizing.ROUGH, label=message("the rough opening")),
                Choice(value=Sizing.UNIT, label=message("the unit, door or window")),
            ]
            label = drawn(len(unknown))
            self.guesses.append(
                Guess(key=key, label=label, value=answer or likely, choices=choices, is_sure=answer is not None)
            )
        return Sizing(answer) if answer else likely

    def _guessed_height(self, answers: Answers, what: str, flat: Sequence[OpeningSeen]) -> Length | None:
        answer = answers.length(f"{what} height")
        if flat:
            usual = answer or _HEIGHTS[what, self.sizing(flat[0])]
            label = _flat(what, len(flat))
            self.guesses.append(typed(f"{what} height", label, usual, is_sure=answer is not None))
        return answer


def _as_wide(count: int) -> Message:
    return plural("{count} opening drawn as wide as", "{count} openings drawn as wide as", count=count)


def _tight(count: int) -> Message:
    return plural(
        "{count} opening with no room around the unit, drawn as wide as",
        "{count} openings with no room around the unit, drawn as wide as",
        count=count,
    )


def _flat(what: str, count: int) -> Message:
    if what == "door":
        return plural("{count} door drawn without a height", "{count} doors drawn without a height", count=count)
    return plural("{count} window drawn without a height", "{count} windows drawn without a height", count=count)
