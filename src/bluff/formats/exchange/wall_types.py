"""What walls that were drawn alike are framed with and whether they are exterior: guessed for all of them, or answered.

type
    Walls that a model calls alike and that are drawn as thick; where they have no such name, as thick alone.
furred
    Framed by studs that stand against the inside of a wall that is not framed itself, as one of masonry.
"""

from collections import Counter
from collections.abc import Collection, Sequence
from dataclasses import replace

from bluff.core.job.job import WallKind
from bluff.core.measure.lumber import STUDS
from bluff.core.message import Message, message, plural
from bluff.formats.exchange.choices import Answers, Choice, Guess
from bluff.formats.exchange.placing import outside_of
from bluff.formats.exchange.seen import WallSeen
from bluff.formats.exchange.thickness import framed_by, thickness_text

NOT_FRAMED = "none"
"""What a wall is answered to be that Bluff is to leave."""
_FURRING = STUDS[:2]
_FURRED = " furred"
_AS_IT_LIES = "as it lies"
_LONGEST_NAME = 80
"""Characters of a type's name that its answers go by; an answer is written ``key=value``."""


class WallTypes:
    """The types of a drawing's walls, and what each is taken for; `guesses` says what of it was guessed.

    Args:
        answers: What somebody answered.
        walls: All that were seen.

    Raises:
        FaultyData: An answer is none.
    """

    def __init__(self, answers: Answers, walls: Sequence[WallSeen]) -> None:
        self._answers = answers
        self._seen = walls
        # What is left stands in the building all the same, and what it keeps the weather off is not outside.
        self._sides = outside_of(walls)
        self._types: dict[str, list[int]] = {}
        for index, wall in enumerate(walls):
            self._types.setdefault(_key(wall), []).append(index)
        self.framed: list[WallSeen] = list(walls)
        """The walls as they are taken to be framed, in the order they were seen."""
        self.guesses: list[Guess] = []
        for key in sorted(self._types, key=lambda key: (walls[self._types[key][0]].drawn, key)):
            alike = [walls[index] for index in self._types[key]]
            guess, answer = self._stud_guess(key, alike)
            self.guesses.append(guess)
            for index in self._types[key]:
                self.framed[index] = _answered(walls[index], answer, self._sides[index])
                if answer and answer.endswith(_FURRED):
                    self._sides[index] = 0  # what it stands against is between it and the weather

    def is_left_as_said(self, wall: WallSeen) -> bool:
        """Whether somebody answered that walls of its type are not framed."""
        return self._answers.get(f"stud {_key(wall)}") == NOT_FRAMED

    def outsides(self, taken: Collection[int]) -> dict[int, int]:
        """On which side of each wall the outside is; asks for the kind of each type.

        Args:
            taken: The walls that are taken in, by their places among all.

        Returns:
            By the same places: 1 for its left, -1 for its right, 0 for a partition.
        """
        found = {}
        is_whole = all(wall.stud for wall in self.framed)
        for key, alike in self._types.items():
            sides = {index: self._sides[index] for index in alike if index in taken}
            kind = self._kind(key, list(sides.values()), is_whole=is_whole) if sides else _AS_IT_LIES
            for index, side in sides.items():
                found[index] = 0 if kind == WallKind.PARTITION else side or int(kind == WallKind.EXTERIOR)
        return found

    def _stud_guess(self, key: str, walls: Sequence[WallSeen]) -> tuple[Guess, str | None]:
        """What walls of one type are framed with, and the answer to it if there is one."""
        furred = [f"{stud}{_FURRED}" for stud in _FURRING]
        answer = self._answers.one_of(f"stud {key}", (*STUDS, *furred, NOT_FRAMED))
        likely, _ = Counter(wall.stud or NOT_FRAMED for wall in walls).most_common(1)[0]
        bare = framed_by(walls[0].drawn)
        is_drawn = bool(bare and bare.is_sure) or all(wall.is_layered and wall.stud for wall in walls)
        guess = Guess(
            key=f"stud {key}",
            label=plural("{count} wall {of}", "{count} walls {of}", count=len(walls), of=_described(walls[0])),
            value=answer or likely,
            choices=[
                *(Choice(value=stud, label=message("{size}", size=stud)) for stud in STUDS),
                *(
                    Choice(value=f"{stud}{_FURRED}", label=message("{size} against the inside", size=stud))
                    for stud in _FURRING
                ),
                Choice(value=NOT_FRAMED, label=message("not framed")),
            ],
            is_sure=answer is not None or is_drawn,
        )
        return guess, answer

    def _kind(self, key: str, sides: Sequence[int], *, is_whole: bool) -> str:
        """Whether walls of one type are exterior, or each is what it lies as; asked for each type."""
        answer = self._answers.one_of(f"kind {key}", (_AS_IT_LIES, *WallKind))
        outside = sum(side != 0 for side in sides)
        lie = message(
            "as they stand: {exterior} exterior, {partition} partition",
            exterior=outside,
            partition=len(sides) - outside,
        )
        if outside in {0, len(sides)}:
            lie = message("as they stand: exterior" if outside else "as they stand: partition")
        self.guesses.append(
            Guess(
                key=f"kind {key}",
                label=message("Walls {of}, are", of=_described(self._seen[self._types[key][0]])),
                value=answer or _AS_IT_LIES,
                choices=[
                    Choice(value=_AS_IT_LIES, label=lie),
                    *(Choice(value=kind, label=_KINDS[kind]) for kind in WallKind),
                ],
                is_sure=answer is not None or is_whole,
            )
        )
        return answer or _AS_IT_LIES


def _key(wall: WallSeen) -> str:
    thick = thickness_text(wall.drawn)
    name = wall.make.replace("=", "-")[:_LONGEST_NAME]
    return f"{name}, {thick}" if name else thick


_KINDS = {WallKind.EXTERIOR: message("exterior"), WallKind.PARTITION: message("partition")}


def _described(wall: WallSeen) -> Message:
    thick = thickness_text(wall.drawn)
    if wall.make:
        return message("“{name}”, {thick} thick", name=wall.make, thick=thick)
    return message("drawn {thick} thick", thick=thick)


def _answered(wall: WallSeen, answer: str | None, outside: int) -> WallSeen:
    if answer is None:
        return wall
    if answer == NOT_FRAMED:
        return replace(wall, stud=None)
    if answer.endswith(_FURRED):
        return wall.furred(answer.removesuffix(_FURRED), -outside or 1)
    return replace(wall, stud=answer)
