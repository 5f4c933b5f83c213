"""Practice: exercises, questions and grades."""
