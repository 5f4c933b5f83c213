"""Cutting plans as JSON: bare lists read, and jobs from the command line."""

import json
from collections import Counter
from pathlib import Path

import pytest

from bluff.cli import main
from bluff.core import frame, wall_plans
from bluff.formats.cut_file import read_cut_list
from bluff.formats.errors import FaultyData
from bluff.formats.job_file import read_job

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
    code, said = cut(capsys, EXAMPLE, "--seconds", "1")
    plan = json.loads(said.out)
    assert code == 0
    pieces = Counter(piece["id"] for board in plan["boards"] for piece in board["pieces"])
    job = read_job(EXAMPLE.read_bytes())
    members = [member for one in wall_plans(job) for member in frame(one).members]
    assert pieces == {str(member.id): member.plies for member in members}
    assert {piece["wall"] for board in plan["boards"] for piece in board["pieces"]} == {wall.id for wall in job.walls}
    for board in plan["boards"]:
        lengths = [piece["length"] for piece in board["pieces"]]
        assert sum(lengths) + (len(lengths) - 1) / 8 <= board["length"]
    assert plan["cost"] == sum(board["length"] for board in plan["boards"])
    assert 0 <= plan["gap"] < 0.02


@pytest.mark.parametrize(
    ("change", "path", "says"),
    [
        ({"sections": {"2x4": [[10, 1]]}}, "sections.2x4", "There are no boards of 2x4; the stock has 2x6."),
        ({"sections": {"2x6": [["21'", 1]]}}, "sections.2x6[0]", "252 is longer than any board, 240"),
        ({"stock": {"2x6": {"192": None}}}, "stock.2x6.192", "Write what such a board costs"),
        ({"stock": {"2x6": {"long": 3}}}, "stock.2x6.long", "long"),
        ({"sections": {"2x6": [[10, 0]]}}, "sections.2x6[0][1]", "1"),
        ({"boards": 3}, "boards", "the keys are kerf, sections, stock"),
    ],
)
def test_a_list_that_cannot_be_cut_says_where_and_what_would_do(change, path, says):
    with pytest.raises(FaultyData) as refused:
        read_cut_list(json.dumps(LIST | change), "price")
    (fault,) = refused.value.faults
    assert fault.path == path
    assert says in fault.message


def test_a_job_has_no_prices_yet(capsys):
    code, said = cut(capsys, EXAMPLE, "--by", "price")
    assert (code, said.out) == (2, "")
    assert "no prices" in said.err
