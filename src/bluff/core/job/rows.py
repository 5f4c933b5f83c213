"""Rows: every way as a line of a form, read and written as a carpenter would type it.

They are made from `Standard` and what stands at its fields. What cannot be made from a field alone stands here: which
of three rows says how long studs are, a header that takes other boards, a size in two figures.

way
    What a row is called in an edit: the key of the job file, and the part of its value after a dot.
"""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import Field, dataclass, field, fields, replace
from enum import Enum
from fractions import Fraction
from functools import partial
from typing import Any, NamedTuple, get_args, get_type_hints

from bluff.core.errors import SettingError
from bluff.core.job.amounts import (
    Allowance,
    Count,
    DoorParts,
    JoistLayout,
    MeasuredRoom,
    Number,
    PrecutStuds,
    SignedLength,
    Studs,
    WallHeight,
    format_pounds,
    parse_number,
    parse_pounds,
)
from bluff.core.job.form_field import FormField, Option, Width, form_field_of, option
from bluff.core.job.header import TWO_FACED, Header, HeaderKind, Source, usual_header
from bluff.core.job.schools import CeilingBacking, OpeningKind, StudKind
from bluff.core.job.standard import Standard
from bluff.core.job.wood import USUAL_WOODS, WoodKind, read_wood
from bluff.core.job.words import PRESET_NAMES, PRESETS, USUAL, Word, Words
from bluff.core.measure.clock import Clock, format_clock, parse_clock
from bluff.core.measure.length import (
    Length,
    format_exact,
    format_feet,
    format_spacing,
    parse_length,
    parse_signed_length,
    parse_spacing,
)
from bluff.core.measure.lumber import STUDS, Lumber, lumber
from bluff.core.message import EMPTY, OR, Message, listed, message


@dataclass(frozen=True, slots=True)
class Row:
    """One line of a form.

    Args:
        way: What an edit calls it.
        key: The key of `Standard` it sets.
        form_field: How a form offers it.
        read: What holds, as one would type it; empty where nothing does.
        write: The key's value with something else typed into the row; None lets the key follow again.
        applies: Whether it means anything under a standard.
        leads: Whether it is the row that says for all rows of its key where they come from.
    """

    way: str
    key: str
    form_field: FormField
    read: Callable[[Standard], str]
    write: Callable[[Standard, str], Any]
    applies: Callable[[Standard], bool] = lambda _: True
    leads: bool = True

    def says(self, text: str | None) -> Message:
        """The row with something typed into it, in words."""
        if not text:
            return message("{setting}: as before", setting=self.form_field.name)
        option = next((option.name for option in self.form_field.options if option.value == text), text)
        return message("{setting}: {choice}", setting=self.form_field.name, choice=option)


class _Text(NamedTuple):
    """How a kind of value is typed, and how it is written down."""

    read: Callable[[str], Any]
    write: Callable[[Any], str]


def _count(text: str) -> int:
    if not text.isdecimal() or len(text) > 4:
        raise SettingError(message("“{text}” is not a count. Write a whole number, like 2.", text=text))
    return int(text)


def _halves(text: str, what: str) -> tuple[Length, Length]:
    halves = text.replace("×", "x").replace(",", "x").split("x")
    if len(halves) != 2:
        raise SettingError(
            message("“{text}” is not {what}, like 1 x 1 1/2. Write both with an x between.", text=text, what=what)
        )
    return parse_length(halves[0]), parse_length(halves[1])


def _allowance(text: str) -> Allowance:
    return Allowance(*_halves(text, "width by height"))


def _printed(allowance: Allowance) -> str:
    return f"{format_exact(allowance.width)} x {format_exact(allowance.height)}"


def _lengths(text: str) -> tuple[Length, ...]:
    return tuple(parse_length(one) for one in text.split(","))


