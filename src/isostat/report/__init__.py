"""The card on paper: templates, and HTML that needs nothing beside itself."""
