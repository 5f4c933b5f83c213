"""Scale models over the API: what to cut, and pages to build on."""

import pytest
from pypdfium2 import PdfDocument

from entries import edit, shed


@pytest.fixture
def nine_feet(client):
    """A wall of 12 ft, 9 ft high, with a window in its middle."""
    job = shed(client, "3-6 x 4-6")
    edit(client, job, 2, {"edit": "set-way", "way": "wall_height", "text": "108"})
    return f"/api/jobs/{job}"


def test_a_wall_of_nine_feet_is_cut_of_sticks(client, nine_feet):
    found = client.get(f"{nine_feet}/model", params={"scale": "1 1/2", "thick": "1/4", "wide": "1/2"}).json()
    assert (found["walls"], found["corners"], found["intersections"], found["left_out"]) == (["A"], 0, 0, [])
    (studs,) = [line for line in found["lines"] if "stud" in line["roles"]]
    assert (studs["length"], studs["deep"]) == ("12 3/4", None)
    assert {"count": 3, "length": "18"}.items() <= found["lines"][0].items()


@pytest.mark.parametrize(
    ("asked", "says"),
    [
        ({"scale": "12"}, "1/4 to 6 inches to the foot"),
        ({"scale": "1:ten"}, "is not a scale"),
        ({"thick": "1/2", "wide": "1/4"}, "as wide as they are thick"),
        ({"thick": "1/32"}, "another scale"),
    ],
)
def test_models_nobody_can_build_are_refused_in_a_sentence(client, nine_feet, asked, says):
    refused = client.get(f"{nine_feet}/model", params=asked)
    assert refused.status_code == 422
    assert says in refused.json()["message"]


def test_a_wall_that_is_not_there_is_said(client, nine_feet):
    assert client.get(f"{nine_feet}/model", params={"wall": "Z"}).status_code == 404


def test_pages_to_build_on_are_as_large_as_the_model(client, nine_feet):
    """18 by 13 1/2 on letter pages of 10 1/6 by 6 1/2 between margins: two across, three up.

    Before them the list, and both plates from above in two rows each, which have room on one page.
    """
    paper = PdfDocument(client.get(f"{nine_feet}/model.pdf").content)
    assert len(paper) == 1 + 1 + 2 * 3
    first, plates, part = (paper[number].get_textpage().get_text_range() for number in (0, 1, 2))
    assert "in to the foot" in first
    assert "Plates of wall A, part 1 of 1" in plates
    assert all(f"{plate} plate, {number} of 2" in plates for plate in ("Bottom", "Top") for number in (1, 2))
    assert plates.count("K") == 4
    assert "Wall A, part 1 of 6" in part
