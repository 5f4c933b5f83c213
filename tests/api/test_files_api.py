from io import BytesIO
from pathlib import Path

import pypdfium2
import pytest
from PIL import Image

EXAMPLE = (Path(__file__).parents[2] / "examples" / "quill-harbour.bluff.json").read_bytes()


@pytest.fixture
def demo(client):
    """The address of the demo job."""
    job = client.post("/api/jobs/import", content=EXAMPLE).json()
    return f"/api/jobs/{job['id']}"


def test_the_job_is_printed_whole_or_a_wall_alone(client, demo):
    whole = client.get(f"{demo}/sheets.pdf", params={"paper": "a4"})
    assert whole.headers["content-type"] == "application/pdf"
    # Cover, packs, eight walls, and a sheet of uprights for each of the two gables.
    assert len(pypdfium2.PdfDocument(whole.content)) == 2 + 8 + 2
    alone = client.get(f"{demo}/sheets.pdf", params={"wall": "F"})
    assert 'filename="quill-harbour-ferry-shelter-f.pdf"' in alone.headers["content-disposition"]
    (page,) = pypdfium2.PdfDocument(alone.content)
    assert "Plate1723/4" in "".join(page.get_textpage().get_text_range().split())


def test_a_layout_pole_is_a_sheet_or_a_strip(client, demo):
    """The gable's plate is 22'-6 less two walls of 5 1/2: 259, at nine inches a page 29 of them."""
    sheet = client.get(f"{demo}/layout-pole.pdf", params={"wall": "B"})
    assert 'filename="quill-harbour-ferry-shelter-b-layout-pole.pdf"' in sheet.headers["content-disposition"]
    assert len(pypdfium2.PdfDocument(sheet.content)) == 1
    strip = client.get(f"{demo}/layout-pole.pdf", params={"wall": "B", "full_size": True, "paper": "a4"})
    assert len(pypdfium2.PdfDocument(strip.content)) == 29


def test_what_is_not_there_is_not_printed(client, demo):
    assert client.get(f"{demo}/layout-pole.pdf", params={"wall": "Z"}).status_code == 404
    assert client.get(f"{demo}/sheets.pdf", params={"wall": "Z"}).status_code == 404
    assert client.get(f"{demo}/sheets.pdf", params={"paper": "papyrus"}).status_code == 422


@pytest.mark.parametrize(("path", "head"), [("marks.csv", "wall,plate,reading"), ("cut-list.csv", "wall,count,size")])
def test_tables_are_downloaded(client, demo, path, head):
    answer = client.get(f"{demo}/{path}")
    assert answer.text.startswith(head)
    assert f"quill-harbour-ferry-shelter-{path}" in answer.headers["content-disposition"]


def test_the_floor_is_answered_with_what_is_known_of_it(client, demo):
    plan = client.get(f"{demo}/plan").json()
    assert [wall["id"] for wall in plan["walls"]] == list("ABCDEFGH")
    assert plan["bounds"] == [0, 0, 432, 270]
    assert [step["wall"] for step in plan["order"]][:3] == ["A", "C", "B"]
    assert len(plan["corners"]) == 4
    wall = next(wall for wall in plan["walls"] if wall["id"] == "E")
    assert {clear["other"]: clear["distance"] for clear in wall["clears"]} == {
        "G": {"inches": 91.5, "text": "7'-7 1/2\""},
        "D": {"inches": 244.75, "text": "20'-4 3/4\""},
    }


def test_an_edit_of_the_plan_is_previewed_as_the_whole_floor(client, demo):
    move = {"edit": "move-walls", "ids": ["E"], "east": "1-0"}
    answer = client.post(f"{demo}/plan/preview", json={"edit": move}).json()
    assert answer["says"] == "Wall E moved 1'-0\" east"
    moved = next(wall for wall in answer["plan"]["walls"] if wall["id"] == "F")
    assert moved["length"] == {"inches": 168, "text": "14'-0\""}
    assert client.get(demo).json()["revision"] == 0
    refused = client.post(f"{demo}/plan/preview", json={"edit": {**move, "east": "30-0"}})
    assert "would be reversed" in refused.json()["message"]


