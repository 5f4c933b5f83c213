"""The documentation is held to the code."""

import re
from pathlib import Path

import pytest
from launcher.__main__ import USAGE

from bluff.core.frame import frame
from bluff.core.job.finding import Code
from bluff.core.job.words import USUAL
from bluff.core.wall.wall_plan import wall_plans
from bluff.formats.job_file import OpeningFile, WallFile, read_job
from bluff.formats.ways_file import WaysFile

ROOT = Path(__file__).parents[1]
DOCS = sorted([*ROOT.glob("*.md"), *(ROOT / "docs").glob("*.md")])


def test_every_finding_is_documented_and_no_other():
    documented = re.findall(
        r"^\| `([a-z-]+)` \| (error|warning|info) \|", (ROOT / "docs/findings.md").read_text(), re.M
    )
    assert sorted(code for code, _ in documented) == sorted(Code)
    order = {"error": 0, "warning": 1, "info": 2}
    assert [order[severity] for _, severity in documented] == sorted(order[severity] for _, severity in documented)


def test_every_key_of_the_job_file_is_documented():
    text = (ROOT / "docs/job-file.md").read_text()
    for model in (WaysFile, WallFile, OpeningFile):
        for name, field in model.model_fields.items():
            assert f"`{field.alias or name}`" in text, name


def test_every_job_in_the_documentation_can_be_framed():
    text = (ROOT / "docs/job-file.md").read_text()
    (job, *_) = re.findall(r"```json\n(\{\n.*?)```", text, re.S)
    for plan in wall_plans(read_job(job)):
        assert frame(plan).members


def test_every_rule_a_docstring_cites_is_there():
    headings = set(re.findall(r"^## (.*)$", (ROOT / "docs/rules.md").read_text(), re.M))
    cited = set()
    for path in (ROOT / "src/bluff").rglob("*.py"):
        cited |= set(re.findall(r"Source: docs/rules\.md, ([^.]*)\.", path.read_text()))
    assert cited
    assert cited <= headings


def test_every_command_is_documented():
    text = "".join(path.read_text() for path in DOCS)
    for command in re.findall(r"^  (\w+) ", USAGE, re.M):
        assert f"./bluff {command}" in text, command


@pytest.mark.parametrize("path", DOCS, ids=lambda path: path.name)
def test_every_link_leads_somewhere(path):
    for target in re.findall(r"\]\(([^)#]+)\)", path.read_text()):
        assert (path.parent / target).exists(), target


def test_every_picture_is_shown():
    readme = (ROOT / "README.md").read_text()
    pictures = sorted((ROOT / "docs/screenshots").glob("*.png"))
    assert 0 < len(pictures) < 20
    assert all(f"docs/screenshots/{picture.name}" in readme for picture in pictures)


def test_every_file_the_documentation_walks_through_is_there():
    """Said from the root, from `src/bluff`, or of a room's module without its ending."""
    text = (ROOT / "docs/architecture.md").read_text()
    named = re.findall(r"`((?:api|core|formats|run|service|solve|store|views|web/src|migrations)/[\w./-]+?)`", text)
    assert named
    for name in named:
        path = re.sub(r"(/\w+)\.[a-z_]+$", r"\1", name) if not re.search(r"\.(py|tsx?|sql)$", name) else name
        places = [ROOT / path, ROOT / "src/bluff" / path, ROOT / "src/bluff" / f"{path}.py", ROOT / f"{path}.ts"]
        assert any(place.exists() for place in [*places, ROOT / f"{path}.tsx"]), name


GLOSSARY = [
    row
    for row in re.findall(r"^\| (.+?) \| .+? \| (.+?) \| (.+?) \|$", (ROOT / "docs/glossary.md").read_text(), re.M)
    if not row[0].startswith(("word", "-"))
]


def said_by_bluff():
    """Every text that Bluff says by itself, in small letters."""
    catalogs = ("src/bluff/languages/bluff.pot", "web/src/language/catalogs/en.po")
    texts = "\n".join((ROOT / path).read_text() for path in catalogs)
    return "\n".join(re.findall(r'^(?:msgid|msgid_plural) "(.*)"$', texts, re.M)).lower()


def test_the_words_of_the_glossary_are_those_of_the_code_and_the_files():
    code = {word for path in (ROOT / "src/bluff").rglob("*.py") for word in re.findall(r"\w+", path.read_text())}
    assert len(GLOSSARY) > 50
    for word, _, names in GLOSSARY:
        assert set(re.findall(r"`(\w+)`", names)) <= code, word
    pieces = {name for _, _, names in GLOSSARY for name in re.findall(r"`(\w+)`", names)}
    kinds = {"corner_backing", "intersection_backing"}
    assert set(USUAL) - kinds <= pieces


def test_bluff_says_the_words_of_the_glossary_and_none_that_others_say():
    # What crews say otherwise is named where they choose their words.
    said = said_by_bluff().replace("trimmers and soles", "").replace("like sole plate", "")
    # Between quotes are the labels of other programs, as a phone shows them.
    said = re.sub("“[^”]*”", "", said)
    # A kind of piece is put together in its message.
    said = said.replace("{stud}", "stud").replace("{bottom_plate}", "bottom plate").replace("{header}", "header")
    for words, others, _ in GLOSSARY:
        for word in words.split(", "):
            assert word.lower() in said, word
        for other in others.split(", "):
            assert not re.search(rf"\b{re.escape(other.lower())}s?\b", said), other
