"""Write what is generated from the code: the job file's schema, and the front end's types.

With `--check DIRECTORY` the files go there instead, for a test to compare with those committed.
"""

import argparse
import json
import subprocess
import tempfile
from pathlib import Path

from bluff.api.app import openapi_schema
from bluff.formats.job_file import job_file_schema

ROOT = Path(__file__).resolve().parents[1]
JOB_SCHEMA = Path("docs/job-file.schema.json")
TYPES = Path("web/src/api/schema.gen.ts")


def generate(root: Path) -> None:
    """Write every generated file below a directory."""
    for path in (JOB_SCHEMA, TYPES):
        (root / path).parent.mkdir(parents=True, exist_ok=True)
    (root / JOB_SCHEMA).write_text(json.dumps(job_file_schema(), indent=2, ensure_ascii=False) + "\n")
    with tempfile.NamedTemporaryFile("w", suffix=".json") as openapi:
        json.dump(openapi_schema(), openapi)
        openapi.flush()
        program = ROOT / "web/node_modules/.bin/openapi-typescript"
        subprocess.run(
            [program, openapi.name, "--default-non-nullable=false", "-o", root / TYPES],
            cwd=ROOT / "web",
            check=True,
            capture_output=True,
        )


if __name__ == "__main__":
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--check", type=Path, default=ROOT, metavar="DIRECTORY")
    generate(parser.parse_args().check)
