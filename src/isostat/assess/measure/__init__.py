"""What readings and tests tell, where they disagree, what is worth reading."""
