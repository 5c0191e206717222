"""Units exist here and nowhere below: what people type becomes SI, what they read becomes text."""
