"""What is wrong with data from outside: every fault with its path and a sentence."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel, ValidationError

from bluff.core.errors import BluffError


@dataclass(frozen=True, slots=True)
class Fault:
    """One thing wrong: where (``openings[2].at``, empty for the whole) and what to do about it."""

    path: str
    message: str

    def __str__(self) -> str:
        return f"{self.path}: {self.message}" if self.path else self.message


class FaultyData(ValueError):
    """Data that cannot be taken, with everything that is wrong with it."""

    def __init__(self, faults: Sequence[Fault]) -> None:
        super().__init__("\n".join(map(str, faults)))
        self.faults = tuple(faults)

    def __reduce__(self) -> tuple[type["FaultyData"], tuple[tuple[Fault, ...]]]:
        # Sent from one process to another it is made anew, of its faults and not of its text.
        return FaultyData, (self.faults,)


def faults_of(error: ValidationError, model: type[BaseModel]) -> list[Fault]:
    """A validation error as faults in the product's own words.

    Args:
        error: What Pydantic found.
        model: What was being read, for listing the keys it knows.
    """
    return faults_in(error.errors(include_url=False), model)


def faults_in(errors: Iterable[Any], model: type[BaseModel]) -> list[Fault]:
    """As `faults_of`, from the list of errors a request handler was given."""
    return [Fault(path_of(_said_path(item["loc"])), _sentence(item, model)) for item in errors]


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


def _said_path(location: Sequence[str | int]) -> Sequence[str | int]:
    """A location without what only the parser knows: the request's part, the tag of the chosen edit."""
    # No key of ours has a dash in it; every edit's tag has one.
    words = [part for part in location if part not in _REQUEST_PARTS and "-" not in str(part)]
    return words[1:] if words[:1] == ["edit"] else words


_REQUEST_PARTS = {"body", "query", "path"}


_WRONG_KIND = {
    "string_type": "text; put it in quotes",
    **dict.fromkeys(("list_type", "tuple_type"), "a list; write it in square brackets"),
    **dict.fromkeys(("model_type", "model_attributes_type", "dict_type"), "an object; write it in curly brackets"),
}


def _sentence(item: Any, model: type[BaseModel]) -> str:
    said = _quoted(item["input"])
    context = item.get("ctx", {})
    match item["type"]:
        case "value_error":
            return str(context["error"])
        case "extra_forbidden":
            here = _model_at(model, item["loc"][:-1])
            if misplaced := getattr(here, "misplaced", lambda _: None)(item["loc"][-1]):
                return str(misplaced)
            return f"there is no such key here; the keys are {', '.join(sorted(_keys_of(here)))}."
        case "too_long" | "string_too_long":
            return f"is longer than anybody writes; at most {context['max_length']} may be in it."
        case "missing":
            return "is missing; write it."
        case "enum" | "literal_error":
            return f"{said} is not known; write {_or(context['expected'])}."
        case "bool_type":
            return f"{said} is neither true nor false; write true or false without quotes."
        case "int_type" | "int_from_float":
            return f"{said} is not a whole number; write it without quotes or fraction."
        case "union_tag_not_found" | "union_tag_invalid":
            return f"write {context['discriminator']} as one of {_or(context.get('expected_tags', 'the known ones'))}."
        case kind if kind in _WRONG_KIND:
            return f"{said} is not {_WRONG_KIND[kind]}."
    return f"{said}: {item['msg'].lower()}."


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
