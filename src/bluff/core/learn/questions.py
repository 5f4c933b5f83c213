"""Questions of the trade, with figures made up each time: arithmetic, call-outs, counting, pieces and schools.

topic
    One kind of question, or one fact: half of a length, what a jack does. What somebody knows is known by topic.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from random import Random

from bluff.core.errors import EditError
from bluff.core.job.amounts import Datum
from bluff.core.job.form_field import School
from bluff.core.job.job import Opening, Sizing
from bluff.core.job.position import Centered
from bluff.core.job.rough_opening import rough_opening
from bluff.core.job.schools import (
    Anchors,
    CeilingBacking,
    CornerSchool,
    End,
    Heads,
    IntersectionSchool,
    Jacks,
    MarkLines,
    OpeningKind,
    PlateTies,
    SillTop,
)
from bluff.core.job.standard import Standard
from bluff.core.learn.purpose import PURPOSES, called_elsewhere
from bluff.core.measure.length import (
    Length,
    format_call_out,
    half,
    inches,
    parse_length,
)
from bluff.core.measure.size import Size
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, listed, message, plural
from bluff.core.takeoff.thumb import studs_by_thumb
from bluff.core.wall.layout import on_center_lines
from bluff.core.wall.member import Role

_CHOICES = 4
_PARTS = tuple(inches(part) for part in ("0", "1/2", "1/4", "3/4"))
_STUD: Length = inches("1 1/2")
_SPACINGS = (Fraction(16), Fraction(24))


@dataclass(frozen=True, slots=True)
class Question:
    """One question and its answer.

    Args:
        topic: What it is about.
        asks: The question.
        answer: A length with its sum, a count, or one of the choices.
        choices: What to choose from; empty where the answer is typed.
        because: Why it is so, in a sentence or as a sum.
    """

    topic: str
    asks: Message
    answer: Sum | int | Message
    choices: tuple[Message, ...]
    because: Message

    @property
    def written(self) -> Message:
        """The answer as it is written."""
        match self.answer:
            case Sum(value=value):
                return message("{length:length}", length=value)
            case int(count):
                return message("{count}", count=count)
            case choice:
                return choice

    def is_right(self, answer: str) -> bool:
        """Whether an answer is right.

        Args:
            answer: As it was typed; of choices the number of one, from 0.

        Raises:
            LengthError: A length is asked for, and this is not one.
        """
        match self.answer:
            case Sum(value=value):
                return parse_length(answer) == value
            case int(count):
                return answer.strip() == str(count)
            case choice:
                return answer in {str(at) for at, one in enumerate(self.choices) if one == choice}


_Maker = Callable[[Random, Standard], tuple[Message, Sum | int, Message]]


def topics(standard: Standard) -> tuple[str, ...]:
    """Every topic there is for a crew of those ways, arithmetic first.

    Args:
        standard: Its words say which pieces are called otherwise elsewhere.
    """
    called = [role for role in PURPOSES if called_elsewhere(role, standard.words)]
    return (
        *_MAKERS,
        *(f"does {role}" for role in _TOLD_APART),
        *(f"called {role}" for role in called),
        *(f"way {way}" for way in _WAYS),
    )


def question(topic: str, seed: int, standard: Standard) -> Question:
    """A question on a topic; the same number is the same question.

    Raises:
        EditError: There is no such topic.
    """
    random = Random(f"{topic}/{seed}")  # noqa: S311 - the same number is to be the same question
    about, _, of = topic.partition(" ")
    if maker := _MAKERS.get(topic):
        asks, answer, because = maker(random, standard)
        return Question(topic, asks, answer, (), because)
    if topic not in topics(standard):
        raise EditError(message("There are no questions about {topic}.", topic=topic), "topic")
    if about == "does":
        return _what_does(topic, Role(of), random)
    if about == "called":
        return _what_called(topic, Role(of), random, standard)
    return _which_way(topic, *_WAYS[of], random)


def _length(random: Random, least: int, most: int) -> Length:
    return inches(random.randrange(least, most)) + random.choice(_PARTS)


def _half(random: Random, _: Standard) -> tuple[Message, Sum, Message]:
    whole = inches(random.randrange(21, 96, 2)) + random.choice((0, 0, *_PARTS))
    return (
        message("What is half of {whole:length}?", whole=whole),
        Sum.of("half", half(whole)),
        message("Half of the inches, and half of what is left over: an odd inch leaves 1/2, a 1/2 leaves 1/4."),
    )


def _in_inches(random: Random, _: Standard) -> tuple[Message, Sum, Message]:
    length = inches(12 * random.randrange(4, 20)) + _length(random, 0, 12)
    feet, rest = divmod(length, inches(12))
    return (
        message("How many inches are {length:feet}?", length=length),
        Sum.of("feet", feet * inches(12)).plus("inches", rest),
        message(
            "{feet} feet are {inches}. With {rest:length} that is {length:length}.",
            feet=feet,
            inches=12 * feet,
            rest=rest,
            length=length,
        ),
    )


def _call_out(random: Random, _: Standard) -> tuple[Message, Sum, Message]:
    width = inches(random.randrange(20, 73, 2))
    feet, rest = divmod(width, inches(12))
    return (
        message("A window is called out {size} x 4-0. How wide is it, in inches?", size=format_call_out(width)),
        Sum.of("call-out", width),
        message(
            "A call-out is feet and inches: {feet} ft {rest:length} is {width:length}.",
            feet=feet,
            rest=rest,
            width=width,
        ),
    )


def _of_unit(random: Random, standard: Standard, kind: OpeningKind, widths: Sequence[int], high: int) -> Sum:
    size = Size(inches(random.choice(widths)), inches(high))
    return rough_opening(Opening("W1", "A", kind, size, Sizing.UNIT, Centered()), standard).width


def _door(random: Random, standard: Standard) -> tuple[Message, Sum, Message]:
    width = _of_unit(random, standard, OpeningKind.DOOR, (28, 30, 32, 34, 36), 80)
    return (
        message(
            "A door is called out {size} x 6-8. How wide is its rough opening?",
            size=format_call_out(width.steps[0].amount),
        ),
        width,
        message("{sum}", sum=width.in_figures),
    )


def _window(random: Random, standard: Standard) -> tuple[Message, Sum, Message]:
    width = _of_unit(random, standard, OpeningKind.WINDOW, (24, 30, 36, 42, 48, 60), 48)
    return (
        message(
            "A window is called out {size} x 4-0. How wide is its rough opening?",
            size=format_call_out(width.steps[0].amount),
        ),
        width,
        message("{sum}", sum=width.in_figures),
    )


def _header(random: Random, _: Standard) -> tuple[Message, Sum, Message]:
    width, jacks = _length(random, 25, 72), random.choice((1, 1, 2))
    length = Sum.of("rough opening", width).plus("{jack:many}", 2 * jacks * _STUD)
    many = plural("{count} {jack}", "{count} {jack:many}", count=jacks)
    return (
        message(
            "A rough opening is {width:length} wide, with {many} a side. How long is its {header}?",
            width=width,
            many=many,
        ),
        length,
        message("{sum}: it lies on the {jack:many} of both sides.", sum=length.in_figures),
    )


def _jack(random: Random, standard: Standard) -> tuple[Message, Sum, Message]:
    head, count = _length(random, 79, 90), standard.bottom_plates
    length = Sum.of("head", head).minus("{bottom_plate}", count * _STUD)
    plates = plural("{count} {bottom_plate}", "{count} {bottom_plate:many}", count=count)
    return (
        message(
            "The underside of {header:a} is {head:length} above the floor, and the wall has {plates}. How long is its "
            "{jack}?",
            head=head,
            plates=plates,
        ),
        length,
        message("{sum}: the {jack} stands on the {bottom_plate}.", sum=length.in_figures),
    )


def _line(random: Random, _: Standard) -> tuple[Message, Sum, Message]:
    spacing, number = random.choice(_SPACINGS), random.randrange(2, 12)
    at = Sum.of("on center", inches(int(spacing) * number)).minus("half a {stud}", half(_STUD))
    return (
        message(
            "At {spacing:spacing} on center from the end of the plate, the X ahead: where is line {number}?",
            spacing=spacing,
            number=number,
        ),
        at,
        message(
            "{number} x {spacing:spacing} is {amount:length}, less 3/4, so that the middle of the {stud} is on it.",
            number=number,
            spacing=spacing,
            amount=at.steps[0].amount,
        ),
    )


def _other_end(random: Random, _: Standard) -> tuple[Message, Sum, Message]:
    plate, line = _length(random, 100, 180), _length(random, 10, 90)
    reads = Sum.of("plate", plate).minus("line", line).minus("its {stud}", _STUD)
    return (
        message(
            "On a plate of {plate:length} {stud:a}'s line is at {line:length}, the X ahead. What does the tape read "
            "from the other end, the X ahead as you see it?",
            plate=plate,
            line=line,
        ),
        reads,
        message("{sum}: from there it is the other side of the {stud}.", sum=reads.in_figures),
    )


def _outside(random: Random, _: Standard) -> tuple[Message, Sum, Message]:
    distance, thick = _length(random, 60, 130), random.choice((inches("3 1/2"), inches("5 1/2")))
    at = Sum.of("to the outside", distance).minus("the wall it butts into", thick)
    return (
        message(
            "A window's center is {distance:feet} from the outside of the building, and the wall butts into one "
            "{thick:length} thick. Where is the center on the plate, in inches?",
            distance=distance,
            thick=thick,
        ),
        at,
        message("{sum}: the plate begins where the other wall ends.", sum=at.in_figures),
    )


def _by_thumb(random: Random, _: Standard) -> tuple[Message, int, Message]:
    length, spacing = inches(12 * random.randrange(8, 40)), random.choice(_SPACINGS)
    share = "3/4" if spacing == _SPACINGS[0] else "1/2"
    return (
        message(
            "By rule of thumb, how many {stud:many} are in a bare wall of {length:feet} at {spacing:spacing}?",
            length=length,
            spacing=spacing,
        ),
        studs_by_thumb(length, spacing),
        message("The feet of wall x {share}, rounded up, plus one.", share=share),
    )


def _exactly(random: Random, standard: Standard) -> tuple[Message, int, Message]:
    length, spacing = _length(random, 90, 200), random.choice(_SPACINGS)
    lines = on_center_lines(length, spacing, Datum(End.START))
    # One that would stand in the end stud adds none.
    between = [line for line in lines if _STUD <= line.point.value - half(_STUD) <= length - 2 * _STUD]
    if len(between) < len(lines):
        return _exactly(random, standard)
    return (
        message(
            "Exactly how many {stud:many} are in a bare wall with a plate of {length:length} at {spacing:spacing}, no "
            "openings and nothing that meets it?",
            length=length,
            spacing=spacing,
        ),
        len(between) + 2,
        message("{lines} lines fall between the {end_stud:many}, plus the two {end_stud:many}.", lines=len(between)),
    )


def _called_aloud(random: Random, _: Standard) -> tuple[Message, Sum, Message]:
    length = inches(random.randrange(12, 190)) + inches(f"{random.randrange(1, 16)}/16")
    return (
        message("Your partner calls “{length:aloud}”. What do you mark?", length=length),
        Sum.of("called", length),
        message("Inches first, then the part of an inch."),
    )


_MAKERS: Mapping[str, _Maker] = {
    "half": _half,
    "inches": _in_inches,
    "call-out": _call_out,
    "window opening": _window,
    "door opening": _door,
    "header length": _header,
    "jack length": _jack,
    "layout line": _line,
    "other end": _other_end,
    "outside dimension": _outside,
    "studs by thumb": _by_thumb,
    "studs exactly": _exactly,
    "called aloud": _called_aloud,
}

_TOLD_APART = (
    Role.BOTTOM_PLATE,
    Role.TOP_PLATE,
    Role.CAP_PLATE,
    Role.STUD,
    Role.END_STUD,
    Role.KING,
    Role.JACK,
    Role.HEADER,
    Role.SILL,
    Role.TOP_CRIPPLE,
    Role.BOTTOM_CRIPPLE,
    Role.CORNER_BACKING,
    Role.BLOCK,
    Role.BACKING,
    Role.POST,
)
"""Pieces whose purpose is theirs alone."""

_WAYS: Mapping[str, tuple[type[School], Message]] = {
    "heads": (Heads, message("Whether heads line up")),
    "jacks": (Jacks, message("What {header:a} bears on")),
    "sill top": (SillTop, message("How a window's {sill} lies")),
    "corners": (CornerSchool, message("How a corner is made in the wall that runs through")),
    "intersections": (IntersectionSchool, message("What a wall has where another one butts into its side")),
    "plate ties": (PlateTies, message("How the {cap_plate:many} of walls that meet are tied together")),
    "ceiling backing": (
        CeilingBacking,
        message("What a ceiling's edge is nailed to over a wall that runs along the joists"),
    ),
    "anchors": (Anchors, message("What holds a plate down on concrete")),
    "lines": (MarkLines, message("Which sides of a piece get a line on the plate")),
}


def _what_does(topic: str, role: Role, random: Random) -> Question:
    others = random.sample([other for other in _TOLD_APART if other is not role], _CHOICES - 1)
    names = [_piece(one) for one in (role, *others)]
    random.shuffle(names)
    return Question(
        topic,
        message("Which piece is this? “{does}”", does=PURPOSES[role].does),
        _piece(role),
        tuple(names),
        message("Without it: {without}", without=PURPOSES[role].without),
    )


def _what_called(topic: str, role: Role, random: Random, standard: Standard) -> Question:
    words = standard.words
    elsewhere = called_elsewhere(role, words)
    name = random.choice(list(elsewhere))
    own = {other for other in PURPOSES if other is not role and words.name(other) != name}
    names = [_piece(role), *map(_piece, random.sample(sorted(own), _CHOICES - 1))]
    random.shuffle(names)
    whose = listed(elsewhere[name])
    return Question(
        topic,
        message("Elsewhere ({whose}) this piece is called “{name}”. What is it called here?", whose=whose, name=name),
        _piece(role),
        tuple(names),
        PURPOSES[role].does,
    )


def _piece(role: Role) -> Message:
    return message("{role:one}", role=role)


def _which_way(topic: str, school: type[School], what: Message, random: Random) -> Question:
    ways = [way for way in school if way.when.template]
    way = random.choice(ways)
    names = [one.called for one in ways]
    random.shuffle(names)
    return Question(
        topic,
        message("{what}: which way would you choose for this? “{when}”", what=what, when=way.when),
        way.called,
        tuple(names),
        message("{way}: {when}", way=way.called, when=way.when),
    )
