"""Bluff lays out wall plates and frames walls: marks, members, cut lists and the sums behind them."""

__version__ = "0.4.0"
