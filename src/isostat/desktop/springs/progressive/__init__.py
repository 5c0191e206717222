"""Panel and drawing of progressive coils."""
