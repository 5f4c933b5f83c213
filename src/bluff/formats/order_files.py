"""The order as others take it: a table, a spreadsheet, and plain text for a message."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass

from bluff.core.crew.supply import SPECIAL, Load, LumberOrder, OrderLine
from bluff.core.job.words import Words
from bluff.core.measure.length import to_inches
from bluff.core.message import Message, message, plural
from bluff.formats.cutting_tables import workbook
from bluff.formats.regional import money
from bluff.formats.tables import headings, written
from bluff.views.reader import reader

LINES = headings(
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
    "currency",
    "pounds",
    "note",
)
SUPPLIES = headings("quantity", "what", "because")


@dataclass(frozen=True, slots=True)
class WholeOrder:
    """What is written of an order.

    Args:
        job: The job's name.
        words: The crew's.
        order: All of it.
        loads: The same by the truck it comes on; one where it comes at once.
        currency: What prices are in.
    """

    job: str
    words: Words
    order: LumberOrder
    loads: tuple[Load, ...]
    currency: str


def order_csv(whole: WholeOrder) -> str:
    """Every line by the load it comes with, then what else is ordered, without a load."""
    rows: list[tuple[object, ...]] = [*_lines(whole)]
    rows += [("", one.count, one.what, *[""] * (len(LINES) - 3)) for one in whole.order.supplies]
    return written(LINES, rows, reader(whole.words))


def order_xlsx(whole: WholeOrder) -> bytes:
    """The same with what else is ordered on a page of its own, prices and weights as numbers."""
    supplies = [(one.count, one.what, one.because) for one in whole.order.supplies]
    pages: dict[Message, tuple[Sequence[Message], Sequence[Sequence[object]]]] = {
        message("Boards"): (LINES, [*_lines(whole)]),
        message("Sheets and hardware"): (SUPPLIES, supplies),
    }
    return workbook(pages, reader(whole.words))


def order_text(whole: WholeOrder) -> str:
    """The order as one would write it in a message, quantity first."""
    order, say = whole.order, reader(whole.words).say
    lines = [say(message("Order for {job}", job=whole.job))]
    for number, load in enumerate(whole.loads, start=1):
        title = message(
            "Load {number}, for walls {walls} ({pounds} lb)",
            number=number,
            walls=", ".join(load.walls),
            pounds=round(load.pounds),
        )
        lines += ["", say(title)] if len(whole.loads) > 1 else [""]
        lines += [say(line.called) + _notes(line, say) for line in load.lines]
    lines += ["", *(f"{one.count} – {say(one.what)}" for one in order.supplies), ""]
    boards = plural("{count} board", "{count} boards", count=sum(line.bought for line in order.lines))
    lines.append(say(message("{boards}, {pounds} lb", boards=boards, pounds=round(order.pounds))))
    if order.cost:
        cost = money(order.cost, whole.currency)
        lines.append(
            say(message("{cost}, {missing}", cost=cost, missing=without_price(order.unpriced)))
            if order.unpriced
            else cost
        )
    return "\n".join(lines) + "\n"


def without_price(boards: int) -> Message:
    """That some boards are missing from what an order costs."""
    return plural("without {count} board that has no price", "without {count} boards that have no price", count=boards)


def _notes(line: OrderLine, say: Callable[[Message], str]) -> str:
    notes = [message("{count} of them straight", count=line.straight)] if line.straight else []
    if line.crooked:
        notes.append(message("{count} extra for crooked boards", count=line.crooked))
    return f" ({', '.join(map(say, notes))})" if notes else ""


def _lines(whole: WholeOrder) -> Iterator[tuple[object, ...]]:
    for number, load in enumerate(whole.loads, start=1):
        for line in load.lines:
            yield (
                number,
                line.bought,
                line.section.called,
                line.board,
                to_inches(line.length),
                line.grade,
                line.straight,
                line.crooked,
                "" if line.price is None else float(line.price),
                "" if line.cost is None else float(line.cost),
                whole.currency,
                round(float(line.bought * line.pounds), 1),
                SPECIAL if line.is_special else "",
            )
