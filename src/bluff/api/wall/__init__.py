"""One wall: the bench, its openings and headers, its layout pole, what a piece is for."""
