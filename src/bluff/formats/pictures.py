"""Pictures of plans: PNG, JPEG or a page of a PDF, made into one kind of PNG."""

import hashlib
from dataclasses import dataclass
from io import BytesIO

import pypdfium2
from PIL import Image, ImageOps

from bluff.core.message import message
from bluff.formats.bounded import Work
from bluff.formats.errors import Fault, FaultyData

LARGEST_PICTURE = 24 * 1024 * 1024
"""Bytes of a file that are looked at."""
MOST_PIXELS = 4000
"""On the longer side; more could not be seen under a plan."""
_LARGEST_IMAGE = 120_000_000
"""Pixels of an image that are unpacked at all."""
_DOTS_PER_POINT = 150 / 72


@dataclass(frozen=True, slots=True)
class PlanPicture:
    """A picture ready to be kept.

    Args:
        png: The picture.
        image: Its name, a digest of it: the same picture is kept once.
        width, height: In pixels.
    """

    png: bytes
    image: str
    width: int
    height: int


def read_picture(data: bytes, page: int = 1) -> PlanPicture:
    """Make a plan's picture of a file from outside; the work of `READ_PICTURE`.

    Args:
        data: PNG, JPEG or PDF.
        page: Of a PDF, from 1.

    Raises:
        FaultyData: It is none of these, too large, or has no such page.
    """
    if not data:
        raise FaultyData([Fault("", message("The file is empty. Save the picture again."))])
    if len(data) > LARGEST_PICTURE:
        size = LARGEST_PICTURE // 1024**2
        raise FaultyData(
            [Fault("", message("The picture is over {size} MB. Save it smaller, or one page of it.", size=size))]
        )
    Image.MAX_IMAGE_PIXELS = _LARGEST_IMAGE
    picture = _page(data, page) if data[:5] == b"%PDF-" else _image(data)
    picture.thumbnail((MOST_PIXELS, MOST_PIXELS))
    file = BytesIO()
    # Plans are lines on paper: gray keeps them small, and leaves color to what Bluff draws.
    picture.convert("L").save(file, "PNG", optimize=True)
    png = file.getvalue()
    return PlanPicture(png, hashlib.sha256(png).hexdigest()[:32], picture.width, picture.height)


LARGEST_PHOTOGRAPH = 1600
"""Pixels on the longer side of one from the site: what is seen on it is seen so, and a phone sends it in a moment."""


def read_photograph(data: bytes) -> bytes:
    """Make a photograph of the site small, upright, and with nothing but the picture in it.

    Where it was taken, when and by which phone is dropped; the work of `READ_PHOTOGRAPH`.

    Raises:
        FaultyData: It is no picture, or too large to unpack.
    """
    Image.MAX_IMAGE_PIXELS = _LARGEST_IMAGE
    picture = ImageOps.exif_transpose(_image(data))
    picture.thumbnail((LARGEST_PHOTOGRAPH, LARGEST_PHOTOGRAPH))
    file = BytesIO()
    # A picture made again from its pixels, so that nothing else of the file comes along.
    bare = Image.new("RGB", picture.size)
    bare.paste(picture.convert("RGB"))
    bare.save(file, "JPEG", quality=80, optimize=True)
    return file.getvalue()


READ_PHOTOGRAPH = Work(read_photograph, message("photograph"), message("take a smaller one"), seconds=10, memory=512)

READ_PICTURE = Work(
    read_picture, message("picture"), message("save it smaller, or one page of it"), seconds=10, memory=512
)


def _image(data: bytes) -> Image.Image:
    try:
        picture = Image.open(BytesIO(data), formats=["PNG", "JPEG"])
        picture.load()
    except Image.DecompressionBombError as error:
        raise FaultyData([Fault("", message("The picture has too many pixels to unpack. Save it smaller."))]) from error
    except (OSError, SyntaxError, ValueError) as error:
        raise FaultyData([Fault("", message("This is not a picture. Import a PNG, a JPEG or a PDF."))]) from error
    return picture


def _page(data: bytes, page: int) -> Image.Image:
    try:
        document = pypdfium2.PdfDocument(data)
    except pypdfium2.PdfiumError as error:
        raise FaultyData(
            [Fault("", message("This PDF could not be opened. Save it again, without a password."))]
        ) from error
    if not 1 <= page <= len(document):
        raise FaultyData(
            [
                Fault(
                    "page",
                    message("There is no page {page}; the PDF has {document}.", page=page, document=len(document)),
                )
            ]
        )
    sheet = document[page - 1]
    scale = min(_DOTS_PER_POINT, MOST_PIXELS / max(sheet.get_size()))
    picture: Image.Image = sheet.render(scale=scale).to_pil()
    return picture
