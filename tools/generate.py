"""Write what is generated: the job file's schema, the front end's types, what can be typed, what others wrote, and
the catalogs of messages.

With `--check DIRECTORY` the files go there instead, for a test to compare with those committed.
"""

import argparse
import json
import subprocess
import sys
import tempfile
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))

from tools.catalogs import TEMPLATE, catalogs
from tools.third_party import third_party_page

from bluff.api.app import openapi_schema
from bluff.formats.job_file import job_file_schema
from bluff.views.phrases import part_list, phrase_list
from bluff.views.reader import Reader

ROOT = Path(__file__).resolve().parents[1]
JOB_SCHEMA = Path("docs/job-file.schema.json")
TYPES = Path("web/src/api/schema.gen.ts")
TYPED = Path("docs/typed.md")
THIRD_PARTY = Path("THIRD-PARTY.md")
GENERATED = (JOB_SCHEMA, TYPES, TYPED, THIRD_PARTY, TEMPLATE)


def typed_page() -> str:
    """The page of everything that can be typed, from the grammar that reads it."""
    lines = [
        "# What can be typed",
        "",
        "One line on Plan and Bench understands all of this; `?` lists it there in the crew's words. Say it as you",
        "would across the deck: the parts come in any order, “a”, “the”, “put”, “make” and “please” cost nothing, and",
        "figures are read as people write, speak and dictate them (`9-3`, `9'3`, `nine foot three`, `three oh by four",
        "oh`, `3068`, `2.4 m`). `;`, a new line or “then” separates one thing from the next; all of it is one change",
        "and one undo.",
        "",
        "Before Enter the line says back everything it understood. What may mean several things is offered to choose",
        "from. The arrow keys bring back earlier lines, and Tab writes out a word that is begun.",
        "",
    ]
    for phrase in phrase_list(Reader()):
        examples = "".join(f"    {line}\n" for line in phrase.examples)
        needs = f" Needs {', '.join(phrase.needs)}." if phrase.needs else ""
        takes = f" Can also say {', '.join(phrase.takes)}." if phrase.takes else ""
        lines += [f"**{phrase.does[0].upper()}{phrase.does[1:]}.**{needs}{takes}", "", examples]
    lines += [
        "## How each part is written",
        "",
        "What is in `<>` is filled in, what is in `[]` may be left out, `|` is between choices, `…` may come again.",
        "Each word has others that mean the same, in `src/bluff/core/phrase/lexicon.py`.",
        "",
    ]
    for name, forms in part_list(Reader()):
        lines += [f"- {name}: {', '.join(f'`{form}`' for form in forms)}"]
    return "\n".join(lines) + "\n"


def generate(root: Path) -> None:
    """Write every generated file below a directory."""
    for path in GENERATED:
        (root / path).parent.mkdir(parents=True, exist_ok=True)
    (root / JOB_SCHEMA).write_text(json.dumps(job_file_schema(), indent=2, ensure_ascii=False) + "\n")
    (root / TYPED).write_text(typed_page())
    (root / THIRD_PARTY).write_text(third_party_page())
    for path, catalog in catalogs(ROOT):
        (root / path).parent.mkdir(parents=True, exist_ok=True)
        (root / path).write_bytes(catalog)
    with tempfile.NamedTemporaryFile("w", suffix=".json") as openapi:
        json.dump(openapi_schema(), openapi)
        openapi.flush()
        _run("openapi-typescript", openapi.name, "--default-non-nullable=false", "-o", root / TYPES)
    if root == ROOT:
        # Elsewhere `lingui check` compares; it writes beside the code alone.
        _run("lingui", "extract", "--clean")


def _run(program: str, *arguments: str | Path) -> None:
    path = ROOT / "web/node_modules/.bin" / program
    subprocess.run([path, *arguments], cwd=ROOT / "web", check=True, capture_output=True)


if __name__ == "__main__":
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--check", type=Path, default=ROOT, metavar="DIRECTORY")
    generate(parser.parse_args().check)
