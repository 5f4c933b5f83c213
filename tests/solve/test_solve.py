"""Cutting plans against every plan there is, on problems small enough to try them all."""

from dataclasses import replace
from fractions import Fraction
from itertools import product

from hypothesis import event, given
from hypothesis import strategies as st

from bluff.core.cutting.demand import collect_demands
from bluff.core.cutting.problem import Choice, Piece, Problem, Stock, faults_of
from bluff.core.errors import CuttingError
from bluff.core.measure.length import inches
from bluff.solve.first_fit import first_fit, least_cost
from bluff.solve.knapsack import Knapsack
from bluff.solve.patterns import by_patterns
from framing import framed
from refusals import refused
from strategies import jobs

KERF = inches("1/8")


def pieces_of(*rows):
    return tuple(
        Piece(f"{row}.{number}", inches(length)) for row, (length, count) in enumerate(rows) for number in range(count)
    )


def least(problem):
    """The cost of the best plan, by trying all: each piece into every open board, or into one more."""
    best = sum(problem.cheapest_for(piece.length).cost for piece in problem.pieces)
    pieces = sorted(problem.pieces, key=lambda piece: -piece.length)

    def cheapest(load):
        return problem.cheapest_for(problem.needs(load)).cost

    def place(index, boards, spent):
        nonlocal best
        if index == len(pieces):
            best = min(best, sum(map(cheapest, boards)))
            return
        length = pieces[index].length
        for number, board in enumerate(boards):
            if problem.needs([*board, length]) <= problem.longest:
                place(index + 1, [*boards[:number], [*board, length], *boards[number + 1 :]], spent)
        place(index + 1, [*boards, [length]], spent)

    place(0, [], 0)
    return best


@st.composite
def small_problems(draw):
    lengths = st.integers(1, 40)
    stock = draw(
        st.lists(st.builds(Stock, st.integers(20, 60), st.integers(1, 50)), min_size=1, max_size=3, unique=True)
    )
    longest = max(board.length for board in stock)
    cut = draw(st.lists(lengths.map(lambda length: min(length, longest)), min_size=1, max_size=7))
    return Problem(
        tuple(Piece(str(number), length) for number, length in enumerate(cut)), tuple(stock), draw(st.integers(0, 3))
    )


@given(small_problems())
def test_small_problems_are_cut_at_least_cost_and_no_bound_is_above_it(problem):
    best = least(problem)
    quick, plan = first_fit(problem), by_patterns(problem, 5)
    event(f"first fit {'as good' if quick.cost == best else 'dearer'}")
    for one in (quick, plan):
        assert faults_of(problem, one.boards) == []
        assert one.bound <= best <= one.cost
    assert plan.cost == best
    assert least_cost(problem) <= best


@st.composite
def with_choices(draw):
    """A small problem of which some pieces may be cut in two or three ways, as plates may break here or there."""
    problem = draw(small_problems())
    whole = st.integers(2, problem.longest)
    choices = []
    for number in range(draw(st.integers(1, 2))):
        length = draw(whole)
        cuts = draw(st.lists(st.integers(1, length - 1), min_size=1, max_size=3))
        ways = tuple((Piece(f"c{number}.1", cut), Piece(f"c{number}.2", length - cut)) for cut in cuts)
        choices.append(Choice(ways))
    return replace(problem, pieces=problem.pieces[:4], choices=tuple(choices))


@given(with_choices())
def test_of_several_ways_that_is_chosen_which_cuts_for_least(problem):
    """All ways of all choices are tried by hand, each of them with every plan."""
    every = product(*(range(len(choice.ways)) for choice in problem.choices))
    costs = {chosen: least(problem.settled(chosen)) for chosen in every}
    plan = by_patterns(problem, 5)
    assert faults_of(problem.settled(plan.chosen), plan.boards) == []
    best = min(costs.values())
    assert plan.bound <= best
    assert plan.cost == best
    # Where the usual ways are as good, they stay.
    usual = costs[(0,) * len(problem.choices)]
    event(f"the usual ways are {'as good' if usual == best else 'dearer'}")
    if usual == best:
        assert not any(plan.chosen)
    assert least_cost(problem) <= best


@given(jobs())
def test_every_section_of_any_wall_is_cut_by_a_plan_that_holds(job):
    for one in collect_demands(job, [framed(job)]):
        plan = by_patterns(one.problem, 0.05)
        assert faults_of(one.problem, plan.boards) == []
        assert plan.bound <= plan.cost
        # Everything is bought, and nothing twice.
        assert len(one.problem.pieces) == sum(len(board.pieces) for board in plan.boards)


def first_fitting(problem, preferred):
    """First fit as it is told: every piece, long before short, into the first board with room for it."""
    boards = []
    for piece in sorted(problem.pieces, key=lambda piece: (-piece.length, piece.id)):
        for length, load in boards:
            if problem.needs([*(one.length for one in load), piece.length]) <= length:
                load.append(piece)
                break
        else:
            opened = preferred if preferred.length >= piece.length else problem.cheapest_for(piece.length)
            boards.append((opened.length, [piece]))
    return [load for _, load in boards]


