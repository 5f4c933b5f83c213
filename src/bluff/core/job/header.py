"""Headers: what is chosen, and how deep and thick that is.

Bluff does not size headers. It takes the size it is given, says where that came from, and works out
what the size does to the pieces around it.

pad plate
    A board laid flat on or under a header, or at the head of an opening under the cripples of a header
    that sits higher.
furring
    What fills a wall's thickness where the header is thinner.
"""

from collections.abc import Callable
from dataclasses import dataclass

from bluff.core.errors import LumberError, SettingError
from bluff.core.job.amounts import Count, check_count
from bluff.core.job.form_field import School, part, up_to, yes_or_no
from bluff.core.measure.length import Length
from bluff.core.measure.lumber import ENGINEERED, HEADER_PLIES, SPACER, TIMBERS, Lumber, lumber
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, message, template


class HeaderKind(School):
    """How a header is made. Source: docs/rules.md, Headers."""

    BUILT_UP = "built-up", "Built up", "Two-bys and spacers from the same pile as the {stud:many}."
    """Two-bys on edge with a 1/2 spacer between each two."""
    SOLID = "solid", "Solid", "One timber, nothing to nail together."
    """One timber, on edge or laid flat."""
    FLAT = "flat", "Flat", "Walls that carry nothing."
    """Boards of the wall's own lumber laid flat, one on the other; for walls that carry nothing."""
    ENGINEERED = "engineered", "Engineered", "Wide openings, as the engineer sizes it."
    """Engineered plies on edge, face to face."""
    INSULATED = "insulated", "With foam", "Cold walls: foam between two plies at the faces."
    """Two plies at the faces of the wall and foam between."""
    BOX = "box", "Box", "Hollow between two plies, filled before it is closed."
    """Two plies at the faces of the wall, hollow between, to be filled before the sheets close it."""


class HeaderPlace(School):
    """How high a header sits."""

    AT_HEAD = "at-head", "On the head", "The usual: {cripple:many} carry from it to the plates."
    """On the head of its opening, cripples above."""
    TO_PLATE = "to-plate", "Deep, to the plate", "No {cripple:many} to cut; its underside is the head."
    """Tight under the top plates; its underside is the head, and no cripples are needed."""
    RAISED = "raised", "Raised, {cripple:many} below", "Tight under the plates where the load comes down."
    """Tight under the top plates, cripples below it down to a pad plate at the head."""


class Capped(School):
    """Where a header has a pad plate."""

    NONE = "none", "None"
    BELOW = "below", "Below"
    ABOVE = "above", "Above"
    BOTH = "both", "Below and above"

    @property
    def below(self) -> int:
        return int(self in (Capped.BELOW, Capped.BOTH))

    @property
    def above(self) -> int:
        return int(self in (Capped.ABOVE, Capped.BOTH))


class Laid(School):
    """How a solid header lies."""

    EDGE = "edge", "On edge"
    FLAT = "flat", "Flat"


class Source(School):
    """Who says so: where a size that carries load came from."""

    DRAWINGS = "drawings", "Drawings"
    ENGINEER = "engineer", "Engineer"
    HABIT = "habit", "Crew’s habit"
    """The crew, which is never authority for a header."""
    UNVERIFIED = "unverified", "Not verified"
    """Not entered."""

    @property
    def is_verified(self) -> bool:
        """Whether it is authority for a header."""
        return self in (Source.DRAWINGS, Source.ENGINEER)


_SIZES: dict[HeaderKind, tuple[str, ...]] = {
    HeaderKind.BUILT_UP: HEADER_PLIES,
    HeaderKind.SOLID: TIMBERS,
    HeaderKind.FLAT: HEADER_PLIES,
    HeaderKind.ENGINEERED: ENGINEERED,
    HeaderKind.INSULATED: HEADER_PLIES,
    HeaderKind.BOX: HEADER_PLIES,
}
_USUAL_SIZE: dict[HeaderKind, str | None] = {
    HeaderKind.BUILT_UP: "2x8",
    HeaderKind.SOLID: "4x8",
    HeaderKind.FLAT: None,
    HeaderKind.ENGINEERED: "1 3/4 x 9 1/4",
    HeaderKind.INSULATED: "2x8",
    HeaderKind.BOX: "2x8",
}
ONE_BOARD = (HeaderKind.SOLID, HeaderKind.FLAT)
"""Kinds of one board, unless somebody lays more of them on each other."""
MOST_PLIES = 4
TWO_FACED = (HeaderKind.INSULATED, HeaderKind.BOX)
"""Kinds that have a ply at each face of the wall whatever its thickness."""


