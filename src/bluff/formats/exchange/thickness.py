"""What stud stands in a wall that is drawn so thick.

drawn thickness
    From face to face as somebody drew it: the bare stud, or the stud with the panels on it.
panels
    What is on both sides of the stud together: sheathing, boards, plaster.
"""

from dataclasses import dataclass

from bluff.core.measure.length import format_inches, from_inches, to_inches
from bluff.core.measure.lumber import STUDS, lumber

THICKEST = 13.0
"""Inches; nothing thicker than this is framed with two-bys, panels and all."""

_WIDTHS: tuple[tuple[str, float], ...] = tuple((stud, to_inches(lumber(stud).width)) for stud in STUDS)
_SLOPPY = 0.125
"""What a bare stud may be drawn too wide or too narrow."""
_THICKEST_PANELS = 2.5
_GUESSED = _WIDTHS[:2]
"""Studs that panels are guessed on. Thicker walls with panels are rare, and as thick as masonry is."""
_NOMINAL = {"2x4": (3.3, 4.05), "2x6": (5.0, 6.1), "2x8": (7.0, 8.05), "2x10": (9.0, 10.05), "2x12": (11.0, 12.05)}
"""Thinnest and thickest layers that models call framing: as dressed, in round millimeters, by the nominal width."""


@dataclass(frozen=True, slots=True)
class Framed:
    """The stud of a drawn wall.

    Args:
        stud: Its nominal size.
        width: Its real width, in inches.
        is_sure: Whether the wall is drawn as thick as the bare stud is wide; otherwise panels were guessed.
    """

    stud: str
    width: float
    is_sure: bool


def framed_by(thickness: float) -> Framed | None:
    """The stud in a wall of a drawn thickness, in inches; None when no usual wall is as thick.

    >>> framed_by(5.5), framed_by(4.75)
    (Framed(stud='2x6', width=5.5, is_sure=True), Framed(stud='2x4', width=3.5, is_sure=False))
    """
    for stud, width in _WIDTHS:
        if abs(thickness - width) <= _SLOPPY:
            return Framed(stud, width, is_sure=True)
    for stud, width in reversed(_GUESSED):
        if 0 < thickness - width <= _THICKEST_PANELS:
            return Framed(stud, width, is_sure=False)
    return None


def framing_layer(thickness: float) -> Framed | None:
    """The stud a model means by a framing layer of a thickness, in inches; it may be given by its nominal width.

    >>> framing_layer(5.98).stud
    '2x6'
    """
    for stud, width in _WIDTHS:
        low, high = _NOMINAL[stud]
        if low <= thickness <= high:
            return Framed(stud, width, is_sure=abs(thickness - width) <= _SLOPPY)
    return None


def width_of(stud: str) -> float:
    """A stud's real width, in inches."""
    return dict(_WIDTHS)[stud]


def thickness_text(thickness: float) -> str:
    """How thick something is drawn, to the nearest 16th: what is drawn alike is asked for once."""
    return format_inches(from_inches(round(thickness * 16) / 16))
