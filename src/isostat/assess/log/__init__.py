"""The log: heights read after fitting, held against what was promised."""
