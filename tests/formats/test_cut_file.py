"""Cutting plans as JSON: bare lists read, and jobs from the command line."""

import json
from collections import Counter
from pathlib import Path

import pytest

from bluff.core.cutting.demand import Aim, By
from bluff.core.frame import frame
from bluff.core.wall.member import PLATES
from bluff.core.wall.wall_plan import wall_plans
from bluff.formats.cut_file import read_cut_list
from bluff.formats.errors import FaultyData
from bluff.formats.job_file import job_data, job_from_data, read_job
from bluff.run.cli import main
from framing import say

EXAMPLE = Path(__file__).parents[2] / "examples" / "quill-harbour.bluff.json"
LIST = {
    "kerf": "1/8",
    "stock": {"2x6": {"192": 9.06, "240": 13.2}},
    "sections": {"2x6": [["92 5/8", 4], [14.5, 2]]},
}


def cut(capsys, *arguments):
    code = main(["cut", *map(str, arguments)])
    said = capsys.readouterr()
    return code, said


def test_a_list_is_cut_with_plain_lengths_as_pieces(tmp_path, capsys):
    """Two studs to a board of 192; two blocks of 14 1/2 need 29 1/8 more: beside studs in one of 240, for 4.14."""
    file = tmp_path / "list.json"
    file.write_text(json.dumps(LIST))
    code, said = cut(capsys, "--demand", file, "--by", "price", "--seconds", "2")
    plan = json.loads(said.out)
    assert code == 0
    assert plan["cost"] == 22.26
    assert plan["bound"] <= plan["cost"]
    boards = sorted(plan["boards"], key=lambda board: board["length"])
    assert [(board["length"], board["price"], board["pieces"], board["drop"]) for board in boards] == [
        (192, 9.06, [92.625, 92.625], 6.5),
        # 240 - 185 1/2 - 2 x 14 5/8
        (240, 13.2, [92.625, 92.625, 14.5, 14.5], 25.25),
    ]


def test_a_job_is_cut_with_every_ply_of_every_member(capsys):
    """At 5/12 a plate cut plumb takes 5/8 more than it is long, and a piece turned end for end 39/64 less."""
    code, said = cut(capsys, EXAMPLE, "--seconds", "1")
    plan = json.loads(said.out)
    assert code == 0
    pieces = Counter(piece["id"] for board in plan["boards"] for piece in board["pieces"])
    job = read_job(EXAMPLE.read_bytes())
    members = [member for one in wall_plans(job) for member in frame(one).members]
    assert pieces == {str(member.id): member.plies for member in members}
    assert {piece["wall"] for board in plan["boards"] for piece in board["pieces"]} == {wall.id for wall in job.walls}
    plumb = {str(member.id) for member in members if member.role in PLATES and member.edges}
    for board in plan["boards"]:
        takes = [
            piece["length"] + 1 / 8 + 5 / 8 * (piece["id"] in plumb) - 39 / 64 * piece.get("turned", False)
            for piece in board["pieces"]
        ]
        left = board["length"] - sum(takes)
        # The last cut may take the end of the board.
        assert left >= -1 / 8
        assert board["drop"] == max(left, 0), board
    assert plan["cost"] == sum(board["length"] for board in plan["boards"])
    assert 0 <= plan["gap"] < 0.02


def test_chosen_walls_are_cut_alone(capsys):
    code, said = cut(capsys, EXAMPLE, "--seconds", "0", "--wall", "H", "--wall", "G")
    assert code == 0
    pieces = [piece for board in json.loads(said.out)["boards"] for piece in board["pieces"]]
    assert {piece["wall"] for piece in pieces} == {"G", "H"}
    code, said = cut(capsys, EXAMPLE, "--wall", "Q")
    assert code != 0
    assert "There is no wall Q" in said.err


@pytest.mark.parametrize(
    ("change", "path", "says"),
    [
        ({"sections": {"2x4": [[10, 1]]}}, "sections.2x4", "There are no boards of 2x4; the stock has 2x6."),
        ({"sections": {"2x6": [["21'", 1]]}}, "sections.2x6[0]", "252 is longer than any board, 240"),
        ({"stock": {"2x6": {"192": None}}}, "stock.2x6", "Boards of 2x6 have no prices"),
        ({"stock": {"2x6": {"long": 3}}}, "stock.2x6.long", "long"),
        ({"sections": {"2x6": [[10, 0]]}}, "sections.2x6[0][1]", "1"),
        ({"boards": 3}, "boards", "the keys are kerf, sections, stock"),
    ],
)
def test_a_list_that_cannot_be_cut_says_where_and_what_would_do(change, path, says):
    with pytest.raises(FaultyData) as caught:
        read_cut_list(json.dumps(LIST | change), Aim(By.PRICE))
    (fault,) = caught.value.faults
    assert fault.path == path
    assert says in say(fault.message)


def test_fewest_boards_and_a_board_that_counts_for_more(tmp_path, capsys):
    """Six of 60: a board of 16 feet takes three of them, 180 1/4, one of 8 feet takes one.

    Two long boards are 384 and 14.00, six short ones 576 and 18.00.
    """
    listed = {"stock": {"2x4": {"96": 3, "192": 7}}, "sections": {"2x4": [["60", 6]]}}
    file = tmp_path / "list.json"
    file.write_text(json.dumps(listed))
    code, said = cut(capsys, "--demand", file, "--by", "boards", "--seconds", "2")
    assert code == 0
    assert [board["length"] for board in json.loads(said.out)["boards"]] == [192, 192]
    _, said = cut(capsys, "--demand", file, "--handling", "24", "--seconds", "2")
    # 2 x (192 + 24)
    assert json.loads(said.out)["cost"] == 432
    _, said = cut(capsys, "--demand", file, "--by", "price", "--handling", "0.5", "--seconds", "2")
    plan = json.loads(said.out)
    assert (plan["cost"], {board["price"] for board in plan["boards"]}) == (15.0, {7.0})


