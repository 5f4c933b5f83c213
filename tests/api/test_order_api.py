"""The order, its prices, and the boards a crew's yard has."""

import csv
from io import BytesIO, StringIO
from pathlib import Path

import pytest
from openpyxl import load_workbook
from pypdfium2 import PdfDocument

EXAMPLE = (Path(__file__).parents[2] / "examples" / "quill-harbour.bluff.json").read_bytes()
WALL = {"edit": "add-wall", "wall": {"id": "A", "stud": "2x4", "length": "12'"}}


@pytest.fixture
def job(client):
    """A job of one bare wall."""
    made = client.post("/api/jobs", json={"name": "Shed"}).json()["id"]
    client.post(f"/api/jobs/{made}/edits", json={"revision": 0, "edit": WALL})
    return made


@pytest.fixture
def order(client, job):
    return lambda **query: client.get(f"/api/jobs/{job}/order", params=query).json()


@pytest.fixture
def say(client, job):
    """Has something read of the boards there are, and makes the edit it comes to."""

    def said(what, body=None):
        read = client.post(f"/api/jobs/{job}/stock/{what}", json=body)
        assert read.status_code == 200, read.text
        return make(client, job, read.json()["edit"])

    return said


def make(client, job, edit):
    revision = client.get(f"/api/jobs/{job}").json()["revision"]
    answer = client.post(f"/api/jobs/{job}/edits", json={"revision": revision, "edit": edit})
    assert answer.status_code == 200, answer.text
    return answer.json()["job"]


def test_prices_are_typed_one_by_one_and_pasted_as_a_list(client, order, say):
    """Ten precut studs and three plates of 12 feet; a price alone leaves the other lengths there."""
    assert [(line["says"], line["price"]) for line in order()["lines"]] == [
        ("3 – 2x4 x 12'", None),
        ("10 – 2x4 x 92 5/8", None),
    ]
    changed = say("price", {"section": "2x4", "length": "12'", "price": "4.55"})
    assert changed["undo"] == "Boards and prices changed"
    assert len(changed["job"]["stock"]["2x4"]) == 8
    assert (order()["cost"], order()["unpriced"]) == ("$13.65", 10)
    say("read", {"text": "2x4 92 5/8 2.80"})
    assert (order()["cost"], order()["unpriced"]) == ("$41.65", 0)
    say("price", {"section": "2x4", "length": "12'", "price": ""})
    assert order()["unpriced"] == 3


def test_a_list_that_is_not_understood_changes_nothing_and_says_which_line(client, job):
    answer = client.post(f"/api/jobs/{job}/stock/read", json={"text": "2x4 12' 4.55\nplates 3"})
    assert answer.status_code == 422
    assert answer.json()["faults"][0]["path"] == "line 2"
    assert "begins with no section" in answer.json()["message"]


def test_boards_on_the_site_are_used_first_and_not_ordered(client, job, order, say):
    say("on-site", {"text": "2 – 2x4 x 12'"})
    assert order()["on_site"] == "2 – 2x4 x 12'"
    assert [line["says"] for line in order()["lines"]] == ["1 – 2x4 x 12'", "10 – 2x4 x 92 5/8"]
    cutting = client.get(f"/api/jobs/{job}/cutting").json()
    assert [board["source"] for board in cutting["sections"][0]["boards"]].count("on-site") == 2


def test_a_crew_keeps_its_boards_and_new_jobs_begin_with_them(client, job, say):
    say("read", {"text": "2x4 12' 4.55"})
    say("on-site", {"text": "2 – 2x4 x 12'"})
    assert client.put("/api/stock", json={"job": job}).status_code == 204
    # What the list does not name keeps its place: the precut stud, and 8 to 20 feet by two.
    usual = {"92 5/8": None} | {str(feet * 12): None for feet in range(8, 21, 2)}
    priced = {"2x4": usual | {"144": 4.55}}
    assert client.get("/api/stock").json()["stock"] == priced
    new = client.post("/api/jobs", json={"name": "Next"}).json()
    assert new["job"]["stock"] == priced
    assert "on_site" not in new["job"]
    # The job may say otherwise, and take the crew's again; what lies on its site stays.
    say("read", {"text": "2x4 12' 5"})
    taken = say("take")["job"]
    assert taken["stock"] == priced
    assert taken["on_site"] == {"2x4": {"144": 2}}


