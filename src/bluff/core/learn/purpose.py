"""What each piece is for: what it does, where its load comes from and goes, what goes wrong without it.

Written for whoever lays out a first wall: two or three short sentences a piece, in the words every crew's are put in
place of.
"""

from collections.abc import Mapping
from dataclasses import dataclass

from bluff.core.job.words import PRESETS, Words
from bluff.core.wall.member import Role


@dataclass(frozen=True, slots=True)
class Purpose:
    """What a piece is for.

    Args:
        does: What it does.
        takes: What comes onto it.
        gives: Where that goes on.
        without: What goes wrong where it is missing or wrong.
    """

    does: str
    takes: str
    gives: str
    without: str


PURPOSES: Mapping[Role, Purpose] = {
    Role.BOTTOM_PLATE: Purpose(
        "Holds the foot of every piece on its mark and ties the wall to the floor.",
        "All that stands on it: studs, kings, jacks, bottom cripples.",
        "Straight into the floor or the slab under it.",
        "Nothing stays on its mark, and the wall can be pushed off the floor. On a slab, untreated, it rots.",
    ),
    Role.TOP_PLATE: Purpose(
        "Ties the heads of the studs and spreads what lies on the wall over them.",
        "Joists, trusses or rafters, through the cap plate where there is one.",
        "Into the studs, and over an opening into the cripples and the header.",
        "Studs lean each by itself, and a joist between two studs has nothing to stand on.",
    ),
    Role.CAP_PLATE: Purpose(
        "Laps over the joints of the plate below and onto the next wall, so that the walls are one.",
        "Joists, trusses or rafters.",
        "Into the top plate under it, and from that into the studs.",
        "A corner opens under a push, and a joint of the lower plate is a hinge.",
    ),
    Role.STUD: Purpose(
        "Carries what lies above it, and gives sheets and drywall an edge to meet on.",
        "What the top plate brings from one bay.",
        "Straight down into the bottom plate.",
        "The plate sags, and a sheet ends in the air: its edge cannot be nailed.",
    ),
    Role.END_STUD: Purpose(
        "Closes the end of the wall and takes the edge of its last sheet.",
        "What the end of the top plate brings.",
        "Straight down into the bottom plate.",
        "The ends of both plates are loose, and the last sheet has nothing to be nailed to.",
    ),
    Role.KING: Purpose(
        "Runs from plate to plate beside an opening, holds header and jack in line, and takes the wind on the opening.",
        "Wind and a push from the side, from header and sill; half a bay of what is above.",
        "Into both plates: down into the bottom plate, sideways into both.",
        "The header is held by nothing but its own nails, rolls, and takes the jack with it.",
    ),
    Role.JACK: Purpose(
        "Stands under the header, and makes the side of the rough opening.",
        "The end of the header: half of all that lies over the opening.",
        "Down into the bottom plate, or onto the sill where it stands on that.",
        "The header hangs on a few nails, comes down, and the window or door binds.",
    ),
    Role.HEADER: Purpose(
        "Carries over the opening what the studs there would have carried.",
        "The top cripples above it, or the top plate where it is tight under that.",
        "To both its ends, and there into the jacks.",
        "The plate sags over the opening onto the frame below: glass cracks and doors bind.",
    ),
    Role.PAD_PLATE: Purpose(
        "Makes a flat face under or over a header, at the height of the opening.",
        "The header on it, or the cripples that stand on it.",
        "Into what it lies on: the jacks, or the header.",
        "The head of the opening is not at its height, and trim has a gap between plies to be nailed to.",
    ),
    Role.SILL: Purpose(
        "Closes the opening from below and carries the window.",
        "The window, and its jacks where they stand on it.",
        "Into the bottom cripples, and at its ends into the jacks or kings.",
        "The window has nothing to stand on, and its trim and the sheet below it no edge.",
    ),
    Role.TOP_CRIPPLE: Purpose(
        "Goes on with the layout between header and top plate.",
        "What the top plate brings from one bay.",
        "Down onto the header, and round the opening with it.",
        "The plate sags onto the header between two of them, and sheets over the opening miss their nailing.",
    ),
    Role.BOTTOM_CRIPPLE: Purpose(
        "Goes on with the layout under the sill and holds it up.",
        "The sill, with the window on it.",
        "Straight down into the bottom plate.",
        "The sill bends under the window, and sheets under it miss their nailing.",
    ),
    Role.CORNER_STUD: Purpose(
        "Stands at the corner, where this wall is nailed to the next.",
        "What the end of the top plate brings, and the push of both walls.",
        "Straight down into the bottom plate.",
        "The corner has nothing to be nailed through, and opens.",
    ),
    Role.CORNER_BACKING: Purpose(
        "Gives the inside of the corner an edge for sheets and drywall.",
        "Next to nothing: what it holds is a sheet's edge.",
        "What little there is into the bottom plate.",
        "Drywall ends in the air inside the corner, and cracks there.",
    ),
    Role.INTERSECTION_STUD: Purpose(
        "Stands where another wall butts, so that its end has wood to be nailed to.",
        "What the top plate brings, and the push of the other wall.",
        "Straight down into the bottom plate.",
        "The other wall's end is nailed to a bay of air.",
    ),
    Role.INTERSECTION_BACKING: Purpose(
        "Gives both inside corners beside the butting wall an edge for drywall.",
        "The end stud of the other wall, which is nailed to it.",
        "What little there is into the bottom plate.",
        "Drywall ends in the air at both sides of the other wall.",
    ),
    Role.BLOCK: Purpose(
        "Fills a bay from stud to stud: keeps studs straight, stops fire, or takes the edge of a sheet.",
        "A push from the side, or a sheet's edge.",
        "Into the studs at both its ends.",
        "Studs twist as they dry, a fire climbs the bay, or the edge of a sheet is loose.",
    ),
    Role.BACKING: Purpose(
        "Wood behind the finished face for what will be screwed to it: rails, cabinets, basins.",
        "Whatever is hung on it.",
        "Into the studs it is nailed to.",
        "A screw finds nothing but drywall, and what hangs there comes down.",
    ),
    Role.POST: Purpose(
        "Carries a beam's end straight down through the wall.",
        "The beam that bears on it.",
        "Into the bottom plate, and through it into what must be solid below.",
        "The beam presses on a plate between studs, which splits or sinks.",
    ),
}
"""By role. Source: docs/rules.md, What each piece is for."""


def called_elsewhere(role: Role, words: Words) -> dict[str, list[str]]:
    """What a piece is called by others, where it is not this crew's word, and who they are.

    >>> called_elsewhere(Role.BLOCK, Words())
    {'nogging': ['Britain and Ireland', 'Australia'], 'nog': ['New Zealand']}
    """
    called: dict[str, list[str]] = {}
    for whose, other in PRESETS.items():
        if (name := other.name(role)) != words.name(role):
            called.setdefault(name, []).append(whose)
    return called
