"""Shop and site: how much of the work on some walls is done before the crew stands on the deck."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction

from bluff.core.crew.packs import PackKind, prefab
from bluff.core.job.schools import ShopWork
from bluff.core.takeoff.labour import amounts, hours
from bluff.core.wall.framing import Framing


@dataclass(frozen=True, slots=True)
class Shared:
    """The work on some walls, in the shop and on the site.

    Args:
        cut_in_shop, cut_on_site: Boards sawn here and there.
        shop, site: Hours here and there; None until the crew enters its minutes.
    """

    cut_in_shop: int
    cut_on_site: int
    shop: Fraction | None
    site: Fraction | None


def in_shop(framing: Framing) -> Mapping[str, Fraction]:
    """How much of each kind of work on a wall is done in the shop, by its way and by the names of `amounts`.

    Precut is sawn in the shop and set on the deck. A pack is sawn and nailed up in the shop and set as one piece; a
    header's minutes, which go with its opening, go with the pack.

    Source: docs/rules.md, Comparing ways.
    """
    match framing.plan.standard.shop_work:
        case ShopWork.PRECUT:
            return {"cut": amounts(framing)["cut"]}
        case ShopWork.PACKS:
            in_packs, nailed, headers = _in_packs(framing)
            return {"cut": Fraction(in_packs), "piece": Fraction(nailed), "opening": Fraction(headers)}
        case ShopWork.NONE:
            return {}


def on_site(framing: Framing) -> Mapping[str, Fraction]:
    """What is left of the work on a wall for the crew on the site, by the names of `amounts`."""
    done = in_shop(framing)
    return {name: count - done.get(name, 0) for name, count in amounts(framing).items()}


def shared(framings: Sequence[Framing]) -> Shared:
    """How the work on some walls is shared, each by its own way. Source: docs/rules.md, Comparing ways."""
    cut, cut_in_shop, minutes = 0, 0, Fraction(0)
    for framing in framings:
        done = in_shop(framing)
        cut += int(amounts(framing)["cut"])
        cut_in_shop += int(done.get("cut", 0))
        rates = framing.plan.standard.rates
        minutes += sum((getattr(rates, name) * count for name, count in done.items()), Fraction(0))
    total = hours(framings)
    shop = None if total is None else minutes / 60
    return Shared(cut_in_shop, cut - cut_in_shop, shop, None if total is None or shop is None else total - shop)


def _in_packs(framing: Framing) -> tuple[int, int, int]:
    """Boards in a wall's packs, pieces that need not be set by themselves any more, and headers."""
    boards, nailed, headers = 0, 0, 0
    for pack in prefab([framing]):
        boards += pack.count * sum(piece.count * piece.plies for piece in pack.pieces)
        if pack.kind is PackKind.HEADER:
            headers += pack.count
        else:
            nailed += pack.count * (sum(piece.count for piece in pack.pieces) - 1)
    return boards, nailed, headers