@dataclass(frozen=True, slots=True)
class Header:
    """The header over an opening.

    Args:
        kind: How it is made.
        size: Nominal size of one board of it; None takes the wall's own lumber (flat headers).
        plies: How many boards: side by side when built up, one on the other when flat.
        source: Who says that this size will do.
        place: How high it sits.
        capped: Where it has a pad plate.
        laid: How a solid one lies.
        is_furred: Whether furring fills what it is thinner than the wall.

    Raises:
        SettingError: Nobody can build it.
    """

    kind: HeaderKind = part(HeaderKind.BUILT_UP, "{Header}")
    size: str | None = part("2x8", "{Header} size", "Of one board of it.", empty="the wall’s {stud:many}")
    plies: Count = part(2, "{Header} plies", "Side by side, or one on the other when flat.", options=up_to(MOST_PLIES))
    source: Source = part(Source.UNVERIFIED, "{Header} size from", "Only the drawings and the engineer decide.")
    place: HeaderPlace = part(HeaderPlace.AT_HEAD, "{Header} sits")
    capped: Capped = part(Capped.NONE, "{Pad_plate:many}", "Boards laid flat on or under {header:a}.")
    laid: Laid = part(Laid.EDGE, "{Header} laid", "A solid one, on its edge or flat.")
    is_furred: bool = part(
        False,
        "Furring",
        "Fills the gap where the {header} is thinner than the wall.",
        options=yes_or_no(("Furred to the wall", ""), ("As thick as it is", "")),
    )

    def __post_init__(self) -> None:
        check_count("plies", self.plies, MOST_PLIES)
        if self.kind is HeaderKind.SOLID and self.plies != 1:
            raise SettingError(message("A solid {header} is one board. Write 1 ply, or choose built-up."), "plies")
        if self.kind in TWO_FACED and self.plies != 2:
            raise SettingError(
                message("{Header:a} of kind {kind} has two plies, one at each face of the wall.", kind=self.kind),
                "plies",
            )
        if self.laid is Laid.FLAT and self.kind is not HeaderKind.SOLID:
            raise SettingError(message("Only a solid {header} is laid flat. Choose the kind solid, or flat."), "laid")
        if self.size is None:
            if self.kind is not HeaderKind.FLAT:
                raise SettingError(
                    message(
                        "{Header:a} of kind {kind} needs a size, like {sizes}.",
                        kind=self.kind,
                        sizes=_SIZES[self.kind][2],
                    ),
                    "size",
                )
            return
        try:
            nominal = lumber(self.size).nominal
        except LumberError as error:
            raise SettingError(error.message, "size") from error
        if nominal not in _SIZES[self.kind]:
            raise SettingError(
                message(
                    "{Header:a} of kind {kind} is made of {choices}, not {nominal}.",
                    kind=self.kind,
                    choices=", ".join(_SIZES[self.kind]),
                    nominal=nominal,
                ),
                "size",
            )
        object.__setattr__(self, "size", nominal)


def usual_header(kind: HeaderKind) -> Header:
    """A header of that kind in the boards it is usually made of: nobody's word yet that they will do."""
    return Header(kind, _USUAL_SIZE[kind], 1 if kind in ONE_BOARD else 2)


