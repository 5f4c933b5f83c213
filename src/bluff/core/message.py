"""Messages: sentences as values.

A message is a template and what goes into it. It becomes text only where somebody reads it (`bluff.views.reader`),
where the crew's words for pieces, the language and the way lengths are written are known. Nothing is ever replaced in
finished text: a wall jack stays a wall jack, whatever a crew calls the jack of an opening.

A template stands in the code as it reads in English, and catalogs of other languages look it up by that::

    message("{Jack:a} stands {gap:length} from {opening}.", gap=192, opening="W1")

``{name}``
    An argument as it is: a mark, a size, a count, or another message.
``{name:length}``, ``{name:fine}``, ``{name:feet}``, ``{name:spacing}``, ``{name:pitch}``
    A length as a tape reads, to the 16th or to the 32nd, or as a plan writes it; the distance between studs; a slope.
``{name:aloud}``, ``{name:aloud_feet}``
    A tape's reading as it is called out, in inches all along or in feet and inches.
``{name:spelled}``
    A whole number in English words; a catalog has it in digits.
``{jack}``, ``{jack:many}``, ``{jack:a}``, ``{jack:usual}``
    A piece by its role, as the crew calls it: one, more than one, one with its article; one as it is usually called.
``{name:one}``, ``{name:many}``, ``{name:a}``
    A piece whose role is an argument.

A capital letter in a name, ``{Jack:many}``, is one in the text. `tests/test_messages.py` reads every template there is
and holds that its fields are those it is given, and that no piece is called by a word of its own.
"""

from collections.abc import Sequence
from fractions import Fraction
from typing import NamedTuple, TypeAlias, Union

Argument: TypeAlias = Union[str, int, Fraction, "Message"]


class Message(NamedTuple):
    """A sentence, or a part of one, that is not put into words yet.

    Args:
        template: The sentence, for one where it counts something.
        arguments: What goes into it, by name.
        many: The sentence where the argument `count` is not one.
    """

    template: str
    arguments: tuple[tuple[str, Argument], ...] = ()
    many: str | None = None

    @property
    def as_written(self) -> str:
        """The template and what goes into it, for a log or a traceback."""
        given = ", ".join(
            f"{name}={value.as_written if isinstance(value, Message) else repr(value)}"
            for name, value in self.arguments
        )
        return f"{self.template} ({given})" if given else self.template

    def __format__(self, spec: str) -> str:
        # A message in a formatted string would show how it is made, in front of somebody who reads it.
        raise TypeError(f"{self.template!r} is put into words by a reader")


EMPTY = Message("")
"""No words."""
AND, OR = Message("and"), Message("or")


def message(template: str, /, **arguments: Argument) -> Message:
    """A message of a template and its arguments.

    >>> message("Join it to {wall}", wall="B")
    Message(template='Join it to {wall}', arguments=(('wall', 'B'),), many=None)
    """
    return Message(template, tuple(arguments.items()))


def template(text: str) -> str:
    """A template that stands in a table, so that it is found with the others."""
    return text


def plural(one: str, many: str, /, count: int, **arguments: Argument) -> Message:
    """A message that counts something: `{count}` in both templates.

    >>> plural("{count} {jack}", "{count} {jack:many}", count=2).many
    '{count} {jack:many}'
    """
    return Message(one, (("count", count), *arguments.items()), many)


def listed(items: Sequence[Message], word: Message = AND) -> Message:
    """A few things one after the other, the last one after `and`, or another word.

    Raises:
        ValueError: There is nothing to list.
    """
    if not items:
        raise ValueError("a list of nothing has no words")
    *others, last = items
    if not others:
        return last
    return message("{first} {word} {last}", first=separated(others), word=word, last=last)


def separated(items: Sequence[Message]) -> Message:
    """Some things with commas between them."""
    first, *others = items
    for one in others:
        first = message("{first}, {next}", first=first, next=one)
    return first


def follow(first: Message, *others: Message) -> Message:
    """Sentences, one after the other."""
    for one in others:
        first = message("{first} {second}", first=first, second=one)
    return first
