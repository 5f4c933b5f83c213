import json
import subprocess
import sys
from pathlib import Path

import pytest

from bluff.run.cli import UNREADABLE, UNWRITTEN, main

ROOT = Path(__file__).parents[2]
EXAMPLE = ROOT / "examples" / "quill-harbour.bluff.json"


@pytest.fixture
def window_wall(tmp_path):
    """The worked window wall, as somebody writes it by hand."""
    path = tmp_path / "window.json"
    job = {
        "format": "bluff-job",
        "version": 2,
        "name": "Window wall",
        "walls": [{"id": "A", "stud": "2x4", "length": "18' 6"}],
        "openings": [
            {
                "id": "W1",
                "wall": "A",
                "kind": "window",
                "unit": "3-6 x 4-6",
                "at": {"center": "111", "from": "plate-start"},
            }
        ],
    }
    path.write_text(json.dumps(job))
    return path


def framed(path, capsys):
    assert main(["frame", str(path)]) == 0
    return json.loads(capsys.readouterr().out)


def test_prints_the_worked_wall_as_published(window_wall, capsys):
    out = framed(window_wall, capsys)
    (wall,) = out["walls"]
    assert (wall["id"], wall["length"], wall["plate_length"], wall["height"]) == ("A", 222, 222, 97.125)
    assert (wall["pounds"], wall["people"]) == (254, 3)
    king = next(member for member in wall["members"] if member["id"] == "A/opening/W1/king/start")
    assert king == {
        "id": "A/opening/W1/king/start",
        "role": "king",
        "opening": "W1",
        "size": "2x4",
        "length": 92.625,
        "x": 86.5,
        "y": 1.5,
        "width": 1.5,
        "height": 92.625,
        "orientation": "edge",
        "plies": 1,
        "pounds": 9.3,
        "why": {
            "x": [["center of W1", 111], ["half of the opening", -21.5], ["jack", -1.5], ["king", -1.5]],
            "y": [["bottom plate", 1.5]],
            "length": [["precut stud", 92.625]],
        },
    }
    mark = next(mark for mark in wall["marks"] if mark["member"] == king["id"] and mark["plate"] == "bottom")
    assert (mark["at"], mark["width"], mark["ahead"], mark["symbol"], mark["role"]) == (86.5, 1.5, True, "K", "king")
    finding = wall["findings"][0]
    assert (finding["code"], finding["severity"], finding["at"]) == ("header-source-unverified", "info", 89.5)
    assert {"text", "do"} <= finding.keys()
    assert {"size": "2x4", "length": 92.625, "count": 14, "roles": ["end_stud", "king", "stud"]} in out["cut_list"]
    assert out["spacers"] == [{"kind": "spacer", "thickness": 0.5, "depth": 7.25, "length": 46, "count": 1}]


def test_every_number_of_the_output_is_explained(window_wall, capsys):
    for wall in framed(EXAMPLE, capsys)["walls"]:
        for member in wall["members"]:
            for key, steps in member["why"].items():
                assert sum(amount for _, amount in steps) == member[key], (member["id"], key)


def test_a_fix_is_an_edit_in_the_words_of_the_file(window_wall, capsys):
    fix = framed(window_wall, capsys)["walls"][0]["findings"][0]["fix"]
    assert fix["edit"] == "change-opening"
    assert fix["opening"] == {
        "id": "W1",
        "wall": "A",
        "kind": "window",
        "unit": "3-6 x 4-6",
        "at": {"center": "111", "from": "plate-start"},
        "header": {"kind": "built-up", "size": "2x8", "plies": 2, "source": "drawings"},
    }


def test_the_example_frames_without_an_error(capsys):
    findings = [finding for wall in framed(EXAMPLE, capsys)["walls"] for finding in wall["findings"]]
    assert {finding["severity"] for finding in findings} == {"warning", "info"}


def test_a_bad_file_gets_a_line_for_each_fault_and_exit_2(tmp_path, capsys):
    bad = tmp_path / "bad.json"
    bad.write_text(
        '{"format": "bluff-job", "version": 2, "name": "x", "walls": [{"id": "A", "stud": "2x4", "size": 1}]}'
    )
    assert main(["frame", str(bad)]) == UNREADABLE
    out, err = capsys.readouterr()
    assert out == ""
    assert err.startswith("walls[0].size: There is no such key here")
    assert err.count("\n") == 1


def test_a_file_that_is_not_there_gets_a_line(tmp_path, capsys):
    assert main(["frame", str(tmp_path / "none.json")]) == UNREADABLE
    assert "No such file" in capsys.readouterr().err