@dataclass(frozen=True, slots=True)
class HeaderBoards:
    """A header chosen for one wall, measured.

    Args:
        choice: What it was made from.
        board: One board of it.
        depth: From its underside to its top, without pad plates.
        thickness: Through the wall, with the sum of plies, spacers, foam and furring.
        spacers: Panels between plies, each as long and deep as the header.
        between: Thickness of the foam or the hollow between two plies at the faces, 0 where there is none.
        furring: Thickness of the furring, 0 where there is none.
    """

    choice: Header
    board: Lumber
    depth: Length
    thickness: Sum
    spacers: int = 0
    between: Length = 0
    furring: Length = 0

    def __str__(self) -> str:
        """As it is typed: 2-ply 2x8."""
        plies = f"{self.choice.plies}-ply " if self.choice.plies > 1 else ""
        return f"{plies}{self.board.nominal}{_AS_TYPED.get(self.choice.kind, '')}{self._lies}"

    @property
    def called(self) -> Message:
        """As it is read: 2-ply 2x8."""
        choice, size = self.choice, self.board.nominal
        made = message("{plies}-ply {size}", plies=choice.plies, size=size) if choice.plies > 1 else size
        if choice.laid is Laid.FLAT:
            return message("{boards} laid flat", boards=made)
        return message(_AS_READ.get(choice.kind, "{boards}"), boards=made)

    @property
    def is_flat(self) -> bool:
        """Whether its boards lie flat, as plates do."""
        return self.choice.kind is HeaderKind.FLAT or self.choice.laid is Laid.FLAT

    @property
    def _lies(self) -> str:
        return " laid flat" if self.choice.laid is Laid.FLAT else ""


_AS_TYPED = {HeaderKind.FLAT: " flat", HeaderKind.INSULATED: " with foam", HeaderKind.BOX: " box"}
_AS_READ = {
    HeaderKind.FLAT: template("{boards} flat"),
    HeaderKind.INSULATED: template("{boards} with foam"),
    HeaderKind.BOX: template("{boards} box"),
}


def header_boards(header: Header, stud: Lumber, board_of: Callable[[str], Lumber]) -> HeaderBoards:
    """Measure a header for a wall of the given studs.

    Args:
        header: What is chosen.
        stud: The wall's own lumber.
        board_of: What a board of a nominal size really measures.

    Returns:
        Its boards. Built-up: plies of a two-by with a 1/2 spacer between each two, so two plies make
        3 1/2 and three make 5 1/2. Solid: the timber. Flat: the boards' width through the wall, their
        thickness up it. Engineered: plies face to face. Insulated and box: the wall's own thickness, foam or
        nothing between the two plies. Furring, where it is asked for, makes up what is missing.

    Source: docs/rules.md, Headers.
    """
    board = board_of(header.size or stud.nominal)
    name = f"{header.plies} x {board.nominal}" if header.plies > 1 else board.nominal
    depth = board.width
    spacers = between = 0
    match header.kind:
        case HeaderKind.BUILT_UP:
            spacers = header.plies - 1
            thickness = Sum.of(name, header.plies * board.thickness).plus("spacer", spacers * SPACER)
        case HeaderKind.ENGINEERED:
            thickness = Sum.of(name, header.plies * board.thickness)
        case HeaderKind.SOLID if header.laid is Laid.FLAT:
            thickness, depth = Sum.of(message("{boards} laid flat", boards=name), board.width), board.thickness
        case HeaderKind.SOLID:
            thickness = Sum.of(name, board.thickness)
        case HeaderKind.FLAT:
            thickness, depth = (
                Sum.of(message("{boards} flat", boards=name), board.width),
                header.plies * board.thickness,
            )
        case HeaderKind.INSULATED | HeaderKind.BOX:
            between = max(stud.width - header.plies * board.thickness, 0)
            words = "foam" if header.kind is HeaderKind.INSULATED else "hollow"
            thickness = Sum.of(name, header.plies * board.thickness).plus(words, between)
    furring = max(stud.width - thickness.value, 0) if header.is_furred else 0
    return HeaderBoards(header, board, depth, thickness.plus("furring", furring), spacers, between, furring)


def plies_that_fill(header: Header, stud: Lumber, board_of: Callable[[str], Lumber]) -> int | None:
    """How many plies make a built-up header as thick as the wall, None when no number does."""
    if header.kind is not HeaderKind.BUILT_UP:
        return None
    ply = board_of(header.size or stud.nominal).thickness
    return next((plies for plies in range(1, 5) if plies * ply + (plies - 1) * SPACER == stud.width), None)
