"""Long work stops when nobody waits for it any more."""

import pytest

from bluff.service.errors import TooLong
from bluff.service.framings import framings
from bluff.service.patience import Patience, still_waited_for, waiting
from floors import partition, shelter
from refusals import refused


def test_framing_goes_on_only_while_somebody_waits():
    job = shelter(*(partition(f"P{x}", (x, 0), (x, 22.5)) for x in range(3, 33, 3)))
    patience = Patience()
    patience.has_left.set()
    with waiting(patience), pytest.raises(TooLong):
        framings(job)
    assert len(framings(job)) == len(job.walls)


def test_nobody_waits_for_ever():
    with waiting(Patience(seconds=-1)), refused(TooLong, match="was stopped. Work on a part of the job"):
        still_waited_for()
    with waiting(Patience()):
        still_waited_for()
    still_waited_for()
