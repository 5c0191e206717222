"""What carries or ends the way of a wheel beside the springs, and what laws are put together from."""
