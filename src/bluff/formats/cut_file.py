"""Cutting plans as JSON, and the bare list of pieces they can be asked for.

A bare list has boards by section, each length with its price, and pieces by section, each length with how many. What
comes out is the same for a list and for a job, but that pieces of a list are only lengths.
"""

from collections.abc import Iterable
from fractions import Fraction
from typing import Annotated, Any

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from bluff.core.cutting.board import Cut
from bluff.core.cutting.demand import PARTS, Aim, By, Demand, costs
from bluff.core.cutting.pairs import cuts_of
from bluff.core.cutting.problem import CuttingPlan, Piece, Problem, Stock, drop_of
from bluff.core.errors import BluffError
from bluff.core.job.stock import KERF, Board, Section
from bluff.core.measure.length import PER_INCH, to_inches
from bluff.core.message import message
from bluff.formats.errors import Fault, FaultyData, fault_of, faults_of
from bluff.formats.json_text import read_json
from bluff.formats.stock_file import PricesText, board_length
from bluff.formats.values import LengthText

LARGEST_LIST = 4 * 1024 * 1024
_MOST_PIECES = 20_000


class CutListFile(BaseModel):
    """A bare list of pieces and the boards they are cut from."""

    model_config = ConfigDict(extra="forbid")

    kerf: LengthText = KERF
    stock: PricesText
    sections: dict[str, list[tuple[LengthText, Annotated[int, Field(strict=True, ge=1, le=_MOST_PIECES)]]]]


def read_cut_list(text: str | bytes, aim: Aim) -> list[Demand]:
    """Read a bare list of pieces.

    Args:
        text: The file as it is.
        aim: What plans are to have least of.

    Raises:
        FaultyData: It cannot be read; every fault names its path and says what would do.
    """
    data = read_json(text, LARGEST_LIST)
    if not isinstance(data, dict):
        raise FaultyData([Fault("", message('This is not a list of pieces; it has "stock" and "sections".'))])
    try:
        listed = CutListFile.model_validate(data)
    except ValidationError as error:
        raise FaultyData(faults_of(error, CutListFile)) from error
    faults: list[Fault] = []
    demands: list[Demand] = []
    for section, rows in listed.sections.items():
        try:
            pieces = _pieces(rows, section)
            problem = Problem(pieces, _stock(listed, section, aim), listed.kerf)
            _check_fits(problem, rows, section)
            demands.append(Demand(Section(section), problem))
        except FaultyData as faulty:
            faults += faulty.faults
        except BluffError as error:
            faults.append(fault_of(error, "sections", section))
    if faults:
        raise FaultyData(faults)
    return demands


def _pieces(rows: Iterable[tuple[int, int]], section: str) -> tuple[Piece, ...]:
    pieces = tuple(
        Piece(f"{row}.{number}", length) for row, (length, count) in enumerate(rows) for number in range(1, count + 1)
    )
    if len(pieces) > _MOST_PIECES:
        raise FaultyData(
            [
                Fault(
                    f"sections.{section}",
                    message("At most {most_pieces} pieces of a section are cut at once.", most_pieces=_MOST_PIECES),
                )
            ]
        )
    return pieces


def _check_fits(problem: Problem, rows: Iterable[tuple[int, int]], section: str) -> None:
    faults = []
    for row, (length, _) in enumerate(rows):
        try:
            problem.cheapest_for(length)
        except BluffError as error:
            faults.append(Fault(f"sections.{section}[{row}]", error.message))
    if faults:
        raise FaultyData(faults)


def _stock(listed: CutListFile, section: str, aim: Aim) -> tuple[Stock, ...]:
    """The boards of a section, shortest first."""
    if section not in listed.stock:
        known = ", ".join(listed.stock) or "none"
        raise FaultyData(
            [
                Fault(
                    f"sections.{section}",
                    message("There are no boards of {section}; the stock has {known}.", section=section, known=known),
                )
            ]
        )
    prices = listed.stock[section].items()
    try:
        boards = [Board(board_length(f"stock.{section}", text), price) for text, price in prices]
        return costs(boards, aim, section)
    except BluffError as error:
        raise FaultyData([fault_of(error)]) from error


def cut_data(plans: Iterable[tuple[Demand, CuttingPlan]], aim: Aim) -> dict[str, Any]:
    """Cutting plans as JSON data: every board, what no plan goes below, what these cost, and the gap between.

    By length costs are inches, by price they are money, with what handling a board counts for; a price is left null
    where boards are not counted by it.
    """
    boards = []
    cost, bound = 0, Fraction(0)
    too_long = []
    unit = PARTS if aim.by is By.PRICE else PER_INCH
    handling = aim.handling if aim.by is By.PRICE else 0
    for demand, plan in plans:
        cost, bound = cost + plan.cost, bound + plan.bound
        for board in plan.boards:
            boards.append(
                {
                    "section": demand.section.size,
                    "treated": demand.section.is_treated,
                    "length": to_inches(board.stock.length),
                    "price": float(Fraction(board.stock.cost, unit) - handling) if aim.by is By.PRICE else None,
                    "pieces": [_piece(cut, demand) for piece in board.pieces for cut in cuts_of(piece, demand)],
                    "drop": to_inches(drop_of(board, demand.problem.kerf)),
                }
            )
        too_long += [str(member.id) for member in demand.too_long]
    gap = float((cost - bound) / bound) if bound else 0.0
    data: dict[str, Any] = {"boards": boards, "bound": float(bound / unit), "cost": cost / unit, "gap": gap}
    if too_long:
        data["too_long"] = too_long
    return data


def _piece(cut: Cut, demand: Demand) -> Any:
    member = demand.members.get(cut.piece)
    if member is None:
        return to_inches(cut.length)
    data = {
        "id": str(member.id),
        "wall": member.id.wall,
        "role": member.role,
        "length": to_inches(cut.length),
    }
    return {**data, "turned": True} if cut.nests else data
