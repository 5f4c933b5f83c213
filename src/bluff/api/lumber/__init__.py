"""Boards: how they are cut, what is ordered, what the yard has, models of sticks."""