def test_framing_loads_neither_server_nor_database(window_wall):
    code = (
        "import sys; from bluff.run.cli import main; main(sys.argv[1:]);"
        "sys.exit(any(name in sys.modules for name in ('fastapi', 'psycopg', 'uvicorn', 'yoyo')))"
    )
    done = subprocess.run([sys.executable, "-c", code, "frame", str(window_wall)], capture_output=True, check=False)
    assert done.returncode == 0
    assert done.stdout.startswith(b"{")


def test_standard_input_is_read_too(window_wall):
    command = [sys.executable, "-m", "bluff", "frame", "-"]
    done = subprocess.run(command, input=window_wall.read_bytes(), capture_output=True, check=False)
    assert done.returncode == 0


def test_prints_what_the_ends_of_a_wall_meet(tmp_path, capsys):
    path = tmp_path / "bay.json"
    walls = [
        {"id": "A", "stud": "2x6", "kind": "exterior", "from": [0, 0], "to": [0, "10'"]},
        {"id": "B", "stud": "2x6", "kind": "exterior", "from": [0, "10'"], "to": ["7'", "17'"]},
    ]
    path.write_text(json.dumps({"format": "bluff-job", "version": 2, "name": "Bay", "walls": walls}))
    a, _ = framed(path, capsys)["walls"]
    assert a["ends"] == {
        "start": None,
        "end": {"wall": "B", "joint": "miter", "short": 2.28125, "long_side": "left"},
    }


def test_says_nothing_when_nobody_reads_on():
    command = f"{sys.executable} -m bluff frame {EXAMPLE} | head -c 20"
    done = subprocess.run(
        ["/bin/bash", "-c", f"set -o pipefail; {command}"], capture_output=True, check=False, cwd=ROOT / "src"
    )
    assert (done.returncode, done.stderr) == (0, b"")


def test_a_full_disk_ends_with_a_sentence(window_wall):
    with Path("/dev/full").open("w") as full:
        ended = subprocess.run(
            [sys.executable, "-m", "bluff", "frame", str(window_wall)],
            stdout=full,
            stderr=subprocess.PIPE,
            check=False,
        )
    assert ended.returncode == UNWRITTEN
    assert ended.stderr.decode() == (
        "The framed job could not be written: No space left on device. Make room and try again.\n"
    )


def test_an_engineered_size_without_its_ply_is_answered_with_how_to_write_one(window_wall, capsys):
    job = json.loads(window_wall.read_text())
    job["openings"][0]["header"] = {"kind": "engineered", "size": "9 1/4"}
    window_wall.write_text(json.dumps(job))
    assert main(["frame", str(window_wall)]) == UNREADABLE
    assert "1 3/4 x 9 1/4" in capsys.readouterr().err


def test_a_call_out_in_four_digits_is_read_in_the_file_too(window_wall, capsys):
    job = json.loads(window_wall.read_text())
    job["openings"][0]["unit"] = "3646"
    window_wall.write_text(json.dumps(job))
    (header,) = [one for one in framed(window_wall, capsys)["walls"][0]["members"] if one["role"] == "header"]
    assert header["length"] == 46


def test_a_distance_less_than_nothing_says_which_way_to_measure(window_wall, capsys):
    job = json.loads(window_wall.read_text())
    job["openings"][0]["at"] = {"edge": "-24", "from": "plate-start"}
    window_wall.write_text(json.dumps(job))
    assert main(["frame", str(window_wall)]) == UNREADABLE
    assert '"toward": "start"' in capsys.readouterr().err


def test_prints_what_the_whole_job_comes_to(capsys):
    out = framed(EXAMPLE, capsys)
    totals, walls = out["totals"], out["walls"]
    # What is counted for the job is what is counted for its walls.
    assert totals["pieces"] == sum(row["count"] for row in out["cut_list"])
    assert totals["sheets"] == sum(wall["sheets"]["count"] for wall in walls)
    assert abs(totals["pounds"] - sum(wall["pounds"] for wall in walls)) <= len(walls)
    assert sum(row["nails"] for row in totals["nails"]) == sum(row["nails"] for wall in walls for row in wall["nails"])
    assert sorted(step["wall"] for step in totals["order"]) == list("ABCDEFGH")
    assert totals["order"][0]["after"] == []
    assert sum(pack["count"] for pack in totals["packs"]) == sum(len(pack["places"]) for pack in totals["packs"]) > 10
    assert 10 < totals["wood_percent"] < 40
    assert totals["studs"]["thumb"] != totals["studs"]["exact"] > 100
    # A 432, B 259, C 432, D 259, E 259, F 180 less half of E and B's 5 1/2, three plates each and the laps.
    assert totals["plates"]["exact"] > 3 * (432 + 259) * 2