def test_taking_a_stock_that_lacks_lengths_says_which_go(client, job, say):
    make(client, job, {"edit": "set-stock", "stock": {"stock": {"2x4": {"144": 4.55}}}})
    assert client.put("/api/stock", json={"job": job}).status_code == 204
    make(client, job, {"edit": "set-stock", "stock": {"stock": {"2x4": {"144": 4.55, "192": None}}}})
    reading = client.post(f"/api/jobs/{job}/stock/take").json()
    assert reading["warns"] == ("This removes boards that the job has now: 2x4 16'. Some pieces may then fit no board.")


def test_what_is_too_crooked_is_bought_on_top_and_kept_apart(client, job, order):
    stock = {"crooked": 10, "nails_a_box": 100}
    make(client, job, {"edit": "set-stock", "stock": stock})
    assert [(line["count"], line["crooked"]) for line in order()["lines"]] == [(3, 1), (10, 1)]
    nails = next(one for one in order()["supplies"] if "nails" in one["what"])
    assert nails["what"] == "16d nails, by the box of 100"


def test_the_order_goes_out_as_text_table_spreadsheet_and_paper(client):
    demo = client.post("/api/jobs/import", content=EXAMPLE).json()["id"]
    order = client.get(f"/api/jobs/{demo}/order", params={"trucks": 2}).json()
    says = [line["says"] for line in order["lines"]]
    one = client.get(f"/api/jobs/{demo}/order.txt").text
    assert all(f"\n{line}" in one for line in says)
    two = client.get(f"/api/jobs/{demo}/order.txt", params={"trucks": 2}).text
    assert "Load 2, for walls" in two
    assert f"{order['pounds']} lb" in two
    rows = [*csv.DictReader(StringIO(client.get(f"/api/jobs/{demo}/order.csv", params={"trucks": 2}).text))]
    bought = sum(line["count"] + line["crooked"] for line in order["lines"])
    assert sum(int(row["quantity"]) for row in rows if row["load"]) == bought
    assert sum(load["pounds"] for load in order["loads"]) == pytest.approx(order["pounds"], abs=2)
    book = load_workbook(BytesIO(client.get(f"/api/jobs/{demo}/order.xlsx").content))
    costs = [row[9].value for row in book["Boards"].iter_rows(min_row=2)]
    assert sum(costs) == pytest.approx(float(order["cost"].replace("$", "").replace(",", "")))
    paper = PdfDocument(client.get(f"/api/jobs/{demo}/order.pdf", params={"paper": "a4"}).content)
    drawn = "\n".join(page.get_textpage().get_text_bounded() for page in paper)
    assert all(line.split(" – ")[1].replace(" No.2", "") in drawn for line in says)
    assert order["cost"] in drawn


def test_the_rule_of_thumb_stands_beside_the_count_wall_by_wall(order):
    """12 feet: 9 and one; three plates of 12 feet are 36 feet either way."""
    (wall,) = order()["thumb"]
    assert (wall["studs_thumb"], wall["studs_exact"]) == (10, 10)
    assert (wall["plate_feet_thumb"], wall["plate_feet_exact"]) == (36, 36)
    assert wall["shares"] == [{"share": "layout", "thumb": 10, "exact": 10.0}]


def test_prices_are_in_the_currency_the_crew_chose(client, job, order):
    """Three plates and ten studs, each of a board of 12 feet since there is no other: 13 at 4.55."""
    stock = {"stock": {"2x4": {"144": 4.55}}, "currency": "CAD"}
    make(client, job, {"edit": "set-stock", "stock": stock})
    assert (order()["currency"], order()["cost"]) == ("CAD", "CA$59.15")
    assert "CA$59.15" in client.get(f"/api/jobs/{job}/order.txt").text
    (row, *_) = csv.DictReader(StringIO(client.get(f"/api/jobs/{job}/order.csv").text))
    assert (row["cost"], row["currency"]) == ("59.15", "CAD")
    refused = client.post(
        f"/api/jobs/{job}/edits",
        json={"revision": 2, "edit": {"edit": "set-stock", "stock": {"currency": "loonies"}}},
    )
    assert refused.status_code == 422
    assert refused.json()["faults"][0]["message"] == "Write a currency by its three letters, like USD."


def test_a_sign_that_paper_has_no_letter_for_is_written_in_letters(client, job, order):
    """Fonts of PDF have no rupee sign; a question mark before a figure could be anything."""
    make(client, job, {"edit": "set-stock", "stock": {"stock": {"2x4": {"144": 4.55}}, "currency": "INR"}})
    assert order()["cost"] == "₹59.15"
    paper = PdfDocument(client.get(f"/api/jobs/{job}/order.pdf").content)
    drawn = paper[0].get_textpage().get_text_bounded().replace("\N{NO-BREAK SPACE}", " ")
    assert "INR 59.15" in drawn
    assert "?" not in drawn
