"""What each piece is for: what it does, where its load comes from and goes, what goes wrong without it.

Written for somebody who lays out a first wall: two or three short sentences a piece.
"""

from collections.abc import Mapping
from dataclasses import dataclass

from bluff.core.job.words import PRESET_NAMES, PRESETS, Words
from bluff.core.message import Message, message
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

    does: Message
    takes: Message
    gives: Message
    without: Message


PURPOSES: Mapping[Role, Purpose] = {
    Role.BOTTOM_PLATE: Purpose(
        message("Holds the foot of every piece on its mark and ties the wall to the floor."),
        message("All that stands on it: {stud:many}, {king:many}, {jack:many}, {bottom_cripple:many}."),
        message("Straight into the floor or the slab under it."),
        message("Nothing stays on its mark, and the wall can be pushed off the floor. On a slab, untreated, it rots."),
    ),
    Role.TOP_PLATE: Purpose(
        message("Ties the heads of the {stud:many} and spreads what lies on the wall over them."),
        message("Joists, trusses or rafters, through the {cap_plate} where there is one."),
        message("Into the {stud:many}, and over an opening into the {cripple:many} and the {header}."),
        message("Each {stud} leans on its own, and a joist between two {stud:many} has nothing to stand on."),
    ),
    Role.CAP_PLATE: Purpose(
        message("Laps over the joints of the plate below and onto the next wall, so that the walls are one."),
        message("Joists, trusses or rafters."),
        message("Into the {top_plate} under it, and from that into the {stud:many}."),
        message("Corners open when the wall is pushed, and a joint of the lower plate acts as a hinge."),
    ),
    Role.STUD: Purpose(
        message("Carries what is above it, and gives sheets and drywall an edge to meet on."),
        message("The load of one bay, from the {top_plate}."),
        message("Straight down into the {bottom_plate}."),
        message("The plate sags, and the edge of a sheet has nothing to nail to."),
    ),
    Role.END_STUD: Purpose(
        message("Closes the end of the wall and takes the edge of its last sheet."),
        message("The load at the end of the {top_plate}."),
        message("Straight down into the {bottom_plate}."),
        message("The ends of both plates are loose, and the last sheet cannot be nailed."),
    ),
    Role.KING: Purpose(
        message(
            "Runs from plate to plate beside an opening, holds {header} and {jack} in line, and resists the wind there."
        ),
        message("Wind and a push from the side, from {header} and {sill}; half a bay of what is above."),
        message("Into both plates: down into the {bottom_plate}, sideways into both."),
        message("Only its own nails hold the {header}: it rolls, and takes the {jack} with it."),
    ),
    Role.JACK: Purpose(
        message("Stands under the {header}, and makes the side of the rough opening."),
        message("The end of the {header}: half of all that lies over the opening."),
        message("Down into the {bottom_plate}, or onto the {sill} where it stands on that."),
        message("The {header} hangs on a few nails, comes down, and the window or door binds."),
    ),
    Role.HEADER: Purpose(
        message("Carries the load over the opening that the {stud:many} there would have carried."),
        message("The {top_cripple:many} above it, or the {top_plate} where it is tight under that."),
        message("To both its ends, and there into the {jack:many}."),
        message("The plate sags over the opening onto the frame below: glass cracks and doors bind."),
    ),
    Role.PAD_PLATE: Purpose(
        message("Makes a flat face under or over {header:a}, at the height of the opening."),
        message("The {header} on it, or the {cripple:many} that stand on it."),
        message("Into what it lies on: the {jack:many}, or the {header}."),
        message(
            "The head of the opening is not at its height, and trim has a gap between plies instead of wood to nail to."
        ),
    ),
    Role.SILL: Purpose(
        message("Closes the opening from below and carries the window."),
        message("The window, and its {jack:many} where they stand on it."),
        message("Into the {bottom_cripple:many}, and at its ends into the {jack:many} or {king:many}."),
        message("The window has nothing to stand on, and its trim and the sheet below have no edge to nail to."),
    ),
    Role.TOP_CRIPPLE: Purpose(
        message("Continues the layout between {header} and {top_plate}."),
        message("The load of one bay, from the {top_plate}."),
        message("Down onto the {header}, and around the opening with it."),
        message(
            "The plate sags onto the {header} between two of them, and sheets over the opening miss their nailing."
        ),
    ),
    Role.BOTTOM_CRIPPLE: Purpose(
        message("Continues the layout under the {sill} and holds it up."),
        message("The {sill}, with the window on it."),
        message("Straight down into the {bottom_plate}."),
        message("The {sill} bends under the window, and sheets under it miss their nailing."),
    ),
    Role.CORNER_STUD: Purpose(
        message("Stands at the corner, where this wall is nailed to the next."),
        message("The load at the end of the {top_plate}, and the push of both walls."),
        message("Straight down into the {bottom_plate}."),
        message("The corner has nothing to nail through, and opens."),
    ),
    Role.CORNER_BACKING: Purpose(
        message("Gives the inside of the corner an edge for sheets and drywall."),
        message("Next to nothing: what it holds is a sheet's edge."),
        message("Next to nothing, into the {bottom_plate}."),
        message("Drywall has no {backing} inside the corner, and cracks there."),
    ),
    Role.INTERSECTION_STUD: Purpose(
        message("Stands where another wall butts, so that its end has wood to nail to."),
        message("The load of the {top_plate}, and the push of the other wall."),
        message("Straight down into the {bottom_plate}."),
        message("The end of the other wall has nothing to nail to."),
    ),
    Role.INTERSECTION_BACKING: Purpose(
        message("Gives both inside corners beside the butting wall an edge for drywall."),
        message("The {end_stud} of the other wall, which is nailed to it."),
        message("Next to nothing, into the {bottom_plate}."),
        message("Drywall has no {backing} on either side of the other wall."),
    ),
    Role.BLOCK: Purpose(
        message(
            "Fills a bay from {stud} to {stud}: keeps {stud:many} straight, stops fire, or takes the edge of a sheet."
        ),
        message("A push from the side, or a sheet's edge."),
        message("Into the {stud:many} at both its ends."),
        message("{Stud:many} twist as they dry, a fire climbs the bay, or the edge of a sheet is loose."),
    ),
    Role.BACKING: Purpose(
        message("Wood behind the finished wall for what is screwed to it: rails, cabinets, sinks."),
        message("What is hung on it."),
        message("Into the {stud:many} it is nailed to."),
        message("Screws find nothing but drywall, and what hangs there comes down."),
    ),
    Role.POST: Purpose(
        message("Carries a beam's end straight down through the wall."),
        message("The beam that bears on it."),
        message("Into the {bottom_plate}, and through it into what must be solid below."),
        message("The beam presses on a plate between {stud:many}, which splits or sinks."),
    ),
}
"""By role. Source: docs/rules.md, What each piece is for."""


def called_elsewhere(role: Role, words: Words) -> dict[str, list[Message]]:
    """What a piece is called by others, where it is not this crew's word, and who they are.

    >>> list(called_elsewhere(Role.BLOCK, Words()))
    ['nogging', 'nog']
    """
    called: dict[str, list[Message]] = {}
    for whose, other in PRESETS.items():
        if (name := other.name(role)) != words.name(role):
            called.setdefault(name, []).append(PRESET_NAMES[whose])
    return called
