"""The core imports nothing but itself and harmless parts of the standard library.

Which of its rooms, and which layer, may import which is held by the contracts in pyproject.toml.
"""

import ast
from pathlib import Path

import pytest

import bluff

ROOT = Path(bluff.__file__).parent
HARMLESS = {
    "bisect",
    "collections",
    "dataclasses",
    "datetime",
    "difflib",
    "enum",
    "fractions",
    "functools",
    "gettext",
    "heapq",
    "itertools",
    "math",
    "operator",
    "random",
    "re",
    "string",
    "typing",
}


def imports_of(path):
    for node in ast.walk(ast.parse(path.read_text())):
        if isinstance(node, ast.Import):
            yield from (name.name for name in node.names)
        elif isinstance(node, ast.ImportFrom):
            yield node.module if node.module != "bluff" else f"bluff.{node.names[0].name}"


@pytest.mark.parametrize("path", sorted((ROOT / "core").rglob("*.py")), ids=lambda path: path.stem)
def test_the_core_does_nothing_but_think(path):
    outside = {name for name in imports_of(path) if not name.startswith("bluff.core")}
    assert {name.split(".")[0] for name in outside} <= HARMLESS


def test_the_core_draws_nothing_that_is_not_drawn_the_same_again():
    """Of all that is random only `Random`, and that with a seed."""
    for path in (ROOT / "core").rglob("*.py"):
        for node in ast.walk(ast.parse(path.read_text())):
            if isinstance(node, ast.Import):
                assert "random" not in {name.name for name in node.names}, path
            elif isinstance(node, ast.ImportFrom) and node.module == "random":
                assert {name.name for name in node.names} == {"Random"}, path
            elif isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id == "Random":
                assert node.args, path


@pytest.mark.parametrize("path", sorted((ROOT / "views").glob("*.py")), ids=lambda path: path.stem)
def test_what_runs_on_a_phone_needs_nothing_that_is_not_there(path):
    """The browser's own Python has its standard library and the core; typing_extensions is for the server's."""
    outside = {name for name in imports_of(path) if not name.startswith(("bluff.core", "bluff.views"))}
    assert outside <= HARMLESS | {
        "base64",
        "collections.abc",
        "contextvars",
        "hashlib",
        "json",
        "pathlib",
        "pickle",
        "re",
        "sys",
        "typing_extensions",
    }
