"""Every screen in a language that is none: what stays English is no message, and what is cut off has no room."""

import re

import pytest
from tools.served import sign_in

from bluff.formats.job_file import read_job
from bluff.run.demo import DEMO_FILE
from bluff.service.jobs import Jobs
from bluff.service.sessions import begin, end_leading, introduce

MADE_UP = "en-XA"
DESK, PHONE = {"width": 1280, "height": 800}, {"width": 390, "height": 844}

READ = """
() => {
  const isSeen = (element) => {
    const { width, height } = element.getBoundingClientRect();
    return width > 1 && height > 1 && getComputedStyle(element).visibility === "visible";
  };
  const texts = [];
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  while (walker.nextNode()) {
    const { parentElement: parent, textContent } = walker.currentNode;
    if (!parent.closest("script, style") && textContent.trim()) texts.push(textContent.trim());
  }
  for (const element of document.querySelectorAll("*"))
    for (const name of ["aria-label", "aria-description", "title", "placeholder", "alt"])
      if (element.getAttribute(name)) texts.push(element.getAttribute(name));
  const cut = [];
  for (const element of document.querySelectorAll("button, a, th, label, h1, h2, h3, p, [role=tab]")) {
    const { display, overflowX } = getComputedStyle(element);
    // What scrolls by itself, like a row of tabs, is not cut off.
    if (!isSeen(element) || element.closest("svg") || display === "inline" || overflowX === "auto") continue;
    const by = element.scrollWidth - element.clientWidth;
    if (by > 1 && element.textContent.trim()) cut.push(`${element.tagName} ${element.textContent.trim()}, by ${by}`);
  }
  return { texts, cut, isWide: document.documentElement.scrollWidth > window.innerWidth + 1 };
}
"""
"""Every text of a page, for the eye and the ear, what of it does not fit its place, and whether the page is wide."""

OWN = {"Bluff", "Quill", "Harbour", "ferry", "shelter", "No", "DXF", "IFC", "CSV", "PDF", "CFA", "CFP", "cut"}
"""Names of the program, the job, a grade of lumber and formats of files, and what is written on a plate."""


@pytest.fixture(scope="module")
def abroad(browser, address):
    """A browser in the made-up language."""
    context = browser.new_context(
        base_url=address, locale=MADE_UP, viewport=DESK, service_workers="block", reduced_motion="reduce"
    )
    yield context
    context.close()


@pytest.fixture
def look(abroad, address, pool, account):
    """Opens a screen, presses what is named on it; what is wrong with it at a desk and on a phone."""
    job = Jobs(pool, account).add(read_job(DEMO_FILE.read_bytes()))
    lead = introduce(pool, account, "Ödön", "O", "Ökör")
    sign_in(abroad, address, begin(pool, lead))
    end_leading(pool, lead)
    page = abroad.new_page()
    # What never ends would never let the network be idle.
    page.route("**/api/jobs/*/live", lambda route: route.abort())

    def looked(path, *presses):
        found = []
        for size in (DESK, PHONE):
            page.set_viewport_size(size)
            page.goto(path.format(job=job.id))
            page.wait_for_load_state("networkidle")
            for press in presses:
                page.locator(press).first.click()
                page.wait_for_load_state("networkidle")
            read = page.evaluate(READ)
            found += [f"{word}: {text}" for word, text in english(read["texts"])]
            found += [f"cut off at {size['width']}: {cut}" for cut in read["cut"]]
            found += [f"wider than {size['width']}"] * read["isWide"]
        return list(dict.fromkeys(found))

    yield looked
    page.close()


def english(texts):
    """What of these texts is neither made up nor a name; the letters of a currency stand behind its name."""
    for text in texts:
        for word in re.findall(r"[^\W\d_]+", re.sub(r"\([A-Z]{3}\)$", "", text)):
            if len(word) > 1 and word.isascii() and word not in OWN and not _PLACE.search(text):
                yield word, text


_PLACE = re.compile(r"^\w+(/\w+)+$")
"""A piece's id."""

PLACES = {
    "jobs": ("/",),
    "crew": ("/crew",),
    "plan": ("/jobs/{job}/plan",),
    "plan, a wall": ("/jobs/{job}/plan", "[data-wall=G]"),
    "openings": ("/jobs/{job}/openings",),
    "bench": ("/jobs/{job}/bench/A",),
    "pole": ("/jobs/{job}/pole",),
    "cut": ("/jobs/{job}/cut",),
    "order": ("/jobs/{job}/order",),
    "history": ("/jobs/{job}/history",),
    "standards": ("/jobs/{job}/standards",),
    "site": ("/jobs/{job}/site",),
    "the day": ("/jobs/{job}/site/day",),
    "the log": ("/jobs/{job}/site/log",),
    "marks": ("/jobs/{job}/site/walls/A/marks",),
    "build": ("/jobs/{job}/site/walls/A/build",),
    "checks": ("/jobs/{job}/site/walls/A/checks",),
    "raise": ("/jobs/{job}/site/walls/A/raise",),
    "log of a wall": ("/jobs/{job}/site/walls/A/log",),
    "practice": ("/practice",),
    "questions": ("/practice/questions",),
    "exercise": ("/practice/window/4",),
    "class": ("/class",),
    "nowhere": ("/nowhere",),
}


@pytest.mark.parametrize("name", PLACES)
def test_a_screen_is_all_in_its_language_and_has_room_for_it(look, name):
    found = look(*PLACES[name])
    assert not found, "\n".join(found)
