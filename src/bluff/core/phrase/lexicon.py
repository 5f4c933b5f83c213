"""What may be typed for each word of a phrase: one line a word, and a line more for whatever a crew says besides.

A plural stands for its word, a hyphen for a space, capitals for small letters; figures in words are read elsewhere
(`bluff.core.measure.spoken`). What a crew calls a piece (`bluff.core.job.words`) goes for the piece's word too.
"""

from collections.abc import Mapping
from functools import cache

from bluff.core.phrase.tokens import tokens_of

FILLERS = frozenset(
    word
    for words in (
        "a an the of to at on for with and so as just now ok okay up also only instead plus using use",
        "put make set change give get have has let lets go goes going do does can could want wants need needs",
        "should must will would be is are was s it its that this there please i you we our my us sized equals",
    )
    for word in words.split()
)
"""What costs nothing where no phrase wants it."""

LEXICON: Mapping[str, str] = {
    # Actions
    "add": "new, put in, install, insert, frame, stick, place, lay out, create, draw",
    "remove": "delete, gone, take out, get rid of, erase, scrap, cut out, take away, kill, lose, ditch, nix, pull out",
    "move": "shift, slide, push, bump, scoot, shove, nudge",
    "raise": "lift, bring up, move up, jack up",
    "lower": "drop, bring down, move down",
    "call": "rename, name, named, called, label, mark",
    # Openings
    "window": "w, win, wdw, wndw, windo, window opening, glass",
    "door": "d, dr, doorway, door opening, entry door, swing door, exterior door, interior door, man door",
    "pocket-door": "pocket, pkt door",
    "bypass-door": "bypass, by pass, closet door, sliding closet door",
    "bifold-door": "bifold, bi fold, folding door",
    "sliding-door": "sliding, slider, slider door, sliding glass door, patio door, patio slider, glass door",
    "overhead-door": "overhead, garage door, overhead garage door, roll up door, ohd",
    "cased-opening": "cased, cased opening, case opening, opening, pass through, archway, hole",
    "room": "bath, bathroom, kitchen, bedroom, living room, laundry, egress, front, back, rear, main",
    "ro": "rough, rough opening, r o, rough size, rough hole",
    "unit": "call out, callout, unit size",
    "all": "every, each, both",
    "it": "that one, this one",
    "first": "first one, the first",
    # Where
    "@": "at, located at, starting at, is at, sits at",
    "center": "centre, ctr, center line, centerline, centre line, cl, middle",
    "edge": "near edge, near side, side, starts, starting, jamb edge",
    "centered": "centred, in the middle, middle, in the center, dead center, on center of the wall, mid",
    "from": "off, in from, starting, starting at, starting from, over from, away from",
    "past": "after, beyond, to the right of, right of",
    "before": "to the left of, left of, short of, ahead of",
    "outside": "outside corner, outside edge, building line, outer",
    "start": (
        "left, left end, left corner, left side, left hand, left hand end, left hand side, left edge, the start, "
        "beginning, lh"
    ),
    "end": (
        "right, right end, right corner, right side, right hand, right hand end, right hand side, right edge, far end, "
        "rh"
    ),
    "near": "near face, inside face, close",
    "far": "far face",
    "face": "side",
    "corner": "corners",
    "over": "over by, another",
    "toward": "towards",
    "on center": "oc, on centers, on centre, centers, center to center",
    "apart": "on center, oc",
    "every": "each, spaced, apart, repeating",
    # Heights and sizes
    "head": "head height, header height, head ht, hd, hh, top of the window, top of the opening, heads",
    "sill": "sill height, sill ht, stool, window sill",
    "wider": "bigger, larger",
    "narrower": "smaller, tighter",
    "taller": "higher",
    "shorter": "less tall, lower",
    "wide": "width, in width",
    "tall": "height, high, in height",
    "long": "length, in length, overall, total",
    "longer": "more",
    "lengthen": "stretch, extend, grow",
    "shorten": "trim, cut down, cut back",
    # Pieces
    "header": "hdr, head er, beam over, lintel",
    "a side": "each side, per side, on each side, both sides, on both sides, either side, on either side, on a side",
    "ply": "plies, member, layer",
    "jacks": "jack, trimmer, jack stud, trimmer stud, jack studs, trimmer studs",
    "kings": "king, king stud, full stud, king studs",
    "single": "one, 1",
    "double": "two, 2, doubled, dbl, twin",
    "triple": "three, 3, tripled, tpl",
    "floating": "on the sill",
    "to-plate": "to the plate, to plate, full jacks, down to the plate",
    "hangers": "header hangers, hung",
    "floor": "story, storey, level",
    "floors": "floor, story, stories, storeys, story line",
    # Walls
    "wall": "walls",
    "bearing": "load bearing, loadbearing, bears, carries, carrying, structural",
    "not": "non, isnt, not a",
    "exterior": "outside wall, outer, ext",
    "partition": "interior, inside wall, int",
    "through": "runs through, run through, thru, goes through, go through, runs past",
    "butts": "butt, dies, die, stops",
    "into": "at, against, in to, on",
    "top": "roof line, roofline",
    "level": "flat top, straight, square top",
    "ridge": "peak, apex",
    "gable": "gable end, gabled",
    "flat": "level for",
    "low": "rising, rises, rise, low end, low side, starting",
    "rake": "raked, sloped, shed, slope, rakes, slopes, pitched, pitch",
    "pitch": "slope",
    "height": "high, tall",
    "split": "cut, divide, break up",
    "join": "merge, combine, connect",
    "mirror": "flip, reverse, turn over, mirror image",
    "plan": "house, floor plan, job, building",
    "east-west": "east to west, left to right, sideways, side to side, east and west",
    "north-south": "north to south, top to bottom, north and south",
    "post": "column, point load, squash blocks, post pack",
    "beam": "girder, girt",
    "clear": "keep clear, kept clear, leave clear, open, keep open, leave open",
    "backing": "blocking, backer, grab bar backing, blocking for, cabinet backing",
    "fixture": "tv, television, grab bar, handrail, hand rail, towel bar, vanity, shelf, shelves",
    "bolts": "bolt, anchor bolt, anchor, a bolt, ab, j bolt",
    "pins": "shot, shot pin, nailer pin",
    "break": "splice, joint, lap, breaks at",
    "x": "×, by",
    "left": "left face, left side",
    "right": "right face, right side",
    "keep": "leave, hold, save",
    "duct": "hvac duct, hvac, return, supply, chase, return air",
    "riser": "pipe, stack, vent, plumbing, plumbing stack, drain, vent stack",
    "panel": "electric panel, electrical panel, breaker panel, breaker box, load center",
    "cabinet": "medicine cabinet, recessed cabinet, med cabinet, niche",
    "rule": "the rule, rules, standard",
    "bottom": "bottom plate, sole, sole plate, mudsill, mud sill, sill plate",
    "second": "2nd",
    "cap": "cap plate, double top plate, doubler, second top plate, tie plate",
    "close": "back to start, back to the start, closed, home, to close",
    "off": "away from, inside, clear of, from the face of",
    "everywhere": "whole job, on the whole job, in the whole job, on the job, throughout, house, all over, whole house",
}
"""Word and what may be typed for it, parted by commas."""


@cache
def spellings(usual: str) -> tuple[tuple[str, ...], ...]:
    """The token words of everything that may be typed for a word, itself first, the longer ones before the shorter."""
    others = LEXICON.get(usual, "")
    texts = [usual, *(one.strip() for one in others.split(",") if one.strip())]
    found: dict[tuple[str, ...], None] = {}
    for text in texts:
        words = tuple(token.word for token in tokens_of(text)) or (text,)
        for many in (words, (*words[:-1], plural_of(words[-1]))):
            found[many] = None
    return tuple(sorted(found, key=len, reverse=True))


def plural_of(word: str) -> str:
    """The plural as most words have it; what is none is nowhere else a word."""
    if word.endswith(("s", "x", "ch", "sh")):
        return f"{word}es"
    return f"{word[:-1]}ies" if word.endswith("y") and word[-2:-1] not in "aeiou" else f"{word}s"
