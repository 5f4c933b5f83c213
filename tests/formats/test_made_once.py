from dataclasses import replace

from bluff.formats.job_file import JobFile, read_job
from bluff.formats.made_once import MadeOnce
from bluff.run.demo import DEMO_FILE


class Counted:
    """Makes a list of one, and counts how often it was asked."""

    def __init__(self):
        self.times = 0

    def __call__(self, of):
        self.times += 1
        return [of]


def test_it_is_made_once_for_an_object_and_again_for_an_equal_one():
    make = Counted()
    made = MadeOnce(make, most=10)
    one, equal = (1, 2), tuple(range(1, 3))
    assert made(one) is made(one)
    assert make.times == 1
    assert made(equal) == made(one)
    assert made(equal) is not made(one)
    assert make.times == 2


def test_what_was_asked_for_longest_ago_makes_room_and_no_object_is_taken_for_another():
    make = Counted()
    made = MadeOnce(make, most=2)
    # Objects that are gone leave their ids to new ones.
    for number in range(1000):
        assert made((number, number)) == [(number, number)]
    assert make.times == 1000


def test_a_job_changed_in_one_wall_has_that_wall_changed_in_its_file_and_no_other():
    job = read_job(DEMO_FILE.read_bytes())
    before = JobFile.from_core(job)
    walls = tuple(replace(wall, stud="2x8") if wall.id == "C" else wall for wall in job.walls)
    after = JobFile.from_core(replace(job, walls=walls))
    for was, is_now in zip(before.walls, after.walls, strict=True):
        assert (was is is_now) == (was.id != "C")
        assert is_now.stud == ("2x8" if is_now.id == "C" else was.stud)
    assert [wall.stud for wall in JobFile.from_core(job).walls] == [wall.stud for wall in job.walls]
