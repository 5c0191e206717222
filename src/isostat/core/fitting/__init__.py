"""From readings back to rates, friction, loads, and how sure they are."""
