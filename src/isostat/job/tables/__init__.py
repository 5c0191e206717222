"""Tables that people bring along: readings, springs, shocks."""
