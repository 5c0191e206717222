"""What a change of height drags with it: each thing as it was, as it is in every load case, and what would put it right."""
