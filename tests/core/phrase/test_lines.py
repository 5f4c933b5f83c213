"""Lines as framers write, dictate and abbreviate them, and what each must be understood as, said back.

What is expected was written down from the lines, by hand: where the line counts from, what it changes, in which wall.
`·` and what follows from a line is left out. The wall that is selected is A, 36 feet long.
"""

from dataclasses import fields
from functools import reduce

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.errors import BluffError
from bluff.core.job.edit import SetWay
from bluff.core.job.job import Opening, Wall
from bluff.core.job.rows import ROWS
from bluff.core.measure.length import PER_INCH, format_exact, inches
from bluff.core.phrase.typed import PHRASES, Selected, completions, read_line, read_parts
from bluff.core.phrase.way_line import in_words
from bluff.views.reader import reader
from floors import partition, shelter
from framing import say

HOUSE = reduce(
    lambda job, line: apply(job, read_line(line, job, "A")),
    ("3-6x4-6 @ 6-0", "3-0x4-0 @ 16-0", "d 3-0x6-8 @ 24-0"),
    shelter(partition("E", (12, 0), (12, 22.5)), partition("H", (24, 0), (24, 22.5))),
)

UNDERSTOOD = {
    # Openings, put in
    "Add window W3 3-0 x 4-0 at center 9'-3\" from start, in A": """
        3-0x4-0 @ 9-3
        3-0 x 4-0 at 9-3
        w 3-0x4-0 @ 9-3
        3040 @ 9-3
        30 40 at 9-3
        window 3 0 by 4 0 at 9 3
        3-0x4-0 window at 9'3
        3-0 by 4-0 window 9-3 from the left
        put a 3-0 by 4-0 window nine foot three from the left
        window three oh by four oh at nine three
        add a three oh four oh window at nine foot three
        I need a 3 foot by 4 foot window at 9 foot 3 please
        at 9-3 from the left end put a 3-0x4-0 window
        win 36x48 @ 111
        window, 36 by 48, 9' 3" from left
        3/0 x 4/0 @ 9-3
        new window 3-0x4-0 center at 9-3
        window centered at 9-3, 3-0x4-0
        3-0 wide by 4-0 tall window at 9-3
        there's a 3-0x4-0 window in A at 9-3
        in wall A put a 3-0x4-0 window at 9-3
        let's frame a 3-0x4-0 window at 9-3 on center
    """,
    "Add window W3 3-0 x 4-0 at edge 7'-2\" from start, in A": """
        3-0x4-0 @ edge 7-2
        3-0x4-0 edge at 7-2
        window 3-0x4-0 7-2 to the near edge
        w 3040 edge 7 2
        put a three oh by four oh window, edge at seven two
        3-0x4-0 window starts at 7-2
    """,
    "Add window W3 3-0 x 3-0 at center 6'-0\" from end, in A": """
        w 3-0x3-0 6-0 from right
        w 3-0x3-0 @ 6-0 from end
        3-0x3-0 window six foot from the right
        3030 6' off the right end
        put a 3-0 by 3-0 window 6 feet in from the right hand side
        three oh three oh window 72 inches from the right end
    """,
    "Add window W3 3-0 x 3-0 centered, in A": """
        w 3-0x3-0 centered
        3030 centered in the wall
        put a 3-0x3-0 window in the middle
    """,
    "Add window W3 3-0 x 4-0 at edge 2'-0\" past W2, in A": """
        3-0x4-0 2-0 past W2
        3-0x4-0 @ 2-0 from W2
        window 3-0x4-0 two foot to the right of W2
        w 3040 24 past w2
    """,
    "Add window W3 3-0 x 4-0 at edge 1'-6\" before W2, in A": """
        3-0x4-0 1-6 before W2
        3-0x4-0 window eighteen inches to the left of W2
        w 3040 @ 1-6 left of w2
    """,
    "Add door D2 2-8 x 6-8 at center 4'-0\" from start, in B": """
        d 2-8x6-8 @ 4-0 in B
        2868 at 4-0 in B
        2868 door at 4' in wall B
        door 2-8 by 6-8 four foot from the left in B
        put a two eight six eight door in B at four foot
        28 68 door in b at 4 feet
        in B put a 2-8x6-8 door at 48
        man door 2868 @ 4-0 in B
    """,
    "Add pocket door D2 2-6 x 6-8 at center 4'-0\" from start, in B": """
        pocket 2668 at 4-0 in B
        2-6x6-8 pocket door 4-0 from left in B
        pocket door two six by six eight at four foot in B
    """,
    "Add overhead door D2 16-0 x 7-0 at center 11'-3\" from start, in B": """
        garage door 16-0x7-0 at 11-3 in B
        16' x 7' overhead door @ 11-3 in B
        sixteen foot by seven foot garage door at eleven three in B
    """,
    "Add sliding door D2 6-0 x 6-8 at center 6'-0\" from start, in B": """
        slider 6068 at 6-0 in B
        patio door 6-0x6-8 6 foot from the left in B
        six oh six eight sliding glass door at six foot in B
    """,
    "Add window W3 2-11 7/16 x 3-11 1/4 at center 7'-10 31/64\" from start, in A": """
        put a 900x1200 mm window at 2.4 m
        window 900 by 1200 mm at 2.4 meters
        w 900x1200mm @ 2400mm
    """,
    "Add window W3 ro 3-7 x 4-7 at center 9'-3\" from start, in A": """
        ro 43x55 @ 9-3
        rough opening 43 x 55 at 9-3
        window 43x55 rough at nine three
    """,
    "Add window W3 3-0 x 4-0 at center 9'-3\" from start, head 82 1/2 → 84, in A": """
        w 3-0x4-0 @ 9-3 head 84
        3-0x4-0 window at 9-3 with the head at 84
        3040 at 9-3, head height 7'
        window 3-0x4-0, head 84, at 9-3
    """,
    "Add window W3 3-0 x 4-0 at center 9'-3\" from start, header 2-ply 2x8 → 2-ply 2x10, in A": """
        w 3-0x4-0 @ 9-3 header 2x10
        3-0x4-0 window at 9-3 with a double 2x10 header
        3040 @ 9-3 hdr (2) 2x10
    """,
    # Openings, moved
    "W1: at center 10'-4\" from start": """
        move W1 to 10-4
        W1 @ 10-4
        w1 at 10-4
        move window 1 to 10 4
        slide W1 to ten foot four
        shift w1 to 10'4"
        W1 goes at 10-4 from the left
        please move W1 to 124
    """,
    "Move W1 6 toward the end": """
        move W1 over 6 to the right
        slide W1 6 right
        shift W1 right 6 inches
        bump W1 six inches to the right
        move w1 to the right by 6
        nudge W1 over half a foot to the right
    """,
    "Move W2 12 toward the start": """
        move W2 left 1 foot
        slide W2 over 12 to the left
        move W2 a foot left
        move w2 to the left 12"
    """,
    # Openings, changed
    "W2: 3-0 x 5-0": """
        make W2 3-0 x 5-0
        W2 3-0x5-0
        change W2 to 3050
        W2 is three oh by five oh
        make window 2 a 3-0 by 5-0
        w2 30 50
    """,
    "W1: 3-10 x 4-6": """
        W1 is 4 wider
        make W1 4 wider
        W1 four inches wider
        make W1 wider by 4
    """,
    "W1: 3-6 x 4-2": """
        W1 4 shorter
        make W1 four inches shorter
    """,
    "W2: head 82 1/2 → 80": """
        drop the head of W2 to 80
        W2 head 80
        lower W2's head to 80
        head of W2 at 80
        W2 head height 6'8
        head at 6-8 on W2
        W2 80 head
        set the header height of W2 to eighty
        drop head on w2 from 82 1/2 to 80
        lower the head of W2 by 2 1/2
    """,
    "W1 and W2: head 82 1/2 → 84": """
        raise all window heads to 84
        all windows head 84
        every window head at 7-0
        W1 and W2 head 84
        W1, W2 heads at 84
        set the heads of all the windows to eighty four
        all window heads 84 in A
        all heads at 84
        window heads to 84
        all the window heads at 7 foot
    """,
    # 36 and the 55 of the rough opening.
    "W1: head 82 1/2 → 91": """
        sill at 36 on W1
        W1 sill 36
        W1 sill height 3-0
        36 sill on w1
        put the sill of W1 at thirty six
    """,
    "D1: jacks 1 → 2": """
        two jacks each side of D1
        D1 2 jacks
        double jacks on D1
        D1 two trimmers a side
        give D1 2 jacks per side
        2 jack studs each side on D1
    """,
    "D1: kings 1 → 2": """
        two kings each side of D1
        D1 2 kings
        double king studs on D1
        d1 kings 2
    """,
    "W1: header 2-ply 2x8 → 2-ply 2x10": """
        double 2x10 header on W1
        W1 header 2x10
        W1 hdr (2) 2x10
        W1 header two two by tens
        2-ply 2x10 header on W1
        make the header on W1 a double two by ten
        W1 2-2x10 header
        make the header over W1 2x10s
    """,
    "W1: header 2-ply 2x8 → 6x8": """
        W1 header 6x8
        six by eight header on W1
        W1 solid 6x8 header
    """,
    "W1: header 2-ply 2x8 → 2-ply 1 3/4 x 9 1/2": """
        W1 header 2-ply 1 3/4 x 9 1/2
        W1 header double 1 3/4 x 9 1/2
        double one and three quarters by nine and a half header on W1
    """,
    "W1: double sill": """
        double sill on W1
        W1 double sill
        W1 two sills
        give W1 a double sill
    """,
    "W1: floating": """
        W1 floating
        floating jacks on W1
    """,
    "W1: door": """
        make W1 a door
        W1 door
    """,
    "W1: ro 3-6 x 4-6": """
        W1 ro 3-6x4-6
        W1 rough 42x54
    """,
    "D1: call it D7": """
        call D1 D7
        rename D1 to D7
        rename d1 d7
        label D1 as D7
    """,
    "Remove W2": """
        delete W2
        W2 gone
        remove w2
        get rid of W2
        erase window 2
        take W2 out
        kill W2
        lose W2
    """,
    "Remove D1": """
        take out D1
        delete door 1
        scrap D1
        D1 gone
        erase the door
        get rid of the door
    """,
    # Walls
    "Wall A: length 36'-0\" → 18'-6\"": """
        wall A is 18-6 long
        A 18-6
        make A 18'6" long
        A is eighteen foot six
        make this wall 18-6 long
        A length 18-6
        wall a eighteen six long
        set the length of A to 18-6
    """,
    "Wall A: length 36'-0\" → 36'-6\"": """
        A 6 longer
        make A 6 inches longer
        A is six inches longer
        stretch A by 6
        extend wall A 6 inches
    """,
    "Wall A: studs 2x6 → 2x4": """
        make this wall 2x4
        A 2x4
        wall A is two by four
        use 2x4 studs on A
        make A a 2 by 4 wall
        2x4 studs
    """,
    "Wall E: bearing": """
        E bearing
        wall E is load bearing
        E is a bearing wall
        make E bearing
        E carries
    """,
    "Wall E: not bearing": """
        E not bearing
        E is not a bearing wall
        wall E is non-bearing
        E isn't load bearing
    """,
    "Wall E: exterior": """
        E exterior
        E is an exterior wall
    """,
    "Wall E: call it P": """
        call E P
        rename wall E to P
    """,
    "Remove wall H": """
        H gone
        remove H
        delete wall H
        take out wall H
        get rid of H
    """,
    "Move E 2'-0\" east": """
        move E 2-0 east
        shift wall E two feet east
        move E over 24 to the east
        slide E east 2'
    """,
    "Move E and H 1'-0\" north": """
        move E and H 1' north
        move walls E and H a foot to the north
    """,
    "Wall E: 11'-0\" clear of D": """
        E 11-0 clear of D
        make E 11-0 clear from D
        set wall E eleven foot clear of D
    """,
    "Split B at 11'-0\"": """
        split B at 11-0
        cut wall B in two at 11 foot
        divide B at eleven feet
    """,
    "Mirror east to west": """
        mirror east to west
        flip the plan left to right
        mirror the plan east-west
    """,
    "B through at A": """
        B through at A
        B runs through at A
        A butts into B
        wall A butts B
        A dies into B
    """,
    "Add wall F 12'-0\" 2x4": """
        12' 2x4
        12-0 2x4
        add a 2x4 wall 12 foot long
        new wall 12 feet 2x4
        twelve foot two by four wall
    """,
    "Partition 12'-4\" off east with 2x4": """
        12-4 off east
        12 4 off east
        partition 12-4 off the east wall
        put a partition twelve foot four off east
        12'4" off east 2x4
    """,
    "Partition 12'-4\" west of B from A to C with 2x4": """
        12-4 west of B from A to C
        partition 12-4 west of wall B from A to C
    """,
    "Walk 36'-0\" R 22'-6\" R 36'-0\" R close with 2x6": """
        36' R 22-6 R 36' R close
        36' right 22-6 right 36' right close
        36 foot R, 22 foot 6 R, 36 foot R, close
    """,
    # Tops
    "Wall A: top 5/12 low at start height 97": """
        rake 5/12 from 8-1 on the left
        rake 5 in 12 from 8-1 at the left end
        A rake five in twelve from 97 on the left
        top 5/12 low at start height 97
        top 5 12 pitch low at the left height 8'1
    """,
    "Wall A: top 9/12 ridge centered": """
        gable 9 in 12 ridge in the middle
        gable 9/12
        top 9/12 ridge centered
        A gable nine in twelve
        9 12 pitch gable
        A 9:12 gable ridge centered
    """,
    "Wall B: floors 109 1/8": """
        B floors 109 1/8
        wall B second floor at 9'1 1/8
        B story 109 and 1/8
    """,
    # What stands in a wall
    "post of 3 2x4 at center 9'-3\" from start in A": """
        post 3 2x4 @ 9-3
        3 ply 2x4 post at 9-3
        put a post of three two by fours at nine three
        column 3 2x4 at 9-3
        post at 9-3, 3 2x4s
    """,
    "post of 2 at center 5'-0\" from start in A": """
        post @ 5-0
        post at 5 foot
        put a post 5 feet from the left
    """,
    "clear for duct 12 at center 9'-3\" from start in A": """
        clear for duct 12 @ 9-3
        keep 12 clear for a duct at 9-3
        keep clear 12 for a supply at nine three
        leave 12 inches open for the duct at 9-3
    """,
    "backing 2x8 20 to 60 at 34 in A": """
        backing 20 to 60 @ 34
        2x8 backing from 20 to 60, 34 high
        blocking 20 to 60 at 34
        backing two by eight from twenty to sixty at thirty four
    """,
    "bolts 12 and 48 and 84 in A": """
        bolts 12 48 84
        anchor bolts at 12, 4-0 and 7-0
        j-bolts at 12 48 and 84
    """,
    "break top 128 and 320 in A": """
        break top 10-8 26-8
        splice the top plate at 10-8 and 26-8
        top plate breaks at 10'8 and 26'8
    """,
    # Ways
    "Wall A: On center 16 → 24": """
        24 on center
        24 oc
        24" o.c.
        studs 24 on center
        twenty four on center
        make it 24 on center
        stud spacing 24
        spacing of 24
        two foot on center
        studs at 24 inches
        studs 24
        studs every 24 inches
    """,
    "On center 16 → 24 everywhere": """
        24 on center everywhere
        24 oc on the whole job
    """,
    "Wall B: On center 16 → 12": """
        B 12 on center
        wall B twelve inches on center
        12 oc in B
    """,
    "Wall A: Layout from Left end → Right end": """
        layout from the right
        layout from right
        pull layout from the right end
        hook on the right
        layout from the right corner
        start layout at the right
    """,
    "Wall A: Top plates Double, lapped → Single": """
        single top plate
        one top plate
        top plate single
        top plates 1
        A single top plate
    """,
    "Wall A: Stud length 92 5/8 → 104 5/8": """
        precut 104 5/8
        104 5/8 studs
        104 5/8 precuts
        studs are 104 5/8
        precut a hundred and four and five eighths
        stud length 104 and 5/8
    """,
    "Wall A: wall height 97": """
        ceiling is 8 foot 1
        wall height 97
        8-1 ceiling
        8'1" ceilings
        ceiling height eight one
        plate height 97
    """,
    "Wall A: Corner Stud and flat stud → Three studs": """
        three stud corners
        corner three-stud
        3 stud corner
    """,
    "Wall A: Head height 82 1/2 → 84": """
        head height 84
        heads at 84
        header height 7'
    """,
    "W1: head 82 1/2 → 84 1/2": """
        raise W1 head by 2
        W1 head up 2
        head up 2 on W1
        raise the head of W1 2
    """,
    "W1: head 82 1/2 → 80": """
        W1 head down to 80
        bring W1 head down to 80
    """,
    "D1: header 2-ply 2x8 → 3-ply 2x12": """
        triple 2x12 over D1
        D1 three ply 2x12 header
        put a triple 2x12 over the door
    """,
    "D1: sliding door": """
        make the door a slider
        D1 is a patio door
    """,
    "W1: centered": """
        center W1
        center W1 in the wall
        W1 centered
        move W1 to the middle
    """,
    "Wall B: length 22'-6\" → 22'-0\"": """
        shorten B 6 inches
        B trim 6
    """,
    "Wall A: length 36'-0\" → 40'-0\"": """
        stretch A to 40-0
        lengthen A to 40 foot
    """,
    "Wall A: Top plates Double, lapped": """
        double top plate
        2 top plates
    """,
    "Wall A: top 5/12 low at end height 97": """
        rake wall 5 in 12 starting 8-1 on the right
    """,
    "Wall A: top 4/12 low at start height 96": """
        slope 4/12 from the left 8-0
        rake 4 in 12 from the left 8 foot high
    """,
    "backing 2x8 48 to 96 at 60 in A": """
        tv backing at 60 from 4-0 to 8-0
        backing for a grab bar from 4-0 to 8-0 at 60
    """,
    "Wall A: Bolts apart 72 → 48": """
        bolts every 4 feet
        anchor bolts every 48
    """,
    "Wall A: wall height 108": """
        raise the ceiling to 9 feet
        nine foot ceiling
        9 foot walls
    """,
    "Wall A: Lines on the plate One side → Both sides": """
        mark both sides
    """,
    "Partition 12'-0\" off A with 2x4": """
        partition 12-0 from A
        wall at 12 feet off A
    """,
    "Add wall F 10'-0\" 2x4 partition": """
        interior wall 10 feet long 2x4
        new 2x4 partition 10-0
    """,
    "Add door D2 2-8 x 6-8 at center 1'-2\" from start, in A": """
        set a 2 8 6 8 door 14 inches off the left corner
    """,
    "Wall A: studs 2x6": """
        wall A 2x6 studs
        make this wall 2x6
    """,
    "W1: 3-6 x 4-6": """
        W1 is 3-6 wide
    """,
    "Add window W3 2-0 x 2-0 at center 30'-0\" from start, in A": """
        bath window 2020 at 30-0
        kitchen window 2-0x2-0 30-0 from the left
    """,
    "post of 4 2x6 at center 12'-0\" from start in A": """
        post in the wall at 12-0 4 ply 2x6
        4 ply 2x6 post at 12-0
    """,
    "post of 2 2x6 at center 12'-0\" from start in A": """
        double 2x6 post at 12-0
    """,
    "Remove wall E; Remove wall H": """
        remove walls E and H
        take out wall E, H
    """,
    "Wall A: length 36'-0\" → 20'-0\"": """
        the wall is 20 foot long
    """,
    "Wall A: wall height 108 1/2": """
        wall A height 108 1/2
    """,
    "bolts 12 and 84 in A": """
        bolt at 12 and 84
    """,
    "Remove wall A": """
        remove this wall
        delete the wall
    """,
}
"""What is said back, and the lines that mean it."""

