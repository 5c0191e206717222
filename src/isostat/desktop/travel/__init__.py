"""The pages of Travel."""
