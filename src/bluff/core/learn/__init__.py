"""What an apprentice asks: what each piece is for, and where its load goes."""