ASKED = {
    "A 24": 2,
    "w 900x1200 at 9-3": 2,
    "d 30x68 at 5-0": 2,
    "28x68 at 5-0": 2,
    "24 R 12 R 24 R 12": 2,
    "w 3-0x3-0 at 9": 2,
    "A 1-1/2 longer": 2,
    "break the plate at 12-0": 2,
}
"""Lines that may mean several things, and how many."""

LINES = [(line.strip(), said) for said, lines in UNDERSTOOD.items() for line in lines.strip().splitlines()]


def said_of(line, job=HOUSE, wall="A"):
    """What a line is understood as, without what follows from it; one text for each thing it may mean."""
    words = reader(job.standard.words)
    return [
        [words.say(one).split(" · ")[0] for one in part.said] if not part.error else words.say(part.error.message)
        for part in read_parts(line, job, Selected(wall))
    ]


@pytest.mark.parametrize(("line", "said"), LINES, ids=[line for line, _ in LINES])
def test_a_line_is_understood_as_it_was_meant(line, said):
    assert said_of(line) == [[said]]


def test_there_are_lines_enough():
    assert len(LINES) >= 300
    assert len({line for line, _ in LINES}) == len(LINES)


@pytest.mark.parametrize(("line", "count"), ASKED.items())
def test_a_line_that_may_mean_several_things_is_asked_about(line, count):
    (choices,) = said_of(line)
    assert len(choices) == count
    # Each is offered as a line that leaves no doubt any more.
    assert [said_of(choice) for choice in choices] == [[[choice]] for choice in choices]


