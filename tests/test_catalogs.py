"""A language from an empty file to what is read: filled, kept up to the code, compiled."""

import subprocess
import sys

import pytest
from babel.messages.catalog import Catalog
from babel.messages.mofile import read_mo
from babel.messages.pofile import read_po, write_po
from tools.catalogs import LANGUAGES, TEMPLATE, catalogs


@pytest.fixture
def spanish(tmp_path):
    """The catalog of a new language, empty."""
    path = tmp_path / LANGUAGES / "es/LC_MESSAGES/bluff.po"
    path.parent.mkdir(parents=True)
    path.touch()
    return path


def generate(root):
    for path, text in catalogs(root):
        (root / path).write_bytes(text)


def read(path):
    with path.open("rb") as file:
        return read_po(file)


def test_an_empty_catalog_is_filled_with_every_message(tmp_path, spanish):
    generate(tmp_path)
    assert {message.id for message in read(spanish)} == {message.id for message in read(tmp_path / TEMPLATE)}
    assert len(read(spanish)) > 2000
    before = spanish.read_bytes()
    generate(tmp_path)
    assert spanish.read_bytes() == before


def test_what_is_translated_stays_and_what_is_gone_goes(tmp_path, spanish):
    with spanish.open("wb") as file:
        old = Catalog(locale="es")
        old.add("jack", "soporte")
        old.add("Nobody says this any more.", "Ya nadie dice esto.")
        write_po(file, old)
    generate(tmp_path)
    assert read(spanish)["jack"].string == "soporte"
    assert "Nobody says this any more." not in read(spanish)


def test_a_new_catalog_is_compiled_as_setting_up_does_it(tmp_path, spanish):
    generate(tmp_path)
    spanish.write_text(spanish.read_text().replace('msgid "jack"\nmsgstr ""', 'msgid "jack"\nmsgstr "soporte"'))
    directory = str(tmp_path / LANGUAGES)
    compiler = [sys.executable, "-m", "babel.messages.frontend", "compile", "--directory", directory]
    subprocess.run([*compiler, "--domain", "bluff"], check=True, capture_output=True)
    with spanish.with_suffix(".mo").open("rb") as file:
        assert read_mo(file)["jack"].string == "soporte"
