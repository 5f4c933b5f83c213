"""What is wrong with data from outside: every fault with its path and a sentence."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel, ValidationError

from bluff.core.errors import BluffError
from bluff.core.message import Message, message, template


@dataclass(frozen=True, slots=True)
class Fault:
    """One thing wrong: where (``openings[2].at``, empty for the whole) and what to do about it."""

    path: str
    message: Message

    @property
    def sentence(self) -> Message:
        """Where, and what to do."""
        return message("{path}: {why}", path=self.path, why=self.message) if self.path else self.message


class FaultyData(ValueError):
    """Data that cannot be taken, with everything that is wrong with it."""

    def __init__(self, faults: Sequence[Fault]) -> None:
        super().__init__(tuple(faults))
        self.faults = tuple(faults)


def faults_of(error: ValidationError, model: type[BaseModel]) -> list[Fault]:
    """A validation error as faults in the product's own words.

    Args:
        error: What Pydantic found.
        model: What was being read, for listing the keys it knows.
    """
    return faults_in(error.errors(include_url=False), model)


def faults_in(errors: Iterable[Any], model: type[BaseModel]) -> list[Fault]:
    """As `faults_of`, from the list of errors a request handler was given."""
    return [Fault(path_of(_named_path(item["loc"])), _sentence(item, model)) for item in errors]


def fault_of(error: BluffError, *prefix: str | int) -> Fault:
    """A core error as a fault, at its own path below a prefix."""
    above = path_of(prefix)
    return Fault(".".join(part for part in (above, error.path) if part), error.message)


def path_of(location: Iterable[str | int]) -> str:
    """A location as it would be written in code.

    >>> path_of(("openings", 2, "at"))
    'openings[2].at'
    """
    path = ""
    for part in location:
        path += f"[{part}]" if isinstance(part, int) else f".{part}" if path else part
    return path


def _named_path(location: Sequence[str | int]) -> Sequence[str | int]:
    """A location without what only the parser knows: the request's part, the tag of the chosen edit."""
    # No key of ours has a dash in it; every edit's tag has one.
    words = [part for part in location if part not in _REQUEST_PARTS and "-" not in str(part)]
    return words[1:] if words[:1] == ["edit"] else words


_REQUEST_PARTS = {"body", "query", "path"}


_WRONG_KIND = {
    "string_type": message("text. Put it in quotes"),
    **dict.fromkeys(("list_type", "tuple_type"), message("a list. Write it in square brackets")),
    **dict.fromkeys(
        ("model_type", "model_attributes_type", "dict_type"), message("an object. Write it in curly brackets")
    ),
}


_SENTENCES: Mapping[str, tuple[str, str]] = {
    "greater_than_equal": (template("{value} is too small; {bound} is the least."), "ge"),
    "greater_than": (template("{value} is too small; it must be more than {bound}."), "gt"),
    "less_than_equal": (template("{value} is too large; {bound} is the most."), "le"),
    "less_than": (template("{value} is too large; it must be less than {bound}."), "lt"),
    "too_short": (template("There are too few here. The least is {bound}."), "min_length"),
    "string_too_short": (template("This is too short. The least number of characters is {bound}."), "min_length"),
    **dict.fromkeys(("int_parsing", "int_parsing_size"), (template("{value} is not a whole number."), "")),
    **dict.fromkeys(("float_type", "float_parsing", "finite_number"), (template("{value} is not a number."), "")),
    "bool_parsing": (template("{value} is neither true nor false."), ""),
    **dict.fromkeys(("uuid_parsing", "uuid_type"), (template("{value} is not an id."), "")),
    **dict.fromkeys(
        ("datetime_type", "datetime_parsing", "datetime_from_date_parsing", "timezone_aware"),
        (template("{value} is not a date and time. Write it like 2026-05-06T07:30:00Z."), ""),
    ),
    **dict.fromkeys(
        ("date_type", "date_parsing", "date_from_datetime_parsing"),
        (template("{value} is not a date. Write it like 2026-05-06."), ""),
    ),
}
"""By Pydantic's name of what is wrong: the sentence, and Pydantic's name of the bound in it, if there is one."""


def _sentence(item: Any, model: type[BaseModel]) -> Message:
    value = _quoted(item["input"])
    context = item.get("ctx", {})
    match item["type"]:
        case "value_error":
            # What the core refuses comes through Pydantic as the one argument of a `ValueError`.
            (cause,) = context["error"].args
            return cause if isinstance(cause, Message) else message("{text}", text=str(cause))
        case "extra_forbidden":
            here = _model_at(model, item["loc"][:-1])
            misplaced: Message | None = getattr(here, "misplaced", lambda _: None)(item["loc"][-1])
            if misplaced:
                return misplaced
            return message("There is no such key here; the keys are {keys}.", keys=", ".join(sorted(_keys_of(here))))
        case "too_long" | "string_too_long":
            return message("This is too long; at most {longest} fit in it.", longest=context["max_length"])
        case "missing":
            return message("This is missing. Write it.")
        case "enum" | "literal_error":
            return message("{value} is not known. Write {choices}.", value=value, choices=_or(context["expected"]))
        case "bool_type":
            return message("{value} is neither true nor false. Write true or false without quotes.", value=value)
        case "int_type" | "int_from_float":
            return message("{value} is not a whole number. Write it without quotes or a fraction.", value=value)
        case "union_tag_not_found" | "union_tag_invalid":
            return (
                message(
                    "Write {key} as one of {choices}.",
                    key=context["discriminator"],
                    choices=_or(context["expected_tags"]),
                )
                if "expected_tags" in context
                else message("Write {key}.", key=context["discriminator"])
            )
        case kind if kind in _WRONG_KIND:
            return message("{value} is not {kind}.", value=value, kind=_WRONG_KIND[kind])
        case kind if kind in _SENTENCES:
            says, bound = _SENTENCES[kind]
            return message(says, value=value, bound=str(context.get(bound, "")))
    return message("{value}: {why}.", value=value, why=item["msg"].lower())


def _model_at(model: type[BaseModel], location: Sequence[str | int]) -> type[BaseModel]:
    """The model that stands at a location inside another."""
    for part in location:
        if isinstance(part, int):
            continue
        for name, field in model.model_fields.items():
            if part in (name, field.alias):
                model = next(iter(_models_in(field.annotation)), model)
                break
    return model


def _keys_of(model: type[BaseModel]) -> list[str]:
    return [field.alias or name for name, field in model.model_fields.items()]


def _models_in(annotation: Any) -> Iterable[type[BaseModel]]:
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        yield annotation
    for inner in getattr(annotation, "__args__", ()):
        yield from _models_in(inner)


def _quoted(value: Any) -> str:
    text = f"“{value}”" if isinstance(value, str) else f"{value}"
    return text if len(text) <= 60 else f"{text[:57]}…"


def _or(expected: str) -> str:
    return expected.replace("'", "")
