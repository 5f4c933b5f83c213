"""How a way is asked for: what a form calls it, and what it offers.

It stands beside what is asked for, at a field of `bluff.core.job.standard.Standard` or of one of its values, so that a
way that is added there is in every form. The forms themselves are `bluff.core.job.rows`.
"""

from collections.abc import Iterable
from dataclasses import Field, dataclass, field
from enum import StrEnum
from typing import Any, NamedTuple, Self, TypeVar

from bluff.core.message import EMPTY, Message, message

Value = TypeVar("Value")


class Option(NamedTuple):
    """Something to choose: as it is typed, what it is called, and when one would choose it."""

    value: str
    name: Message
    when: Message = EMPTY


def option(value: str, name: str, when: str = "") -> Option:
    """Something to choose, of the templates of its name and of when one would choose it."""
    return Option(value, message(name), message(when))


class School(StrEnum):
    """One of the ways good crews do the same thing: how the job file writes it, its name, and when one would choose it.

    The three are the value of a member; to everything but forms it is the first.
    """

    called: Message
    when: Message

    def __new__(cls, value: str, called: str = "", when: str = "") -> Self:
        school = str.__new__(cls, value)
        school._value_ = value
        school.called = message(called)
        school.when = message(when)
        return school


class Width(StrEnum):
    """How much room a field needs."""

    USUAL = "usual"
    LONG = "long"
    """For several figures, with commas between."""
    SHORT = "short"
    """For a letter."""


@dataclass(frozen=True, slots=True)
class FormField:
    """How one value is asked for.

    Args:
        name: What a form calls it.
        when: What to choose, in a sentence; empty where each option says so itself.
        options: What is offered; of a school each of its members is.
        is_open: Whether anything else may be typed besides the options.
        empty: What stands in an empty field.
        width: How much room what is typed needs.
    """

    name: Message
    when: Message = EMPTY
    options: tuple[Option, ...] = ()
    is_open: bool = False
    empty: Message = EMPTY
    width: Width = Width.USUAL


def part(
    usual: Value,
    name: str,
    when: str = "",
    *,
    options: Iterable[Option] = (),
    empty: str = "",
    width: Width = Width.USUAL,
) -> Value:
    """A field of a value that has several, asked for by itself."""
    form_field = FormField(message(name), message(when), tuple(options), empty=message(empty), width=width)
    described: Value = field(default=usual, metadata={"form_field": form_field})
    return described


def form_field_of(key: Field[Any]) -> FormField | None:
    """How a field is asked for, None where it is not."""
    form_field: FormField | None = key.metadata.get("form_field")
    return form_field


def up_to(most: int) -> tuple[Option, ...]:
    """A count from one to a few."""
    return tuple(option(str(count), str(count)) for count in range(1, most + 1))


def yes_or_no(yes: tuple[str, str] = ("Yes", ""), no: tuple[str, str] = ("No", "")) -> tuple[Option, ...]:
    """A yes and a no by their names, and when one would choose each."""
    return (option("no", *no), option("yes", *yes))
