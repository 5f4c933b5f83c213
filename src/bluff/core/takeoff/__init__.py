"""What framed walls come to: the list of cuts, nails, weights, counts.

In: `Framing` values. Out: rows and totals."""
