"""What a tape, a list of lumber and a column of arithmetic give: lengths, sums, sizes, boards.

In: text somebody typed. Out: exact 64ths, and how they read."""
