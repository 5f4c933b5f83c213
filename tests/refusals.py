"""What is refused, and with which sentence."""

import re
from collections.abc import Iterator
from contextlib import contextmanager

import pytest

from bluff.core.errors import BluffError
from bluff.core.job.words import Words
from bluff.formats.errors import FaultyData
from bluff.service.errors import ServiceError
from bluff.views.reader import reader


def sentence_of(error: BaseException) -> str:
    """What somebody reads of a refusal, in the words of the crew it is for."""
    say = reader(getattr(error, "words", Words())).say
    match error:
        case FaultyData(faults=faults):
            return "\n".join(say(fault.sentence) for fault in faults)
        case BluffError() | ServiceError():
            return say(error.message)
        case _:
            return str(error)


@contextmanager
def refused(
    kind: type[BaseException] | tuple[type[BaseException], ...], match: str = ""
) -> Iterator[pytest.ExceptionInfo[BaseException]]:
    """As `pytest.raises`, with the sentence in place of the text of the exception."""
    with pytest.raises(kind) as caught:
        yield caught
    assert re.search(match, sentence_of(caught.value)), sentence_of(caught.value)
