"""What a tape reads as it is called out."""

import pytest

from bluff.core.measure.aloud import aloud
from bluff.core.measure.length import inches
from bluff.views.reader import Reader


@pytest.mark.parametrize(
    ("length", "in_inches", "in_feet"),
    [
        ("0", "zero", "zero"),
        ("3/8", "three eighths", "three eighths"),
        ("43 1/2", "forty-three and a half", "three feet seven and a half"),
        ("24", "twenty-four", "two feet"),
        ("12 1/8", "twelve and an eighth", "one foot an eighth"),
        ("13", "thirteen", "one foot one"),
        ("110 5/16", "one hundred ten and five sixteenths", "nine feet two and five sixteenths"),
    ],
)
def test_a_reading_is_called_in_inches_or_in_feet(length, in_inches, in_feet):
    at = inches(length)
    assert [Reader().say(aloud(at, figures)) for figures in ("inches", "feet")] == [in_inches, in_feet]


def test_what_lies_before_the_hook_is_called_as_minus():
    assert Reader().say(aloud(-inches("1 1/2"))) == "minus one and a half"
