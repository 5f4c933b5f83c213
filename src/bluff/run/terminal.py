"""What Bluff prints in a terminal: sentences, in the language the terminal is set to."""

import os
import sys
from collections.abc import Mapping

from bluff.core.errors import BluffError
from bluff.core.message import Message, message
from bluff.views.language import best_of, catalog
from bluff.views.reader import Reader


def terminal_language(environment: Mapping[str, str] = os.environ) -> str:
    """The language of a terminal by its variables, in the order POSIX gives them.

    >>> terminal_language({"LANG": "en_US.UTF-8"}), terminal_language({"LC_ALL": "C", "LANG": "en_XA.UTF-8"})
    ('en', 'en')
    """
    named = next((value for name in ("LC_ALL", "LC_MESSAGES", "LANG") if (value := environment.get(name))), "")
    return best_of([named.partition(".")[0].replace("_", "-")])


def tell(sentence: Message) -> None:
    """Print a sentence at once, also where the output is a file that somebody follows."""
    print(_reader().say(sentence), flush=True)


def tell_trouble(trouble: Message | Exception) -> None:
    """Print why something could not be done, on standard error; an error that is not ours is the database driver's."""
    if isinstance(trouble, BluffError):
        trouble = trouble.message
    elif isinstance(trouble, Exception):
        trouble = message("The database does not answer: {error}", error=str(trouble).strip())
    print(_reader().say(trouble), file=sys.stderr, flush=True)


def _reader() -> Reader:
    # Named outright: a thread does not inherit the language of the one that started it.
    return Reader(catalog=catalog(terminal_language()))
