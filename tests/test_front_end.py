"""The built front end, before any of it runs."""

import json
from pathlib import Path

BUILT = Path(__file__).parents[1] / "web" / "dist"
MANIFEST = json.loads((BUILT / ".vite" / "manifest.json").read_text())
PROGRAM = ("index.html", "src/main.tsx")
FIRST_SCREEN = (*PROGRAM, "src/jobs/JobsScreen.tsx")
MOST = 195_000


def needed(*names):
    """The scripts that must be there before these can run."""
    waiting, found = [*names], set()
    while waiting:
        part = MANIFEST[waiting.pop()]
        if part["file"] not in found:
            found.add(part["file"])
            waiting += part.get("imports", [])
    return found


def test_the_script_of_the_first_screen_is_small():
    scripts = needed(*FIRST_SCREEN)
    assert len(scripts) > 3
    assert sum((BUILT / f"{script}.br").stat().st_size for script in scripts) <= MOST


def test_every_screen_is_a_file_of_its_own_and_the_site_is_one():
    screens = [name for name in MANIFEST if name.endswith("Screen.tsx")]
    assert len({MANIFEST[name]["file"] for name in screens}) == len(screens) == 15
    assert not any(MANIFEST[name]["file"] in needed(*PROGRAM) for name in screens)
    assert not any(name.startswith("src/site/") for name in screens)


def test_a_phone_calls_marks_before_it_has_the_components_of_the_other_screens():
    scripts = {script: (BUILT / script).read_text() for script in needed(*PROGRAM)}
    assert any("All marked" in text for text in scripts.values())
    assert not any("ChakraContext" in text for text in scripts.values())
    assert "ChakraContext" in "".join((BUILT / script).read_text() for script in needed("src/app/InChakra.tsx"))


def test_the_page_names_all_the_program_is_made_of():
    page = (BUILT / "index.html").read_text()
    assert all(f'"/{script}"' in page for script in needed(*PROGRAM))
