"""Messages as text, for what is kept of them in the database: they are put into words when somebody reads them."""

import json
from typing import Annotated, Any, TypeAlias

from pydantic import PlainSerializer, PlainValidator, SerializationInfo, WithJsonSchema

from bluff.core.message import Message
from bluff.views.reader import Reader


def kept_text(sentence: Message) -> str:
    """A message as text that `kept_message` reads again.

    Raises:
        TypeError: It has an argument that is neither text, a whole number nor a message.
    """
    return json.dumps(_data(sentence), ensure_ascii=False)


def kept_message(text: str) -> Message:
    """The message that was kept; text of an earlier version is the message it is."""
    try:
        data = json.loads(text)
    except ValueError:
        data = None
    return _message(data) if isinstance(data, dict) else Message("{text}", (("text", text),))


def _data(sentence: Message) -> dict[str, Any]:
    arguments = {name: _data(one) if isinstance(one, Message) else one for name, one in sentence.arguments}
    return {"template": sentence.template, "arguments": arguments, "many": sentence.many}


def _message(data: dict[str, Any]) -> Message:
    arguments = ((name, _message(one) if isinstance(one, dict) else one) for name, one in data["arguments"].items())
    return Message(data["template"], tuple(arguments), data["many"])


def _as_sentence(value: object) -> Message:
    return value if isinstance(value, Message) else kept_message(str(value))


def _written(sentence: Message, info: SerializationInfo) -> str:
    return kept_text(sentence) if info.context == KEPT else Reader().say(sentence)


KEPT = {"kept": True}
"""The context in which a model is dumped that is read again, its sentences still messages."""

Sentence: TypeAlias = Annotated[
    Message, PlainValidator(_as_sentence), PlainSerializer(_written), WithJsonSchema({"type": "string"})
]
"""A message in a model: put into words when it is dumped, unless it is `KEPT`."""
