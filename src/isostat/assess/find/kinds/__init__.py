"""What a search asks of each kind of spring that a list may hold."""
