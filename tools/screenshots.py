"""Take the pictures in docs/screenshots/ again, from the demo jobs.

Runs a server and a database of its own; nothing of what is kept is touched or shown.
"""

import re
from collections.abc import Callable
from datetime import datetime
from io import StringIO
from pathlib import Path
from tempfile import TemporaryDirectory

import ezdxf
import pypdfium2
from ezdxf.math import Matrix44
from playwright.sync_api import Page
from tools.served import chromium, served

from bluff.core.frame import frame
from bluff.core.wall.wall_plan import wall_plans
from bluff.formats.exchange.dxf_write import APP, write_dxf
from bluff.formats.job_file import read_job
from bluff.formats.paper import Imprint, Paper, job_sheets
from bluff.run.demo import DEMO_FILE, SMALL_FILE, TALL_FILE

PICTURES = Path(__file__).resolve().parents[1] / "docs" / "screenshots"
DEMO = "Quill Harbour ferry shelter"


def jobs(page: Page) -> None:
    page.get_by_role("link", name=DEMO, exact=True).wait_for()


def plan(page: Page) -> None:
    page.get_by_role("link", name=DEMO, exact=True).click()
    page.get_by_role("button", name="Select wall G").click()
    page.get_by_role("tab", name="Order").click()


def header_check(page: Page) -> None:
    page.get_by_role("link", name=DEMO, exact=True).click()
    page.get_by_role("link", name="Openings").click()
    page.get_by_role("button", name="Header check").click()
    page.get_by_role("table", name="Headers").wait_for()
    page.get_by_role("region", name="Header check").locator("summary").first.click()


def history(page: Page) -> None:
    to_bench(page)
    line = page.get_by_label("Type an opening")
    line.fill("W1 @ 6-2")
    line.press("Enter")
    page.get_by_role("link", name="History").click()
    page.get_by_role("heading", name="Wall A").wait_for()


def drawing_import(page: Page) -> None:
    """The demo as another program would have written it: in millimeters, out of square, its openings' sizes lost."""
    document = ezdxf.read(StringIO(write_dxf([frame(plan) for plan in wall_plans(read_job(DEMO_FILE.read_bytes()))])))
    document.header["$INSUNITS"] = 4
    turned = Matrix44.chain(Matrix44.scale(25.4, 25.4, 25.4), Matrix44.z_rotate(0.12))
    for entity in list(document.modelspace()):
        if entity.dxf.layer in {"PLAN-WALLS", "PLAN-OPENINGS", "PLAN-MARKS"}:
            entity.discard_xdata(APP)
            entity.transform(turned)
        else:
            document.modelspace().delete_entity(entity)
    with TemporaryDirectory() as folder:
        file = Path(folder) / "shelter-by-others.dxf"
        document.saveas(file)
        page.get_by_label("Name of a new job").fill("Shelter")
        page.keyboard.press("Enter")
        page.get_by_label("Drawing or picture of the plan").set_input_files(file)
        page.get_by_role("region", name="Drawing").wait_for()
        page.locator("[data-wall=H]").wait_for()


def to_bench(page: Page) -> None:
    page.get_by_role("link", name=DEMO, exact=True).click()
    page.get_by_role("link", name="Bench").click()
    # What is pressed before the bench is there would be the plan's.
    page.get_by_role("heading", name="Wall A").wait_for()


def bench(page: Page) -> None:
    to_bench(page)
    page.locator('[data-member="A/opening/W1/king/start"] rect').click(position={"x": 2, "y": 60})


def tall_wall(page: Page) -> None:
    page.get_by_role("link", name="Quill Harbour net loft", exact=True).click()
    page.get_by_role("link", name="Bench").click()
    page.get_by_role("button", name="Whole wall").click()
    page.locator('[data-member="A/opening/W4/jack/start"]').click(force=True)


def load_path(page: Page) -> None:
    to_bench(page)
    page.locator('[data-member="A/opening/W1/header"] rect').first.click(force=True)
    page.get_by_role("button", name="What is it for").click()
    page.get_by_text("Carries the load over the opening").wait_for()


def compare(page: Page) -> None:
    page.get_by_role("link", name=DEMO, exact=True).click()
    page.get_by_role("link", name="Standards").click()
    for group, way in (("On center", "24"), ("Corner", "Three studs")):
        choices = page.get_by_role("group", name=group, exact=True)
        choices.get_by_role("button", name=way, exact=False).first.click()
        page.get_by_role("button", name="Add to comparison").click()
        page.get_by_role("table", name="Ways compared").wait_for()
        if way == "24":
            page.get_by_role("button", name="Compare", exact=True).click()


def openings(page: Page) -> None:
    page.get_by_role("link", name=DEMO, exact=True).click()
    page.get_by_role("link", name="Openings").click()
    page.get_by_role("button", name="W2 checked against the plan").click()
    page.get_by_text("14 not checked against the plan").wait_for()
    page.locator('td[data-cell="W6 header"]').click()


def pole(page: Page) -> None:
    page.get_by_role("link", name=DEMO, exact=True).click()
    page.get_by_role("link", name="Pole").click()
    page.locator("[data-pole~=W3]").click()
    page.get_by_label("Head", exact=True).fill("80")
    page.keyboard.press("Enter")
    page.get_by_text("head 2 1/2 below").wait_for()


def standards(page: Page) -> None:
    page.get_by_role("link", name=DEMO, exact=True).click()
    page.get_by_role("link", name="Standards").click()
    page.get_by_role("button", name="Clips, no stud").click()
    page.get_by_text("Corner: clips, no stud").wait_for()


