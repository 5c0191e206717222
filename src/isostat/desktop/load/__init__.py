"""The page of Load."""
