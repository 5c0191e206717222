"""Panel and drawing of stacked pairs."""
