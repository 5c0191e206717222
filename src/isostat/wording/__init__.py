"""Judgements, fixes and numbers as short sentences in the reader's units."""
