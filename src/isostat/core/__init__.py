"""Numbers in SI and nothing else: parts, the vehicle in balance, travel, inference."""
