"""THIRD-PARTY.md: what ships inside the built front end, by whom it may be used how.

Read from the lock file and the packages themselves, so that nobody has to think of it when a package is added.
"""

import json
import re
from collections import defaultdict
from collections.abc import Iterator
from pathlib import Path
from typing import Any

WEB = Path(__file__).resolve().parents[1] / "web"
_WORKER = ("workbox-precaching", "workbox-routing", "workbox-window")
"""What the page's worker is made of; the lock file has it among what only builds."""
_ONLY_BUILDS = re.compile(r"@types/|type-fest$|@emotion/babel-plugin$")
_LICENSE = re.compile(r"(licen[cs]e|copying|ofl)(\.\w+)?", re.IGNORECASE)
_HEAD = """# What others wrote

What is in the built front end besides Bluff's own code: packages by their license, then the texts. Written by
`./bluff generate`. Python's own standard library, which Pyodide carries, is there under the Python license.
"""


def third_party_page() -> str:
    """The page, the same for the same lock file."""
    texts: defaultdict[str, list[str]] = defaultdict(list)
    for path, package in sorted(_shipped().items()):
        name = path.rpartition("node_modules/")[2]
        texts[_text(WEB / path, str(package.get("license")))].append(f"{name} {package['version']}")
    texts[_kept("Python")].append("Python")
    parts = [_HEAD]
    for text, names in sorted(texts.items(), key=lambda item: item[1]):
        parts += [f"## {', '.join(names)}\n", *(["```text", text, "```\n"])]
    return "\n".join(parts)


def _shipped() -> dict[str, dict[str, Any]]:
    """The packages that can end up in the bundle, by their place in the lock file."""
    lock = json.loads((WEB / "package-lock.json").read_text())["packages"]
    found: dict[str, dict[str, Any]] = {}
    waiting = [(f"node_modules/{name}") for name in (*lock[""]["dependencies"], *_WORKER)]
    while waiting:
        path = waiting.pop()
        if path in found or path not in lock:
            continue
        found[path] = lock[path]
        for name in lock[path].get("dependencies", {}):
            if not _ONLY_BUILDS.match(name):
                waiting.append(next(place for place in _places(path, name) if place in lock))
    return found


def _places(path: str, name: str) -> Iterator[str]:
    """Where a package looks for another, nearest first."""
    while True:
        yield f"{path}/node_modules/{name}" if path else f"node_modules/{name}"
        if not path:
            return
        path = path.rpartition("/node_modules/")[0] if "/node_modules/" in path else ""


def _text(directory: Path, license_: str) -> str:
    """The license a package comes with, or the usual text of the one it names."""
    files = sorted(file for file in directory.iterdir() if _LICENSE.fullmatch(file.name))
    return _plain(files[0].read_text()) if files else _kept(license_)


def _kept(license_: str) -> str:
    return _plain((WEB / "licenses" / f"{license_}.txt").read_text())


def _plain(text: str) -> str:
    return "\n".join(line.rstrip() for line in text.replace("```", "'''").strip().splitlines())