def effect(line, job, wall="A"):
    """The job after a line, every part of which is sure."""
    return apply(job, read_line(line, job, wall))


@pytest.mark.parametrize("said", UNDERSTOOD, ids=str)
def test_what_a_line_says_back_means_the_same_typed_in(said):
    line = UNDERSTOOD[said].strip().splitlines()[0].strip()
    (part,) = read_parts(line, HOUSE, Selected("A"))
    # All of it, with what follows from it, and where no wall is selected.
    whole = reader(HOUSE.standard.words).say(part.said[0])
    assert effect(whole, HOUSE, wall=None) == effect(line, HOUSE)


def figures(least, most):
    """Lengths as framers write them, to the eighth of an inch."""
    return st.integers(least * 8, most * 8).map(lambda eighths: format_exact(eighths * PER_INCH // 8))


def either(*ways):
    return st.sampled_from(["", *ways])


NEW_OPENINGS = st.builds(
    " ".join,
    st.tuples(
        st.sampled_from(["w", "window", "new window", "cased opening", "put a window"]),
        st.builds("{} x {}".format, figures(16, 60), figures(16, 72)),
        st.builds(
            "{} {} {}".format,
            st.sampled_from(["@", "at", "@ edge", "@ center"]),
            figures(48, 380),
            either("from the left", "from right", "from outside end", "past D1", "before W2"),
        ),
        either("head 84", "with the head at 7-0 1/8"),
        either("header 2x10", "double 2x8 header", "6x8 header", "floating"),
        either("2 kings", "three kings a side"),
        either("double sill", "single jack", "two jacks each side"),
        either("in B", "in wall C"),
    ),
)
CHANGES = st.builds(
    "{} {}".format,
    st.sampled_from(["W1", "W2"]),
    st.one_of(
        st.builds("{} {}".format, figures(1, 12), st.sampled_from(["wider", "taller", "narrower", "shorter"])),
        st.builds("head {}".format, figures(70, 100)),
        st.builds("sill at {}".format, figures(4, 50)),
        st.builds("{} from {}".format, figures(30, 300), st.sampled_from(["left", "right", "outside end", "D1"])),
        st.builds("{} x {}".format, figures(12, 90), figures(12, 80)),
    ),
)


@settings(deadline=None)
@given(NEW_OPENINGS | CHANGES)
def test_what_any_line_says_back_means_the_same_typed_in(line):
    (part,) = read_parts(line, HOUSE, Selected("A"))
    assume(part.edit)
    whole = reader(HOUSE.standard.words).say(part.said[0])
    assert effect(whole, HOUSE, wall=None) == apply(HOUSE, part.edit)


def test_several_things_are_said_at_once_and_it_is_what_was_made_last():
    after = effect(
        "put a 3-0x4-0 window at 30-0; make it 3-0x5-0 then call it W9\nW1 gone and then 24 on center", HOUSE
    )
    assert [opening.id for opening in after.openings] == ["W2", "D1", "W9"]
    assert str(after.opening("W9").size) == "3-0 x 5-0"
    assert after.wall("A").ways.spacing == 24


@pytest.mark.parametrize("line", ["window sills at 30", "all the window sills to 30", "all sills 30"])
def test_all_sills_come_to_one_height_whatever_the_windows_are_tall(line):
    # W1 is 54 tall and W2 48, and a rough opening is 1 more.
    after = effect(line, HOUSE)
    assert [after.opening(id_).ways.head_height for id_ in ("W1", "W2")] == [inches(30 + 55), inches(30 + 49)]


def test_of_several_things_the_ones_that_are_sure_are_read_past_the_others():
    understood, unknown, asked, last = said_of("W1 head 84; W1 hedder; A 24; delete W2")
    assert (understood, last) == (["W1: head 82 1/2 → 84"], ["Remove W2"])
    assert "“hedder” is not understood. Did you mean “header”?" in unknown
    assert len(asked) == 2


@pytest.mark.parametrize(
    ("line", "says"),
    [
        ("W1 hedder 2x10", "“hedder” is not understood. Did you mean “header”?"),
        ("w 3-0x4-0 @ 4-0 frum right", "“frum” is not understood. Did you mean “from”?"),
        ("3-6x4-6", "“3-6x4-6” is incomplete: place is missing. To put an opening into a wall, write 3-6x4-6 @ 9-3."),
        ("W1 head", "“W1 head” is incomplete: height is missing. To change an opening, write W1 head 84."),
        ("12-4 off Z", "There is no wall Z; there are A, B, C, D, E, H. To put a partition off a wall"),
        ("W9 head 84", "There is no opening W9; there are D1, W1, W2."),
        ("18-6", "studs is missing. To add a wall that is not on the plan"),
        ("18-6 2x5", "There is no 2x5. Choose from 2x4, 2x6"),
        ("lose the window", "Name the one that is meant by its mark; there are W1, W2."),
        ("blah", "“blah” is not understood. Type ? for everything that can be typed."),
        ("d 3-0x6-8 @ 4-0 head 84", "A doorway's head is its rough height."),
        ("sill at 36 on D1", "A door has no sill. Set its size instead."),
    ],
)
def test_what_is_not_understood_is_named_with_what_fits_that_line(line, says):
    (sentence,) = said_of(line)
    assert says in sentence


def test_a_word_that_nobody_knows_is_offered_put_right():
    (part,) = read_parts("W1 hedder 2x10", HOUSE, Selected("A"))
    assert part.edit is None
    assert [say(one).split(" · ")[0] for one in part.said] == ["W1: header 2-ply 2x8 → 2-ply 2x10"]


@pytest.mark.parametrize(
    ("begun", "offers"),
    [
        ("W1 he", ["W1 head", "W1 header"]),
        ("delete ", ["delete D1", "delete W1", "delete W2"]),
        ("po", ["pocket-door", "post"]),
        ("W1 head 84; W2 h", ["W1 head 84; W2 head", "W1 head 84; W2 header"]),
        ("W1 head 8", []),
        ("", []),
    ],
)
def test_a_line_that_is_begun_can_be_completed(begun, offers):
    offered = completions(begun, HOUSE, Selected("A"))
    assert set(offers) <= set(offered)
    assert offered or not offers
    assert all(line.startswith(begun) for line in offered)


ODD_SIGNS = "9:12 -2-0 1-1/2 12'14 3-0-0 ' \" @ x by → ; ½ “ ” .5 0 000 99999 1/0 2/6 (2) a A R L R22.5 isn't W9"
WORDS = sorted(
    {word for line, _ in LINES for word in line.split()}
    | {word for phrase in PHRASES for example in phrase.examples for word in example.split()}
    | set(ODD_SIGNS.split())
)


@settings(deadline=None)
@given(st.lists(st.sampled_from(WORDS), min_size=1, max_size=14).map(" ".join) | st.text(max_size=60))
def test_no_line_ends_in_a_fault(line):
    for part in read_parts(line, HOUSE, Selected("A")):
        assert [say(one) for one in part.said] or say(part.error.message).endswith((".", "?", "…"))
        if part.edit:
            apply(part.before, part.edit)
    assert all(isinstance(offer, str) for offer in completions(line, HOUSE, Selected()))


def sample_of(way, job):
    """Something to type into a row that changes the job, or None where nothing here does."""
    row = ROWS[way]
    for text in (option.value for option in row.form_field.options) if row.form_field.options else SAMPLES:
        try:
            if text and apply(job, SetWay(way, text)) != job:
                return text
        except BluffError:
            continue
    return None


SAMPLES = (
    *("2", "84", "3", "1 x 1 1/2", "12", "7:00", "97 1/4, 97", "Box", "XY", "2x8", "16, 12", "1/4", "9", "40"),
    *(
        "1 1/2 x 5 3/8",
        "1 1/2 x 7",
        "1 1/2 x 9",
        "1 1/2 x 11",
        "900, 180, 625, 1.6, grade stamp",
        "1 1/8",
        "1 1/4",
        "1 1/2 x 3 3/8",
    ),
)
FORMS = effect(
    "measured heights 97, 98 everywhere",
    effect("stud make kind composite everywhere; narrow face 1 1/4 everywhere", HOUSE),
)


@pytest.mark.parametrize("way", ROWS)
def test_every_row_of_every_form_of_ways_has_a_line_that_sets_it(way):
    text = sample_of(way, FORMS)
    assert text is not None, "no sample changes this row"
    after = apply(FORMS, SetWay(way, text))
    for name in (way.replace(".", " ").replace("_", " "), in_words(ROWS[way].form_field.name, FORMS.standard.words)):
        assert effect(f"{name} {text}", FORMS, wall=None) == after


OF_AN_OPENING = {
    "id": "call W1 W7",
    "wall": "W1 in B",
    "kind": "W1 door",
    "size": "W1 3-0x4-0",
    "sizing": "W1 ro 3-6x4-6",
    "position": "W1 @ 7-0",
    "ways": "W1 head 84",
    "floor": "W1 floor 1",
}
OF_A_WALL = {
    "id": "call E P",
    "stud": "E 2x6",
    "run": "E 20-0",
    "kind": "E exterior",
    "bearing": "E bearing",
    "ends": "B through at A",
    "posts": "post @ 5-0 in E",
    "backing": "backing 20 to 60 @ 34 in E",
    "bolts": "bolts 12 48 in E",
    "pins": "pins 12 48 in E",
    "breaks": "break top 10-8 in E",
    "ways": "E 24 on center",
    "top": "E top 5/12 low at start",
    "clear": "clear for duct 12 @ 9-3 in E",
    "floors": "E floors 109 1/8",
}


def test_everything_a_form_says_of_an_opening_or_a_wall_has_a_line():
    # That somebody compared an opening with the plan is a signature, and no part of what it is.
    assert set(OF_AN_OPENING) == {key.name for key in fields(Opening)} - {"checked"}
    assert set(OF_A_WALL) == {key.name for key in fields(Wall)}


@pytest.mark.parametrize(("key", "line"), [*OF_AN_OPENING.items(), *OF_A_WALL.items()])
def test_a_field_of_an_opening_or_a_wall_is_set_by_its_line(key, line):
    after = effect(line, HOUSE, wall=None)
    parts = zip((*HOUSE.walls, *HOUSE.openings), (*after.walls, *after.openings), strict=True)
    assert any(getattr(now, key, None) != getattr(was, key, None) for was, now in parts)
