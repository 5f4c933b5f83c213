"""JSON from outside, read strictly: what is unclear, endless or cannot be kept is refused in words."""

import json
import re
from typing import Any

from bluff.core.message import message
from bluff.formats.errors import Fault, FaultyData

DEEPEST = 32
"""Objects and lists in one another; a job needs ten."""
MOST_VALUES = 500_000
"""Values in one file; a job of two thousand walls has a tenth of it."""
UNWRITABLE = re.compile("[\x00-\x08\x0b\x0c\x0e-\x1f\x7f-\x9f\ud800-\udfff\ufffe\uffff]")
"""Characters that no plan has and no database keeps: controls, halves of pairs. Tabs and line ends may be."""


def read_json(text: str | bytes, largest: int) -> Any:
    """Parse JSON strictly: one key once, no NaN, no unwritable character, not too large, not too deep.

    Args:
        text: As it came.
        largest: Bytes or characters that are looked at.

    Raises:
        FaultyData: It is not JSON; the message gives line and column.
    """
    if len(text) > largest:
        raise FaultyData(
            [Fault("", message("The file is over {most} MB, too large for a job.", most=largest // 1024**2))]
        )
    if not text.strip():
        raise FaultyData([Fault("", message("There is nothing in it. Choose the file that was saved."))])
    try:
        data = json.loads(text, object_pairs_hook=_once, parse_constant=_no_constant)
    except json.JSONDecodeError as error:
        where = message(
            "This is not JSON: {why} at line {line}, column {column}.",
            why=error.msg.lower(),
            line=error.lineno,
            column=error.colno,
        )
        raise FaultyData([Fault("", where)]) from error
    except UnicodeDecodeError as error:
        raise FaultyData([Fault("", message("This is not text in UTF-8. Save the file as UTF-8."))]) from error
    except FaultyData:
        raise
    except ValueError as error:
        raise FaultyData(
            [Fault("", message("A number in it has more digits than any length. Write inches."))]
        ) from error
    except RecursionError as error:
        raise FaultyData([_TOO_DEEP]) from error
    _check(data)
    return data


_TOO_DEEP = Fault("", message("This is nested too deeply for a job file."))


def _check(data: Any) -> None:
    """Look at every value once, without recursion: what is nested deep would end that."""
    level, depth, count = [data], 0, 0
    while level:
        depth, count = depth + 1, count + len(level)
        if depth > DEEPEST:
            raise FaultyData([_TOO_DEEP])
        if count > MOST_VALUES:
            raise FaultyData(
                [
                    Fault(
                        "",
                        message(
                            "There are over {most_values} values in it, too many for a job.", most_values=MOST_VALUES
                        ),
                    )
                ]
            )
        inner: list[Any] = []
        for value in level:
            if isinstance(value, str):
                check_text(value)
            elif isinstance(value, dict):
                for key in value:
                    check_text(key)
                inner += value.values()
            elif isinstance(value, list):
                inner += value
        level = inner


def check_text(text: str) -> None:
    """Refuse what cannot be written.

    Raises:
        FaultyData: There is such a character in it; the message says which.
    """
    if found := UNWRITABLE.search(text):
        code = f"U+{ord(found[0]):04X}"
        raise FaultyData(
            [Fault("", message("There is a character in it that cannot be written, {code}. Remove it.", code=code))]
        )


def _once(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    found = dict(pairs)
    if len(found) < len(pairs):
        keys = [key for key, _ in pairs]
        twice = next(key for index, key in enumerate(keys) if key in keys[:index])
        raise FaultyData(
            [Fault("", message("The key “{twice}” is there twice in one object; keep one of them.", twice=twice))]
        )
    return found


def _no_constant(name: str) -> Any:
    raise FaultyData([Fault("", message("{name} is not a number a tape shows. Write a number of inches.", name=name))])
