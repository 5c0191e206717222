"""Panel and drawing of leaf packs."""
