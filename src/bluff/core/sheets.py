"""Sheet edges: whether every joint between sheets falls on wood.

Sheets are 48 wide and start at the datum. Where the spacing does not meet 48 but meets 96, sheets can
lie; that is said once, not at every joint.
"""

from collections.abc import Iterator
from fractions import Fraction
from math import ceil

from bluff.core.finding import Code, Finding, Severity
from bluff.core.layout import NAILABLE, LaidOut, datum_point
from bluff.core.length import Length, format_inches, format_spacing, inches
from bluff.core.standard import Datum

SHEET_WIDTH: Length = inches(48)
SHEET_LENGTH: Length = inches(96)


def check_spacing(spacing: Fraction) -> Iterator[Finding]:
    """Say once when no stud will stand at the joints of upright sheets."""
    if 48 % spacing == 0:
        return
    lying = 96 % spacing == 0
    yield Finding(
        Code.SPACING_MISSES_SHEETS,
        Severity.WARNING,
        f"At {format_spacing(spacing)} on centre no stud stands at 48, where upright sheets meet"
        + (", but one does at 96." if lying else ", nor at 96."),
        "Lay 8 ft sheets on their side." if lying else "Choose 12, 16, 19.2 or 24, or block the joints.",
    )


def sheet_edges(length: Length, spacing: Fraction, datum: Datum) -> list[Length]:
    """Where sheets meet along a plate, from its start.

    Args:
        length: Of the plate.
        spacing: In inches; it decides whether sheets stand (48) or lie (96). A spacing that meets
            neither has no edges worth checking.
        datum: Where the first sheet starts.

    >>> [edge // 64 for edge in sheet_edges(inches(136), Fraction(16), Datum())]
    [48, 96]
    """
    if 48 % spacing == 0:
        pitch = SHEET_WIDTH
    elif 96 % spacing == 0:
        pitch = SHEET_LENGTH
    else:
        return []
    origin = datum_point(length, datum)
    first = origin + ceil(Fraction(NAILABLE - origin, pitch)) * pitch
    return list(range(first, length - NAILABLE + 1, pitch))


def check_sheet_edges(layers: list[LaidOut], edges: list[Length]) -> Iterator[Finding]:
    """Every sheet edge that has less than 1/2 of wood on a side, in every layer a sheet covers.

    Source: docs/rules.md, Sheets.
    """
    for laid in layers:
        # A joint just inside the king at a layer's bound still needs wood in the layer for its other sheet;
        # further in, it is the business of whatever is on the king's other side.
        first, last = laid.layer.start - NAILABLE, laid.layer.end + NAILABLE
        for edge in edges:
            on_wood = any(wood.start + NAILABLE <= edge <= wood.end - NAILABLE for wood in laid.wood)
            if first < edge < last and not on_wood:
                yield Finding(
                    Code.SHEET_EDGE_NO_WOOD,
                    Severity.WARNING,
                    f"Sheets meet at {format_inches(edge)} and have no wood to share there ({laid.layer.name}).",
                    "Add a stud or block under the joint, or shift the datum.",
                    at=edge,
                    opening=laid.layer.opening,
                )
