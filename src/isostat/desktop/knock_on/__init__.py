"""Knock-on: what the new height drags with it, line by line, and the readings that this rests on."""