_LENGTH = _Text(parse_length, format_exact)
_TEXTS: Mapping[Any, _Text] = {
    Length: _LENGTH,
    SignedLength: _Text(parse_signed_length, format_exact),
    Length | None: _Text(parse_length, lambda length: "" if length is None else format_exact(length)),
    Count: _Text(_count, str),
    Fraction: _Text(parse_spacing, format_spacing),
    Number: _Text(parse_number, format_pounds),
    Clock: _Text(parse_clock, format_clock),
    bool: _Text(lambda text: text == "yes", lambda value: "yes" if value else "no"),
    str: _Text(str, str),
    str | None: _Text(str, lambda text: text or ""),
    Allowance: _Text(_allowance, _printed),
    Allowance | DoorParts: _Text(
        lambda text: DoorParts() if text == "parts" else _allowance(text),
        lambda given: "parts" if isinstance(given, DoorParts) else _printed(given),
    ),
    tuple[Length, ...]: _Text(_lengths, lambda lengths: ", ".join(format_feet(length, 64) for length in lengths)),
}
"""By the type of a field; a school is typed as the job file writes it."""
_WEIGHT = _Text(parse_pounds, format_pounds)

_IN_FILE = {"from_width": "from", "is_furred": "furred"}
"""Parts whose field has another name than their key in the job file."""


def _school(kind: Any) -> Any:
    """The enumeration a type is, or may be; None of any other."""
    kinds = [one for one in (get_args(kind) or (kind,)) if one is not type(None)]
    return kinds[0] if len(kinds) == 1 and isinstance(kinds[0], type) and issubclass(kinds[0], Enum) else None


def _text_of(kind: Any) -> _Text:
    school = _school(kind)
    return _Text(school, lambda value: "" if value is None else str(value)) if school else _TEXTS[kind]


def _offered(form_field: FormField, kind: Any) -> FormField:
    """The same with the members of a school as options, where the field does not name its own."""
    school = None if form_field.options else _school(kind)
    if school is None:
        return form_field
    unsaid = [option("", "Not set")] if get_args(kind) else []
    return replace(form_field, options=(*unsaid, *(Option(one.value, one.called, one.when) for one in school)))


def _typed(form_field: FormField, text: _Text, typed: str) -> Any:
    """What was typed, as a value.

    Raises:
        BluffError: It is none of the options, or cannot be read.
    """
    if form_field.options and not form_field.is_open and typed not in {option.value for option in form_field.options}:
        choices = listed([option.name for option in form_field.options], OR)
        raise SettingError(
            message(
                "{setting} is one of {choices}; “{typed}” is none of them.",
                setting=form_field.name,
                choices=choices,
                typed=typed,
            )
        )
    return text.read(typed)


def _whole(key: Field[Any], kind: Any) -> Row:
    """The row of a key that is one value."""
    form_field, text = _offered(key.metadata["form_field"], kind), _text_of(kind)
    return Row(
        key.name,
        key.name,
        form_field,
        lambda standard: text.write(getattr(standard, key.name)),
        lambda _, typed: _typed(form_field, text, typed) if typed else None,
    )


@dataclass(frozen=True, slots=True)
class _Whole:
    """A key whose value is asked for part by part.

    Args:
        key: The key.
        usual: What its parts usually are, and what to start from where a value of another kind holds, or none.
        put: How a part is put into a value.
        emptied: What a part becomes that is emptied, where that is not what it usually is.
    """

    key: str
    usual: Any
    put: Callable[[Any, str, Any], Any] = lambda value, name, part: replace(value, **{name: part})
    emptied: Mapping[str, Any] = field(default_factory=dict)

    def rows(self) -> list[Row]:
        """A row for each part that is asked for."""
        kinds = get_type_hints(type(self.usual), include_extras=True)
        return [self._row(part, kinds[part.name]) for part in fields(self.usual) if form_field_of(part)]

    def _row(self, part: Field[Any], kind: Any) -> Row:
        name = part.name
        form_field, text = _offered(part.metadata["form_field"], kind), _WEIGHT if name == "weight" else _text_of(kind)
        # Only a whole key can follow another level: an emptied part is as usual again.
        emptied = self.emptied.get(name, getattr(self.usual, name))

        def read(standard: Standard) -> str:
            value = self._held(standard)
            return "" if value is None else text.write(getattr(value, name))

        def write(standard: Standard, typed: str) -> Any:
            given = _typed(form_field, text, typed) if typed else emptied
            return self.put(self._held(standard) or self.usual, name, given)

        return Row(f"{self.key}.{_IN_FILE.get(name, name)}", self.key, form_field, read, write)

    def _held(self, standard: Standard) -> Any:
        value = getattr(standard, self.key)
        return value if isinstance(value, type(self.usual)) else None


