"""Every template of a message in the program, read from its source: what catalogs are made of and tests look at."""

import ast
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path
from string import Formatter

from bluff.core.job.words import usual_names

ROOT = Path(__file__).resolve().parents[1] / "src/bluff"

IN_CALLS = {
    "message": (0,),
    "template": (0,),
    "part": (1, 2),
    "way": (1, 2),
    "option": (1, 2),
    "Slot": (1,),
    "Rule": (0,),
}
"""Which arguments of a call are templates. Those that are given by name are `empty` of `part` and `way`."""
OF_SUMS = ("of", "plus", "minus", "named")


@dataclass(frozen=True)
class Written:
    """A template where it stands.

    Args:
        template: Itself; of one that counts the one for one.
        many: The one for any other count.
        arguments: The names it is given, None where it stands in a table.
        path, line: Where.
    """

    template: str
    many: str | None
    arguments: frozenset[str] | None
    path: Path
    line: int

    @property
    def where(self) -> str:
        """The place in the source."""
        return f"{self.path.relative_to(ROOT)}:{self.line}"

    @property
    def texts(self) -> tuple[str, ...]:
        """The template, and the one for many if it has one."""
        return (self.template,) if self.many is None else (self.template, self.many)


def written() -> Iterator[Written]:
    """Every template there is, file by file."""
    for path in sorted(ROOT.rglob("*.py")):
        for node in ast.walk(ast.parse(path.read_text("utf-8"))):
            match node:
                case ast.Call():
                    found = _of_call(node)
                case ast.ClassDef(bases=[ast.Name(id="School")]):
                    found = _of_school(node)
                case _:
                    continue
            for one, many, given, line in found:
                # A figure or a sign is the same in every language.
                if any(character.isalpha() for character in one):
                    yield Written(one, many, given, path, line)


def pieces() -> Iterator[Written]:
    """What pieces are usually called, which the source puts together."""
    for name in usual_names():
        yield Written(name, None, None, ROOT / "core/job/words.py", 0)


def fields(text: str) -> list[tuple[str, str]]:
    """The fields of a template in small letters, each with how it is written."""
    return [(name.lower(), form or "") for _, name, form, _ in Formatter().parse(text) if name is not None]


_Found = tuple[str, str | None, frozenset[str] | None, int]


def _of_call(call: ast.Call) -> Iterator[_Found]:
    name = call.func.id if isinstance(call.func, ast.Name) else getattr(call.func, "attr", "")
    given = frozenset(keyword.arg for keyword in call.keywords if keyword.arg)
    # What else is given at run time nobody can see here.
    is_open = any(keyword.arg is None for keyword in call.keywords)
    match name:
        case "plural":
            one, many = (next(_texts(text)) for text in call.args)
            yield one, many, given, call.lineno
        case "message":
            for text in _texts(call.args[0]):
                yield text, None, None if is_open else given, call.lineno
        case "headings" | "yes_or_no":
            # `yes_or_no` is given pairs.
            given_by = [*call.args, *(keyword.value for keyword in call.keywords)]
            parts = [part for one in given_by for part in (one.elts if isinstance(one, ast.Tuple) else [one])]
            yield from ((one, None, None, call.lineno) for part in parts for one in _texts(part))
        case _ if name in IN_CALLS:
            for at in IN_CALLS[name]:
                yield from ((one, None, None, call.lineno) for text in call.args[at : at + 1] for one in _texts(text))
            for keyword in call.keywords:
                if keyword.arg == "empty":
                    yield from ((one, None, None, call.lineno) for one in _texts(keyword.value))
        case _ if name in OF_SUMS and call.args and _is_sum(call.func):
            yield from ((one, None, frozenset(), call.lineno) for one in _texts(call.args[0]))


def _of_school(school: ast.ClassDef) -> Iterator[_Found]:
    for member in school.body:
        if isinstance(member, ast.Assign) and isinstance(member.value, ast.Tuple):
            for text in member.value.elts[1:]:
                yield from ((one, None, None, member.lineno) for one in _texts(text))


def _is_sum(function: ast.expr) -> bool:
    """Whether what is called belongs to a sum: `of` to its class, the others to any that there is."""
    if not isinstance(function, ast.Attribute):
        return False
    return function.attr != "of" or (isinstance(function.value, ast.Name) and function.value.id == "Sum")


def _texts(node: ast.expr) -> Iterator[str]:
    """The texts an argument may be: one, or one of two."""
    match node:
        case ast.Constant(value=str(text)):
            yield text
        case ast.IfExp():
            yield from _texts(node.body)
            yield from _texts(node.orelse)
