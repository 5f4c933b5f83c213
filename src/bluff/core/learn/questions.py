"""Questions of the trade, with figures made up anew each time: arithmetic, call-outs, counting, pieces and schools.

topic
    One kind of question, or one fact: half of a length, what a jack does. What somebody knows is known by topic.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from random import Random

from bluff.core.errors import EditError
from bluff.core.job.amounts import Datum
from bluff.core.job.asked import School
from bluff.core.job.job import Opening, Sizing
from bluff.core.job.position import Centred
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
from bluff.core.measure.aloud import aloud
from bluff.core.measure.length import (
    Length,
    format_call_out,
    format_exact,
    format_feet,
    format_inches,
    format_spacing,
    half,
    inches,
    parse_length,
)
from bluff.core.measure.size import Size
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, message
from bluff.core.takeoff.thumb import studs_by_thumb
from bluff.core.wall.layout import on_centre_lines
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
    asks: Message | str
    answer: Sum | int | str
    choices: tuple[str, ...]
    because: Message | str

    @property
    def answers(self) -> str:
        """The answer as it is written."""
        match self.answer:
            case Sum(value=value):
                return format_exact(value)
            case answer:
                return str(answer)

    def is_right(self, said: str) -> bool:
        """Whether somebody said it.

        Raises:
            LengthError: A length is asked for, and this is none.
        """
        match self.answer:
            case Sum(value=value):
                return parse_length(said) == value
            case answer:
                return said.strip() == str(answer)


_Maker = Callable[[Random, Standard], tuple[str, Sum | int, str]]


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
        raise EditError(f"There are no questions about {topic}.", "topic")
    if about == "does":
        return _what_does(topic, Role(of), random, standard)
    if about == "called":
        return _what_called(topic, Role(of), random, standard)
    return _which_way(topic, _WAYS[of], random, standard)


def _length(random: Random, least: int, most: int) -> Length:
    return inches(random.randrange(least, most)) + random.choice(_PARTS)


def _half(random: Random, _: Standard) -> tuple[str, Sum, str]:
    whole = inches(random.randrange(21, 96, 2)) + random.choice((0, 0, *_PARTS))
    return (
        f"What is half of {format_inches(whole)}?",
        Sum.of("half", half(whole)),
        "Half of the inches, and half of what is left over: an odd inch leaves 1/2, a 1/2 leaves 1/4.",
    )


def _in_inches(random: Random, _: Standard) -> tuple[str, Sum, str]:
    length = inches(12 * random.randrange(4, 20)) + _length(random, 0, 12)
    feet, rest = divmod(length, inches(12))
    return (
        f"How many inches are {format_feet(length)}?",
        Sum.of("feet", feet * inches(12)).plus("inches", rest),
        f"{feet} feet are {12 * feet}; with {format_inches(rest)} that is {format_inches(length)}.",
    )


def _call_out(random: Random, _: Standard) -> tuple[str, Sum, str]:
    width = inches(random.randrange(20, 73, 2))
    feet, rest = divmod(width, inches(12))
    return (
        f"A window is called out {format_call_out(width)} x 4-0. How wide is it, in inches?",
        Sum.of("call-out", width),
        f"A call-out is feet and inches: {feet} ft {format_inches(rest)} is {format_inches(width)}.",
    )


def _of_unit(random: Random, standard: Standard, kind: OpeningKind, widths: Sequence[int], high: int) -> Sum:
    size = Size(inches(random.choice(widths)), inches(high))
    return rough_opening(Opening("W1", "A", kind, size, Sizing.UNIT, Centred()), standard).width


def _door(random: Random, standard: Standard) -> tuple[str, Sum, str]:
    width = _of_unit(random, standard, OpeningKind.DOOR, (28, 30, 32, 34, 36), 80)
    return (
        f"A door is called out {format_call_out(width.steps[0].amount)} x 6-8. How wide is its rough opening?",
        width,
        width.in_figures,
    )


def _window(random: Random, standard: Standard) -> tuple[str, Sum, str]:
    width = _of_unit(random, standard, OpeningKind.WINDOW, (24, 30, 36, 42, 48, 60), 48)
    return (
        f"A window is called out {format_call_out(width.steps[0].amount)} x 4-0. How wide is its rough opening?",
        width,
        width.in_figures,
    )


def _header(random: Random, _: Standard) -> tuple[str, Sum, str]:
    width, jacks = _length(random, 25, 72), random.choice((1, 1, 2))
    length = Sum.of("rough opening", width).plus("{jack:many}", 2 * jacks * _STUD)
    many = "1 jack" if jacks == 1 else f"{jacks} jacks"
    return (
        f"A rough opening is {format_inches(width)} wide, with {many} a side. How long is its header?",
        length,
        f"{length.in_figures}: it lies on the jacks of both sides.",
    )


def _jack(random: Random, standard: Standard) -> tuple[str, Sum, str]:
    head, count = _length(random, 79, 90), standard.bottom_plates
    length = Sum.of("head", head).minus("{bottom_plate}", count * _STUD)
    plates = "1 bottom plate" if count == 1 else f"{count} bottom plates"
    return (
        f"The underside of a header is {format_inches(head)} above the floor, and the wall has {plates}. How long is "
        "its jack?",
        length,
        f"{length.in_figures}: the jack stands on the bottom plate.",
    )


def _line(random: Random, _: Standard) -> tuple[str, Sum, str]:
    spacing, number = random.choice(_SPACINGS), random.randrange(2, 12)
    at = Sum.of("on centre", inches(int(spacing) * number)).minus("half a {stud}", half(_STUD))
    return (
        f"At {format_spacing(spacing)} on centre from the end of the plate, the X ahead: where is line {number}?",
        at,
        f"{number} x {format_spacing(spacing)} is {format_inches(at.steps[0].amount)}, less 3/4, so that the middle of "
        "the stud is on it.",
    )


def _other_end(random: Random, _: Standard) -> tuple[str, Sum, str]:
    plate, line = _length(random, 100, 180), _length(random, 10, 90)
    reads = Sum.of("plate", plate).minus("line", line).minus("its {stud}", _STUD)
    return (
        f"On a plate of {format_inches(plate)} a stud's line is at {format_inches(line)}, the X ahead. What does the "
        "tape read from the other end, the X ahead as you see it?",
        reads,
        f"{reads.in_figures}: from there it is the other side of the stud.",
    )


def _outside(random: Random, _: Standard) -> tuple[str, Sum, str]:
    distance, thick = _length(random, 60, 130), random.choice((inches("3 1/2"), inches("5 1/2")))
    at = Sum.of("to the outside", distance).minus("the wall it butts into", thick)
    return (
        f"A window's centre is {format_feet(distance)} from the outside of the building, and the wall butts into one "
        f"{format_inches(thick)} thick. Where is the centre on the plate, in inches?",
        at,
        f"{at.in_figures}: the plate begins where the other wall ends.",
    )


def _by_thumb(random: Random, _: Standard) -> tuple[str, int, str]:
    length, spacing = inches(12 * random.randrange(8, 40)), random.choice(_SPACINGS)
    share = "3/4" if spacing == _SPACINGS[0] else "1/2"
    return (
        f"By rule of thumb, how many studs has a bare wall of {format_feet(length)} at {format_spacing(spacing)}?",
        studs_by_thumb(length, spacing),
        f"A foot of wall x {share}, rounded up, and one.",
    )


def _exactly(random: Random, standard: Standard) -> tuple[str, int, str]:
    length, spacing = _length(random, 90, 200), random.choice(_SPACINGS)
    lines = on_centre_lines(length, spacing, Datum(End.START))
    # One that would stand in the end stud adds none.
    between = [line for line in lines if _STUD <= line.point.value - half(_STUD) <= length - 2 * _STUD]
    if len(between) < len(lines):
        return _exactly(random, standard)
    return (
        f"Exactly: how many studs has a bare wall with a plate of {format_inches(length)} at "
        f"{format_spacing(spacing)}, no openings and nothing that meets it?",
        len(between) + 2,
        f"{len(between)} lines fall between the end studs, and those are two.",
    )


def _called_aloud(random: Random, _: Standard) -> tuple[str, Sum, str]:
    length = inches(random.randrange(12, 190)) + inches(f"{random.randrange(1, 16)}/16")
    return (
        f"Somebody calls “{aloud(length)}”. What do you mark?",
        Sum.of("called", length),
        "Inches first, then the part of an inch.",
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

_WAYS: Mapping[str, type[School]] = {
    "heads": Heads,
    "jacks": Jacks,
    "sill top": SillTop,
    "corners": CornerSchool,
    "intersections": IntersectionSchool,
    "plate ties": PlateTies,
    "ceiling backing": CeilingBacking,
    "anchors": Anchors,
    "lines": MarkLines,
}


def _what_does(topic: str, role: Role, random: Random, standard: Standard) -> Question:
    words = standard.words
    others = random.sample([other for other in _TOLD_APART if other is not role], _CHOICES - 1)
    names = [words.name(one) for one in (role, *others)]
    random.shuffle(names)
    return Question(
        topic,
        message("Which piece is this? “{does}”", does=PURPOSES[role].does),
        words.name(role),
        tuple(names),
        message("Without it: {without}", without=PURPOSES[role].without),
    )


def _what_called(topic: str, role: Role, random: Random, standard: Standard) -> Question:
    words = standard.words
    elsewhere = called_elsewhere(role, words)
    name = random.choice(list(elsewhere))
    own = {words.name(other) for other in PURPOSES if other is not role and words.name(other) != name}
    names = [words.name(role), *random.sample(sorted(own), _CHOICES - 1)]
    random.shuffle(names)
    whose = " and ".join(elsewhere[name])
    return Question(
        topic,
        message("Elsewhere ({whose}) this piece is called “{name}”. What is it called here?", whose=whose, name=name),
        words.name(role),
        tuple(names),
        PURPOSES[role].does,
    )


def _which_way(topic: str, school: type[School], random: Random, standard: Standard) -> Question:
    words = standard.words
    ways = [way for way in school if way.when]
    way = random.choice(ways)
    names = [words.say(one.called) for one in ways]
    random.shuffle(names)
    what = (school.__doc__ or "").splitlines()[0].rstrip(".")
    return Question(
        topic,
        words.say(f"{what}: which way would one choose for this? “{way.when}”"),
        words.say(way.called),
        tuple(names),
        words.say(f"{way.called}: {way.when}"),
    )
