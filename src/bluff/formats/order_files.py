"""The order as others take it: a table, a spreadsheet, and plain text for a message."""

from collections.abc import Iterator
from dataclasses import dataclass

from bluff.core.crew.supply import SPECIAL, Load, LumberOrder, OrderLine
from bluff.core.job.words import Words
from bluff.core.measure.length import to_inches
from bluff.formats.cutting_tables import workbook
from bluff.formats.prices import format_price
from bluff.formats.tables import written
from bluff.views.reader import Reader, reader

LINES = (
    "load",
    "quantity",
    "section",
    "length",
    "inches",
    "grade",
    "straight",
    "crooked",
    "price",
    "cost",
    "pounds",
    "note",
)
SUPPLIES = ("quantity", "what", "because")


@dataclass(frozen=True, slots=True)
class WholeOrder:
    """What is written of an order.

    Args:
        job: The job's name.
        words: The crew's.
        order: All of it.
        loads: The same by the truck it comes on; one where it comes at once.
    """

    job: str
    words: Words
    order: LumberOrder
    loads: tuple[Load, ...]


def order_csv(whole: WholeOrder) -> str:
    """Every line by the load it comes with, then what else is ordered, without a load."""
    rows: list[tuple[object, ...]] = [*_lines(whole)]
    rows += [
        ("", one.count, reader(whole.words).say(one.what), *[""] * (len(LINES) - 3)) for one in whole.order.supplies
    ]
    return written(LINES, rows)


def order_xlsx(whole: WholeOrder) -> bytes:
    """The same with what else is ordered on a page of its own, prices and weights as numbers."""
    supplies = [
        (one.count, reader(whole.words).say(one.what), reader(whole.words).say(one.because))
        for one in whole.order.supplies
    ]
    return workbook({"Boards": (LINES, [*_lines(whole)]), "Sheets and hardware": (SUPPLIES, supplies)})


def order_text(whole: WholeOrder) -> str:
    """The order as one would write it in a message, quantity first."""
    order = whole.order
    said = [f"Order for {whole.job}"]
    for number, load in enumerate(whole.loads, start=1):
        if len(whole.loads) > 1:
            said += ["", f"Load {number}, for walls {', '.join(load.walls)} ({round(load.pounds)} lb)"]
        else:
            said.append("")
        said += [f"{reader(whole.words).say(line.called)}{_notes(line)}" for line in load.lines]
    said += ["", *(f"{one.count} – {reader(whole.words).say(one.what)}" for one in order.supplies), ""]
    said.append(f"{sum(line.bought for line in order.lines)} boards, {round(order.pounds)} lb")
    if order.cost:
        missing = f", without {order.unpriced} boards that have no price" if order.unpriced else ""
        said.append(f"{format_price(order.cost)}{missing}")
    return "\n".join(said) + "\n"


def _notes(line: OrderLine) -> str:
    notes = [f"{line.straight} of them straight"] if line.straight else []
    if line.crooked:
        notes.append(f"{line.crooked} extra for crooked boards")
    return f" ({', '.join(notes)})" if notes else ""


def _lines(whole: WholeOrder) -> Iterator[tuple[object, ...]]:
    for number, load in enumerate(whole.loads, start=1):
        for line in load.lines:
            yield (
                number,
                line.bought,
                str(line.section),
                line.board,
                to_inches(line.length),
                line.grade,
                line.straight,
                line.crooked,
                "" if line.price is None else float(line.price),
                "" if line.cost is None else float(line.cost),
                round(float(line.bought * line.pounds), 1),
                Reader().say(SPECIAL) if line.is_special else "",
            )
