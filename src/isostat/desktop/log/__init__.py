"""The Log step: heights read after fitting, held against what was promised."""
