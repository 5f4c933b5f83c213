"""The crew's words: one word for a piece in every sentence, on every plate."""

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.errors import SettingError
from bluff.core.job.edit import RenameJob, SetWays
from bluff.core.job.job import Job
from bluff.core.job.ways import JobWays
from bluff.core.job.words import PRESET_NAMES, PRESETS, USUAL, Word, Words
from bluff.core.message import message
from bluff.core.phrase.typed import read_line
from bluff.formats.framed import framed_wall
from bluff.formats.tables import cut_list_csv, marks_csv
from bluff.views.reader import reader
from framing import frame_wall, job_of
from refusals import refused, sentence_of

TRIMMER = Words((("jack", Word("trimmer", "T")), ("bottom_plate", Word("sole plate"))))
SWAPPED = PRESETS["Australia"]


def window_wall(words):
    return frame_wall("18-6 2x4", "3-6x4-6 @ 9-3", words=words)


@pytest.mark.parametrize(
    ("template", "text"),
    [
        ("{Jack:many} stand on the {bottom_plate}.", "Trimmers stand on the sole plate."),
        ("{jack:a}, 2 {jack:many}", "a trimmer, 2 trimmers"),
        ("wall jacks or a machine", "wall jacks or a machine"),
        ("{bottom_plate:many} and {top_plate:a}", "sole plates and a top plate"),
    ],
)
def test_words_are_put_in_every_form(template, text):
    assert reader(TRIMMER).say(message(template)) == text


def test_words_that_change_places_are_put_in_once():
    under = message("{Cripple:many} under {jack:a} and {king:a}")
    assert reader(SWAPPED).say(under) == "Jack studs under a secondary jamb stud and a jamb stud"
    assert SWAPPED.name("top_cripple") == "top jack stud"


def test_an_article_follows_its_word():
    words = Words((("jack", Word("upright")), ("end_stud", Word("closer"))))
    assert reader(words).say(message("{Jack:a} beside {end_stud:a}")) == "An upright beside a closer"


def test_marks_sums_and_findings_follow():
    framing = window_wall(TRIMMER)
    framed = framed_wall(framing).model_dump()
    letters = {mark["role"]: mark["symbol"] for mark in framed["marks"]}
    assert (letters["jack"], letters["king"]) == ("T", "K")
    king = next(member for member in framed["members"] if member["id"] == "A/opening/W1/king/start")
    assert ("trimmer", -1.5) in king["why"]["x"]
    assert ("sole plate", 1.5) in king["why"]["y"]
    assert {row["joint"] for row in framed["nails"]} >= {"trimmer to king"}
    lintel = window_wall(PRESETS["New Zealand"])
    assert any("lintel of W1" in finding["text"] for finding in framed_wall(lintel).model_dump()["findings"])


def test_tables_follow():
    framing = window_wall(TRIMMER)
    assert "trimmer" in cut_list_csv([framing])
    assert "jack" not in cut_list_csv([framing])
    rows = [line.split(",") for line in marks_csv([framing]).splitlines()]
    assert {row[6] for row in rows if row[4] == "T"} == {"trimmer"}


@pytest.mark.parametrize("name", PRESETS)
def test_no_usual_word_is_left_over(name):
    """Nothing a crew is told says a word that this crew has another one for."""
    words = PRESETS[name]
    framed = framed_wall(window_wall(words)).model_dump()
    told = [finding["text"] + finding["do"] for finding in framed["findings"]]
    told += [step[0] for member in framed["members"] for sum_ in member["why"].values() for step in sum_]
    told += [row["joint"] for row in framed["nails"]]
    new = {words.name(piece) for piece in USUAL}
    gone = [usual.name for piece, usual in USUAL.items() if words.name(piece) != usual.name]
    for text in told:
        for phrase in sorted(new, key=len, reverse=True):
            text = text.replace(phrase, "")
        assert not [word for word in gone if re.search(rf"\b{word}\b", text)]


def test_what_is_as_usual_is_not_said():
    assert Words((("jack", Word("jack", "J")), ("king", Word(None, None)))) == Words()
    assert Words((("king", Word("full stud")), ("jack", Word("prop")))) == Words(
        (("jack", Word("prop")), ("king", Word("full stud")))
    )


@given(st.dictionaries(st.sampled_from(sorted(USUAL)), st.text("abgkz ", min_size=1, max_size=8)))
def test_any_words_are_taken_or_refused_with_a_sentence(names):
    try:
        words = Words(tuple((piece, Word(name)) for piece, name in names.items()))
    except SettingError as error:
        assert sentence_of(error).endswith(".")
        assert error.path.split(".")[0] in names
    else:
        assert len({words.name(piece) for piece in USUAL}) == len(USUAL)
        for piece in USUAL:
            assert reader(words).say(message("The {piece:one} here", piece=piece)) == f"The {words.name(piece)} here"


@pytest.mark.parametrize(
    ("piece", "word", "path"),
    [
        ("jamb", Word("post"), "jamb"),
        ("jack", Word("king"), "jack.name"),
        ("jack", Word("2x4"), "jack.name"),
        ("jack", Word("x" * 31), "jack.name"),
        ("jack", Word(letter="7"), "jack.letter"),
        ("jack", Word(letter="TRI"), "jack.letter"),
        ("block", Word(letter="B"), "block.letter"),
    ],
)
def test_words_nobody_could_read_are_refused(piece, word, path):
    with pytest.raises(SettingError) as caught:
        Words(((piece, word),))
    assert caught.value.path == path


def test_a_line_may_begin_with_the_crews_word():
    words = Words((("post", Word("column")), ("backing", Word("post"))))
    job = job_of("18-6 2x4", words=words)
    column = read_line("Column 3 @ 9-3", job, "A")
    assert [post.plies for post in column.wall.posts] == [3]
    board = read_line("post 20 to 60 @ 34", job, "A")
    assert [one.id for one in board.wall.backing] == ["R1"]


@pytest.mark.parametrize(
    ("said", "piece"),
    [
        ((("king", Word(letter="X")),), "king.letter"),
        ((("jack", Word(letter="K")),), "jack.letter"),
        ((("stud", Word(letter="C")),), "stud.letter"),
    ],
)
def test_a_letter_two_pieces_would_share_is_refused_where_it_is_chosen(said, piece):
    job = Job("letters", JobWays(words=Words()))
    with refused(SettingError, match="cannot both have the letter") as caught:
        apply(job, SetWays(JobWays(words=Words(said))))
    assert caught.value.path == piece
    # A job that has it already stays readable, and what else changes is made.
    old = Job("letters", JobWays(words=Words(said)))
    assert apply(old, RenameJob("renamed")).name == "renamed"


def test_every_preset_has_a_name():
    assert list(PRESET_NAMES) == list(PRESETS)


@pytest.mark.parametrize("region", PRESETS)
def test_no_words_of_a_region_share_a_letter(region):
    PRESETS[region].check_letters()
