"""What the commands need: the Python environment, Node, the built front end."""

import os
import subprocess
import sys
from pathlib import Path

from launcher import debian
from launcher.steps import LOCAL, ROOT, digest, is_done, mark_done, run, say

VENV = LOCAL / "venv"
PYTHON = VENV / "bin" / "python"
WEB = ROOT / "web"
REQUIREMENTS = ROOT / "requirements"
LANGUAGES = ROOT / "src" / "bluff" / "languages"

_UV = LOCAL / "uv"
_PYTHON_STEP = "python"
_UV_SETTINGS = {
    "UV_PYTHON_DOWNLOADS": "never",
    "UV_NO_PROGRESS": "1",
    # As pip and apt do: a site's own certificate authority is known to the system, not to uv.
    "UV_SYSTEM_CERTS": "1",
}


def python_environment(for_tests: bool) -> None:
    """The virtual environment with exactly the locked packages, and the catalogs compiled with one of them."""
    _python_packages(for_tests)
    _catalogs()


def _python_packages(for_tests: bool) -> None:
    """Those for tests contain those to run."""
    kinds = ["test"] if for_tests else ["run", "test"]
    locks = {kind: REQUIREMENTS / f"{kind}.txt" for kind in kinds}
    digests = {kind: digest([lock, REQUIREMENTS / "uv.txt"], kind) for kind, lock in locks.items()}
    if _works() and any(is_done(_PYTHON_STEP, digests[kind]) for kind in kinds):
        return
    kind = kinds[0]
    uv = _installed_uv()
    sync: list[str | Path] = [uv, "pip", "sync", "--require-hashes", "--python", PYTHON, locks[kind]]
    run("Installing Python packages", sync, _UV_SETTINGS)
    mark_done(_PYTHON_STEP, digests[kind])


def _catalogs() -> None:
    """What Bluff says in other languages, compiled; English needs no catalog."""
    sources = sorted(LANGUAGES.glob("*/LC_MESSAGES/*.po"))
    if not sources:
        return
    are_there = all(source.with_suffix(".mo").exists() for source in sources)
    now = digest(sources)
    if not (are_there and is_done("catalogs", now)):
        options: list[str | Path] = ["--directory", LANGUAGES, "--domain", "bluff"]
        run("Compiling the catalogs", [PYTHON, "-m", "babel.messages.frontend", "compile", *options])
        mark_done("catalogs", now)


def front_end_packages() -> None:
    """The front end's packages and tools, installed as locked."""
    packages = digest([WEB / "package.json", WEB / "package-lock.json"])
    if not (WEB / "node_modules").exists() or not is_done("node_modules", packages):
        npm("Installing front-end packages", "install", "--no-audit", "--no-fund", "--ignore-scripts")
        mark_done("node_modules", packages)


def front_end() -> None:
    """The front end built from its sources, with Node from the Python environment."""
    front_end_packages()
    sources = digest([WEB])
    if not (WEB / "dist" / "index.html").exists() or not is_done("web", sources):
        npm("Building the front end", "run", "build")
        mark_done("web", sources)


def npm(what: str, *arguments: str) -> None:
    """Run npm in web/ with the environment's own Node."""
    run(what, [VENV / "bin" / "npm", *arguments], tools_environment(), cwd=WEB)


def database_programs() -> None:
    """PostgreSQL, unless an existing server is named."""
    if not os.environ.get("BLUFF_DATABASE_URL"):
        debian.install(debian.need_postgresql())


def lock() -> None:
    """Resolve requirements/*.in again and write the lock files, which name no host."""
    uv = _installed_uv()
    for name in ("uv", "run", "test"):
        source, target = REQUIREMENTS / f"{name}.in", REQUIREMENTS / f"{name}.txt"
        options = ["--quiet", "--generate-hashes", "--no-header", "--python-version", "3.11", "--upgrade"]
        run(f"Locking {target.name}", [uv, "pip", "compile", *options, source, "-o", target], _UV_SETTINGS)
    say("Locked. Look at git diff requirements/, then run ./bluff test.")


def tools_environment() -> dict[str, str]:
    """Environment for everything run from the virtual environment."""
    return {
        "PATH": f"{VENV / 'bin'}{os.pathsep}{os.environ['PATH']}",
        "PYTHONPATH": os.pathsep.join((str(ROOT / "src"), str(ROOT))),
        "VIRTUAL_ENV": str(VENV),
        # Bluff is many processes: where none may keep what it compiled, each compiles all of it again.
        "PYTHONDONTWRITEBYTECODE": "",
        "NODE_USE_SYSTEM_CA": "1",
    }


def _installed_uv() -> Path:
    """The package installer, apart from the environment it fills."""
    if not _works():
        debian.install(debian.need_venv())
        run("Making the Python environment", [sys.executable, "-m", "venv", "--clear", VENV], {"PYTHONPATH": ""})
    now = digest([REQUIREMENTS / "uv.txt"])
    program = _UV / "bin" / "uv"
    if not program.exists() or not is_done("uv", now):
        pip: list[str | Path] = [PYTHON, "-m", "pip", "install", "--quiet", "--upgrade", "--target", _UV]
        run("Fetching the package installer", [*pip, "--require-hashes", "-r", REQUIREMENTS / "uv.txt"])
        mark_done("uv", now)
    return program


def _works() -> bool:
    """Whether the environment is there and its Python runs; a half-made one does not."""
    return PYTHON.exists() and subprocess.run([PYTHON, "-c", ""], capture_output=True, check=False).returncode == 0
