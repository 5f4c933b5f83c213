from io import BytesIO

import pytest
from PIL import Image
from reportlab.pdfgen.canvas import Canvas

from bluff.formats.errors import FaultyData
from bluff.formats.pictures import LARGEST_PICTURE, MOST_PIXELS, read_picture
from refusals import refused


def drawn(kind, size=(300, 200)):
    file = BytesIO()
    Image.new("RGB", size, "white").save(file, kind)
    return file.getvalue()


def pdf(pages=2):
    file = BytesIO()
    canvas = Canvas(file, pagesize=(300, 200))
    for number in range(1, pages + 1):
        canvas.drawString(20, 20, f"page {number}")
        canvas.showPage()
    canvas.save()
    return file.getvalue()


@pytest.mark.parametrize("kind", ["PNG", "JPEG"])
def test_images_become_one_kind_of_picture(kind):
    picture = read_picture(drawn(kind))
    assert (picture.width, picture.height) == (300, 200)
    assert Image.open(BytesIO(picture.png)).format == "PNG"
    assert picture.image == read_picture(drawn(kind)).image


def test_a_page_of_a_pdf_is_a_picture_at_150_dots_an_inch():
    first, second = (read_picture(pdf(), page) for page in (1, 2))
    assert (first.width, first.height) == (625, 417)
    assert first.image != second.image


def test_a_large_picture_is_made_smaller():
    assert max(Image.open(BytesIO(read_picture(drawn("PNG", (9000, 30))).png)).size) == MOST_PIXELS


@pytest.mark.parametrize(
    ("data", "page", "sentence"),
    [
        (b"hello", 1, "This is not a picture"),
        (drawn("PNG")[:60], 1, "This is not a picture"),
        (drawn("GIF"), 1, "This is not a picture"),
        (b"%PDF-1.4 nonsense", 1, "could not be opened"),
        (pdf(), 3, "There is no page 3; the PDF has 2"),
        (b" " * (LARGEST_PICTURE + 1), 1, "over 24 MB"),
    ],
)
def test_what_is_no_picture_is_refused_with_a_sentence(data, page, sentence):
    with refused(FaultyData, match=sentence):
        read_picture(data, page)