def cut(page: Page) -> None:
    """Better boards found, the first of them cut."""
    page.get_by_role("link", name=DEMO, exact=True).click()
    page.get_by_role("link", name="Cut", exact=True).click()
    page.get_by_role("button", name="Optimize cutting").click()
    page.get_by_role("button", name="Stop, keep the best").wait_for()
    page.get_by_role("button", name="Optimize cutting").wait_for(timeout=60_000)
    for number in (1, 2, 3):
        page.get_by_role("button", name=re.compile(f"^Board {number}, . to cut$")).click()
        page.get_by_role("button", name=f"Board {number}, all cut").wait_for()
    page.get_by_role("button", name="2x6", exact=True).click()


def order(page: Page) -> None:
    page.get_by_role("link", name=DEMO, exact=True).click()
    page.get_by_role("link", name="Order", exact=True).click()
    page.get_by_role("tab", name="By thumb").click()


def to_site(page: Page, view: str) -> None:
    """A wall on the site, on a phone."""
    page.set_viewport_size({"width": 390, "height": 844})
    page.get_by_role("link", name=DEMO, exact=True).click()
    page.get_by_role("link", name="Site", exact=True).click()
    page.get_by_role("heading", name="A", exact=True).click()
    page.get_by_role("link", name=view, exact=True).click()


def site_marks(page: Page) -> None:
    """The first jack of wall A; what comes before it is marked."""
    to_site(page, "Marks")
    while page.get_by_text("Jack", exact=True).count() == 0:
        page.get_by_role("button", name="Marked").click()


def site_checks(page: Page) -> None:
    to_site(page, "Checks")
    page.get_by_role("button", name="Diagonals of the wall").click()
    for reading in (("4", "4", "3", "1/16"), ("4", "4", "2", "7/16")):
        for key in (*reading, "Read"):
            page.get_by_role("button", name=key, exact=True).click()
    page.get_by_text("Out of square").wait_for()


def site_day(page: Page) -> None:
    """Of a Monday morning, whenever it is taken."""
    page.clock.set_fixed_time(datetime(2026, 1, 12, 7))
    page.get_by_role("link", name=DEMO, exact=True).click()
    page.get_by_role("link", name="Site", exact=True).click()
    page.get_by_role("link", name="The day").click()
    page.get_by_role("region", name="Minutes this is based on").wait_for()


def practice(page: Page) -> None:
    """A window laid out by its unit instead of its rough opening, and handed in."""
    page.goto("/practice/window/4")
    field = page.get_by_label("Reading", exact=True)
    layout = ("0", "15 1/4", "80", "95 1/4", "111 1/4", "127 1/4", "143 1/4", "159 1/4", "175 1/4", "191 1/4", "196")
    both = [*(f"{line} x" for line in layout), *(f"{line} c" for line in ("31 1/4", "47 1/4", "63 1/4"))]
    for plates, lines in (
        ("Both plates", [*both, "26 k", "78 1/2 k"]),
        ("Bottom", ["27 1/2 j", "29 c", "75 1/2 c", "77 j"]),
        ("Top", ["77 c", "27 1/2 c"]),
    ):
        page.get_by_role("button", name=plates, exact=True).click()
        for line in lines:
            field.fill(line)
            field.press("Enter")
            page.wait_for_function("field => field.value === ''", arg=field.element_handle())
    page.get_by_label("W1 RO width").fill("48")
    page.get_by_label("W1 jack").fill("82 1/2")
    page.get_by_role("button", name="Both plates", exact=True).click()
    page.get_by_role("button", name="Hand in").click()
    page.get_by_role("region", name="Result").wait_for()


VIEWS: dict[str, tuple[Callable[[Page], None], str]] = {
    "jobs": (jobs, "light"),
    "plan": (plan, "light"),
    "bring-in": (drawing_import, "light"),
    "openings": (openings, "light"),
    "header-check": (header_check, "light"),
    "bench": (bench, "light"),
    "load-path": (load_path, "light"),
    "tall-wall": (tall_wall, "light"),
    "pole": (pole, "light"),
    "cut": (cut, "light"),
    "order": (order, "light"),
    "site-marks": (site_marks, "light"),
    "site-checks": (site_checks, "light"),
    "site-day": (site_day, "dark"),
    "standards": (standards, "light"),
    "compare": (compare, "light"),
    "history": (history, "light"),
    "practice": (practice, "light"),
}


def main() -> None:
    with (
        served([read_job(file.read_bytes()) for file in (SMALL_FILE, TALL_FILE, DEMO_FILE)]) as bluff,
        chromium() as browser,
    ):
        for name, (arrange, colors) in VIEWS.items():
            context = bluff.context(
                browser,
                color_scheme="dark" if colors == "dark" else "light",
                reduced_motion="reduce",
            )
            page = context.new_page()
            # What never ends would never let the network be idle.
            page.route("**/api/jobs/*/live", lambda route: route.abort())
            page.goto("/")
            arrange(page)
            page.wait_for_load_state("networkidle")
            page.mouse.move(0, 0)
            page.evaluate("document.fonts.ready")
            page.screenshot(path=PICTURES / f"{name}.png")
            print(f"docs/screenshots/{name}.png")
            context.close()
    sheets()


def sheets() -> None:
    """The first wall of the demo job on paper, as it comes out of the printer."""
    framings = [frame(plan) for plan in wall_plans(read_job(DEMO_FILE.read_bytes()))]
    imprint = Imprint(DEMO, 1, "November 23, 2026")
    pages = pypdfium2.PdfDocument(job_sheets(framings, Paper.LETTER, imprint, "http://127.0.0.1:8460/jobs/demo"))
    pages[2].render(scale=1.6).to_pil().save(PICTURES / "sheet-wall.png")
    print("docs/screenshots/sheet-wall.png")


if __name__ == "__main__":
    main()
