"""Names people sign in by: those that look alike are the same name."""

import re
import unicodedata

from precis_i18n import get_profile

from bluff.core.message import message
from bluff.formats.errors import Fault, FaultyData

LONGEST_NAME, MOST_INITIALS = 60, 4

_NICKNAME = get_profile("NicknameCasePreserved")
"""Names with spaces, as RFC 8266 prepares them: spaces are one, and forms that read alike are the same."""
_UNSEEN = frozenset("\u034f\u115f\u1160\u17b4\u17b5\u3164\uffa0")
"""Letters and marks nobody sees, besides the format characters."""


def clean_name(name: str) -> str:
    """A name without what nobody sees, its spaces single; empty where nothing is left that could be a name.

    >>> clean_name("  Second\u200b   phone "), clean_name("\u200b"), clean_name("\uff32K")
    ('Second phone', '', 'RK')
    """
    seen = "".join(one for one in name if not _is_unseen(one))
    try:
        return _NICKNAME.enforce(seen)
    except UnicodeEncodeError:  # nothing is left, or a character no name has
        return ""


def person_name(text: str) -> str:
    """The name of a person.

    Raises:
        FaultyData: Nobody can be called that.
    """
    name = clean_name(text)
    if not 1 <= len(name) <= LONGEST_NAME:
        raise FaultyData(
            [
                Fault(
                    "name",
                    message("A name has 1 to {longest_name} visible characters.", longest_name=LONGEST_NAME),
                )
            ]
        )
    return name


def person_initials(text: str) -> str:
    """The initials of a person, in capitals.

    Raises:
        FaultyData: They are none.
    """
    initials = text.strip().upper()
    if not re.fullmatch(rf"[A-Z]{{1,{MOST_INITIALS}}}", initials):
        raise FaultyData(
            [
                Fault(
                    "initials",
                    message("Initials are 1 to {most_initials} letters, like RK.", most_initials=MOST_INITIALS),
                )
            ]
        )
    return initials


def _is_unseen(character: str) -> bool:
    is_selector = "\ufe00" <= character <= "\ufe0f" or "\U000e0100" <= character <= "\U000e01ef"
    return is_selector or character in _UNSEEN or unicodedata.category(character) == "Cf"
