"""Which language somebody reads, and messages and pieces in it."""

from gettext import GNUTranslations
from io import BytesIO

import pytest
from babel.messages.catalog import Catalog
from babel.messages.mofile import write_mo

from bluff.core.job.words import Word, Words
from bluff.core.message import message, plural
from bluff.views.language import MADE_UP, accepted, best_of, catalog
from bluff.views.reader import Reader

SPANISH = {
    "jack": "soporte",
    "jacks": "soportes",
    "a jack": "un soporte",
    "stud": "pie",
    "end {stud}": "{stud} final",
    "{Jack:many} of {opening}": "En {opening}: {jack:many}",
    ("{count} wall", "{count} walls"): ("{count} muro", "{count} de muros", "{count} muros"),
}


@pytest.fixture
def spanish():
    """Some messages in another language."""
    messages, file = Catalog(locale="es"), BytesIO()
    for english, translated in SPANISH.items():
        messages.add(english, translated)
    write_mo(file, messages)
    file.seek(0)
    return GNUTranslations(file)


@pytest.mark.parametrize(
    ("header", "tags"),
    [
        ("", []),
        ("es", ["es"]),
        ("en;q=0.5, es-MX, *;q=0.1", ["es-MX", "en"]),
        ("fr;q=0, de;q=nothing, it", ["it"]),
        ("en-US,en;q=0.9,zh-Hant-TW;q=0.95", ["en-US", "zh-Hant-TW", "en"]),
    ],
)
def test_what_a_browser_accepts_is_ordered_by_how_much_it_is_liked(header, tags):
    assert accepted(header) == tags


def test_a_language_nobody_translated_is_read_in_english():
    assert best_of(["fr-CA", "fr"]) == best_of([]) == "en"
    assert best_of(["fr", MADE_UP, "en"]) == MADE_UP


def test_a_message_is_looked_up_and_its_fields_filled_in_wherever_it_has_them(spanish):
    jacks = message("{Jack:many} of {opening}", opening="W1")
    assert Reader(catalog=spanish).say(jacks) == "En W1: soportes"
    walls = [Reader(catalog=spanish).say(plural("{count} wall", "{count} walls", count=count)) for count in (1, 4)]
    assert walls == ["1 muro", "4 muros"]


def test_what_has_no_translation_stays_english(spanish):
    assert Reader(catalog=spanish).say(message("Cap plate")) == "Cap plate"
    # What an empty text stands for in a catalog is its header.
    assert Reader(catalog=spanish).say(message("")) == ""


def test_pieces_are_called_as_usual_in_the_language_unless_the_crew_has_a_word_of_its_own(spanish):
    usual, crew = Reader(catalog=spanish), Reader(Words((("stud", Word("poste")),)), spanish)
    assert [usual.piece("jack", form) for form in ("", "many", "a")] == ["soporte", "soportes", "un soporte"]
    assert usual.piece("end_stud") == "pie final"
    assert (crew.piece("stud"), crew.piece("end_stud"), crew.piece("jack")) == ("poste", "poste final", "soporte")


def test_the_made_up_language_leaves_fields_as_they_are():
    says = Reader(catalog=catalog(MADE_UP)).say(message("{opening} is wide", opening="W1"))
    assert says == "W1 îš ŵîðé··"
