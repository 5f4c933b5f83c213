"""Everything CI runs: linters, type checks, generated files, tests."""

import os
import subprocess
from collections.abc import Sequence
from pathlib import Path

from launcher.setup import PYTHON, WEB, tools_environment
from launcher.steps import ROOT, say

_WEB_BIN = WEB / "node_modules" / ".bin"

_LONG = "--long"

Check = tuple[str, Sequence[str | Path], Path]

_CHECKS: Sequence[Check] = (
    ("Python style", [PYTHON, "-m", "ruff", "check", "."], ROOT),
    ("Python format", [PYTHON, "-m", "ruff", "format", "--check", "."], ROOT),
    ("Python types", [PYTHON, "-m", "mypy"], ROOT),
    ("Python imports", [PYTHON.with_name("lint-imports"), "--no-cache"], ROOT),
    ("Front-end style and format", [_WEB_BIN / "biome", "check", "--error-on-warnings"], WEB),
    ("Front-end imports", [_WEB_BIN / "depcruise", "--config", ".dependency-cruiser.mjs", "src"], WEB),
    ("Front-end texts", [_WEB_BIN / "eslint", "--max-warnings", "0", "src"], WEB),
    ("Front-end catalogs", [_WEB_BIN / "lingui", "check", "sync"], WEB),
    ("Front-end types", [_WEB_BIN / "tsc", "--noEmit"], WEB),
    ("Front-end tests", [_WEB_BIN / "vitest", "run"], WEB),
    ("Tests", [PYTHON, "-m", "pytest"], ROOT),
)


def run_checks(pytest_arguments: Sequence[str]) -> int:
    """Run every check, all of them even when one fails.

    Args:
        pytest_arguments: Given to pytest; with any, only the Python tests run. ``--long`` is ours: whatever the tests
            try at random they then try many times more, for hours, and they run in an order nobody chose.

    Returns:
        0 when all passed.
    """
    arguments = [argument for argument in pytest_arguments if argument != _LONG]
    if _LONG in pytest_arguments:
        os.environ |= {"BLUFF_LONG": "1", "HYPOTHESIS_PROFILE": os.environ.get("HYPOTHESIS_PROFILE", "search")}
    checks = _CHECKS if not arguments else _CHECKS[-1:]
    if _LONG in pytest_arguments:
        # pytest-randomly is loaded nowhere else.
        checks = [*checks[:-1], ("Tests", [*_CHECKS[-1][1], "-p", "randomly"], ROOT)]
    failed = [name for name, command, cwd in checks if not _passes(name, [*command, *arguments], cwd)]
    say(f"\nFailed: {', '.join(failed)}." if failed else "\nAll checks passed.")
    return 1 if failed else 0


def run_tool(name: str, *arguments: str) -> int:
    """Run one of tools/ in the environment; returns its exit code."""
    return 0 if _passes(name, [PYTHON, ROOT / "tools" / name, *arguments], ROOT) else 1


def _passes(name: str, command: Sequence[str | Path], cwd: Path) -> bool:
    say(f"\n== {name}")
    return subprocess.run(command, cwd=cwd, env={**os.environ, **tools_environment()}, check=False).returncode == 0