def _header_with(header: Header, name: str, part: Any) -> Header:
    """A header with a part changed: its source is unknown again, since nobody approved the changed boards."""
    match name:
        case "kind":
            return replace(usual_header(part), place=header.place)
        case "size":
            return replace(header, size=part or usual_header(header.kind).size, source=Source.UNVERIFIED)
        case "plies" | "laid":
            return replace(header, **{name: part}, source=Source.UNVERIFIED)
        case _:
            return replace(header, **{name: part})


def _header() -> list[Row]:
    whole = _Whole("header", Header(), _header_with, emptied={"size": None})
    return [replace(row, leads=row.way == "header.kind") for row in whole.rows()]


def _studs() -> list[Row]:
    """Three rows, of which one says how long studs are: writing into one takes the others' place."""
    return [
        _length_of(
            "stud_length",
            FormField(message("{Stud} length"), message("92 5/8 makes a wall of 97 1/8 with three plates.")),
            lambda studs: [studs.length] if isinstance(studs, PrecutStuds) else [],
            lambda _, typed: PrecutStuds(parse_length(typed)),
        ),
        _length_of(
            "wall_height",
            FormField(message("or wall height"), message("With its plates; {stud:many} are cut to what is left.")),
            lambda studs: [studs.height] if isinstance(studs, WallHeight) else [],
            lambda _, typed: WallHeight(parse_length(typed)),
        ),
        _length_of(
            "measured.heights",
            FormField(
                message("or room, measured"),
                message("Floor to ceiling, several readings; the smallest counts."),
                empty=message("97 1/4, 97, 97 1/8"),
                width=Width.LONG,
            ),
            lambda studs: studs.heights if isinstance(studs, MeasuredRoom) else [],
            lambda studs, typed: replace(
                studs if isinstance(studs, MeasuredRoom) else MeasuredRoom(()), heights=_lengths(typed)
            ),
        ),
        *(replace(row, way="measured.play") for row in _Whole("studs", MeasuredRoom(())).rows()),
    ]


def _length_of(
    way: str,
    form_field: FormField,
    lengths: Callable[[Studs], Iterable[Length]],
    make: Callable[[Studs, str], Studs],
) -> Row:
    return Row(
        way,
        "studs",
        form_field,
        lambda standard: ", ".join(map(format_exact, lengths(standard.studs))),
        lambda standard, typed: make(standard.studs, typed) if typed else None,
    )


def _entries(
    key: str,
    entries: Iterable[tuple[str, FormField]],
    text: _Text,
    entered: Callable[[Any], dict[str, Any]],
    make: Callable[[dict[str, Any]], Any],
) -> list[Row]:
    """A row for each thing a key may have an entry for; the last one emptied lets the key follow again."""

    def read(name: str, standard: Standard) -> str:
        value = entered(getattr(standard, key)).get(name)
        return "" if value is None else text.write(value)

    def write(name: str, standard: Standard, typed: str) -> Any:
        others = {other: value for other, value in entered(getattr(standard, key)).items() if other != name}
        given = {**others, name: text.read(typed)} if typed else others
        return make(given) if given else None

    return [
        Row(f"{key}.{name}", key, form_field, partial(read, name), partial(write, name)) for name, form_field in entries
    ]


def _usual_allowances() -> list[Row]:
    kinds = [kind for kind in OpeningKind if kind not in (OpeningKind.WINDOW, OpeningKind.DOOR)]
    when = message("Your crew’s own figure. Leave it empty for the usual one.")
    return _entries(
        "usual_allowances",
        [
            (
                kind,
                FormField(
                    message("{Kind}, plus", kind=kind.called),
                    when,
                    empty=message("the usual"),
                ),
            )
            for kind in kinds
        ],
        _TEXTS[Allowance],
        lambda usual: {kind.value: allowance for kind, allowance in usual},
        lambda given: tuple((OpeningKind(kind), allowance) for kind, allowance in given.items()),
    )


