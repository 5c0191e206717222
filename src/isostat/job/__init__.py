"""The document, its files and its edits."""
