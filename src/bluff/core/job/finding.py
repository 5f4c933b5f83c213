"""Findings: what a good lead would say looking over your shoulder.

A finding is not an exception: the wall is framed as far as it makes sense and the finding says where
it does not. `Code` is the closed list; docs/findings.md explains each, and a test holds the two
together.
"""

from dataclasses import dataclass
from enum import StrEnum

from bluff.core.job.edit import Edit
from bluff.core.measure.length import Length
from bluff.core.message import Message, message


class Severity(StrEnum):
    """How bad a finding is, worst first."""

    ERROR = "error"
    """The wall cannot be built as it stands; something was left out."""
    WARNING = "warning"
    """It can be built and will hurt."""
    INFO = "info"
    """Worth knowing before the saw starts."""


class Code(StrEnum):
    """What can be found."""

    OPENING_OFF_WALL = "opening-off-wall"
    OPENINGS_OVERLAP = "openings-overlap"
    OPENINGS_TOO_CLOSE = "openings-too-close"
    OPENINGS_OUT_OF_LINE = "openings-out-of-line"
    OPENING_TOO_HIGH = "opening-too-high"
    OPENING_BELOW_PLATE = "opening-below-plate"
    OPENING_REFERENCE = "opening-reference"
    OPENING_CROWDS_END = "opening-crowds-end"
    HEADER_DOES_NOT_FIT = "header-does-not-fit"
    HEADER_BELOW_ROUGH = "header-below-rough"
    HEADER_ABOVE_ROUGH = "header-above-rough"
    HEADER_ON_HANGERS = "header-on-hangers"
    HEADER_HOLLOW = "header-hollow"
    HEAD_HEIGHT_NOT_GIVEN = "head-height-not-given"
    SILL_NOT_SLOPED = "sill-not-sloped"
    HEADER_THICKNESS = "header-thickness"
    HEADER_SOURCE_UNVERIFIED = "header-source-unverified"
    FLAT_HEADER_BEARING = "flat-header-bearing"
    ROUGH_OPENING_BY_DEFAULT = "rough-opening-by-default"
    HEADS_DIFFER = "heads-differ"
    SHORT_CRIPPLE = "short-cripple"
    STANDS_ON_HEADER = "stands-on-header"
    STUD_SLID = "stud-slid"
    STUD_LEFT_OUT = "stud-left-out"
    STUD_KEPT_OFF = "stud-kept-off"
    CLEAR_BAY_TAKEN = "clear-bay-taken"
    NARROW_GAP = "narrow-gap"
    SHEET_EDGE_NO_WOOD = "sheet-edge-no-wood"
    SPACING_MISSES_SHEETS = "spacing-misses-sheets"
    PLATE_BREAK_OFF_STUD = "plate-break-off-stud"
    PLATE_BREAKS_CLOSE = "plate-breaks-close"
    PLATE_BREAK_NOT_KEPT = "plate-break-not-kept"
    SINGLE_PLATE_JOINT = "single-plate-joint"
    BOLT_UNDER_WOOD = "bolt-under-wood"
    BOLT_IN_DOORWAY = "bolt-in-doorway"
    BOLTS_BY_RULE = "bolts-by-rule"
    BOLT_OFF_PLATE = "bolt-off-plate"
    BOLTS_TOO_FAR = "bolts-too-far"
    POST_LEFT_OUT = "post-left-out"
    POST_UNVERIFIED = "post-unverified"
    BEAM_BREAKS_PLATES = "beam-breaks-plates"
    BEAM_ABOVE_PLATES = "beam-above-plates"
    BEAM_BEARS_SHORT = "beam-bears-short"
    FIRE_BLOCKS = "fire-blocks"
    FIXTURE_BACKING_LEFT_OUT = "fixture-backing-left-out"
    SHEET_JOINT_UNBLOCKED = "sheet-joint-unblocked"
    OPENING_CROWDS_MEETING = "opening-crowds-meeting"
    BACKING_MISSING = "backing-missing"
    BEARING_NOT_SET = "bearing-not-set"
    PINS_BY_RULE = "pins-by-rule"
    PINS_TOO_FAR = "pins-too-far"
    PIN_OFF_PLATE = "pin-off-plate"
    NEEDS_WALL_JACKS = "needs-wall-jacks"
    SHEETS_LEAVE_BARE = "sheets-leave-bare"
    BLOCKS_OFF_WALL = "blocks-off-wall"
    CEILING_BACKING_MISSING = "ceiling-backing-missing"
    JOISTS_NOT_GIVEN = "joists-not-given"
    STUDS_MISS_JOISTS = "studs-miss-joists"
    WALL_DOES_NOT_TIP_UP = "wall-does-not-tip-up"
    NO_LAP = "no-lap"
    CORNER_CLIPS = "corner-clips"
    WALLS_CROSS = "walls-cross"
    WALLS_OVERLAP = "walls-overlap"
    END_NOT_JOINED = "end-not-joined"
    END_STANDS_OVER = "end-stands-over"
    ANGLED_END = "angled-end"
    TOP_HEIGHT_TAKEN = "top-height-taken"
    SLOPES_MEET = "slopes-meet"
    SLOPES_MEET_OVER_OPENING = "slopes-meet-over-opening"
    HEADER_UNDER_SLOPE = "header-under-slope"
    STUDS_LONGER_THAN_STOCK = "studs-longer-than-stock"
    PIECE_LONGER_THAN_STOCK = "piece-longer-than-stock"


VERIFY = message("Follow the approved drawings or a licensed designer.")
"""Goes with what to do wherever a size or a place carries load."""


@dataclass(frozen=True, slots=True)
class Finding:
    """One thing found in a wall.

    Args:
        code: What kind of thing.
        severity: How bad.
        text: What is wrong, with the figures.
        do: What to do about it.
        at: Where along the wall, None when it is everywhere.
        opening: The opening it is about, if any.
        fix: An edit that would settle it, where there is one that needs no more thought.
        fix_label: What the edit does, in a few words.
        other_fix, other_fix_label: The other answer, where somebody has to say which of two holds.
    """

    code: Code
    severity: Severity
    text: Message
    do: Message
    at: Length | None = None
    opening: str | None = None
    fix: Edit | None = None
    fix_label: Message | None = None
    other_fix: Edit | None = None
    other_fix_label: Message | None = None
