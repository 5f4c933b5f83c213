"""What a good lead would say about a framed wall, one function a concern.

In: a `Framing`. Out: `Finding` values, with the edits that settle them."""
