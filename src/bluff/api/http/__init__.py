"""What every request goes through, and what every answer is made of."""