def test_a_job_without_prices_says_what_is_missing(capsys):
    code, said = cut(capsys, EXAMPLE.with_name("net-loft.bluff.json"), "--by", "price")
    assert (code, said.out) == (2, "")
    assert "Boards of 2x6 treated have no prices" in said.err


def test_a_job_is_cut_by_the_prices_of_its_stock(tmp_path, capsys):
    """A wall of 12 feet: bottom, top and second plate of 144 and ten studs of 92 5/8.

    Three boards of 12 feet, 8.20, and five of 16 feet for two studs each, 9.06; 69.90 in all.
    """
    job = {
        "format": "bluff-job",
        "version": 2,
        "name": "stock",
        "walls": [{"id": "A", "stud": "2x4", "length": "12'"}],
        "stock": {"2x4": {"144": 8.2, "192": 9.06, "240": 20}},
    }
    file = tmp_path / "job.json"
    file.write_text(json.dumps(job))
    code, said = cut(capsys, file, "--by", "price", "--seconds", "2")
    plan = json.loads(said.out)
    assert code == 0
    assert Counter((board["length"], board["price"]) for board in plan["boards"]) == {(144, 8.2): 3, (192, 9.06): 5}
    assert (plan["cost"], plan["gap"]) == (69.9, 0)


def test_stock_stays_in_the_job_file():
    stock = {"2x4": {"144": 8.2, "192": None}, "2x6 treated": {"92 5/8": 5}}
    data = {"format": "bluff-job", "version": 2, "name": "stock", "stock": stock, "kerf": "3/32"}
    job = job_from_data(data)
    assert job_from_data(job_data(job)) == job
    assert job_data(job)["stock"] == stock
    assert job_data(job)["kerf"] == "3/32"


def test_stocks_that_say_the_same_are_equal_in_whatever_order_they_say_it():
    """A database keeps keys in an order of its own."""

    def read(stock, on_site):
        return job_from_data({"format": "bluff-job", "version": 2, "name": "s", "stock": stock, "on_site": on_site})

    one = read({"2x6": {"192": 9, "96": 4}, "2x4": {"96": 3}}, {"2x6": {"96": 1}, "2x4": {"192": 2, "96": 1}})
    other = read({"2x4": {"96": 3}, "2x6": {"96": 4, "192": 9}}, {"2x4": {"96": 1, "192": 2}, "2x6": {"96": 1}})
    assert one == other


def test_boards_on_the_site_grades_and_what_is_kept_stay_in_the_job_file():
    more = {
        "stock": {"2x6": {"192": 9.06}},
        "grades": {"2x6": "No.2"},
        "on_site": {"2x6": {"117 3/8": 1, "192": 4}, "2x6 treated": {"96": 2}},
        "keep": "18",
        "crooked": 5,
    }
    job = job_from_data({"format": "bluff-job", "version": 2, "name": "stock", **more})
    assert job_from_data(job_data(job)) == job
    assert {key: job_data(job)[key] for key in more} == more


@pytest.mark.parametrize(
    ("more", "path", "says"),
    [
        ({"on_site": {"2x5": {"96": 1}}}, "on_site.2x5", "no 2x5"),
        ({"on_site": {"2x4": {"96": 0}}}, "on_site.2x4.96", "1"),
        ({"on_site": {"2x4": {"96": 1, "8'": 2}}}, "on_site.2x4.96", "once for each length"),
        ({"on_site": {"2x4": {"many": 1}}}, "on_site.2x4.many", "many"),
        ({"grades": {"2x6": "No.2"}}, "grades.2x6", "List its boards"),
        ({"crooked": 60}, "crooked", "50"),
        ({"kerf": "1"}, "kerf", "nothing to 1/2"),
    ],
)
def test_stock_that_cannot_be_is_refused_where_it_stands(more, path, says):
    with pytest.raises(FaultyData) as caught:
        job_from_data({"format": "bluff-job", "version": 2, "name": "stock", **more})
    (fault,) = caught.value.faults
    assert fault.path == path
    assert says in say(fault.message)


@pytest.mark.parametrize(
    ("stock", "path", "says"),
    [
        ({"2x5": {"144": 1}}, "stock.2x5", "no 2x5"),
        ({"2x4": {}}, "stock.2x4", "1 to 40 lengths"),
        ({"2x4": {"144": 1, "12'": 2}}, "stock.2x4.144", "twice"),
        ({"2x4": {"6": 1}}, "stock.2x4.6", "1 foot"),
        ({"2x4": {"long": 1}}, "stock.2x4.long", "long"),
        ({"2x4": {"144": -1}}, "stock.2x4.144", "A price is a number from 0 to 1000000"),
        ({"2x4": {"144": 1e9}}, "stock.2x4.144", "A price is a number from 0 to 1000000"),
    ],
)
def test_stock_nobody_can_buy_is_refused(stock, path, says):
    with pytest.raises(FaultyData) as caught:
        job_from_data({"format": "bluff-job", "version": 2, "name": "stock", "stock": stock})
    (fault,) = caught.value.faults
    assert fault.path == path
    assert says in say(fault.message)
