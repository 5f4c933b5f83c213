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
from bluff.views.phrases import phrase_list, rule_list
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
        "One line on Plan and Bench understands all of this; `?` lists it there in the crew's words. What is in `<>`",
        "is filled in, what is in `[]` may be left out, `|` parts one from another, `…` may come again. Commas are a",
        "breath and no more.",
        "",
    ]
    for phrase in phrase_list(Reader()):
        examples = "".join(f"    {line}\n" for line in phrase.examples)
        lines += [f"**{phrase.does[0].upper()}{phrase.does[1:]}**: `{phrase.form}`", "", examples]
    lines += ["What the forms call by name:", ""]
    lines += [f"- `<{name}>`: `{form}`" for name, form in rule_list(Reader())]
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
