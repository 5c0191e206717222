"""The pages of Stance."""
