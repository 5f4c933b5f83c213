"""Woods: how much the boards of a header bear, by species and grade, and who says so.

base value
    What a square inch of a grade bears before anything else is asked: in bending, in shear along the grain, pressed
    across the grain, and how stiff it is. The stamp on the board and its tables are authority; nothing here is.
"""

from dataclasses import dataclass
from fractions import Fraction

from bluff.core.errors import SettingError
from bluff.core.job.form_field import School
from bluff.core.message import message

_TABLES = "usual tables; check the stamp"
_LONGEST_SOURCE = 60
_NAMES = {
    "bending": message("bending"),
    "shear": message("shear"),
    "bearing": message("bearing"),
    "stiffness": message("stiffness"),
}


class WoodKind(School):
    """What the boards of a header are; timbers and other grades are another wood.

    Source: docs/rules.md, Header check.
    """

    DOUGLAS_FIR = "douglas-fir-larch", "Douglas fir-larch No.2"
    HEM_FIR = "hem-fir", "Hem-fir No.2"
    SPRUCE = "spruce-pine-fir", "Spruce-pine-fir No.1/No.2"
    ENGINEERED = "engineered", "Engineered plies"
    OTHER = "other", "Another wood"


@dataclass(frozen=True, slots=True)
class Wood:
    """The base values of a wood, in pounds a square inch.

    Args:
        kind: Which it is.
        bending: Fb, in the outermost fibers.
        shear: Fv, along the grain.
        bearing: Fc⊥, pressed across the grain.
        stiffness: E, the modulus of elasticity, in millions.
        source: Where the figures are from.

    Raises:
        SettingError: Figures of no wood, or figures that are from nowhere.
    """

    kind: WoodKind
    bending: Fraction
    shear: Fraction
    bearing: Fraction
    stiffness: Fraction
    source: str

    def __post_init__(self) -> None:
        bounds = {"bending": (100, 5000), "shear": (30, 600), "bearing": (100, 2000), "stiffness": (Fraction(2, 5), 3)}
        for name, (least, most) in bounds.items():
            if not least <= getattr(self, name) <= most:
                unit = message("millions of pounds a square inch" if name == "stiffness" else "pounds a square inch")
                raise SettingError(
                    message(
                        "Write {name} in {unit}, {least} to {most}.",
                        name=_NAMES[name],
                        unit=unit,
                        least=f"{float(least):g}",
                        most=most,
                    ),
                    name,
                )
        if not 1 <= len(self.source.strip()) <= _LONGEST_SOURCE:
            raise SettingError(
                message("Write where the figures are from, like: maker’s sheet, or: grade stamp."), "source"
            )

    def __str__(self) -> str:
        """As it is typed.

        >>> str(USUAL_WOODS[0])
        '900, 180, 625, 1.6, usual tables; check the stamp'
        """
        return f"{self.figures}, {self.source}"

    @property
    def figures(self) -> str:
        """What it bears, as it is typed, without the source of that."""
        figures = (self.bending, self.shear, self.bearing, self.stiffness)
        return ", ".join(f"{float(figure):.10g}" for figure in figures)


def read_wood(kind: WoodKind, text: str) -> Wood:
    """A wood's figures as they are typed: bending, shear, bearing, stiffness in millions, and where they are from.

    >>> read_wood(WoodKind.OTHER, "1350, 170, 650, 1.6M, grade stamp").bending
    Fraction(1350, 1)

    Raises:
        SettingError: It is not that.
    """
    parts = [part.strip() for part in text.split(",", 4)]
    try:
        bending, shear, bearing, stiffness = (Fraction(part.removesuffix("M")) for part in parts[:4])
        source = parts[4]
    except (ValueError, IndexError, ZeroDivisionError) as error:
        raise SettingError(
            message(
                "“{text}” is not a wood. Write bending, shear, bearing, stiffness in millions, and where they are "
                "from, like 875, 135, 425, 1.4, grade stamp.",
                text=text,
            )
        ) from error
    return Wood(kind, bending, shear, bearing, stiffness, source)


def _usual(kind: WoodKind, bending: int, shear: int, bearing: int, tenths: int) -> Wood:
    stiffness = Fraction(tenths, 10)
    return Wood(kind, Fraction(bending), Fraction(shear), Fraction(bearing), stiffness, _TABLES)


USUAL_WOODS: tuple[Wood, ...] = (
    _usual(WoodKind.DOUGLAS_FIR, 900, 180, 625, 16),
    _usual(WoodKind.HEM_FIR, 850, 150, 405, 13),
    _usual(WoodKind.SPRUCE, 875, 135, 425, 14),
)
"""What is taken until a crew says otherwise; of engineered plies and other woods nothing is. Source: docs/rules.md."""
