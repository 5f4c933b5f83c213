"""The catalogs of what Bluff's Python says: the template, and those of each language brought up to it.

A language is a catalog and nothing else: `languages/es/LC_MESSAGES/bluff.po` in the program, and `es.po` in
`web/src/language/catalogs` for what the screens say by themselves. An empty file of that name is filled by
`./bluff generate`; it is compiled when Bluff is set up.
"""

from collections.abc import Iterator
from datetime import UTC, datetime
from io import BytesIO
from pathlib import Path

from babel.messages.catalog import Catalog
from babel.messages.pofile import read_po, write_po
from tools.templates import ROOT as PROGRAM
from tools.templates import Written, pieces, written

LANGUAGES = Path("src/bluff/languages")
TEMPLATE = LANGUAGES / "bluff.pot"

_HEADER = "# What Bluff says. {jack}, {jack:many} and the like are pieces, as the crew calls them; docs/languages.md."
# Not when it was written but what is in it makes a catalog another one.
_WRITTEN = datetime(2026, 1, 1, tzinfo=UTC)


def template() -> Catalog:
    """Every message of the program's Python, with the files it stands in."""
    catalog = Catalog(project="Bluff", header_comment=_HEADER, creation_date=_WRITTEN, fuzzy=False)
    for one in sorted((*written(), *pieces()), key=_place):
        path = str(one.path.relative_to(PROGRAM))
        catalog.add(one.template if one.many is None else (one.template, one.many), locations=[(path, one.line)])
    return catalog


def _place(one: Written) -> tuple[Path, int]:
    return one.path, one.line


def catalogs(root: Path) -> Iterator[tuple[Path, bytes]]:
    """The template and the catalog of each language as they should be, by their paths."""
    whole = template()
    yield TEMPLATE, _text(whole)
    for path in sorted((root / LANGUAGES).glob("*/LC_MESSAGES/bluff.po")):
        language = read_po(BytesIO(path.read_bytes()), locale=path.parts[-3])
        language.update(whole, no_fuzzy_matching=True, update_creation_date=False)
        language.header_comment, language.creation_date = whole.header_comment, whole.creation_date
        # A new one is marked fuzzy, and what is so is not compiled.
        language.fuzzy = False
        yield path.relative_to(root), _text(language)


def _text(catalog: Catalog) -> bytes:
    file = BytesIO()
    write_po(file, catalog, width=0, ignore_obsolete=True, include_lineno=False, include_previous=False)
    return file.getvalue()
