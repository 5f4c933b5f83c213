"""A house as other people would draw it: what it is, and drafters and modellers who each have their own way."""
