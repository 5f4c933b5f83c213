"""How long something takes, in words."""

import pytest

from bluff.core.measure.clock import in_hours
from bluff.views.reader import Reader


@pytest.mark.parametrize(
    ("minutes", "says"), [(100, "1 h 40"), (45, "45 min"), (120, "2 h"), (65, "1 h 05"), (0, "0 min")]
)
def test_how_long_something_takes_is_in_hours_and_minutes(minutes, says):
    assert Reader().say(in_hours(minutes)) == says