def _boards() -> list[Row]:
    when = message("Thickness by width, as your yard cuts it.")

    def board(text: str) -> tuple[Length, Length]:
        return _halves(text, "thick by wide")

    return _entries(
        "lumber",
        [(size, FormField(message("{size} measures", size=size), when, empty=message("as listed"))) for size in STUDS],
        _Text(board, lambda board: f"{format_exact(board[0])} x {format_exact(board[1])}"),
        lambda boards: {board.nominal: (board.thickness, board.width) for board in boards},
        lambda given: tuple(Lumber(lumber(size).nominal, *measures) for size, measures in given.items()),
    )


def _woods() -> list[Row]:
    when = message("Bending, shear, bearing, stiffness in millions, and the source of the figures.")
    # Where such figures are from is read in the language; what a crew types as the source of its own stays as typed.
    usual = {
        wood.kind: message("{figures}, usual tables; check the stamp", figures=wood.figures) for wood in USUAL_WOODS
    }
    return _entries(
        "woods",
        [
            (
                kind.value,
                FormField(
                    message("{called}, psi", called=kind.called),
                    when,
                    empty=usual.get(kind, message("none")),
                    width=Width.LONG,
                ),
            )
            for kind in WoodKind
        ],
        _TEXTS[str],
        lambda woods: {wood.kind.value: str(wood) for wood in woods},
        lambda given: tuple(read_wood(WoodKind(kind), typed) for kind, typed in given.items()),
    )


def _word(piece: str, what: str, form_field: FormField) -> Row:
    def read(standard: Standard) -> str:
        return getattr(dict(standard.words.own).get(piece, Word()), what) or ""

    def write(standard: Standard, typed: str) -> Words:
        given = dict(standard.words.own)
        word = replace(given.get(piece, Word()), **{what: typed or None})
        return Words(tuple({**given, piece: word}.items()))

    return Row(f"words.{piece}.{what}", "words", form_field, read, write, leads=False)


OWN_WORDS = "own"
"""What the row of words says where they are those of no region."""


def _words() -> list[Row]:
    """The words of a region, then each piece's name, and its letter where one is written for it."""
    presets = FormField(
        message("Words of"), options=tuple(Option(name, called, EMPTY) for name, called in PRESET_NAMES.items())
    )
    rows = [
        Row(
            "words",
            "words",
            presets,
            lambda standard: next((name for name, words in PRESETS.items() if words == standard.words), OWN_WORDS),
            lambda _, typed: PRESETS[_typed(presets, _TEXTS[str], typed)] if typed else None,
        )
    ]
    for piece, usual in USUAL.items():
        rows.append(
            _word(
                piece,
                "name",
                FormField(message("Word for {piece:usual}", piece=piece), empty=message("{piece:usual}", piece=piece)),
            )
        )
        if usual.letter:
            rows.append(
                _word(
                    piece,
                    "letter",
                    FormField(
                        message("Letter for {piece:usual}", piece=piece),
                        empty=message("{usual}", usual=usual.letter),
                        width=Width.SHORT,
                    ),
                )
            )
    return rows


_MADE: Mapping[str, Callable[[], list[Row]]] = {
    "studs": _studs,
    "header": _header,
    "usual_allowances": _usual_allowances,
    "lumber": _boards,
    "woods": _woods,
    "words": _words,
    "joist_layout": _Whole("joist_layout", JoistLayout()).rows,
}
"""Keys whose rows are more than the parts of what they usually are."""


def _rows_of(key: Field[Any], kind: Any) -> list[Row]:
    if make := _MADE.get(key.name):
        return make()
    if form_field_of(key) is None:
        return _Whole(key.name, getattr(Standard(), key.name)).rows()
    parts = _Whole(key.name, DoorParts()).rows() if key.name == "door_allowance" else []
    return [_whole(key, kind), *parts]


