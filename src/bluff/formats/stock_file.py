"""The boards a yard has, as the job file keeps them and a crew keeps its own."""

from typing import Annotated, Any, TypeAlias, TypeVar

from pydantic import Field, StrictInt, StrictStr

from bluff.core.errors import BluffError, JobError
from bluff.core.job.stock import (
    CURRENCY,
    KEEP,
    KERF,
    LONGEST_GRADE,
    MOST_CROOKED,
    MOST_ON_SITE,
    MOST_SPARE_NAILS,
    NAILS_A_BOX,
    SPARE_NAILS,
    Board,
    OnSite,
    Section,
    SectionStock,
    YardStock,
    section,
)
from bluff.core.measure.length import Length, format_exact, parse_length
from bluff.core.message import message
from bluff.formats.values import LengthText, PriceNumber
from bluff.formats.ways_values import FileModel

PricesText: TypeAlias = dict[str, dict[str, PriceNumber | None]]
"""Boards by section, ``2x6`` or ``2x6 treated``, each a length and its price."""
_CountText: TypeAlias = dict[str, dict[str, Annotated[StrictInt, Field(ge=1, le=MOST_ON_SITE)]]]

Value = TypeVar("Value")


class StockKeys(FileModel):
    """The keys that say what boards there are to buy and on the site, and the saw they are cut with."""

    stock: Annotated[
        PricesText | None,
        Field(description="Boards by section, each a length and its price, null where none is known."),
    ] = None
    grades: Annotated[
        dict[str, Annotated[StrictStr, Field(max_length=LONGEST_GRADE)]] | None,
        Field(description="What grade a section of the stock is bought in."),
    ] = None
    on_site: Annotated[
        _CountText | None, Field(description="Boards on the site by section, each a length and how many; used first.")
    ] = None
    kerf: Annotated[LengthText | None, Field(description="What the saw takes at every cut; 1/8 when left out.")] = None
    keep: Annotated[LengthText | None, Field(description="The shortest offcut that is kept; 24 when left out.")] = None
    crooked: Annotated[
        Annotated[StrictInt, Field(ge=0, le=MOST_CROOKED)] | None,
        Field(description="Percent of boards too crooked to use, bought on top; none when left out."),
    ] = None

    nails_a_box: Annotated[StrictInt | None, Field(description="16d nails in a box; 2500 when left out.")] = None
    spare_nails: Annotated[
        Annotated[StrictInt, Field(ge=0, le=MOST_SPARE_NAILS)] | None,
        Field(description="Percent of nails bought on top; 5 when left out."),
    ] = None
    currency: Annotated[
        StrictStr | None, Field(description="What prices are in, by its letters (ISO 4217); USD when left out.")
    ] = None

    def stock_to_core(self) -> YardStock:
        """The boards.

        Raises:
            JobError: There cannot be such boards; the path starts at the key.
        """
        prices, counts, grades = self.stock or {}, self.on_site or {}, dict(self.grades or {})
        sections = tuple(
            SectionStock(
                _section("stock", name),
                tuple(Board(length, price) for length, price in _by_length("stock", name, boards)),
                grades.pop(name, ""),
            )
            for name, boards in prices.items()
        )
        if grades:
            unknown = next(iter(grades))
            raise JobError(
                message("A grade is that of a section of the stock. List its boards there."), f"grades.{unknown}"
            )
        on_site = tuple(
            OnSite(_section("on_site", name), length, count)
            for name, boards in counts.items()
            for length, count in _by_length("on_site", name, boards)
        )
        return YardStock(
            sections,
            KERF if self.kerf is None else self.kerf,
            on_site,
            KEEP if self.keep is None else self.keep,
            self.crooked or 0,
            NAILS_A_BOX if self.nails_a_box is None else self.nails_a_box,
            SPARE_NAILS if self.spare_nails is None else self.spare_nails,
            CURRENCY if self.currency is None else self.currency,
        )


class StockFile(StockKeys):
    """A stock by itself, as a crew keeps it."""

    @classmethod
    def from_core(cls, stock: YardStock) -> "StockFile":
        return cls.model_construct(**stock_keys(stock))


def stock_keys(stock: YardStock) -> dict[str, Any]:
    """The `StockKeys` that say what boards there are; what is as usual is left out."""
    on_site: dict[str, dict[str, int]] = {}
    for one in stock.on_site:
        on_site.setdefault(str(one.section), {})[format_exact(one.length)] = one.count
    return {
        "stock": {
            str(one.section): {format_exact(board.length): board.price for board in one.boards}
            for one in stock.sections
        }
        or None,
        "grades": {str(one.section): one.grade for one in stock.sections if one.grade} or None,
        "on_site": on_site or None,
        "kerf": None if stock.kerf == KERF else stock.kerf,
        "keep": None if stock.keep == KEEP else stock.keep,
        "crooked": stock.crooked or None,
        "nails_a_box": None if stock.box == NAILS_A_BOX else stock.box,
        "spare_nails": None if stock.spare_nails == SPARE_NAILS else stock.spare_nails,
        "currency": None if stock.currency == CURRENCY else stock.currency,
    }


def board_length(path: str, text: str) -> Length:
    """A length that is a key.

    Raises:
        JobError: It is none; the path says where.
    """
    try:
        return parse_length(text)
    except BluffError as error:
        raise JobError(error.message, f"{path}.{text}") from error


def _section(key: str, name: str) -> Section:
    try:
        return section(name)
    except JobError as error:
        raise JobError(error.message, f"{key}.{name}") from error


def _by_length(key: str, name: str, boards: dict[str, Value]) -> list[tuple[Length, Value]]:
    return [(board_length(f"{key}.{name}", text), value) for text, value in boards.items()]


def stock_data(stock: YardStock) -> dict[str, Any]:
    """A stock as JSON data, for keeping; `stock_from_data` gives back an equal one."""
    return StockFile.from_core(stock).model_dump(mode="json", exclude_none=True)


def stock_from_data(data: Any) -> YardStock:
    """A stock from JSON data that was kept."""
    return StockFile.model_validate(data).stock_to_core()
