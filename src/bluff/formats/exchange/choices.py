"""What a reader guessed or chose, and what somebody answered otherwise.

Every guess of a reading has a key and a value that can be sent back with the next try, where it holds for all walls
or openings alike.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field

from pydantic import BaseModel

from bluff.core.errors import BluffError
from bluff.core.measure.length import Length, format_inches, inches
from bluff.core.message import Message, message
from bluff.formats.errors import Fault, FaultyData
from bluff.formats.messages import Sentence


class Choice(BaseModel):
    """One of the values a guess may have, and what it is called."""

    value: str
    label: Sentence


class Guess(BaseModel):
    """Something a drawing does not say, or not surely.

    Args:
        key: What it is of; sent back with another value it is no guess any more.
        label: What it is of, in words.
        value: What it was read as.
        choices: What it can be; empty where any length can be typed.
        is_sure: Whether the drawing says it, or somebody has.
    """

    key: str
    label: Sentence
    value: str
    choices: list[Choice]
    is_sure: bool


@dataclass(frozen=True, slots=True)
class Answers:
    """What somebody answered to guesses, by key."""

    answers: dict[str, tuple[str, ...]] = field(default_factory=dict)

    def get(self, key: str) -> str | None:
        """The answer to one guess, None when there is none."""
        return next(iter(self.answers.get(key, ())), None)

    def all(self, key: str) -> tuple[str, ...]:
        """The answers where there may be several."""
        return self.answers.get(key, ())

    def one_of(self, key: str, known: Iterable[str]) -> str | None:
        """The answer to one guess.

        Raises:
            FaultyData: It is none of those known.
        """
        answer, known = self.get(key), list(known)
        if answer is not None and answer not in known:
            raise FaultyData(
                [
                    Fault(
                        "choice",
                        message(
                            "“{answer}” is not an answer for {key}. Choose from {choices}.",
                            answer=answer,
                            key=key,
                            choices=", ".join(known),
                        ),
                    )
                ]
            )
        return answer

    def length(self, key: str) -> Length | None:
        """The length that answers one guess.

        Raises:
            FaultyData: It is no length.
        """
        answer = self.get(key)
        try:
            return None if answer is None else inches(answer)
        except BluffError as error:
            raise FaultyData([Fault("choice", message("The {key}: {why}", key=key, why=error.message))]) from error


def read_answers(choices: Sequence[str]) -> Answers:
    """Answers written as ``key=value``, a key several times where it may have several.

    Raises:
        FaultyData: One is not written so.
    """
    answers: dict[str, tuple[str, ...]] = {}
    for choice in choices:
        key, equals, value = choice.partition("=")
        if not equals:
            raise FaultyData(
                [
                    Fault(
                        "choice",
                        message("“{choice}” answers nothing. Write it as key=value.", choice=choice),
                    )
                ]
            )
        answers[key] = (*answers.get(key, ()), value)
    return Answers(answers)


def typed(key: str, label: Message, value: Length, *, is_sure: bool) -> Guess:
    """A guess any length can be typed for."""
    return Guess(key=key, label=label, value=format_inches(value), choices=[], is_sure=is_sure)