_APPLIES_IF: Mapping[str, Callable[[Standard], bool]] = {
    **dict.fromkeys(
        ("joist_layout.first", "joist_layout.spacing"),
        lambda standard: standard.stacked or standard.ceiling_backing is CeilingBacking.BETWEEN_JOISTS,
    ),
    **dict.fromkeys(
        ("stud_make.thickness", "stud_make.narrow"),
        lambda standard: standard.stud_make.kind is StudKind.COMPOSITE,
    ),
    "header.laid": lambda standard: standard.header.kind is HeaderKind.SOLID,
    "header.plies": lambda standard: standard.header.kind not in (HeaderKind.SOLID, *TWO_FACED),
    "measured.play": lambda standard: isinstance(standard.studs, MeasuredRoom),
    "stud_make.wide_face": lambda standard: standard.stud_make.narrow is not None,
    **dict.fromkeys(
        (f"door_allowance.{part.name}" for part in fields(DoorParts)),
        lambda standard: isinstance(standard.door_allowance, DoorParts),
    ),
}
"""Rows that mean something only beside what another one says."""

_KINDS = get_type_hints(Standard, include_extras=True)
_OF_KEY: Mapping[str, tuple[Row, ...]] = {
    key.name: tuple(
        replace(row, applies=_APPLIES_IF.get(row.way, row.applies)) for row in _rows_of(key, _KINDS[key.name])
    )
    for key in fields(Standard)
}

ROWS: Mapping[str, Row] = {row.way: row for rows in _OF_KEY.values() for row in rows}
"""Every row there is, by its way."""


@dataclass(frozen=True, slots=True)
class Group:
    """Ways that belong together."""

    name: Message
    keys: tuple[str, ...]

    @property
    def rows(self) -> list[Row]:
        return [row for key in self.keys for row in _OF_KEY[key]]


GROUPS: tuple[Group, ...] = (
    Group(message("Layout"), ("spacing", "datum", "joists", "stacked", "joist_layout")),
    Group(message("{Stud:many}"), ("studs", "stud_make", "end_studs")),
    Group(
        message("{Header:many}, ROs"),
        ("header", "head_height", "window_allowance", "door_allowance", "usual_allowances"),
    ),
    Group(
        message("Openings"),
        (
            "jacks",
            "jack_count",
            "king_count",
            "wide_opening",
            "high_wind",
            "sills",
            "sill_top",
            "end_top_cripples",
            "heads",
        ),
    ),
    Group(
        message("Where walls meet"),
        ("corner", "intersection", "intersection_board", "plate_ties", "ceiling_backing", "panel_gap"),
    ),
    Group(
        message("Plates and floor"),
        (
            "top_plates",
            "single_on_partitions",
            "bottom_plates",
            "plate_stock",
            "floor",
            "anchors",
            "bolts",
            "pins",
        ),
    ),
    Group(
        message("{Block:many} and sheets"),
        ("blocks", "block_height", "fire_blocks", "sheets", "panel_edge_blocks", "sheet", "sheet_drop"),
    ),
    Group(message("Nails, boards"), ("nails", "density", "lumber")),
    Group(message("Marks and checks"), ("mark_lines", "marked_on", "tolerance")),
    Group(message("{Header} check"), ("header_wood", "loads", "woods")),
    Group(message("Heat"), ("insulation",)),
    Group(message("The day"), ("shop_work", "day", "rates")),
    Group(message("Words"), ("words",)),
)
"""Every way there is, in the order the work meets them."""


def leading_row(key: str) -> Row:
    """The row that stands for a whole key: the one that says where its value comes from."""
    return next(row for row in _OF_KEY[key] if row.leads)


def row_of(way: str) -> Row:
    """The row of that way.

    Raises:
        SettingError: There is none.
    """
    if row := ROWS.get(way):
        return row
    raise SettingError(
        message("There is no setting called {way}; the settings are the keys of the job file.", way=way), "way"
    )
