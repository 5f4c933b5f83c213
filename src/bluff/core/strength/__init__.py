"""How much of what a header bears would be used: shown, never decided."""
