"""Cutting pieces from boards: what is asked, what a plan is, and whether it is one."""
