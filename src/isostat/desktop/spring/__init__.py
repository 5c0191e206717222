"""The pages of Spring that all kinds share."""