@given(small_problems())
def test_first_fit_is_the_cheapest_that_first_fits(problem):
    plans = [first_fitting(problem, board) for board in problem.stock]
    costs = [
        sum(problem.cheapest_for(problem.needs(one.length for one in load)).cost for load in plan) for plan in plans
    ]
    assert first_fit(problem).cost == min(costs)


@given(small_problems())
def test_the_same_problem_has_the_same_plan(problem):
    assert by_patterns(problem, 5) == by_patterns(problem, 5)


def test_short_pieces_go_into_longer_boards_where_that_is_cheaper():
    """Two studs of 92 5/8 to each of 60 boards of 16 feet leave 6 1/2, too little for 14 1/2.

    Thirteen blocks go into a board of 16 feet, 9.06, and three beside two studs into one of 20, which is 4.14 dearer.
    Of thirty, 26 into two boards and the other four beside studs in two: 543.60 + 18.12 + 8.28 = 570.00.
    """
    stock = (Stock(inches("16'"), 90600), Stock(inches("20'"), 132000))
    plan = by_patterns(Problem(pieces_of(("92 5/8", 120), ("14 1/2", 30)), stock, KERF), 5)
    assert plan.cost == 5_700_000


def test_by_length_whole_feet_that_fit_are_proved_the_best():
    """Ten plates of 20 feet and twenty of 10: twenty boards of 20 feet would do, and a kerf makes it more.

    Two of 10 feet and a kerf are longer than 20, so each has a board of 10 of its own, at no waste at all.
    """
    stock = tuple(Stock(inches(f"{feet}'"), inches(f"{feet}'")) for feet in (8, 10, 12, 16, 20))
    plan = by_patterns(Problem(pieces_of(("20'", 10), ("10'", 20)), stock, KERF), 5)
    assert plan.cost == inches("400'")
    assert plan.gap == 0


def test_many_short_lengths_are_cut_in_their_time():
    """Six each of twelve blocks from 2 to 7 1/2 inches fit two boards of 20 feet in more ways than anybody tries.

    Together they are 6 x 57 = 342 and 72 kerfs of 1/8, 351: too much for 20 feet, and two of 16 are 384.
    """
    blocks = pieces_of(*((f"{half // 2}{' 1/2' if half % 2 else ''}", 6) for half in range(4, 16)))
    stock = tuple(Stock(inches(f"{feet}'"), inches(f"{feet}'")) for feet in (16, 20))
    plan = by_patterns(Problem(blocks, stock, KERF), 2)
    assert plan.cost == inches("32'")


def test_a_thousand_lengths_are_cut_all_the_same():
    """Each from half a board and a little on: every piece has a board of its own."""
    pieces = tuple(Piece(str(number), inches("10'") + number) for number in range(1, 1201))
    plan = by_patterns(Problem(pieces, (Stock(inches("20'"), 1),), KERF), 0.2)
    assert plan.cost == 1200


def test_dear_boards_and_long_ones_are_counted_exactly():
    """A thousand pieces of an inch from boards of 1000 feet at a million: one board, and no number too large for it."""
    stock = (Stock(inches("1000'"), 10_000_000_000), Stock(inches("500'"), 7_000_000_000))
    plan = by_patterns(Problem(pieces_of(("1", 1000)), stock, KERF), 1)
    assert (plan.cost, plan.gap >= 0) == (7_000_000_000, True)


def test_better_plans_are_told_as_they_are_found_the_first_at_once():
    told = []
    stock = (Stock(100, 100), Stock(70, 70))
    problem = Problem(
        tuple(Piece(str(number), length) for number, length in enumerate([50, 35, 35, 30, 30, 20])), stock, 0
    )
    plan = by_patterns(problem, 5, told.append)
    assert [one.cost for one in told] == sorted({one.cost for one in told}, reverse=True)
    assert told[-1].cost == plan.cost
    assert by_patterns(problem, 0) == told[0]


def test_a_piece_no_board_is_long_enough_for_is_refused():
    with refused(CuttingError, match="longer than any board"):
        by_patterns(Problem(pieces_of(("21'", 1)), (Stock(inches("20'"), 1),), KERF), 1)


def test_nothing_is_cut_from_no_board():
    plan = by_patterns(Problem((), (Stock(10, 1),), 0), 1)
    assert (plan.boards, plan.cost, plan.bound) == ((), 0, Fraction(0))


@given(
    st.lists(st.tuples(st.integers(1, 12), st.integers(0, 3), st.integers(0, 30)), min_size=1, max_size=4),
    st.integers(1, 30),
)
def test_the_best_pattern_is_the_best_of_all(items, capacity):
    sizes, most, worths = zip(*items, strict=True)
    knapsack = Knapsack(sizes, most, capacity)
    values = knapsack.value(worths)
    for room in range(capacity + 1):
        best = max(
            sum(count * worth for count, worth in zip(counts, worths, strict=True))
            for counts in product(*(range(count + 1) for count in most))
            if sum(count * size for count, size in zip(counts, sizes, strict=True)) <= room
        )
        assert values[room] == best
        counts = knapsack.pattern(room)
        assert sum(count * worth for count, worth in zip(counts, worths, strict=True)) == best
        assert all(count <= asked for count, asked in zip(counts, most, strict=True))