@pytest.mark.parametrize(("path", "begins"), [("plan.dxf", "  0\nSECTION"), ("model.ifc", "ISO-10303-21")])
def test_a_job_taken_out_can_be_taken_into_another(client, demo, path, begins):
    drawing = client.get(f"{demo}/{path}")
    assert drawing.text.startswith(begins)
    other = client.post("/api/jobs", json={"name": "Copy"}).json()
    answer = client.post(f"/api/jobs/{other['id']}/drawing", content=drawing.content).json()
    assert (answer["walls"], answer["openings"], answer["left"]) == (8, 15, [])
    assert client.get(f"/api/jobs/{other['id']}").json()["revision"] == 0
    taken = client.post(f"/api/jobs/{other['id']}/edits", json={"revision": 0, "edit": answer["edit"]}).json()["job"]
    original = client.get(demo).json()["job"]
    assert taken["job"]["walls"] == original["walls"]


def test_a_drawing_goes_beside_what_is_there_under_marks_of_its_own(client, demo):
    drawing = client.get(f"{demo}/plan.dxf")
    answer = client.post(f"{demo}/drawing", content=drawing.content).json()
    after = client.post(f"{demo}/edits", json={"revision": 0, "edit": answer["edit"]}).json()["job"]
    assert [wall["id"] for wall in after["walls"]] == list("ABCDEFGHIJKLMNOP")
    assert len(after["job"]["openings"]) == 30
    before, now = (sum(wall["findings"]["error"] for wall in job["walls"]) for job in (client.get(demo).json(), after))
    assert (before, now) == (0, 0)
    plan = client.get(f"{demo}/plan").json()
    assert plan["bounds"] == [0, 0, 432 + 120 + 432, 270]


def test_a_file_that_is_no_drawing_is_refused(client, demo):
    refused = client.post(f"{demo}/drawing", content=b"hello")
    assert refused.status_code == 422
    assert "This is neither a DXF drawing nor an IFC model" in refused.json()["message"]


def test_a_picture_of_the_plan_is_kept_laid_scaled_and_undone(client, demo):
    file = BytesIO()
    Image.new("L", (720, 450), 255).save(file, "PNG")
    edit = client.post(f"{demo}/pictures", content=file.getvalue()).json()["edit"]
    laid = client.post(f"{demo}/edits", json={"revision": 0, "edit": edit}).json()["job"]["job"]["picture"]
    assert laid["pixels"] == [720, 450]
    png = client.get(f"{demo}/pictures/{laid['image']}.png")
    assert (png.status_code, png.headers["content-type"]) == (200, "image/png")
    scale = {"edit": "scale-picture", "first": [0, 0], "second": [720, 0], "length": "36'"}
    scaled = client.post(f"{demo}/edits", json={"revision": 1, "edit": scale}).json()["job"]
    assert scaled["job"]["picture"]["scale"] == 0.6
    assert scaled["undo"] == "Plan picture scaled by 36'-0\""
    for revision in (2, 3):
        undone = client.post(f"{demo}/undo", json={"revision": revision}).json()["job"]
    assert undone["job"].get("picture") is None


def test_a_picture_that_is_not_there_is_not_found(client, demo):
    assert client.get(f"{demo}/pictures/{'0' * 32}.png").status_code == 404
    other = client.post("/api/jobs", json={"name": "Other"}).json()
    assert client.post(f"/api/jobs/{other['id']}/pictures", content=b"x").status_code == 422


def test_an_empty_job_can_be_taken_out_too(client):
    job = client.post("/api/jobs", json={"name": "Empty"}).json()
    for path in ("sheets.pdf", "marks.csv", "cut-list.csv", "plan.dxf", "model.ifc", "file"):
        assert client.get(f"/api/jobs/{job['id']}/{path}").status_code == 200, path
    plan = client.get(f"/api/jobs/{job['id']}/plan").json()
    assert (plan["walls"], plan["bounds"], plan["order"], plan["packs"]) == ([], None, [], [])
