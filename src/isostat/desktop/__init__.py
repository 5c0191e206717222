"""The window: views draw an assessment and turn hands into edits; they compute no suspension."""
