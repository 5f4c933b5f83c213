"""Work that is ticked: its text, what the log calls it, and that all a wall asks for is known."""

import pytest

from bluff.core.crew.order import build_order
from bluff.core.crew.packs import PackPlace, prefab
from bluff.core.frame import frame
from bluff.core.job.schools import End
from bluff.core.site.raising import raising
from bluff.core.site.steps import framing_steps
from bluff.core.site.work import Stage, Task, Work, WorkKind, lumber_of, pack_work, read_work, work_begun
from bluff.core.wall.wall_plan import wall_plans
from bluff.views.reader import Reader
from floors import shelter


@pytest.mark.parametrize(
    ("text", "called"),
    [
        ("framed", "Framed"),
        ("begun/sheet", "Started: Sheathe"),
        ("step/kings", "Kings"),
        ("raise/on-line", "Raising: bottom plate on its line"),
        ("pack/kings and jacks A W1 start", "Prebuilt: kings and jacks, A W1 start"),
        ("lumber/A, B", "Lumber on site for: A, B"),
    ],
)
def test_work_is_read_from_its_text_and_called_by_what_it_is(text, called):
    assert (str(read_work(text)), Reader().say(read_work(text).called)) == (text, called)
    assert read_work(text).is_known


@pytest.mark.parametrize(
    "text", ["", "painted", "step/paint", "raise/", "begun/step", "pack/roof A", "pack/corner ", "a/b/c"]
)
def test_what_is_no_work_goes_by_its_text(text):
    assert not read_work(text).is_known
    assert Reader().say(read_work(text).called) == text


def test_the_place_of_a_pack_is_called_as_on_the_screen():
    place = read_work("pack/corner A start").called
    assert dict(place.arguments)["place"] == PackPlace("A", end=End.START).called


def test_all_there_is_to_tick_on_a_wall_is_known():
    walls = [frame(plan) for plan in wall_plans(shelter())]
    turns = {turn.wall: turn for turn in build_order([framing.plan for framing in walls])}
    lifts = [raising(framing, turns[framing.plan.id]) for framing in walls]
    work = [
        *(Work(WorkKind.STAGE, stage) for stage in Stage),
        *map(work_begun, Task),
        *(pack_work(pack.kind, place) for pack in prefab(walls) for place in pack.places),
        *(Work(WorkKind.STEP, step.id) for framing in walls for step in framing_steps(framing)),
        *(Work(WorkKind.RAISE, name) for lift in lifts for name, _ in (*lift.before, *lift.after)),
        lumber_of(["A", "B"]),
    ]
    assert len(work) > 60
    assert all(one.is_known and read_work(str(one)) == one for one in work)
